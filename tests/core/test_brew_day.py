"""Brew day from a plan: what, in which order, and what it costs to do it out of order."""

from datetime import datetime, timedelta

import pytest

from core import tables
from core.errors import JobError
from core.plan.brew_day import brew_day, out_of_order
from core.plan.brew_steps import _of_a_sachet
from core.plan.evaluation import evaluate
from core.plan.schools import check_choice
from tests.core.test_said_plainly import PEAR, SUGAR, WATER, plan

NOON = datetime(2026, 11, 27, 12)


def steps(**more):
    aim = {"abv": 11, "fill_ml": 4600, "solve": ["White sugar", "Water"]}
    choices = more.pop("choices", {})
    recipe = plan({**PEAR, "volume_ml": 3000}, SUGAR, WATER, **{"aim": aim, **more})
    return brew_day(recipe, evaluate(recipe), choices=choices)


def test_the_day_runs_from_clean_hands_to_the_airlock():
    keys = [step.key for step in steps()]
    assert keys == [
        "sanitise", "ready", "pour Pear juice", "pour White sugar", "pour Water", "air", "read", "yeast", "airlock",
    ]  # fmt: skip
    sugar = next(step for step in steps() if step.key == "pour White sugar")
    assert sugar.title.startswith("Shake in ")
    assert "white sugar" in sugar.title
    assert sugar.minutes == 2


def test_sulphite_waits_a_day_before_the_yeast_and_enzyme_keeps_cool():
    doses = [
        {"kind": "sulphite", "mass_g": 0.4, "when": "day_before"},
        {"kind": "enzyme", "mass_g": 0.5, "when": "before_yeast"},
    ]
    found = {step.key: step for step in steps(doses=doses, hold_back_ml=300)}
    assert found["sulphite_before"].minutes == 24 * 60
    assert "sulphite_before" in found["yeast"].after
    assert "45 °C" in found["enzyme_in"].text
    assert "300 ml" in found["hold_back"].title
    order = list(found)
    assert order.index("pour Water") < order.index("sulphite_before") < order.index("yeast")


# Common practice: 0.2 to 0.5 g/L, half a 5 g sachet for 4 to 5 L.
def test_yeast_is_weighed_and_told_as_part_of_a_sachet():
    yeast = next(step for step in steps() if step.key == "yeast")
    grams = float(yeast.title.split()[2])
    assert 0.2 * 4.6 <= grams <= 0.5 * 4.6
    assert "5 g sachet" in yeast.text


def test_yeast_before_the_reading_costs_its_beginning():
    found = steps()
    done = {step.key: NOON + timedelta(minutes=i) for i, step in enumerate(found)}
    assert out_of_order(found, done) == frozenset()
    done["yeast"] = NOON
    assert out_of_order(found, done) == {"yeast"}
    del done["read"]
    assert "yeast" in out_of_order(found, done)


@pytest.mark.parametrize("key", ["sorbate", "sweet", "gas_out", "sanitiser"])
def test_what_hurts_is_told_and_cannot_be_chosen(key):
    dangerous = [option for option in tables.SCHOOLS[key].options if not option.offered]
    assert dangerous
    for option in dangerous:
        assert option.follows.endswith(".")
        with pytest.raises(JobError, match="not offered"):
            check_choice(key, option.key)


def test_every_question_has_a_usual_way_with_its_reason_and_another_side():
    assert len(tables.SCHOOLS) >= 36
    for school in tables.SCHOOLS.values():
        assert school.usual.why.endswith(".")
        assert len({option.key for option in school.options}) == len(school.options) >= 2
        for option in school.options:
            assert option.why or option.follows


# Every way that is offered gives a day that can be done, each step once, none waiting for itself.
@pytest.mark.parametrize(
    ("school", "option"),
    [(key, each.key) for key, school in tables.SCHOOLS.items() for each in school.options],
)
def test_any_way_gives_a_day_in_order(school, option):
    doses = [
        {"kind": "enzyme", "mass_g": 0.5, "when": "before_yeast"},
        {"kind": "nutrient", "mass_g": 1.2, "when": "after_24_h"},
    ]
    if not tables.SCHOOLS[school].options[0].offered:
        raise AssertionError("the usual way is always offered")
    if not next(o for o in tables.SCHOOLS[school].options if o.key == option).offered:
        return
    found = steps(doses=doses, hold_back_ml=300, choices={school: option})
    keys = [step.key for step in found]
    assert len(set(keys)) == len(keys)
    for place, step in enumerate(found):
        assert not set(step.after) & set(keys[place:])
        assert school not in step.schools or step.title


