"""How a jug stands by its journal: stopped, dry, proven, and in one word."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from core.batch.held import holds, lacks
from core.batch.jug import Jug
from core.batch.verdicts import Case, Promise, said
from core.batch.watch import FALLEN, day_of
from core.estimate.views import Estimate
from core.ferment.stem import Runs, runs
from core.ferment.stopping import DAYS_APART, UNKNOWN_DAYS, Reading, Rest, at_rest
from core.ferment.strength import Strength, potential_scale, quick_sum
from core.interval import Interval

CODES = (
    "bottled",
    "stabilised",
    "restarted",
    "dry",
    "stopped_sweet",
    "stopped_short",
    "stopped_unsure",
    "near",
    "slow",
    "going",
    "not_started",
    "pitched",
    "planned",
)
"""In the order they are asked: the first that holds is the jug's."""

# What is still on its way with so little chance has stopped; dry, sweet and proven by so much.
_STILL_MOVES, _DRY, _SWEET, _UNPROVEN = 0.20, 0.80, 0.50, 0.05
_NEAR_POINTS = 3.0
# Levels that a reading to come is tried at, points beside the newest.
_LOWER, _HIGHER = 3, 2
# What is promised holds for whoever reads it so much later.
_LATE = timedelta(days=7)
# As many members as there are say no two days quite the same: a promise keeps off the bound.
_SURELY = 0.97
_HAIR = 1e-9


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a ferment has come: strength by the three schools, `share` of the way (0 to 1),
    points to go to dry, sugar left (g/L as sucrose), where it ends, and the stem's own rest."""

    strength: Strength
    share: float
    points_to_go: float
    sugar_left_g_per_l: Interval
    ends_sg: Interval
    dry_sg: Interval
    rest: Rest
    headline: str
    advice: str


@dataclass(frozen=True, slots=True)
class Judged:
    """`code` is one of CODES; `points_may_fall` (95 %); `promise` which reading would prove it,
    and when; `unmet` what lacks before sulphite and sorbate hold it, empty too where neither is
    in. `progress` is what it rests on, None of a jug that is empty, or has not begun."""

    code: str
    stopped: bool
    dry: bool
    proven: bool
    points_may_fall: float | None
    promise: Promise | None
    text: str
    unmet: tuple[str, ...]
    progress: Progress | None

    @property
    def read_again_at(self) -> datetime | None:
        """When a reading can prove it dry."""
        return self.promise.at if self.promise else None


def judged(jug: Jug) -> Judged:
    """How the jug stands, once its journal is folded."""
    if jug.emptied:
        text = "Bottled, or poured on: next to nothing is left in it."
        if jug.as_it_went is None:
            return _plain("bottled", text)
        return replace(judged(jug.as_it_went), code="bottled", text=text, promise=None)
    told = jug.estimate
    if jug.brew.empty or told is None:
        return _plain("planned", "Nothing is in it yet.")
    if not _begun(jug):
        return _plain("planned", "Not pitched yet.")
    readings = jug.watch.in_days(jug.pitched_at or jug.watch.readings[0].at)
    rest, stem = at_rest(readings), runs(readings)
    if jug.watch.woken_at is not None and jug.watch.readings[-1].at <= jug.watch.woken_at:
        # Fresh yeast went in, and nobody has read it since.
        rest, stem = replace(rest, days=0.0, equal_days=0.0), "pitched"
    stopped = rest.stopped and stem != "restarted" and told.moves < _STILL_MOVES
    fell = readings[0].sg - readings[-1].sg >= FALLEN - _HAIR
    sweet = told.sweet_chance
    dry = told.settled and stopped and 1 - sweet > _DRY
    proven = dry and rest.proven and told.unproven <= _UNPROVEN
    wants = lacks(jug)
    code = _code(told, stem, stopped and (fell or jug.watch.rested_before), dry, rest)
    if stopped and holds(jug):
        code = "stabilised"
    promise = None
    if code in ("near", "dry", "stopped_unsure") and not proven and _provable(jug, told):
        promise = _promise(jug, readings[-1], rest)
    unread = len(readings) == 1
    tested = jug.tested_today is not None
    sweetened, jug_c = jug.watch.sweetened, jug.watch.jug_c
    read_at = jug.watch.readings[-1].at
    as_of = jug.as_of or read_at
    case = Case(told, rest, proven, sweetened, promise, unread, tested, jug_c, read_at, as_of)
    headline, advice = said(code, case)
    return Judged(
        code,
        stopped,
        dry,
        proven,
        told.points_may_fall if stopped else None,
        promise,
        f"{headline} {advice}",
        wants,
        _progress(told, readings, rest, headline, advice),
    )


