"""What must have been poured, when one cause explains the reading of a must."""

from collections.abc import Sequence
from dataclasses import replace

from scipy.optimize import brentq

from core.must.mixing import Mix, Pour, water_to_reach_ml
from core.plan.evaluation import JUICES

# What a must can read, and a juice, fresh or concentrated, SG.
_READS = (1.0, 1.4)
_EXACT = 1e-6


def as_explained(pours: Sequence[Pour], sg: float, cause: str) -> Pour | None:
    """The one pour, changed so that the must reads `sg` (20/20 °C); None where that cause changes
    none, or no amount of it would do.

    `pours` as solved; `cause` a code of core.ferment.reading.Cause. A fuller or a short jug is so
    much more or less water, a richer or poorer juice the largest juice measured anew.
    """
    if not _READS[0] < sg < _READS[1]:
        return None
    match cause:
        case "full_jug" | "short_jug":
            return _water(pours, sg)
        case "richer_juice" | "poorer_juice":
            return _juice(pours, sg)
        case _:
            return None


def _water(pours: Sequence[Pour], sg: float) -> Pour | None:
    more = water_to_reach_ml(Mix.of(pours), sg)
    water = next((each for each in pours if each.kind == "water"), Pour("Water", "water", 0.0))
    if water.by_mass:
        return None
    volume = water.amount + more
    return replace(water, volume_ml=round(volume, 1)) if volume >= 0 else None


def _juice(pours: Sequence[Pour], sg: float) -> Pour | None:
    juices = [each for each in pours if each.kind in JUICES and not each.by_mass and each.amount]
    if not juices:
        return None
    main = max(juices, key=lambda each: each.amount)
    place = list(pours).index(main)

    def off(measured: float) -> float:
        read = replace(main, measured_sg=measured)
        return Mix.of([*pours[:place], read, *pours[place + 1 :]]).sg - sg

    low, high = _READS
    if off(low + _EXACT) > 0 or off(high) < 0:
        return None
    return replace(main, measured_sg=round(brentq(off, low + _EXACT, high, xtol=_EXACT), 4))


def accepting(pours: Sequence[Pour], explained: Pour) -> str:
    """What accepting it writes down, as a button says it."""
    if explained.kind != "water":
        return f"Write that {explained.name} reads {explained.measured_sg:.3f}"
    planned = next((each.amount for each in pours if each.name == explained.name), 0.0)
    more = explained.amount - planned
    return f"Write {abs(more):.0f} ml {'more' if more > 0 else 'less'} water"
