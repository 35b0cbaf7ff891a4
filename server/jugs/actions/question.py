"""Ask about what can hardly be: a reading the jug does not give, more than its vessel holds."""

from dataclasses import replace
from datetime import datetime
from typing import Any
from uuid import uuid4
from zoneinfo import ZoneInfo

from core.batch.brim import overflow
from core.batch.events import Event as CoreEvent
from core.batch.events import Read
from core.batch.judge import shown_by
from core.batch.jug import Jug
from core.batch.seeing import at_20
from core.ferment.reading import (
    Judgement,
    judge_later,
    judge_pitching,
    judge_start,
)
from core.must.mixing import dry_sugar_g
from core.must.whole_fruit import start_reading
from server.config.problems import QuestionedError
from server.jugs.journal import core_event, key_of, plan_of
from server.jugs.models import Jug as Row
from server.jugs.state import JugState

_AT_C = 20.0


def question(state: JugState, read: Read, at: datetime, insist: bool) -> bool:
    """Whether the person insisted on a reading that does not fit what was there before it.

    Raises JobError for one no instrument shows, QuestionedError for an odd one, and for a must
    too warm to pitch, unless the person insists.
    """
    jug = state.folded((), until=at).jugs[key_of(state.jug)]
    shown = shown_by(jug)
    typed, sample_c = _as_typed(jug, read)
    if shown:
        judgement = judge_later(typed, sample_c, shown.sg, shown.dry_sg, read.seen)
        warm = None
    else:
        judgement = _of_the_must(state, typed, sample_c, read.seen)
        warm = judge_pitching(read.sample_c)
    if not insist and (warm or not judgement.fits):
        causes = (*((warm,) if warm else ()), *judgement.causes)
        text = warm.text if warm and judgement.fits else judgement.text
        raise QuestionedError("sg" if not judgement.fits else "temperature_c", text, causes)
    later = _misfit_after(state, read, at) if judgement.fits else None
    if later is not None and not insist:
        raise QuestionedError("sg", later.text, later.causes)
    return not judgement.fits or later is not None


def _as_typed(jug: Jug, read: Read) -> tuple[float, float]:
    """The figure that slips are looked for in, and how warm the sample was: as it was typed, where
    that was a gravity."""
    if read.scale != "sg" or read.instrument.kind == "refractometer":
        return round(at_20(jug, read)[0], 3), _AT_C
    return read.figure - read.instrument.offset, read.sample_c


def _misfit_after(state: JugState, read: Read, at: datetime) -> Judgement | None:
    """What the next reading would then look like, where a reading of an earlier day makes it odd
    that was none before."""
    after = next((row for row in state.standing if row.kind == "read" and row.at > at), None)
    if after is None:
        return None
    following = core_event(after).what
    if not isinstance(following, Read):
        return None
    asked = CoreEvent(str(uuid4()), key_of(state.jug), at, read)
    judged = []
    for more in ((), (asked,)):
        jug = state.folded(more, until=after.at).jugs[key_of(state.jug)]
        shown = shown_by(jug)
        if shown is None:
            return None
        typed, sample_c = _as_typed(jug, following)
        judged.append(judge_later(typed, sample_c, shown.sg, shown.dry_sg, following.seen))
    without, then = judged
    if then.fits or not without.fits:
        return None
    day = after.at.astimezone(ZoneInfo(state.jug.account.time_zone))
    return replace(then, text=f"With it the reading of {day:%-d %b} is odd. {then.text}")


def room(state: JugState, step: CoreEvent, insist: bool) -> bool:
    """Whether the person insisted on more in a vessel than it holds. Raises QuestionedError for
    that unless he does."""
    before = state.folded((), until=step.at)
    after = state.folded([step], until=step.at)
    vessels = {key_of(jug): ml for jug in state.kitchen if (ml := _vessel_ml(jug))}
    found = overflow(before, after, state.jug.account.shows, vessels)
    if found is not None and not insist:
        raise QuestionedError("what", found.text, found.causes)
    return found is not None


def _vessel_ml(jug: Row) -> float | None:
    vessel: Any = plan_of(jug).get("vessel") or {}
    return float(vessel["volume_ml"]) if vessel.get("volume_ml") else None


def _of_the_must(
    state: JugState, sg: float, temperature_c: float, seen: tuple[str, ...]
) -> Judgement:
    """Held against what the plan makes of the must."""
    expected = state.evaluation
    return judge_start(
        sg,
        temperature_c,
        start_reading(expected.pours, expected.must),
        expected.must.mix,
        dry_sugar_g(expected.pours),
        seen,
    )
