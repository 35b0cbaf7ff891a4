"""What the pours bring of one thing that the must is summed for: acid, tannin."""

from collections import defaultdict
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from core import tables
from core.interval import Interval, sd_of_uniform
from core.must.mixing import Pour, mix_of

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
    mix = mix_of(pour)
    if pour.kind in ("concentrate", "kit"):
        sugars = tables.FRUITS[pour.fruit].sugars if pour.fruit else tables.GENERIC_SUGARS
        litres = mix.sugar / (5 * sum(sugars))
    else:
        litres = mix.mass / (pour.composition().density_g_per_ml or 1.0) / 1000
    litres *= pour.juice_share
    low, high = per_litre(pour.fruit)
    return low * litres, high * litres
