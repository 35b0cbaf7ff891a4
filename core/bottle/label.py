"""What stands on a bottle's label, in words."""

from collections.abc import Mapping, Sequence

from core import tables

_SAYS: Mapping[str, str] = {
    "contains_sulphites": "Contains sulphites.",
    "under_pressure": "Under pressure. Keep cool, open cold.",
    "keep_cold": "Keep cold: it goes on when it is warm.",
    "milk": "Contains milk.",
    "egg": "Contains egg.",
    "fish": "Contains fish.",
    "shellfish": "Contains shellfish.",
}
"""In the order of what is to be read first."""

ALWAYS = "Home-made, not for sale. Keep from children."
"""On every label."""


def label_lines(keys: Sequence[str], against_advice: str = "") -> tuple[str, ...]:
    """The lines of a label by the keys that a lot has to say (see core.batch.life): allergens as
    Regulation (EU) 1169/2011 Annex II names them, sweeteners by name."""
    lines = [text for key, text in _SAYS.items() if key in keys]
    for key in keys:
        if key == "xylitol":
            lines.append("Sweetened with xylitol: poisonous to dogs.")
        elif key in tables.SUGARS:
            lines.append(f"Sweetened with {tables.SUGARS[key].name.lower()}.")
    if "against_advice" in keys:
        lines.append(f"Closed against advice: {against_advice}")
    return tuple(lines)
