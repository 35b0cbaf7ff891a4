"""Endpoints from stopped to bottled."""

from django.db import transaction
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Query, Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.finishing.actions.blend_jugs import pour_blend, solve_blend
from server.finishing.actions.keep_bottles import bottles_of, choose_mix, keep_bottles
from server.finishing.actions.list_steeps import list_steeps
from server.finishing.actions.run_timers import begin_timer, mark_timer, timers_of
from server.finishing.actions.share_base import share_base, work_out_flavours
from server.finishing.actions.show_finishing import rack, show_finishing
from server.finishing.actions.try_glasses import scale_drops, try_glasses
from server.finishing.schemas import (
    BlendIn,
    BlendOut,
    BlendPourIn,
    DropsIn,
    DropsOut,
    EmptiesIn,
    EmptiesOut,
    FinishingOut,
    FlavoursIn,
    FlavoursOut,
    GlassesIn,
    GlassOfTrialOut,
    MixIn,
    MixOut,
    RackOut,
    RackQuery,
    SteepOut,
    TimerIn,
    TimerMark,
    TimerOfJugOut,
)
from server.jugs.journal import held_together, with_events
from server.jugs.models import Jug
from server.jugs.schemas import RelatedOut
from server.jugs.state import JugState

router = Router(auth=signed_in)


def _state(request: HttpRequest, jug_id: int) -> JugState:
    jugs = with_events(account_of(request).jugs.all())
    return JugState.load(get_object_or_404(jugs, id=jug_id))


def _own(request: HttpRequest, jug_id: int) -> Jug:
    return get_object_or_404(account_of(request).jugs, id=jug_id)


@router.get("/jugs/{int:jug_id}/finishing", response={200: FinishingOut, **REFUSALS})
def get_finishing(request: HttpRequest, jug_id: int) -> FinishingOut:
    """How it clears, what it may become, and what waits for it."""
    return show_finishing(_state(request, jug_id))


@router.get("/jugs/{int:jug_id}/racking", response={200: RackOut, **REFUSALS})
def get_racking(request: HttpRequest, jug_id: int, asked: Query[RackQuery]) -> RackOut:
    """What racking it into a vessel leaves behind, and the air over it; keeps nothing."""
    return rack(_state(request, jug_id), asked)


@router.post("/jugs/{int:jug_id}/glasses", response={200: list[GlassOfTrialOut], **REFUSALS})
def post_glasses(request: HttpRequest, jug_id: int, payload: GlassesIn) -> list[GlassOfTrialOut]:
    """Glasses of a bench trial with rising doses; keeps nothing."""
    return try_glasses(_state(request, jug_id), payload)


@router.post("/jugs/{int:jug_id}/drops", response={200: DropsOut, **REFUSALS})
def post_drops(request: HttpRequest, jug_id: int, payload: DropsIn) -> DropsOut:
    """Drops of flavour in a glass, for a bottle and the jug; keeps nothing."""
    return scale_drops(_state(request, jug_id), payload)


@router.get("/jugs/{int:jug_id}/steeps", response={200: list[SteepOut], **REFUSALS})
def get_steeps(request: HttpRequest, jug_id: int, hot: bool = False) -> list[SteepOut]:
    """What may be steeped in it: how much, and when to taste."""
    return list_steeps(_state(request, jug_id), hot)


@router.get("/jugs/{int:jug_id}/timers", response={200: list[TimerOfJugOut], **REFUSALS})
def get_timers(request: HttpRequest, jug_id: int) -> list[TimerOfJugOut]:
    """The waits that run for it."""
    return timers_of(_own(request, jug_id))


@router.post("/jugs/{int:jug_id}/timers", response={200: list[TimerOfJugOut], **REFUSALS})
def post_timer(request: HttpRequest, jug_id: int, payload: TimerIn) -> list[TimerOfJugOut]:
    """Begin a wait of one's own."""
    jug = _own(request, jug_id)
    begin_timer(jug, payload)
    return timers_of(jug)


@router.post(
    "/jugs/{int:jug_id}/timers/{int:timer_id}/{mark}",
    response={200: list[TimerOfJugOut], **REFUSALS},
)
def mark_one(
    request: HttpRequest, jug_id: int, timer_id: int, mark: TimerMark
) -> list[TimerOfJugOut]:
    """End a wait, or let it run on."""
    jug = _own(request, jug_id)
    mark_timer(jug, timer_id, mark == "done")
    return timers_of(jug)


@router.get("/bottles", response={200: list[EmptiesOut], **REFUSALS})
def get_bottles(request: HttpRequest) -> list[EmptiesOut]:
    """The empty bottles at home."""
    return bottles_of(account_of(request))


@router.put("/bottles", response={200: list[EmptiesOut], **REFUSALS})
def put_bottles(request: HttpRequest, payload: EmptiesIn) -> list[EmptiesOut]:
    """So many of a kind from now on; none takes it off the list."""
    account = account_of(request)
    keep_bottles(account, payload)
    return bottles_of(account)


@router.post("/jugs/{int:jug_id}/bottle-mix", response={200: MixOut, **REFUSALS})
def post_mix(request: HttpRequest, jug_id: int, payload: MixIn) -> MixOut:
    """The bottles at home it fills with least left over; keeps nothing."""
    return choose_mix(_state(request, jug_id), payload)


@router.post("/blend", response={200: BlendOut, **REFUSALS})
def post_blend(request: HttpRequest, payload: BlendIn) -> BlendOut:
    """The shares of two to five jugs that come nearest to what is wanted; keeps nothing."""
    return solve_blend([_state(request, jug_id) for jug_id in payload.jugs], payload)


@router.post("/blend/pour", response={200: RelatedOut, **REFUSALS})
@transaction.atomic
def post_blend_pour(request: HttpRequest, payload: BlendPourIn) -> RelatedOut:
    """Pour the blend together into a new jug."""
    account = account_of(request)
    held_together(account, *[_own(request, jug_id) for jug_id in payload.jugs])
    states = [_state(request, jug_id) for jug_id in payload.jugs]
    jug = pour_blend(states, account, payload)
    return RelatedOut(id=jug.id, number=jug.number, name=jug.name)


@router.post("/jugs/{int:jug_id}/flavours/preview", response={200: FlavoursOut, **REFUSALS})
def preview_flavours(request: HttpRequest, jug_id: int, payload: FlavoursIn) -> FlavoursOut:
    """What each flavour of a base needs and becomes; keeps nothing."""
    return work_out_flavours(_state(request, jug_id), payload)


@router.post("/jugs/{int:jug_id}/flavours", response={200: list[RelatedOut], **REFUSALS})
@transaction.atomic
def post_flavours(request: HttpRequest, jug_id: int, payload: FlavoursIn) -> list[RelatedOut]:
    """Share the base out over its flavours."""
    account = account_of(request)
    held_together(account, _own(request, jug_id))
    jugs = share_base(_state(request, jug_id), account, payload)
    return [RelatedOut(id=jug.id, number=jug.number, name=jug.name) for jug in jugs]
