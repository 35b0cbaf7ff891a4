"""How far a ferment has come, from its readings."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.interval import Interval
from core.strength import Strength, strength

# "The same reading": within one division of the stem.
_SAME = 0.001
_DAYS_APART = 3.0
# How far above the expected end still counts as near it.
_NEAR = 0.003


@dataclass(frozen=True, slots=True)
class Reading:
    """`days` since the first reading, and the gravity then (20/20 °C)."""

    days: float
    sg: float


@dataclass(frozen=True, slots=True)
class Progress:
    """`share` of the way come, 0 to 1. `verdict` is one of VERDICTS, `advice` a sentence."""

    strength: Strength
    share: float
    points_to_go: float
    verdict: str
    headline: str
    advice: str

    @property
    def done(self) -> bool:
        """Whether the readings prove the end."""
        return self.verdict == "done"


VERDICTS = ("pitched", "going", "near", "resting", "done")


def progress(readings: Sequence[Reading], ends: Interval, as_sucrose: float = 1.0) -> Progress:
    """Where the jug stands. `readings` are in order, the first taken at pitching;
    `as_sucrose` is what 1 g of the must's sugar is worth (see core.strength.fermented).

    Done only when two readings at least three days apart, and all between, agree within
    0.001 near where the jug should end; bubbles prove nothing. Common practice. Raises
    ValueError for no readings.
    """
    if not readings:
        raise ValueError("progress needs at least the first reading")
    og, now = readings[0].sg, readings[-1].sg
    near = now <= ends.high + _NEAR
    steady = _steady_days(readings)
    return Progress(
        strength(og, now, as_sucrose),
        _share(og, now, ends.value),
        max(1000 * (now - ends.value), 0.0),
        *_say(len(readings), near, steady, ends),
    )


def _share(og: float, sg: float, end: float) -> float:
    if og <= end:
        return 1.0
    return min(max((og - sg) / (og - end), 0.0), 1.0)


def _steady_days(readings: Sequence[Reading]) -> float:
    """Days over which the last readings all agree with the newest one."""
    last = readings[-1]
    since = last.days
    for reading in reversed(readings):
        # A hair of room, so that 0.998 and 0.997 count as one division apart.
        if abs(reading.sg - last.sg) > _SAME + 1e-9:
            break
        since = reading.days
    return last.days - since


def _say(count: int, near: bool, steady: float, ends: Interval) -> tuple[str, str, str]:
    band = f"{ends.low:.3f} to {ends.high:.3f}"
    if count == 1:
        return (
            "pitched",
            "Pitched.",
            "Keep it at 18-22 °C and read again in two or three days.",
        )
    if near and steady >= _DAYS_APART:
        return (
            "done",
            "Done.",
            f"Readings {steady:.0f} days apart agree, where this jug should end ({band})."
            " Rack or bottle when it is clear.",
        )
    if steady >= _DAYS_APART:
        return (
            "resting",
            "Stopped short.",
            f"The gravity has not moved for {steady:.0f} days, but this jug should end at"
            f" {band}. Warm it to 20-22 °C, swirl up the lees and read again in three days."
            " It is not safe to bottle.",
        )
    if near:
        return (
            "near",
            "Nearly there.",
            "Read again three days from now: the same reading tells it is done. Bubbles prove"
            " nothing either way.",
        )
    return (
        "going",
        "Going well. Leave it be.",
        f"It should end at {band}. Read again in two or three days.",
    )


def stage(read: bool, done: bool, bottled: bool) -> str:
    """Where a jug is on its way: plan, ferment, bottle (ready for it) or bottled."""
    if bottled:
        return "bottled"
    if not read:
        return "plan"
    return "bottle" if done else "ferment"
