"""Drinks blended to what is wanted of them: the shares solved."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import linprog

from core.errors import JobError

FEWEST, MOST = 2, 5
"""How many drinks are blended."""

# As far off as nobody tastes: what one unit of each figure weighs when not all can be had.
# Common practice; nobody publishes it.
_UNTASTED = {"abv": 0.5, "sugar_g_per_l": 4.0, "acid_g_per_l": 0.5, "cost_per_litre": 0.25}
_NAMES = {
    "abv": "Strength",
    "sugar_g_per_l": "Sweetness",
    "acid_g_per_l": "Sharpness",
    "cost_per_litre": "Cost of a litre",
}
# Less of a drink than this share is not worth opening its jug. Common practice.
_WORTH_POURING = 0.005


@dataclass(frozen=True, slots=True)
class Component:
    """A drink there is: ml of it, % vol, sugar and acid (as tartaric) in g/L, and what a litre
    cost; None where that is not known."""

    name: str
    there_ml: float
    abv: float
    sugar_g_per_l: float
    acid_g_per_l: float | None = None
    cost_per_litre: float | None = None


@dataclass(frozen=True, slots=True)
class Wanted:
    """How the blend should be, and what a litre may cost; None: as it comes."""

    abv: float | None = None
    sugar_g_per_l: float | None = None
    acid_g_per_l: float | None = None
    cost_per_litre: float | None = None

    def figures(self) -> dict[str, float]:
        """What is asked for, by its name."""
        asked = {key: getattr(self, key) for key in _UNTASTED}
        return {key: value for key, value in asked.items() if value is not None}


@dataclass(frozen=True, slots=True)
class Blend:
    """ml of each drink in the order given, what they make together (None where a part of it is
    not known), and what of the wanted is out of reach, as sentences."""

    volumes_ml: tuple[float, ...]
    abv: float
    sugar_g_per_l: float
    acid_g_per_l: float | None
    cost_per_litre: float | None
    missed: tuple[str, ...]


def blend(components: Sequence[Component], wanted: Wanted, volume_ml: float) -> Blend:
    """The shares that come nearest to what is wanted, of what there is.

    Alcohol, sugar and acid are conserved and volumes added (they shrink by less than 0.3 %).
    Nearest is the least sum of deviations, each in steps that nobody tastes; a litre may cost
    less than asked and not more. Raises JobError for fewer than two or more than five drinks,
    nothing wanted, a figure that one of them lacks, or more than there is.
    """
    _check(components, wanted, volume_ml)
    asked = wanted.figures()
    many, aims = len(components), len(asked)
    # The shares, then how far each figure is over and under.
    price = np.concatenate([np.zeros(many), np.ones(2 * aims)])
    equal = np.zeros((aims + 1, many + 2 * aims))
    equal[0, :many] = 1
    meet = np.ones(aims + 1)
    for row, (key, value) in enumerate(asked.items(), start=1):
        step = _UNTASTED[key]
        equal[row, :many] = [getattr(each, key) / step for each in components]
        equal[row, many + 2 * (row - 1)] = -1
        equal[row, many + 2 * (row - 1) + 1] = 1
        meet[row] = value / step
        if key == "cost_per_litre":
            price[many + 2 * (row - 1) + 1] = 0
    bounds = [(0, min(each.there_ml / volume_ml, 1)) for each in components]
    found = linprog(
        price, A_eq=equal, b_eq=meet, bounds=[*bounds, *[(0, None)] * (2 * aims)], method="highs"
    )
    if not found.success:
        raise JobError("These cannot be blended: check how much there is of each.", "volume_ml")
    shares = np.where(found.x[:many] < _WORTH_POURING, 0.0, found.x[:many])
    shares = shares / shares.sum()
    return _made(components, asked, [float(share) for share in shares], volume_ml)


def _made(
    components: Sequence[Component],
    asked: dict[str, float],
    shares: Sequence[float],
    volume_ml: float,
) -> Blend:
    made = {key: _together(components, shares, key) for key in _UNTASTED}
    missed = []
    for key, value in asked.items():
        got = made[key] or 0.0
        over = got - value
        if over > _UNTASTED[key] or (over < -_UNTASTED[key] and key != "cost_per_litre"):
            way = "highest" if over < 0 else "lowest"
            missed.append(
                f"{_NAMES[key]}: {got:.1f} is the {way} these come to beside the rest, not"
                f" {value:g}."
            )
    return Blend(
        tuple(share * volume_ml for share in shares),
        made["abv"] or 0.0,
        made["sugar_g_per_l"] or 0.0,
        made["acid_g_per_l"],
        made["cost_per_litre"],
        tuple(missed),
    )


def _together(components: Sequence[Component], shares: Sequence[float], key: str) -> float | None:
    parts = [(getattr(each, key), share) for each, share in zip(components, shares, strict=True)]
    if any(value is None for value, share in parts if share):
        return None
    return float(sum(value * share for value, share in parts if share))


def _check(components: Sequence[Component], wanted: Wanted, volume_ml: float) -> None:
    if not FEWEST <= len(components) <= MOST:
        raise JobError("Choose two to five batches to blend.", "jugs")
    asked = wanted.figures()
    if not asked:
        raise JobError("Say how the blend should be: at least its strength.", "wanted")
    for key, value in asked.items():
        if not 0 <= value <= 1000:
            raise JobError(f"{_NAMES[key]} is 0 or more.", key)
        lacking = [each.name for each in components if getattr(each, key) is None]
        if lacking:
            raise JobError(
                f"{_NAMES[key]} of {' and '.join(lacking)} is not known: leave that out.", key
            )
    there = sum(each.there_ml for each in components)
    if not 0 < volume_ml <= there * (1 + 1e-9):
        raise JobError(
            f"There are {there / 1000:.2f} L in these together: blend that much or less.",
            "volume_ml",
        )
