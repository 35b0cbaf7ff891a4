"""How far a ferment has come, from its readings: stopped, dry, proven are three questions."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.ferment.finish import TOLERANCE_SPREAD, Finish
from core.ferment.stopping import Reading, Rest, at_rest
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L, Strength, strength
from core.interval import Interval

VERDICTS = (
    "pitched",
    "not_started",
    "going",
    "slow",
    "near",
    "restarted",
    "stopped_short",
    "stopped_sweet",
    "dry",
)
"""How a jug in its vessel stands. `dry` alone is a good end, and only once it is proven."""

# The dry band is the 90 % interval of the dry gravity, wider by the stem's point each side.
DRY_MARGIN = 0.001
# How far above that band still counts as near it.
_NEAR = 0.003
# A fall that means something: yeast at work, or a jug that went on after it had stopped.
_FALL = 0.002
# Nothing to see for so long is a start that failed. Common practice: 36 to 48 h.
_STARTS_WITHIN_DAYS = 2.0
# A stop so near the yeast's limit, % vol, is the yeast giving up. Kinds vary by 1, and the
# wants of the must take off another. Common practice.
_REACH_ABV = 2.0
# A yeast that nobody named may give up from here, % vol. Common practice.
_WEAKEST_ABV = 8.5
# Near the limit the middle of the dry band is trusted to so many points.
_BAND_DOUBT_POINTS = 1.5
# Slower than this in the middle, points a day, wants help. Common practice.
_SLOW_POINTS_A_DAY = 2.0
# More sugar in the must than planned ends it drier: points at the end per point at the start.
# Derived: washes of 1.060 and 1.100 end at 0.990 and 0.984.
_DRIER_PER_RICHER = 0.15
_HAIR = 1e-9


@dataclass(frozen=True, slots=True)
class Progress:
    """`share` of the way come, 0 to 1. `verdict` is one of VERDICTS, `advice` a sentence.

    `stopped` is of the stem, `dry` inside the dry band or below it, `proven` dry for as long
    as this jug's pace asks. `sugar_left_g_per_l` is all that could still ferment, as sucrose;
    `may_still_ferment_g_per_l` what of it has to be counted in a closed bottle, and
    `at_most_ferment_g_per_l` what once in a thousand jugs ferments.
    """

    strength: Strength
    share: float
    points_to_go: float
    verdict: str
    headline: str
    advice: str
    stopped: bool
    proven: bool
    rest: Rest
    dry_band: tuple[float, float]
    sugar_left_g_per_l: Interval
    may_still_ferment_g_per_l: float
    at_most_ferment_g_per_l: float

    @property
    def dry(self) -> bool:
        """Whether it has stopped where only a dry jug stops."""
        return self.verdict == "dry"


def progress(
    readings: Sequence[Reading],
    ends: Finish,
    planned_sg: float,
    tolerance_abv: float | None = None,
    as_sucrose: float = 1.0,
    come: Strength | None = None,
) -> Progress:
    """Where the jug stands. `readings` are in order, the first taken at pitching.

    `ends` and `planned_sg` are the plan's; `tolerance_abv` the yeast's limit, % vol;
    `as_sucrose` what 1 g of the must's sugar is worth (see core.ferment.strength.fermented);
    `come` the strength it has, where more is known of it than these readings. Raises ValueError
    for no readings.
    """
    if not readings:
        raise ValueError("progress needs at least the first reading")
    og, now = readings[0].sg, readings[-1].sg
    # A must that read richer than planned holds more sugar, and ends lower.
    drier = _DRIER_PER_RICHER * max(og - planned_sg, 0.0)
    dry = Interval(ends.dry_sg.value - drier, ends.dry_sg.low - drier, ends.dry_sg.high)
    band = (dry.low - DRY_MARGIN, dry.high + DRY_MARGIN)
    come = come or strength(og, now, as_sucrose)
    rest = at_rest(readings)
    verdict = _verdict(readings, rest, band, come.mass_balance.value, tolerance_abv)
    proven = verdict == "dry" and rest.proven
    left = _sugar_left(now, dry)
    # Of a yeast that nobody named, nobody knows when it gives up.
    weakest = _WEAKEST_ABV if tolerance_abv is None else tolerance_abv - TOLERANCE_SPREAD
    gave_up = come.mass_balance.value >= weakest
    headline, advice = _SAY[verdict](_Case(readings, rest, band, left, proven, tolerance_abv))
    end = dry.value if ends.limited_by == "sugar" else ends.sg.value
    return Progress(
        come,
        _share(og, now, end),
        max(1000 * (now - end), 0.0),
        verdict,
        headline,
        advice,
        rest.stopped,
        proven,
        rest,
        band,
        left,
        _may_still_ferment(rest, left, proven, now - dry.value, gave_up),
        _at_most(rest, left, proven, now - dry.value, come.mass_balance.value - weakest),
    )


def _may_still_ferment(
    rest: Rest, left: Interval, proven: bool, above_middle: float, gave_up: bool
) -> float:
    """Sugar to count in a closed bottle, g/L: all of it, or what a proof bounds.

    Where the yeast may have given up, standing still proves nothing by itself: what stands
    over the middle of the dry band counts as well.
    """
    if not proven:
        return left.high
    points = rest.points_may_fall
    if gave_up:
        points = max(points, 1000 * above_middle + _BAND_DOUBT_POINTS)
    return points * SUGAR_PER_POINT_G_PER_L


def _at_most(
    rest: Rest, left: Interval, proven: bool, above_middle: float, past_weakest_abv: float
) -> float:
    """Sugar that ferments in the bottle once in a thousand times, g/L.

    As in _may_still_ferment, each doubt taken one step further.
    """
    if not proven:
        return left.high + 1000 * DRY_MARGIN * SUGAR_PER_POINT_G_PER_L
    proof = rest.points_at_most * SUGAR_PER_POINT_G_PER_L
    if past_weakest_abv >= 0:
        return max(proof, left.high)
    if past_weakest_abv >= TOLERANCE_SPREAD - _REACH_ABV:
        over = 1000 * above_middle + _BAND_DOUBT_POINTS
        return max(proof, over * SUGAR_PER_POINT_G_PER_L)
    return proof


def _share(og: float, sg: float, end: float) -> float:
    if og <= end:
        return 1.0
    return min(max((og - sg) / (og - end), 0.0), 1.0)


def _sugar_left(sg: float, dry: Interval) -> Interval:
    """Sugar, g/L as sucrose, in what stands at `sg` and would be dry in that band."""

    def of(points: float) -> float:
        return max(1000 * points, 0.0) * SUGAR_PER_POINT_G_PER_L

    return Interval(
        of(sg - dry.value), of(sg - dry.high - DRY_MARGIN), of(sg - dry.low + DRY_MARGIN)
    )


def _verdict(
    readings: Sequence[Reading],
    rest: Rest,
    band: tuple[float, float],
    abv: float,
    tolerance_abv: float | None,
) -> str:
    fell = readings[0].sg - readings[-1].sg
    now = readings[-1].sg
    if not rest.stopped and _went_on(readings):
        return "restarted"
    if rest.stopped and now <= band[1] + _HAIR:
        return "dry"
    if rest.stopped and fell >= _FALL - _HAIR:
        gave_up = tolerance_abv is not None and abv >= tolerance_abv - _REACH_ABV
        return "stopped_sweet" if gave_up else "stopped_short"
    if now <= band[1] + _NEAR + _HAIR:
        return "near"
    days = readings[-1].days
    if fell < _FALL - _HAIR:
        return "not_started" if days >= _STARTS_WITHIN_DAYS - _HAIR else "pitched"
    return "slow" if _creeps(readings) else "going"


def _went_on(readings: Sequence[Reading]) -> bool:
    """Whether it rested once, and has fallen again since."""
    for count in range(2, len(readings)):
        rest = at_rest(readings[:count])
        rested = readings[count - 1].sg
        fell_before = readings[0].sg - rested >= _FALL - _HAIR
        if rest.stopped and fell_before and rested - readings[-1].sg >= _FALL - _HAIR:
            return True
    return False


def _creeps(readings: Sequence[Reading]) -> bool:
    """Whether the newest fall is slow, over a day at the least and not its first two."""
    last = readings[-1]
    for before in reversed(readings[:-1]):
        days = last.days - before.days
        if days >= 1.0:
            pace = 1000 * (before.sg - last.sg) / days
            return last.days > _STARTS_WITHIN_DAYS + 1 and pace < _SLOW_POINTS_A_DAY
    return False


@dataclass(frozen=True, slots=True)
class _Case:
    """What a sentence is made from."""

    readings: Sequence[Reading]
    rest: Rest
    band: tuple[float, float]
    left: Interval
    proven: bool
    tolerance_abv: float | None

    @property
    def ends(self) -> str:
        return f"{self.band[0]:.3f} to {self.band[1]:.3f}"

    @property
    def wait(self) -> str:
        """In how many days of the last reading the same one proves it."""
        return days_in_words(self.rest.proves_on - self.readings[-1].days)

    @property
    def stood(self) -> str:
        moved = max(r.sg for r in self.readings if self._in_rest(r)) - self.readings[-1].sg
        still = "not moved" if 1000 * moved < 0.5 else "fallen by less than 2 points"
        return f"The gravity has {still} in {days_in_words(self.rest.days)}"

    def _in_rest(self, reading: Reading) -> bool:
        return reading.days >= self.readings[-1].days - self.rest.days - _HAIR


def days_in_words(days: float) -> str:
    """Whole days, at least one: "1 day", "9 days". Parts of a day count as one more."""
    whole = max(round(days + 0.49), 1)
    return f"{whole} day{'' if whole == 1 else 's'}"


def _say_pitched(case: _Case) -> tuple[str, str]:
    return (
        "Pitched.",
        "Keep it at 18-22 °C. It may take a day or two to show anything; read again in two or"
        " three days.",
    )


def _say_not_started(case: _Case) -> tuple[str, str]:
    return (
        "Not started.",
        "Two days and the gravity has not fallen. Warm it to 20-22 °C and swirl; nothing a day"
        " later, pitch fresh yeast. Look on the labels for a preservative, and measure the pH:"
        " below 3.0 yeast hardly starts.",
    )


def _say_going(case: _Case) -> tuple[str, str]:
    return (
        "Going well. Leave it be.",
        f"Dry, it ends at {case.ends}. Read again in two or three days.",
    )


def _say_slow(case: _Case) -> tuple[str, str]:
    return (
        "Slow.",
        "It falls by less than 2 points a day. Warm it to 20-22 °C and swirl up the lees; give"
        " nutrient only while less than a third of the sugar is gone. Read again in three days.",
    )


def _say_near(case: _Case) -> tuple[str, str]:
    return (
        "Nearly there.",
        f"Dry, it ends at {case.ends}. Read again in {case.wait}: the same reading then proves"
        " it. Bubbles prove nothing either way.",
    )


def _say_restarted(case: _Case) -> tuple[str, str]:
    return (
        "Going again.",
        "It had stopped and has fallen since: it was not stable, and what was bottled from it"
        " then is not either. Put those bottles in the fridge and open them with care. Read this"
        " one again in three days.",
    )


def _say_stopped_short(case: _Case) -> tuple[str, str]:
    return (
        "Stopped short.",
        f"{case.stood}, but dry it would end at {case.ends}: up to {case.left.high:.0f} g/L of"
        " sugar may be left. Not safe to close in a bottle.",
    )


def _say_stopped_sweet(case: _Case) -> tuple[str, str]:
    return (
        "Stopped sweet.",
        f"The yeast has given up near its limit, with about {case.left.value:.0f} g/L of sugar"
        " left. It is not stable: it may go on when it is warmed or stirred. Drink it, keep it"
        " cold, or stabilise it; never cork it as it is, and never prime it.",
    )


def _say_dry(case: _Case) -> tuple[str, str]:
    if case.proven:
        return (
            "Dry, and proven.",
            f"The same reading {days_in_words(case.rest.equal_days)} apart, where this jug ends"
            f" dry ({case.ends}). Rack or bottle when it is clear.",
        )
    return (
        "It looks dry.",
        f"It stands where this jug ends dry ({case.ends}), but by its pace it could still creep."
        f" Read again in {case.wait}: the same reading then proves it.",
    )


_SAY = {
    "pitched": _say_pitched,
    "not_started": _say_not_started,
    "going": _say_going,
    "slow": _say_slow,
    "near": _say_near,
    "restarted": _say_restarted,
    "stopped_short": _say_stopped_short,
    "stopped_sweet": _say_stopped_sweet,
    "dry": _say_dry,
}
