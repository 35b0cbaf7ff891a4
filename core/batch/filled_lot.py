"""Bottles of one filling, and what has become of them since."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal

from core.batch.brew import Brew
from core.batch.doses import Dosed
from core.batch.events import Cared, Lot
from core.batch.felt import Felt
from core.batch.jug import Jug
from core.batch.standing import Stands


@dataclass(slots=True)
class FilledLot:
    """Bottles as they were filled: what is in one lot, how the jug stood then, what one bottle is
    primed with, g or ml (`primed_each`), and how much of the jug they hold (`drink_ml`)."""

    lot: Lot
    jug: str
    at: datetime
    before: Jug
    brew: Brew
    dosed: Dosed
    primed_g_per_l: float
    primed_most_g_per_l: float
    primed_with: str
    primed_each: float
    drink_ml: float
    stands: Stands
    money: Decimal | None = None
    # What primed it without a price, by name.
    unpriced: tuple[str, ...] = ()
    cared: list[tuple[datetime, Cared]] = field(default_factory=list)
    # What became of some that the others may do too, and since when they are not safe.
    told: list[str] = field(default_factory=list)
    unsafe_since: datetime | None = None
    # What its bottles, and those filled with them, have shown.
    felt: list[Felt] = field(default_factory=list)

    @property
    def left(self) -> int:
        """How many bottles are left."""
        return self.stands.left

    @property
    def cold(self) -> bool:
        """Whether they stand where it all but stops: a label says that they have to stay there."""
        return self.stands.cold

    def pays(self, money: Decimal) -> None:
        """What is in them has cost so much more."""
        self.money = (self.money or Decimal(0)) + money


def left_in_jug_ml(together: Sequence[FilledLot]) -> float:
    """What of a jug did not get into lots that were filled in one go, ml: lees, samples, spills."""
    return max(_rest_ml(together), 0.0)


def over_ml(together: Sequence[FilledLot]) -> float:
    """How much more than a jug is reckoned to hold got into lots that were filled in one go, ml."""
    return max(-_rest_ml(together), 0.0)


def _rest_ml(together: Sequence[FilledLot]) -> float:
    told = together[0].before.estimate if together else None
    if told is None:
        return 0.0
    return told.volume_ml.value - sum(lot.drink_ml for lot in together)
