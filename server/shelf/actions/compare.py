"""Set two to four products side by side, with what so many packs of each make in a vessel."""

from dataclasses import replace

from core.errors import JobError
from core.ferment.finish import finish
from core.measure.money import money
from core.must.mixing import make_must
from core.shelf import supplies
from server.accounts.models import Account
from server.shelf.actions.judge import describe
from server.shelf.models import Product
from server.shelf.schemas import ComparedOut, CompareIn, CompareOut, IntervalOut

_MOST_PACKS = 100


def compare(account: Account, payload: CompareIn) -> CompareOut:
    """The products in the order asked for. Raises JobError for too few, too many, or a helper."""
    if not 2 <= len(set(payload.ids)) <= 4 or len(set(payload.ids)) != len(payload.ids):
        raise JobError("Choose two, three or four different things to compare.", "ids")
    if not 1 <= payload.packs <= _MOST_PACKS:
        raise JobError("Say how many packs of each, like 3.", "packs")
    if not 100 <= payload.vessel_ml <= 1e6:
        raise JobError("Say what the vessel holds in ml, like 5000.", "vessel_ml")
    found = {p.id: p for p in account.products.filter(id__in=payload.ids, removed_at=None)}
    products = [found[i] for i in payload.ids if i in found]
    if len(products) != len(payload.ids):
        raise JobError("One of these is no longer on the shelf.", "ids")
    if any(product.kind in supplies.KINDS for product in products):
        raise JobError("Only what is poured can be compared: juice, honey, sugar.", "ids")
    return CompareOut(
        products=[describe(product) for product in products],
        made=[_made(product, payload) for product in products],
    )


def _made(product: Product, payload: CompareIn) -> ComparedOut:
    pour = product.pour()
    by_mass = product.pack_g is not None
    amount = payload.packs * ((product.pack_g if by_mass else product.pack_ml) or 0.0)
    poured = replace(
        pour, mass_g=amount if by_mass else None, volume_ml=None if by_mass else amount
    )
    cost = None if product.price is None else f"{money(product.price * payload.packs):.2f}"
    try:
        must = make_must([poured])
        start, strength, fills = must.sg, finish(must).abv, must.in_vessel_ml
    except JobError:
        # A bag of sugar is no drink by itself.
        return ComparedOut(
            id=product.id, fills_ml=0, overflows=False, start=None, strength=None, cost=cost
        )
    return ComparedOut(
        id=product.id,
        fills_ml=fills,
        overflows=fills > payload.vessel_ml,
        start=IntervalOut.of(start),
        strength=IntervalOut.of(strength) if product.strength_alone is not None else None,
        cost=cost,
    )
