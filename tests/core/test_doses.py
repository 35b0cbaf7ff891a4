import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.bottle.priming import (
    prime_with,
    priming,
    residual_volumes,
    solubility_volumes_per_atm,
    strength_from_priming,
    volumes_at_worst,
)
from core.errors import JobError
from core.ferment.yeast import (
    hardships,
    mixed_temperature_c,
    nutrient_dose,
    rehydration,
    starter,
    yeast_dose,
)
from core.finish.stabilising import (
    free_so2_for,
    molecular_so2,
    says_sulphites,
    so2_from_tablets,
    sorbate,
    sulphite,
)
from core.measure.scales import (
    baume_from_sg,
    sg_from_baume,
    sg_read_at,
)
from core.measure.spoons import from_spoons
from core.must.mixing import Pour, mix_of
from core.pack.declared import read_label


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
    # The trap: half a teaspoon (1.25 to 1.5 g) a US gallon passes the ceiling already.
    assert from_spoons(0.5, "metric teaspoon", "potassium_sorbate")[0] > sorbate(3785.41).mass_g


@given(volumes=st.floats(1.8, 5), warmest=st.floats(0, 35), litres=st.floats(0.3, 25))
def test_priming_brings_what_is_missing(volumes, warmest, litres):
    dose = priming(1000 * litres, volumes, warmest)
    assert residual_volumes(warmest) + dose.g_per_l / 4.0 == pytest.approx(volumes)
    assert dose.adds_abv == pytest.approx(strength_from_priming(dose.g_per_l))


@given(cool=st.floats(0, 49), more=st.floats(0.1, 1))
def test_warmer_holds_less(cool, more):
    assert solubility_volumes_per_atm(cool + more) < solubility_volumes_per_atm(cool)


HONEY = Pour("Honey", "syrup", label=read_label("81", 100, "g"), mass_g=0)
GRAPE = Pour("Grape", "juice", fruit="grape", label=read_label("15.2", 100, "ml"))
SYRUP = Pour("Grape", "concentrate", fruit="grape", label=read_label("80", 100, "ml"))
SUGAR = Pour("Sugar", "sugar")


@given(
    primer=st.sampled_from([HONEY, GRAPE, SYRUP, SUGAR]),
    volumes=st.floats(1.5, 4.5),
    litres=st.floats(0.3, 25),
)
def test_any_primer_brings_the_gas_wanted_to_the_jug_with_itself_in(primer, volumes, litres):
    base_ml = 1000 * litres
    primed = prime_with(base_ml, volumes, 20, primer)
    added = mix_of(primed.primer)
    in_all = mix_of(Pour("Base", "water", base_ml)).plus(added).volume_ml
    assert primed.volume_ml == pytest.approx(in_all, rel=1e-4)
    there = residual_volumes(20) * base_ml / in_all
    gas = there + 1000 * added.ferment / in_all / 4.0
    assert gas == pytest.approx(volumes, rel=1e-3)


def test_sugar_primes_alike_by_weight_and_as_a_pour_but_for_its_own_room():
    by_weight = priming(4500, 2.5, 20).mass_g
    assert prime_with(4500, 2.5, 20, SUGAR).primer.mass_g == pytest.approx(by_weight, rel=0.01)


def test_priming_with_brewing_sugar():
    # By molar mass: 342.30 g of sucrose give four CO2, 198.17 g of monohydrate two.
    ratio = (342.30 / 4) / (198.17 / 2)
    sucrose, brewing = (priming(4500, 2.5, 20, key) for key in ("sucrose", "glucose_monohydrate"))
    assert sucrose.mass_g / brewing.mass_g == pytest.approx(ratio, abs=0.001)
    assert volumes_at_worst(10, "glucose_monohydrate") / volumes_at_worst(10) == pytest.approx(
        ratio, abs=0.001
    )
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


@given(sg=st.floats(0.98, 1.45))
def test_scales_go_round(sg):
    assert sg_from_baume(baume_from_sg(sg)) == pytest.approx(sg)


def test_a_stem_marked_for_15_degrees_reads_a_point_low_at_20():
    assert sg_read_at(1.050, 20, 15) - sg_read_at(1.050, 20, 20) == pytest.approx(0.00095, abs=5e-5)


def test_what_may_stop_the_yeast_early_is_named():
    assert hardships(180, 3.5) == ()
    found = hardships(260, 2.9, preservative=True, nitrogen_mg_per_l=60)
    assert [h.code for h in found] == ["preservative", "ph", "sugar", "nitrogen"]
    # Source: common practice, 0.9 mg per g of sugar.
    assert "lacks 174 mg/L" in found[-1].text


def test_yeast_is_woken_warm_and_let_down_to_a_cool_must():
    # Source: common practice, ten times its mass of water at 35 to 40 °C.
    woken = rehydration(2.5, 18)
    assert woken.water_ml == 25
    assert woken.water_c == (35, 40)
    assert woken.temper_to_c == 28
    assert rehydration(2.5, 30).temper_to_c is None


def test_one_tablet_in_a_demijohn_has_to_be_told():
    assert says_sulphites(so2_from_tablets(1, 4550))
    assert not says_sulphites(8)


def test_a_starter_is_thinned_to_easy_sugar():
    made = starter(5000, 200)
    assert (made.must_ml, made.water_ml) == (125, 125)
    assert made.yeast_g == yeast_dose(5000, 200, restart=True).mass_g
    assert starter(5000, 80).water_ml == 0


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: sulphite(4500, 5.0),
        lambda: sulphite(4500, 3.5, "lime"),
        lambda: sulphite(0, 3.5),
        lambda: so2_from_tablets(-1, 4500),
        lambda: so2_from_tablets(1, 4500, "lime"),
        lambda: sorbate(4500, -1),
        lambda: priming(4500, 6, 20),
        lambda: priming(4500, 0.5, 20),
        lambda: priming(4500, 2.5, 20, "honey"),
        lambda: priming(0, 2.5, 20),
        lambda: prime_with(4500, 2.5, 20, Pour("Water", "water")),
        lambda: residual_volumes(60),
        lambda: volumes_at_worst(-1),
        lambda: starter(0, 200),
        lambda: hardships(-1),
        lambda: rehydration(0, 20),
        lambda: rehydration(2, 50),
        lambda: yeast_dose(0, 200),
        lambda: yeast_dose(4500, -1),
        lambda: nutrient_dose(4500, 200, 0, "marmalade"),
        lambda: nutrient_dose(4500, 200, 0, demand="huge"),
        lambda: mixed_temperature_c([]),
        lambda: sg_from_baume(150),
        lambda: baume_from_sg(0),
        lambda: sg_read_at(1.05, 90),
    ],
)
def test_doses_that_cannot_be(wrong):
    with pytest.raises(JobError) as raised:
        wrong()
    assert raised.value.text.endswith(".")
