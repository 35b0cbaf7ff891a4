"""Find the cheapest ways to the same aim: what is at home first, then the shop."""

import time

from core.errors import JobError
from core.files.recipe_file import money_text
from core.plan.cheaper import KEPT, dearer, limits_of, with_basket
from core.plan.evaluation import Evaluation, Recipe, evaluate
from core.shelf.cheapest import Basket, Offer, cheapest
from core.shelf.verdict import USELESS
from server.accounts.models import Account
from server.jugs.actions.pour_from_shelf import poured_from
from server.jugs.evaluation import evaluation_out
from server.jugs.plan_schemas import PourIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import BasketOut, BoughtOut, CheapestIn, CheapestOut
from server.shelf.models import Product

_PLANS = 3
_POURED = ("juice", "concentrate", "kit", "syrup", "powder", "sugar", "fruit")
# What somebody waits for, s.
_PATIENCE_S = 2.0
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
        .exclude(verdict__in=USELESS)
        .order_by("-at_home", "litre_price", "id")[:_MOST_OFFERS]
    )
    offers = [_offer(product) for product in products]
    limits = limits_of(now, payload.least_juice, payload.keep_flavours, payload.most_kinds)
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
    baskets = [
        told
        for basket in found.baskets
        if (told := _basket_out(basket, by_name, recipe, now, payload, account)) is not None
    ]
    stays = {pour.name for told in baskets for pour in told.pours}
    wet = [pour.name for pour in now.pours if pour.amount and pour.kind in _POURED]
    return CheapestOut(
        baskets=baskets,
        unpriced=list(now.unpriced),
        left_out=[name for name in wet if baskets and name not in stays],
        per_bottle=None if now.bottles.each is None else money_text(now.bottles.each),
        least_juice=limits.least_juice_share,
        sure=found.sure,
    )


def _offer(product: Product) -> Offer:
    pack = product.pack()
    if pack is None:
        raise JobError(f"No price is known for {product.name}.")
    return Offer(product.pour(), pack, float(product.at_home))


def _basket_out(
    basket: Basket,
    products: dict[int, Product],
    recipe: Recipe,
    now: Evaluation,
    payload: CheapestIn,
    account: Account,
) -> BasketOut | None:
    """What is told of a basket; None of one that is dearer than the plan."""
    kept_in = [pour for pour in payload.plan.pours if pour.kind in KEPT]
    changed = with_basket(recipe, basket)
    then = evaluate(changed)
    if dearer(now, then, basket.bill):
        return None
    pours = [
        *(poured_from(products[id(item.offer)], item.amount) for item in basket.items),
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
        evaluation=evaluation_out(changed, then, account),
    )
