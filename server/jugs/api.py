"""The jugs' endpoints."""

from typing import Any

from django.db.models import F, Prefetch, QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.accounts.models import Account
from server.config.problems import REFUSALS, ConflictError, Problem
from server.jugs.actions import fill_bottles as filling
from server.jugs.actions.begin import begin
from server.jugs.actions.keep_plan import keep_plan
from server.jugs.actions.read_stem import read_stem
from server.jugs.actions.work_out import work_out
from server.jugs.models import Jug, PlanVersion
from server.jugs.schemas import (
    BottlingIn,
    BottlingOut,
    EvaluationOut,
    JugIn,
    JugOut,
    JugRow,
    KeepPlanIn,
    KeptOut,
    PlanIn,
    ReadingIn,
)
from server.jugs.state import JugState, evaluation_out, jug_out, jug_row

router = Router(auth=signed_in)

_REFUSALS: dict[Any, Any] = {**REFUSALS, 409: Problem}


def _jugs_with_events(account: Account) -> QuerySet[Jug]:
    """The account's jugs with all that JugState needs, in a fixed number of queries."""
    current = PlanVersion.objects.filter(version=F("jug__plan_version"))
    return account.jugs.select_related("account").prefetch_related(
        Prefetch("plans", queryset=current), "readings", "bottlings__counts"
    )


def _state(request: HttpRequest, jug_id: int) -> JugState:
    jugs = _jugs_with_events(account_of(request))
    return JugState.load(get_object_or_404(jugs, id=jug_id))


@router.get("", response={200: list[JugRow], 401: Problem})
def list_jugs(request: HttpRequest) -> list[JugRow]:
    standing = _jugs_with_events(account_of(request)).filter(removed_at=None)
    return [jug_row(JugState.load(jug)) for jug in standing]


@router.post("", response={200: JugOut, **_REFUSALS})
def begin_jug(request: HttpRequest, payload: JugIn) -> JugOut:
    jug = begin(account_of(request), payload)
    return jug_out(_state(request, jug.id))


@router.post("/evaluate", response={200: EvaluationOut, **REFUSALS})
def evaluate_plan(request: HttpRequest, payload: PlanIn) -> EvaluationOut:
    """Solve and work out a plan; keeps nothing."""
    return work_out(account_of(request), payload)


@router.get("/{int:jug_id}", response={200: JugOut, **REFUSALS})
def get_jug(request: HttpRequest, jug_id: int) -> JugOut:
    return jug_out(_state(request, jug_id))


def _set_removed(request: HttpRequest, jug_id: int, removed: bool) -> JugOut:
    state = _state(request, jug_id)
    state.jug.removed_at = timezone.now() if removed else None
    state.jug.save(update_fields=["removed_at"])
    return jug_out(state)


@router.delete("/{int:jug_id}", response={200: JugOut, **REFUSALS})
def remove_jug(request: HttpRequest, jug_id: int) -> JugOut:
    """Put the jug away; `restore` brings it back."""
    return _set_removed(request, jug_id, True)


@router.post("/{int:jug_id}/restore", response={200: JugOut, **REFUSALS})
def restore_jug(request: HttpRequest, jug_id: int) -> JugOut:
    return _set_removed(request, jug_id, False)


@router.put("/{int:jug_id}/plan", response={200: KeptOut, **_REFUSALS})
def put_plan(request: HttpRequest, jug_id: int, payload: KeepPlanIn) -> KeptOut:
    state = _state(request, jug_id)
    version, result = keep_plan(state, payload)
    return KeptOut(version=version, evaluation=evaluation_out(result, state.jug.account.currency))


@router.post("/{int:jug_id}/readings", response={200: JugOut, **_REFUSALS})
def post_reading(request: HttpRequest, jug_id: int, payload: ReadingIn) -> JugOut:
    read_stem(_state(request, jug_id), payload)
    return jug_out(_state(request, jug_id))


def _set_reading_removed(
    request: HttpRequest, jug_id: int, reading_id: int, removed: bool
) -> JugOut:
    state = _state(request, jug_id)
    if state.bottling:
        raise ConflictError("This jug is bottled: undo the bottling first.")
    reading = get_object_or_404(state.jug.readings, id=reading_id)
    reading.removed_at = timezone.now() if removed else None
    reading.save(update_fields=["removed_at"])
    return jug_out(_state(request, jug_id))


@router.delete("/{int:jug_id}/readings/{int:reading_id}", response={200: JugOut, **_REFUSALS})
def remove_reading(request: HttpRequest, jug_id: int, reading_id: int) -> JugOut:
    """Strike a reading out; `restore` brings it back."""
    return _set_reading_removed(request, jug_id, reading_id, True)


@router.post("/{int:jug_id}/readings/{int:reading_id}/restore", response={200: JugOut, **_REFUSALS})
def restore_reading(request: HttpRequest, jug_id: int, reading_id: int) -> JugOut:
    return _set_reading_removed(request, jug_id, reading_id, False)


@router.post("/{int:jug_id}/bottling/preview", response={200: BottlingOut, **REFUSALS})
def preview_bottling(request: HttpRequest, jug_id: int, payload: BottlingIn) -> BottlingOut:
    """What these bottles would hold and cost; keeps nothing."""
    return _state(request, jug_id).bottling_out(filling.count(payload), None)


@router.post("/{int:jug_id}/bottling", response={200: JugOut, **_REFUSALS})
def post_bottling(request: HttpRequest, jug_id: int, payload: BottlingIn) -> JugOut:
    filling.fill_bottles(_state(request, jug_id), payload)
    return jug_out(_state(request, jug_id))


@router.delete("/{int:jug_id}/bottling", response={200: JugOut, **_REFUSALS})
def remove_bottling(request: HttpRequest, jug_id: int) -> JugOut:
    """Take a bottling back; its counts can be entered again."""
    state = _state(request, jug_id)
    if state.bottling is None:
        raise ConflictError("This jug is not bottled.")
    state.bottling.removed_at = timezone.now()
    state.bottling.save(update_fields=["removed_at"])
    return jug_out(_state(request, jug_id))
