"""How a ferment runs by its stem alone: whether it stands, fell, creeps, or went on."""

from collections.abc import Sequence
from typing import Literal

from core.ferment.stopping import Reading, at_rest

Runs = Literal["pitched", "not_started", "going", "slow", "restarted", "stopped"]

# A fall that means something: yeast at work, or a jug that went on after it had stopped.
_FALL = 0.002
# Nothing to see for so long is a start that failed. Common practice: 36 to 48 h.
_STARTS_WITHIN_DAYS = 2.0
# Slower than this in the middle, points a day, wants help. Common practice.
_SLOW_POINTS_A_DAY = 2.0
_HAIR = 1e-9


def runs(readings: Sequence[Reading]) -> Runs:
    """How it runs. `readings` in order, the first taken at pitching; at least one."""
    rest = at_rest(readings)
    fell = readings[0].sg - readings[-1].sg
    if not rest.stopped and _went_on(readings):
        return "restarted"
    if fell < _FALL - _HAIR:
        late = readings[-1].days >= _STARTS_WITHIN_DAYS - _HAIR
        return "not_started" if late else "pitched"
    if rest.stopped:
        return "stopped"
    return "slow" if _creeps(readings) else "going"


def _went_on(readings: Sequence[Reading]) -> bool:
    """Whether it rested once, and has fallen again since."""
    for count in range(2, len(readings)):
        rest = at_rest(readings[:count])
        rested = readings[count - 1].sg
        fell_before = readings[0].sg - rested >= _FALL - _HAIR
        if rest.stopped and fell_before and rested - readings[-1].sg >= _FALL - _HAIR:
            return True
    return False


def _creeps(readings: Sequence[Reading]) -> bool:
    """Whether the newest fall is slow, over a day at the least and not its first two."""
    last = readings[-1]
    for before in reversed(readings[:-1]):
        days = last.days - before.days
        if days >= 1.0:
            pace = 1000 * (before.sg - last.sg) / days
            return last.days > _STARTS_WITHIN_DAYS + 1 and pace < _SLOW_POINTS_A_DAY
    return False
