"""What a lot should taste like by its figures, and what people made of it.

Both on the marks that people give, 1 to 5 (see core.batch.tasting). Which figure is which mark is
common practice; nobody publishes it.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr

from core.batch.counted import estimate_of
from core.batch.events import Dosed, Event
from core.batch.lots import BottledLot
from core.batch.tasting import SHARE
from core.bottle.priming import GAS_WORDS
from core.finish.sweetening import SWEETNESS, wine_word
from core.interval import Interval
from core.must.mixing import JUICES, Pour, mix_of
from core.must.tannin import tannin

# The figure that each mark, 1 to 5, stands for.
_MARKS: Mapping[str, tuple[float, ...]] = {
    "sweet": (2.0, 9.0, 18.0, 45.0, 80.0),
    "sharp": (3.0, 4.5, 6.0, 8.0, 10.0),
    "body": (8.0, 14.0, 20.0, 28.0, 40.0),
    "bite": (0.1, 0.4, 0.9, 1.6, 2.5),
    "sparkle": (1.0, 1.6, 2.4, 3.2, 4.5),
}
# People part by about a mark; two who agree are surer by the root of two.
_MARK_SD = 1.0
# So far apart, and past what chance does four times in five, it is worth a word.
_DIFFERENT, _CLEAR = 0.75, 1.28
# Less sure than this of two bottles is a toss of a coin.
_WORTH_SAYING = 0.7
_WORDS = {
    "sweet": ("Drier", "Sweeter"),
    "sharp": ("Flatter", "Sharper"),
    "body": ("Thinner", "Fuller"),
    "bite": ("Softer", "Rougher"),
    "sparkle": ("Stiller", "Livelier"),
    "overall": ("Liked less", "Liked more"),
    "clarity": ("Thicker", "Clearer"),
    "nose": ("Worse on the nose", "Better on the nose"),
}


@dataclass(frozen=True, slots=True)
class Expected:
    """A side of the taste as its figures have it: the mark with its doubt, and the figures in
    words."""

    mark: Interval
    why: str


@dataclass(frozen=True, slots=True)
class Side:
    """A side as it was marked on average by `count` tastings, what was expected (None: nothing
    measured says), and how the two differ, in words; empty where nobody marked it."""

    key: str
    marked: float | None
    count: int
    expected: Expected | None
    text: str


def expected(lot: BottledLot, events: Sequence[Event]) -> dict[str, Expected]:
    """What a lot should taste like: sweet, sharp, body, bite and sparkle; share too where two
    juices are in it. `events` are its jug's that stand."""
    before = lot.filled.before
    litres = estimate_of(before).volume_ml.value / 1000
    dosed = [event.what for event in events if isinstance(event.what, Dosed)]
    sweetened = sum(
        what.mass_g * SWEETNESS.get(what.of or "", 0.0)
        for what in dosed
        if what.dose == "sweetener"
    )
    told = estimate_of(before)
    sugar = _raised(told.sugar_g_per_l, sweetened / litres)
    acid = told.acid_g_per_l
    bite = _raised(
        tannin(before.pours, litres * 1000).g_per_l,
        sum(what.mass_g for what in dosed if what.dose == "tannin") / litres,
    )
    body = max(told.extract_g_per_l.value, 0.0) + sugar.value
    gas = lot.closing.expected_volumes
    word = wine_word(sugar.value, acid.value)
    found = {
        "sweet": Expected(_mark("sweet", sugar), f"{sugar.value:.0f} g/L of sugar is {word}"),
        "sharp": Expected(_mark("sharp", acid), f"{acid.value:.1f} g/L of acid as tartaric"),
        "body": Expected(
            _mark("body", Interval(body, 0.8 * body, 1.2 * body)), f"{body:.0f} g/L besides water"
        ),
        "bite": Expected(_mark("bite", bite), f"{bite.value:.1f} g/L of tannin"),
        "sparkle": Expected(
            _mark("sparkle", Interval(gas, 0.85 * gas, 1.15 * gas)),
            f"{gas:.1f} volumes of gas, {_gas_word(gas)}",
        ),
    }
    pair = two_juices(before.pours)
    if pair is not None:
        (one, less), (other, more) = pair
        mark = 1 + 4 * more / (less + more)
        share = round(100 * less / (less + more))
        why = f"{share} % {one} to {100 - share} % {other} was poured"
        found[SHARE] = Expected(Interval(mark, mark, mark), why)
    return found


def two_juices(pours: Sequence[Pour]) -> tuple[tuple[str, float], tuple[str, float]] | None:
    """The two juices that most of it is, with their ml, the larger first; None of one alone."""
    ml: dict[str, float] = {}
    for pour in pours:
        if pour.kind in JUICES and pour.amount > 0:
            ml[pour.name] = ml.get(pour.name, 0.0) + mix_of(pour).volume_ml
    largest = sorted(ml.items(), key=lambda item: -item[1])[:2]
    return (largest[0], largest[1]) if len(largest) == 2 else None


def sides(
    keys: Sequence[str], should: Mapping[str, Expected], told: Sequence[Mapping[str, float]]
) -> tuple[Side, ...]:
    """Each side as all the tastings marked it, against what was expected."""
    return tuple(
        _side(key, should.get(key), [one[key] for one in told if key in one]) for key in keys
    )


def apart(key: str, one: Side, other: Side) -> str:
    """How the other tasted against the one, and how sure that is with so few tastings; empty where
    either was not marked, or they are alike. Normal, with people a mark apart."""
    if one.marked is None or other.marked is None:
        return ""
    off = other.marked - one.marked
    spread = _MARK_SD * (1 / one.count + 1 / other.count) ** 0.5
    sure = float(ndtr(abs(off) / spread))
    if sure < _WORTH_SAYING:
        return ""
    word = _WORDS.get(key, ("Lower", "Higher"))[off > 0]
    tastings = one.count + other.count
    return f"{word} by {abs(off):.1f} of 5: {min(sure, 0.99):.0%} sure, from {tastings} tastings."


def _side(key: str, should: Expected | None, marks: Sequence[float]) -> Side:
    if not marks:
        return Side(key, None, 0, should, "")
    mean = sum(marks) / len(marks)
    return Side(key, mean, len(marks), should, _differs(key, mean, len(marks), should))


def _differs(key: str, mean: float, count: int, should: Expected | None) -> str:
    if should is None:
        return ""
    low, high = should.mark.low, should.mark.high
    off = mean - min(max(mean, low), high)
    if abs(off) < _DIFFERENT:
        return f"As expected: {should.why}."
    if key == SHARE:
        return f"Not as it was poured: {should.why}."
    word = _WORDS[key][off > 0]
    sure = "" if abs(off) >= _CLEAR * _MARK_SD / count**0.5 else " One voice may be chance."
    return f"{word} than expected: {should.why}.{sure}"


def _mark(key: str, figure: Interval) -> Interval:
    steps = _MARKS[key]
    low, value, high = (
        float(np.interp(each, steps, range(1, 6)))
        for each in (figure.low, figure.value, figure.high)
    )
    return Interval(value, low, high)


def _raised(figure: Interval, by: float) -> Interval:
    return Interval(figure.value + by, figure.low + by, figure.high + by)


def _gas_word(volumes: float) -> str:
    if volumes < 1.2:
        return "still"
    return next((word for most, word in GAS_WORDS if volumes <= most), GAS_WORDS[-1][1])
