"""Probes: added by a person, sending with a token."""

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router
from ninja.security import HttpBearer

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.jugs.journal import with_events
from server.jugs.state import JugState
from server.probes.actions.keep_probe import add_probe, digest_of, set_removed
from server.probes.actions.show_probes import show_probes
from server.probes.actions.take_points import take_points
from server.probes.models import Probe
from server.probes.schemas import PointsIn, PointsOut, ProbeIn, ProbeMadeOut, ProbeOut

_POINTS = "/api/probes/points"


class _OfProbe(HttpBearer):
    """Who sends has the token of a probe that was not taken away."""

    def authenticate(self, request: HttpRequest, token: str) -> Probe | None:
        probes = Probe.objects.filter(removed_at=None, jug__removed_at=None)
        return probes.filter(token_digest=digest_of(token)).first()


router = Router(auth=signed_in)
# Sent by devices, which have nothing but their token.
by_token = Router(auth=_OfProbe())


def _state(request: HttpRequest, jug_id: int) -> JugState:
    jugs = with_events(account_of(request).jugs.all())
    return JugState.load(get_object_or_404(jugs, id=jug_id))


@by_token.post("/points", response={200: PointsOut, **REFUSALS})
def post_points(request: Any, payload: PointsIn) -> PointsOut:
    """Keep what a probe measured; a point sent twice is kept once."""
    return take_points(request.auth, payload)


@router.get("/jugs/{int:jug_id}/probes", response={200: list[ProbeOut], **REFUSALS})
def get_probes(request: HttpRequest, jug_id: int) -> list[ProbeOut]:
    """A jug's probes, their points thinned without losing what sticks out."""
    return show_probes(_state(request, jug_id))


@router.post("/jugs/{int:jug_id}/probes", response={200: ProbeMadeOut, **REFUSALS})
def post_probe(request: HttpRequest, jug_id: int, payload: ProbeIn) -> ProbeMadeOut:
    """Add a probe to a jug; its token is shown this once."""
    account = account_of(request)
    probe, token = add_probe(account, get_object_or_404(account.jugs, id=jug_id), payload)
    return ProbeMadeOut(id=probe.id, token=token, path=_POINTS)


@router.delete("/probes/{int:probe_id}", response={200: list[ProbeOut], **REFUSALS})
def delete_probe(request: HttpRequest, probe_id: int) -> list[ProbeOut]:
    """Take a probe away: its token is good for nothing any more."""
    return show_probes(_state(request, set_removed(account_of(request), probe_id, True).jug_id))


@router.post("/probes/{int:probe_id}/restore", response={200: list[ProbeOut], **REFUSALS})
def restore_probe(request: HttpRequest, probe_id: int) -> list[ProbeOut]:
    """Give a probe back that was taken away."""
    return show_probes(_state(request, set_removed(account_of(request), probe_id, False).jug_id))