def _code(told: Estimate, stem: Runs, stopped: bool, dry: bool, rest: Rest) -> str:
    if stem == "restarted":
        return stem
    if stopped:
        if dry:
            return "dry"
        if told.settled and told.sweet_chance > _SWEET:
            return "stopped_sweet" if told.by_limit else "stopped_short"
        return "stopped_unsure"
    above = told.found.points - told.dry.points
    if told.at(above, 0.5) <= _NEAR_POINTS:
        return "near"
    # It stands for now, and may well be on its way.
    return "slow" if stem == "stopped" else stem


def _progress(
    told: Estimate, readings: Sequence[Reading], rest: Rest, headline: str, advice: str
) -> Progress:
    first, last = readings[0].sg, readings[-1].sg
    start, now, dry = told.start_sg.value, told.sg.value, told.dry_sg.value
    return Progress(
        Strength(
            told.abv,
            max(quick_sum(first, last), 0.0),
            max(potential_scale(first, last), 0.0) if first >= last else 0.0,
        ),
        min(max((start - now) / max(start - dry, 1e-6), 0.0), 1.0),
        max(1000 * (now - dry), 0.0),
        told.sugar_g_per_l,
        told.end_sg,
        told.dry_sg,
        rest,
        headline,
        advice,
    )


def _provable(jug: Jug, told: Estimate) -> bool:
    """Whether one more reading could prove it dry: it fits what was read, is likelier dry than
    sweet, and is this jug now, not as it was."""
    likely = told.settled and told.sweet_chance < _SWEET
    return likely and not jug.watch.sweetened and jug.moment is None


def _promise(jug: Jug, last: Reading, rest: Rest) -> Promise | None:
    """Which reading would prove it, and when: the whole estimate with that reading in it. The
    newest level first, once more in twice the time; None where no reading will."""
    seen = jug.watch.readings[-1]
    if not seen.seen or jug.as_of is None:
        return None
    needs = max(min(rest.needs_days, UNKNOWN_DAYS), DAYS_APART)
    points = round(1000 * (last.sg - 1))
    for days in (needs, 2 * needs):
        at = max(seen.at + timedelta(days=days), jug.as_of)
        if not _holds(jug, points, at):
            continue
        low = high = points
        while low > points - _LOWER and _holds(jug, low - 1, at):
            low -= 1
        while high < points + _HIGHER and _holds(jug, high + 1, at):
            high += 1
        return Promise(at, 1 + low / 1000, 1 + high / 1000)
    return None


def _holds(jug: Jug, points: float, at: datetime) -> bool:
    """Whether it is proven dry once it reads so then, and as well some days later: who is late
    finds what was promised, though each day says a hair less."""
    return _proves(jug, points, at + _LATE) and _proves(jug, points, at)


def _proves(jug: Jug, points: float, at: datetime) -> bool:
    """Whether it is proven dry once it reads so then."""
    read = jug.watch.copy()
    read.read(at, 1 + points / 1000)
    readings = read.in_days(jug.pitched_at or jug.watch.readings[0].at)
    after = at_rest(readings)
    if not after.proven or runs(readings) == "restarted":
        return False
    told = jug.estimator.had_it_read(jug.name, points, day_of(at))
    if told is None or not told.settled or told.moves >= _STILL_MOVES:
        return False
    return 1 - told.sweet_chance > _DRY and told.unproven <= _SURELY * _UNPROVEN


@dataclass(frozen=True, slots=True)
class Shown:
    """What the stem would show of a jug, SG at 20 °C, and where it ends dry."""

    sg: float
    dry_sg: Interval


def shown_by(jug: Jug) -> Shown | None:
    """What the next reading is held against: the newest one, moved by what went in since. None
    of a must that nobody has read and no yeast is in."""
    told = jug.estimate
    if jug.brew.empty or not jug.watch.readings or told is None:
        return None
    return Shown(jug.watch.last_sg, told.dry_sg)


def _begun(jug: Jug) -> bool:
    """Whether yeast went in, or plainly is at work all the same."""
    if not jug.watch.readings:
        return False
    fell = jug.watch.first_sg - jug.watch.last_sg
    return jug.pitched_at is not None or fell >= FALLEN - _HAIR


def _plain(code: str, text: str) -> Judged:
    return Judged(code, False, False, False, None, None, text, (), None)
