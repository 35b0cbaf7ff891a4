"""Ask about a reading that the jug can hardly give."""

from datetime import datetime

from core.batch.events import Read
from core.batch.judge import shown_by
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
from server.jugs.journal import key_of
from server.jugs.state import JugState

_AT_C = 20.0


def question(state: JugState, read: Read, at: datetime, insist: bool) -> bool:
    """Whether the person insisted on a reading that does not fit what was there before it.

    Raises JobError for one no instrument shows, QuestionedError for an odd one, and for a must
    too warm to pitch, unless the person insists.
    """
    jug = state.folded((), until=at).jugs[key_of(state.jug)]
    shown = shown_by(jug)
    # Slips are looked for in the figure as it was typed, where that was a gravity.
    typed, sample_c = read.figure - read.instrument.offset, read.sample_c
    if read.scale != "sg" or read.instrument.kind == "refractometer":
        typed, sample_c = round(at_20(jug, read)[0], 3), _AT_C
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
    return not judgement.fits


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
