"""The vessels somebody has and has measured."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS, Problem
from server.jugs.actions.keep_vessels import add_vessel, described
from server.jugs.models import OwnVessel
from server.jugs.schemas import OwnVesselIn, OwnVesselOut

router = Router(auth=signed_in)


@router.get("", response={200: list[OwnVesselOut], 401: Problem})
def list_vessels(request: HttpRequest) -> list[OwnVesselOut]:
    return [described(v) for v in account_of(request).vessels.filter(removed_at=None)]


@router.post("", response={200: OwnVesselOut, **REFUSALS})
def post_vessel(request: HttpRequest, payload: OwnVesselIn) -> OwnVesselOut:
    return described(add_vessel(account_of(request), payload))


def _set_removed(request: HttpRequest, vessel_id: int, removed: bool) -> OwnVesselOut:
    vessel: OwnVessel = get_object_or_404(account_of(request).vessels, id=vessel_id)
    vessel.removed_at = timezone.now() if removed else None
    vessel.save(update_fields=["removed_at"])
    return described(vessel)


@router.delete("/{int:vessel_id}", response={200: OwnVesselOut, **REFUSALS})
def remove_vessel(request: HttpRequest, vessel_id: int) -> OwnVesselOut:
    """Put the vessel away; plans in it keep its size. `restore` brings it back."""
    return _set_removed(request, vessel_id, True)


@router.post("/{int:vessel_id}/restore", response={200: OwnVesselOut, **REFUSALS})
def restore_vessel(request: HttpRequest, vessel_id: int) -> OwnVesselOut:
    return _set_removed(request, vessel_id, False)
