"""When bottles are ready, and until when they are at their best."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from core.plan.schools import Choices, chosen

# Days from filling until ready, fizzy and still, and at their best, by strength in % vol: light
# ones fade first. Common practice; nobody publishes it.
_READY_DAYS = {"usual": (14, 90), "now": (0, 0), "years": (365, 365)}
_BEST_DAYS = ((7.0, 270), (9.0, 365), (11.0, 540), (100.0, 730))
# Sugar that only the cold or a vent keeps is drunk in a fortnight.
_PAUSED_DAYS = 14
# So near to the end it is drunk first.
_SOON = timedelta(days=60)
# More than so many names make no sentence.
_MOST_NAMED = 2

Standing = Literal["wait", "ready", "soon", "past"]


@dataclass(frozen=True, slots=True)
class Window:
    """From when a lot is ready, and until when it is at its best."""

    ready: datetime
    best_until: datetime

    def standing(self, at: datetime) -> Standing:
        """How it stands at a moment: still to wait, ready, to be drunk soon, or past its best."""
        if at > self.best_until:
            return "past"
        if at < self.ready:
            return "wait"
        return "soon" if self.best_until - at <= _SOON else "ready"


@dataclass(frozen=True, slots=True)
class Shelved:
    """A lot in the cellar: what it is called, how many are left, and its window."""

    name: str
    left: int
    window: Window


def ready_days(fizzy: bool, choices: Choices) -> int:
    """Days from filling until a lot is ready, the way that was chosen for its age."""
    quick, still = _READY_DAYS[chosen(choices, "age")]
    return quick if fizzy else still


def window(filled: datetime, abv: float, fizzy: bool, paused: bool, choices: Choices) -> Window:
    """For a lot filled then: `fizzy` it is primed, `paused` only cold or a vent keeps its sugar;
    the way that was chosen for its age."""
    if paused:
        return Window(filled, filled + timedelta(days=_PAUSED_DAYS))
    ready = filled + timedelta(days=ready_days(fizzy, choices))
    best = next(days for most, days in _BEST_DAYS if abv < most)
    return Window(ready, max(filled + timedelta(days=best), ready + _SOON))


def cellar_says(lots: Sequence[Shelved], at: datetime) -> str:
    """The cellar in two sentences or three: how many bottles, what to drink first, and what there
    is only one of."""
    there = [lot for lot in lots if lot.left]
    count = sum(lot.left for lot in there)
    if not count:
        return "No bottles yet."
    said = f"{count} bottle{'' if count == 1 else 's'}. {_first(there, at)}"
    left: dict[str, int] = {}
    for lot in there:
        left[lot.name] = left.get(lot.name, 0) + lot.left
    last = [name for name, many in left.items() if many == 1]
    if not last or len(left) == 1:
        return said
    if len(last) > _MOST_NAMED:
        return f"{said} {len(last)} batches are down to their last bottle."
    return f"{said} The last of {' and '.join(last)} is left."


def _first(there: Sequence[Shelved], at: datetime) -> str:
    past = [lot for lot in there if lot.window.standing(at) == "past"]
    soon = sorted(
        (lot for lot in there if lot.window.standing(at) == "soon"),
        key=lambda lot: lot.window.best_until,
    )
    if past:
        return f"{past[0].name} is past its best: drink it first."
    if soon:
        return f"Drink the {soon[0].name} first: it fades."
    if any(lot.window.standing(at) == "ready" for lot in there):
        return "None of them is in a hurry."
    first = min(there, key=lambda lot: lot.window.ready)
    return f"None is ready before {first.window.ready:%-d %B}."
