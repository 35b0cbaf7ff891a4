"""What the stem has shown since something last went in that ferments."""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import UTC, datetime, timedelta

from core.ferment.stopping import SAME_POINTS, Reading, at_rest

# Colder by this much than it fermented, standing still proves nothing. Common practice.
_COLDER_C = 2.0
_SECONDS_A_DAY = 86_400.0
LAG_DAYS = 0.5
"""Yeast shows nothing for so long: what is read until then is the must."""
# A fall that means something: yeast at work.
FALLEN = 0.002
# A gravity, or a test of its sugar, of so long ago is still the jug's. Common practice.
STILL_TRUE_DAYS = 1.0
_HAIR = 1e-9


@dataclass(frozen=True, slots=True)
class Seen:
    """A gravity at 20/20, the jug's temperature then where it is known, and whether anybody saw
    it on a stem or it was worked out."""

    at: datetime
    sg: float
    jug_c: float | None
    seen: bool = True


@dataclass(slots=True)
class Watch:
    """The readings of one stretch: from its start, or from the last addition that ferments."""

    readings: list[Seen] = field(default_factory=list)
    # What has gone in since and does not ferment moves the stem by so much.
    moved: float = 0.0
    jug_c: float | None = None
    # Since it last stood still: what the gas in it is reckoned by.
    warmest_c: float | None = None
    # Sugar went in once it was stabilised: it stands still, and is never proven dry.
    sweetened: bool = False
    # It stood still before this stretch began: it need not fall to stand still again.
    rested_before: bool = False
    # Fresh yeast went in.
    woken_at: datetime | None = None

    def copy(self) -> "Watch":
        """One that goes on by itself."""
        return replace(self, readings=list(self.readings))

    def warmed(self, temperature_c: float) -> None:
        """The jug is so warm from now on."""
        self.jug_c = temperature_c
        self.warmest_c = max(self.warmest_c or temperature_c, temperature_c)

    def read(self, at: datetime, sg: float, by_stem: bool = True) -> None:
        """A reading, at 20 °C; one not by a stem tells how far it fell, and proves nothing."""
        sg -= self.moved
        if self.readings and sg < self.readings[-1].sg - SAME_POINTS / 1000:
            # It gave off gas since: what was dissolved went with it.
            self.warmest_c = self.jug_c
        self.readings.append(Seen(at, sg, self.jug_c, seen=by_stem))

    def restart(self, at: datetime, sg: float) -> None:
        """Something that ferments went in: the fall counts from here."""
        self.readings, self.moved = [Seen(at, sg, self.jug_c, seen=False)], 0.0
        self.sweetened = False

    def rests_since(self, began: datetime) -> datetime | None:
        """Since when it has stood still, after a fall; None while it does not. What was read
        before fresh yeast went in tells how far it fell, and of no rest."""
        kept = self.in_days(began)
        if not kept:
            return None
        start = self._start(began)
        woken = self.woken_at and days_between(start, self.woken_at)
        if woken:
            kept = [replace(each, seen=each.seen and each.days >= woken) for each in kept]
        fell = kept[0].sg - kept[-1].sg >= FALLEN - _HAIR
        rest = at_rest(kept)
        if not rest.stopped or not (fell or self.rested_before):
            return None
        return start + timedelta(days=kept[-1].days - rest.days)

    def shifted(self, by: float) -> None:
        """Something that does not ferment went in: what was read before is read from here."""
        self.moved += by

    @property
    def first_sg(self) -> float:
        """What the first of them would read today."""
        return self.readings[0].sg + self.moved

    @property
    def last_sg(self) -> float:
        """What the last of them would read today."""
        return self.readings[-1].sg + self.moved

    def in_days(self, began: datetime) -> Sequence[Reading]:
        """The readings that count, in days since the ferment, or its last stretch, began.

        What was taken colder than it fermented is left out, unless it had fallen all the same.
        """
        if not self.readings:
            return ()
        start = self._start(began)
        kept = [self.readings[0]]
        for each in self.readings[1:]:
            if not self._too_cold(each) or each.sg < kept[-1].sg - SAME_POINTS / 1000:
                kept.append(each)
        return tuple(
            Reading(
                max((each.at - start).total_seconds(), 0.0) / _SECONDS_A_DAY,
                each.sg + self.moved,
                each.seen,
            )
            for each in kept
        )

    def _start(self, began: datetime) -> datetime:
        first = self.readings[0].at
        start = max(began, first) if len(self.readings) > 1 else first
        return min(start, self.readings[-1].at)

    def _too_cold(self, reading: Seen) -> bool:
        if reading.jug_c is None:
            return False
        before = [
            each.jug_c
            for each in self.readings
            if each.at < reading.at
            and each.jug_c is not None
            and each.sg > reading.sg + SAME_POINTS / 1000
        ]
        return bool(before) and reading.jug_c < before[-1] - _COLDER_C


_FIRST_DAY = datetime(2000, 1, 1, tzinfo=UTC)


def day_of(at: datetime | None) -> float:
    """Days as core.estimate counts them; 0 before anything happened."""
    return 0.0 if at is None else days_between(_FIRST_DAY, at)


def days_between(earlier: datetime, later: datetime) -> float:
    """Days from one to the other."""
    return (later - earlier).total_seconds() / _SECONDS_A_DAY
