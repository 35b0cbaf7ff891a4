"""A jug's brew day: the steps of its plan, and which of them are done."""

from django.utils import timezone

from core.errors import JobError
from core.must.acidity import from_sample
from core.plan.brew_day import brew_day, out_of_order
from core.plan.brew_steps import Step
from core.plan.mixed_warmth import mixed_warmth
from server.jugs.actions.choose import school_out
from server.jugs.brew_schemas import (
    BrewDayOut,
    MixedIn,
    MixedOut,
    StepIn,
    StepOut,
    TrialIn,
    TrialOut,
)
from server.jugs.models import StepMark
from server.jugs.state import JugState


def steps_of(state: JugState) -> BrewDayOut:
    """What to do, in order, as it is marked. Raises the JobError that stands in the plan's way."""
    steps = _steps(state)
    marks = {mark.step: mark for mark in state.jug.steps.all()}
    done = {key: mark.done_at for key, mark in marks.items() if mark.done_at}
    early = out_of_order(steps, done)
    return BrewDayOut(
        steps=[_step(state, step, marks.get(step.key), step.key in early) for step in steps]
    )


def mark_step(state: JugState, payload: StepIn) -> BrewDayOut:
    """Mark one. Raises JobError for a step that is not of this plan."""
    step = next((step for step in _steps(state) if step.key == payload.step), None)
    if step is None:
        raise JobError("The plan has changed: that is no step of it any more.", "step")
    now = timezone.now()
    mark, _ = StepMark.objects.get_or_create(jug=state.jug, step=payload.step)
    match payload.mark:
        case "start":
            mark.started_at, mark.done_at = now, None
            mark.minutes, mark.title = step.minutes, step.title[:200]
        case "done":
            mark.done_at = mark.done_at or now
        case "undo":
            mark.started_at = mark.done_at = None
    mark.save()
    return steps_of(state)


def scale_trial(state: JugState, payload: TrialIn) -> TrialOut:
    """A sample's dose for the whole jug. Raises JobError for no sample."""
    volume = state.evaluation.must.in_vessel_ml
    if state.pitched and state.life and state.life.now:
        volume = state.life.now.volume_ml.value
    found = from_sample(volume, payload.sample_ml, payload.added_g)
    return TrialOut(mass_g=found.mass_g, first_g=found.first_half_g)


def mix_warm(state: JugState, payload: MixedIn) -> MixedOut:
    """How warm the planned must is with hot water in it. Raises JobError for what cannot be."""
    must = state.evaluation.must.mix
    found = mixed_warmth(must, payload.hot_ml, payload.hot_c, payload.rest_c)
    return MixedOut(celsius=found.celsius, says=list(found.says))


def _steps(state: JugState) -> tuple[Step, ...]:
    return brew_day(state.as_poured, state.evaluation, state.jug.account.shows, state.choices)


def _step(state: JugState, step: Step, mark: StepMark | None, early: bool) -> StepOut:
    account = state.jug.account
    pour = next((each for each in state.evaluation.pours if each.name == step.pour), None)
    return StepOut(
        key=step.key,
        title=step.title,
        text=step.text,
        minutes=step.minutes,
        schools=[school_out(key, state.choices, account) for key in step.schools],
        started_at=mark.started_at if mark else None,
        done_at=mark.done_at if mark else None,
        cost=step.cost if early else "",
        pour=step.pour,
        amount=pour.amount if pour else None,
        by_mass=pour.by_mass if pour else False,
        really=step.pour in state.really_poured,
        tried=step.tried,
    )
