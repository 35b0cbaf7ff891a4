"""Bring a file's products onto the shelf: all of them or none, and none twice."""

import json
from collections.abc import Callable, Iterator
from decimal import Decimal
from typing import Any

from django.db import transaction
from pydantic import ValidationError

from core.errors import JobError
from server.accounts.models import Account
from server.shelf import open_food, shelf_csv
from server.shelf.actions.put_on_shelf import put_on_shelf, read_product
from server.shelf.models import Product
from server.shelf.schemas import ImportOut, ProductIn, RowErrorOut

MOST_BYTES = 4_000_000
_MOST_ROWS = 5000
_MOST_ERRORS = 50

# One row of a file: its number, and how to make a product of it.
_Row = tuple[int, Callable[[], ProductIn]]


@transaction.atomic
def bring_in(account: Account, raw: bytes) -> ImportOut:
    """Products from CSV or open food-data JSON. Raises JobError for what is neither.

    What stands on the shelf already, by barcode or by name, kind and size, is left as it is.
    """
    if len(raw) > MOST_BYTES:
        raise JobError("That file is larger than 4 MB: bring it in by parts.", "file")
    rows = list(_rows(raw))
    if not rows:
        raise JobError("There is nothing in that file to bring in.", "file")
    if len(rows) > _MOST_ROWS:
        raise JobError(f"At most {_MOST_ROWS} rows go in at once.", "file")
    known = {key for product in account.products.filter(removed_at=None) for key in _keys(product)}
    wanted: list[ProductIn] = []
    errors: list[RowErrorOut] = []
    doubled = 0
    for row, make in rows:
        try:
            payload = make()
            product = read_product(payload)
        except JobError as error:
            errors.append(RowErrorOut(row=row, at=error.at, text=error.text))
            continue
        except ValidationError as error:
            first = error.errors()[0]
            at = ".".join(str(part) for part in first["loc"])
            errors.append(RowErrorOut(row=row, at=at, text=f"{first['msg']}."))
            continue
        keys = _keys(product)
        if keys & known:
            doubled += 1
            continue
        known |= keys
        wanted.append(payload)
    if errors:
        return ImportOut(added=0, known=doubled, errors=errors[:_MOST_ERRORS])
    for payload in wanted:
        put_on_shelf(account, payload)
    return ImportOut(added=len(wanted), known=doubled, errors=[])


def _keys(product: Product) -> set[tuple[Any, ...]]:
    """What tells a product from another: its barcode, and its name, kind and size."""
    size = product.pack_ml or product.pack_g or product.pack_count
    keys: set[tuple[Any, ...]] = {(product.name.casefold(), product.kind, size)}
    return keys | {(product.barcode,)} if product.barcode else keys


def _rows(raw: bytes) -> Iterator[_Row]:
    if raw.lstrip(b"\xef\xbb\xbf \r\n\t")[:1] in (b"{", b"["):
        yield from _json_rows(raw)
        return
    for row, cells in shelf_csv.rows(raw):
        yield row, lambda cells=cells: shelf_csv.product_from(cells)  # type: ignore[misc]


def _json_rows(raw: bytes) -> Iterator[_Row]:
    try:
        data = json.loads(raw.decode("utf-8-sig"), parse_float=Decimal)
    except (ValueError, RecursionError):
        raise JobError(
            "That file begins like JSON and goes on like something else.", "file"
        ) from None
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
