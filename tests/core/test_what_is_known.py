"""What an amount, a drink and an acid are known to, and what follows from not knowing."""

from dataclasses import replace

import pytest

from core.cost.costing import Pack
from core.errors import JobError
from core.files.recipe_file import read_recipe
from core.measure.amounts import WAYS, amount_sd, whole_packs
from core.must.acidity import BICARBONATES
from core.must.mixing import Pour, make_must
from core.must.must_ph import estimated_ph, ph_with_bicarbonate
from core.must.sharpness import sharpness
from core.pack.declared import read_label
from core.plan.caution import Edit
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.planned_dose import PlannedDose

PEAR = Pour("Pear", "juice", 3000.0, None, "pear", label=read_label("10.8", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=400.0)
WATER = Pour("Water", "water", 1000.0)
SODA = Pour("Soda", "juice", 2000.0, label=read_label("12.3", 100, "ml"), juice_percent=0)


def codes(*pours, ph=None, doses=(), **more):
    recipe = Recipe(tuple(PricedPour(p) for p in pours), vessel_ml=10_000, tolerance_abv=14.0, ph=ph, doses=tuple(doses), **more)  # fmt: skip
    return {c.code: c for c in evaluate(recipe).warnings}


# ---- amounts


def test_how_well_each_way_knows_an_amount():
    # Nine in ten within: common practice, no published source.
    assert WAYS == {
        "mark": 0.02,
        "carton": 0.015,
        "scale": 0.01,
        "measuring_jug": 0.04,
        "spoons": 0.10,
        "about": 0.125,
    }
    assert 1.6449 * amount_sd(500, True) == pytest.approx(0.01)
    # A kitchen scale shows whole grams.
    assert 1.6449 * amount_sd(20, True) == pytest.approx(0.05)
    assert 1.6449 * amount_sd(500, False) == pytest.approx(0.04)
    assert amount_sd(0, True) == 0
    with pytest.raises(JobError, match="one of mark"):
        amount_sd(1, True, "guess")


def test_a_wash_has_an_interval_of_its_amounts():
    wash = make_must([SUGAR, replace(WATER, volume_ml=3000.0)])
    # 400 ± 4 g in 3000 ± 120 ml: ± 4.1 % of some 44 points.
    assert wash.sg.high - wash.sg.value == pytest.approx(0.041 * 0.0437, rel=0.15)
    surer = make_must([SUGAR, replace(WATER, volume_ml=3000.0, amount_by="mark")])
    assert surer.sg.high - surer.sg.low < 0.6 * (wash.sg.high - wash.sg.low)


def test_whole_cartons_are_known_to_a_carton():
    pack = Pack(1, 1000)
    measured, cartons = (
        evaluate(Recipe((PricedPour(replace(PEAR, volume_ml=ml), pack), PricedPour(SUGAR))))
        for ml in (2990.0, 3000.0)
    )

    def width(result):
        return result.must.sg.high - result.must.sg.low

    assert width(cartons) < width(measured)
    assert whole_packs(3000, 1000)
    assert not whole_packs(2990, 1000)
    assert not whole_packs(0, 1000)


# ---- drinks that are only part juice


def test_a_soda_reads_as_its_sugar_and_nothing_more():
    """12.3 g in 100 ml reads 1.047. Source: NBS Circular 440 at 11.7 °Bx."""
    assert make_must([SODA]).sg.value == pytest.approx(1.047, abs=0.0005)
    whole = make_must([replace(SODA, juice_percent=None)])
    assert whole.sg.value > 1.054


def test_a_drinks_share_scales_its_extract_and_its_acid():
    cranberry = Pour("C", "juice", 1000.0, None, "cranberry", label=read_label("11", 100, "ml"))
    quarter = replace(cranberry, juice_percent=25)
    whole = sharpness([cranberry], 1000).g_per_l
    part = sharpness([quarter], 1000).g_per_l
    # A quarter of its acid, and of added acid 1 to 8 g/L in the rest (practice).
    of_fruit = 0.25 * whole.value
    assert of_fruit + 0.75 * 1 < part.value < of_fruit + 0.75 * 9
    extract = [p.composition().extract for p in (cranberry, quarter)]
    assert extract[1] == pytest.approx(0.25 * extract[0], rel=0.06)
    # What is only sold as nectar has its row for the nectar.
    nectar = Pour("N", "juice", 1000.0, None, "apricot", label=read_label("12", 100, "ml"))
    assert replace(nectar, juice_percent=45).composition().extract == pytest.approx(
        nectar.composition().extract
    )


def test_the_share_and_the_way_are_read_from_a_file():
    pour = {"name": "Soda", "kind": "juice", "volume_ml": 330, "label": {"sugars_g": "12.3", "per_ml": 100}}  # fmt: skip
    head = {"format": "amber-jug-recipe", "version": 1}
    read = read_recipe({**head, "pours": [{**pour, "juice_percent": 10, "amount_by": "about"}]})
    assert (read.pours[0].pour.juice_percent, read.pours[0].pour.amount_by) == (10, "about")
    for wrong, at in (({"juice_percent": 101}, "juice_percent"), ({"amount_by": "eye"}, "amount_by")):  # fmt: skip
        with pytest.raises(JobError) as refused:
            read_recipe({**head, "pours": [{**pour, **wrong}]})
        assert refused.value.at == f"pours[0].{at}"


# ---- pH


def test_bicarbonate_planned_counts_before_anybody_measures():
    heap = PlannedDose("bicarbonate", 60.0, "before_yeast")
    caution = codes(PEAR, SUGAR, WATER, doses=[heap])["unsafe_ph"]
    assert caution.remedies[0].edits == (Edit("dose", key="bicarbonate"),)
    assert "unsafe_ph" in codes(PEAR, SUGAR, WATER, ph=3.4, doses=[heap])


def test_a_measured_ph_moves_with_the_bicarbonate():
    """Against the charge balance by hand: malic acid at pH 3.4 with 8 mmol/L more potassium
    gives up that much more. phreeqc's own check stands in tests/oracles."""
    after = ph_with_bicarbonate(3.4, 5.0, 0.8)
    assert 0.8 / BICARBONATES["potassium"] == pytest.approx(0.008, abs=1e-4)
    assert 3.5 < after < 4.0
    assert ph_with_bicarbonate(3.4, 5.0, 0.0) == 3.4
    assert ph_with_bicarbonate(3.4, 5.0, 15.0) > 8


@pytest.mark.parametrize("fruit", ["carrot", "coconut", "melon", "papaya", "beetroot"])
def test_what_is_low_in_acid_by_nature_is_told(fruit):
    """Above pH 4.6: FDA tables (memory); coconut water is not in them."""
    juice = Pour("Odd", "juice", 3000.0, None, fruit, label=read_label("6", 100, "ml"))
    assert "unsafe_ph" in codes(juice, SUGAR)
    assert "unsafe_ph" not in codes(juice, SUGAR, ph=4.0)
    sour = Pour("Citric acid", "acid", mass_g=18.0, acid="citric")
    assert "unsafe_ph" not in codes(juice, SUGAR, sour)


def test_a_juice_of_no_known_fruit_is_asked_about():
    nameless = Pour("Garden juice", "juice", 3000.0, label=read_label("9", 100, "ml"))
    caution = codes(nameless, SUGAR)["little_acid"]
    assert "Garden juice" in caution.text
    assert "Measure the pH" in caution.text
    assert not {"little_acid", "unsafe_ph"} & set(codes(nameless, SUGAR, ph=3.5))


def test_the_flattest_and_the_sourest_of_its_kind_bound_the_estimate():
    ph = estimated_ph([PEAR], 3000, 0)
    # FDA: pears 3.5 to 4.6 (memory).
    assert ph.low == pytest.approx(3.5, abs=0.1)
    assert ph.high == pytest.approx(4.6, abs=0.1)
    assert estimated_ph([SUGAR, WATER], 1000, 0) is None
    assert estimated_ph([SUGAR, WATER], 1000, 5).value > 8


# ---- doses, plants, gas


def test_dap_stays_at_a_gram_a_litre():
    # Source: Regulation (EU) 2019/934, 1 g/L; 27 CFR 24.246, 0.96 g/L (memory).
    def dap(grams):
        return PlannedDose("nutrient", grams, "after_24_h")

    heavy = [SUGAR, replace(WATER, volume_ml=3500.0), replace(SUGAR, name="More", mass_g=500.0)]
    litres = make_must(heavy).mix.volume_ml / 1000
    assert "1 g a litre" in codes(*heavy, doses=[dap(1.05 * litres)])["double_dose"].text
    assert "double_dose" not in codes(*heavy, doses=[dap(0.95 * litres)])
    asked = codes(*heavy)["nitrogen"].remedies[0].edits[0].doses
    assert 0.9 * litres <= sum(dose.mass_g for dose in asked) <= litres + 0.06


def test_organic_nutrient_is_counted_by_its_nitrogen():
    organic = PlannedDose("nutrient_organic", 9.0, "after_24_h")
    assert "double_dose" not in codes(PEAR, SUGAR, WATER, ph=3.6, doses=[organic])
    read = read_recipe(
        {
            "format": "amber-jug-recipe",
            "version": 1,
            "pours": [{"name": "W", "kind": "water", "volume_ml": 100}],
            "doses": [{"kind": "nutrient_dap", "mass_g": 1, "when": "after_24_h"}],
        }
    )
    assert read.doses[0].kind == "nutrient"


def test_sulphite_when_clear_is_not_in_the_yeasts_way():
    late = PlannedDose("sulphite", 2.0, "when_clear")
    assert "sulphite_stops_yeast" not in codes(PEAR, SUGAR, WATER, ph=3.6, doses=[late])


@pytest.mark.parametrize(
    ("fruit", "word"),
    [("elderberry", "Cook"), ("plum", "stones"), ("quince", "pips"), ("rhubarb", "Stalks")],
)
def test_parts_of_plants_that_are_not_eaten(fruit, word):
    # Common caution; no source.
    whole = Pour("Fruit", "fruit", mass_g=500.0, fruit=fruit)
    assert word in codes(PEAR, whole, ph=3.6)["plant_poison"].text
    assert "plant_poison" not in codes(replace(PEAR, fruit=fruit), ph=3.6)


def test_more_bicarbonate_than_acid_is_the_ph_of_bicarbonate_itself():
    # A solution of bicarbonate alone stands at 8.3. Source: (6.35 + 10.33) / 2, the middle of
    # carbonic acid's pKs.
    assert ph_with_bicarbonate(3.5, 5.0, 60) == pytest.approx((6.352 + 10.329) / 2, abs=0.1)


def test_carrot_takes_some_three_grams_of_citric_acid_to_be_safe():
    # Memory: about 3 g/L of citric acid take carrot juice to pH 4.2.
    carrot = Pour("Carrot", "juice", volume_ml=1000, fruit="carrot")
    sour = Pour("Acid", "acid", mass_g=3.0, acid="citric")
    assert estimated_ph([carrot, sour], 1000, 0.0).high == pytest.approx(4.2, abs=0.1)
