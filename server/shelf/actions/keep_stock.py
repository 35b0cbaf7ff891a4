"""Write down what stands at home, what it cost this time, and what a hydrometer showed in it."""

from decimal import Decimal

from django.db import transaction

from core.errors import JobError
from core.ferment.reading import check_fluid, check_gravity
from core.measure.scales import sg_read_at
from core.pack.printed import read_price_tag
from server.config.limits import MOST_PRICES
from server.shelf.actions.judge import judge
from server.shelf.actions.put_on_shelf import checked_packs
from server.shelf.models import Product, ProductPrice
from server.shelf.schemas import MeasuredIn, PriceIn

_MOST_PLACE = 80


def set_at_home(product: Product, packs: Decimal) -> Product:
    """Whole and part packs at home, like 2.5. Raises JobError below none."""
    product.at_home = checked_packs(packs)
    product.save(update_fields=["at_home"])
    return product


@transaction.atomic
def add_price(product: Product, payload: PriceIn) -> ProductPrice:
    """Follow the prices with another; the newest by date is what a pack costs now.

    Raises JobError for what is no price, or a day still to come.
    """
    amount = read_price_tag(payload.amount)
    on = payload.on or product.account.today()
    if on > product.account.today():
        raise JobError("That day is still to come: when did you see the price?", "on")
    if len(payload.place) > _MOST_PLACE or "\x00" in payload.place:
        raise JobError(f"At most {_MOST_PLACE} ordinary letters fit here.", "place")
    if product.prices.count() >= MOST_PRICES:
        raise JobError(f"A product keeps {MOST_PRICES} prices: put it on the shelf once more.")
    added = product.prices.create(amount=amount, place=payload.place.strip(), on=on)
    newest = product.prices.order_by("on", "id").last()
    if newest is not None and (newest.amount, newest.on) != (product.price, product.price_on):
        product.price, product.price_on = newest.amount, newest.on
        judge(product)
        product.save()
    return added


def see_label_again(product: Product) -> Product:
    """The label was read again today, and says what it said."""
    product.label_on = product.account.today()
    product.save(update_fields=["label_on"])
    return product


def set_measured(product: Product, payload: MeasuredIn) -> Product:
    """A gravity read in it, brought to 20 °C; None takes it back. Raises JobError."""
    if payload.sg is None:
        product.measured_sg = product.measured_on = None
    else:
        account = product.account
        shown = payload.sg - account.stem_offset
        check_gravity(shown)
        check_fluid(payload.temperature_c)
        try:
            at_20 = sg_read_at(shown, payload.temperature_c, account.calibrated_c)
        except JobError as error:
            raise JobError(error.text, "temperature_c") from error
        product.measured_sg = round(at_20, 4)
        product.measured_on = account.today()
    try:
        judge(product)
    except JobError as error:
        raise JobError(error.text, "sg") from error
    product.save()
    return product
