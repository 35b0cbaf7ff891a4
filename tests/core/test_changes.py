"""What a keeping of a plan changed, said so that two of them can be told apart."""

from dataclasses import replace
from decimal import Decimal

import pytest

from core.aim.solve import Aim
from core.cost.costing import Pack
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.plan.changes import changes
from core.plan.evaluation import PricedPour, Recipe
from core.plan.glass import GlassPlan
from core.plan.planned_dose import PlannedDose

PEAR = PricedPour(Pour("Pear", "juice", 3000.0, None, "pear", label=read_label("10.8", 100, "ml")))
SUGAR = PricedPour(Pour("Sugar", "sugar", mass_g=400.0))
PLAN = Recipe((PEAR, SUGAR), vessel_ml=5000.0, tolerance_abv=14.0)
FED = PlannedDose("nutrient", 1.5, "after_24_h")


def test_two_equal_plans_changed_nothing():
    assert changes(PLAN, replace(PLAN)) == ()


@pytest.mark.parametrize(
    ("after", "said"),
    [
        (
            replace(PLAN, pours=(PEAR, PricedPour(Pour("Sugar", "sugar", mass_g=350.0)))),
            "Sugar 400 g → 350 g",
        ),
        (
            replace(PLAN, pours=(*PLAN.pours, PricedPour(Pour("Water", "water", 900.0)))),
            "900 ml Water added",
        ),
        (replace(PLAN, pours=(PEAR,)), "Sugar taken out"),
        (
            replace(PLAN, pours=(replace(PEAR, pour=replace(PEAR.pour, richness=0.9)), SUGAR)),
            "what is known of Pear",
        ),
        (
            replace(PLAN, pours=(replace(PEAR, pack=Pack(Decimal("1.10"), 1000.0)), SUGAR)),
            "price of Pear",
        ),
        (
            replace(PLAN, doses=(FED,)),
            "1.5 g nutrient (diammonium phosphate) 24 hours after the yeast added",
        ),
        (replace(PLAN, aim=Aim(("Sugar",), abv=9.0)), "strength 9 %"),
        (replace(PLAN, vessel_ml=4546.0), "vessel: 4.55 L"),
        (replace(PLAN, tolerance_abv=16.0), "yeast"),
        (replace(PLAN, glass=GlassPlan("sweet_still", 20.0)), "how it is wanted in the glass"),
        (replace(PLAN, hold_back_ml=300.0), "300 ml held back"),
        (replace(PLAN, ph=3.4), "pH 3.4"),
        (replace(PLAN, name="Second"), "named “Second”"),
        (replace(PLAN, most_per_bottle=Decimal("1.20")), "the most a bottle may cost"),
    ],
)
def test_each_change_is_said(after, said):
    assert said in changes(PLAN, after)
    assert len(changes(PLAN, after)) <= 2


def test_what_went_is_said_too_and_a_dose_by_its_amounts():
    fed = replace(PLAN, doses=(FED,))
    assert changes(fed, PLAN) == (
        "nutrient (diammonium phosphate) 24 hours after the yeast taken out",
    )
    more = replace(PLAN, doses=(replace(FED, mass_g=2.0),))
    assert changes(fed, more) == (
        "nutrient (diammonium phosphate) 24 hours after the yeast 1.5 g → 2 g",
    )
    aimed = replace(PLAN, aim=Aim(("Sugar",), abv=9.0))
    assert "no strength wanted" in changes(aimed, PLAN)


def test_amounts_are_said_in_the_measures_of_the_kitchen():
    cups = replace(PLAN, pours=(PEAR,))
    (said,) = changes(cups, PLAN, "us")
    assert "oz" in said or "lb" in said
