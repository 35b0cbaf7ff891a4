"""The shelf's endpoints, and the reference tables."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.shelf.actions.describe import describe
from server.shelf.actions.put_on_shelf import correct, put_on_shelf, read_product
from server.shelf.actions.tables_to_choose_from import tables_to_choose_from
from server.shelf.models import Product
from server.shelf.schemas import FactsOut, ProductIn, ProductOut, ReferenceOut

router = Router(auth=signed_in)
reference = Router(auth=signed_in)


@router.get("/products", response={200: list[ProductOut], 401: REFUSALS[401]})
def list_products(request: HttpRequest) -> list[ProductOut]:
    standing = account_of(request).products.filter(removed_at=None)
    return [describe(product) for product in standing]


@router.post("/products", response={200: ProductOut, **REFUSALS})
def post_product(request: HttpRequest, payload: ProductIn) -> ProductOut:
    return ProductOut.of(*put_on_shelf(account_of(request), payload))


@router.post("/products/read", response={200: FactsOut, **REFUSALS})
def read_a_label(request: HttpRequest, payload: ProductIn) -> FactsOut:
    """What the figures typed so far say; keeps nothing."""
    return FactsOut.of(read_product(payload)[1])


def _product(request: HttpRequest, product_id: int) -> Product:
    return get_object_or_404(account_of(request).products, id=product_id)


@router.put("/products/{int:product_id}", response={200: ProductOut, **REFUSALS})
def put_product(request: HttpRequest, product_id: int, payload: ProductIn) -> ProductOut:
    return ProductOut.of(*correct(_product(request, product_id), payload))


def _set_removed(product: Product, removed: bool) -> ProductOut:
    product.removed_at = timezone.now() if removed else None
    product.save(update_fields=["removed_at"])
    return describe(product)


@router.delete("/products/{int:product_id}", response={200: ProductOut, **REFUSALS})
def remove_product(request: HttpRequest, product_id: int) -> ProductOut:
    """Off the shelf; `restore` puts it back."""
    return _set_removed(_product(request, product_id), True)


@router.post("/products/{int:product_id}/restore", response={200: ProductOut, **REFUSALS})
def restore_product(request: HttpRequest, product_id: int) -> ProductOut:
    return _set_removed(_product(request, product_id), False)


@reference.get("", response={200: ReferenceOut, 401: REFUSALS[401]})
def get_reference(request: HttpRequest) -> ReferenceOut:
    return tables_to_choose_from()
