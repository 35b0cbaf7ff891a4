import itertools
import random
from dataclasses import replace
from decimal import Decimal
from itertools import pairwise

import pytest

from core.cost.costing import Pack
from core.errors import JobError
from core.ferment.finish import finish
from core.must.mixing import Pour, make_must
from core.pack.declared import read_label
from core.shelf.cheapest import Limits, Offer, cheapest
from tests.shelves import made_up_shelf

PEAR = Offer(
    Pour("Pear", "juice", fruit="pear", label=read_label("10.8", 100, "ml")),
    Pack(Decimal("1.15"), pack_ml=1000),
)
PLUM = Offer(
    Pour("Plum", "juice", fruit="plum", label=read_label("9.8", 100, "ml")),
    Pack(Decimal("1.75"), pack_ml=1000),
)
SUGAR = Offer(Pour("Sugar", "sugar"), Pack(Decimal("1.19"), pack_g=1000))
HALF_JUICE = Limits(least_juice_share=0.5)


@pytest.mark.parametrize("seed", range(12))
def test_every_basket_meets_the_aim_and_its_limits(seed):
    limits = Limits(least_juice_share=0.6, most_kinds=4)
    for basket in cheapest(made_up_shelf(25, seed), 11.5, 4500, limits, plans=3).baskets:
        must = make_must(basket.pours())
        assert finish(must).abv.value == pytest.approx(11.5, abs=0.1)
        assert must.mix.volume_ml == pytest.approx(4500, rel=0.002)
        assert len(basket.items) <= 4
        juices = [item for item in basket.items if item.offer.pour.kind == "juice"]
        assert sum(item.amount for item in juices) >= 0.6 * 4500 - 1
        assert all(
            item.amount == pytest.approx(item.packs * item.offer.pack_size) for item in juices
        )
        assert basket.bill == sum(item.to_buy * item.offer.pack.price for item in basket.items)


def test_further_plans_cost_no_less_and_use_other_products():
    baskets = cheapest(made_up_shelf(30, 4), 11, 4500, HALF_JUICE, plans=4).baskets
    assert len(baskets) == 4
    bills = [basket.bill for basket in baskets]
    # Each plan's strength may differ by 0.1, and with it a bill by pennies.
    assert all(later >= before - Decimal("0.20") for before, later in pairwise(bills))
    kinds = [frozenset(item.offer.pour.name for item in basket.items) for basket in baskets]
    assert len(set(kinds)) == 4


def test_what_is_at_home_is_free():
    home = Offer(PLUM.pour, PLUM.pack, at_home=3)
    bought = cheapest([PEAR, PLUM, SUGAR], 11, 4500, HALF_JUICE).baskets[0]
    at_home = cheapest([PEAR, home, SUGAR], 11, 4500, HALF_JUICE).baskets[0]
    assert [item.offer.pour.name for item in bought.items] == ["Pear", "Sugar"]
    assert at_home.bill == SUGAR.pack.price
    assert at_home.items[0].to_buy == 0


def test_a_share_of_a_fruit():
    limits = Limits(fruit_share={"plum": (0.4, 0.6)}, least_juice_share=0.5)
    basket = cheapest([PEAR, PLUM, SUGAR], 11, 4500, limits).baskets[0]
    plum = next(item for item in basket.items if item.offer.pour.name == "Plum")
    assert 0.4 * 4500 <= plum.amount <= 0.6 * 4500


@pytest.mark.parametrize(
    ("offers", "abv", "fill", "limits", "words"),
    [
        ([], 11, 4500, Limits(), "nothing to choose from"),
        ([PEAR], 14, 4500, Limits(), "Nothing on offer reaches 14 %"),
        ([PEAR, SUGAR], 11, 4500, Limits(least_juice_share=1.2), "allow another kind"),
        ([PEAR, SUGAR], 99, 4500, Limits(), "not a strength"),
        ([PEAR, SUGAR], 11, -1, Limits(), "fill in ml"),
        ([Offer(PEAR.pour, Pack(Decimal(1)))], 11, 4500, Limits(), "how much is in a pack"),
    ],
)
def test_baskets_that_cannot_be(offers, abv, fill, limits, words):
    with pytest.raises(JobError, match=words):
        cheapest(offers, abv, fill, limits)


