"""Plans' endpoints: each worked out, and nothing kept."""

from django.http import HttpRequest
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.jugs.actions.put_in_vessel import put_in_vessel
from server.jugs.plan_schemas import EvaluationOut, PlanIn
from server.plans.actions.count_cartons import count_cartons
from server.plans.actions.find_cheapest import find_cheapest
from server.plans.actions.find_nearest import find_nearest
from server.plans.actions.list_shopping import list_shopping
from server.plans.actions.weigh_balance import weigh_balance
from server.plans.actions.work_out import work_out
from server.plans.schemas import (
    CartonsOut,
    CheapestIn,
    CheapestOut,
    NearestOut,
    ScaleIn,
    ShoppingOut,
    WeighedOut,
)

router = Router(auth=signed_in)


@router.post("/evaluate", response={200: EvaluationOut, **REFUSALS})
def evaluate_plan(request: HttpRequest, payload: PlanIn) -> EvaluationOut:
    """Solve and work out a plan."""
    return work_out(account_of(request), payload)


@router.post("/nearest", response={200: NearestOut, **REFUSALS})
def nearest_plan(request: HttpRequest, payload: PlanIn) -> NearestOut:
    """The nearest to an aim that cannot be met."""
    return find_nearest(account_of(request), payload)


@router.post("/scale", response={200: PlanIn, **REFUSALS})
def scale_plan_to(request: HttpRequest, payload: ScaleIn) -> PlanIn:
    """The same drink for another vessel."""
    return put_in_vessel(payload.plan, payload.vessel)


@router.post("/balance", response={200: list[WeighedOut], **REFUSALS})
def balance_of_plan(request: HttpRequest, payload: PlanIn) -> list[WeighedOut]:
    return weigh_balance(account_of(request), payload)


@router.post("/cheapest", response={200: CheapestOut, **REFUSALS})
def cheapest_plans(request: HttpRequest, payload: CheapestIn) -> CheapestOut:
    """Three cheaper ways to the same strength and fill, by whole packs."""
    return find_cheapest(account_of(request), payload)


@router.post("/cartons", response={200: list[CartonsOut], **REFUSALS})
def cartons_of_plan(request: HttpRequest, payload: PlanIn) -> list[CartonsOut]:
    """What one carton more or fewer would do."""
    return count_cartons(account_of(request), payload)


@router.post("/shopping", response={200: ShoppingOut, **REFUSALS})
def shopping_for_plan(request: HttpRequest, payload: PlanIn) -> ShoppingOut:
    """What to buy after what is at home."""
    return list_shopping(account_of(request), payload)
