"""How a ferment is likely to go on: a cloud of possible ferments, weighed by the jug's readings.

Each is a small model (see core.ferment.kinetics). What nobody knows of a kitchen is wide in the
beginning; each reading leaves those that could have read so, and finished jugs of the same
kitchen narrow what the next one begins with.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from core.ferment.kinetics import Conditions, Floats, WhatIf, curves
from core.ferment.stopping import Reading

# Dry is within a point of where it ends.
DRY_WITHIN_POINTS = 1.0
HORIZON_DAYS = 60.0
# Steps are short while it is steep, and longer in the tail.
_STEEP_DAYS = 16.0
_STEP_DAYS = (0.25, 0.6)
_CLOUD = 900
_ROUNDS = 3
# A jug's readings are told apart by this much, points: the stem, the gas, the eye.
_READING_POINTS = 0.75
# No small model is right: what it may be off by where the gravity falls fast, points a day of
# fall, and anywhere.
_OFF_DAYS = 0.15
_OFF_POINTS = 0.2
# Middle and spread (as a factor, one standard deviation) of what is not known. Common practice:
# the steep middle of a brisk jug takes 20 to 40 g/L a day, half-speed is reached at 5 to 20 g/L
# left.
_PRIOR = {
    "rate": (28.0, 0.45),
    "growth": (2.2, 0.4),
    "half": (12.0, 0.85),
    "lag": (0.8, 0.5),
    "tiring": (0.5, 0.8),
}
# One ferment in so many is sluggish, whatever its kitchen: it eats so much slower, and its tail is
# longer. No source.
_SLOW_EVERY = 5
_SLOW = np.array([0.35, 1.0, 2.0, 1.0, 1.0])
# Two jugs of one kitchen and one yeast differ by this much of that spread. Common practice.
_BETWEEN_JUGS = 0.6
_LEAST_READINGS = 3
_NO_NEWS = 1e-3
# Of the five, these are the kitchen's: how fast, how soon. The tail is each must's own.
_OF_KITCHEN = np.array([key in ("rate", "growth", "lag") for key in _PRIOR])
_JITTER = 0.35
# Of those that do not get there, what part is drawn again at the least and at the most.
_OF_EACH = (0.1, 0.5)
_BESIDE_POINTS = 0.3
_HOPELESS = 1e-6
_SEED = 11
_NOTHING = WhatIf()


@dataclass(frozen=True, slots=True)
class Pace:
    """How a finished jug ran: the middle and spread of the logarithm of each thing the model does
    not know, in the order rate, growth, half, lag, tiring."""

    middle: tuple[float, ...]
    spread: tuple[float, ...]


@dataclass(frozen=True, slots=True, eq=False)
class Ends:
    """Where each of many jugs that this may be comes to, and where it would be with no sugar left
    (20/20); how likely each is, summing to 1; and where each began, which need not be where it
    read first (None: it is)."""

    sg: Floats
    dry_sg: Floats
    weights: Floats
    start_sg: Floats | None = None


@dataclass(frozen=True, slots=True)
class Forecast:
    """Gravity from the last reading on: `days` since the first one, and the middle with the
    bounds of 80 % at each. `dry_days` are the 10, 50 and 90 % days of being dry, within a point,
    of those that get there; one beyond the horizon stands at it. `may_not` is how likely it is
    never dry, 0 to 1: it sticks, or its yeast gives up."""

    days: tuple[float, ...]
    middle: tuple[float, ...]
    low: tuple[float, ...]
    high: tuple[float, ...]
    dry_days: tuple[float, float, float]
    may_not: float

    @property
    def open_ended(self) -> bool:
        """Whether it may well take longer than can be looked ahead."""
        return self.dry_days[2] >= self.days[-1] - 1.0


def forecast(
    readings: Sequence[Reading],
    ends: Ends,
    under: Conditions,
    what_if: WhatIf = _NOTHING,
    paces: Sequence[Pace] = (),
) -> Forecast | None:
    """How it is likely to go on, or would if something were changed from the last reading on.

    `readings` in order, the first taken at pitching (see core.ferment.stopping.Reading); `ends`
    where it may come to; `paces` of finished jugs of the same kitchen and yeast. None before two
    readings. The same jug always gets the same forecast.
    """
    if len(readings) < 2:
        return None
    grid = _times(readings[-1].days)
    cloud, weights, found = _weighed(readings, ends, under, grid, paces)
    last = readings[-1].days
    if what_if != _NOTHING:
        found = curves(cloud.logs, cloud.end, grid, cloud.start, under, what_if, last)
    ahead = grid >= last - 1e-9
    within = DRY_WITHIN_POINTS / 1000
    target = cloud.dry[:, None] + within
    # Sugar fed now makes it wait, however dry it was before.
    is_dry = (found <= target) & (ahead | (what_if.sugar_g_per_l == 0))
    day = np.where(is_dry.any(axis=1), grid[is_dry.argmax(axis=1)], grid[-1])
    day = np.maximum(day, 0.0)
    may_not = float(ends.weights @ (ends.sg > ends.dry_sg + within))
    weights = _by_class(weights, cloud.gets_there, may_not)
    # The day is that of those that get there, where any do.
    there = float(weights @ cloud.gets_there)
    among = weights * cloud.gets_there / there if there > _HOPELESS else weights
    low, middle, high = _quantiles(found[:, ahead], weights, (0.1, 0.5, 0.9))
    dry = tuple(float(q[0]) for q in _quantiles(day[:, None], among, (0.1, 0.5, 0.9)))
    return Forecast(
        tuple(grid[ahead]),
        tuple(middle),
        tuple(low),
        tuple(high),
        (dry[0], dry[1], dry[2]),
        may_not,
    )


def days_to_dry(og: float, end_sg: float, under: Conditions) -> float:
    """Days from the yeast to within a point of the end, as in anybody's kitchen: the middle of
    what is not known. Gravities 20/20; what takes longer than can be looked ahead stands at
    that."""
    middle = np.log([[each for each, _ in _PRIOR.values()]])
    grid = _times(0.0)
    (run,) = curves(middle, np.array([end_sg]), grid, og, under, _NOTHING, grid[-1])
    dry = np.flatnonzero(run <= end_sg + DRY_WITHIN_POINTS / 1000)
    return float(grid[dry[0]] if len(dry) else grid[-1])


def pace(readings: Sequence[Reading], ends: Ends, under: Conditions) -> Pace | None:
    """How a jug ran, learned from its readings to the end; None where there are too few."""
    if len(readings) < _LEAST_READINGS:
        return None
    cloud, weights, _ = _weighed(readings, ends, under, _times(readings[-1].days), ())
    middle = np.average(cloud.logs, axis=0, weights=weights)
    spread = np.sqrt(np.average((cloud.logs - middle) ** 2, axis=0, weights=weights))
    return Pace(tuple(map(float, middle)), tuple(map(float, spread)))


def _weighed(
    readings: Sequence[Reading],
    ends: Ends,
    under: Conditions,
    grid: Floats,
    paces: Sequence[Pace],
) -> "tuple[_Cloud, Floats, Floats]":
    """Possible ferments, how likely each is by what was read, and their curves."""
    random = np.random.default_rng(_SEED)
    times = np.array([each.days for each in readings])
    seen = np.array([each.sg for each in readings])
    if ends.start_sg is None:
        ends = replace(ends, start_sg=np.full(len(ends.sg), seen[0]))
    cloud = _Cloud.drawn(random, _CLOUD, ends, _prior(paces))
    for turn in range(_ROUNDS):
        drawn = curves(cloud.logs, cloud.end, grid, cloud.start, under, _NOTHING, times[-1])
        weights = _weights(drawn, grid, times, seen, tempered=turn < _ROUNDS - 1)
        if turn < _ROUNDS - 1:
            # Enough of those that get there, and of those that may not, to tell both by.
            likely = float(weights @ cloud.gets_there)
            part = float(np.clip(1 - likely, *_OF_EACH))
            cloud = cloud.resampled(random, _by_class(weights, cloud.gets_there, part))
    return cloud, weights, drawn


def _prior(paces: Sequence[Pace]) -> tuple[Floats, Floats]:
    """Middle and spread of the logarithms before anything is read: anybody's kitchen, drawn
    towards how this one's finished jugs ran."""
    middle = np.log([each for each, _ in _PRIOR.values()])
    spread = np.array([each for _, each in _PRIOR.values()])
    if not paces:
        return middle, spread
    between = _BETWEEN_JUGS * spread
    # A kitchen differs from the next by what is left of the spread.
    weight = 1 / (spread**2 - between**2)
    told = weight * middle
    for each in paces:
        after = 1 / np.array(each.spread) ** 2
        # What its readings said by themselves: without what was believed before them.
        said = np.where(_OF_KITCHEN, np.maximum(after - 1 / spread**2, _NO_NEWS), _NO_NEWS)
        by_itself = np.where(
            _OF_KITCHEN, (after * np.array(each.middle) - middle / spread**2) / said, middle
        )
        # Of its kitchen they say that give or take how jugs differ.
        of_kitchen = 1 / (1 / said + between**2)
        weight, told = weight + of_kitchen, told + of_kitchen * by_itself
    return told / weight, np.where(_OF_KITCHEN, np.sqrt(between**2 + 1 / weight), spread)


