"""What the pours bring of one thing that the must is summed for: acid, tannin."""

from collections import defaultdict
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from core import tables
from core.interval import Interval, sd_of_uniform
from core.must.mixing import Pour, mix_of

_FROM_FRUIT = ("juice", "fruit", "concentrate", "kit")
# What a juice brings, g/L as a range, from its fruit's key (None: not named).
PerLitre = Callable[[str | None], tuple[float, float]]


@dataclass(frozen=True, slots=True)
class Brought:
    """A 90 % interval in g/L of must, and what each pour brings, g, in the pours' order."""

    g_per_l: Interval
    by_pour_g: tuple[float, ...]


def summed(
    pours: Sequence[Pour], grams: Callable[[Pour], tuple[float, float]], volume_ml: float
) -> Brought:
    """The pours' least and most `grams` of something, summed over `volume_ml` of must.

    Pours of one name are wrong together, the others independently.
    """
    by_pour, deviations = [], defaultdict[str, float](float)
    for pour in pours:
        low, high = grams(pour)
        by_pour.append((low + high) / 2)
        deviations[pour.name] += sd_of_uniform((high - low) / 2)
    litres = volume_ml / 1000
    interval = Interval.around(sum(by_pour) / litres, (d / litres for d in deviations.values()))
    return Brought(Interval(interval.value, max(interval.low, 0.0), interval.high), tuple(by_pour))


def from_juice(pour: Pour, per_litre: PerLitre) -> tuple[float, float]:
    """Least and most grams that a juice, concentrate, kit or fruit brings.

    Concentrate counts by its sugar, as the juice it was; of a drink only what is juice.
    """
    litres = _as_juice_ml(pour) / 1000 * pour.juice_share
    low, high = per_litre(pour.fruit)
    return low * litres, high * litres


def juice_ml(pour: Pour) -> float:
    """How much of a pour is juice or fruit, ml: of a drink the share that is printed, of a
    concentrate the juice that its sugar was; a syrup, honey and sugar bring none.

    Raises JobError for a pour that cannot be.
    """
    if pour.kind not in _FROM_FRUIT or not pour.amount:
        return 0.0
    printed = None if pour.juice_percent is None else pour.juice_percent / 100
    row = tables.FRUITS.get(pour.fruit or "")
    # What is only sold as a nectar is one where nobody says how much of it is juice.
    usual = row.juice_share if row and pour.kind == "juice" else 1.0
    return _as_juice_ml(pour) * (usual if printed is None else printed)


def juice_share(pours: Sequence[Pour], volume_ml: float) -> float:
    """What part of `volume_ml` of must, 0 to 1, is juice or fruit."""
    return min(sum(map(juice_ml, pours)) / volume_ml, 1.0)


def _as_juice_ml(pour: Pour) -> float:
    """The drink that a pour is or, undiluted, was, ml."""
    mix = mix_of(pour)
    if pour.kind in ("concentrate", "kit"):
        sugars = tables.FRUITS[pour.fruit].sugars if pour.fruit else tables.GENERIC_SUGARS
        return mix.sugar / (5 * sum(sugars)) * 1000
    return mix.mass / (pour.composition().density_g_per_ml or 1.0)
