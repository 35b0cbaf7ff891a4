"""Which events of a journal hold: a strike takes one back, and a strike of the strike undoes it."""

from collections.abc import Iterable, Mapping
from operator import attrgetter
from typing import TypeVar

from core.batch.events import Event, Struck
from core.errors import JobError

Id = TypeVar("Id")


def standing(events: Iterable[Event]) -> list[Event]:
    """The events that hold, in the order they happened; those of one moment as they are given.

    An id met twice with the same content is one event. Raises JobError, placed at the event, for
    an id with two contents, a strike of nothing, or a second strike of one event.
    """
    by_id: dict[str, Event] = {}
    for event in events:
        known = by_id.setdefault(event.id, event)
        if known is not event and known != event:
            raise JobError(f"The id “{event.id}” is another event's already.", f"{event.place}.id")
    struck_by = {target: strike.id for target, strike in _strikes(by_id).items()}
    kept = [
        event
        for event in by_id.values()
        if not isinstance(event.what, Struck) and holds(event.id, struck_by)
    ]
    return sorted(kept, key=attrgetter("at"))


def holds(event: Id, struck_by: Mapping[Id, Id]) -> bool:
    """Whether an event stands, by what struck what: a strike that is struck strikes nothing."""
    stands = True
    while event in struck_by:
        event, stands = struck_by[event], not stands
    return stands


def _strikes(by_id: Mapping[str, Event]) -> dict[str, Event]:
    """The strike of each event that has one."""
    strikes: dict[str, Event] = {}
    for event in by_id.values():
        if not isinstance(event.what, Struck):
            continue
        target, at = event.what.event, f"{event.place}.what.event"
        if target not in by_id:
            raise JobError(f"There is no event “{target}” to strike.", at)
        if target in strikes:
            raise JobError(f"“{target}” is struck already.", at)
        strikes[target] = event
        # A strike of a strike of a strike … must come to an end.
        seen, after = {target}, event
        while after.id in strikes:
            seen.add(after.id)
            after = strikes[after.id]
            if after.id in seen:
                raise JobError("These strikes take each other back.", at)
    return strikes
