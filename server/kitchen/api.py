"""The whole kitchen, out and in."""

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema
from ninja.files import UploadedFile

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.kitchen.actions.pack_up import pack_up
from server.kitchen.actions.unpack import unpack

router = Router(auth=signed_in)


class UnpackedOut(Schema):
    """How much came in; `known` products stood on the shelf already."""

    products: int
    known: int
    vessels: int
    jugs: int


@router.get("/export.zip", response={200: None, 401: REFUSALS[401]})
def export_kitchen(request: HttpRequest) -> HttpResponse:
    """Everything of the account in one zip."""
    return HttpResponse(
        pack_up(account_of(request)),
        content_type="application/zip",
        headers={"Content-Disposition": 'attachment; filename="kitchen.zip"'},
    )


@router.post("/import", response={200: UnpackedOut, **REFUSALS})
def import_kitchen(request: HttpRequest, file: File[UploadedFile]) -> UnpackedOut:
    """Bring a kitchen's zip in: all of it, or none."""
    done = unpack(account_of(request), file.read())
    return UnpackedOut(
        products=done.products, known=done.known, vessels=done.vessels, jugs=done.jugs
    )
