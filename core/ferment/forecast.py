"""How a ferment is likely to go on: a cloud of possible ferments, weighed by the jug's readings.

Each is a small model: yeast that grows until its nitrogen is used up, eats sugar at a rate that
follows temperature, sugar left and alcohol, and tires. What nobody knows of a kitchen is wide in
the beginning; each reading leaves those that could have read so. The structure follows
nitrogen-limited kinetics (Coleman, Fish and Block 2007, Appl. Environ. Microbiol. 73:5875;
Malherbe et al. 2004, Biotechnol. Bioeng. 86:261, both from memory); its rates are common practice
with wide margins, not theirs.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.ferment.finish import Finish
from core.ferment.stopping import Reading
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L

_Floats = NDArray[np.float64]

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
# Speed doubles to more than doubles in ten degrees between 10 and 25 °C. Common practice.
_Q10 = 2.2
_AT_C = 20.0
# % vol that a gram in a litre becomes: about 17 g/L make 1 %.
_ABV_PER_G = 1 / 17
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
_JITTER = 0.35
_SEED = 11


@dataclass(frozen=True, slots=True)
class Forecast:
    """Gravity from the last reading on: `days` since the first one, and the middle with the
    bounds of 80 % at each. `dry_days` are the 10, 50 and 90 % days of being within a point of
    the end; one beyond the horizon stands at it."""

    days: tuple[float, ...]
    middle: tuple[float, ...]
    low: tuple[float, ...]
    high: tuple[float, ...]
    dry_days: tuple[float, float, float]

    @property
    def open_ended(self) -> bool:
        """Whether it may well take longer than can be looked ahead."""
        return self.dry_days[2] >= self.days[-1] - 1.0


def forecast(
    readings: Sequence[Reading],
    ends: Finish,
    temperature_c: float,
    tolerance_abv: float | None = None,
    warmer_c: float = 0.0,
) -> Forecast | None:
    """How it is likely to go on at `temperature_c`, by `warmer_c` from the last reading on.

    `readings` in order, the first taken at pitching (see core.ferment.stopping.Reading); `ends`
    the plan's finish. None before two readings. The same jug always gets the same forecast.
    """
    if len(readings) < 2:
        return None
    random = np.random.default_rng(_SEED)
    times = np.array([each.days for each in readings])
    seen = np.array([each.sg for each in readings])
    last = float(times[-1])
    grid = _times(last)
    limit = tolerance_abv or 14.0
    cloud = _Cloud.drawn(random, _CLOUD, ends)
    for turn in range(_ROUNDS):
        curves = cloud.curves(grid, float(seen[0]), temperature_c, limit)
        weights = _weights(curves, grid, times, seen, cloud, tempered=turn < _ROUNDS - 1)
        if turn < _ROUNDS - 1:
            cloud = cloud.resampled(random, weights)
    if warmer_c:
        curves = cloud.curves(grid, float(seen[0]), temperature_c, limit, warmer_c, last)
    ahead = grid >= last - 1e-9
    low, middle, high = _quantiles(curves[:, ahead], weights, (0.1, 0.5, 0.9))
    target = cloud.end[:, None] + DRY_WITHIN_POINTS / 1000
    is_dry = curves <= target
    day = np.where(is_dry.any(axis=1), grid[is_dry.argmax(axis=1)], grid[-1])
    day = np.maximum(day, 0.0)
    dry = tuple(float(q[0]) for q in _quantiles(day[:, None], weights, (0.1, 0.5, 0.9)))
    return Forecast(
        tuple(grid[ahead]),
        tuple(middle),
        tuple(low),
        tuple(high),
        (dry[0], dry[1], dry[2]),
    )


def _times(last: float) -> _Floats:
    """The days that are worked out: to the horizon beyond the last reading."""
    short, long = _STEP_DAYS
    steep = np.arange(0.0, max(_STEEP_DAYS, last) + short, short)
    return np.concatenate([steep, np.arange(steep[-1] + long, last + HORIZON_DAYS + long, long)])


@dataclass(frozen=True, slots=True)
class _Cloud:
    """Possible ferments: the logarithms of what is unknown, a column each, and where each ends."""

    logs: _Floats
    end: _Floats

    @staticmethod
    def drawn(random: np.random.Generator, count: int, ends: Finish) -> "_Cloud":
        middle = np.log([each for each, _ in _PRIOR.values()])
        spread = np.array([each for _, each in _PRIOR.values()])
        logs = middle + spread * random.standard_normal((count, len(_PRIOR)))
        sg = ends.sg
        end_sd = max((sg.high - sg.low) / 3.3, 0.0012)
        return _Cloud(logs, sg.value + end_sd * random.standard_normal(count))

    def curves(
        self,
        grid: _Floats,
        og: float,
        temperature_c: float,
        limit_abv: float,
        warmer_c: float = 0.0,
        warmer_from: float = 0.0,
    ) -> _Floats:
        """The gravity of each at each time of the grid."""
        rate, growth, half, lag, tiring = np.exp(self.logs).T
        start = np.maximum((og - self.end) * 1000 * SUGAR_PER_POINT_G_PER_L, 1.0)
        left, active = start.copy(), np.full_like(start, 0.03)
        found = np.empty((len(start), len(grid)))
        for i, time in enumerate(grid):
            found[:, i] = left
            step = grid[i + 1] - time if i + 1 < len(grid) else 0.0
            warm = temperature_c + (warmer_c if time >= warmer_from else 0.0)
            speed = _Q10 ** ((warm - _AT_C) / 10)
            eaten = start - left
            begun = time >= lag / speed
            grown = active + step * growth * speed * active * (1 - active) * begun
            active = np.minimum(grown, 1.0)
            alcohol = np.minimum(eaten * _ABV_PER_G / limit_abv, 0.98)
            tired = np.exp(-tiring * eaten / 100) * (1 - alcohol**2 * 0.6)
            left = left * np.exp(-step * speed * rate * active * tired / (half + left))
        return self.end[:, None] + found / SUGAR_PER_POINT_G_PER_L / 1000

    def resampled(self, random: np.random.Generator, weights: _Floats) -> "_Cloud":
        """The likely ones again, each moved a little, so that there are many near the truth."""
        chosen = random.choice(len(weights), size=len(weights), p=weights)
        middle = np.average(self.logs, axis=0, weights=weights)
        spread = np.sqrt(np.average((self.logs - middle) ** 2, axis=0, weights=weights))
        end_mean = np.average(self.end, weights=weights)
        end_sd = float(np.sqrt(np.average((self.end - end_mean) ** 2, weights=weights)))
        # Drawn towards the middle by as much as moving widens: the spread stays as it was.
        keep = np.sqrt(1 - _JITTER**2)
        logs = middle + keep * (self.logs[chosen] - middle)
        logs = logs + _JITTER * spread * random.standard_normal(self.logs.shape)
        end = end_mean + keep * (self.end[chosen] - end_mean)
        return _Cloud(logs, end + _JITTER * end_sd * random.standard_normal(len(end)))


def _weights(
    curves: _Floats,
    grid: _Floats,
    times: _Floats,
    seen: _Floats,
    cloud: _Cloud,
    tempered: bool,
) -> _Floats:
    """How well each could have read so, summing to 1; tempered, so that enough of them count."""
    at = np.clip(np.searchsorted(grid, times), 1, len(grid) - 1)
    part = (times - grid[at - 1]) / (grid[at] - grid[at - 1])
    read = curves[:, at - 1] * (1 - part) + curves[:, at] * part
    fall = 1000 * np.abs(curves[:, at] - curves[:, at - 1]) / (grid[at] - grid[at - 1])
    sd = np.sqrt(_READING_POINTS**2 + _OFF_POINTS**2 + (_OFF_DAYS * fall) ** 2)
    miss = 1000 * (read - seen) / sd
    likely = -0.5 * (miss[:, 1:] ** 2).sum(axis=1) - np.log(sd[:, 1:]).sum(axis=1)
    power = 1.0
    while True:
        weights: _Floats = np.exp(power * (likely - likely.max()))
        weights /= weights.sum()
        if not tempered or 1 / (weights**2).sum() > len(weights) / 8:
            return weights
        power *= 0.7


def _quantiles(values: _Floats, weights: _Floats, shares: Sequence[float]) -> list[_Floats]:
    """Weighted quantiles down each column."""
    order = np.argsort(values, axis=0)
    ranked = np.take_along_axis(values, order, axis=0)
    below = np.cumsum(weights[order], axis=0)
    rows = [np.argmax(below >= share, axis=0) for share in shares]
    return [np.take_along_axis(ranked, row[None], axis=0)[0] for row in rows]
