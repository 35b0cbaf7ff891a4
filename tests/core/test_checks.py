"""What a plan is warned of, in which order, and that each way out is one."""

from dataclasses import replace
from decimal import Decimal

import pytest

from core.aim.solve import Aim
from core.cost.costing import Pack
from core.errors import JobError
from core.files.recipe_file import read_recipe
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.plan.caution import HARMS, Edit, Known
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.planned_dose import PlannedDose

PEAR = Pour("Pear", "juice", 3000.0, None, "pear", label=read_label("10.8", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=400.0)
WATER = Pour("Water", "water", 1000.0)
FED = (
    PlannedDose("nutrient", 1.0, "after_24_h"),
    PlannedDose("nutrient", 1.0, "after_48_h"),
    PlannedDose("nutrient", 1.0, "after_72_h"),
)
PLAIN = Recipe(
    (PricedPour(PEAR), PricedPour(SUGAR), PricedPour(WATER)),
    vessel_ml=5000,
    tolerance_abv=14.0,
    doses=FED,
    ph=3.6,
)


def found(recipe, code):
    return [c for c in evaluate(recipe).warnings if c.code == code]


def codes(recipe):
    return [c.code for c in evaluate(recipe).warnings]


def with_pour(pour, known=None):
    item = PricedPour(pour, None, known) if known else PricedPour(pour)
    return replace(PLAIN, pours=(*PLAIN.pours, item))


def test_a_sound_plan_has_nothing_to_mind():
    assert codes(PLAIN) == []


def test_a_preservative_is_told_with_both_ways_out():
    known = Known("Water, sugar, peach juice 10 %, sodium benzoate")
    squash = Pour("Squash", "syrup", 100.0, None, None, label=read_label("22", 100, "ml"))
    (caution,) = found(with_pour(squash, known), "preservative")
    assert caution.bad
    assert "Squash" in caution.text
    assert "benzoate" in caution.text.lower()
    assert [remedy.edits for remedy in caution.remedies] == [
        (Edit("remove", "Squash"),),
        (Edit("late", "Squash"),),
    ]
    # What is not poured hurts nobody.
    assert not found(with_pour(replace(squash, volume_ml=0.0), known), "preservative")


def test_the_most_harmful_comes_first():
    known = Known("Pear juice, potassium sorbate")
    too_much = replace(WATER, volume_ml=2500.0)
    recipe = Recipe(
        (PricedPour(PEAR, None, known), PricedPour(replace(SUGAR, mass_g=1800.0)),
         PricedPour(too_much)),
        vessel_ml=5000, tolerance_abv=10.0,
    )  # fmt: skip
    order = codes(recipe)
    assert order == sorted(order, key=HARMS.index)
    assert order[:2] == ["preservative", "overflow"]
    assert "yeast_stops_short" in order
    assert "nitrogen" in order


def test_an_overflow_is_put_right_by_pouring_less_water():
    recipe = with_pour(replace(WATER, name="More water", volume_ml=900.0))
    (caution,) = found(recipe, "overflow")
    (edit,) = caution.remedies[0].edits
    assert edit.what == "amount"
    assert edit.name == "Water"
    mended = replace(
        recipe,
        pours=tuple(
            replace(item, pour=item.pour.with_amount(edit.value))
            if item.pour.name == edit.name
            else item
            for item in recipe.pours
        ),
    )
    assert not {"overflow", "foam_room"} & set(codes(mended))
    assert caution.remedies[1].edits[0].key == "bucket_10"


def test_holding_back_makes_room_for_foam():
    recipe = with_pour(replace(WATER, name="More water", volume_ml=550.0))
    (caution,) = found(recipe, "foam_room")
    (edit,) = caution.remedies[0].edits
    assert not found(replace(recipe, hold_back_ml=edit.value), "foam_room")


def test_a_fill_aimed_too_high_is_aimed_lower():
    aim = Aim(("Sugar", "Water"), 10.0, fill_ml=5400)
    (caution,) = found(replace(PLAIN, aim=aim), "overflow")
    assert caution.remedies[0].edits[0] == Edit("aim_fill", value=4600.0)


def test_a_yeast_that_gives_up_is_changed_for_one_that_does_not():
    strong = replace(
        PLAIN, pours=(*PLAIN.pours, PricedPour(replace(SUGAR, name="More", mass_g=400.0)))
    )
    (caution,) = found(replace(strong, tolerance_abv=10.0), "yeast_stops_short")
    # About 15 %: more than a general wine yeast is sure of.
    assert caution.remedies[0].edits == (Edit("yeast", key="champagne"),)
    assert not found(replace(strong, tolerance_abv=17.0), "yeast_stops_short")


@pytest.mark.parametrize(
    ("ph", "code"), [(4.7, "unsafe_ph"), (4.61, "unsafe_ph"), (4.3, "little_acid"), (4.1, None)]
)
def test_ph_is_warned_of_from_4_2_and_unsafe_past_4_6(ph, code):
    # Source: 21 CFR 114 for 4.6; 4.2 is common practice.
    order = codes(replace(PLAIN, ph=ph))
    assert order == ([code] if code else [])


def test_little_acid_is_told_before_anybody_measures():
    thin = replace(
        PLAIN, pours=(*PLAIN.pours[:2], PricedPour(replace(WATER, volume_ml=1600.0))), ph=None
    )
    (caution,) = found(thin, "little_acid")
    (edit,) = caution.remedies[0].edits
    assert edit.what == "acid"
    acid = Pour("Citric acid", "acid", mass_g=edit.value, acid=edit.key)
    assert not found(replace(thin, pours=(*thin.pours, PricedPour(acid))), "little_acid")


def test_nitrogen_is_missed_and_the_dose_that_puts_it_right():
    (caution,) = found(replace(PLAIN, doses=()), "nitrogen")
    (edit,) = caution.remedies[0].edits
    fed = edit.doses
    assert [dose.when for dose in fed] == ["after_24_h", "after_48_h", "after_72_h"]
    assert len({dose.mass_g for dose in fed}) == 1
    assert not found(replace(PLAIN, doses=fed), "nitrogen")
    assert found(replace(PLAIN, doses=(*fed, *fed)), "double_dose")


@pytest.mark.parametrize(
    ("doses", "code"),
    [
        ((PlannedDose("enzyme", 12.0, "before_yeast"),), "double_dose"),
        ((PlannedDose("sulphite", 2.0, "day_before"),), "sulphite_stops_yeast"),
        ((PlannedDose("sulphite", 0.44, "with_yeast"),), "sulphite_stops_yeast"),
        ((PlannedDose("sulphite", 0.44, "day_before"),), None),
    ],
)
def test_doses_that_harm(doses, code):
    assert codes(replace(PLAIN, doses=(*FED, *doses))) == ([code] if code else [])


def test_pulp_keeps_must_back():
    fruit = Pour("Frozen plums", "fruit", mass_g=2500.0, fruit="plum")
    recipe = replace(PLAIN, pours=(*PLAIN.pours, PricedPour(fruit)), vessel_ml=10000)
    (caution,) = found(recipe, "losses")
    result = evaluate(recipe)
    assert f"{result.finish.volume_ml - result.reaching_ml.value:.0f} ml" in caution.text


@pytest.mark.parametrize(
    ("name", "told"),
    [("One gallon jar", True), ("Jar, 1 gal", True), ("US gallon jug", False), ("Demijohn", False),
     ("Imperial gallon", False)],
)  # fmt: skip
def test_a_gallon_says_which(name, told):
    cautions = found(replace(PLAIN, vessel_name=name), "gallon_not_named")
    assert bool(cautions) == told
    if told:
        assert [r.edits[0].key for r in cautions[0].remedies] == ["jug_us_gallon", "demijohn_4550"]


def test_a_label_older_than_the_newest_price_is_looked_at_again():
    old = Known(None, "2026-03-01", "2026-10-02")
    assert found(with_pour(replace(PEAR, name="Pear 2", volume_ml=10.0), old), "old_label")
    new = Known(None, "2026-10-02", "2026-10-02")
    assert not found(with_pour(replace(PEAR, name="Pear 2", volume_ml=10.0), new), "old_label")


def test_a_ceiling_for_the_bottle():
    dear = replace(
        PLAIN,
        pours=(PricedPour(PEAR, Pack(Decimal("2.00"), 1000)), *PLAIN.pours[1:]),
        most_per_bottle=Decimal("0.90"),
    )
    each = evaluate(dear).bottles.each
    assert each == Decimal("1.20")
    assert found(dear, "over_price")
    assert not found(replace(dear, most_per_bottle=Decimal("1.20")), "over_price")


def mended(recipe, edit):
    """The recipe with one edit of a pour made."""
    return replace(
        recipe,
        pours=tuple(
            replace(item, pour=item.pour.with_amount(edit.value))
            if item.pour.name == edit.name
            else item
            for item in recipe.pours
        ),
    )


def test_too_much_sugar_is_brought_back_to_what_yeast_works_through():
    heavy = Recipe(
        (PricedPour(PEAR), PricedPour(replace(SUGAR, mass_g=1500.0))), vessel_ml=10000, doses=FED
    )
    (caution,) = found(heavy, "heavy_must")
    (edit,) = caution.remedies[0].edits
    light = mended(heavy, edit)
    assert evaluate(light).must.mix.sg == pytest.approx(1.1, abs=1e-6)
    assert not found(light, "heavy_must")


def test_water_alone_is_offered_sugar():
    (caution,) = found(Recipe((PricedPour(replace(WATER, volume_ml=4000.0)),)), "no_sugar")
    (edit,) = caution.remedies[0].edits
    sugar = Pour("White sugar", "sugar", mass_g=edit.value)
    sweet = Recipe((PricedPour(replace(WATER, volume_ml=4000.0)), PricedPour(sugar)))
    assert evaluate(sweet).finish.abv.value == pytest.approx(8, abs=0.02)


def test_too_sharp_is_taken_down_by_bicarbonate():
    lemon = Pour("Lemon", "juice", 950.0, None, "lemon")
    sharp = Recipe(
        (PricedPour(lemon), PricedPour(SUGAR), PricedPour(replace(WATER, volume_ml=2500.0))),
        doses=FED,
    )
    (caution,) = found(sharp, "much_acid")
    (edit,) = caution.remedies[0].edits
    assert [(d.kind, d.when) for d in edit.doses] == [("bicarbonate", "before_yeast")]
    assert not found(replace(sharp, doses=(*FED, *edit.doses)), "much_acid")


def test_far_too_sharp_wants_water():
    lemon = Pour("Lemon", "juice", 3000.0, None, "lemon")
    (caution,) = found(Recipe((PricedPour(lemon), PricedPour(SUGAR))), "much_acid")
    (edit,) = caution.remedies[0].edits
    assert edit.what == "water"
    thinned = Recipe(
        (PricedPour(lemon), PricedPour(SUGAR), PricedPour(replace(WATER, volume_ml=edit.value + 5)))
    )
    assert not found(thinned, "much_acid")


def test_a_reading_off_its_label_can_be_left_aside():
    odd = replace(PEAR, measured_sg=1.075)
    (caution,) = found(with_pour(replace(odd, name="Odd", volume_ml=500.0)), "label_and_reading")
    assert caution.remedies[0].edits == (Edit("label_alone", "Odd"),)


def test_everything_checked_offers_a_way_out():
    """Each code of HARMS is met in this file's plans with at least one remedy."""
    known = Known("Water, juice, sulphites (E224)", "2026-01-01", "2026-02-01")
    pulpy = Pour("Plums", "fruit", mass_g=3000.0, fruit="plum")
    xylitol = Pour("Xylitol", "sugar", mass_g=20.0, sugar="xylitol")
    plans = [
        replace(
            with_pour(replace(PEAR, name="Old", volume_ml=300.0), known), vessel_name="A gallon"
        ),
        replace(
            PLAIN, pours=(*PLAIN.pours, PricedPour(pulpy), PricedPour(xylitol)), vessel_ml=20000
        ),
    ]
    seen = {c.code: c.remedies for plan in plans for c in evaluate(plan).warnings}
    assert set(seen) >= {
        "gallon_not_named",
        "hard_on_yeast",
        "old_label",
        "losses",
        "not_fermentable",
    }
    assert all(seen.values())


def test_a_preservative_boiled_down_is_said_to_be_stronger():
    """Half boiled away, twice as strong: conservation of mass."""
    squash = {
        "name": "Drink", "kind": "juice", "volume_ml": 4000, "label": {"sugars_g": "10", "per_ml": 100},
        "ingredients": "Ingredients: pear juice, potassium sorbate.",
    }  # fmt: skip
    boiled = {"name": "Boiled off", "kind": "boiled_off", "volume_ml": 2000}
    recipe = {"format": "amber-jug-recipe", "version": 1, "pours": [squash]}
    plain = next(w for w in evaluate(read_recipe(recipe)).warnings if w.code == "preservative")
    assert "Boiled down" not in plain.text
    recipe["pours"].append(boiled)
    down = next(w for w in evaluate(read_recipe(recipe)).warnings if w.code == "preservative")
    assert "2.0 times as strong" in down.text
    assert "do not boil away" in down.text


@pytest.mark.parametrize("ph", [1.0, 7.5])
def test_a_ph_no_drink_has_is_refused(ph):
    recipe = {"format": "amber-jug-recipe", "version": 1, "ph": ph, "pours": [{"name": "W", "kind": "water", "volume_ml": 100}]}  # fmt: skip
    with pytest.raises(JobError, match="none of a drink"):
        read_recipe(recipe)


def test_a_millilitre_over_the_brim_is_not_wrong_and_half_a_cup_is():
    """Nobody reads a brim to half a percent: common practice, no source."""
    water = PricedPour(replace(WATER, volume_ml=5001.0 - 3000.0 - 250.0))
    pours = (PricedPour(PEAR), PricedPour(SUGAR), water)
    volume = evaluate(replace(PLAIN, pours=pours)).must.in_vessel_ml
    for over, wrong in ((1.0, False), (120.0, True)):
        told = evaluate(replace(PLAIN, pours=pours, vessel_ml=volume - over))
        assert ("overflow" in {w.code for w in told.warnings}) is wrong
        assert wrong or "foam_room" in {w.code for w in told.warnings}


def test_what_has_no_pulp_loses_none_to_it():
    soda = Pour("Drink", "juice", 1500.0, None, None, label=read_label("11", 100, "ml"))
    plums = Pour("Plums", "fruit", mass_g=1500.0, fruit="plum")
    texts = []
    for pour in (soda, plums):
        told = evaluate(
            replace(PLAIN, pours=(PricedPour(pour), PricedPour(WATER)), vessel_ml=4000.0)
        )
        texts += [w.text for w in told.warnings if w.code == "losses"]
    assert any("pulp" in text for text in texts[-1:])
    assert all("pulp" not in text for text in texts[:-1])
