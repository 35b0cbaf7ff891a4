"""What the newest readings say: finished, unmoved, stuck, at the yeast's limit, or on its way.

A stretch runs from when yeast, or something that it eats, went in, to now. Its newest readings that
agree are one level. Each member takes one of five fates, by a coordinate of its own, and is weighed
by how likely that fate is and how likely it reads so. All that is said of proof is the odds between
them. Days are warm days: as long as a day at 20 °C.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr, ndtri

from core.estimate import priors
from core.estimate.cloud import MODEL, Cloud, Portion
from core.estimate.drinks import EATEN, FERMENT, eaten_to
from core.estimate.net import Array
from core.estimate.priors import POINTS_PER_G_PER_L, Spread

FINISHED, UNMOVED, STUCK, LIMITED, MOVING = range(5)
_FATES = 5
# Each fate that is not hopeless has at least so many of the members, as a share.
_LEAST_SHARE = 0.12
_HOPELESS = 1e-7
# Readings within a point are one level; weighed out between one and two.
_SAME_POINTS, _OTHER_POINTS = 1.0, 2.0
_NO_CHANCE = -60.0
# The newest falls tell the pace.
_FALLS = 4
# What the whole way from the start tells of the tail's pace.
_STEEP_LOG = 0.8
_ABV_PER_G_PER_L = 1 / 17.0
_ROOT_2PI = float(np.sqrt(2 * np.pi))
_NO_TIME = 1e-3


@dataclass(frozen=True, slots=True)
class Seen:
    """A reading after the yeast: warm days, points, the spread of what it was read with."""

    days: float
    points: float
    spread: float


@dataclass(frozen=True, slots=True)
class Level:
    """The newest readings that agree: their mean and its spread, when the last was taken, and the
    readings with how far each belongs. `before` is the newest that does not."""

    points: float
    spread: float
    slip_share: float
    days: float
    readings: tuple[tuple[float, Seen], ...]
    before: Seen | None
    earlier: tuple[Seen, ...]


def level_of(readings: Sequence[Seen]) -> Level:
    """The level that a stretch's readings have come to. There is at least one."""
    last = readings[-1]
    part, parts = 1.0, []
    for seen in reversed(readings):
        apart = abs(seen.points - last.points)
        part = min(part, float(np.clip(_OTHER_POINTS - apart, 0.0, 1.0)))
        if part <= 0:
            break
        parts.append((part, seen))
    kept = tuple(reversed(parts))
    worth = [w * (priors.EYE_POINTS / seen.spread) ** 2 for w, seen in kept]
    count = sum(worth)
    mean = sum(w * seen.points for w, (_, seen) in zip(worth, kept, strict=True)) / count
    spread = float(np.hypot(priors.EYE_POINTS / np.sqrt(count), priors.SAME_EYE_POINTS))
    earlier = tuple(readings[: len(readings) - len(kept)])
    # One that half belongs is as good as one before.
    before = next((s for w, s in kept if w < 0.5), earlier[-1] if earlier else None)
    return Level(
        mean,
        spread,
        priors.REST_SLIP_SHARE / float(np.sqrt(max(count, 1.0))),
        last.days,
        kept,
        before,
        earlier,
    )


@dataclass(slots=True)
class Course:
    """How each member goes on from a moment: sugar left then (g/L), how fast the tail is (warm
    days), and where it will stop (g/L). Where nothing moves the last two say the same."""

    days: float
    left: Array
    tail: Array
    ends: Array
    moving: Array
    # The stem stood so many warm days; 0 where it was read once.
    stood: float = 0.0

    def left_at(self, days: float) -> Array:
        """Sugar left at a later moment."""
        gone = np.exp(-max(days - self.days, 0.0) / self.tail)
        on = np.maximum(self.left * gone, self.ends)
        return np.where(self.moving, np.minimum(on, self.left), self.left)


@dataclass(frozen=True, slots=True)
class Stretch:
    """What a stretch began with: when (warm days), whether with a lag, how likely yeast gives up
    before its limit, and that limit; members that stood still before it stay so (`still`)."""

    name: str
    began: float
    lags: bool
    sticks: float
    limit_abv: float | None
    still: Array | None = None


