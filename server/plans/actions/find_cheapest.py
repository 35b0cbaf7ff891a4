"""Find the cheapest ways to the same aim: what is at home first, then the shop."""

import time
from dataclasses import replace

from core.errors import JobError
from core.plan.evaluation import Evaluation, PricedPour, Recipe, evaluate
from core.shelf.cheapest import Basket, Limits, Offer, cheapest
from server.accounts.models import Account
from server.jugs.evaluation import evaluation_out
from server.jugs.schemas import LabelIn, PourIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import BasketOut, BoughtOut, CheapestIn, CheapestOut
from server.shelf.actions.judge import describe
from server.shelf.models import Product

_PLANS = 3
_POURED = ("juice", "concentrate", "kit", "syrup", "powder", "sugar", "fruit")
# What somebody waits for, s.
_PATIENCE_S = 2.0
_JUICES = ("juice", "fruit")
# These neither ferment nor help another to.
_USELESS = ("will_not_ferment", "hard", "no_sugar", "refused")
_MOST_OFFERS = 300


def find_cheapest(account: Account, payload: CheapestIn) -> CheapestOut:
    """Up to three baskets for the plan's strength and fill. Raises JobError when none does it.

    Without a limit said, a cheaper plan holds as much juice as this one.
    """
    recipe = recipe_now(account, payload.plan)
    now = evaluate(recipe)
    products = list(
        account.products.filter(
            removed_at=None, kind__in=_POURED, price__isnull=False, pack_count=None
        )
        .exclude(verdict__in=_USELESS)
        .order_by("-at_home", "litre_price", "id")[:_MOST_OFFERS]
    )
    offers = [_offer(product) for product in products]
    limits = _limits(payload, now)
    until = time.monotonic() + _PATIENCE_S
    found = cheapest(
        offers,
        now.finish.abv.value,
        now.must.mix.volume_ml,
        limits,
        _PLANS,
        lambda: until - time.monotonic(),
    )
    by_name = {id(offer): product for offer, product in zip(offers, products, strict=True)}
    return CheapestOut(
        baskets=[
            _basket_out(basket, by_name, recipe, payload, account) for basket in found.baskets
        ],
        least_juice=limits.least_juice_share,
        sure=found.sure,
    )


def _offer(product: Product) -> Offer:
    pack = product.pack()
    if pack is None:
        raise JobError(f"No price is known for {product.name}.")
    return Offer(product.pour(), pack, float(product.at_home))


def _limits(payload: CheapestIn, now: Evaluation) -> Limits:
    volume = now.must.mix.volume_ml
    shares: dict[str, float] = {}
    juice = 0.0
    for pour, share in zip(now.pours, now.shares, strict=True):
        if pour.kind in _JUICES:
            juice += share.volume_ml
            if pour.fruit:
                shares[pour.fruit] = shares.get(pour.fruit, 0.0) + share.volume_ml
    least = payload.least_juice if payload.least_juice is not None else juice / volume
    if not 0 <= least <= 1:
        raise JobError("The least juice is a share of the fill, 0 to 1.", "least_juice")
    if payload.most_kinds is not None and not 1 <= payload.most_kinds <= 20:
        raise JobError("Allow at least one kind, and at most 20.", "most_kinds")
    return Limits(
        # A whole carton rarely lands on the share exactly: a hundredth of slack.
        max(least - 0.01, 0.0),
        payload.most_kinds,
        {fruit: (max(ml / volume - 0.01, 0.0), 1.0) for fruit, ml in shares.items()}
        if payload.keep_flavours
        else {},
    )


def _basket_out(
    basket: Basket,
    products: dict[int, Product],
    recipe: Recipe,
    payload: CheapestIn,
    account: Account,
) -> BasketOut:
    # Acid and tannin are no matter of price: they stay as planned.
    kept = [item for item in recipe.pours if item.pour.kind in ("acid", "tannin")]
    kept_in = [pour for pour in payload.plan.pours if pour.kind in ("acid", "tannin")]
    packs = [item.offer.pack for item in basket.items]
    priced = tuple(
        PricedPour(pour, pack) for pour, pack in zip(basket.pours(), [*packs, None], strict=True)
    )
    changed = replace(recipe, pours=(*priced, *kept), aim=None)
    pours = [
        *(_poured(products[id(item.offer)], item.amount) for item in basket.items),
        PourIn(name="Water", kind="water", volume_ml=basket.water_ml),
        *kept_in,
    ]
    return BasketOut(
        items=[
            BoughtOut(
                name=item.offer.pour.name,
                by_mass=item.offer.by_mass,
                amount=item.amount,
                packs=item.packs,
                to_buy=item.to_buy,
                left_over=item.left_over,
            )
            for item in basket.items
        ],
        bill=f"{basket.bill:.2f}",
        pours=pours,
        evaluation=evaluation_out(changed, evaluate(changed), account.currency),
    )


def _poured(product: Product, amount: float) -> PourIn:
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
        juice_percent=product.juice_percent,
        price=shown.price,
        pack_ml=product.pack_ml,
        pack_g=product.pack_g,
        product_id=product.id,
        colour=product.colour or None,
    )
