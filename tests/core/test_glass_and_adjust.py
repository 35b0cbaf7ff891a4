import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.aim.solve import Aim, solve
from core.errors import JobError
from core.ferment.finish import finish
from core.finish.sweetening import Part, mixed
from core.must.adjust import (
    boil_down,
    juice_for_sugar_ml,
    pour_off_ml,
    true_volume_ml,
    water_to_dilute_ml,
)
from core.must.mixing import Pour, make_must
from core.pack.declared import read_label
from core.plan.glass import Glass, Late, back_to_day_one, forward

PEAR = Pour("Pear", "juice", fruit="pear", label=read_label("10.8", 100, "ml"))


@given(
    abv=st.floats(5, 13),
    sugar=st.floats(0, 60),
    sweetener=st.floats(150, 900),
    bottled=st.floats(700, 20_000),
)
def test_back_and_forward_again_for_a_sweet_still_drink(abv, sugar, sweetener, bottled):
    late = Late(sweetener)
    drink = forward(back_to_day_one(Glass(abv, sugar), bottled, late=late), late)
    assert drink.volume_ml == pytest.approx(bottled)
    assert drink.abv == pytest.approx(abv)
    assert drink.sugar_g_per_l == pytest.approx(sugar, abs=1e-9)


@given(abv=st.floats(4, 12), volumes=st.floats(1.2, 5), warmest=st.floats(15, 28))
def test_back_and_forward_again_for_a_fizzy_one(abv, volumes, warmest):
    day_one = back_to_day_one(Glass(abv, volumes=volumes), 4500, warmest_c=warmest)
    drink = forward(day_one, None)
    assert drink.abv == pytest.approx(abv)
    assert day_one.abv <= abv
    assert day_one.priming_g >= 0


def test_the_first_day_can_be_solved_and_comes_out_in_the_glass():
    """All the way: glass, base, must, ferment, late juice, glass."""
    late = Late(420)
    day_one = back_to_day_one(Glass(10.5, 25), 4200, tolerance_abv=14, late=late)
    aim = Aim(("Sugar", "Water"), abv=day_one.abv, fill_ml=day_one.fill_ml)
    sugar, water = Pour("Sugar", "sugar", mass_g=0), Pour("Water", "water", volume_ml=0)
    ends = finish(make_must(solve([PEAR.with_amount(2500), sugar, water], aim, 14)), 14)
    base = Part(ends.volume_ml * 0.96, ends.abv.value, 0)
    drink = mixed([base, Part(day_one.late_ml, 0, late.sugar_g_per_l)])
    assert drink.abv == pytest.approx(10.5, abs=0.05)
    assert drink.sugar_g_per_l == pytest.approx(25, abs=0.3)
    assert drink.volume_ml == pytest.approx(4200, rel=0.005)


@pytest.mark.parametrize(
    ("glass", "more", "words"),
    [
        (Glass(11, 30, volumes=3), {"late": Late(500)}, "bursts it"),
        (Glass(11, 30), {}, "what sweetens it"),
        (Glass(11, 60), {"late": Late(110)}, "too thin"),
        (Glass(13, 40), {"late": Late(300), "tolerance_abv": 14}, "yeast gives up near 14"),
        (Glass(0.2, volumes=5), {}, "stronger than that"),
        (Glass(11, volumes=9), {}, "wired"),
        (Glass(25), {}, "not a strength"),
        (Glass(11, -5), {}, "0 g/L or more"),
        (Glass(11), {"left_behind": 0.9}, "on the lees"),
    ],
)
def test_glasses_that_cannot_be(glass, more, words):
    with pytest.raises(JobError, match=words):
        back_to_day_one(glass, 4500, **more)


@given(volume=st.floats(500, 20_000), sg=st.floats(1.04, 1.12), less=st.floats(0.3, 0.95))
def test_diluting_and_boiling_down_undo_each_other(volume, sg, less):
    thin = 1 + (sg - 1) * less
    water = water_to_dilute_ml(volume, sg, thin)
    diluted = volume * (sg * 0.9970 + 0.0012) + water * 0.9982
    boiled = boil_down(diluted / (thin * 0.9970 + 0.0012), thin, sg)
    assert boiled.left_ml == pytest.approx(volume, rel=1e-6)
    assert boiled.gone_ml == pytest.approx(water, rel=1e-6)
    assert boiled.times > 1


def test_a_measured_gravity_tells_the_true_volume():
    water = Pour("Water", "water", volume_ml=800)
    short = Pour("Water", "water", volume_ml=500)
    sugar = Pour("Sugar", "sugar", mass_g=450)
    planned = make_must([PEAR.with_amount(3000), sugar, water]).mix
    real = make_must([PEAR.with_amount(3000), sugar, short]).mix
    assert true_volume_ml(planned, real.sg) == pytest.approx(real.volume_ml, rel=1e-6)


def test_juice_instead_of_sugar_comes_to_the_same_strength():
    ml = juice_for_sugar_ml(200, PEAR)
    assert make_must([PEAR.with_amount(ml)]).mix.ferment == pytest.approx(200)


def test_making_room_does_the_sum_for_what_stays():
    off, sugar_g = pour_off_ml(4500, 1.048, 4500, 1.085)
    stays = Pour("Stays", "juice", volume_ml=4500 - off, measured_sg=1.048)
    jug = make_must([stays, Pour("Sugar", "sugar", mass_g=sugar_g)]).mix
    assert jug.volume_ml == pytest.approx(4500, rel=1e-4)
    assert jug.sg == pytest.approx(1.085, abs=1e-5)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: water_to_dilute_ml(4500, 1.050, 1.060),
        lambda: boil_down(4500, 1.050, 1.040),
        lambda: boil_down(0, 1.050, 1.060),
        lambda: water_to_dilute_ml(4500, 2.0, 1.05),
        lambda: juice_for_sugar_ml(-1, PEAR),
        lambda: juice_for_sugar_ml(100, Pour("Water", "water")),
        lambda: pour_off_ml(4500, 1.080, 4500, 1.070),
        lambda: pour_off_ml(2000, 1.048, 4500, 1.085),
    ],
)
def test_adjustments_that_cannot_be(wrong):
    with pytest.raises(JobError):
        wrong()