def paces(cloud: Cloud, stretch: Stretch) -> tuple[Array, Array]:
    """Each member's lag and tail, warm days, before anything is read of it."""
    u = cloud.net.column(f"{stretch.name}/pace")
    tail = priors.TAIL_DAYS * np.exp(priors.TAIL_LOG * ndtri(u))
    if not stretch.lags:
        return np.zeros(cloud.members), tail
    lag = priors.LAG_DAYS * np.exp(priors.LAG_LOG * ndtri(cloud.net.column(f"{stretch.name}/lag")))
    return lag, tail


def unread(cloud: Cloud, portion: Portion, stretch: Stretch) -> Course:
    """A stretch that nobody has read: members are placed by time and pace, and some never
    start."""
    began = cloud.drinks(portion.parts)
    lag, tail = paces(cloud, stretch)
    ends = np.minimum(_ends(cloud, portion, stretch, began.left), began.left)
    starts = cloud.net.column(f"{stretch.name}/starts") >= (priors.NEVER_STARTS if stretch.lags else 0)
    moving = starts if stretch.still is None else starts & ~(stretch.still > 0.5)
    return Course(stretch.began, began.left * np.exp(lag / tail), tail, ends, moving)


def _limits(cloud: Cloud, stretch: Stretch) -> Array:
    named = stretch.limit_abv is not None
    narrow = priors.LIMIT_NAMED if named else priors.LIMIT_UNNAMED
    middle = stretch.limit_abv if named else priors.LIMIT_USUAL_ABV
    spread = Spread(narrow, priors.LIMIT_SLIP, priors.LIMIT_SLIP_SHARE)
    return middle + cloud.knob(f"{stretch.name}/limit", spread)


def _left_by_limit(cloud: Cloud, portion: Portion, limits: Array) -> Array:
    dry = portion.parts.copy()
    dry[:, EATEN] = dry[:, FERMENT]
    return np.maximum((cloud.drinks(dry).abv - limits) / _ABV_PER_G_PER_L, 0.0)


def _ends(cloud: Cloud, portion: Portion, stretch: Stretch, most: Array) -> Array:
    """Where each member will come to, g/L: done, at its limit, or stuck somewhere on the way."""
    leftover = -priors.LEFTOVER_G_PER_L * np.log(cloud.net.column(f"{stretch.name}/leftover"))
    ends = np.maximum(leftover, _left_by_limit(cloud, portion, _limits(cloud, stretch)))
    u = cloud.net.column(f"{stretch.name}/sticks")
    low = priors.STICKS_FROM_G_PER_L
    high = np.maximum(most * priors.STICKS_TO_SHARE, low)
    # One coordinate says whether it sticks, and where, as likely per factor of two.
    where = low * (high / low) ** np.clip(u / max(stretch.sticks, 1e-9), 0.0, 1.0)
    return np.where(u < stretch.sticks, np.maximum(where, ends), ends)


def settle(cloud: Cloud, portion: Portion, stretch: Stretch, readings: Sequence[Seen], stem: str) -> Course:
    """What the readings of a stretch say of every member: how much sugar is left, and how it goes
    on. The portion's sugar is eaten to that."""
    level = level_of(readings)
    began = cloud.drinks(portion.parts)
    error = f"{stretch.name}/{level.days:.3f}/eye"
    cloud.knob(error, Spread(level.spread, priors.REST_SLIP, level.slip_share))
    shown: dict[str, Array | float] = {stem: 1.0, MODEL: _fermented(portion), error: 1.0}

    left, below, slope = _solved(cloud, portion, level, shown)
    previous, since = _previous(cloud, stretch, level, began.left, left, below)
    middle, spread = _pace(cloud, stretch, level, began.left, left, below)
    chances = _Chances(cloud, portion, stretch, level, began.left, left, slope, previous, since, middle, spread)
    fate = _fates(cloud, stretch, chances)

    leftover = -priors.LEFTOVER_G_PER_L * np.log(cloud.net.column(f"{stretch.name}/leftover"))
    held = np.where(fate == UNMOVED, began.left, np.minimum(leftover, began.left))
    by_cause = (fate == FINISHED) | (fate == UNMOVED)
    if np.any(by_cause):
        cloud.observe(portion, level.points, _points, shown, by_cause, held)
    # Moved knobs move what is left in those whose sugar the reading told.
    told = eaten_to(
        portion.parts, _target(cloud, level, shown), 1 + cloud.of("yield"), cloud.of("by-product")
    )
    solved = np.maximum(cloud.drinks(told).left, 0.0)
    left = np.where(by_cause, held, np.minimum(solved, began.left))
    portion.parts[:, EATEN] = cloud.held(portion.parts, left)[:, EATEN]
    moving = fate == MOVING
    tail = chances.tail_of(left)
    stuck_later = np.minimum(_ends(cloud, portion, stretch, left), left)
    return Course(
        level.days, left, np.where(moving, tail, priors.TAIL_DAYS),
        np.where(moving, stuck_later, left), moving,
        level.days - level.readings[0][1].days,
    )  # fmt: skip


