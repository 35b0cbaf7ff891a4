"""A photographed label: its pieces of print put into lines, and what the text of those says."""

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass

from core.pack.print_lines import Piece, PrintLine, print_lines
from core.pack.reader import LabelText, read_label_text


@dataclass(frozen=True, slots=True)
class Photographed:
    """The `text` of the `lines`, one under the other, where in it each `begins`, and what it
    says."""

    text: str
    lines: tuple[PrintLine, ...]
    begins: tuple[int, ...]
    label: LabelText

    def line_at(self, place: int) -> PrintLine:
        """The line that this place of the text stands in."""
        return self.lines[bisect_right(self.begins, place) - 1]


def read_print(pieces: Sequence[Piece]) -> Photographed:
    """What a picture's print says; no text where there is none.

    Raises JobError for more text than a label holds.
    """
    lines = tuple(print_lines(pieces))
    text, begins = "", []
    for line in lines:
        begins.append(len(text))
        text += f"{line.text}\n"
    return Photographed(text, lines, tuple(begins), read_label_text(text))
