"""What a cheaper plan keeps of the one there is, and the plan that a basket makes."""

from dataclasses import replace
from decimal import Decimal

from core.errors import JobError
from core.must.mixing import JUICES
from core.plan.evaluation import Evaluation, PricedPour, Recipe
from core.shelf.cheapest import Basket, Limits

# Acid and tannin are no matter of price: they stay as planned.
KEPT = ("acid", "tannin")
# A whole carton rarely lands on a share exactly: a hundredth of slack.
_SLACK = 0.01
_MOST_KINDS = 20


def limits_of(
    now: Evaluation,
    least_juice: float | None = None,
    keep_flavours: bool = False,
    most_kinds: int | None = None,
) -> Limits:
    """What cheaper plans must keep to. `least_juice` is a share of the fill, 0 to 1: None is as
    much juice as now; `keep_flavours` at least as much of each fruit.

    Raises JobError, placed at the field, for a share or a number of kinds that cannot be.
    """
    volume = now.must.mix.volume_ml
    shares: dict[str, float] = {}
    for pour, share in zip(now.pours, now.shares, strict=True):
        if pour.kind in JUICES and pour.fruit:
            shares[pour.fruit] = shares.get(pour.fruit, 0.0) + share.volume_ml
    least = now.juice_share if least_juice is None else least_juice
    if not 0 <= least <= 1:
        raise JobError("The least juice is a share of the fill, 0 to 1.", "least_juice")
    if most_kinds is not None and not 1 <= most_kinds <= _MOST_KINDS:
        raise JobError(f"Allow at least one kind, and at most {_MOST_KINDS}.", "most_kinds")
    kept = {fruit: (max(ml / volume - _SLACK, 0.0), 1.0) for fruit, ml in shares.items()}
    return Limits(max(least - _SLACK, 0.0), most_kinds, kept if keep_flavours else {})


def dearer(now: Evaluation, then: Evaluation, bill: Decimal) -> bool:
    """Whether a way costs more than what stands: by the bottle, and no less at the till. Never
    where something of what stands has no price: that cannot be compared."""
    if now.unpriced or now.bottles.each is None or then.bottles.each is None:
        return False
    return then.bottles.each > now.bottles.each and bill >= now.cost.packs


def with_basket(recipe: Recipe, basket: Basket) -> Recipe:
    """The plan with a basket's pours and water for its own, and its acid and tannin kept."""
    packs = [item.offer.pack for item in basket.items]
    bought = zip(basket.pours(), [*packs, None], strict=True)
    kept = [item for item in recipe.pours if item.pour.kind in KEPT]
    priced = tuple(PricedPour(pour, pack) for pour, pack in bought)
    return replace(recipe, pours=(*priced, *kept), aim=None)
