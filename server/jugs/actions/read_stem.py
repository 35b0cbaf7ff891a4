"""Write down a reading."""

from datetime import timedelta

from django.utils import timezone

from core.density import sg_at_20
from core.errors import JobError
from core.reading import check_gravity, judge_later, judge_start
from core.whole_fruit import start_reading
from server.config.problems import QuestionedError
from server.jugs.models import Reading
from server.jugs.schemas import ReadingIn
from server.jugs.state import JugState

_MOST_NOTE = 500
_MOST_READINGS = 1000
_CLOCKS_DIFFER = timedelta(minutes=10)


def read_stem(state: JugState, payload: ReadingIn) -> Reading:
    """Keep a reading; the first one pitches the jug.

    Raises JobError for one no hydrometer shows, and QuestionedError for one the jug cannot
    give, unless the person insists.
    """
    if state.bottling:
        raise JobError("This jug is bottled: there is nothing left to read.", "sg")
    if len(state.readings) >= _MOST_READINGS:
        raise JobError(f"A jug keeps {_MOST_READINGS} readings.", "sg")
    if len(payload.note) > _MOST_NOTE or "\x00" in payload.note:
        raise JobError(f"At most {_MOST_NOTE} ordinary letters fit in a note.", "note")
    check_gravity(payload.sg)
    try:
        at_20 = sg_at_20(payload.sg, payload.temperature_c)
    except JobError as error:
        raise JobError(error.text, "temperature_c") from error
    at = payload.at or timezone.now()
    if at.tzinfo is None:
        raise JobError("The time needs its zone.", "at")
    if at > timezone.now() + _CLOCKS_DIFFER:
        raise JobError("This time is still to come: when was the reading taken?", "at")
    before = [
        sg for reading, sg in zip(state.readings, state.at_20, strict=True) if reading.at <= at
    ]
    if state.readings and not before:
        raise JobError("This is before the first reading: when was it taken?", "at")
    expected = state.evaluation
    judgement = (
        judge_later(at_20, before[-1], expected.finish.sg)
        if before
        else judge_start(at_20, start_reading(expected.pours, expected.must), expected.must.mix)
    )
    if not judgement.fits and not payload.insist:
        raise QuestionedError("sg", judgement.text, judgement.causes)
    return state.jug.readings.create(
        at=at,
        sg=payload.sg,
        temperature_c=payload.temperature_c,
        note=payload.note.strip(),
        insisted=not judgement.fits,
    )
