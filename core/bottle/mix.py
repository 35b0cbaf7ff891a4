"""Which of the bottles at home a jug fills, with the least left over."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from core.bottle.filling import check_count
from core.errors import JobError

_MOST_KINDS = 40
# A bottle filled less than this is drunk from a glass instead. Common practice.
_WORTH_A_BOTTLE = 0.5


@dataclass(frozen=True, slots=True)
class Empties:
    """Empty bottles of one kind: their size, and how many there are."""

    size_ml: int
    count: int


@dataclass(frozen=True, slots=True)
class BottleMix:
    """How many of each kind to fill, in the order given, how many to wash in all, what is left
    over, ml, and the kind (by its place) that it half fills, None where it is a glass."""

    counts: tuple[int, ...]
    wash: int
    left_ml: float
    part: int | None


def best_mix(volume_ml: float, empties: Sequence[Empties]) -> BottleMix:
    """The full bottles that leave least over, and of those the fewest to wash.

    The bottle for what is left over, where it is worth one, is washed too. Raises JobError for
    no bottles, or a volume or size that cannot be.
    """
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    if not 0 < len(empties) <= _MOST_KINDS:
        raise JobError("Write down which empty bottles you have.", "bottles")
    for each in empties:
        check_count(each.size_ml, each.count)
    sizes = np.array([each.size_ml for each in empties], dtype=float)
    most = np.array([min(each.count, int(volume_ml // each.size_ml)) for each in empties])
    # No number of bottles weighs as much as one millilitre left over.
    few = 1 / (most.sum() + 1)
    found = milp(
        few - sizes,
        constraints=LinearConstraint(sizes[np.newaxis, :], -np.inf, np.floor(volume_ml + 1e-9)),
        integrality=np.ones(len(sizes)),
        bounds=Bounds(0, most),
        options={"mip_rel_gap": 0},
    )
    counts = tuple(round(count) for count in found.x)
    left = volume_ml - sum(n * each.size_ml for n, each in zip(counts, empties, strict=True))
    part = _part(left, empties, counts)
    return BottleMix(counts, sum(counts) + (part is not None), left, part)


def _part(left_ml: float, empties: Sequence[Empties], counts: Sequence[int]) -> int | None:
    """The smallest bottle still empty that holds what is left over, and is half full with it."""
    fits = [
        (each.size_ml, place)
        for place, (each, filled) in enumerate(zip(empties, counts, strict=True))
        if filled < each.count
        and left_ml <= each.size_ml
        and left_ml / each.size_ml >= _WORTH_A_BOTTLE
    ]
    return min(fits)[1] if fits else None
