"""Where the bottles of a lot stand, how many, how warm, and for how long they have stood warm."""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime

from core.batch.watch import days_between

COLD, COLD_C = "cold", 4.0
"""Where bottles stand that were put in the cold, °C: there the yeast all but stops. Common
practice."""
IN_TIME_DAYS = 14.0
"""What is to come in a bottle has come after so many days in the warm. Common practice."""


@dataclass(frozen=True, slots=True)
class Standing:
    """So many bottles in one place, and how warm it is there, °C, where somebody wrote it."""

    place: str
    count: int
    celsius: float | None = None

    @property
    def cold(self) -> bool:
        """Whether it all but stops there."""
        if self.celsius is None:
            return self.place == COLD
        return self.celsius <= COLD_C


@dataclass(slots=True)
class Stands:
    """The bottles of one lot that nobody has opened, given or lost, by where they stand."""

    parts: list[Standing]
    since: datetime
    # Days that some of them had stood warm by `since`.
    _warm_before: float = field(default=0.0)

    @property
    def left(self) -> int:
        """How many there are."""
        return sum(part.count for part in self.parts)

    @property
    def place(self) -> str:
        """Where most of them stand."""
        return max(self.parts, key=lambda part: part.count).place

    @property
    def cold(self) -> bool:
        """Whether all of them stand where it all but stops."""
        return all(part.cold for part in self._there)

    @property
    def warmest_c(self) -> float | None:
        """How warm the warmest of them stand, °C; None where nobody wrote it."""
        known = [part.celsius for part in self._there if part.celsius is not None]
        return max(known) if known and len(known) == len(self._there) else None

    @property
    def cold_place(self) -> str:
        """A cold place where some of them stand already; none where there is none."""
        return next((part.place for part in self.parts if part.cold and part.count), "")

    def warm_days(self, at: datetime) -> float:
        """For how many days some of them have stood warm by then."""
        now = 0.0 if self.cold else days_between(self.since, at)
        return self._warm_before + max(now, 0.0)

    def gone(self, count: int, at: datetime) -> None:
        """So many are opened, given or lost: of those where most stand."""
        self._changed(self._without(count, self.parts), at)

    def moved(self, count: int, to: Standing, at: datetime) -> None:
        """So many go to another place, or stand warmer or colder in the one they are in: of those
        that do not stand so yet, as long as there are."""
        known = to.celsius
        if known is None:
            known = next((p.celsius for p in self.parts if p.place == to.place), None)
        so = [part for part in self.parts if (part.place, part.celsius) == (to.place, known)]
        others = [part for part in self.parts if part not in so]
        moved = min(count, sum(part.count for part in others))
        stand = Standing(to.place, sum(part.count for part in so) + moved, known)
        self._changed([*self._without(moved, others), stand], at)

    def all_at(self, celsius: float, at: datetime) -> None:
        """All of them stand so warm from now on."""
        self._changed([replace(part, celsius=celsius) for part in self.parts], at)

    @property
    def _there(self) -> list[Standing]:
        return [part for part in self.parts if part.count] or self.parts

    def _changed(self, parts: Sequence[Standing], at: datetime) -> None:
        self._warm_before, self.since = self.warm_days(at), at
        self.parts = [part for part in parts if part.count] or [replace(self.parts[0], count=0)]

    @staticmethod
    def _without(count: int, parts: Sequence[Standing]) -> list[Standing]:
        rest, left = [], count
        for part in sorted(parts, key=lambda part: -part.count):
            taken = min(part.count, left)
            left -= taken
            rest.append(replace(part, count=part.count - taken))
        return rest
