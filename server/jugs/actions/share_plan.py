"""Share a plan by a link, see one that is shared, copy it, take the link back."""

import secrets

from django.db import IntegrityError, transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from server.accounts.models import Account
from server.jugs.actions.begin import begin_with
from server.jugs.actions.bring_home import bring_home
from server.jugs.evaluation import evaluation_out
from server.jugs.models import Jug, PlanLink
from server.jugs.plan_schemas import PlanIn, VesselIn
from server.jugs.schemas import SharedPlanOut
from server.jugs.state import JugState

_BYTES = 18


def standing(jug: Jug) -> str | None:
    """The token of the jug's link, if it has one."""
    link = jug.links.filter(removed_at=None).first()
    return link.token if link else None


def share(jug: Jug) -> str:
    """The token of the jug's link, made when there is none."""
    there = standing(jug)
    if there:
        return there
    try:
        with transaction.atomic():
            return jug.links.create(token=secrets.token_urlsafe(_BYTES)).token
    except IntegrityError:
        # The other window was first, and its link is as good.
        return jug.links.get(removed_at=None).token


def take_back(jug: Jug) -> None:
    """The link no longer works."""
    jug.links.filter(removed_at=None).update(removed_at=timezone.now())


def give_again(jug: Jug) -> str:
    """The token of the link taken back last, showing the plan again; of a new one without.

    A link made since stands instead.
    """
    last = jug.links.order_by("-removed_at").first()
    if standing(jug) is None and last is not None:
        jug.links.filter(id=last.id).update(removed_at=None)
    return share(jug)


def shared(token: str) -> JugState:
    """The one query that starts from no account: whoever has the token may look."""
    links = PlanLink.objects.select_related("jug__account")
    link = get_object_or_404(links, token=token, removed_at=None, jug__removed_at=None)
    return JugState.load(link.jug)


def look_at(token: str) -> SharedPlanOut:
    """The plan as it is now. Nothing of its owner but the name on the door."""
    state = shared(token)
    account = state.jug.account
    plan = PlanIn.model_validate(state.plan)
    _forget_shelf(plan)
    return SharedPlanOut(
        name=state.jug.name,
        # Never the name somebody signs in with.
        by=account.first_name,
        plan=plan,
        evaluation=None
        if state.problem
        else evaluation_out(state.as_poured, state.evaluation, account),
        problem=state.problem,
    )


def copy(account: Account, token: str, vessel: VesselIn | None) -> tuple[Jug, list[str]]:
    """A jug of one's own with the same plan as this kitchen would brew it, and what of it is
    otherwise. Raises JobError when the kitchen is full, or for a vessel no kitchen has."""
    state = shared(token)
    plan = PlanIn.model_validate(state.plan)
    home, said = bring_home(account, plan, state.jug.account.currency, vessel)
    return begin_with(account, state.jug.name, home.model_dump(exclude_none=True), None), said


def _forget_shelf(plan: PlanIn) -> None:
    """Another kitchen's shelf and cupboard mean nothing here."""
    late = plan.glass.late if plan.glass else None
    for pour in (*plan.pours, *([late] if late else [])):
        pour.product_id = None
    if plan.vessel:
        plan.vessel.own_id = None
