"""How each member goes on by itself: its lag, its pace, and where it will come to.

Days are warm days: as long as a day at 20 °C.
"""

from dataclasses import dataclass

import numpy as np
from scipy.special import ndtri

from core.estimate import priors
from core.estimate.cloud import Cloud, Mask, Portion
from core.estimate.drinks import EATEN, FERMENT
from core.estimate.net import Array
from core.estimate.priors import Spread

ABV_PER_G_PER_L = 1 / 17.0
"""What a gram in a litre becomes, % vol."""


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
    ends = np.minimum(ends_of(cloud, portion, stretch, began.left), began.left)
    starts = cloud.net.column(f"{stretch.name}/starts") >= (
        priors.NEVER_STARTS if stretch.lags else 0
    )
    moving = starts if stretch.still is None else starts & ~(stretch.still > 0.5)
    left = began.left * np.exp(lag / tail)
    return Course(stretch.began, left, tail, ends, moving, np.zeros_like(moving), began.left)


def limit_of(stretch: Stretch) -> tuple[float, float]:
    """The yeast's limit and its spread, % vol."""
    if stretch.limit_abv is None:
        return priors.LIMIT_USUAL_ABV, priors.LIMIT_UNNAMED
    return stretch.limit_abv, priors.LIMIT_NAMED


def _limits(cloud: Cloud, stretch: Stretch) -> Array:
    middle, narrow = limit_of(stretch)
    spread = Spread(narrow, priors.LIMIT_SLIP, priors.LIMIT_SLIP_SHARE)
    return middle + cloud.knob(f"{stretch.name}/limit", spread)


def _left_by_limit(cloud: Cloud, portion: Portion, limits: Array) -> Array:
    dry = portion.parts.copy()
    dry[:, EATEN] = dry[:, FERMENT]
    return np.maximum((cloud.drinks(dry).abv - limits) / ABV_PER_G_PER_L, 0.0)


def ends_of(cloud: Cloud, portion: Portion, stretch: Stretch, most: Array) -> Array:
    """Where each member will come to, g/L: done, at its limit, or stuck somewhere on the way."""
    leftover = -priors.LEFTOVER_G_PER_L * np.log(cloud.net.column(f"{stretch.name}/leftover"))
    ends = np.maximum(leftover, _left_by_limit(cloud, portion, _limits(cloud, stretch)))
    u = cloud.net.column(f"{stretch.name}/sticks")
    low = priors.STICKS_FROM_G_PER_L
    high = np.maximum(most * priors.STICKS_TO_SHARE, low)
    # One coordinate says whether it sticks, and where, as likely per factor of two.
    where = low * (high / low) ** np.clip(u / max(stretch.sticks, 1e-9), 0.0, 1.0)
    return np.where(u < stretch.sticks, np.maximum(where, ends), ends)
