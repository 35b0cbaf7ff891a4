"""Ask about a reading that the jug can hardly give."""

from datetime import datetime

from core.batch.judge import shown_by
from core.ferment.reading import Judgement, judge_later, judge_pitching, judge_start
from core.must.mixing import dry_sugar_g
from core.must.whole_fruit import start_reading
from server.config.problems import QuestionedError
from server.jugs.journal import key_of
from server.jugs.state import JugState


def question(state: JugState, sg: float, temperature_c: float, at: datetime, insist: bool) -> bool:
    """Whether the person insisted on a reading that does not fit what was there before it.

    Raises JobError for one no hydrometer shows, QuestionedError for an odd one, and for a must
    too warm to pitch, unless the person insists.
    """
    shown = shown_by(state.folded((), until=at).jugs[key_of(state.jug)])
    if shown:
        judgement = judge_later(sg, temperature_c, shown.sg, shown.dry_sg)
        warm = None
    else:
        judgement, warm = _of_the_must(state, sg, temperature_c), judge_pitching(temperature_c)
    if not insist and (warm or not judgement.fits):
        causes = (*((warm,) if warm else ()), *judgement.causes)
        text = warm.text if warm and judgement.fits else judgement.text
        raise QuestionedError("sg" if not judgement.fits else "temperature_c", text, causes)
    return not judgement.fits


def _of_the_must(state: JugState, sg: float, temperature_c: float) -> Judgement:
    """Held against what the plan makes of the must."""
    expected = state.evaluation
    return judge_start(
        sg,
        temperature_c,
        start_reading(expected.pours, expected.must),
        expected.must.mix,
        dry_sugar_g(expected.pours),
    )
