"""What a batch cost, and where that went."""

from decimal import Decimal

from core.batch.lots import BottledLot
from core.cost.costing import (
    cost_of,
    per_bottle,
    per_unit_of_alcohol,
    saved_against,
    unpriced,
)
from core.files.recipe_file import money_text
from core.learn.spending import all_poured, price_of, summed, used_up
from core.measure.money import money, read_price
from core.plan.evaluation import evaluate
from core.shelf.supplies import KINDS
from server.cellar.schemas import CostLineOut, CostsOut, SupplyLineOut
from server.jugs.actions.freshen import freshen
from server.jugs.journal import recipe_of
from server.jugs.outcomes import supplies_of
from server.jugs.plan_schemas import PlanIn
from server.jugs.state import JugState


def list_costs(state: JugState, shop: str = "") -> CostsOut:
    """By ingredient, as it was really used and at the till; by the litre and the unit of alcohol
    that got into bottles; `shop` is what one like it costs there. Raises the JobError that stands
    in the plan's way, or for a price that is none."""
    items = all_poured(state.as_poured, state.happened) if state.plan["pours"] else []
    paid_for = [(item.pour, item.pack) for item in items]
    cost = cost_of(paid_for)
    by_name: dict[str, Decimal] = {}
    for item, used in zip(items, cost.by_pour, strict=True):
        if used:
            by_name[item.pour.name] = by_name.get(item.pour.name, Decimal(0)) + used
    whole = sum(by_name.values(), Decimal(0))
    lots = list(state.life.lots) if state.life else []
    paid = sum((lot.filled.money or Decimal(0) for lot in lots), Decimal(0))
    bottled = [(lot.filled.lot.volume_ml, lot.abv.value) for lot in lots]
    filled = sum(ml for ml, _ in bottled)
    drunk = bool(filled and paid)
    shelf = supplies_of(state.jug.account)
    supplies = [
        (used.kind, price_of(used, shelf.get(used.kind))) for used in used_up(state.happened)
    ]
    beside = summed(paid for _, paid in supplies)
    return CostsOut(
        lines=[
            CostLineOut(name=name, used=money_text(used), share=float(used / whole))
            for name, used in sorted(by_name.items(), key=lambda line: -line[1])
        ],
        supplies=[
            SupplyLineOut(name=KINDS[kind], used=None if paid is None else money_text(money(paid)))
            for kind, paid in supplies
        ],
        supplies_used=None if beside is None else money_text(beside),
        next_litre=_next_litre(state),
        used=money_text(cost.used) if cost.known else None,
        packs=money_text(cost.packs) if cost.known else None,
        per_litre=money_text(per_bottle(paid, filled, 1000)) if drunk else None,
        per_unit=money_text(per_unit_of_alcohol(paid, bottled))
        if drunk and any(abv > 0 for _, abv in bottled)
        else None,
        saves=_saves(lots, shop),
        unpriced=list(unpriced(paid_for)),
    )


def _saves(lots: list[BottledLot], shop: str) -> str | None:
    each = lots[0].cost_each if lots else None
    if not shop.strip() or each is None:
        return None
    return money_text(saved_against(each, read_price(shop)))


def _next_litre(state: JugState) -> str | None:
    """What a litre of the same would cost by the shelf as it is today."""
    account = state.jug.account
    today = freshen(account, PlanIn.model_validate(state.plan)) if state.plan["pours"] else None
    if today is None:
        return None
    result = evaluate(recipe_of(today.model_dump(exclude_none=True), account.currency))
    if not result.cost.known or result.reaching_ml.value <= 0:
        return None
    return money_text(per_bottle(result.cost.used, result.reaching_ml.value, 1000))
