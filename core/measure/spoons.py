"""Grams as a kitchen says them, and back: spoons and cups with their spread, tablets, sachets.

Grams come first; spoons are for kitchens without scales, and say how far they may be off.
"""

from dataclasses import dataclass
from fractions import Fraction

from core.errors import JobError
from core.measure.units import ML
from core.tables import rows

SYSTEMS = ("metric", "us")

# Everything is counted in quarter teaspoons first: the finest step a kitchen has. The
# measures, the largest first, each with the smallest share of it that is filled.
_MEASURES = (("cup", Fraction(1, 4)), ("tablespoon", Fraction(1)), ("teaspoon", Fraction(1, 4)))
_QUARTERS = 4
# What is less than this share of the whole is not worth another spoon.
_WORTH_A_SPOON = 0.01
_WORDS = {
    Fraction(1, 4): "a quarter",
    Fraction(1, 3): "a third",
    Fraction(1, 2): "a half",
    Fraction(2, 3): "two thirds",
    Fraction(3, 4): "three quarters",
}
_MOST_G = 20_000.0
# One step of an amount: a tablespoon of what is poured, a teaspoon of what is weighed.
STEP_ML, STEP_G = ML["metric tablespoon"], 5.0

USUAL_DROP_G = (3.0, 4.0)
"""A sugar drop for bottles, g: as most are, and the heaviest. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Spoons:
    """Measures to fill, as (count, measure); their mass lies between `low_g` and `high_g`."""

    measures: tuple[tuple[Fraction, str], ...]
    low_g: float
    high_g: float
    text: str


def substances() -> dict[str, str]:
    """Keys of what spoons are known for, with their names."""
    return {row["key"]: row["name"] for row in rows("spoons")}


def g_per_ml(substance: str) -> tuple[float, float]:
    """Least and most grams in a level ml of it. Raises JobError where no spoon is known."""
    for row in rows("spoons"):
        if row["key"] == substance:
            return float(row["g_per_ml_low"]), float(row["g_per_ml_high"])
    raise JobError(
        f"No spoon is known for “{substance}”: weigh it, or use one of {', '.join(substances())}.",
        "substance",
    )


def in_spoons(mass_g: float, substance: str, system: str = "metric") -> Spoons:
    """The nearest sayable cups, tablespoons and teaspoons, level, with their spread in g.

    Raises JobError for an unknown substance or system, or an amount below a quarter
    teaspoon: then only a scale will do.
    """
    if system not in SYSTEMS:
        raise JobError("Spoons and cups are metric or us.", "system")
    if not 0 < mass_g <= _MOST_G:
        raise JobError("Give an amount above 0 g and at most 20 kg.", "mass_g")
    low, high = g_per_ml(substance)
    quarter_ml = ML[f"{system} teaspoon"] / _QUARTERS
    total = round(mass_g / ((low + high) / 2) / quarter_ml)
    left = total
    measures = []
    for name, step in _MEASURES:
        each = round(ML[f"{system} {name}"] / quarter_ml * step)
        steps, rest = divmod(left, each)
        if steps and steps * each >= _WORTH_A_SPOON * total:
            measures.append((steps * step, f"{system} {name}"))
            left = rest
    if not measures:
        raise JobError("That is less than a quarter teaspoon: weigh it.", "mass_g")
    filled = sum(float(count) * ML[measure] for count, measure in measures)
    *most, last = [_say(count, measure) for count, measure in measures]
    text = f"{', '.join(most)} and {last}" if most else last
    return Spoons(tuple(measures), filled * low, filled * high, text)


def from_spoons(count: float, measure: str, substance: str) -> tuple[float, float]:
    """Least and most grams in so many level measures ("us cup"). Raises JobError as `in_spoons`."""
    if measure not in ML:
        raise JobError(f"Which measure? Say one of {', '.join(ML)}.", "measure")
    if not 0 <= count <= 1000:
        raise JobError("Count the measures, 0 or more.", "count")
    low, high = g_per_ml(substance)
    return count * ML[measure] * low, count * ML[measure] * high


def _of(part: Fraction) -> str:
    """A part before what it is of: half, a quarter of."""
    return "half" if part == Fraction(1, 2) else f"{_WORDS[part]} of"


def _say(count: Fraction, measure: str) -> str:
    system, name = measure.split(" ", 1)
    called = f"{'US ' if system == 'us' else ''}{name}"
    whole, part = divmod(count, 1)
    if whole == 0:
        return f"{_of(part)} a {called}"
    said = f"{whole}" if part == 0 else f"{whole} and {_WORDS[part]}"
    return f"{said} {called}{'s' if count > 1 else ''}"


def in_pieces(mass_g: float, piece_g: float, piece: str, parts: int = 4) -> tuple[float, str]:
    """Tablets or sachets, to the nearest quarter (or `parts`): their mass in g, and said.

    Raises JobError for a piece of no mass, or less than one part of it.
    """
    if piece_g <= 0 or parts < 1:
        raise JobError("A piece weighs more than nothing.", "piece_g")
    count = Fraction(round(mass_g / piece_g * parts), parts)
    if count <= 0:
        raise JobError(f"That is less than any part of a {piece}: weigh it.", "mass_g")
    whole, part = divmod(count, 1)
    if part not in (0, *_WORDS):
        said = f"{float(count):.2g} {piece}s"
    elif whole == 0:
        said = f"{_of(part)} a {piece}"
    elif part == 0:
        said = f"{whole} {piece}{'s' if whole > 1 else ''}"
    else:
        said = f"{whole} and {_WORDS[part]} {piece}s"
    return float(count) * piece_g, said
