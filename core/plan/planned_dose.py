"""What is dosed beside the pours: how much of it, and when."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from core.errors import JobError

WHEN: Mapping[str, str] = {
    "day_before": "a day before the yeast",
    "before_yeast": "before the yeast",
    "with_yeast": "with the yeast",
    "after_24_h": "24 hours after the yeast",
    "after_48_h": "48 hours after the yeast",
    "after_72_h": "72 hours after the yeast",
    "when_clear": "when it is done and clear",
}
"""Times of a dose, in the order they come, with how each is said."""

DOSED: Mapping[str, str] = {
    "nutrient": "Nutrient (diammonium phosphate)",
    "nutrient_organic": "Organic nutrient",
    "enzyme": "Pectic enzyme",
    "sulphite": "Potassium metabisulphite",
    "bicarbonate": "Potassium bicarbonate",
}
"""What is dosed without changing sugar or volume. Acid and tannin are pours."""

ALSO_CALLED: Mapping[str, str] = {
    "nutrient_dap": "nutrient",
    "sulphite_potassium": "sulphite",
    "bicarbonate_potassium": "bicarbonate",
}
"""Other keys of the same doses, as a journal of the jug calls them."""

USUAL_TIMES: Mapping[str, tuple[str, ...]] = {
    "nutrient": ("after_24_h", "after_48_h", "after_72_h"),
    "nutrient_organic": ("after_24_h", "after_48_h", "after_72_h"),
    "enzyme": ("before_yeast",),
    "sulphite": ("day_before",),
    "bicarbonate": ("before_yeast",),
}
"""When each goes in, in equal parts, where nobody says otherwise. Common practice."""

_BEFORE_CLEAR = tuple(when for when in WHEN if when != "when_clear")
_MOST_G = 1000.0


@dataclass(frozen=True, slots=True)
class PlannedDose:
    """`mass_g` of a kind (a key of DOSED) at a time (a key of WHEN).

    Raises JobError for another kind or time, or an amount no jug takes.
    """

    kind: str
    mass_g: float
    when: str

    def __post_init__(self) -> None:
        if self.kind not in DOSED:
            raise JobError(
                f"“{self.kind}” is not dosed here: use one of {', '.join(DOSED)}.", "kind"
            )
        if self.when not in WHEN:
            raise JobError(f"Say when: one of {', '.join(WHEN)}.", "when")
        if not 0 < self.mass_g <= _MOST_G:
            raise JobError("A dose weighs more than nothing and at most 1000 g.", "mass_g")


def portions(kind: str, mass_g: float) -> tuple[PlannedDose, ...]:
    """So much of a kind in all, in equal parts at its usual times, to a hundredth of a gram; none
    of nothing. Raises JobError as PlannedDose."""
    times = USUAL_TIMES.get(kind, ("before_yeast",))
    # Of a must that no kitchen holds, no more than a dose can be.
    each = min(round(mass_g / len(times), 2), _MOST_G)
    return tuple(PlannedDose(kind, each, when) for when in times) if each else ()


def dosed_g(doses: Sequence[PlannedDose], kind: str) -> float:
    """Grams of one kind in all."""
    return sum(dose.mass_g for dose in doses if dose.kind == kind)


def met_by_yeast_g(doses: Sequence[PlannedDose], kind: str) -> float:
    """Grams of one kind that go in before it is done and clear."""
    return sum(dose.mass_g for dose in doses if dose.kind == kind and dose.when in _BEFORE_CLEAR)
