"""Write down a reading, and strike one out."""

from typing import Any
from uuid import UUID

from core.errors import JobError
from server.accounts.models import Account
from server.config.problems import ConflictError
from server.jugs.actions.question import question
from server.jugs.actions.write_down import (
    Step,
    bring_back,
    check_note,
    happened_at,
    strike_all,
    write,
)
from server.jugs.schemas import ReadingIn
from server.jugs.state import JugState

_MOST_READINGS = 1000


def read_stem(state: JugState, by: Account, payload: ReadingIn) -> None:
    """Keep a reading; the first one pitches the jug.

    Raises JobError for one no hydrometer shows, and QuestionedError for one the jug cannot
    give, unless the person insists.
    """
    if state.emptied:
        raise JobError("This jug is bottled: there is nothing left to read.", "sg")
    if not state.pitched and state.jug.variants.filter(is_arm=True, removed_at=None).exists():
        raise ConflictError(
            "This must was shared out to test batches: pitch those. To pitch it whole, put them"
            " away first."
        )
    seen = payload.plan_version
    if not state.pitched and seen is not None and seen != state.version:
        raise ConflictError("The plan was changed in another window: look at it before you pitch.")
    if len(state.readings) >= _MOST_READINGS:
        raise JobError(f"A jug keeps {_MOST_READINGS} readings.", "sg")
    note, at = check_note(payload.note), happened_at(payload.at)
    if state.readings and at < state.readings[0].at:
        raise JobError("This is before the first reading: when was it taken?", "at")
    insisted = question(
        state, payload.sg - by.stem_offset, payload.temperature_c, at, payload.insist
    )
    what: dict[str, Any] = {"sg": payload.sg, "temperature_c": payload.temperature_c}
    instrument = _hydrometer(by)
    if instrument:
        what["instrument"] = instrument
    if payload.drunk_ml:
        what |= {"sample": "drunk", "sample_ml": payload.drunk_ml}
    steps = [Step("read", what, at, note, insisted=insisted)]
    if not state.pitched:
        steps.append(Step("pitched", {}, at))
    write(state, by, steps)


def _hydrometer(account: Account) -> dict[str, Any] | None:
    """The person's own, where it is not made for 20 °C and right."""
    if account.calibrated_c == 20 and account.stem_offset == 0:
        return None
    return {
        "kind": "hydrometer",
        "calibrated_c": account.calibrated_c,
        "offset": account.stem_offset,
    }


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
