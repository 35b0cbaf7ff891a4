"""A figure with its 90 % interval."""

import math
from collections.abc import Iterable
from dataclasses import dataclass

# Two-sided 90 % of a normal distribution.
Z90 = 1.6449


@dataclass(frozen=True, slots=True)
class Interval:
    """`value` with `low` and `high`, the ends of a 90 % interval, in the same unit."""

    value: float
    low: float
    high: float

    @classmethod
    def around(cls, value: float, deviations: Iterable[float]) -> "Interval":
        """From independent one-standard-deviation shifts, added in quadrature."""
        half = Z90 * math.sqrt(sum(d * d for d in deviations))
        return cls(value, value - half, value + half)

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
