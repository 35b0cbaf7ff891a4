"""The jugs' endpoints."""

from typing import Any
from uuid import UUID

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Body, File, Query, Router, UploadedFile

from server.accounts.auth import account_of, signed_in
from server.config.limits import MOST_TOGETHER
from server.config.problems import REFUSALS, Problem
from server.jugs.actions import fill_bottles as filling
from server.jugs.actions import jug_file, past_plans, recipe_file, share_plan, write_down
from server.jugs.actions import read_stem as readings
from server.jugs.actions.begin import begin
from server.jugs.actions.brew_day import mark_step, mix_warm, scale_trial, steps_of
from server.jugs.actions.choose import choose, keep_habit, ways
from server.jugs.actions.fork import fork
from server.jugs.actions.keep_picture import keep_picture
from server.jugs.actions.keep_plan import keep_plan
from server.jugs.actions.look_ahead import look_ahead
from server.jugs.actions.pour_really import pour_really
from server.jugs.actions.print_sheet import print_sheet
from server.jugs.actions.set_side_by_side import side_by_side
from server.jugs.actions.shared_out import check_its_must_is_there
from server.jugs.actions.split_arms import split_arms
from server.jugs.bottle_schemas import BottlingIn, BottlingOut
from server.jugs.bottling import bottling_out
from server.jugs.brew_schemas import (
    BrewDayOut,
    ChoiceIn,
    HabitIn,
    MixedIn,
    MixedOut,
    PouredIn,
    SchoolOut,
    StepIn,
    TrialIn,
    TrialOut,
)
from server.jugs.journal import held_together, with_events
from server.jugs.models import Jug
from server.jugs.outcomes import batches_changed
from server.jugs.plan_schemas import PlanIn
from server.jugs.rows import keep_row, rows
from server.jugs.schemas import (
    BroughtOut,
    EventIn,
    ForecastOut,
    ForkIn,
    JugIn,
    JugOut,
    JugRow,
    JugsQuery,
    KeepPlanIn,
    KeptOut,
    LinkOut,
    PictureOut,
    PlanOut,
    ReadingIn,
    RecipeFileIn,
    RelatedOut,
    SideBySideOut,
    SplitIn,
    VersionOut,
    WhatIfQuery,
)
from server.jugs.state import JugState
from server.jugs.telling import jug_out

router = Router(auth=signed_in)

_REFUSALS: dict[Any, Any] = {**REFUSALS, 409: Problem}


def _state(request: HttpRequest, jug_id: int) -> JugState:
    jugs = with_events(account_of(request).jugs.all())
    return JugState.load(get_object_or_404(jugs, id=jug_id))


def _locked(request: HttpRequest, jug_id: int, *into: int) -> JugState:
    """The jug as it stands, held until the request's transaction ends: rules that read before
    they write see nobody else's half.

    Held with it, in one order, are the jugs that its drink ran between, and those it is to be
    poured into.
    """
    held_together(account_of(request), _own(request, jug_id), into=into)
    return _state(request, jug_id)


def _whole(request: HttpRequest, jug_id: int) -> JugOut:
    """The jug as it is in the record after a write; its line in the list is kept with it."""
    state = _state(request, jug_id)
    keep_row(state)
    return jug_out(state)


def _own(request: HttpRequest, jug_id: int) -> Jug:
    """One of the account's jugs, without its events."""
    return get_object_or_404(account_of(request).jugs, id=jug_id)


@router.get("", response={200: list[JugRow], **REFUSALS})
def list_jugs(request: HttpRequest, page: Query[JugsQuery]) -> list[JugRow]:
    """A page of the jugs that stand, or of those put away, the most urgent first."""
    jugs = account_of(request).jugs.filter(removed_at__isnull=not page.put_away)
    return rows(jugs, page.offset, page.offset + page.limit)


@router.post("", response={200: JugOut, **_REFUSALS})
def begin_jug(request: HttpRequest, payload: JugIn) -> JugOut:
    jug = begin(account_of(request), payload)
    return _whole(request, jug.id)


@router.get("/{int:jug_id}", response={200: JugOut, **REFUSALS})
def get_jug(request: HttpRequest, jug_id: int) -> JugOut:
    return jug_out(_state(request, jug_id))


