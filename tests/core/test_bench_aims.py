"""Aims beside strength and fill, what is boiled off, and the nearest that can be."""

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.aim.nearest import nearest
from core.aim.solve import Aim, solve
from core.cost.costing import Pack
from core.errors import JobError
from core.must.mixing import Pour, make_must
from core.must.sharpness import sharpness
from core.must.tannin import tannin
from core.pack.declared import read_label
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.standing import standings

PEAR = Pour("Pear", "juice", 3000.0, None, "pear", label=read_label("10.8", 100, "ml"))
GRAPE = Pour("Grape", "juice", 1000.0, None, "grape", label=read_label("15.6", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=0.0)
WATER = Pour("Water", "water", 0.0)
CITRIC = Pour("Citric acid", "acid", mass_g=0.0, acid="citric")
TEA = Pour("Tea", "tannin", mass_g=0.0, tannin="tea")
BOIL = Pour("Boiled off", "boiled_off", 0.0)


def reached(pours):
    must = make_must(pours)
    volume = must.mix.volume_ml
    return must, sharpness(pours, volume).g_per_l.value, tannin(pours, volume).g_per_l.value


@given(
    abv=st.floats(8, 13), acid=st.floats(4, 9), bite=st.floats(0.4, 1.5), fill=st.floats(4000, 5000)
)
def test_strength_fill_sharpness_and_tannin_are_all_reached_at_once(abv, acid, bite, fill):
    aim = Aim(("Sugar", "Water", "Citric acid", "Tea"), abv, None, fill, acid, bite)
    solved = solve([PEAR, SUGAR, WATER, CITRIC, TEA], aim)
    must, sharp, tan = reached(solved)
    assert must.mix.volume_ml == pytest.approx(fill, abs=0.1)
    assert sharp == pytest.approx(acid, abs=1e-4)
    assert tan == pytest.approx(bite, abs=1e-4)
    result = evaluate(Recipe(tuple(PricedPour(p) for p in solved)))
    assert result.finish.abv.value == pytest.approx(abv, abs=1e-3)


@given(share=st.floats(0.05, 0.95), filled=st.booleans())
def test_a_share_of_a_flavour_is_that_share(share, filled):
    aim = Aim(
        ("Grape", "Water") if filled else (),
        abv=4.0 if filled else None,
        fill_ml=4500 if filled else None,
        shares={"Pear": share if not filled else min(share, 0.5)},
    )
    solved = solve([PEAR, GRAPE, WATER], aim)
    must = make_must(solved)
    assert solved[0].amount / must.mix.volume_ml == pytest.approx(aim.shares["Pear"], abs=1e-6)


def test_sharper_than_wanted_says_what_makes_it_less_so():
    lemon = Pour("Lemon", "juice", 2000.0, None, "lemon")
    with pytest.raises(JobError, match="sharper than 5 g/L") as refused:
        solve([lemon, SUGAR, CITRIC], Aim(("Sugar", "Citric acid"), 8.0, acid_g_per_l=5.0))
    assert refused.value.at == "aim.acid_g_per_l"


@pytest.mark.parametrize(
    ("aim", "at"),
    [
        (Aim(("Sugar",), 9.0, acid_g_per_l=6.0), "aim.acid_g_per_l"),
        (Aim(("Sugar",), 9.0, tannin_g_per_l=50.0), "aim.tannin_g_per_l"),
        (Aim(("Sugar",), 9.0, shares={"Pear": 1.2}), "aim"),
        (Aim(("Sugar",), 9.0, shares={"Plum": 0.2}), "aim.shares"),
    ],
)
def test_an_aim_nothing_can_reach_for_is_placed(aim, at):
    with pytest.raises(JobError) as refused:
        solve([PEAR, SUGAR], aim)
    assert refused.value.at == at


@given(og=st.floats(1.06, 1.12))
def test_boiling_down_reaches_the_gravity_and_takes_only_water(og):
    solved = solve([PEAR, BOIL], Aim(("Boiled off",), og=og))
    must, before = make_must(solved).mix, make_must([PEAR]).mix
    assert must.sg == pytest.approx(og, abs=1e-6)
    assert must.sugar == pytest.approx(before.sugar)
    assert must.mass == pytest.approx(before.mass - solved[1].amount * 0.99823, rel=1e-3)
    # Acid stays behind and is in less of it.
    _, sharp, _ = reached(solved)
    _, sharp_before, _ = reached([PEAR])
    assert sharp / sharp_before == pytest.approx(before.volume_ml / must.volume_ml)


def test_nothing_need_boil_off_what_is_strong_enough():
    with pytest.raises(JobError, match="Boiled off"):
        solve([replace(GRAPE, volume_ml=4000.0), BOIL], Aim(("Boiled off",), og=1.04))


def test_the_nearest_to_a_strength_that_juice_alone_passes():
    aim = Aim(("Sugar", "Water"), 4.0, fill_ml=3500)
    with pytest.raises(JobError, match="Without any"):
        solve([PEAR, SUGAR, WATER], aim)
    found = nearest([PEAR, SUGAR, WATER], aim)
    assert found
    amounts = {pour.name: pour.amount for pour in found.pours}
    assert amounts["Sugar"] == 0
    assert amounts["Water"] > 0
    assert found.text.startswith("The nearest: no Sugar and ")
    # Nearer in both than the juice alone, in strength and fill together.
    assert abs(found.abv - 4.0) < 2
    assert abs(found.fill_ml - 3500) < 1500


def test_the_nearest_to_more_than_the_yeast_can_is_what_it_can():
    aim = Aim(("Sugar", "Water"), 17.0, fill_ml=4500)
    found = nearest([PEAR, SUGAR, WATER], aim, 14.0)
    assert found
    assert found.abv == pytest.approx(14.0, abs=0.01)
    assert found.fill_ml == pytest.approx(4500, abs=1)


def test_what_is_fixed_is_named_as_the_cause_and_let_adjust():
    """Sugar from the shelf that stands as fixed: it may give, instead of no water in less."""
    aim = Aim(("Water",), 9.0, fill_ml=4500)
    found = nearest([PEAR, SUGAR, WATER], aim)
    assert found.adjusts == ("Sugar",)
    assert found.text.startswith("Sugar is set to \u201cFixed\u201d.")
    assert (found.abv, found.fill_ml) == pytest.approx((9.0, 4500), abs=0.01)
    # What is locked stays as it is: another that is fixed gives, where that reaches it.
    held = nearest([PEAR, SUGAR, WATER], replace(aim, abv=5.0), locked=("Sugar",))
    assert held.adjusts == (PEAR.name,)
    # Where that does not meet it nothing is offered that would leave something out.
    assert nearest([PEAR, SUGAR, WATER], aim, locked=("Sugar", PEAR.name)) is None
    assert nearest([PEAR, SUGAR, WATER], replace(aim, abv=15.0), tolerance_abv=12.0) is None
    both = nearest([PEAR, SUGAR, WATER], replace(aim, solve=()))
    assert both.adjusts == ("Sugar", "Water")


def test_the_nearest_of_nothing_is_nothing():
    assert nearest([replace(WATER, volume_ml=900.0)], Aim(("Water",), 9.0)) is None


def test_standings_tell_where_it_is_what_is_usual_and_what_is_wanted():
    aim = Aim(("Sugar", "Water", "Citric acid"), 11.0, None, 4500, 6.0)
    recipe = Recipe(
        tuple(PricedPour(p) for p in (PEAR, SUGAR, WATER, CITRIC)),
        vessel_ml=5000,
        tolerance_abv=13.0,
        aim=aim,
    )
    rows = {row.key: row for row in standings(recipe, evaluate(recipe))}
    assert list(rows)[:6] == ["abv", "fill", "sweetness", "og", "acid", "tannin"]
    for key, wanted in (("abv", 11.0), ("fill", 4500), ("acid", 6.0)):
        assert rows[key].wanted == wanted
        assert rows[key].met
    assert rows["og"].wanted is None
    assert not rows["og"].met
    for row in rows.values():
        assert row.scale[0] <= row.band[0] < row.band[1] <= row.scale[1]
        assert row.value.low <= row.value.value <= row.value.high


def test_a_price_and_a_share_stand_against_what_was_set():
    carton = Pack(Decimal("1.15"), 1000)
    recipe = Recipe(
        (PricedPour(PEAR, carton), PricedPour(SUGAR), PricedPour(WATER)),
        vessel_ml=5000,
        aim=Aim(("Sugar", "Water"), 9.0, fill_ml=4500, shares={"Pear": 0.6}),
        most_per_bottle=Decimal("0.50"),
    )
    result = evaluate(recipe)
    rows = {row.name: row for row in standings(recipe, result)}
    # 60 % of 4.5 L is 2.7 L: 3.11 in five bottles.
    assert (
        rows["A bottle"].value.value == float(result.bottles.each) == pytest.approx(0.62, abs=0.01)
    )
    assert rows["A bottle"].wanted == 0.5
    assert not rows["A bottle"].met
    assert rows["Share of Pear"].value.value == pytest.approx(60, abs=0.1)
    assert rows["Share of Pear"].met