def _points(found) -> Array:  # type: ignore[no-untyped-def]
    return found.points  # type: ignore[no-any-return]


def _fermented(portion: Portion) -> float:
    """How far the doubt of a drink's relations counts: not at all for a must."""
    return 1.0


def _target(cloud: Cloud, level: Level, shown: dict[str, Array | float]) -> Array:
    """What each member's drink reads by itself, points."""
    target = np.full(cloud.members, level.points)
    for name, coefficient in shown.items():
        target = target - coefficient * cloud.of(name)
    return target


def _solved(
    cloud: Cloud, portion: Portion, level: Level, shown: dict[str, Array | float]
) -> tuple[Array, Array, float]:
    """Sugar left where the reading tells it (below nothing where it cannot be), the reading that
    each would show dry, and points per g/L."""
    dry = portion.parts.copy()
    dry[:, EATEN] = dry[:, FERMENT]
    dry_points = cloud.drinks(dry).points
    told = eaten_to(
        portion.parts, _target(cloud, level, shown), 1 + cloud.of("yield"), cloud.of("by-product")
    )
    shift = level.points - _target(cloud, level, shown)
    return cloud.drinks(told).left, dry_points + shift, POINTS_PER_G_PER_L


def _level_left(points: float | Array, dry_points: Array) -> Array:
    return np.asarray((points - dry_points) / POINTS_PER_G_PER_L)


def _previous(
    cloud: Cloud, stretch: Stretch, level: Level, most: Array, left: Array, dry: Array
) -> tuple[Array, Array]:
    """Sugar left before the level, and warm days from then to the level's last reading."""
    last = level.days
    if level.before is None:
        lag, _ = paces(cloud, stretch)
        return most, np.maximum(last - stretch.began - lag, _NO_TIME)
    noise = priors.EYE_POINTS * ndtri(cloud.net.column(f"{stretch.name}/before"))
    before = _level_left(level.before.points + noise, dry)
    return np.minimum(before, most), np.full(cloud.members, max(last - level.before.days, _NO_TIME))


def _half(cloud: Cloud, stretch: Stretch) -> Array:
    u = cloud.net.column(f"{stretch.name}/half")
    return np.asarray(priors.HALF_G_PER_L * np.exp(priors.HALF_LOG * ndtri(u)))


def _tails(above: Array, below: Array, half: Array | None) -> Array:
    """How many time constants of a tail it takes from so much sugar to so much."""
    above, below = np.maximum(above, 1e-3), np.maximum(below, 1e-3)
    tails = np.log(above / below)
    return np.asarray(tails if half is None else tails + (above - below) / half)