def _set_removed(request: HttpRequest, jug_id: int, removed: bool) -> JugOut:
    state = _locked(request, jug_id)
    if not removed:
        check_its_must_is_there(state.jug)
    state.jug.removed_at = timezone.now() if removed else None
    state.jug.save(update_fields=["removed_at"])
    batches_changed(state.jug)
    return jug_out(state)


@router.delete("/{int:jug_id}", response={200: JugOut, **REFUSALS})
@transaction.atomic
def remove_jug(request: HttpRequest, jug_id: int) -> JugOut:
    """Put the jug away; `restore` brings it back."""
    return _set_removed(request, jug_id, True)


@router.post("/{int:jug_id}/restore", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def restore_jug(request: HttpRequest, jug_id: int) -> JugOut:
    return _set_removed(request, jug_id, False)


@router.put("/{int:jug_id}/plan", response={200: KeptOut, **_REFUSALS})
@transaction.atomic
def put_plan(request: HttpRequest, jug_id: int, payload: KeepPlanIn) -> KeptOut:
    version, problem = keep_plan(_locked(request, jug_id), payload)
    return KeptOut(version=version, problem=problem)


@router.get("/{int:jug_id}/versions", response={200: list[VersionOut], **REFUSALS})
def list_versions(request: HttpRequest, jug_id: int) -> list[VersionOut]:
    """Every plan that was kept, the newest first."""
    return past_plans.versions(_own(request, jug_id))


@router.get("/{int:jug_id}/versions/{int:version}", response={200: PlanOut, **REFUSALS})
def get_version(request: HttpRequest, jug_id: int, version: int) -> PlanOut:
    kept = get_object_or_404(_own(request, jug_id).plans, version=version)
    return PlanOut(version=kept.version, plan=PlanIn.model_validate(kept.plan))


@router.post("/{int:jug_id}/fork", response={200: JugOut, **_REFUSALS})
def fork_jug(request: HttpRequest, jug_id: int, payload: ForkIn) -> JugOut:
    """Copy and change: another jug with the same plan."""
    return jug_out(_state(request, fork(_state(request, jug_id), payload.name).id))


@router.post("/{int:jug_id}/split", response={200: list[RelatedOut], **_REFUSALS})
@transaction.atomic
def split_jug(request: HttpRequest, jug_id: int, payload: SplitIn) -> list[RelatedOut]:
    """Share the must out to arms, each a jug of its own."""
    arms = split_arms(_locked(request, jug_id), payload)
    return [RelatedOut(id=arm.id, number=arm.number, name=arm.name) for arm in arms]


@router.get("/side-by-side", response={200: SideBySideOut, **REFUSALS})
def jugs_side_by_side(request: HttpRequest, jug: Query[list[int]]) -> SideBySideOut:
    """Two to four jugs, and every figure of their plans."""
    # One more than may be is enough to say so.
    return side_by_side([_state(request, jug_id) for jug_id in jug[:MOST_TOGETHER]])


@router.get("/{int:jug_id}/recipe", response={200: dict[str, Any], **REFUSALS})
def get_recipe(request: HttpRequest, jug_id: int) -> dict[str, Any]:
    """The plan as a recipe file."""
    return recipe_file.written(_state(request, jug_id))


@router.get("/{int:jug_id}/file", response={200: dict[str, Any], **REFUSALS})
def get_jug_file(request: HttpRequest, jug_id: int) -> dict[str, Any]:
    """The jug whole, as a jug file."""
    return jug_file.written(_state(request, jug_id))


@router.post("/file", response={200: list[RelatedOut], **_REFUSALS})
def post_jug_file(request: HttpRequest, payload: Body[dict[str, Any]]) -> list[RelatedOut]:
    """New jugs as a jug file has them."""
    jugs = jug_file.brought_in(account_of(request), payload)
    return [RelatedOut(id=jug.id, number=jug.number, name=jug.name) for jug in jugs]


@router.get("/{int:jug_id}/sheet.pdf", response={200: None, **REFUSALS})
def get_sheet(request: HttpRequest, jug_id: int) -> HttpResponse:
    """The plan as a sheet to print."""
    return HttpResponse(print_sheet(_state(request, jug_id)), content_type="application/pdf")


@router.post("/recipe", response={200: BroughtOut, **_REFUSALS})
def post_recipe(request: HttpRequest, payload: RecipeFileIn) -> BroughtOut:
    """A new jug planned as a recipe file says, in a vessel of one's own."""
    jug, said = recipe_file.read(account_of(request), payload.recipe, payload.vessel)
    return BroughtOut(id=jug.id, number=jug.number, name=jug.name, said=said)


@router.get("/{int:jug_id}/link", response={200: LinkOut, **REFUSALS})
def get_link(request: HttpRequest, jug_id: int) -> LinkOut:
    """The link that shows this plan, if there is one."""
    return LinkOut(token=share_plan.standing(_own(request, jug_id)))


@router.post("/{int:jug_id}/link", response={200: LinkOut, **REFUSALS})
def post_link(request: HttpRequest, jug_id: int) -> LinkOut:
    """Make a link to a read-only view of the plan."""
    return LinkOut(token=share_plan.share(_own(request, jug_id)))


@router.delete("/{int:jug_id}/link", response={200: LinkOut, **REFUSALS})
def remove_link(request: HttpRequest, jug_id: int) -> LinkOut:
    """Take the link back: whoever has it sees nothing any more."""
    share_plan.take_back(_own(request, jug_id))
    return LinkOut(token=None)


@router.post("/{int:jug_id}/link/restore", response={200: LinkOut, **REFUSALS})
def restore_link(request: HttpRequest, jug_id: int) -> LinkOut:
    """Undo taking the link back."""
    return LinkOut(token=share_plan.give_again(_own(request, jug_id)))


@router.post("/{int:jug_id}/events", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def post_event(request: HttpRequest, jug_id: int, payload: EventIn) -> JugOut:
    """Add to the log to it."""
    state = _locked(request, jug_id, *write_down.poured_into(payload))
    write_down.write_event(state, account_of(request), payload)
    return _whole(request, jug_id)


@router.post("/{int:jug_id}/events/{uuid:event_id}/strike", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def strike_event(request: HttpRequest, jug_id: int, event_id: UUID) -> JugOut:
    """Take an event back; it stays in the journal, struck out."""
    write_down.strike(_locked(request, jug_id), account_of(request), event_id)
    return _whole(request, jug_id)


@router.post("/{int:jug_id}/events/{uuid:event_id}/restore", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def restore_event(request: HttpRequest, jug_id: int, event_id: UUID) -> JugOut:
    """Strike the strike."""
    write_down.bring_back(_locked(request, jug_id), account_of(request), event_id)
    return _whole(request, jug_id)


@router.get("/{int:jug_id}/brew-day", response={200: BrewDayOut, **REFUSALS})
def get_brew_day(request: HttpRequest, jug_id: int) -> BrewDayOut:
    """The plan as things to do, in order, as they are marked."""
    return steps_of(_state(request, jug_id))


@router.post("/{int:jug_id}/brew-day", response={200: BrewDayOut, **_REFUSALS})
@transaction.atomic
def post_brew_day(request: HttpRequest, jug_id: int, payload: StepIn) -> BrewDayOut:
    """Mark a step: its wait begins, it is done, or neither any more."""
    return mark_step(_locked(request, jug_id), payload)


@router.get("/habits", response={200: list[SchoolOut], **REFUSALS})
def get_habits(request: HttpRequest) -> list[SchoolOut]:
    """Every question brewers differ about, and the ways usually taken here."""
    account = account_of(request)
    return ways(account.habits, account)


@router.put("/habits", response={200: list[SchoolOut], **REFUSALS})
def put_habit(request: HttpRequest, payload: HabitIn) -> list[SchoolOut]:
    """Take a way for every batch that chooses nothing else."""
    keep_habit(account_of(request), payload.school, payload.option)
    return get_habits(request)


@router.get("/{int:jug_id}/choices", response={200: list[SchoolOut], **REFUSALS})
def get_choices(request: HttpRequest, jug_id: int) -> list[SchoolOut]:
    """The ways taken for this batch."""
    state = _state(request, jug_id)
    return ways(state.choices, account_of(request))


@router.put("/{int:jug_id}/choices", response={200: list[SchoolOut], **_REFUSALS})
@transaction.atomic
def put_choice(request: HttpRequest, jug_id: int, payload: ChoiceIn) -> list[SchoolOut]:
    """Take a way of doing it where brewers differ, for this batch and as a habit."""
    choose(_locked(request, jug_id), account_of(request), payload)
    return get_choices(request, jug_id)


@router.post("/{int:jug_id}/brew-day/poured", response={200: BrewDayOut, **_REFUSALS})
@transaction.atomic
def post_poured(request: HttpRequest, jug_id: int, payload: PouredIn) -> BrewDayOut:
    """What really went in of a pour: everything after follows it."""
    pour_really(_locked(request, jug_id), account_of(request), payload)
    state = _state(request, jug_id)
    keep_row(state)
    return steps_of(state)


@router.post("/{int:jug_id}/pictures", response={200: PictureOut, **REFUSALS})
def post_picture(request: HttpRequest, jug_id: int, picture: File[UploadedFile]) -> PictureOut:
    """Keep a photograph of the jug, for an entry of its log to show."""
    return PictureOut(id=str(keep_picture(_own(request, jug_id), picture.read()).id))


@router.get("/{int:jug_id}/pictures/{int:picture_id}", response={200: None, **REFUSALS})
def get_picture(request: HttpRequest, jug_id: int, picture_id: int) -> HttpResponse:
    kept = get_object_or_404(_own(request, jug_id).pictures, id=picture_id)
    return HttpResponse(
        bytes(kept.image),
        content_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=31536000, immutable"},
    )


@router.post("/{int:jug_id}/trial", response={200: TrialOut, **REFUSALS})
def post_trial(request: HttpRequest, jug_id: int, payload: TrialIn) -> TrialOut:
    """What a sample took, for the whole jug; keeps nothing."""
    return scale_trial(_state(request, jug_id), payload)


@router.post("/{int:jug_id}/mixed", response={200: MixedOut, **REFUSALS})
def post_mixed(request: HttpRequest, jug_id: int, payload: MixedIn) -> MixedOut:
    """How warm it is with hot water in it; keeps nothing."""
    return mix_warm(_state(request, jug_id), payload)


@router.get("/{int:jug_id}/forecast", response={200: ForecastOut, **REFUSALS})
def get_forecast(request: HttpRequest, jug_id: int, asked: Query[WhatIfQuery]) -> ForecastOut:
    """How it is likely to go on, or would if something were changed from now on."""
    return look_ahead(_state(request, jug_id), asked)


@router.post("/{int:jug_id}/readings", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def post_reading(request: HttpRequest, jug_id: int, payload: ReadingIn) -> JugOut:
    readings.read_stem(_locked(request, jug_id), account_of(request), payload)
    return _whole(request, jug_id)


@router.delete("/{int:jug_id}/readings/{uuid:reading_id}", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def remove_reading(request: HttpRequest, jug_id: int, reading_id: UUID) -> JugOut:
    """Strike a reading out; `restore` brings it back."""
    state = _locked(request, jug_id)
    get_object_or_404(state.jug.events, id=reading_id, kind="read")
    readings.strike(state, account_of(request), reading_id)
    return _whole(request, jug_id)


@router.post(
    "/{int:jug_id}/readings/{uuid:reading_id}/restore", response={200: JugOut, **_REFUSALS}
)
@transaction.atomic
def restore_reading(request: HttpRequest, jug_id: int, reading_id: UUID) -> JugOut:
    state = _locked(request, jug_id)
    get_object_or_404(state.jug.events, id=reading_id, kind="read")
    readings.restore(state, account_of(request), reading_id)
    return _whole(request, jug_id)


@router.post("/{int:jug_id}/bottling/preview", response={200: BottlingOut, **REFUSALS})
def preview_bottling(request: HttpRequest, jug_id: int, payload: BottlingIn) -> BottlingOut:
    """What these bottles would hold and cost; keeps nothing."""
    filling.check_lines(payload)
    return bottling_out(_state(request, jug_id), payload)


@router.post("/{int:jug_id}/bottling", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def post_bottling(request: HttpRequest, jug_id: int, payload: BottlingIn) -> JugOut:
    filling.fill_bottles(_locked(request, jug_id), account_of(request), payload)
    return _whole(request, jug_id)


@router.post("/{int:jug_id}/bottling/restore", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def restore_bottling(request: HttpRequest, jug_id: int) -> JugOut:
    """Undo taking a bottling back."""
    filling.give_back(_locked(request, jug_id), account_of(request))
    return _whole(request, jug_id)


@router.delete("/{int:jug_id}/bottling", response={200: JugOut, **_REFUSALS})
@transaction.atomic
def remove_bottling(request: HttpRequest, jug_id: int) -> JugOut:
    """Take a bottling back; its counts can be entered again."""
    filling.take_back(_locked(request, jug_id), account_of(request))
    return _whole(request, jug_id)
