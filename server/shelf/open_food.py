"""The open food-data shape: a record there into a label's text, and a product into a record.

A record is read as the label it was typed from, so that the same doubts are raised.
"""

from typing import Any

from core.errors import JobError
from core.pack.printed import read_pack
from core.pack.reader import LabelText, read_label_text
from server.shelf.models import Product
from server.shelf.schemas import KeptProduct, PriceOut, ProductIn

_LINES = (
    ("energy-kcal", "Energy {} kcal"),
    ("fat", "Fat {} g"),
    ("carbohydrates", "Carbohydrate {} g"),
    ("sugars", "of which sugars {} g"),
    ("polyols", "of which polyols {} g"),
)
_MOST = 5000
# Where what the shape has no place for stands whole.
_OURS = "amber_jug"


def name_of(record: dict[str, Any]) -> str:
    """Brand and name, as the shelf calls it."""
    brand = _text(record, "brands").split(",")[0].strip()
    name = _text(record, "product_name")
    return name if brand.casefold() in name.casefold() else f"{brand} {name}".strip()


def label_text_of(record: dict[str, Any]) -> str:
    """The record as the label it stands for."""
    lines = [f"{name_of(record)} {_text(record, 'quantity')}".strip()]
    if _text(record, "ingredients_text"):
        lines.append(f"Ingredients: {_text(record, 'ingredients_text')}")
    nutriments = record.get("nutriments")
    if isinstance(nutriments, dict) and nutriments:
        served = record.get("nutrition_data_per") == "serving"
        suffix = "_serving" if served else "_100g"
        figures = [
            line.format(nutriments[f"{key}{suffix}"])
            for key, line in _LINES
            if isinstance(nutriments.get(f"{key}{suffix}"), int | float | str)
        ]
        if figures:
            lines += [_basis(record, served), *figures]
    return "\n".join(lines)


def _basis(record: dict[str, Any], served: bool) -> str:
    if served:
        return f"Per serving ({_text(record, 'serving_size')})"
    # "100g" stands there for both: the size of the pack says which it is.
    try:
        drink = read_pack(_text(record, "quantity")).ml is not None
    except JobError:
        drink = _text(record, "nutrition_data_per") == "100ml"
    return "Per 100 ml" if drink else "Per 100 g"


def _text(record: dict[str, Any], key: str) -> str:
    value = record.get(key)
    return " ".join(str(value).split())[:_MOST] if isinstance(value, str | int | float) else ""


def product_from(record: dict[str, Any]) -> ProductIn:
    """A product to put on the shelf. Raises JobError for what is missing or in doubt."""
    ours = record.get(_OURS)
    if isinstance(ours, dict):
        return KeptProduct.model_validate(ours)
    text = label_text_of(record)
    name = name_of(record)
    if not name:
        raise JobError("It has no name.", "product_name")
    reading = read_label_text(text)
    kind = _text(record, "kind") or _sure(reading, "kind") or "juice"
    if kind != "sugar" and reading.label is None and "sugars" in reading.fields:
        raise JobError(reading.why_not, "nutriments")
    pack = read_pack(_text(record, "quantity") or str(_sure(reading, "pack") or ""))
    label = reading.label
    return ProductIn(
        name=name[:120],
        kind=kind,
        fruit=_text(record, "fruit") or _sure(reading, "fruit"),
        sugar="sucrose" if kind == "sugar" else None,
        sugars_g=None if kind == "sugar" or label is None else f"{label.sugars_g:g}",
        per_ml=label.amount if kind != "sugar" and label and label.unit == "ml" else None,
        per_g=label.amount if kind != "sugar" and label and label.unit == "g" else None,
        pack_ml=pack.ml,
        pack_g=pack.g,
        pack_count=pack.count,
        price=_text(record, "price"),
        place=_text(record, "stores")[:80],
        label_text=text,
        barcode=_text(record, "code"),
    )


def _sure(reading: LabelText, key: str) -> str | None:
    field = reading.fields.get(key)
    return field.value if field and field.sure else None


def record_of(product: Product) -> dict[str, Any]:
    """A product in that shape; what the shape has no place for stands under our own keys."""
    per = "100ml" if product.per_ml is not None else "100g"
    nutriments: dict[str, Any] = {}
    label = product.label()
    if label is not None:
        nutriments["sugars_100g"] = float(f"{100 * label.per_unit():.4g}")
        nutriments["sugars_unit"] = "g"
    size = (
        f"{product.pack_ml:g} ml"
        if product.pack_ml is not None
        else f"{product.pack_g:g} g"
        if product.pack_g is not None
        else f"{product.pack_count}"
    )
    return {
        "code": product.barcode,
        "product_name": product.name,
        "quantity": size,
        "nutrition_data_per": per,
        "nutriments": nutriments,
        "ingredients_text": product.label_text,
        _OURS: _whole(product).model_dump(mode="json", exclude_defaults=True),
    }


def _whole(product: Product) -> KeptProduct:
    """Everything the shelf knows of it, as it was typed."""
    prices = list(product.prices.all())
    return KeptProduct(
        **product.as_typed(),
        measured_on=product.measured_on,
        label_on=product.label_on,
        prices=[PriceOut(amount=f"{p.amount:.2f}", place=p.place, on=p.on) for p in prices],
    )
