"""Aim at the glass: what is wanted there, worked back to the first day.

Backwards through bottle fermentation, the juice added at the end, the yeast's limit and what
stays on the lees, to the strength and the fill that the must has to have.
"""

from dataclasses import dataclass

from core.carbonate import priming, strength_from_priming
from core.errors import JobError
from core.losses import USUAL_LEFT_BEHIND
from core.sweeten import Part, mixed

# A must shrinks by 0.1 to 0.6 % as it ferments, the more the stronger. Derived from mass and
# density (docs/decisions/0001); the 0.5 to 1.5 % people reckon with holds lees as well.
_SHRINKS = 0.004


@dataclass(frozen=True, slots=True)
class Late:
    """Juice, concentrate or syrup added after stabilising: sugar in g/L."""

    sugar_g_per_l: float


@dataclass(frozen=True, slots=True)
class Glass:
    """What is wanted in the glass: % vol, sugar in g/L, and volumes of gas (None: still)."""

    abv: float
    sugar_g_per_l: float = 0.0
    volumes: float | None = None


@dataclass(frozen=True, slots=True)
class DayOne:
    """What the first day has to bring, and what is added at the end.

    `abv` and `fill_ml` are the aim for the must; `late_ml` goes in after stabilising,
    `priming_g` at bottling.
    """

    abv: float
    fill_ml: float
    late_ml: float
    priming_g: float


def back_to_day_one(
    glass: Glass,
    bottled_ml: float,
    tolerance_abv: float | None = None,
    late: Late | None = None,
    warmest_c: float = 20.0,
    left_behind: float = USUAL_LEFT_BEHIND,
) -> DayOne:
    """The must that ends as wanted in `bottled_ml` of bottles.

    Sweet and still: a dry base, stabilised, sweetened with `late`. Fizzy: primed with sugar,
    which adds strength. Sweet and fizzy by fermentable sugar is a bomb and is refused: use
    a sweetener yeast leaves alone. `left_behind` is the share that no bottle gets (see
    core.losses). Raises JobError when it cannot be, saying why and what would.
    """
    if not 0 < bottled_ml <= 1e6:
        raise JobError("Say how many ml are to be bottled, like 4500.", "bottled_ml")
    if not 0 <= left_behind < 0.5:
        raise JobError("Between none and half of it stays on the lees.", "left_behind")
    if not 0 < glass.abv <= 20:
        raise JobError(f"{glass.abv:g} % is not a strength yeast reaches.", "abv")
    if glass.sugar_g_per_l > 0 and glass.volumes is not None:
        raise JobError(
            "Sugar left in a bottle that is to ferment goes on to ferment, and bursts it: sweeten"
            " a fizzy drink with something yeast leaves alone.",
            "sugar_g_per_l",
        )
    share = _late_share(glass, late)
    primed = priming(bottled_ml, glass.volumes, warmest_c) if glass.volumes is not None else None
    from_priming = strength_from_priming(primed.g_per_l) if primed else 0.0
    base = (glass.abv - from_priming) / (1 - share)
    if base <= 0:
        raise JobError(
            "Priming alone makes it stronger than that: less gas, or more strength.", "abv"
        )
    if tolerance_abv is not None and base > tolerance_abv:
        raise JobError(
            f"The base must reach {base:.1f} % to be {glass.abv:g} % in the glass, and the yeast"
            f" gives up near {tolerance_abv:g} %: add less at the end, or take another yeast.",
            "abv",
        )
    late_ml = bottled_ml * share
    fill = (bottled_ml - late_ml) / (1 - left_behind) / (1 - _SHRINKS)
    return DayOne(base, fill, late_ml, primed.mass_g if primed else 0.0)


def _late_share(glass: Glass, late: Late | None) -> float:
    """Share of the bottle that the late addition is, to bring the sugar wanted."""
    if glass.sugar_g_per_l == 0:
        return 0.0
    if glass.sugar_g_per_l < 0:
        raise JobError("Sugar is 0 g/L or more.", "sugar_g_per_l")
    if late is None:
        raise JobError("Say what sweetens it at the end: a juice, concentrate or syrup.", "late")
    if late.sugar_g_per_l <= 2 * glass.sugar_g_per_l:
        raise JobError(
            f"{late.sugar_g_per_l:.0f} g/L is too thin to sweeten to {glass.sugar_g_per_l:.0f}"
            " without watering it down by half: use concentrate or syrup.",
            "late",
        )
    return glass.sugar_g_per_l / late.sugar_g_per_l


def forward(day_one: DayOne, late: Late | None, left_behind: float = USUAL_LEFT_BEHIND) -> Part:
    """What a first day ends as in the bottle: the way there, to check the way back."""
    base_ml = day_one.fill_ml * (1 - _SHRINKS) * (1 - left_behind)
    parts = [Part(base_ml, day_one.abv, 0.0)]
    if late is not None and day_one.late_ml:
        parts.append(Part(day_one.late_ml, 0.0, late.sugar_g_per_l))
    drink = mixed(parts)
    more = strength_from_priming(1000 * day_one.priming_g / drink.volume_ml)
    return Part(drink.volume_ml, drink.abv + more, drink.sugar_g_per_l)
