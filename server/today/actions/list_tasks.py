"""What is due across the jugs of an account."""

from datetime import datetime, timedelta

from django.utils import timezone

from core.batch.due import AHEAD, presses
from server.accounts.models import Account
from server.jugs.bottle_schemas import DueOut
from server.jugs.models import StepMark
from server.jugs.rows import rows
from server.jugs.schemas import JugRow
from server.probes.actions.show_probes import told_of
from server.today.actions.tell_changes import changes_of
from server.today.models import PutOff
from server.today.schemas import SpanOut, TaskOut, TimerOut, TodayOut, WatchOut

_MOST_JUGS = 200


def list_tasks(account: Account) -> list[TaskOut]:
    """All that is due within two weeks or late, the most pressing first; what was put off at its
    new time, what was left out not at all."""
    return _tasks(account, _jugs(account))


def _jugs(account: Account) -> list[JugRow]:
    return rows(account.jugs.filter(removed_at=None), 0, _MOST_JUGS)


def _tasks(account: Account, jugs: list[JugRow]) -> list[TaskOut]:
    now = timezone.now()
    answers: dict[tuple[int, str, datetime], PutOff] = {}
    for answer in PutOff.objects.filter(jug__account=account, removed_at=None):
        answers[answer.jug_id, answer.what, answer.since] = answer
    tasks = [
        task
        for jug in jugs
        for due in jug.due
        if (task := _task(jug, due, answers.get((jug.id, due.what, due.since)), now))
    ]
    # Bottles that may burst come before all else.
    return sorted(tasks, key=lambda task: (task.what != "make_safe", task.until))


def today(account: Account) -> TodayOut:
    """What is due, with the sentence that says how much of it there is."""
    jugs = _jugs(account)
    tasks = _tasks(account, jugs)
    now = timezone.now()
    spans = [
        SpanOut(
            jug=jug.id,
            number=jug.number,
            name=jug.name,
            drinks=jug.drinks,
            since=jug.dry_from,
            until=jug.dry_until,
        )
        for jug in jugs
        if jug.dry_from and jug.dry_until and jug.dry_from < now + AHEAD and jug.dry_until > now
    ]
    return TodayOut(
        said=_said(tasks),
        changes=changes_of(account),
        working=sum(jug.of is None for jug in jugs),
        tasks=tasks,
        watch=_watch(account),
        spans=spans,
        timers=_timers(account),
        now=now,
    )


def _timers(account: Account) -> list[TimerOut]:
    """The waits of brew day that run, the first to end first."""
    marks = StepMark.objects.filter(
        jug__account=account, jug__removed_at=None, started_at__isnull=False, done_at=None
    ).select_related("jug")
    running = [
        TimerOut(
            jug=mark.jug.id,
            number=mark.jug.number,
            name=mark.jug.name,
            title=mark.title,
            until=mark.started_at + timedelta(minutes=mark.minutes),
        )
        for mark in marks
        if mark.started_at is not None and mark.minutes is not None
    ]
    return sorted(running, key=lambda timer: timer.until)


def _watch(account: Account) -> list[WatchOut]:
    """What the probes tell of jugs that stand too warm or too cold, and of themselves."""
    probes = account.probes.filter(removed_at=None, jug__removed_at=None).select_related("jug")
    return [
        WatchOut(
            jug=probe.jug.id,
            number=probe.jug.number,
            name=probe.jug.name,
            text=f"{probe.name}: {text}",
        )
        for probe in probes
        for text in told_of(probe)
    ]


def _task(jug: JugRow, due: DueOut, answer: PutOff | None, now: datetime) -> TaskOut | None:
    since, until = due.since, due.until
    if answer is not None:
        if answer.until is None:
            return None
        since, until = answer.until, answer.until + (due.until - due.since)
    if since > now + AHEAD:
        return None
    return TaskOut(
        jug=jug.id,
        number=jug.number,
        name=jug.name,
        stage=jug.stage,
        shape=jug.shape,
        drinks=jug.drinks,
        what=due.what,
        words=due.words,
        short=due.short,
        why=due.why,
        asked=due.since,
        since=since,
        until=until,
        grams=due.grams,
        done=due.done,
        state=presses(since, until, now),
        put_off=answer.id if answer else None,
    )


_COUNTS = ("No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine")


def _said(tasks: list[TaskOut]) -> str:
    late = sum(task.state == "late" for task in tasks)
    pressing = late + sum(task.state == "now" for task in tasks)
    if pressing:
        count = _COUNTS[pressing] if pressing < len(_COUNTS) else str(pressing)
        things = "thing" if pressing == 1 else "things"
        behind = f", {_COUNTS[late].lower() if late < len(_COUNTS) else late} of them late"
        if late == pressing:
            behind = ", and late" if late == 1 else ", all of them late"
        return f"{count} {things} to do{behind if late else ' now'}."
    return "Nothing to do today." if tasks else "Nothing to do for two weeks."
