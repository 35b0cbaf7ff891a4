"""Plans that somebody shows by a link."""

from django.http import HttpRequest
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.jugs.actions import share_plan
from server.jugs.schemas import BroughtOut, CopyIn, SharedPlanOut

router = Router(auth=signed_in)


@router.get("/{token}", response={200: SharedPlanOut, **REFUSALS})
def get_shared_plan(request: HttpRequest, token: str) -> SharedPlanOut:
    return share_plan.look_at(token)


@router.post("/{token}/copy", response={200: BroughtOut, **REFUSALS})
def copy_shared_plan(request: HttpRequest, token: str, payload: CopyIn) -> BroughtOut:
    """A jug of one's own with the same plan, in a vessel of one's own."""
    jug, said = share_plan.copy(account_of(request), token, payload.vessel)
    return BroughtOut(id=jug.id, number=jug.number, name=jug.name, said=said)