def _pace(
    cloud: Cloud, stretch: Stretch, level: Level, most: Array, left: Array, dry: Array
) -> tuple[Array, Array]:
    """The logarithm of the tail as the falls before the level tell it: middle and spread."""
    middle = np.full(cloud.members, np.log(priors.TAIL_DAYS))
    spread = np.full(cloud.members, priors.TAIL_LOG)
    known = [(stretch.began + (priors.LAG_DAYS if stretch.lags else 0.0), most)]
    known += [
        (seen.days, np.minimum(_level_left(seen.points, dry), most)) for seen in level.earlier
    ]
    half = _half(cloud, stretch)
    recent = known[-_FALLS - 1 :]
    for place, ((day, above), (later, below)) in enumerate(zip(recent[:-1], recent[1:], strict=True)):
        begins = len(recent) == len(known) and place == 0
        days = later - day
        fall = above - below
        tells = (days >= 0.5) & (fall > 2.0) & (below > 1.0)
        if not np.any(tells):
            continue
        tails = _tails(np.maximum(above, 2.0), np.maximum(below, 1.0), None if begins else half)
        pace = np.log(np.maximum(days, 0.5) / np.maximum(tails, 1e-3))
        # How it began says little of its tail.
        rough = _STEEP_LOG if begins else priors.PACE_OF_A_FALL_LOG
        noise = rough**2 + (2.0 / np.maximum(fall, 2.0)) ** 2
        gain = np.where(tells, spread**2 / (spread**2 + noise), 0.0)
        middle = middle + gain * (pace - middle)
        spread = spread * np.sqrt(1 - gain)
    # The next fall is not the last one.
    return middle, np.hypot(spread, priors.PACE_OF_A_FALL_LOG)


@dataclass(slots=True)
class _Chances:
    """The density of each fate at the reading, per point, for every member."""

    cloud: Cloud
    portion: Portion
    stretch: Stretch
    level: Level
    most: Array
    left: Array
    slope: float
    previous: Array
    since: Array
    middle: Array
    spread: Array

    @property
    def half(self) -> Array | None:
        return None if self.level.before is None else _half(self.cloud, self.stretch)

    def tail_of(self, left: Array) -> Array:
        """The time constant that brings a member from what it was to what it is."""
        by_fall = self.since / np.maximum(_tails(self.previous, left, self.half), 0.02)
        beside = ndtri(self.cloud.net.column(f"{self.stretch.name}/tail"))
        return np.asarray(np.clip(by_fall * np.exp(priors.TAIL_BESIDE_FALL_LOG * beside), 0.1, 300.0))

    def reached(self, left: Array) -> Array:
        """How likely it has come so far by now, at a pace that is not known."""
        needs = np.log(self.since / np.maximum(_tails(self.previous, left, self.half), 1e-3))
        come = ndtr((needs - self.middle) / self.spread)
        return np.where(self.previous <= left, 1.0, come)

    @property
    def runs(self) -> Array:
        """How likely it ferments at all in this stretch."""
        still = self.stretch.still
        return np.ones(self.cloud.members) if still is None else 1 - 0.98 * still

    def unmoved(self) -> Array:
        if self.level.before is not None:
            return np.zeros(self.cloud.members)
        first = self.level.readings[0][1].days - self.stretch.began
        waits = priors.NEVER_STARTS if self.stretch.lags else 0.0
        if self.stretch.lags:
            waits += (1 - waits) * float(
                ndtr(-np.log(max(first, _NO_TIME) / priors.LAG_DAYS) / priors.LAG_LOG)
            )
        else:
            waits += (1 - waits) * float(np.exp(-max(first, 0.0) / 0.3))
        return 1 - (1 - waits) * self.runs

    def limited(self) -> tuple[Array, Array]:
        """How likely its limit stops it, and the density of what that leaves, per g/L."""
        dry = self.portion.parts.copy()
        dry[:, EATEN] = dry[:, FERMENT]
        abv = self.cloud.drinks(dry).abv
        named = self.stretch.limit_abv
        middle = priors.LIMIT_USUAL_ABV if named is None else named
        narrow = priors.LIMIT_UNNAMED if named is None else priors.LIMIT_NAMED
        at = abv - self.left * _ABV_PER_G_PER_L
        share = priors.LIMIT_SLIP_SHARE
        density = (1 - share) * _normal(at - middle, narrow) + share * _normal(
            at - middle, priors.LIMIT_SLIP
        )
        stops = (1 - share) * ndtr((abv - middle) / narrow) + share * ndtr(
            (abv - middle) / priors.LIMIT_SLIP
        )
        return stops, density * _ABV_PER_G_PER_L

    def stuck(self) -> Array:
        low, high = priors.STICKS_FROM_G_PER_L, priors.STICKS_TO_SHARE * self.most
        inside = (self.left >= low) & (self.left <= high)
        width = np.log(np.maximum(high / low, 1.01))
        return np.where(inside, 1 / (np.maximum(self.left, low) * width), 0.0)

    def moving(self) -> Array:
        """The density of what is left of a member that is still on its way, per g/L, and how well
        its fall hides in readings that agree."""
        left = np.maximum(self.left, 1e-3)
        tails = _tails(self.previous, left, self.half)
        inside = (self.left > priors.DONE_G_PER_L) & (tails > 1e-3)
        tails = np.maximum(tails, 1e-3)
        pace = np.log(self.since / tails)
        per_g = 1 / left + (0.0 if self.half is None else 1 / self.half)
        density = np.exp(-0.5 * ((pace - self.middle) / self.spread) ** 2) * per_g / (
            self.spread * _ROOT_2PI * tails
        )
        return np.where(inside, density * np.exp(self._hidden()), 0.0)

    def _hidden(self) -> Array:
        kept = self.level.readings
        if len(kept) < 2:
            return np.zeros(self.cloud.members)
        tail = self.tail_of(self.left)
        parts = np.array([w * (priors.EYE_POINTS / seen.spread) ** 2 for w, seen in kept])
        seen = np.array([s.points for _, s in kept])
        days = np.array([s.days for _, s in kept])
        back = np.minimum((days[-1] - days)[None, :] / tail[:, None], 50.0)
        falls = np.minimum(self.left[:, None] * np.expm1(back) * POINTS_PER_G_PER_L, 1e3)
        falls = falls - (falls @ parts)[:, None] / parts.sum()
        apart = seen - (seen @ parts) / parts.sum()
        squares = ((apart[None, :] - falls) ** 2 - apart[None, :] ** 2) @ parts
        return np.maximum(-0.5 * squares / priors.EYE_POINTS**2, _NO_CHANCE)


