"""Write down a reading, and strike one out."""

from datetime import timedelta

from django.utils import timezone

from core.errors import JobError
from core.ferment.reading import judge_later, judge_pitching, judge_start
from core.must.mixing import dry_sugar_g
from core.must.whole_fruit import start_reading
from server.config.problems import ConflictError, QuestionedError
from server.jugs.models import Reading
from server.jugs.schemas import ReadingIn
from server.jugs.state import JugState

_MOST_NOTE = 500
_MOST_READINGS = 1000
_CLOCKS_DIFFER = timedelta(minutes=10)
_OLDEST = timedelta(days=3650)


def read_stem(state: JugState, payload: ReadingIn) -> Reading:
    """Keep a reading; the first one pitches the jug.

    Raises JobError for one no hydrometer shows, and QuestionedError for one the jug cannot
    give, unless the person insists.
    """
    if state.bottling:
        raise JobError("This jug is bottled: there is nothing left to read.", "sg")
    if not state.readings and state.jug.variants.filter(is_arm=True, removed_at=None).exists():
        raise ConflictError(
            "This must was shared out to test batches: pitch those. To pitch it whole, put them"
            " away first."
        )
    seen = payload.plan_version
    if not state.readings and seen is not None and seen != state.version:
        raise ConflictError("The plan was changed in another window: look at it before you pitch.")
    if len(state.readings) >= _MOST_READINGS:
        raise JobError(f"A jug keeps {_MOST_READINGS} readings.", "sg")
    if len(payload.note) > _MOST_NOTE:
        raise JobError(f"At most {_MOST_NOTE} letters fit in a note.", "note")
    at = payload.at or timezone.now()
    if at.tzinfo is None:
        raise JobError("The time needs its zone.", "at")
    if at > timezone.now() + _CLOCKS_DIFFER:
        raise JobError("This time is still to come: when was the reading taken?", "at")
    if at < timezone.now() - _OLDEST:
        raise JobError("That is more than ten years ago: when was the reading taken?", "at")
    before = [
        sg for reading, sg in zip(state.readings, state.at_20, strict=True) if reading.at <= at
    ]
    if state.readings and not before:
        raise JobError("This is before the first reading: when was it taken?", "at")
    expected = state.evaluation
    judgement = (
        judge_later(payload.sg, payload.temperature_c, before[-1], expected.finish.dry_sg)
        if before
        else judge_start(
            payload.sg,
            payload.temperature_c,
            start_reading(expected.pours, expected.must),
            expected.must.mix,
            dry_sugar_g(expected.pours),
        )
    )
    warm = judge_pitching(payload.temperature_c) if not before else None
    if not payload.insist and (warm or not judgement.fits):
        causes = (*((warm,) if warm else ()), *judgement.causes)
        text = warm.text if warm and judgement.fits else judgement.text
        raise QuestionedError("sg" if not judgement.fits else "temperature_c", text, causes)
    return state.jug.readings.create(
        at=at,
        sg=payload.sg,
        temperature_c=payload.temperature_c,
        note=payload.note.strip(),
        insisted=not judgement.fits,
    )


def strike(state: JugState, reading: Reading) -> None:
    """Strike a reading out; `restore` undoes it.

    Raises ConflictError for the one the ferment is counted from while later ones stand: they
    would be counted from another start.
    """
    if state.bottling:
        raise ConflictError("This jug is bottled: undo the bottling first.")
    if state.readings and state.readings[0].id == reading.id and len(state.readings) > 1:
        raise ConflictError(
            "The ferment is counted from this reading, and later ones stand on it: strike those"
            " out first."
        )
    reading.removed_at = timezone.now()
    reading.save(update_fields=["removed_at"])


def restore(state: JugState, reading: Reading) -> None:
    """Bring a reading back. Raises ConflictError for a bottled jug, or for one from before the
    reading the ferment is counted from by now."""
    if state.bottling:
        raise ConflictError("This jug is bottled: undo the bottling first.")
    if state.readings and reading.at < state.readings[0].at:
        raise ConflictError("The ferment is counted from a later reading by now: strike it first.")
    reading.removed_at = None
    reading.save(update_fields=["removed_at"])
