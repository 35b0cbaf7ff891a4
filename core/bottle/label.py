"""What stands on a bottle's label, in words."""

from collections.abc import Mapping, Sequence

from core import tables
from core.interval import Interval

_SAYS: Mapping[str, str] = {
    "contains_sulphites": "Contains sulphites.",
    "contains_sorbate": "Preserved with potassium sorbate.",
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


# A strength known to so much, % vol either side, is printed as one figure.
_SURE_ABV = 0.75


def label_strength(abv: Interval) -> str:
    """A strength in % vol as a label prints it: one figure where it is known, else a range, and
    never nothing for what nobody has read.

    >>> label_strength(Interval(11.4, 11.1, 11.8))
    '11.4'
    >>> label_strength(Interval(8.9, 8.0, 9.6))
    '8.0–9.6'
    """
    if abv.high - abv.low <= 2 * _SURE_ABV:
        return f"{abv.value:.1f}"
    if abv.low < 0.05:
        return f"up to {abv.high:.1f}"
    return f"{abv.low:.1f}–{abv.high:.1f}"


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