def test_an_open_bag_at_home_is_used_before_one_is_bought():
    sugar = Pour("Sugar", "sugar")
    bag = Pack(Decimal("1.19"), None, 1000)

    def bought(at_home):
        (basket,) = cheapest([Offer(sugar, bag, at_home)], 9.0, 4000).baskets
        (item,) = basket.items
        return basket.bill, item.to_buy, item.left_over, item.amount

    bill, to_buy, left, used = bought(0.9)
    assert (bill, to_buy) == (Decimal("0.00"), 0)
    assert left == pytest.approx(900 - used)
    bill, to_buy, left, used = bought(0.3)
    assert (bill, to_buy) == (Decimal("1.19"), 1)
    assert left == pytest.approx(1300 - used)


def test_an_open_carton_at_home_is_no_whole_one():
    pear = Pour("Pear", "juice", fruit="pear", label=read_label("10.8", 100, "ml"))
    offers = [
        Offer(pear, Pack(Decimal("1.15"), 1000), 0.5),
        Offer(Pour("Sugar", "sugar"), Pack(Decimal("1.19"), None, 1000), 1.0),
    ]
    (basket,) = cheapest(offers, 9.0, 4000, Limits(least_juice_share=0.2)).baskets
    assert {item.offer.pour.name: item.to_buy for item in basket.items} == {"Pear": 1, "Sugar": 0}


def by_trying_all(offers, abv, fill_ml):
    """The least bill over every count of cartons, topped up with water; None when none does."""
    best = None
    rooms = [fill_ml // offer.pack_size for offer in offers]
    for counts in itertools.product(*(range(int(room) + 1) for room in rooms)):
        volume = sum(n * o.pack_size for n, o in zip(counts, offers, strict=True))
        if not 0 < volume <= fill_ml:
            continue
        pours = [o.poured(n * o.pack_size) for n, o in zip(counts, offers, strict=True) if n]
        must = make_must([*pours, Pour("W", "water", volume_ml=fill_ml - volume)])
        if abs(finish(must, 30).abv.value - abv) > 0.0999:
            continue
        bill = sum(o.pack.price * n for n, o in zip(counts, offers, strict=True))
        best = bill if best is None else min(best, bill)
    return best


@pytest.mark.parametrize("seed", range(40))
def test_juice_alone_is_neither_dearer_than_need_be_nor_wrongly_refused(seed):
    dice = random.Random(seed)  # noqa: S311 - not a secret
    shelf = [o for o in made_up_shelf(14, seed) if o.pour.kind == "juice"][:3]
    offers = [replace(offer, at_home=0.0) for offer in shelf]
    abv = dice.uniform(3, 7)
    expected = by_trying_all(offers, abv, 5000)
    try:
        basket = cheapest(offers, abv, 5000).baskets[0]
    except JobError:
        assert expected is None
        return
    assert expected is not None
    assert basket.bill == expected
    assert finish(make_must(basket.pours()), 30).abv.value == pytest.approx(abv, abs=0.1001)


def test_a_tin_goes_in_whole_and_a_powder_by_the_part():
    tin = Offer(
        Pour("Tin", "kit", fruit="pear", label=read_label("55", 100, "g")),
        Pack(Decimal("9.00"), pack_g=1600),
    )
    powder = Offer(
        Pour("Powder", "powder", label=read_label("92", 100, "g")),
        Pack(Decimal("0.50"), pack_g=400),
    )
    basket = cheapest([tin, SUGAR], 8, 12000).baskets[0]
    used = {item.offer.pour.name: item for item in basket.items}
    assert used.get("Tin") is None or used["Tin"].amount % 1600 == 0
    only = cheapest([powder], 4, 4000).baskets[0]
    assert only.items[0].offer.pour.name == "Powder"


def test_out_of_time_is_said():
    with pytest.raises(JobError, match="time there is"):
        cheapest(made_up_shelf(60, 3), 11, 4500, HALF_JUICE, seconds_left=lambda: 0.0)
