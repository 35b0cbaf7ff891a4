"""Put a product on the shelf, or correct one that stands there."""

from core.carton import CartonFacts, facts
from core.cost import read_price
from core.errors import JobError
from core.label import read_label
from server.accounts.models import Account
from server.shelf.models import Product
from server.shelf.schemas import ProductIn

# What a shelf holds at most; past this a script is at work.
_MOST_PRODUCTS = 5000
_MOST_PACK = 100_000


def read_product(payload: ProductIn) -> tuple[Product, CartonFacts]:
    """An unsaved product with its facts. Raises JobError at the field that is wrong."""
    name = payload.name.strip()
    if not name:
        raise JobError("Give it a name you would know it by.", "name")
    if len(name) > 120:
        raise JobError("At most 120 letters fit here.", "name")
    if "\x00" in name:
        raise JobError("That name holds a character no label has.", "name")
    if (payload.pack_ml is None) == (payload.pack_g is None):
        raise JobError("Say how much is in a pack, in ml or in g.", "pack")
    size = payload.pack_ml if payload.pack_ml is not None else payload.pack_g
    assert size is not None
    if not 0 < size <= _MOST_PACK:
        raise JobError(f"A pack holds more than 0 and at most {_MOST_PACK} ml or g.", "pack")
    sugars = (payload.sugars_g or "").strip()
    per_ml, per_g = payload.per_ml, payload.per_g
    if sugars and (per_ml is None) == (per_g is None):
        raise JobError("Say whether the sugars are per 100 ml or per 100 g.", "sugars_g")
    if sugars:
        amount, unit = (per_ml, "ml") if per_ml is not None else (per_g, "g")
        assert amount is not None
        read_label(sugars, amount, unit)
    elif payload.kind not in ("sugar", "water", "acid") and payload.measured_sg is None:
        raise JobError("Write the sugars as printed on the label, like 10.4.", "sugars_g")
    product = Product(
        name=name,
        kind=payload.kind,
        fruit=payload.fruit or "",
        sugar=payload.sugar or "",
        sugars_g=sugars,
        per_ml=per_ml if sugars else None,
        per_g=per_g if sugars else None,
        measured_sg=payload.measured_sg,
        pack_ml=payload.pack_ml,
        pack_g=payload.pack_g,
        price=read_price(payload.price),
    )
    return product, facts(product.pour(), product.pack())


def put_on_shelf(account: Account, payload: ProductIn) -> tuple[Product, CartonFacts]:
    """Save a new product. Raises JobError (see `read_product`)."""
    if account.products.count() >= _MOST_PRODUCTS:
        raise JobError(f"A shelf holds {_MOST_PRODUCTS} things: take some off first.")
    product, known = read_product(payload)
    product.account = account
    product.save()
    return product, known


def correct(product: Product, payload: ProductIn) -> tuple[Product, CartonFacts]:
    """Overwrite a product's figures. Raises JobError (see `read_product`)."""
    corrected, known = read_product(payload)
    corrected.id = product.id
    corrected.account_id = product.account_id
    corrected.added_at = product.added_at
    corrected.save()
    return corrected, known
