"""How likely each fate is for each member, by its level and how it came there.

Days are warm days: as long as a day at 20 °C.
"""

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from scipy.special import ndtr, ndtri

from core.estimate import priors
from core.estimate.cloud import BY_PRODUCT, YIELD, Cloud, Sight
from core.estimate.course import ABV_PER_G_PER_L, Stretch, limit_of, paces
from core.estimate.drinks import EATEN, FERMENT, eaten_to
from core.estimate.level import Level
from core.estimate.net import Array
from core.estimate.priors import POINTS_PER_G_PER_L

FINISHED, UNMOVED, STUCK, LIMITED, MOVING = range(5)
FATES = 5
NO_CHANCE = -60.0
# The newest falls tell the pace.
_FALLS = 4
# What the whole way from the start tells of the tail's pace.
_STEEP_LOG = 0.8
_ROOT_2PI = float(np.sqrt(2 * np.pi))
_NO_TIME = 1e-3


def _target(cloud: Cloud, sight: Sight) -> Array:
    """What each member's drink reads by itself, points."""
    target = np.full(cloud.members, sight.figure)
    for name, coefficient in sight.also.items():
        target = target - coefficient * cloud.of(name)
    return target


def left_by(cloud: Cloud, sight: Sight) -> Array:
    """Sugar left by the reading, g/L: below nothing where it reads drier than it can be."""
    target = _target(cloud, sight)
    told = eaten_to(sight.portion.parts, target, 1 + cloud.of(YIELD), cloud.of(BY_PRODUCT))
    return cloud.drinks(told).left


def chances_of(
    cloud: Cloud, sight: Sight, stretch: Stretch, level: Level, most: Array
) -> "Chances":
    """What the fates are weighed by; `most` is the sugar that the stretch began with, g/L."""
    dry = sight.portion.parts.copy()
    dry[:, EATEN] = dry[:, FERMENT]
    found = cloud.drinks(dry)
    shows_dry = found.points + level.points - _target(cloud, sight)
    previous, since = _previous(cloud, stretch, level, most, shows_dry)
    middle, spread = _pace(cloud, stretch, level, most, shows_dry)
    left = left_by(cloud, sight)
    return Chances(cloud, stretch, level, most, left, found.abv, previous, since, middle, spread)


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
class Chances:
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
        middle, narrow = limit_of(self.stretch)
        at = abv - self.left * ABV_PER_G_PER_L
        share = priors.LIMIT_SLIP_SHARE
        density = (1 - share) * _normal(at - middle, narrow) + share * _normal(
            at - middle, priors.LIMIT_SLIP
        )
        stops = (1 - share) * ndtr((abv - middle) / narrow) + share * ndtr(
            (abv - middle) / priors.LIMIT_SLIP
        )
        return stops, density * ABV_PER_G_PER_L

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
        odds = np.zeros((FATES, self.cloud.members))
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
        return np.asarray(np.maximum(-0.5 * squares / priors.EYE_POINTS**2, NO_CHANCE))


def _normal(off: Array, spread: float) -> Array:
    return np.asarray(np.exp(-0.5 * (off / spread) ** 2) / (spread * _ROOT_2PI))
