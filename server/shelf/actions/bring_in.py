"""Bring a file's products onto the shelf: all of them or none, and none twice."""

from collections.abc import Callable, Iterator
from datetime import date
from decimal import Decimal
from typing import Any

from django.db import IntegrityError, transaction
from pydantic import ValidationError

from core.errors import JobError
from core.files.plain_json import read_json
from core.pack.printed import read_price_tag
from server.accounts.models import Account
from server.config.limits import MOST_PRODUCTS
from server.shelf import open_food, shelf_csv
from server.shelf.actions.put_on_shelf import read_product
from server.shelf.models import Product, ProductPrice
from server.shelf.schemas import ImportOut, KeptProduct, ProductIn, RowErrorOut

MOST_BYTES = 4_000_000
_MOST_ROWS = 5000
_MOST_ERRORS = 50

# One row of a file: its number, and how to make a product of it.
_Row = tuple[int, Callable[[], ProductIn]]


@transaction.atomic
def bring_in(account: Account, raw: bytes, most_bytes: int = MOST_BYTES) -> ImportOut:
    """Products from CSV or open food-data JSON. Raises JobError for what is neither.

    What stands on the shelf already, by barcode or by name, kind and size, is left as it is.
    """
    if len(raw) > most_bytes:
        most = most_bytes // 1_000_000
        raise JobError(f"That file is larger than {most} MB: bring it in by parts.", "file")
    rows = list(_rows(raw))
    if not rows:
        raise JobError("There is nothing in that file to bring in.", "file")
    if len(rows) > _MOST_ROWS:
        raise JobError(f"At most {_MOST_ROWS} rows go in at once.", "file")
    # Room is looked at before anything is read: every row could be new.
    room = MOST_PRODUCTS - account.products.count()
    known = {key for product in account.products.filter(removed_at=None) for key in _keys(product)}
    wanted: list[tuple[ProductIn, Product]] = []
    errors: list[RowErrorOut] = []
    doubled = 0
    for row, make in rows:
        try:
            payload = make()
            if _keys(payload) & known:
                doubled += 1
                continue
            if len(wanted) >= room:
                raise JobError(
                    f"A shelf holds {MOST_PRODUCTS} things, with those taken off it.", "file"
                )
            product = read_product(payload)
        except JobError as error:
            if error.at == "file":
                raise
            errors.append(RowErrorOut(row=row, at=error.at, text=error.text))
            continue
        except ValidationError as error:
            first = error.errors()[0]
            at = ".".join(str(part) for part in first["loc"])
            errors.append(RowErrorOut(row=row, at=at, text=f"{first['msg']}."))
            continue
        known |= _keys(product)
        wanted.append((payload, product))
    if errors:
        return ImportOut(added=0, known=doubled, errors=errors[:_MOST_ERRORS])
    _keep(account, wanted)
    return ImportOut(added=len(wanted), known=doubled, errors=[])


def _keep(account: Account, wanted: list[tuple[ProductIn, Product]]) -> None:
    """All of them in a few statements, each with its prices and dates."""
    today = account.today()
    prices = []
    for payload, product in wanted:
        product.account = account
        product.label_on = today
        seen = _prices(payload, product, today)
        if seen:
            product.price, product.price_on = seen[-1].amount, seen[-1].on
        if isinstance(payload, KeptProduct):
            product.label_on = payload.label_on or product.label_on
            product.measured_on = payload.measured_on
        prices += seen
    try:
        Product.objects.bulk_create([product for _, product in wanted], batch_size=500)
    except IntegrityError:
        raise JobError("Two rows of this file have the same barcode.", "file") from None
    ProductPrice.objects.bulk_create(prices, batch_size=1000)


def _prices(payload: ProductIn, product: Product, today: date) -> list[ProductPrice]:
    """Every price that came with it, the oldest first."""
    if isinstance(payload, KeptProduct) and payload.prices:
        told = [
            ProductPrice(product=product, amount=read_price_tag(p.amount), place=p.place, on=p.on)
            for p in payload.prices
        ]
        return sorted(told, key=lambda price: price.on)
    if product.price is None:
        return []
    on = payload.bought_on or today
    return [ProductPrice(product=product, amount=product.price, place=payload.place.strip(), on=on)]


def _keys(product: Product | ProductIn) -> set[tuple[Any, ...]]:
    """What tells a product from another: its barcode, and its name, kind and size."""
    size = product.pack_ml or product.pack_g or product.pack_count
    keys: set[tuple[Any, ...]] = {(product.name.strip().casefold(), product.kind, size)}
    return keys | {(product.barcode,)} if product.barcode else keys


def _rows(raw: bytes) -> Iterator[_Row]:
    if raw.lstrip(b"\xef\xbb\xbf \r\n\t")[:1] in (b"{", b"["):
        yield from _json_rows(raw)
        return
    for row, cells in shelf_csv.rows(raw):
        yield row, lambda cells=cells: shelf_csv.product_from(cells)  # type: ignore[misc]


def _json_rows(raw: bytes) -> Iterator[_Row]:
    try:
        data = read_json(raw, number=Decimal)
    except JobError as error:
        raise JobError(f"That file begins like JSON, and is none: {error.text}", "file") from None
    if isinstance(data, dict):
        data = data.get("products", [data.get("product", data)])
    if not isinstance(data, list):
        raise JobError("A JSON file of products is a list, or has one under “products”.", "file")
    for row, record in enumerate(data, start=1):
        yield row, lambda record=record: _from_record(record)  # type: ignore[misc]


def _from_record(record: object) -> ProductIn:
    if not isinstance(record, dict):
        raise JobError("Here should be a product: an object in braces.")
    return open_food.product_from(_floats(record))


def _floats(record: dict[str, Any]) -> dict[str, Any]:
    """Numbers as they are printed: 10.8 stays 10.8, whatever a float makes of it."""
    return {
        key: {k: str(v) if isinstance(v, Decimal) else v for k, v in value.items()}
        if isinstance(value, dict)
        else str(value)
        if isinstance(value, Decimal)
        else value
        for key, value in record.items()
    }
