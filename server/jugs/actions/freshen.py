"""See a plan by what the shelf says today, and by what was found of this kitchen."""

from server.accounts.models import Account
from server.jugs.outcomes import reckon
from server.jugs.plan_schemas import PlanIn, PourIn
from server.shelf.models import Product


def freshen(account: Account, plan: PlanIn) -> PlanIn:
    """The plan with its shelf's newest prices and labels' text, and with what this kitchen's
    batches have taught; what left the shelf stays."""
    fresh = plan.model_copy(deep=True)
    reckon(account, fresh)
    late = fresh.glass.late if fresh.glass else None
    pours = [*fresh.pours, *([late] if late else [])]
    ids = {pour.product_id for pour in pours if pour.product_id is not None}
    found = {p.id: p for p in account.products.filter(id__in=ids)} if ids else {}
    for pour in pours:
        product = found.get(pour.product_id or 0)
        if product is not None:
            _freshen(pour, product)
    return fresh


def _freshen(pour: PourIn, product: Product) -> None:
    pour.price = None if product.price is None else f"{product.price:.2f}"
    pour.pack_ml, pour.pack_g = product.pack_ml, product.pack_g
    pour.ingredients = product.label_text or None
    pour.label_on = product.label_on.isoformat() if product.label_on else None
    pour.price_on = product.price_on.isoformat() if product.price_on else None
