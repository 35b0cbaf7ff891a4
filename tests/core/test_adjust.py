import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.must.adjust import (
    boil_down,
    juice_for_sugar_ml,
    pour_off_ml,
    true_volume_ml,
    water_to_dilute_ml,
)
from core.must.mixing import Pour, make_must
from core.pack.declared import read_label

PEAR = Pour("Pear", "juice", fruit="pear", label=read_label("10.8", 100, "ml"))


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
