"""Add to the log to a jug, and take it back: the only hands on the journal."""

import re
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

from django.utils import timezone

from core.batch.events import Added, Measured, Racked, Read, Struck, Transferred
from core.batch.events import Event as CoreEvent
from core.errors import JobError
from core.files.journal import read_event
from core.must.acidity import check_ph
from server.accounts.models import Account
from server.config.limits import MOST_EVENTS
from server.config.problems import ConflictError
from server.jugs.actions.keep_picture import check_pictures
from server.jugs.actions.question import question, room
from server.jugs.actions.shared_out import check_not_used_up
from server.jugs.journal import key_of, run_together
from server.jugs.models import Event, Jug, TransferLine
from server.jugs.rows import outdated
from server.jugs.schemas import EventIn
from server.jugs.state import JugState

_MOST_NOTE = 500
_CLOCKS_DIFFER = timedelta(minutes=10)
_OLDEST = timedelta(days=3650)
# Bottles are filled, and strikes made, by ways of their own.
_OTHERWISE = ("bottled", "struck")
# What may go over a brim.
_FILLS = (Added, Racked, Transferred)
_NUMBER = re.compile(r"[1-9][0-9]{0,17}")


@dataclass(frozen=True)
class Step:
    """One event to write."""

    kind: str
    what: dict[str, Any]
    at: datetime
    note: str = ""
    id: UUID = field(default_factory=uuid4)
    insisted: bool = False

    def read(self, jug: Jug) -> CoreEvent:
        """As core reads it. Raises JobError at what is wrong."""
        data = {"id": str(self.id), "at": self.at.isoformat(), "kind": self.kind}
        return read_event({**data, "what": self.what, "note": self.note}, key_of(jug), "")


def happened_at(at: datetime | None) -> datetime:
    """The moment, now when none is given. Raises JobError for one to come, or long past."""
    if at is None:
        return timezone.now()
    if at.tzinfo is None:
        raise JobError("The time needs its zone.", "at")
    if at > timezone.now() + _CLOCKS_DIFFER:
        raise JobError("This time is still to come: when did it happen?", "at")
    if at < timezone.now() - _OLDEST:
        raise JobError("That is more than ten years ago: when did it happen?", "at")
    return at


def check_note(note: str) -> str:
    """The note without blanks around it. Raises JobError for a long one."""
    if len(note) > _MOST_NOTE:
        raise JobError(f"At most {_MOST_NOTE} letters fit in a note.", "note")
    return note.strip()


def write(state: JugState, by: Account, steps: list[Step]) -> list[Event]:
    """Write events, after core has said that they can be.

    The jug is locked by whoever calls. Raises JobError at the event that cannot have been.
    """
    if len(state.events) + len(steps) > MOST_EVENTS:
        raise JobError(f"A jug keeps {MOST_EVENTS} events.")
    check_not_used_up(state, [step.kind for step in steps])
    state.folded([step.read(state.jug) for step in steps])
    number = max((event.number for event in state.events), default=0)
    written = []
    for index, step in enumerate(steps, start=1):
        event = Event.objects.create(
            id=step.id,
            jug=state.jug,
            number=number + index,
            at=step.at,
            by=by,
            kind=step.kind,
            what=step.what,
            note=step.note,
            insisted=step.insisted,
        )
        if step.kind == "transferred":
            TransferLine.objects.bulk_create(
                TransferLine(event=event, into_id=int(line["jug"]), volume_ml=line["volume_ml"])
                for line in step.what["into"]
            )
        written.append(event)
    outdated(state.kitchen)
    return written


