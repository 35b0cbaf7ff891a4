"""What one kitchen was found to do otherwise than the tables say."""

from dataclasses import dataclass

from core.ferment.strength import ETHANOL_G_PER_ML, ETHANOL_PER_SUGAR, SUGAR_PER_POINT_G_PER_L

# What a point of gravity that does not ferment is short of, % vol. Derived.
ABV_PER_POINT = SUGAR_PER_POINT_G_PER_L * ETHANOL_PER_SUGAR / ETHANOL_G_PER_ML / 10


@dataclass(frozen=True, slots=True)
class Kitchen:
    """`losses` as a multiple of the usual, and how many points of gravity above the tables its
    yeast ends (below nothing: under them)."""

    losses: float = 1.0
    ends_points: float = 0.0

    @property
    def weaker_abv(self) -> float:
        """The same as strength, % vol."""
        return self.ends_points * ABV_PER_POINT


BY_TABLES = Kitchen()
"""Nothing was found yet."""
