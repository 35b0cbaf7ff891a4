"""How a jug came clear: what was done for it, and how long it took."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from core.batch.events import Cared, Dosed, Event, Noticed, Racked
from core.tables import CLARITY

WAYS = {
    "finings": "Finings",
    "cold": "Cold",
    "time": "Time",
}
"""What clears a jug."""

# Held below this it is cleared by the cold, °C. Common practice: 0 to 4 °C for a few days.
_COLD_C = 6.0


@dataclass(frozen=True, slots=True)
class Look:
    """How clear it looked: a key of core.tables.CLARITY, and the photographs taken of it."""

    at: datetime
    grade: str
    pictures: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Cleared:
    """How a jug is clearing: every look at it, what was done last for it (a key of WAYS) and
    when, and the days from then until it was first seen clear; None while it is not."""

    looks: tuple[Look, ...]
    way: str
    since: datetime | None
    days: float | None


def cleared(events: Sequence[Event]) -> Cleared:
    """From the events of a jug that stand, in order: the wait counts from when finings, cold or
    a racking began it."""
    looks: list[Look] = []
    way, since = "time", None
    clear_on: datetime | None = None
    for event in events:
        begins = _begins(event)
        if begins and clear_on is None and (way == "time" or begins != "time"):
            way, since = begins, event.at
        grade = _grade(event)
        if grade and isinstance(event.what, Noticed):
            looks.append(Look(event.at, grade, event.what.pictures))
            if CLARITY[grade].clear and clear_on is None:
                clear_on = event.at
    days = (clear_on - since).total_seconds() / 86_400 if clear_on and since else None
    return Cleared(tuple(looks), way, since, days)


def _begins(event: Event) -> str | None:
    match event.what:
        case Racked():
            return "time"
        case Dosed(dose="finings_b"):
            return "finings"
        case Cared(did="held_at", temperature_c=celsius) if celsius is not None:
            return "cold" if celsius <= _COLD_C else None
        case _:
            return None


def _grade(event: Event) -> str | None:
    """The clearest it was called: a brilliant jug is written as clear as well."""
    if not isinstance(event.what, Noticed):
        return None
    return next((key for key in CLARITY if key in event.what.chips), None)
