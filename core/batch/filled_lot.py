"""Bottles of one filling, and what has become of them since."""

from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal

from core.batch.brew import Brew
from core.batch.doses import Dosed
from core.batch.events import Cared, Lot
from core.batch.felt import Felt
from core.batch.jug import Jug

COLD = "cold"
"""Where bottles stand that were put in the cold."""
# Below this it all but stops, and a label says that it has to stay there. Common practice.
_COLD_C = 4.0


@dataclass(slots=True)
class FilledLot:
    """Bottles as they were filled: what is in one lot, how the jug stood then, and what one bottle
    is primed with, g or ml (`primed_each`)."""

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
    left: int
    place: str = ""
    money: Decimal | None = None
    cared: list[tuple[datetime, Cared]] = field(default_factory=list)
    # What became of some that the others may do too, and since when they are not safe.
    told: list[str] = field(default_factory=list)
    unsafe_since: datetime | None = None
    # What its bottles, and those filled with them, have shown.
    felt: list[Felt] = field(default_factory=list)

    @property
    def standing_c(self) -> float | None:
        """How warm somebody wrote that they stand, °C, the last time."""
        held = [c for _, c in self.cared if c.did == "held_at" and c.temperature_c is not None]
        return held[-1].temperature_c if held else None

    @property
    def cold(self) -> bool:
        """Whether they stand where it all but stops."""
        standing = self.standing_c
        return self.place == COLD or (standing is not None and standing <= _COLD_C)

    def pays(self, money: Decimal) -> None:
        """What is in them has cost so much more."""
        self.money = (self.money or Decimal(0)) + money
