"""What a label's text says, as the API and ./amber label answer it."""

from typing import Any

from core.pack.declared import printed
from core.pack.reader import LabelText, read_label_text


def answer_label(text: str) -> dict[str, Any]:
    """Every figure with its place and its doubt, ready for JSON.

    `as_sold` only when all it rests on is sure; else `why_not` says what to settle. `start` and
    `end` count Unicode code points. Raises JobError for more text than a label holds.
    """
    return answered(read_label_text(text))


def answered(reading: LabelText) -> dict[str, Any]:
    """The same of a label that was read."""
    label = reading.label
    return {
        "fields": [
            {"key": f.key, "value": f.value, "start": f.start, "end": f.end, "doubt": f.doubt}
            for f in reading.fields.values()
        ],
        "findings": [
            {
                "start": f.start,
                "end": f.end,
                "name": f.additive.name,
                "e_number": f.additive.e_number,
                "effects": list(f.additive.effects),
                "reason": f.additive.reason,
                "workaround": f.additive.workaround,
            }
            for f in reading.ingredients.findings
        ],
        "hints": [{"code": code, "text": sentence} for code, sentence in reading.hints],
        "as_sold": {
            "sugars_g": printed(label),
            "per_ml": label.amount if label.unit == "ml" else None,
            "per_g": label.amount if label.unit == "g" else None,
        }
        if label
        else None,
        "why_not": reading.why_not,
        "ferments": reading.ingredients.verdict,
        "sentence": reading.ingredients.sentence,
    }
