"""Keep what a probe sends: each point once, by our clock."""

from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone

from core.errors import JobError
from server.accounts.models import Account
from server.jugs.actions.write_down import Step, write
from server.jugs.journal import with_events
from server.jugs.models import Event, Jug
from server.jugs.rows import keep_row
from server.jugs.state import JugState
from server.probes.models import Probe, ProbePoint
from server.probes.schemas import PointsIn, PointsOut

# A clock that is off by less than the way here takes is right.
_RIGHT_WITHIN = timedelta(seconds=90)
_OLDEST = timedelta(days=400)
# The jug's warmth goes into the log once a day, or when it has changed by so much.
_TOLD_EVERY = timedelta(days=1)
_TOLD_C = 2.0


def take_points(probe: Probe, payload: PointsIn) -> PointsOut:
    """Keep the points that are new. Answered, they are in the record.

    Raises JobError for points without a zone, to come, or long past.
    """
    now = timezone.now()
    off = _clock_is_off(payload, now)
    points = {point.at: point for point in payload.points}
    fresh = []
    for said, point in points.items():
        at = _moment(said, off, now)
        fresh.append(
            ProbePoint(
                probe=probe, said_at=said, at=at, sg=point.sg, temperature_c=point.temperature_c
            )
        )
    with transaction.atomic():
        # One sender at a time for each probe: what is new is counted before it is kept.
        held = Probe.objects.select_for_update().get(id=probe.id)
        known = set(held.points.filter(said_at__in=list(points)).values_list("said_at", flat=True))
        new = [point for point in fresh if point.said_at not in known]
        ProbePoint.objects.bulk_create(new, ignore_conflicts=True)
        newest = max(new, key=lambda point: point.at, default=None)
        if newest is not None and (held.last_at is None or newest.at > held.last_at):
            held.last_at = newest.at
            held.last_sg = newest.sg if newest.sg is not None else held.last_sg
            held.last_c = newest.temperature_c if newest.temperature_c is not None else held.last_c
        if payload.battery is not None:
            held.battery = payload.battery
        held.save(update_fields=["last_at", "last_sg", "last_c", "battery"])
    if new:
        _tell_warmth(held, now)
    return PointsOut(kept=len(new), known=len(payload.points) - len(new))


def _clock_is_off(payload: PointsIn, now: datetime) -> timedelta:
    """By how much the probe's clock is behind ours."""
    if payload.sent_at is None:
        return timedelta(0)
    if payload.sent_at.tzinfo is None:
        raise JobError("The time needs its zone.", "sent_at")
    off = now - payload.sent_at
    return timedelta(0) if abs(off) < _RIGHT_WITHIN else off


def _moment(said: datetime, off: timedelta, now: datetime) -> datetime:
    if said.tzinfo is None:
        raise JobError("The time needs its zone.", "points")
    at = said + off
    if at > now + _RIGHT_WITHIN:
        raise JobError("These points are still to come: send sent_at by the same clock.", "points")
    if at < now - _OLDEST:
        raise JobError("These points are more than a year old.", "points")
    return at


def _tell_warmth(probe: Probe, now: datetime) -> None:
    """How warm the jug stands, into its log: what is worked out goes by it. A gravity is never
    written: that is read by a person."""
    if probe.last_c is None or probe.last_at is None:
        return
    with transaction.atomic():
        Jug.objects.select_for_update().get(id=probe.jug_id)
        state = JugState.load(with_events(Jug.objects.filter(id=probe.jug_id)).get())
        if not state.pitched or state.emptied or not _worth_telling(state, probe):
            return
        warm = round(probe.last_c, 1)
        step = Step("measured", {"temperature_c": warm}, probe.last_at, f"By {probe.name}")
        by = Account.objects.get(id=probe.account_id)
        try:
            write(state, by, [step])
        except JobError:
            # A log that takes no more, or that begins later: the chart has the point all the same.
            return
        keep_row(JugState.load(state.fresh()))


def _worth_telling(state: JugState, probe: Probe) -> bool:
    told = [
        event
        for event in state.standing
        if event.kind == "measured" and "temperature_c" in event.what
    ]
    if not told or probe.last_at is None or probe.last_c is None:
        return True
    last: Event = told[-1]
    if probe.last_at <= last.at:
        return False
    changed = abs(float(last.what["temperature_c"]) - probe.last_c) >= _TOLD_C
    return changed or probe.last_at - last.at >= _TOLD_EVERY