def _by_class(weights: Floats, gets_there: NDArray[np.bool_], may_not: float) -> Floats:
    """Weighed so that as much of it does not get there as was believed: how it falls tells how
    fast it is, and next to nothing of whether it will stick."""
    there = float(weights @ gets_there)
    if not _HOPELESS < there < 1 - _HOPELESS:
        return weights
    return np.where(gets_there, weights * (1 - may_not) / there, weights * may_not / (1 - there))


def _times(last: float) -> Floats:
    """The days that are worked out: to the horizon beyond the last reading."""
    short, long = _STEP_DAYS
    steep = np.arange(0.0, max(_STEEP_DAYS, last) + short, short)
    return np.concatenate([steep, np.arange(steep[-1] + long, last + HORIZON_DAYS + long, long)])


@dataclass(frozen=True, slots=True)
class _Cloud:
    """Possible ferments: the logarithms of what is unknown, a column each, where each ends, where
    it would be dry, and where it began."""

    logs: Floats
    end: Floats
    dry: Floats
    start: Floats

    @staticmethod
    def drawn(
        random: np.random.Generator, count: int, ends: Ends, prior: tuple[Floats, Floats]
    ) -> "_Cloud":
        middle, spread = prior
        logs = middle + spread * random.standard_normal((count, len(_PRIOR)))
        slow = np.arange(count) % _SLOW_EVERY == 0
        logs[slow] += np.log(_SLOW)
        # As many of each as it is likely, and each a little beside it.
        even = (np.arange(count) + 0.5) / count
        chosen = np.minimum(np.searchsorted(np.cumsum(ends.weights), even), len(ends.sg) - 1)
        began = ends.sg if ends.start_sg is None else ends.start_sg
        return _Cloud(logs, ends.sg[chosen], ends.dry_sg[chosen], began[chosen]).beside(random)

    @property
    def gets_there(self) -> NDArray[np.bool_]:
        """Which come within a point of dry."""
        return self.end <= self.dry + DRY_WITHIN_POINTS / 1000

    def resampled(self, random: np.random.Generator, weights: Floats) -> "_Cloud":
        """The likely ones again, each moved a little, so that there are many near the truth."""
        chosen = random.choice(len(weights), size=len(weights), p=weights)
        middle = np.average(self.logs, axis=0, weights=weights)
        spread = np.sqrt(np.average((self.logs - middle) ** 2, axis=0, weights=weights))
        # Drawn towards the middle by as much as moving widens: the spread stays as it was.
        keep = np.sqrt(1 - _JITTER**2)
        logs = middle + keep * (self.logs[chosen] - middle)
        logs = logs + _JITTER * spread * random.standard_normal(self.logs.shape)
        return _Cloud(logs, self.end[chosen], self.dry[chosen], self.start[chosen]).beside(random)

    def beside(self, random: np.random.Generator) -> "_Cloud":
        """The same, each ending a little beside where it did: what sticks sticks."""
        beside = _BESIDE_POINTS / 1000 * random.standard_normal(len(self.end))
        return _Cloud(self.logs, self.end + beside, self.dry + beside, self.start)


