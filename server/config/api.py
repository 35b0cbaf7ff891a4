"""The API put together. Endpoints live with their app."""

from typing import Any

from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.renderers import BaseRenderer
from pydantic_core import to_json

from server.accounts.api import router as session
from server.cellar.api import batches
from server.cellar.api import by_link as guests
from server.cellar.api import router as cellar
from server.config import problems
from server.demo.api import router as demo
from server.finishing.api import router as finishing
from server.jugs.api import router as jugs
from server.jugs.shared_api import router as shared
from server.jugs.vessels_api import router as vessels
from server.kitchen.api import router as kitchen
from server.plans.api import router as plans
from server.practice.api import router as practice
from server.probes.api import by_token as probe_points
from server.probes.api import router as probes
from server.shelf.api import reference
from server.shelf.api import router as shelf
from server.today.api import by_token as calendar
from server.today.api import router as today


class _Rendered(BaseRenderer):
    """JSON by the library that made the answer: several times as fast as the standard one."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> bytes:
        return to_json(data)


api = NinjaAPI(
    title="Amber Jug",
    version="1",
    urls_namespace="api",
    docs_url=None,
    renderer=_Rendered(),
)
problems.install(api)
api.add_router("/session", session, tags=["session"])
api.add_router("/session/demo", demo, tags=["session"])
api.add_router("/shelf", shelf, tags=["shelf"])
api.add_router("/jugs", jugs, tags=["jugs"])
api.add_router("", finishing, tags=["finishing"])
api.add_router("", cellar, tags=["cellar"])
api.add_router("/batches", batches, tags=["cellar"])
api.add_router("/guests", guests, tags=["cellar"])
api.add_router("/practice", practice, tags=["practice"])
api.add_router("/kitchen", kitchen, tags=["kitchen"])
api.add_router("", probes, tags=["probes"])
api.add_router("/probes", probe_points, tags=["probes"])
api.add_router("/plans", plans, tags=["plans"])
api.add_router("/vessels", vessels, tags=["vessels"])
api.add_router("/shared", shared, tags=["shared"])
api.add_router("/today", today, tags=["today"])
api.add_router("/calendar", calendar, tags=["today"])
api.add_router("/reference", reference, tags=["reference"])
