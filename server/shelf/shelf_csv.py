"""The shelf as CSV (docs/formats/shelf-csv.md): written, and read from whatever dialect."""

import csv
import io
import re
from collections.abc import Iterable, Iterator
from datetime import date
from decimal import Decimal, InvalidOperation
from typing import Any

from core.errors import JobError
from core.pack.printed import number, read_pack
from server.shelf.models import Product
from server.shelf.schemas import ProductIn

COLUMNS = (
    "name", "kind", "fruit", "sugar", "sugars_g", "per", "made_up", "dilution_parts", "makes_ml",
    "juice_percent", "measured_sg", "pack", "price", "place", "bought_on", "at_home",
    "best_before", "barcode", "colour", "label_text",
)  # fmt: skip
_NEEDED = ("name", "pack")
_DELIMITERS = ",;\t|"
# What a spreadsheet would run as a formula is written as text: at the beginning of a cell, or of
# what another delimiter would make one of.
_BEGINS = r"(^|[;,\t\r\n])([^\S\t\r\n]*)"
_FORMULA = re.compile(_BEGINS + r"(?='*[=+\-@\t\r])")
_MADE_TEXT = re.compile(_BEGINS + r"'(?='*[=+\-@\t\r])")


def write(products: Iterable[Product]) -> str:
    """The products as CSV, UTF-8 with the columns documented."""
    out = io.StringIO()
    # Every cell in quotes: another delimiter must not find a formula inside one.
    writer = csv.writer(out, lineterminator="\r\n", quoting=csv.QUOTE_ALL)
    writer.writerow(COLUMNS)
    for product in products:
        writer.writerow([_cell(product, column) for column in COLUMNS])
    return out.getvalue()


def _cell(product: Product, column: str) -> str:
    if column == "per":
        value: Any = (
            f"{product.per_ml:g} ml"
            if product.per_ml is not None
            else f"{product.per_g:g} g"
            if product.per_g is not None
            else ""
        )
    elif column == "pack":
        value = (
            f"{product.pack_ml:g} ml"
            if product.pack_ml is not None
            else f"{product.pack_g:g} g"
            if product.pack_g is not None
            else product.pack_count
        )
    elif column in ("place", "bought_on"):
        prices = list(product.prices.all())
        last = prices[-1] if prices else None
        value = (last.place if column == "place" else last.on) if last else ""
    else:
        value = getattr(product, column)
    if value is None or value is False:
        return ""
    text = "yes" if value is True else f"{value:g}" if isinstance(value, float) else str(value)
    return _FORMULA.sub(r"\1\2'", text)


def rows(raw: bytes) -> Iterator[tuple[int, dict[str, str]]]:
    """Rows of a file with their number, by column name. Raises JobError for what is no table."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = raw.decode("cp1252", errors="replace")
    head = text.split("\n", 1)[0]
    if "\x00" in text or not head.strip():
        raise JobError("This is not a table: save it as CSV, with the names of its columns first.")
    delimiter = max(_DELIMITERS, key=head.count)
    table = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    names = [" ".join(cell.split()).lower().replace(" ", "_") for cell in next(table)]
    missing = [name for name in _NEEDED if name not in names]
    if missing:
        raise JobError(
            f"The first line has to name the columns, {', '.join(_NEEDED)} among them;"
            f" {' and '.join(missing)} is not there."
        )
    try:
        for row, cells in enumerate(table, start=2):
            if any(cell.strip() for cell in cells):
                yield row, dict(zip(names, (_plain(cell) for cell in cells), strict=False))
    except csv.Error:
        raise JobError(
            f"Line {table.line_num} holds a cell that never ends: is a quote not closed?",
            "file",
        ) from None


def _plain(cell: str) -> str:
    return _MADE_TEXT.sub(r"\1\2", cell.strip())


def product_from(cells: dict[str, str]) -> ProductIn:
    """A product from one row. Raises JobError at the column that is wrong."""
    given = {column: cells.get(column, "") for column in COLUMNS}
    pack = read_pack(given["pack"])
    per = _amount(given["per"]) if given["sugars_g"] else None
    return ProductIn(
        name=given["name"],
        kind=given["kind"].lower() or "juice",
        fruit=given["fruit"].lower().replace(" ", "_") or None,
        sugar=given["sugar"].lower() or None,
        sugars_g=given["sugars_g"] or None,
        per_ml=per.ml if per else None,
        per_g=per.g if per else None,
        made_up=_yes(given["made_up"]),
        dilution_parts=_number(given, "dilution_parts"),
        makes_ml=_number(given, "makes_ml"),
        juice_percent=_number(given, "juice_percent"),
        measured_sg=_number(given, "measured_sg"),
        pack_ml=pack.ml,
        pack_g=pack.g,
        pack_count=pack.count,
        price=given["price"],
        place=given["place"],
        bought_on=_date(given, "bought_on"),
        at_home=_decimal(given, "at_home"),
        best_before=_date(given, "best_before"),
        barcode=given["barcode"],
        colour=given["colour"],
        label_text=given["label_text"],
    )


def _amount(text: str) -> Any:
    try:
        return read_pack(text or "100 ml")
    except JobError:
        raise JobError("Write what the sugars are for, like 100 ml or 100 g.", "per") from None


def _yes(text: str) -> bool:
    return text.lower() in ("yes", "true", "1", "ja", "oui", "si", "sí")


def _number(given: dict[str, str], column: str) -> float | None:
    if not given[column]:
        return None
    try:
        return number(given[column])
    except JobError as error:
        raise JobError(error.text, column) from error


def _decimal(given: dict[str, str], column: str) -> Decimal:
    try:
        return Decimal(given[column].replace(",", ".") or "0")
    except InvalidOperation:
        raise JobError(f"“{given[column]}” is not a number of packs, like 2.5.", column) from None


def _date(given: dict[str, str], column: str) -> date | None:
    if not given[column]:
        return None
    try:
        return date.fromisoformat(given[column])
    except ValueError:
        raise JobError(f"“{given[column]}” is not a date: write 2026-11-25.", column) from None
