"""The newest readings that agree are one level: its mean, and how well it is known."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.estimate import priors

# Readings within a point are one level; weighed out between one and two.
_OTHER_POINTS = 2.0


@dataclass(frozen=True, slots=True)
class Seen:
    """A reading after the yeast: warm days, points, the spread of what it was read with."""

    days: float
    points: float
    spread: float


@dataclass(frozen=True, slots=True)
class Level:
    """The newest readings that agree: their mean and its spread, when the last was taken, and the
    readings with how far each belongs. `before` is the newest that does not."""

    points: float
    spread: float
    slip_share: float
    days: float
    readings: tuple[tuple[float, Seen], ...]
    before: Seen | None
    earlier: tuple[Seen, ...]


def level_of(readings: Sequence[Seen]) -> Level:
    """The level that a stretch's readings have come to. There is at least one."""
    last = readings[-1]
    part, parts = 1.0, []
    for seen in reversed(readings):
        apart = abs(seen.points - last.points)
        part = min(part, float(np.clip(_OTHER_POINTS - apart, 0.0, 1.0)))
        if part <= 0:
            break
        parts.append((part, seen))
    kept = tuple(reversed(parts))
    worth = [w * (priors.EYE_POINTS / seen.spread) ** 2 for w, seen in kept]
    count = sum(worth)
    mean = sum(w * seen.points for w, (_, seen) in zip(worth, kept, strict=True)) / count
    spread = float(np.hypot(priors.EYE_POINTS / np.sqrt(count), priors.SAME_EYE_POINTS))
    earlier = tuple(readings[: len(readings) - len(kept)])
    # One that half belongs is as good as one before.
    before = next((s for w, s in kept if w < 0.5), earlier[-1] if earlier else None)
    return Level(
        mean,
        spread,
        priors.REST_SLIP_SHARE / float(np.sqrt(max(count, 1.0))),
        last.days,
        kept,
        before,
        earlier,
    )
