"""Read a label's text for the page: every figure with its place and its doubt."""

from core.files.label_answer import answer_label
from server.shelf.schemas import LabelReadingOut


def read_label_text(text: str) -> LabelReadingOut:
    """What the text says. Raises JobError for more text than a label holds."""
    return LabelReadingOut.model_validate(answer_label(text))
