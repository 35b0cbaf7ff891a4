"""What the newest readings say: finished, unmoved, stuck, at the yeast's limit, or on its way.

A stretch runs from when yeast, or something that it eats, went in, to now. Its newest readings that
agree are one level. Each member takes one of five fates, by a coordinate of its own, and is weighed
by how likely that fate is and how likely it reads so. All that is said of proof is the odds between
them. Days are warm days: as long as a day at 20 °C.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from scipy.special import ndtr, ndtri

from core.estimate import priors
from core.estimate.cloud import BY_PRODUCT, MODEL, YIELD, Cloud, Mask, Portion
from core.estimate.drinks import EATEN, FERMENT, Drinks, eaten_to
from core.estimate.net import Array
from core.estimate.priors import POINTS_PER_G_PER_L, Spread

FINISHED, UNMOVED, STUCK, LIMITED, MOVING = range(5)
_FATES = 5
# What has less of a member's odds than this is not drawn.
_HOPELESS = 1e-9
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
    moving: Mask
    # Whether it is at its yeast's limit.
    limited: Mask
    # Sugar when it was last seen, g/L: that it has gone on since nobody knows.
    seen: Array

    def left_at(self, days: float) -> Array:
        """Sugar left at a later moment."""
        # To the hour: what is asked twice within it is answered alike.
        since = np.floor(24 * max(days - self.days, 0.0)) / 24
        gone = np.exp(-since / self.tail)
        on = np.maximum(self.left * gone, self.ends)
        # Before its lag is over a member holds all that was there.
        return np.minimum(np.where(self.moving, on, self.left), self.seen)


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
    starts = cloud.net.column(f"{stretch.name}/starts") >= (
        priors.NEVER_STARTS if stretch.lags else 0
    )
    moving = starts if stretch.still is None else starts & ~(stretch.still > 0.5)
    left = began.left * np.exp(lag / tail)
    return Course(stretch.began, left, tail, ends, moving, np.zeros_like(moving), began.left)


def _limit(stretch: Stretch) -> tuple[float, float]:
    """The yeast's limit and its spread, % vol."""
    if stretch.limit_abv is None:
        return priors.LIMIT_USUAL_ABV, priors.LIMIT_UNNAMED
    return stretch.limit_abv, priors.LIMIT_NAMED


def _limits(cloud: Cloud, stretch: Stretch) -> Array:
    middle, narrow = _limit(stretch)
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


def settle(
    cloud: Cloud, portion: Portion, stretch: Stretch, readings: Sequence[Seen], stem: str
) -> Course:
    """What the readings of a stretch say of every member: how much sugar is left, and how it goes
    on. The portion's sugar is eaten to that."""
    level = level_of(readings)
    most = cloud.drinks(portion.parts).left
    error = f"{stretch.name}/{level.days:.3f}/eye"
    cloud.knob(error, Spread(level.spread, priors.REST_SLIP, level.slip_share))
    # The doubt of a drink's relations counts once it has fermented.
    shown: dict[str, Array | float] = {stem: 1.0, MODEL: 1.0, error: 1.0}
    leftover = -priors.LEFTOVER_G_PER_L * np.log(cloud.net.column(f"{stretch.name}/leftover"))
    # What is finished holds its leftovers; what has not moved, all that it began with.
    holds = {FINISHED: np.minimum(leftover, most), UNMOVED: None}
    chances = _chances(cloud, portion, stretch, level, most, shown)
    odds = chances.odds()
    tells = {
        fate: cloud.told(portion, level.points, _points, shown, held)
        for fate, held in holds.items()
        if np.any(odds[fate] > 0)
    }
    for fate, told in tells.items():
        odds[fate] = odds[fate] * np.exp(np.maximum(told.log_likelihood, _NO_CHANCE))
    fates = _fates(cloud, f"{stretch.name}/{level.days:.3f}/fate", odds)
    for fate, told in tells.items():
        about: Mask = fates == fate
        if np.any(about):
            cloud.learn(portion, level.points, _points, shown, told, about)
    # Moved knobs move what it began with, and what is left where the reading told it.
    most = cloud.drinks(portion.parts).left
    by_reading = np.clip(_told(cloud, portion, level, shown), 0.0, most)
    left = np.where(fates == FINISHED, np.minimum(leftover, most), by_reading)
    left = np.where(fates == UNMOVED, most, left)
    portion.parts[:, EATEN] = cloud.held(portion.parts, left)[:, EATEN]
    moving: Mask = fates == MOVING
    ends = np.minimum(_ends(cloud, portion, stretch, left), left)
    return Course(
        level.days,
        left,
        np.where(moving, chances.tail_of(left), priors.TAIL_DAYS),
        np.where(moving, ends, left),
        moving,
        fates == LIMITED,
        left,
    )


def _points(found: Drinks) -> Array:
    return found.points


def _target(cloud: Cloud, level: Level, shown: dict[str, Array | float]) -> Array:
    """What each member's drink reads by itself, points."""
    target = np.full(cloud.members, level.points)
    for name, coefficient in shown.items():
        target = target - coefficient * cloud.of(name)
    return target


def _told(cloud: Cloud, portion: Portion, level: Level, shown: dict[str, Array | float]) -> Array:
    """Sugar left by the reading, g/L: below nothing where it reads drier than it can be."""
    target = _target(cloud, level, shown)
    told = eaten_to(portion.parts, target, 1 + cloud.of(YIELD), cloud.of(BY_PRODUCT))
    return cloud.drinks(told).left


