"""List what to buy for a plan, after what is at home."""

from decimal import Decimal

from core.must.mixing import Pour
from core.plan.amounts_in_words import measured
from core.plan.evaluation import evaluate
from core.plan.planned_dose import DOSED
from core.shelf.shopping_list import Line, Wanted, shopping_list
from server.accounts.models import Account
from server.jugs.plan_schemas import PlanIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import ShoppingLineOut, ShoppingOut
from server.shelf.models import Product, ProductPrice


def list_shopping(account: Account, plan: PlanIn) -> ShoppingOut:
    """The list for the plan as worked out: pours, what is added at the end, doses.

    Raises JobError at the place that is wrong.
    """
    recipe = recipe_now(account, plan)
    result = evaluate(recipe)
    standing = list(account.products.filter(removed_at=None).order_by("-at_home", "id"))
    ids = [pour.product_id for pour in plan.pours]
    items: list[tuple[Wanted, Product | None]] = []
    for pour, priced, product_id in zip(result.pours, recipe.pours, ids, strict=True):
        product = next((p for p in standing if p.id == product_id), None)
        items.append(
            (Wanted(pour, priced.pack, product.at_home if product else Decimal(0)), product)
        )
    if result.glass.late and recipe.glass:
        late_id = plan.glass.late.product_id if plan.glass and plan.glass.late else None
        product = next((p for p in standing if p.id == late_id), None)
        at_home = product.at_home if product else Decimal(0)
        items.append((Wanted(result.glass.late, recipe.glass.late_pack, at_home), product))
    for kind in dict.fromkeys(dose.kind for dose in recipe.doses):
        grams = sum(dose.mass_g for dose in recipe.doses if dose.kind == kind)
        product = next((p for p in standing if p.kind == kind and p.pack_g), None)
        pour = Pour(product.name if product else DOSED[kind], "acid", mass_g=grams)
        at_home = product.at_home if product else Decimal(0)
        items.append((Wanted(pour, product.pack() if product else None, at_home), product))
    found = shopping_list([wanted for wanted, _ in items])
    products = {wanted.pour.name: product for wanted, product in items}
    places = _places([product for product in products.values() if product])
    lines = [
        _line_out(line, products.get(line.pour.name), places, account.shows) for line in found.lines
    ]
    return ShoppingOut(
        lines=lines,
        total=f"{found.total:.2f}",
        currency=account.currency,
        unpriced=[line.name for line in lines if line.to_buy is None],
        text=_as_text(lines, f"{found.total:.2f} {account.currency}"),
    )


def _places(products: list[Product]) -> dict[int, str]:
    """Where each was bought last."""
    seen = ProductPrice.objects.filter(product__in=products).exclude(place="").order_by("on", "id")
    return {price.product_id: price.place for price in seen}


def _line_out(
    line: Line, product: Product | None, places: dict[int, str], system: str
) -> ShoppingLineOut:
    size = (product.pack_ml or product.pack_g) if product else None
    return ShoppingLineOut(
        name=line.pour.name,
        words=measured(line.pour.amount, line.pour.by_mass, system),
        packs=line.packs,
        at_home=float(product.at_home) if product else 0.0,
        to_buy=line.to_buy,
        pack=measured(size, product.pack_ml is None) if product and size else "",
        price=None if product is None or product.price is None else f"{product.price:.2f}",
        cost=None if line.cost is None else f"{line.cost:.2f}",
        place=places.get(product.id, "") if product else "",
    )


def _as_text(lines: list[ShoppingLineOut], total: str) -> str:
    """The list as somebody would write it on the back of an envelope."""
    wanted = []
    for line in lines:
        if line.to_buy is None:
            wanted.append(f"{line.name}, {line.words}")
        elif line.to_buy:
            where = f", {line.place}" if line.place else ""
            wanted.append(f"{line.to_buy} × {line.name} ({line.pack}){where}: {line.cost}")
    return "\n".join([*(wanted or ["Nothing: all of it is at home."]), f"Total: {total}"])
