"""What a cloud shows: figures with their intervals, and shares of its members."""

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from core.estimate.drinks import ACID, EXTRACT, Drinks
from core.estimate.net import Array
from core.estimate.priors import POINTS_PER_G_PER_L
from core.interval import Z90, Interval

# A jug is moving when so many points are still to fall of what is on its way.
_MOVES_POINTS = 0.6
# Fewer members in effect are too few to say anything for sure.
ENOUGH = 100.0
DRY_G_PER_L, PROVEN_G_PER_L = 4.0, 2.2
"""Dry holds less than the one, and what is proven less than the other."""


def quantiles(values: Array, weights: Array, *shares: float) -> tuple[float, ...]:
    """The weighted quantiles of the members' values, between neighbours."""
    order = np.argsort(values, kind="stable")
    ranked, heavy = values[order], weights[order]
    middle = np.cumsum(heavy) - 0.5 * heavy
    return tuple(map(float, np.interp(shares, middle, ranked)))


@dataclass(frozen=True, slots=True, kw_only=True)
class Estimate:
    """What could be in a jug at a moment: its members, and views of them.

    `dry` and `must` are the same drink with no sugar left, and with none eaten, `ended` where it
    will come to: with `ends` g/L left. `seen` is the sugar when last read or tested, for time
    alone proves nothing; `tail` days for each factor of e at this warmth. `limited`
    are at their yeast's limit. `off` is how many points the stem shows too much, as when it was
    read last: gravities are shown as a stem would show them. `acid_sd_g` is
    one standard deviation of its acid by what it was made from, `unseen_g` of white sugar went in
    so lately that a test for reducing sugar does not see it. `read` says whether anybody ever
    read it, `test_fits` whether the newest test of its sugar goes with what was read before it.
    """

    weights: Array
    in_effect: float
    parts: Array
    found: Drinks
    dry: Drinks
    must: Drinks
    ended: Drinks
    moving: npt.NDArray[np.bool_]
    limited: npt.NDArray[np.bool_]
    ends: Array
    seen: Array
    tail: Array
    off: Array
    acid_sd_g: float
    unseen_g: float
    read: bool
    test_fits: bool

    def of(self, values: Array) -> Interval:
        """A figure: its median and 90 %."""
        return Interval(*quantiles(values, self.weights, 0.5, 0.05, 0.95))

    def at(self, values: Array, share: float) -> float:
        """A quantile of a figure of the members."""
        return quantiles(values, self.weights, share)[0]

    def chance(self, where: npt.NDArray[np.bool_]) -> float:
        """The weight of the members for which it is so, 0 to 1."""
        return float(self.weights @ where)

    def shows(self, drinks: Drinks) -> Array:
        """Points that the stem would show of each."""
        return np.asarray(drinks.points + self.off)

    @property
    def left(self) -> Array:
        """Sugar left in each, g/L as sucrose."""
        return np.maximum(self.found.left, 0.0)

    @property
    def middle(self) -> Array:
        """The grams of the mean member (see core.estimate.drinks)."""
        return np.asarray(self.weights @ self.parts)

    @property
    def settled(self) -> bool:
        """Whether enough of its members fit what was read for anything to be said for sure."""
        return self.in_effect >= ENOUGH and self.test_fits

    @property
    def to_fall(self) -> Array:
        """Points that each will still fall."""
        return np.maximum(self.found.points - self.ended.points, 0.0)

    @property
    def sweet_chance(self) -> float:
        """How likely it holds more sugar than dry allows."""
        return self.chance(self.seen > DRY_G_PER_L)

    @property
    def by_limit(self) -> bool:
        """Whether it is mostly the yeast's limit that left that sugar."""
        return self.chance(self.limited & (self.left > DRY_G_PER_L)) > 0.5 * self.sweet_chance

    @property
    def end_sg(self) -> Interval:
        """What it will come to read."""
        return self._gravity(self.ended)

    @property
    def start_sg(self) -> Interval:
        """Gravity of all that is in, had none of it fermented."""
        return self._gravity(self.must)

    @property
    def sg(self) -> Interval:
        """What it reads."""
        return self._gravity(self.found)

    @property
    def dry_sg(self) -> Interval:
        """What it reads with no sugar left."""
        return self._gravity(self.dry)

    @property
    def abv(self) -> Interval:
        """Strength, % vol; its middle is the mean."""
        return self._mean(np.maximum(self.found.abv, 0.0))

    @property
    def volume_ml(self) -> Interval:
        """Room it takes, ml at 20 °C; its middle is the mean."""
        return self._mean(self.found.volume_ml)

    @property
    def sugar_g_per_l(self) -> Interval:
        """Sugar left, g/L as sucrose."""
        return self.of(self.left)

    @property
    def hundred(self) -> tuple[float, ...]:
        """Sugar left (g/L) of a hundred jugs that read as this one does, the driest first."""
        return quantiles(self.left, self.weights, *((np.arange(100) + 0.5) / 100))

    @property
    def acid_g_per_l(self) -> Interval:
        """Titratable acidity as tartaric; its middle is the mean."""
        told = self._mean(1000 * self.parts[:, ACID] / self.found.volume_ml)
        off = Z90 * 1000 * self.acid_sd_g / self.volume_ml.value
        low, high = (float(np.hypot(each - told.value, off)) for each in (told.low, told.high))
        least, most = told.value - low, told.value + high
        return Interval(*(max(each, 0.0) for each in (told.value, least, most)))

    @property
    def extract_g_per_l(self) -> Interval:
        """What is in it besides water, sugar and what yeast made of it."""
        return self.of(1000 * self.parts[:, EXTRACT] / self.found.volume_ml)

    @property
    def points_may_fall(self) -> float:
        """Points that it may still fall, 95 %."""
        return self.at(self.seen, 0.95) * POINTS_PER_G_PER_L

    @property
    def moves(self) -> float:
        """How likely it was still on its way, when last seen, with more than 0.6 point to fall."""
        to_fall = (self.seen - self.ends) * POINTS_PER_G_PER_L
        return self.chance(self.moving & (to_fall > _MOVES_POINTS))

    @property
    def unproven(self) -> float:
        """How likely it holds more sugar than what is proven dry may."""
        return self.chance(self.seen > PROVEN_G_PER_L)

    def _mean(self, values: Array) -> Interval:
        """A figure whose middle is the mean, for means add up where drinks are poured together."""
        low, high = quantiles(values, self.weights, 0.05, 0.95)
        mean = float(self.weights @ values)
        return Interval(mean, min(low, mean), max(high, mean))

    def _gravity(self, drinks: Drinks) -> Interval:
        points = self.of(self.shows(drinks))
        return Interval(*(1 + each / 1000 for each in (points.value, points.low, points.high)))
