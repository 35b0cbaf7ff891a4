"""A jug's brew day: the steps of its plan, and which of them are done."""

from django.utils import timezone

from core import tables
from core.errors import JobError
from core.plan.brew_day import Step, brew_day, out_of_order
from server.jugs.models import StepMark
from server.jugs.schemas import BrewDayOut, SchoolOut, StepIn, StepOut
from server.jugs.state import JugState


def steps_of(state: JugState) -> BrewDayOut:
    """What to do, in order, as it is marked. Raises the JobError that stands in the plan's way."""
    steps = brew_day(state.recipe, state.evaluation, state.jug.account.shows)
    marks = {mark.step: mark for mark in state.jug.steps.all()}
    done = {key: mark.done_at for key, mark in marks.items() if mark.done_at}
    early = out_of_order(steps, done)
    return BrewDayOut(steps=[_step(step, marks.get(step.key), step.key in early) for step in steps])


def mark_step(state: JugState, payload: StepIn) -> BrewDayOut:
    """Mark one. Raises JobError for a step that is not of this plan."""
    steps = brew_day(state.recipe, state.evaluation, state.jug.account.shows)
    if payload.step not in {step.key for step in steps}:
        raise JobError("The plan has changed: that is no step of it any more.", "step")
    now = timezone.now()
    mark, _ = StepMark.objects.get_or_create(jug=state.jug, step=payload.step)
    match payload.mark:
        case "start":
            mark.started_at, mark.done_at = now, None
        case "done":
            mark.done_at = mark.done_at or now
        case "undo":
            mark.started_at = mark.done_at = None
    mark.save()
    return steps_of(state)


def _step(step: Step, mark: StepMark | None, early: bool) -> StepOut:
    school = tables.SCHOOLS.get(step.school or "")
    return StepOut(
        key=step.key,
        title=step.title,
        text=step.text,
        minutes=step.minutes,
        school=SchoolOut(
            question=school.question,
            usual=school.usual,
            why=school.why,
            other=school.other,
            other_why=school.other_why,
            never=school.never,
        )
        if school
        else None,
        started_at=mark.started_at if mark else None,
        done_at=mark.done_at if mark else None,
        cost=step.cost if early else "",
    )
