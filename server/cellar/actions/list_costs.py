"""What a batch cost, and where that went."""

from decimal import Decimal

from core.batch.events import Added
from core.batch.life import BottledLot
from core.cost.costing import cost_of, per_bottle, per_unit_of_alcohol, saved_against
from core.files.recipe_file import money_text
from core.measure.money import read_price
from core.plan.evaluation import PricedPour
from server.cellar.schemas import CostLineOut, CostsOut
from server.jugs.journal import core_event
from server.jugs.state import JugState


def list_costs(state: JugState, shop: str = "") -> CostsOut:
    """By ingredient, as it was really used and at the till; by the litre and the unit of alcohol
    that got into bottles; `shop` is what one like it costs there. Raises the JobError that stands
    in the plan's way, or for a price that is none."""
    items = _poured(state)
    cost = cost_of([(item.pour, item.pack) for item in items])
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
    return CostsOut(
        lines=[
            CostLineOut(name=name, used=money_text(used), share=float(used / whole))
            for name, used in sorted(by_name.items(), key=lambda line: -line[1])
        ],
        used=money_text(cost.used) if cost.known else None,
        packs=money_text(cost.packs) if cost.known else None,
        per_litre=money_text(per_bottle(paid, filled, 1000)) if drunk else None,
        per_unit=money_text(per_unit_of_alcohol(paid, bottled))
        if drunk and any(abv > 0 for _, abv in bottled)
        else None,
        saves=_saves(lots, shop),
        unpriced=[
            item.pour.name
            for item, used in zip(items, cost.by_pour, strict=True)
            if used is None and item.pour.kind != "water" and item.pour.amount > 0
        ],
    )


def _saves(lots: list[BottledLot], shop: str) -> str | None:
    each = lots[0].cost_each if lots else None
    if not shop.strip() or each is None:
        return None
    return money_text(saved_against(each, read_price(shop)))


def _poured(state: JugState) -> list[PricedPour]:
    """What went in at the start, as it really did, and what was added since."""
    planned = state.as_poured.pours if state.plan["pours"] else ()
    solved = state.evaluation.pours if planned else ()
    start = [PricedPour(pour, item.pack) for pour, item in zip(solved, planned, strict=True)]
    events = [core_event(event) for event in state.standing if event.kind == "added"]
    added = [event.what.pour for event in events if isinstance(event.what, Added)]
    return [*start, *(item for item in added if item is not None)]
