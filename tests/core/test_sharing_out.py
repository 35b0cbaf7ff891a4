"""One must shared out, its limits for cheaper ways, and own vessels."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.must.mixing import Mix, Pour
from core.pack.declared import read_label
from core.plan.cheaper import limits_of
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.planned_dose import PlannedDose, dosed_g, portions
from core.plan.sharing_out import batch, shares
from core.plan.vessel import shoulder_ml

PEAR = Pour("Pear", "juice", 3000.0, None, "pear", label=read_label("10.8", 100, "ml"))
PLUM = Pour("Plum", "juice", 1000.0, None, "plum", label=read_label("12", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=300.0)
RECIPE = Recipe(
    tuple(PricedPour(pour) for pour in (PEAR, PLUM, SUGAR)),
    doses=(PlannedDose("nutrient", 3.0, "after_24_h"), PlannedDose("enzyme", 2.0, "before_yeast")),
    hold_back_ml=400.0,
)
WHOLE = evaluate(RECIPE)


@given(vessels=st.lists(st.floats(2200, 9000), min_size=2, max_size=6))
def test_what_is_shared_out_is_what_there_was(vessels):
    parts = shares(vessels, WHOLE.must.in_vessel_ml)
    assert sum(parts) == pytest.approx(1)
    made = [batch(RECIPE, WHOLE, part, enzyme=False) for part in parts]
    # To the 0.1 g or ml that amounts are written with.
    for index, pour in enumerate(WHOLE.pours):
        assert sum(one.amounts[index] for one in made) == pytest.approx(pour.amount, abs=0.31)
    assert sum(one.hold_back_ml for one in made) == pytest.approx(400)
    assert sum(dosed_g(one.doses, "nutrient") for one in made) == pytest.approx(3)
    # Each is the same drink.
    for one in made:
        pours = [p.with_amount(a) for p, a in zip(WHOLE.pours, one.amounts, strict=True)]
        assert Mix.of(pours).sg == pytest.approx(WHOLE.must.mix.sg, abs=2e-4)


def test_enzyme_is_in_a_share_only_where_it_is_asked_for():
    assert dosed_g(batch(RECIPE, WHOLE, 0.5, enzyme=False).doses, "enzyme") == 0
    # Practice: a level teaspoon, 3 g, to 4.5 L.
    litres = WHOLE.must.mix.volume_ml / 2000
    with_it = dosed_g(batch(RECIPE, WHOLE, 0.5, enzyme=True).doses, "enzyme")
    assert with_it == pytest.approx(3 * litres / 4.5, abs=0.06)


@pytest.mark.parametrize("vessels", [[5000], [1000] * 7, [1000, 1000]])
def test_shares_that_cannot_be(vessels):
    with pytest.raises(JobError):
        shares(vessels, WHOLE.must.in_vessel_ml)


def test_doses_go_in_equal_parts_at_their_times():
    assert [(d.when, d.mass_g) for d in portions("nutrient", 3)] == [
        ("after_24_h", 1.0),
        ("after_48_h", 1.0),
        ("after_72_h", 1.0),
    ]
    assert portions("sulphite", 0.44) == (PlannedDose("sulphite", 0.44, "day_before"),)
    assert portions("bicarbonate", 0.0) == ()


def test_a_cheaper_way_keeps_as_much_juice_and_of_each_fruit():
    volume = WHOLE.must.mix.volume_ml
    kept = limits_of(WHOLE, keep_flavours=True)
    assert kept.least_juice_share == pytest.approx(4000 / volume - 0.01, abs=1e-3)
    assert kept.fruit_share["plum"][0] == pytest.approx(1000 / volume - 0.01, abs=1e-3)
    free = limits_of(WHOLE, least_juice=0.0, most_kinds=3)
    assert (free.least_juice_share, free.most_kinds, free.fruit_share) == (0.0, 3, {})
    for wrong in ({"least_juice": 1.2}, {"most_kinds": 0}):
        with pytest.raises(JobError):
            limits_of(WHOLE, **wrong)


def test_an_own_vessel_is_filled_to_its_shoulder():
    assert shoulder_ml("demijohn", 5000) == 4750
    assert shoulder_ml("demijohn", 5000, 4600) == 4600
    for wrong in (("amphora", 5000, None), ("demijohn", 50, None), ("demijohn", 5000, 5001)):
        with pytest.raises(JobError):
            shoulder_ml(*wrong)
