"""What is to be minded in a plan: a caution, its reason, and the changes that put it right."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from core.ferment.finish import Finish
from core.interval import Interval
from core.must.mixing import Must, Pour
from core.plan.glass import InTheGlass
from core.plan.planned_dose import PlannedDose, portions

HARMS = (
    "gallon_not_named",
    "preservative",
    "unsafe_ph",
    "overflow",
    "gas",
    "plant_poison",
    "sulphite_stops_yeast",
    "foam_room",
    "yeast_stops_short",
    "heavy_must",
    "no_sugar",
    "hard_on_yeast",
    "little_acid",
    "much_acid",
    "nitrogen",
    "thin_must",
    "double_dose",
    "losses",
    "label_and_reading",
    "not_fermentable",
    "late_not_chosen",
    "over_price",
    "old_label",
)
"""Codes of all that is checked, the most harmful first."""

_BAD = (
    "gallon_not_named",
    "preservative",
    "unsafe_ph",
    "overflow",
    "gas",
    "plant_poison",
    "sulphite_stops_yeast",
)


@dataclass(frozen=True, slots=True)
class Edit:
    """One change of a plan. `what` is one of: amount (of the pour `name`, in its unit), remove
    (the pour `name`), late (the pour `name` goes in after stabilising), label_alone (of the
    pour `name`, without its reading), label_seen (the label of the pour `name` was read again
    and says the same), hold_back (ml), yeast (its `key`), vessel (its `key`), aim_abv,
    aim_fill (ml), closure (`key`: bottle and what closes it, like beer_bottle/crown), ceiling (of
    a bottle's price), dose (all of the kind `key` becomes `doses`), acid (a pour of the acid
    `key`, g), sugar (a pour of white sugar, g), water (a pour of it, ml)."""

    what: str
    name: str = ""
    value: float | None = None
    key: str | None = None
    doses: tuple[PlannedDose, ...] = ()


@dataclass(frozen=True, slots=True)
class Remedy:
    """A way out: the words on its button, and what it changes."""

    text: str
    edits: tuple[Edit, ...]


@dataclass(frozen=True, slots=True)
class Caution:
    """Something to mind; `code` is one of HARMS, `text` gives the reason and the way out."""

    code: str
    text: str
    remedies: tuple[Remedy, ...] = ()

    @property
    def bad(self) -> bool:
        """Whether it would hurt somebody or spoil the jug."""
        return self.code in _BAD


@dataclass(frozen=True, slots=True)
class Known:
    """What is known of a pour beyond its sugar: `ingredients` as printed, the days (like
    2026-05-31) its label was read and its newest price seen."""

    ingredients: str | None = None
    label_on: str | None = None
    price_on: str | None = None


NOTHING_KNOWN = Known()


@dataclass(frozen=True, slots=True)
class Planned:
    """All that is checked together. `volumes` in ml; `acid` as tartaric, g/L."""

    pours: Sequence[Pour]
    known: Sequence[Known]
    must: Must
    ends: Finish
    acid: Interval
    reaching_ml: Interval
    doses: Sequence[PlannedDose]
    vessel_ml: float | None
    vessel_name: str
    tolerance_abv: float | None
    hold_back_ml: float
    aiming: bool
    fill_aimed: bool
    ph: float | None
    each_bottle: Decimal | None
    most_per_bottle: Decimal | None
    glass: InTheGlass


def plan_doses(kind: str, grams: float) -> Edit:
    """The change that makes it so much of a kind in all, g, at its usual times."""
    return Edit("dose", key=kind, doses=portions(kind, grams))


def plan_dose(kind: str, grams: float) -> Remedy:
    """That much of it in all, g, at its usual time."""
    grams = round(grams, 1) if grams >= 1 else round(grams, 2)
    said = {"enzyme": "pectic enzyme", "bicarbonate": "potassium bicarbonate"}.get(kind, kind)
    times = ", in three portions" if kind == "nutrient" else ""
    when = ", a day before" if kind == "sulphite" else ""
    return Remedy(f"Plan {grams:g} g {said}{times}{when}", (plan_doses(kind, grams),))