def chosen_day(**choices):
    return {step.key: step for step in steps(choices=choices)}


def test_sulphite_chosen_is_weighed_and_waited_for():
    found = chosen_day(guard="sulphite", sulphite_wait="48")
    # 50 mg/L of SO2 in 4.6 L; potassium metabisulphite is 57.6 % of it by molar mass.
    assert f"{50 * 4.6 / 1000 / 0.576:.2f} g"[:3] in found["sulphite_before"].title
    assert found["sulphite_before"].minutes == 48 * 60
    # The yeast waits for it, as for one that was planned.
    assert "sulphite_before" in found["yeast"].after


def test_heat_comes_before_yeast_and_has_to_cool():
    found = chosen_day(guard="heat")
    assert "heat" in found["yeast"].after
    assert "30 °C" in found["heat"].text


def test_yeast_is_woken_in_ten_times_its_water():
    found = chosen_day(yeast_in="rehydrate", yeast_much="sachet")
    # 5 g of yeast: 50 ml at 35 to 40 °C, 15 to 20 minutes (common practice).
    assert "50 ml" in found["wake"].text
    assert found["wake"].minutes == 15
    assert "wake" in found["yeast"].after


# A syrup of 600 g sugar in 600 g water at 85 °C (50 Brix: 2.94 kJ/kg K) in the rest of 4.6 L at
# 20 °C: conservation of heat puts the must near 34 °C.
def test_a_hot_syrup_says_how_warm_the_must_gets():
    text = chosen_day(sugar_in="syrup")["pour White sugar"].text
    warm = float(text.split("makes the must ")[1].split(" ")[0])
    assert 26 <= warm <= 36
    assert "glass may crack" in text


def test_tea_is_steeped_by_its_bags_and_tasted_half_way():
    tea = {"name": "Black tea", "kind": "tannin", "tannin": "tea", "mass_g": 6}
    recipe = plan({**PEAR, "volume_ml": 4000}, tea)
    found = {step.key: step for step in brew_day(recipe, evaluate(recipe))}["pour Black tea"]
    assert found.title.startswith("Steep ")
    assert found.minutes == 10
    # 6 g are three 2 g bags.
    assert "3 bags" in found.text
    assert "after five minutes" in found.text


def test_all_at_once_feeds_with_the_yeast_and_none_not_at_all():
    doses = [
        {"kind": "nutrient", "mass_g": 0.6, "when": when} for when in ("after_24_h", "after_48_h")
    ]
    once = {step.key: step for step in steps(doses=doses, choices={"nutrient": "once"})}
    assert once["nutrient_with"].title.startswith("1.2 g")
    none = {step.key for step in steps(doses=doses, choices={"nutrient": "none"})}
    assert "nutrient_with" not in none
    in_parts = {step.key: step for step in steps(doses=doses)}
    assert "0.6 g nutrient (diammonium phosphate) 48 hours after" in in_parts["fed_later"].text
    assert "fed_later" not in {*none, *once, *(step.key for step in steps())}


def test_a_juice_that_fights_back_gets_a_crowd_of_yeast_and_what_that_risks():
    """1 g a litre for a starter, 50 g of thick lees. Practice: no published source."""
    starter = chosen_day(yeast_in="starter", yeast_much="hard")["starter"]
    assert "about 1.0 g of yeast a litre" in starter.text
    lees = chosen_day(yeast_in="lees")["yeast"]
    assert "About 230 g of them (50 g a litre)" in lees.text
    assert all("What it risks" in step.text for step in (starter, lees))


@pytest.mark.parametrize(
    ("grams", "said"),
    [(0.5, "a pinch from a 5 g sachet"), (0.7, "a quarter of a 5 g sachet"),
     (1.25, "a quarter of a 5 g sachet"), (1.6, "a third of a 5 g sachet"),
     (2.5, "half a 5 g sachet"), (3.4, "two thirds of a 5 g sachet"),
     (3.75, "three quarters of a 5 g sachet")],
)  # fmt: skip
def test_a_third_of_a_sachet_is_no_quarter(grams, said):
    assert _of_a_sachet(grams) == said
