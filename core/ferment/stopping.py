"""Has it stopped: what readings on the stem prove about the points still to fall."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

# "At most a point apart": a stem shows whole points, and one read twice differs by one.
SAME_POINTS = 1.0
# "The same reading", as a proof asks: no more than half a point apart.
EQUAL_POINTS = 0.5
# Stopped at all: so many days apart at the least.
DAYS_APART = 3.0
# Two equal readings D days apart on a tail of time constant T hide at most this / (e^(D/T) - 1)
# points still to fall, 95 %: two readings' noise of 0.6 point each. Derived.
_HIDDEN_POINTS = 1.4
# A proof waits so many time constants that this is the most that may still fall: 1.2 of them.
MOST_LEFT_POINTS = 0.6
PROOF_TAILS = math.log(1 + _HIDDEN_POINTS / MOST_LEFT_POINTS)
# Where this jug's falls do not tell its pace, and the longest that a proof asks for.
UNKNOWN_DAYS = 21.0
_LONGEST_DAYS = 28.0
# A reading is part of the tail when it lies so many points over the rest, and well above it.
_TAIL_POINTS = (2.0, 25.0)
# Noise of one reading, and how far below the rest the end may lie, points.
_NOISE_POINTS, _BELOW_POINTS = 0.6, 1.0
# From far above the tail only the middle's pace is seen; tails are slower by half. Practice.
_TAIL_IS_SLOWER = 1.5
# No tail is faster: two readings of one hour say nothing of its pace.
_FASTEST_DAYS = 0.25
_HAIR = 1e-6


@dataclass(frozen=True, slots=True)
class Reading:
    """`days` since the first reading, and the gravity then (20/20 °C); `seen` on the stem, or
    worked out from what is in the jug."""

    days: float
    sg: float
    seen: bool = True


@dataclass(frozen=True, slots=True)
class Rest:
    """The newest readings that agree.

    `days` they span within a point; `equal_days` from the first that is the same as the newest;
    `needs_days` so long the same reading must stand to prove the end; `points_may_fall` after
    `equal_days` (95 %).
    """

    days: float
    equal_days: float
    needs_days: float
    points_may_fall: float

    @property
    def stopped(self) -> bool:
        """Whether the stem has stood still, within a point, for three days."""
        return self.days >= DAYS_APART - _HAIR

    @property
    def proven(self) -> bool:
        """Whether it has been the same for as long as this jug's pace asks."""
        return self.equal_days >= self.needs_days - _HAIR


def at_rest(readings: Sequence[Reading]) -> Rest:
    """How long the newest readings agree, and how long they must.

    The time a proof takes comes from this jug's own falls: 1.2 times the upper estimate of
    its tail's time constant, at least three days, 21 where the falls tell nothing. Derived.
    Raises ValueError for no readings.
    """
    if not readings:
        raise ValueError("at_rest needs at least one reading")
    last = readings[-1]
    first_same = first_equal = len(readings) - 1
    for place in range(len(readings) - 1, -1, -1):
        apart = 1000 * abs(readings[place].sg - last.sg)
        # What nobody saw proves nothing, but tells how far it fell.
        if apart > SAME_POINTS + _HAIR or not readings[place].seen:
            break
        first_same = place
        if apart <= EQUAL_POINTS + _HAIR:
            first_equal = place
    rest = readings[first_equal:]
    tail = _tail_days(readings[: first_equal + 1], 1000 * min(r.sg for r in rest))
    if tail is None:
        needs, pace = UNKNOWN_DAYS, UNKNOWN_DAYS / PROOF_TAILS
    else:
        needs = min(max(PROOF_TAILS * tail, DAYS_APART), _LONGEST_DAYS)
        pace = max(min(tail, needs / PROOF_TAILS), _FASTEST_DAYS)
    equal_days = last.days - readings[first_equal].days
    stood = last.days - readings[first_same].days
    return Rest(stood, equal_days, needs, _may_fall(equal_days, pace))


def _may_fall(days: float, tail_days: float) -> float:
    """Points still to fall, 95 %, behind two equal readings so many days apart."""
    if days <= 0:
        return math.inf
    return _HIDDEN_POINTS / math.expm1(min(days / tail_days, 50.0))


def _tail_days(falling: Sequence[Reading], level: float) -> float | None:
    """Upper estimate of the tail's time constant; `level` of the rest in points.

    From every reading of the tail to the first of the rest, each read as unlucky as it may
    be; the slowest counts. From readings far above alone, half as much again.
    """
    end = falling[-1]
    floor = level - _BELOW_POINTS
    left = 1000 * end.sg + _NOISE_POINTS - floor

    def pace(reading: Reading) -> float | None:
        above = 1000 * reading.sg - floor
        return (end.days - reading.days) / math.log(above / left) if above > left else None

    low, high = _TAIL_POINTS
    over = [(reading, 1000 * reading.sg - level) for reading in falling[:-1]]
    in_tail = [pace(reading) for reading, points in over if low <= points <= high]
    paces = [days for days in in_tail if days is not None]
    if paces:
        return max(paces)
    far = [pace(reading) for reading, points in over if points > high]
    slowest = [days for days in far[-1:] if days is not None]
    return _TAIL_IS_SLOWER * slowest[0] if slowest else None
