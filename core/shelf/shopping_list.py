"""What to buy for a plan, after what is at home: whole packs, and the bill."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from core.cost.costing import Pack, packs_to_buy, packs_used
from core.measure.money import money
from core.must.mixing import Pour


@dataclass(frozen=True, slots=True)
class Wanted:
    """Something a plan needs: the pour with its amount, how it is sold, and packs at home."""

    pour: Pour
    pack: Pack | None
    at_home: Decimal = Decimal(0)


@dataclass(frozen=True, slots=True)
class Line:
    """One line: `packs` the plan takes and those `to_buy`, and what these come to; None where
    no pack or no price is known."""

    pour: Pour
    packs: float | None
    to_buy: int | None
    cost: Decimal | None


@dataclass(frozen=True, slots=True)
class ShoppingList:
    """The lines in the plan's order, and the total at the till of those with a price."""

    lines: tuple[Line, ...]
    total: Decimal


def shopping_list(wanted: Sequence[Wanted]) -> ShoppingList:
    """What to buy. Water and what is not poured need nothing; one thing poured twice is one
    line. Raises JobError for a pack whose size says nothing of its pour."""
    together: dict[tuple[str, Pack | None, bool], Wanted] = {}
    for item in wanted:
        if item.pour.kind in ("water", "boiled_off") or item.pour.amount <= 0:
            continue
        key = (item.pour.name, item.pack, item.pour.by_mass)
        before = together.get(key)
        amount = item.pour.amount + (before.pour.amount if before else 0.0)
        together[key] = Wanted(item.pour.with_amount(amount), item.pack, item.at_home)
    lines = tuple(_line(item) for item in together.values())
    return ShoppingList(lines, money(sum((line.cost or Decimal(0) for line in lines), Decimal(0))))


def _line(item: Wanted) -> Line:
    if item.pack is None:
        return Line(item.pour, None, None, None)
    packs = packs_used(item.pour, item.pack)
    to_buy = packs_to_buy(packs - float(item.at_home))
    return Line(item.pour, packs, to_buy, money(item.pack.price * to_buy))
