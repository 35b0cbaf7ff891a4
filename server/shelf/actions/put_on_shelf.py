"""Put a product on the shelf, or correct one that stands there."""

from decimal import Decimal

from django.db import IntegrityError, transaction
from stdnum import ean

from core import tables
from core.cost.costing import LEAST_PACK
from core.errors import JobError
from core.must.composition import BOUGHT
from core.pack.printed import read_price_tag
from core.shelf import supplies
from server.accounts.models import Account
from server.config.limits import MOST_PRODUCTS
from server.shelf.actions.judge import judge
from server.shelf.models import Product
from server.shelf.schemas import ProductIn

_MOST_PACK = 100_000
_MOST_PIECES = 10_000
_MOST_TEXT = 20_000
_UPC_DIGITS, _EAN_DIGITS = 12, 13
_MOST_PACKS = Decimal(1000)
_WITHOUT_LABEL = ("sugar", "water", "acid", "tannin")


def read_product(payload: ProductIn) -> Product:
    """An unsaved product, judged. Raises JobError at the field that is wrong."""
    name = payload.name.strip()
    if not name:
        raise JobError("Give it a name you would know it by.", "name")
    _check_text(name, 120, "name")
    _check_text(payload.label_text, _MOST_TEXT, "label_text")
    _check_text(payload.place, 80, "place")
    if payload.kind not in BOUGHT and payload.kind not in supplies.KINDS:
        raise JobError(
            f"“{payload.kind}” is not a kind of thing the shelf holds: use one of"
            f" {', '.join((*BOUGHT, *supplies.KINDS))}.",
            "kind",
        )
    _check_pack(payload)
    sugars = (payload.sugars_g or "").strip()
    per_ml, per_g = payload.per_ml, payload.per_g
    poured = payload.kind in BOUGHT
    if sugars and (per_ml is None) == (per_g is None):
        raise JobError("Say whether the sugars are per 100 ml or per 100 g.", "sugars_g")
    if not sugars and poured and payload.measured_sg is None and not _known_by_itself(payload):
        raise JobError("Write the sugars as printed on the label, like 10.4.", "sugars_g")
    product = Product(
        name=name,
        kind=payload.kind,
        fruit=payload.fruit or "",
        sugar=payload.sugar or "",
        sugars_g=sugars if poured else "",
        per_ml=per_ml if sugars else None,
        per_g=per_g if sugars else None,
        made_up=payload.made_up,
        dilution_parts=payload.dilution_parts,
        makes_ml=payload.makes_ml,
        juice_percent=payload.juice_percent,
        measured_sg=payload.measured_sg,
        pack_ml=payload.pack_ml,
        pack_g=payload.pack_g,
        pack_count=payload.pack_count,
        price=_price(payload.price or ""),
        label_text=payload.label_text,
        corrected=payload.corrected,
        barcode=checked_barcode(payload.barcode) if payload.barcode.strip() else "",
        colour=_checked_colour(payload.colour),
        at_home=checked_packs(payload.at_home),
        best_before=payload.best_before,
    )
    judge(product)
    return product


def _price(text: str) -> Decimal | None:
    """A price as on the shelf edge; None while nobody knows it."""
    return read_price_tag(text) if text.strip() else None


def _known_by_itself(payload: ProductIn) -> bool:
    """Whether the tables tell its sugar without a label."""
    return payload.kind in _WITHOUT_LABEL or (payload.kind == "fruit" and bool(payload.fruit))


def _check_text(text: str, most: int, at: str) -> None:
    if len(text) > most:
        raise JobError(f"At most {most} letters fit here.", at)


def _check_pack(payload: ProductIn) -> None:
    sizes = (payload.pack_ml, payload.pack_g, payload.pack_count)
    given = [size for size in sizes if size is not None]
    if len(given) != 1:
        raise JobError("Say how much is in a pack: in ml, in g or in pieces.", "pack")
    most = _MOST_PIECES if payload.pack_count is not None else _MOST_PACK
    if not LEAST_PACK < given[0] <= most:
        raise JobError(f"A pack holds more than {LEAST_PACK:g} and at most {most}.", "pack")
    if payload.pack_count is not None and payload.kind in BOUGHT:
        raise JobError("What is poured comes in ml or g: say how much is in a pack.", "pack")


def checked_barcode(code: str) -> str:
    """The digits of a barcode whose check digit holds; a 12-digit code as the 13 digits of the same
    product (GS1: a zero before it). Raises JobError."""
    digits = "".join(code.split()).replace("-", "")
    if not ean.is_valid(digits):
        raise JobError(
            "Those digits are no barcode: a check digit does not hold. Read them again, all 8, 12"
            " or 13 of them.",
            "barcode",
        )
    return digits.zfill(_EAN_DIGITS) if len(digits) == _UPC_DIGITS else digits


def checked_packs(packs: Decimal) -> Decimal:
    """Whole and part packs, like 2.5. Raises JobError below none."""
    if not 0 <= packs <= _MOST_PACKS:
        raise JobError(f"Between none and {_MOST_PACKS} packs stand at home.", "at_home")
    return packs.quantize(Decimal("0.01"))


def _checked_colour(colour: str) -> str:
    if colour and colour not in tables.FRUITS and colour not in BOUGHT:
        raise JobError("Pick a colour from the palette.", "colour")
    return colour


@transaction.atomic
def put_on_shelf(account: Account, payload: ProductIn) -> Product:
    """Save a new product with its first price. Raises JobError (see `read_product`)."""
    if account.products.count() >= MOST_PRODUCTS:
        raise JobError(f"A shelf holds {MOST_PRODUCTS} things, with those taken off it.")
    product = read_product(payload)
    product.account = account
    product.label_on = account.today()
    _date_price(product, payload)
    _save(product)
    _write_price(product, payload)
    return product


@transaction.atomic
def correct(product: Product, payload: ProductIn) -> Product:
    """Overwrite a product's figures; another price follows the ones before.

    Raises JobError (see `read_product`).
    """
    corrected = read_product(payload)
    corrected.id = product.id
    corrected.account_id = product.account_id
    corrected.added_at = product.added_at
    corrected.measured_on = product.measured_on
    same = (corrected.sugars_g, corrected.label_text) == (product.sugars_g, product.label_text)
    corrected.label_on = product.label_on if same else product.account.today()
    corrected.price_on = product.price_on
    moved = corrected.price != product.price
    if moved:
        _date_price(corrected, payload)
    _save(corrected)
    if moved:
        _write_price(corrected, payload)
    return corrected


def restore(product: Product) -> Product:
    """Back on the shelf. Raises JobError where another stands there by its barcode."""
    product.removed_at = None
    _save(product)
    return product


def _save(product: Product) -> None:
    try:
        with transaction.atomic():
            product.save()
    except IntegrityError as error:
        if "one_product_a_barcode" not in str(error):
            raise
        raise JobError("Something with this barcode is on the shelf already.", "barcode") from None


def _date_price(product: Product, payload: ProductIn) -> None:
    """The price it has now was seen when it was bought, or today."""
    product.price_on = (
        (payload.bought_on or product.account.today()) if product.price is not None else None
    )


def _write_price(product: Product, payload: ProductIn) -> None:
    """Follow the prices with the one the product has now."""
    if product.price is not None and product.price_on is not None:
        product.prices.create(
            amount=product.price, place=payload.place.strip(), on=product.price_on
        )
