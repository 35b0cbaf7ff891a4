"""A figure with its 90 % interval."""

import math
from collections.abc import Iterable
from dataclasses import dataclass

from scipy.special import ndtr, ndtri

# Two-sided 90 % of a normal distribution.
Z90 = 1.6449
_LEAST_CHANCE = 1e-12


@dataclass(frozen=True, slots=True)
class Interval:
    """`value` with `low` and `high`, the ends of a 90 % interval, in the same unit."""

    value: float
    low: float
    high: float

    @classmethod
    def around(cls, value: float, deviations: Iterable[float]) -> "Interval":
        """From independent one-standard-deviation shifts, added in quadrature.

        Reference: JCGM 100 (2008), 5.1.2.
        Example: 3 and 4 in quadrature are 5, and 1.645 × 5 is 8.2.

        >>> f"{Interval.around(10, [3, 4]).high:.1f}"
        '18.2'
        """
        half = Z90 * math.sqrt(sum(d * d for d in deviations))
        return cls(value, value - half, value + half)

    def not_below_nothing(self) -> "Interval":
        """What is left of a normal doubt once anything below 0 is ruled out."""
        deviation = (self.high - self.low) / (2 * Z90)
        if deviation <= 0:
            return Interval(max(self.value, 0.0), max(self.low, 0.0), max(self.high, 0.0))
        # Further below than seven deviations nothing can be told from the rest.
        above = max(float(ndtr(self.value / deviation)), _LEAST_CHANCE)
        value = max(self.value, 0.0)
        low = self.value + deviation * float(ndtri(1 - 0.95 * above))
        high = self.value - deviation * float(ndtri(0.05 * above))
        return Interval(value, min(max(low, 0.0), value), max(high, value))

    def smaller(self, other: "Interval") -> "Interval":
        """What is left when both are ceilings and the lower one holds."""
        return Interval(
            min(self.value, other.value), min(self.low, other.low), min(self.high, other.high)
        )

    def larger(self, other: "Interval") -> "Interval":
        """What is left when both are floors and the higher one holds."""
        return Interval(
            max(self.value, other.value), max(self.low, other.low), max(self.high, other.high)
        )


def sd_of_uniform(half_width: float) -> float:
    """Standard deviation of something equally likely anywhere within ± half_width."""
    return half_width / math.sqrt(3)


def sd_of_range90(low: float, high: float) -> float:
    """Standard deviation of something that lies between low and high nine times in ten."""
    return (high - low) / (2 * Z90)
