"""A hydrometer reading held against what the jug can show."""

from dataclasses import dataclass
from itertools import permutations

from core.density import brix_from_sg
from core.errors import JobError
from core.interval import Interval
from core.must import Mix, water_to_reach_ml

# Beyond the 90 % interval by this much a reading is questioned: the stem itself (0.001) and
# a volume measured to a couple of per cent. Common practice.
_GRACE = 0.003
# More water, or less, than this share of the jug is not a measuring slip.
_VOLUME_SLIP = 0.15


@dataclass(frozen=True, slots=True)
class Cause:
    """One thing that would explain a reading. `likely_sg` is set when the reading slipped."""

    code: str
    text: str
    likely_sg: float | None = None


@dataclass(frozen=True, slots=True)
class Judgement:
    """Whether a reading fits, in a sentence, and if not why, likeliest first."""

    fits: bool
    text: str
    causes: tuple[Cause, ...] = ()


def check_gravity(sg: float) -> float:
    """The reading, when a hydrometer can show it. Raises JobError otherwise."""
    if 900 <= sg <= 1900:
        raise JobError(f"Write the gravity with its point: {sg / 1000:.3f}.", "sg")
    if not 0.97 <= sg < 2:
        raise JobError("A gravity lies between 0.970 and 1.200, like 1.074.", "sg")
    return sg


def slipped(sg: float, low: float, high: float) -> Cause | None:
    """The reading it probably was, when a common slip lands it between low and high.

    Slips: the wrong printed division (0.1, or 0.01), a digit lost ("1.70" for 1.070), two
    digits swapped ("1.705" for 1.075).
    """
    middle = (low + high) / 2

    def closest(candidates: set[float]) -> float | None:
        fitting = [c for c in candidates if low <= c <= high and abs(c - sg) > 0.0005]
        return min(fitting, key=lambda c: abs(c - middle), default=None)

    decimals = f"{sg:.3f}"[2:]
    shuffled = {1 + int("".join(p)) / 1000 for p in permutations(decimals)}
    for code, candidates, text in (
        (
            "division",
            {round(sg - 0.1, 4), round(sg + 0.1, 4)},
            "A whole division misread: {read:.3f} written for {likely:.3f}.",
        ),
        (
            "digits",
            {round(1 + (sg - 1) / 10, 4)} | shuffled,
            "Digits slipped: {read:.3f} written for {likely:.3f}.",
        ),
        (
            "line",
            {round(sg - 0.01, 4), round(sg + 0.01, 4)},
            "One numbered line off: {read:.3f} written for {likely:.3f}.",
        ),
    ):
        likely = closest(candidates)
        if likely is not None:
            return Cause(code, text.format(read=sg, likely=likely), likely)
    return None


def judge_start(sg: float, expected: Interval, must: Mix) -> Judgement:
    """Hold the first reading (20/20 °C) against what the pours give.

    `expected` is the must's gravity with its interval, `must` what was poured. Raises
    JobError when no hydrometer shows `sg`.
    """
    check_gravity(sg)
    low, high = expected.low - _GRACE, expected.high + _GRACE
    if low <= sg <= high:
        return Judgement(True, f"In line with what is in the jug ({_band(expected)}).")
    causes = []
    slip = slipped(sg, low, high)
    if slip:
        causes.append(slip)
    if sg < low:
        causes.extend(_why_low(sg, must))
    else:
        causes.extend(_why_high(sg, must))
    side = "below" if sg < low else "above"
    return Judgement(
        False,
        f"{sg:.3f} is {side} what these pours can give ({_band(expected)}).",
        tuple(causes),
    )


def _band(expected: Interval) -> str:
    return f"{expected.low:.3f} to {expected.high:.3f}"


def _why_low(sg: float, must: Mix) -> list[Cause]:
    causes = []
    missing_g = must.sugar + must.extract - must.mass * max(brix_from_sg(sg), 0) / 100
    if 0 < missing_g <= must.sugar:
        causes.append(
            Cause(
                "undissolved",
                f"Sugar not dissolved: about {missing_g:.0f} g lying on the bottom would do"
                " it. Stir two minutes past the last grain, then read again.",
            )
        )
    if sg > 1.001:
        water = water_to_reach_ml(must, sg)
        if water <= _VOLUME_SLIP * must.volume_ml:
            causes.append(
                Cause(
                    "full_jug",
                    f"A fuller jug: about {water:.0f} ml more water than planned would do it."
                    " Measure what the jug really holds.",
                )
            )
    causes.append(
        Cause("sample", "A warm or foamy sample reads low: cool it to 20 °C and spin out the gas.")
    )
    return causes


def _why_high(sg: float, must: Mix) -> list[Cause]:
    causes = []
    if brix_from_sg(min(sg, 1.5)) < 95:
        short = -water_to_reach_ml(must, min(sg, 1.5))
        if short <= _VOLUME_SLIP * must.volume_ml:
            causes.append(
                Cause(
                    "short_jug",
                    f"A short jug: about {short:.0f} ml less liquid than planned would do it."
                    " Measure what the jug really holds.",
                )
            )
    causes.append(
        Cause(
            "more_sugar",
            "More sugar than written down, or a sample from the syrupy bottom: mix well and"
            " read again.",
        )
    )
    return causes


def judge_later(sg: float, before: float, ends: Interval) -> Judgement:
    """Hold a later reading against the one before it and where the jug can end.

    All 20/20 °C. Raises JobError when no hydrometer shows `sg`.
    """
    check_gravity(sg)
    low, high = ends.low - _GRACE, before + 0.002
    if low <= sg <= high:
        return Judgement(True, "In line with the readings before it.")
    slip = slipped(sg, low, high)
    causes = [slip] if slip else []
    if sg > high:
        text = f"The gravity rose from {before:.3f} to {sg:.3f}; fermenting only lowers it."
        causes.append(
            Cause("added", "Sugar or juice added since? Then the readings start again from here.")
        )
    else:
        text = f"{sg:.3f} is lower than this jug can go ({_band(ends)})."
    causes.append(
        Cause("sample", "A warm, foamy or gassy sample misreads: spin it still, at 20 °C.")
    )
    return Judgement(False, text, tuple(causes))