def _fates(cloud: Cloud, stretch: Stretch, chances: _Chances) -> Array:
    """The fate of each member, and its weight for it."""
    sticks = stretch.sticks
    stops, limited = chances.limited()
    done = chances.reached(np.full(cloud.members, priors.DONE_G_PER_L))
    here = chances.reached(np.maximum(chances.left, priors.DONE_G_PER_L))
    waits = chances.unmoved()
    per_point = 1 / chances.slope
    prior = np.zeros((_FATES, cloud.members))
    prior[FINISHED] = (1 - waits) * (1 - sticks) * (1 - stops) * done
    prior[UNMOVED] = waits
    prior[STUCK] = (1 - waits) * sticks * chances.stuck() * here * per_point
    prior[LIMITED] = (1 - waits) * (1 - sticks) * limited * here * per_point
    prior[LIMITED][chances.left < 0] = 0.0
    prior[MOVING] = (1 - waits) * (1 - sticks) * chances.moving() * per_point
    likely = prior.mean(axis=1)
    # The first two are of the whole fate; what they read is weighed when they are moved to it.
    likely[FINISHED] *= _like(cloud, chances, np.zeros(cloud.members))
    likely[UNMOVED] *= _like(cloud, chances, chances.most)
    likely = likely / max(likely.sum(), 1e-300)
    shares = np.where(likely < _HOPELESS, 0.0, np.maximum(likely, _LEAST_SHARE))
    if shares.sum() <= 0:
        shares[STUCK] = 1.0
    shares = shares / shares.sum()
    u = cloud.net.column(f"{stretch.name}/{chances.level.days:.3f}/fate")
    fate = np.minimum(np.searchsorted(np.cumsum(shares), u, side="right"), _FATES - 1)
    mine = prior[fate, np.arange(cloud.members)]
    weight = np.log(np.maximum(mine, 1e-26)) - np.log(np.maximum(shares[fate], 1e-9))
    cloud.log_weight = cloud.log_weight + np.maximum(weight, _NO_CHANCE)
    return np.asarray(fate)


def _like(cloud: Cloud, chances: _Chances, left: Array) -> float:
    """Roughly how likely the level is, per point, of a member with so much sugar left."""
    off = (chances.left - left) * chances.slope
    weights = cloud.weights
    middle = float(weights @ off)
    spread = float(np.sqrt(weights @ (off - middle) ** 2)) + 0.5
    return float(_normal(np.array(middle), spread)) + 1e-4 * float(np.exp(-abs(middle) / 10))


def _normal(off: Array, spread: float) -> Array:
    return np.asarray(np.exp(-0.5 * (off / spread) ** 2) / (spread * _ROOT_2PI))
