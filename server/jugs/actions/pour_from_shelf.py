"""Pour something off the shelf into a plan."""

from server.jugs.plan_schemas import LabelIn, PourIn
from server.shelf.actions.judge import describe
from server.shelf.models import Product


def poured_from(product: Product, amount: float) -> PourIn:
    """The product as a pour of a plan, as it is when it is poured from the shelf."""
    shown = describe(product)
    sold = shown.as_sold
    by_mass = product.pack_g is not None
    return PourIn(
        name=product.name,
        kind=product.kind,
        volume_ml=None if by_mass else amount,
        mass_g=amount if by_mass else None,
        fruit=shown.fruit,
        sugar=shown.sugar,
        label=LabelIn(sugars_g=sold.sugars_g, per_ml=sold.per_ml, per_g=sold.per_g)
        if sold and sold.sugars_g
        else None,
        measured_sg=product.measured_sg,
        juice_percent=product.pour().juice_percent,
        price=shown.price,
        pack_ml=product.pack_ml,
        pack_g=product.pack_g,
        product_id=product.id,
        colour=product.colour or None,
    )
