"""The list for the shop, and plans side by side."""

from dataclasses import replace
from decimal import Decimal

import pytest

from core.cost.costing import Pack
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.plan.differences import differences
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.planned_dose import PlannedDose
from core.shelf.shopping_list import Wanted, shopping_list

PEAR = Pour("Pear", "juice", 3200.0, None, "pear", label=read_label("10.8", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=400.0)
WATER = Pour("Water", "water", 800.0)
CARTON = Pack(Decimal("1.15"), 1000)
BAG = Pack(Decimal("1.19"), None, 1000)


@pytest.mark.parametrize(
    ("at_home", "to_buy", "cost"),
    [("0", 4, "4.60"), ("1", 3, "3.45"), ("0.2", 3, "3.45"), ("0.1", 4, "4.60"), ("9", 0, "0")],
)
def test_whole_packs_are_bought_after_what_is_at_home(at_home, to_buy, cost):
    (line,) = shopping_list([Wanted(PEAR, CARTON, Decimal(at_home))]).lines
    assert line.packs == pytest.approx(3.2)
    assert (line.to_buy, line.cost) == (to_buy, Decimal(cost))


def test_the_total_is_of_what_has_a_price_and_water_is_not_bought():
    honey = Pour("Honey", "syrup", mass_g=200.0, label=read_label("81", 100, "g"))
    found = shopping_list(
        [Wanted(PEAR, CARTON), Wanted(SUGAR, BAG), Wanted(WATER, None), Wanted(honey, None)]
    )
    assert [line.pour.name for line in found.lines] == ["Pear", "Sugar", "Honey"]
    assert found.total == Decimal("5.79")
    assert found.lines[2].to_buy is None


def test_one_thing_poured_twice_is_bought_once():
    half = replace(PEAR, volume_ml=500.0)
    found = shopping_list([Wanted(half, CARTON), Wanted(half, CARTON)])
    assert [line.to_buy for line in found.lines] == [1]


def test_side_by_side_tells_what_differs():
    def planned(sugar_g, doses=()):
        pours = (PEAR, replace(SUGAR, mass_g=sugar_g), WATER)
        recipe = Recipe(
            tuple(PricedPour(p) for p in pours), vessel_ml=5000, tolerance_abv=14, doses=doses
        )
        return recipe, evaluate(recipe)

    one, other = planned(400.0), planned(500.0, (PlannedDose("enzyme", 3, "before_yeast"),))
    rows = {row.name: row for row in differences([one, other])}
    assert rows["Sugar"].values == (400.0, 500.0)
    assert rows["Pectic enzyme, before the yeast"].values == (None, 3)
    assert {name for name, row in rows.items() if not row.differ} >= {"Vessel", "Pear", "Water"}
    for name in ("Sugar", "Starts at", "Strength in the glass", "Pectic enzyme, before the yeast"):
        assert rows[name].differ
    same = differences([one, planned(400.0)])
    assert not any(row.differ for row in same)