def _chances(
    cloud: Cloud,
    portion: Portion,
    stretch: Stretch,
    level: Level,
    most: Array,
    shown: dict[str, Array | float],
) -> "_Chances":
    """What the fates are weighed by; `most` is the sugar that the stretch began with, g/L."""
    dry = portion.parts.copy()
    dry[:, EATEN] = dry[:, FERMENT]
    found = cloud.drinks(dry)
    shows_dry = found.points + level.points - _target(cloud, level, shown)
    previous, since = _previous(cloud, stretch, level, most, shows_dry)
    middle, spread = _pace(cloud, stretch, level, most, shows_dry)
    left = _told(cloud, portion, level, shown)
    return _Chances(cloud, stretch, level, most, left, found.abv, previous, since, middle, spread)


def _level_left(points: float | Array, dry_points: Array) -> Array:
    return np.asarray((points - dry_points) / POINTS_PER_G_PER_L)


def _previous(
    cloud: Cloud, stretch: Stretch, level: Level, most: Array, dry: Array
) -> tuple[Array, Array]:
    """Sugar left before the level, and warm days from then to the level's last reading."""
    last = level.days
    if level.before is None:
        lag, _ = paces(cloud, stretch)
        return most, np.maximum(last - stretch.began - lag, _NO_TIME)
    noise = priors.EYE_POINTS * ndtri(cloud.net.column(f"{stretch.name}/before"))
    before = _level_left(level.before.points + noise, dry)
    since = max(last - level.before.days, _NO_TIME)
    return np.minimum(before, most), np.full(cloud.members, since)


def _half(cloud: Cloud, stretch: Stretch) -> Array:
    u = cloud.net.column(f"{stretch.name}/half")
    return np.asarray(priors.HALF_G_PER_L * np.exp(priors.HALF_LOG * ndtri(u)))


def _tails(above: Array, below: Array, half: Array | None) -> Array:
    """How many time constants of a tail it takes from so much sugar to so much."""
    above, below = np.maximum(above, 1e-3), np.maximum(below, 1e-3)
    tails = np.log(above / below)
    return np.asarray(tails if half is None else tails + (above - below) / half)


def _pace(
    cloud: Cloud, stretch: Stretch, level: Level, most: Array, dry: Array
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
    for place, ((day, above), (later, below)) in enumerate(pairwise(recent)):
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
    """The density of each fate at the reading for every member: with `most` g/L it began, `left`
    is told by the reading, `dry_abv` its strength with none left; `previous` g/L were there `since`
    so many warm days; and the logarithm of its tail."""

    cloud: Cloud
    stretch: Stretch
    level: Level
    most: Array
    left: Array
    dry_abv: Array
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
        return np.asarray(
            np.clip(by_fall * np.exp(priors.TAIL_BESIDE_FALL_LOG * beside), 0.1, 300.0)
        )

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
        return np.asarray(1 - (1 - waits) * self.runs)

    def limited(self) -> tuple[Array, Array]:
        """How likely its limit stops it, and the density of what that leaves, per g/L."""
        abv = self.dry_abv
        middle, narrow = _limit(self.stretch)
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
        density = (
            np.exp(-0.5 * ((pace - self.middle) / self.spread) ** 2)
            * per_g
            / (self.spread * _ROOT_2PI * tails)
        )
        return np.where(inside, density * np.exp(self._hidden()), 0.0)

    def odds(self) -> Array:
        """The odds of each fate for every member: of the first two before what they would read is
        weighed, of the others per point of the reading."""
        sticks, waits = self.stretch.sticks, self.unmoved()
        stops, limited = self.limited()
        done = self.reached(np.full(self.cloud.members, priors.DONE_G_PER_L))
        here = self.reached(np.maximum(self.left, priors.DONE_G_PER_L)) / POINTS_PER_G_PER_L
        odds = np.zeros((_FATES, self.cloud.members))
        odds[FINISHED] = (1 - waits) * (1 - sticks) * (1 - stops) * done
        odds[UNMOVED] = waits
        odds[STUCK] = (1 - waits) * sticks * self.stuck() * here
        odds[LIMITED] = (1 - waits) * (1 - sticks) * limited * here * (self.left >= 0)
        odds[MOVING] = (1 - waits) * (1 - sticks) * self.moving() / POINTS_PER_G_PER_L
        return odds

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
        return np.asarray(np.maximum(-0.5 * squares / priors.EYE_POINTS**2, _NO_CHANCE))


def _fates(cloud: Cloud, name: str, odds: Array) -> Array:
    """The fate of each member, and its weight for it: half by its odds, and half evenly over what
    it can be, so that what is seldom is seen as well."""
    whole = odds.sum(axis=0)
    possible = odds > _HOPELESS * whole
    evenly = possible / np.maximum(possible.sum(axis=0), 1)
    shares = np.where(whole > 0, 0.5 * odds / np.maximum(whole, 1e-300) + 0.5 * evenly, 1 / _FATES)
    u = cloud.net.column(name)
    fates = np.minimum((np.cumsum(shares, axis=0) <= u).sum(axis=0), _FATES - 1)
    everyone = np.arange(cloud.members)
    mine, drawn = odds[fates, everyone], shares[fates, everyone]
    weight = np.log(np.maximum(mine, 1e-300)) - np.log(np.maximum(drawn, 1e-12))
    cloud.log_weight = cloud.log_weight + np.maximum(weight, 3 * _NO_CHANCE)
    return np.asarray(fates)


def _normal(off: Array, spread: float) -> Array:
    return np.asarray(np.exp(-0.5 * (off / spread) ** 2) / (spread * _ROOT_2PI))
