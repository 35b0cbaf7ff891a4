"""Shelves of made-up offers, for tests and for measuring."""

import random
from decimal import Decimal

from core import tables
from core.cost.costing import Pack
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.shelf.cheapest import Offer


def made_up_shelf(count: int, seed: int) -> list[Offer]:
    """Mostly juices, some honey, and a bag of sugar last."""
    dice = random.Random(seed)  # noqa: S311 - not a secret
    fruits = sorted(tables.FRUITS)
    offers = []
    for i in range(count - 1):
        if dice.random() < 0.85:
            label = read_label(f"{dice.uniform(6, 16):.1f}", 100, "ml")
            pour = Pour(f"Juice {i}", "juice", fruit=dice.choice(fruits), label=label)
            pack = Pack(_price(dice, 0.8, 3.2), pack_ml=dice.choice([750, 1000, 1500]))
        else:
            pour = Pour(f"Honey {i}", "syrup", label=read_label("81", 100, "g"))
            pack = Pack(_price(dice, 2, 4), pack_g=454)
        offers.append(Offer(pour, pack, dice.choice([0, 0, 0, 0.6, 1])))
    offers.append(Offer(Pour("Sugar", "sugar"), Pack(_price(dice, 0.9, 1.6), pack_g=1000)))
    return offers


def _price(dice: random.Random, low: float, high: float) -> Decimal:
    return Decimal(f"{dice.uniform(low, high):.2f}")
