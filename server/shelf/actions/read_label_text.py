"""Read a label's text for the page: every figure with its place and its doubt."""

from core.pack.declared import printed
from core.pack.reader import read_label_text as read
from server.shelf.schemas import FieldOut, FindingOut, HintOut, LabelReadingOut, PrintedIn


def read_label_text(text: str) -> LabelReadingOut:
    """What the text says. Raises JobError for more text than a label holds."""
    reading = read(text)
    label = reading.label
    return LabelReadingOut(
        fields=[
            FieldOut(key=f.key, value=f.value, start=f.start, end=f.end, doubt=f.doubt)
            for f in reading.fields.values()
        ],
        findings=[
            FindingOut(
                start=f.start,
                end=f.end,
                name=f.additive.name,
                e_number=f.additive.e_number,
                effects=list(f.additive.effects),
                reason=f.additive.reason,
                workaround=f.additive.workaround,
            )
            for f in reading.ingredients.findings
        ],
        hints=[HintOut(code=code, text=sentence) for code, sentence in reading.hints],
        as_sold=PrintedIn(
            sugars_g=printed(label),
            per_ml=label.amount if label.unit == "ml" else None,
            per_g=label.amount if label.unit == "g" else None,
        )
        if label
        else None,
        why_not=reading.why_not,
        ferments=reading.ingredients.verdict,
        sentence=reading.ingredients.sentence,
    )
