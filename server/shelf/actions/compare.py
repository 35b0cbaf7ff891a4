"""Set two to four products side by side, with what so many packs of each make in a vessel."""

from dataclasses import replace

from core.errors import JobError
from core.shelf import supplies
from core.shelf.compare import check_packs, made
from server.accounts.models import Account
from server.shelf.actions.judge import describe
from server.shelf.models import Product
from server.shelf.schemas import ComparedOut, CompareIn, CompareOut, IntervalOut


def compare(account: Account, payload: CompareIn) -> CompareOut:
    """The products in the order asked for. Raises JobError for too few, too many, or a helper."""
    if not 2 <= len(set(payload.ids)) <= 4 or len(set(payload.ids)) != len(payload.ids):
        raise JobError("Choose two, three or four different things to compare.", "ids")
    check_packs(payload.packs, payload.vessel_ml)
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
    by_mass = product.pack_g is not None
    size = (product.pack_g if by_mass else product.pack_ml) or 0.0
    pour = replace(
        product.pour(), mass_g=size if by_mass else None, volume_ml=None if by_mass else size
    )
    found = made(pour, size, product.price, payload.packs, payload.vessel_ml)
    alone = product.strength_alone is not None
    return ComparedOut(
        id=product.id,
        fills_ml=found.fills_ml,
        overflows=found.overflows,
        start=IntervalOut.of(found.start) if found.start else None,
        strength=IntervalOut.of(found.strength) if found.strength and alone else None,
        cost=None if found.cost is None else f"{found.cost:.2f}",
    )
