"""Write down a reading, and strike one out."""

from dataclasses import asdict
from typing import Any
from uuid import UUID, uuid4

from core.batch.events import Instrument, Read
from core.errors import JobError
from server.accounts.models import Account
from server.config.limits import MOST_READINGS
from server.config.problems import ConflictError
from server.jugs.actions.question import question
from server.jugs.actions.shared_out import check_not_used_up
from server.jugs.actions.write_down import (
    Step,
    bring_back,
    check_note,
    happened_at,
    strike_all,
    write,
)
from server.jugs.models import Event
from server.jugs.schemas import ReadingIn
from server.jugs.state import JugState


def read_stem(state: JugState, by: Account, payload: ReadingIn) -> None:
    """Keep a reading; the first one pitches the jug.

    Raises JobError for one no hydrometer shows, and QuestionedError for one the jug cannot
    give, unless the person insists.
    """
    if payload.id is not None and _sent_before(state, payload.id):
        return
    if state.emptied:
        raise JobError("This jug is bottled: there is nothing left to read.", "sg")
    check_not_used_up(state)
    seen = payload.plan_version
    if not state.pitched and seen is not None and seen != state.version:
        raise ConflictError("The plan was changed in another window: look at it before you pitch.")
    if len(state.readings) >= MOST_READINGS:
        raise JobError(f"A jug keeps {MOST_READINGS} readings.", "sg")
    note, at = check_note(payload.note), happened_at(payload.at)
    if state.readings and at < state.readings[0].at:
        raise JobError("This is before the first reading: when was it taken?", "at")
    read = _seen(by, payload)
    insisted = question(state, read, at, payload.insist)
    steps = [Step("read", _what(read, payload), at, note, payload.id or uuid4(), insisted=insisted)]
    if not state.pitched:
        steps.append(Step("pitched", {}, at))
    write(state, by, steps)


def _sent_before(state: JugState, event_id: UUID) -> bool:
    """Whether this reading is in the record. Raises ConflictError for another's id."""
    known = Event.objects.filter(id=event_id).first()
    if known is not None and (known.jug_id, known.kind) != (state.jug.id, "read"):
        raise ConflictError("That was sent before, and said something else.")
    return known is not None


def _seen(by: Account, payload: ReadingIn) -> Read:
    """What was read, with what. Raises JobError for none, or for two."""
    seen = tuple(payload.seen)
    if payload.brix is not None and payload.sg is None:
        tool = Instrument("refractometer")
        return Read(payload.brix, "brix", payload.temperature_c, tool, payload.drunk_ml, seen)
    if payload.sg is None or payload.brix is not None:
        raise JobError("Write the gravity as read, like 1.074, or a refractometer's Brix.", "sg")
    tool = Instrument("hydrometer", by.calibrated_c, by.stem_offset)
    return Read(payload.sg, "sg", payload.temperature_c, tool, payload.drunk_ml, seen)


def _what(read: Read, payload: ReadingIn) -> dict[str, Any]:
    """The reading as the journal has it; what is as usual goes without saying."""
    what: dict[str, Any] = {read.scale: read.figure, "temperature_c": read.temperature_c}
    if read.instrument.kind == "refractometer":
        what["instrument"] = {"kind": "refractometer"}
    elif read.instrument != Instrument():
        what["instrument"] = asdict(read.instrument)
    if payload.drunk_ml:
        gone = "set_aside" if payload.set_aside else "drunk"
        what |= {"sample": gone, "sample_ml": payload.drunk_ml}
    return what | ({"seen": payload.seen} if payload.seen else {})


def strike(state: JugState, by: Account, reading_id: UUID) -> None:
    """Strike a reading out, and with the only one the pitching that it was read for."""
    row = next((each for each in state.readings if each.id == reading_id), None)
    if row is None:
        raise ConflictError("That reading does not stand.")
    alone = len(state.readings) == 1
    strike_all(
        state,
        by,
        [
            event
            for event in state.standing
            if event.id == row.id or (alone and event.kind == "pitched" and event.at == row.at)
        ],
    )


def restore(state: JugState, by: Account, reading_id: UUID) -> None:
    """Bring a reading back, and the pitching that was struck with it."""
    row = next(event for event in state.events if event.id == reading_id)
    together = [
        event
        for event in state.events
        if event.at == row.at and event.kind in ("read", "pitched") and event not in state.standing
    ]
    for event in together:
        held = JugState.load(state.fresh())
        bring_back(held, by, event.id)
