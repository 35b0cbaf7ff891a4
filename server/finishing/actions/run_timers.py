"""Waits of a jug that somebody begins: an hour between finings, ten minutes of stirring."""

from datetime import timedelta
from uuid import uuid4

from django.shortcuts import get_object_or_404
from django.utils import timezone

from core.errors import JobError
from server.finishing.schemas import TimerIn, TimerOfJugOut
from server.jugs.models import Jug, StepMark

_STEP = "timer "
_MOST_RUNNING = 20
_LONGEST_MIN = 60 * 24 * 60


def timers_of(jug: Jug) -> list[TimerOfJugOut]:
    """Those that run, the first to end first."""
    running = [
        TimerOfJugOut(
            id=mark.id,
            title=mark.title,
            until=mark.started_at + timedelta(minutes=mark.minutes),
        )
        for mark in _running(jug)
        if mark.started_at is not None and mark.minutes is not None
    ]
    return sorted(running, key=lambda timer: timer.until)


def begin_timer(jug: Jug, payload: TimerIn) -> None:
    """Begin one. Raises JobError for no name, no time, or one too many."""
    title = payload.title.strip()
    if not title:
        raise JobError("Say what it is for, like “Finings, part B”.", "title")
    if not 0 < payload.minutes <= _LONGEST_MIN:
        raise JobError("A timer runs for minutes, like 60, and at most 60 days.", "minutes")
    if len(_running(jug)) >= _MOST_RUNNING:
        raise JobError(f"{_MOST_RUNNING} timers run for this batch: end one first.", "title")
    jug.steps.create(
        step=f"{_STEP}{uuid4()}",
        title=title,
        minutes=payload.minutes,
        started_at=timezone.now(),
    )


def mark_timer(jug: Jug, timer_id: int, done: bool) -> None:
    """End one, or let it run on."""
    mark = get_object_or_404(jug.steps, id=timer_id, step__startswith=_STEP)
    mark.done_at = timezone.now() if done else None
    mark.save(update_fields=["done_at"])


def _running(jug: Jug) -> list[StepMark]:
    return list(jug.steps.filter(step__startswith=_STEP, done_at=None))
