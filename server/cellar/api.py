"""The cellar's endpoints."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router
from pydantic_core import to_json

from server.accounts.auth import account_of, anyone, signed_in
from server.cellar.actions.ask_guests import asked, close_tasting, open_tasting, taste
from server.cellar.actions.draw_label import label_png, label_svg
from server.cellar.actions.list_bottles import list_bottles
from server.cellar.actions.list_costs import list_costs
from server.cellar.actions.plan_again import plan_again
from server.cellar.actions.print_labels import print_labels
from server.cellar.actions.show_batch import show_batch
from server.cellar.actions.tell_taste import tell_taste
from server.cellar.schemas import (
    AgainIn,
    AskIn,
    BatchPageOut,
    CellarOut,
    CostsOut,
    GuestAskedOut,
    GuestTastedIn,
    LabelsQuery,
    TasteOut,
)
from server.config.problems import REFUSALS
from server.jugs.journal import with_events
from server.jugs.schemas import LinkOut, RelatedOut
from server.jugs.state import JugState

router = Router(auth=signed_in)
# Guests have nothing but the link.
by_link = Router(auth=anyone)
# Nor has who reads the code on a bottle of a batch that is shared.
batches = Router(auth=anyone)


def _state(request: HttpRequest, jug_id: int) -> JugState:
    jugs = with_events(account_of(request).jugs.all())
    return JugState.load(get_object_or_404(jugs, id=jug_id))


def _home(request: HttpRequest) -> str:
    return request.build_absolute_uri("/").rstrip("/")


@router.get("/cellar", response={200: CellarOut, **REFUSALS})
def get_cellar(request: HttpRequest) -> HttpResponse:
    """All bottles as they stand."""
    said = to_json(list_bottles(account_of(request)))
    return HttpResponse(said, content_type="application/json")


@router.get("/jugs/{int:jug_id}/taste", response={200: TasteOut, **REFUSALS})
def get_taste(request: HttpRequest, jug_id: int, lot: str = "") -> TasteOut:
    """How it tasted, against its figures."""
    return tell_taste(_state(request, jug_id), lot)


@router.post("/jugs/{int:jug_id}/again", response={200: RelatedOut, **REFUSALS})
def post_again(request: HttpRequest, jug_id: int, payload: AgainIn) -> RelatedOut:
    """A new jug planned like it, with one change."""
    jug = plan_again(_state(request, jug_id), payload.key)
    return RelatedOut(id=jug.id, number=jug.number, name=jug.name)


@router.get("/jugs/{int:jug_id}/costs", response={200: CostsOut, **REFUSALS})
def get_costs(request: HttpRequest, jug_id: int, shop: str = "") -> CostsOut:
    """What it cost, where that went, and what one saves against a price in a shop."""
    return list_costs(_state(request, jug_id), shop)


@router.get("/jugs/{int:jug_id}/labels.pdf", response={200: None, **REFUSALS})
def get_labels(request: HttpRequest, jug_id: int, wanted: Query[LabelsQuery]) -> HttpResponse:
    """Labels of its bottles to print."""
    made = print_labels(_state(request, jug_id), wanted, _home(request))
    return HttpResponse(made, content_type="application/pdf")


@router.get("/jugs/{int:jug_id}/label.png", response={200: None, **REFUSALS})
def get_label_png(request: HttpRequest, jug_id: int, lot: str = "") -> HttpResponse:
    """One label as a picture."""
    made = label_png(_state(request, jug_id), lot, _home(request))
    return HttpResponse(made, content_type="image/png")


@router.get("/jugs/{int:jug_id}/label.svg", response={200: None, **REFUSALS})
def get_label_svg(request: HttpRequest, jug_id: int, lot: str = "") -> HttpResponse:
    """One label as a drawing."""
    made = label_svg(_state(request, jug_id), lot, _home(request))
    return HttpResponse(made, content_type="image/svg+xml")


@router.post("/jugs/{int:jug_id}/guests", response={200: LinkOut, **REFUSALS})
def post_guests(request: HttpRequest, jug_id: int, payload: AskIn) -> LinkOut:
    """A link by which guests say how a lot tastes."""
    return LinkOut(token=open_tasting(_state(request, jug_id), payload.lot, payload.blind))


@router.delete("/jugs/{int:jug_id}/guests/{lot}", response={200: LinkOut, **REFUSALS})
def delete_guests(request: HttpRequest, jug_id: int, lot: str) -> LinkOut:
    """The link asks nobody any more."""
    close_tasting(get_object_or_404(account_of(request).jugs, id=jug_id), lot)
    return LinkOut(token=None)


@by_link.get("/{token}", response={200: GuestAskedOut, **REFUSALS})
def get_asked(request: HttpRequest, token: str) -> GuestAskedOut:
    """What a guest is asked about."""
    return asked(token)


@batches.get("/{token}", response={200: BatchPageOut, **REFUSALS})
def get_batch(request: HttpRequest, token: str) -> BatchPageOut:
    """A shared batch, for whoever has the link."""
    return show_batch(token)


@by_link.post("/{token}", response={200: GuestAskedOut, **REFUSALS})
def post_tasted(request: HttpRequest, token: str, payload: GuestTastedIn) -> GuestAskedOut:
    """What a guest says of it."""
    taste(token, payload)
    return asked(token)
