import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.carbonate import (
    gauge_pressure_in_water_bar,
    priming,
    priming_juice_ml,
    residual_volumes,
    solubility_volumes_per_atm,
    strength_from_priming,
    volumes_from_sugar,
)
from core.errors import JobError
from core.preserve import (
    active_preservative,
    free_so2_for,
    molecular_so2,
    so2_from_tablets,
    sorbate,
    sorbate_teaspoons,
    sulphite,
)
from core.scales import (
    baume_from_sg,
    points_from_sg,
    sg_by_refractometer,
    sg_from_baume,
    sg_from_points,
    sg_read_at,
)
from core.units import ML, celsius, fahrenheit, from_g, from_ml, to_g, to_ml
from core.yeast import mixed_temperature_c, nutrient_dose, yeast_dose


@given(molecular=st.floats(0.1, 2), ph=st.floats(2.8, 4.6))
def test_free_and_molecular_sulphite_go_round(molecular, ph):
    assert molecular_so2(free_so2_for(molecular, ph), ph) == pytest.approx(molecular)


@given(
    ph=st.floats(2.8, 4.6),
    so_far=st.floats(0, 200),
    free=st.floats(0, 50),
    volume=st.floats(100, 25_000),
)
def test_sulphite_never_passes_the_total(ph, so_far, free, volume):
    dose = sulphite(volume, ph, total_so_far_mg_per_l=so_far, free_so_far_mg_per_l=free)
    assert dose.per_l_mg >= 0
    assert dose.per_l_mg + so_far <= max(150, so_far) + 1e-9
    assert dose.mass_g == pytest.approx(dose.per_l_mg * volume / 1e6 / 0.576)
    assert bool(dose.why) == dose.capped


def test_sorbate_is_capped_and_its_spoons_spread():
    usual, heavy = sorbate(4500), sorbate(4500, 400)
    assert not usual.capped
    assert heavy.capped
    assert heavy.mass_g == usual.mass_g
    fewest, most = sorbate_teaspoons(usual.mass_g)
    assert fewest < most
    # The trap: half a teaspoon a US gallon passes the ceiling already.
    assert sorbate_teaspoons(sorbate(3785.41).mass_g)[0] < 0.5


@given(volumes=st.floats(1.8, 5), warmest=st.floats(0, 35), litres=st.floats(0.3, 25))
def test_priming_brings_what_is_missing(volumes, warmest, litres):
    dose = priming(1000 * litres, volumes, warmest)
    assert residual_volumes(warmest) + volumes_from_sugar(dose.g_per_l) == pytest.approx(volumes)
    assert dose.adds_abv == pytest.approx(strength_from_priming(dose.g_per_l))


@given(cool=st.floats(0, 49), more=st.floats(0.1, 1))
def test_warmer_holds_less_and_presses_more(cool, more):
    assert solubility_volumes_per_atm(cool + more) < solubility_volumes_per_atm(cool)
    assert gauge_pressure_in_water_bar(3, cool + more) > gauge_pressure_in_water_bar(3, cool)


def test_priming_with_juice_and_with_brewing_sugar():
    assert priming_juice_ml(30, 120) == pytest.approx(250)
    assert priming(4500, 2.5, 20, "glucose_monohydrate").mass_g > priming(4500, 2.5, 20).mass_g
    assert strength_from_priming(10, "glucose_monohydrate") < strength_from_priming(10)


@pytest.mark.parametrize(
    ("hardship", "per_l"),
    [
        ({}, 0.35),
        ({"restart": True}, 1),
        ({"preservative": True}, 1),
        ({"ph": 2.9}, 1),
        ({"ph": 3.5}, 0.35),
    ],
)
def test_more_yeast_where_the_must_fights_back(hardship, per_l):
    dose = yeast_dose(4500, 200, **hardship)
    assert dose.mass_g == pytest.approx(per_l * 4.5)
    assert dose.water_ml == pytest.approx(10 * dose.mass_g)
    assert dose.sachets == pytest.approx(dose.mass_g / 5)


def test_a_sweet_must_fights_back_too():
    assert yeast_dose(4500, 300).hard


def test_nutrient_in_three_portions_and_none_where_there_is_enough():
    dose = nutrient_dose(5000, 200, 60)
    assert dose.missing_mg_per_l == pytest.approx(120)
    assert dose.portion_g * 3 == pytest.approx(dose.mass_g)
    assert nutrient_dose(5000, 200, 60, "organic").mass_g == pytest.approx(dose.mass_g * 212 / 40)
    assert nutrient_dose(5000, 200, 300).mass_g == 0


@given(
    parts=st.lists(
        st.tuples(st.floats(1, 5000), st.floats(0, 100), st.floats(0, 65)), min_size=1, max_size=5
    )
)
def test_a_mixture_is_no_warmer_than_its_warmest_part(parts):
    mixed = mixed_temperature_c(parts)
    assert min(p[1] for p in parts) - 1e-6 <= mixed <= max(p[1] for p in parts) + 1e-6


@given(amount=st.floats(0.001, 1e5), unit=st.sampled_from(sorted(ML)))
def test_measures_go_round(amount, unit):
    assert from_ml(to_ml(amount, unit), unit) == pytest.approx(amount)
    assert from_g(to_g(amount, "oz"), "oz") == pytest.approx(amount)
    assert celsius(fahrenheit(amount)) == pytest.approx(amount)


@pytest.mark.parametrize("word", ["gallon", "pint", "quart", "cup", "teaspoon", "Fluid  Ounce"])
def test_a_gallon_is_never_taken_without_asking_which(word):
    with pytest.raises(JobError, match=r"Which .*? us .*imperial|Which .*us .*metric"):
        to_ml(1, word)


@given(sg=st.floats(0.98, 1.45))
def test_scales_go_round(sg):
    assert sg_from_baume(baume_from_sg(sg)) == pytest.approx(sg)
    assert sg_from_points(points_from_sg(sg)) == pytest.approx(sg)


def test_a_stem_marked_for_15_degrees_reads_a_point_low_at_20():
    assert sg_read_at(1.050, 20, 15) - sg_read_at(1.050, 20, 20) == pytest.approx(0.00095, abs=5e-5)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: sulphite(4500, 5.0),
        lambda: sulphite(4500, 3.5, "lime"),
        lambda: sulphite(0, 3.5),
        lambda: so2_from_tablets(-1, 4500),
        lambda: so2_from_tablets(1, 4500, "lime"),
        lambda: sorbate(4500, -1),
        lambda: active_preservative(100, 3.5, "acetic"),
        lambda: priming(4500, 6, 20),
        lambda: priming(4500, 0.5, 20),
        lambda: priming(4500, 2.5, 20, "honey"),
        lambda: priming(0, 2.5, 20),
        lambda: priming_juice_ml(10, 0),
        lambda: residual_volumes(60),
        lambda: volumes_from_sugar(-1),
        lambda: gauge_pressure_in_water_bar(-1, 20),
        lambda: yeast_dose(0, 200),
        lambda: yeast_dose(4500, -1),
        lambda: nutrient_dose(4500, 200, 0, "marmalade"),
        lambda: nutrient_dose(4500, 200, 0, demand="huge"),
        lambda: mixed_temperature_c([]),
        lambda: to_ml(1, "jar"),
        lambda: to_g(1, "stone"),
        lambda: sg_from_baume(150),
        lambda: baume_from_sg(0),
        lambda: sg_by_refractometer(80),
        lambda: sg_read_at(1.05, 90),
    ],
)
def test_doses_that_cannot_be(wrong):
    with pytest.raises(JobError) as raised:
        wrong()
    assert raised.value.text.endswith(".")
