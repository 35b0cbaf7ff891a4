"""A hydrometer reading held against what the jug can show: what would explain a surprise.

Each cause is ranked by how likely it is before anybody looks, times how well it explains the
figure. Common practice; the weights have no source.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import permutations

from core.errors import JobError
from core.interval import Z90, Interval
from core.measure.density import brix_from_sg, sg_at_20
from core.must.mixing import Mix, water_to_reach_ml

FOAM, GRAIN = "foam", "grain"
"""What can be seen in a sample that misreads."""

# Beyond the 90 % interval by this much a reading is questioned: the stem itself (0.001) and
# a sample not quite still. Common practice.
_GRACE = 0.003
# How often each happens. The jug fuller or emptier, sugar lying on the bottom, sugar fed and
# not written down: often. A richer or poorer juice, a warm or gassy sample: sometimes. A slip
# of eye or pen: seldom.
_OFTEN, _SOMETIMES, _SELDOM = 0.3, 0.15, 0.05
# One standard deviation of what usually happens: a jug's volume as a share, gravity by gas or
# grain in the sample, and the part of dry sugar that lies undissolved.
_VOLUME_SD, _SAMPLE_SD, _BOTTOM_SD, _UNDISSOLVED_SD = 0.03, 0.003, 0.01, 0.4
# Seldom it is a jug read by the wrong mark, or a bottle of water more or less.
_MISCOUNTED_SD = 0.12
# Foam or grain seen makes what it does to a sample so many times likelier. Common practice.
_SEEN = 4.0
_LIKELIER = {FOAM: ("foamy",), GRAIN: ("undissolved", "more_sugar")}
# A cause this unlikely beside the others is not worth saying.
_WORTH_SAYING = 0.001
# Nor is one that nobody would think of, where nothing better explains it.
_THINKABLE = 1e-5
# A slip is sure when all else together is this much less likely.
_SURE = 0.05
# No fermenting drink reads lower or higher, SG; and what can be typed on a stem at all.
_LOWEST, _HIGHEST, _MOST_TYPED = 0.97, 1.2, 2.0
# Warmer than this yeast suffers or dies. Common practice.
MOST_PITCHING_C = 28.0


@dataclass(frozen=True, slots=True)
class Cause:
    """One thing that would explain a reading. `likely_sg`, as it stood on the stem, is set
    when the reading slipped; `sure` when nothing else plausible explains it."""

    code: str
    text: str
    likely_sg: float | None = None
    sure: bool = False


@dataclass(frozen=True, slots=True)
class Judgement:
    """Whether a reading fits, in a sentence, and if not why, likeliest first."""

    fits: bool
    text: str
    causes: tuple[Cause, ...] = ()


def check_gravity(sg: float) -> None:
    """Raises JobError for what nobody meant as a gravity."""
    if 900 <= sg <= 1900:
        raise JobError(f"Write the gravity with its point: {sg / 1000:.3f}.", "sg")
    if not _LOWEST <= sg < _MOST_TYPED:
        raise JobError("A gravity lies between 0.970 and 1.200, like 1.074.", "sg")


def check_fluid(temperature_c: float) -> None:
    """Raises JobError for a sample that is no cool liquid."""
    if not 0 <= temperature_c <= 40:
        raise JobError("Cool the sample to between 0 and 40 °C, best to 20.", "temperature_c")


def typed_at_20(typed: float, temperature_c: float) -> float:
    """The gravity at 20 °C behind a figure as typed, also where no stem goes so far."""
    # Past any stem nothing is known of the must, and nothing need be.
    return sg_at_20(typed, temperature_c) if typed <= 1.5 else typed


@dataclass(frozen=True, slots=True)
class _Weighed:
    """A cause with its weight."""

    cause: Cause
    weight: float


def _bell(off: float, deviation: float) -> float:
    return math.exp(-0.5 * (off / deviation) ** 2)


def _slips(typed: float, temperature_c: float, low: float, high: float) -> Iterable[_Weighed]:
    """What was probably on the stem, when a common slip lands it between low and high.

    Slips are made in the figure as it was typed, before its temperature is corrected: the
    wrong printed division (0.1, seldom 0.01), a digit lost ("1.70" for 1.070), two digits
    swapped ("1.705" for 1.075).
    """
    middle, half = (low + high) / 2, max((high - low) / 2, 0.0005)

    def fits(candidate: float) -> bool:
        if abs(candidate - typed) <= 0.0005 or not _LOWEST <= candidate <= _HIGHEST:
            return False
        return low <= sg_at_20(candidate, temperature_c) <= high

    decimals = f"{typed:.3f}"[2:]
    shuffled = {1 + int("".join(p)) / 1000 for p in permutations(decimals)}
    # "1.70" lost its nought; a figure with all three decimals lost none.
    lost = {round(1 + (typed - 1) / 10, 3)} if decimals.endswith("0") else set()
    for code, prior, candidates, said in (
        (
            "division",
            _SELDOM,
            {round(typed - 0.1, 4), round(typed + 0.1, 4)},
            "A whole division misread: {read:.3f} written for {likely:.3f}.",
        ),
        (
            "digits",
            _SELDOM,
            lost | shuffled,
            "Digits slipped: {read:.3f} written for {likely:.3f}.",
        ),
        (
            "line",
            _SELDOM / 2,
            {round(typed - 0.01, 4), round(typed + 0.01, 4)},
            "One numbered line off: {read:.3f} written for {likely:.3f}.",
        ),
    ):
        fitting = [c for c in candidates if fits(c)]
        if not fitting:
            continue
        likely = min(fitting, key=lambda c: abs(c - middle))
        weight = prior * _bell(sg_at_20(likely, temperature_c) - middle, half)
        yield _Weighed(Cause(code, said.format(read=typed, likely=likely), likely), weight)


def _ranked(found: Iterable[_Weighed]) -> tuple[Cause, ...]:
    """Likeliest first, the hopeless left out; a slip is sure where nothing else explains it."""
    ordered = sorted(found, key=lambda one: one.weight, reverse=True)
    total = sum(one.weight for one in ordered)
    causes = []
    slips_of_one = {one.cause.likely_sg for one in ordered if one.cause.likely_sg}
    others = sum(one.weight for one in ordered if one.cause.likely_sg is None)
    for place, one in enumerate(ordered):
        if one.weight < max(_WORTH_SAYING * total, _THINKABLE):
            continue
        cause = one.cause
        if place == 0 and cause.likely_sg is not None:
            alone = others <= _SURE * one.weight
            rivals = sum(o.weight for o in ordered[1:] if o.cause.likely_sg in slips_of_one)
            sure = alone and rivals <= one.weight
            cause = Cause(cause.code, cause.text, cause.likely_sg, sure)
        causes.append(cause)
    return tuple(causes)


def judge_start(
    typed: float,
    temperature_c: float,
    expected: Interval,
    must: Mix,
    dry_sugar_g: float = 0.0,
    seen: Sequence[str] = (),
) -> Judgement:
    """Hold the first reading against what the pours give.

    `typed` as it stood on the stem at `temperature_c`; `expected` is the must's gravity with
    its interval (20/20 °C), `must` what was poured, `dry_sugar_g` what went in as dry sugar;
    `seen` what of FOAM and GRAIN was seen in the sample.
    Raises JobError when nobody meant `typed` as a gravity.
    """
    check_gravity(typed)
    check_fluid(temperature_c)
    sg = typed_at_20(typed, temperature_c)
    low, high = expected.low - _GRACE, expected.high + _GRACE
    if low <= sg <= high:
        return Judgement(True, f"In line with what is in the jug ({_band(expected)}).")
    why = _why_low(sg, expected, must, dry_sugar_g) if sg < low else _why_high(sg, expected, must)
    side = "below" if sg < low else "above"
    return Judgement(
        False,
        f"{sg:.3f} is {side} what these ingredients can give ({_band(expected)}).",
        _ranked([*_slips(typed, temperature_c, low, high), *_by_what_is_seen(why, seen)]),
    )


def _by_what_is_seen(found: Iterable[_Weighed], seen: Sequence[str]) -> Iterable[_Weighed]:
    """Foam lifts the stem, and grain lies on the bottom: seen, they are likelier the cause."""
    codes = {code for what in seen for code in _LIKELIER.get(what, ())}
    for one in found:
        yield _Weighed(one.cause, one.weight * (_SEEN if one.cause.code in codes else 1.0))


def judge_pitching(temperature_c: float) -> Cause | None:
    """What to say of a must this warm before yeast goes in; None when it may."""
    if temperature_c <= MOST_PITCHING_C:
        return None
    return Cause(
        "too_warm",
        f"At {temperature_c:g} °C yeast suffers or dies: cool the must to 18-25 °C before it is"
        " pitched. Was only the sample warm, write it down.",
    )


def _band(expected: Interval) -> str:
    return f"{expected.low:.3f} to {expected.high:.3f}"


def _juice_sd(expected: Interval) -> float:
    return max((expected.high - expected.low) / 2 / Z90, 0.001)


def _by_volume(share: float) -> float:
    """A volume off by a few per cent is often met, by more seldom."""
    return _OFTEN * _bell(share, _VOLUME_SD) + _SELDOM * _bell(share, _MISCOUNTED_SD)


def _why_low(sg: float, expected: Interval, must: Mix, dry_sugar_g: float) -> Iterable[_Weighed]:
    short = expected.value - sg
    solids_g = must.mass * max(brix_from_sg(sg), 0) / 100
    missing_g = must.sugar + must.extract - solids_g
    if 0 < missing_g <= dry_sugar_g:
        cause = Cause(
            "undissolved",
            f"Sugar not dissolved: about {missing_g:.0f} g lying on the bottom would do"
            " it. Stir two minutes past the last grain, then read again.",
        )
        weight = _OFTEN * _bell(missing_g / dry_sugar_g, _UNDISSOLVED_SD)
        yield _Weighed(cause, weight)
    if sg > 1.001:
        water = water_to_reach_ml(must, sg)
        cause = Cause(
            "full_jug",
            f"A fuller jug: about {water:.0f} ml more water than planned would do it."
            " Measure what the jug really holds.",
        )
        yield _Weighed(cause, _by_volume(water / must.volume_ml))
    yield _Weighed(
        Cause("poorer_juice", "A poorer juice than its label says: read a fresh carton alone."),
        _SOMETIMES * _bell(short / _juice_sd(expected), 1.5),
    )
    yield _Weighed(
        Cause("sample", "A warm sample reads low: cool it to 20 °C."),
        _SOMETIMES * _bell(short, _SAMPLE_SD),
    )


def _why_high(sg: float, expected: Interval, must: Mix) -> Iterable[_Weighed]:
    over = sg - expected.value
    if sg <= 1.5:
        short = -water_to_reach_ml(must, sg)
        cause = Cause(
            "short_jug",
            f"A short jug: about {short:.0f} ml less liquid than planned would do it."
            " Measure what the jug really holds.",
        )
        yield _Weighed(cause, _by_volume(short / must.volume_ml))
    yield _Weighed(
        Cause(
            "more_sugar",
            "More sugar than written down, or a sample from the syrupy bottom: mix well and"
            " read again.",
        ),
        _OFTEN * _bell(over, _BOTTOM_SD),
    )
    yield _Weighed(
        Cause("richer_juice", "A richer juice than its label says: read a fresh carton alone."),
        _SOMETIMES * _bell(over / _juice_sd(expected), 1.5),
    )
    yield _Weighed(
        Cause("foamy", "Bubbles or foam lift the stem: spin the sample still."),
        _SOMETIMES * _bell(over, _SAMPLE_SD),
    )


def judge_later(
    typed: float,
    temperature_c: float,
    before: float,
    ends: Interval,
    seen: Sequence[str] = (),
) -> Judgement:
    """Hold a later reading against the one before it and where the jug can end.

    `typed` as it stood on the stem at `temperature_c`; the others 20/20 °C. Raises JobError
    when nobody meant `typed` as a gravity.
    """
    check_gravity(typed)
    check_fluid(temperature_c)
    sg = typed_at_20(typed, temperature_c)
    low, high = ends.low - _GRACE, before + 0.002
    if low <= sg <= high:
        return Judgement(True, "In line with the readings before it.")
    found: list[_Weighed] = []
    if sg > high:
        text = f"The gravity rose from {before:.3f} to {sg:.3f}; fermenting only lowers it."
        found.append(
            _Weighed(
                Cause(
                    "added",
                    "Sugar or juice added since? Then the readings start again from here.",
                ),
                _OFTEN * _bell(max(sg - before - 0.03, 0.0), 0.015),
            )
        )
        off = sg - before
    else:
        text = f"{sg:.3f} is lower than this jug can go ({_band(ends)})."
        off = ends.low - sg
    found.append(
        _Weighed(
            Cause("foamy", "A warm, foamy or gassy sample misreads: spin it still, at 20 °C."),
            _SOMETIMES * _bell(off, 2 * _SAMPLE_SD),
        )
    )
    found = [*_by_what_is_seen(found, seen), *_later_slips(typed, temperature_c, low, high)]
    return Judgement(False, text, _ranked(found))


def _later_slips(typed: float, temperature_c: float, low: float, high: float) -> Sequence[_Weighed]:
    """Slips of a later reading, which may stand anywhere on the way down: all alike."""
    return [
        _Weighed(one.cause, _SELDOM / (2 if one.cause.code == "line" else 1))
        for one in _slips(typed, temperature_c, low, high)
    ]