def write_event(state: JugState, by: Account, payload: EventIn) -> None:
    """One event as somebody sent it; sent twice, it is written once.

    Raises JobError for what cannot have been, ConflictError for an id that is another's, and
    QuestionedError for a reading the jug can hardly give.
    """
    if payload.kind in _OTHERWISE:
        raise JobError("Bottles and strikes are written down in their own way.", "kind")
    step = Step(
        payload.kind,
        payload.what,
        happened_at(payload.at),
        check_note(payload.note),
        payload.id or uuid4(),
    )
    known = Event.objects.filter(id=step.id).first()
    if known is not None:
        same = (known.jug_id, known.kind, known.what) == (state.jug.id, step.kind, step.what)
        if not same:
            raise ConflictError("That was sent before, and said something else.")
        return
    _check_own(state, step, poured_into(payload))
    check_pictures(state.jug, payload.what)
    if payload.instead_of is None:
        write(state, by, [_questioned(state, step, payload.insist)])
        return
    struck = _turn(state, by, _of(state, payload.instead_of))
    without = JugState(state.jug, state.version, state.plan, [*state.events, struck])
    write(without, by, [_questioned(without, step, payload.insist)])


def _questioned(state: JugState, step: Step, insist: bool) -> Step:
    """A gravity is asked about as one that is read off the stem is, and what goes in where it may
    have no room."""
    event = step.read(state.jug)
    if isinstance(event.what, Read):
        return replace(step, insisted=question(state, event.what, step.at, insist))
    if isinstance(event.what, Measured) and event.what.ph is not None:
        check_ph(event.what.ph, "what.ph")
    if isinstance(event.what, _FILLS):
        return replace(step, insisted=room(state, event, insist))
    return step


def poured_into(payload: EventIn) -> list[int]:
    """The numbers of the jugs that an event pours on into, as far as they are numbers."""
    lines = payload.what.get("into") if payload.kind == "transferred" else None
    named = [line.get("jug") for line in lines or [] if isinstance(line, dict)]
    return [int(name) for name in named if isinstance(name, str) and _NUMBER.fullmatch(name)]


def _check_own(state: JugState, step: Step, into: list[int]) -> None:
    """Drink is poured on into jugs of the same account alone."""
    if step.kind != "transferred":
        return
    step.read(state.jug)
    own = set(state.jug.account.jugs.filter(id__in=into).values_list("id", flat=True))
    for index, line in enumerate(step.what["into"]):
        if not _NUMBER.fullmatch(line["jug"]) or int(line["jug"]) not in own:
            raise JobError("There is no such jug.", f"what.into[{index}].jug")
    state.kitchen = run_together(state.jug, *into)


def strike(state: JugState, by: Account, event_id: UUID) -> None:
    """Take an event back. Raises ConflictError where something later stands on it."""
    event = _of(state, event_id)
    if event not in state.standing:
        raise ConflictError("That is struck out already.")
    _turn(state, by, event)


def bring_back(state: JugState, by: Account, event_id: UUID) -> None:
    """Strike the strike. Raises ConflictError where what came since cannot be with it."""
    event = _of(state, event_id)
    if event in state.standing:
        raise ConflictError("That was not struck out.")
    check_not_used_up(state, [event.kind])
    _turn(state, by, event)


def strike_all(state: JugState, by: Account, events: list[Event]) -> None:
    """Take back what was written together, the last first."""
    held = list(state.events)
    for event in reversed(events):
        standing = JugState(state.jug, state.version, state.plan, held)
        held.append(_turn(standing, by, event))


def _of(state: JugState, event_id: UUID) -> Event:
    event = next((each for each in state.events if each.id == event_id), None)
    if event is None:
        raise ConflictError("There is no such event in this jug.")
    return event


def _turn(state: JugState, by: Account, event: Event) -> Event:
    """Strike the event, or the last strike there is on it: what stood is taken back, what was
    taken back stands."""
    strikes = {each.strikes_id: each for each in state.events if each.strikes_id}
    last = event
    while last.id in strikes:
        last = strikes[last.id]
    now = timezone.now()
    struck = CoreEvent(str(uuid4()), key_of(state.jug), now, Struck(str(last.id)))
    try:
        state.folded([struck])
    except JobError as error:
        raise ConflictError(f"Something later stands on it: {error.text}") from error
    outdated(state.kitchen)
    return Event.objects.create(
        jug=state.jug,
        number=max(each.number for each in state.events) + 1,
        at=now,
        by=by,
        kind="struck",
        what={"event": str(last.id)},
        strikes=last,
    )