def _weights(drawn: Floats, grid: Floats, times: Floats, seen: Floats, tempered: bool) -> Floats:
    """How well each could have read so, summing to 1; tempered, so that enough of them count."""
    at = np.clip(np.searchsorted(grid, times), 1, len(grid) - 1)
    part = (times - grid[at - 1]) / (grid[at] - grid[at - 1])
    read = drawn[:, at - 1] * (1 - part) + drawn[:, at] * part
    fall = 1000 * np.abs(drawn[:, at] - drawn[:, at - 1]) / (grid[at] - grid[at - 1])
    sd = np.sqrt(_READING_POINTS**2 + _OFF_POINTS**2 + (_OFF_DAYS * fall) ** 2)
    miss = 1000 * (read - seen) / sd
    likely = -0.5 * (miss[:, 1:] ** 2).sum(axis=1) - np.log(sd[:, 1:]).sum(axis=1)
    power = 1.0
    while True:
        weights: Floats = np.exp(power * (likely - likely.max()))
        weights /= weights.sum()
        if not tempered or 1 / (weights**2).sum() > len(weights) / 8:
            return weights
        power *= 0.7


def _quantiles(values: Floats, weights: Floats, shares: Sequence[float]) -> list[Floats]:
    """Weighted quantiles down each column."""
    order = np.argsort(values, axis=0)
    ranked = np.take_along_axis(values, order, axis=0)
    below = np.cumsum(weights[order], axis=0)
    rows = [np.argmax(below >= share, axis=0) for share in shares]
    return [np.take_along_axis(ranked, row[None], axis=0)[0] for row in rows]
