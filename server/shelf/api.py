"""The shelf's endpoints, and the reference tables."""

import json

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import File, Query, Router
from ninja.files import UploadedFile

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.shelf import open_food, shelf_csv
from server.shelf.actions import keep_stock
from server.shelf.actions.bring_in import bring_in
from server.shelf.actions.compare import compare
from server.shelf.actions.judge import describe, judge
from server.shelf.actions.look_along import look_along
from server.shelf.actions.look_up import look_up
from server.shelf.actions.put_on_shelf import correct, put_on_shelf, read_product, restore
from server.shelf.actions.read_barcode import read_barcode
from server.shelf.actions.read_label_text import read_label_text
from server.shelf.actions.read_photo import read_photo
from server.shelf.actions.tables_to_choose_from import tables_to_choose_from
from server.shelf.models import Product
from server.shelf.schemas import (
    CodesOut,
    CompareIn,
    CompareOut,
    FactsOut,
    FoundOut,
    HomeIn,
    ImportOut,
    LabelReadingOut,
    LabelTextIn,
    MeasuredIn,
    PhotoOut,
    PriceIn,
    PriceOut,
    ProductIn,
    ProductOut,
    ReferenceOut,
    ShelfOut,
    ShelfQuery,
)

router = Router(auth=signed_in)
reference = Router(auth=signed_in)


@router.get("/products", response={200: ShelfOut, **REFUSALS})
def list_products(request: HttpRequest, query: Query[ShelfQuery]) -> ShelfOut:
    return look_along(account_of(request), query)


@router.post("/products", response={200: ProductOut, **REFUSALS})
def post_product(request: HttpRequest, payload: ProductIn) -> ProductOut:
    return describe(put_on_shelf(account_of(request), payload))


@router.post("/products/read", response={200: FactsOut, **REFUSALS})
def read_a_product(request: HttpRequest, payload: ProductIn) -> FactsOut:
    """What the figures typed so far say; keeps nothing."""
    return judge(read_product(payload))


def _product(request: HttpRequest, product_id: int) -> Product:
    return get_object_or_404(account_of(request).products, id=product_id)


@router.get("/products/{int:product_id}", response={200: ProductOut, **REFUSALS})
def get_product(request: HttpRequest, product_id: int) -> ProductOut:
    return describe(_product(request, product_id))


@router.post("/products/{int:product_id}/same-label", response={200: ProductOut, **REFUSALS})
def see_label_again(request: HttpRequest, product_id: int) -> ProductOut:
    """The label was read again and says the same."""
    return describe(keep_stock.see_label_again(_product(request, product_id)))


@router.put("/products/{int:product_id}", response={200: ProductOut, **REFUSALS})
def put_product(request: HttpRequest, product_id: int, payload: ProductIn) -> ProductOut:
    return describe(correct(_product(request, product_id), payload))


@router.delete("/products/{int:product_id}", response={200: ProductOut, **REFUSALS})
def remove_product(request: HttpRequest, product_id: int) -> ProductOut:
    """Off the shelf; `restore` puts it back."""
    product = _product(request, product_id)
    product.removed_at = timezone.now()
    product.save(update_fields=["removed_at"])
    return describe(product)


@router.post("/products/{int:product_id}/restore", response={200: ProductOut, **REFUSALS})
def restore_product(request: HttpRequest, product_id: int) -> ProductOut:
    return describe(restore(_product(request, product_id)))


@router.post("/products/{int:product_id}/home", response={200: ProductOut, **REFUSALS})
def put_at_home(request: HttpRequest, product_id: int, payload: HomeIn) -> ProductOut:
    return describe(keep_stock.set_at_home(_product(request, product_id), payload.at_home))


@router.post("/products/{int:product_id}/measured", response={200: ProductOut, **REFUSALS})
def post_measured(request: HttpRequest, product_id: int, payload: MeasuredIn) -> ProductOut:
    return describe(keep_stock.set_measured(_product(request, product_id), payload))


@router.get("/products/{int:product_id}/prices", response={200: list[PriceOut], **REFUSALS})
def list_prices(request: HttpRequest, product_id: int) -> list[PriceOut]:
    """Every price seen, the oldest first."""
    return [
        PriceOut(amount=f"{price.amount:.2f}", place=price.place, on=price.on)
        for price in _product(request, product_id).prices.all()
    ]


@router.post("/products/{int:product_id}/prices", response={200: ProductOut, **REFUSALS})
def post_price(request: HttpRequest, product_id: int, payload: PriceIn) -> ProductOut:
    product = _product(request, product_id)
    keep_stock.add_price(product, payload)
    return describe(product)


@router.post("/compare", response={200: CompareOut, **REFUSALS})
def post_compare(request: HttpRequest, payload: CompareIn) -> CompareOut:
    return compare(account_of(request), payload)


@router.post("/labels/read", response={200: LabelReadingOut, **REFUSALS})
def read_a_label(request: HttpRequest, payload: LabelTextIn) -> LabelReadingOut:
    """What a label's text says; keeps nothing."""
    return read_label_text(payload.text)


@router.post("/pictures/label", response={200: PhotoOut, **REFUSALS})
def read_a_photo(request: HttpRequest, picture: File[UploadedFile]) -> PhotoOut:
    """What a photographed label says; keeps nothing, the picture least of all."""
    return read_photo(picture.read())


@router.get("/barcodes/{code}", response={200: FoundOut, **REFUSALS})
def get_barcode(request: HttpRequest, code: str) -> FoundOut:
    return look_up(code)


@router.post("/pictures/barcode", response={200: CodesOut, **REFUSALS})
def post_barcode_picture(request: HttpRequest, picture: File[UploadedFile]) -> CodesOut:
    return read_barcode(picture.read())


@router.post("/import", response={200: ImportOut, **REFUSALS})
def post_import(request: HttpRequest, file: File[UploadedFile]) -> ImportOut:
    return bring_in(account_of(request), file.read())


def _standing(request: HttpRequest) -> list[Product]:
    standing = account_of(request).products.filter(removed_at=None)
    return list(standing.prefetch_related("prices").order_by("name", "id"))


@router.get("/export.csv", response={200: None, 401: REFUSALS[401]})
def export_csv(request: HttpRequest) -> HttpResponse:
    return _file(shelf_csv.write(_standing(request)), "text/csv; charset=utf-8", "shelf.csv")


@router.get("/export.json", response={200: None, 401: REFUSALS[401]})
def export_json(request: HttpRequest) -> HttpResponse:
    records = [open_food.record_of(product) for product in _standing(request)]
    body = json.dumps({"products": records}, ensure_ascii=False, indent=1)
    return _file(body, "application/json", "shelf.json")


def _file(body: str, kind: str, name: str) -> HttpResponse:
    return HttpResponse(
        body,
        content_type=kind,
        headers={"Content-Disposition": f'attachment; filename="{name}"'},
    )


@reference.get("", response={200: ReferenceOut, 401: REFUSALS[401]})
def get_reference(request: HttpRequest) -> ReferenceOut:
    return tables_to_choose_from()
