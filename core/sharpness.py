"""Titratable acidity of a must from its pours, before anybody titrates it."""

from collections.abc import Sequence
from dataclasses import dataclass

from core import tables
from core.acid import ta_as
from core.errors import JobError
from core.interval import Interval, sd_of_uniform
from core.must import Pour, make_must, mix_of

# A juice whose fruit is not named, g/L as malic: the common ground of the table.
_GENERIC = (3.0, 10.0)
# What is sold as acid in a kitchen; blends titrate within a few per cent of it.
_SOLD_AS = "citric"
_WITHOUT = ("sugar", "water", "syrup")


@dataclass(frozen=True, slots=True)
class Sharpness:
    """Titratable acidity in g/L as tartaric, and what each pour brings, in g as tartaric."""

    ta_tartaric_g_per_l: Interval
    by_pour: tuple[tuple[str, float], ...]


def sharpness(pours: Sequence[Pour]) -> Sharpness:
    """The must's acidity from its fruits' usual ranges; syrups and honey count as none.

    A titration beats it. Concentrate counts by its sugar, as the juice it was. Raises
    JobError as `make_must`.
    """
    litres = make_must(pours).mix.volume_ml / 1000
    middle = 0.0
    deviations: dict[str, float] = {}
    by_pour = []
    for pour in pours:
        low, high = _acid_g(pour)
        brought = (low + high) / 2
        middle += brought
        # The same juice poured twice is wrong together.
        deviations[pour.name] = deviations.get(pour.name, 0.0) + sd_of_uniform((high - low) / 2)
        by_pour.append((pour.name, brought))
    interval = Interval.around(middle / litres, (d / litres for d in deviations.values()))
    return Sharpness(interval, tuple(by_pour))


def _acid_g(pour: Pour) -> tuple[float, float]:
    """Least and most acid in a pour, g as tartaric."""
    if pour.kind in _WITHOUT:
        return 0.0, 0.0
    mix = mix_of(pour)
    if pour.kind == "acid":
        grams = ta_as(mix.mass, _SOLD_AS, "tartaric")
        return grams, grams
    fruit = tables.FRUITS[pour.fruit] if pour.fruit else None
    (low, high), named = (fruit.acid, fruit.acid_as) if fruit else (_GENERIC, "malic")
    litres = _as_juice_l(pour, mix.sugar, fruit)
    return ta_as(low, named, "tartaric") * litres, ta_as(high, named, "tartaric") * litres


def _as_juice_l(pour: Pour, sugar_g: float, fruit: tables.Fruit | None) -> float:
    """Litres of single-strength juice a pour stands for."""
    if pour.kind == "concentrate":
        if fruit is None:
            raise JobError(
                "Say which fruit the concentrate is of: its acid depends on it.", "fruit"
            )
        return sugar_g / (5 * sum(fruit.sugars))
    density = pour.composition().density_g_per_ml or 1.0
    return mix_of(pour).mass / density / 1000
