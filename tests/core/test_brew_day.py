"""Brew day from a plan: what, in which order, and what it costs to do it out of order."""

from datetime import datetime, timedelta

import pytest

from core import tables
from core.plan.brew_day import brew_day, out_of_order
from core.plan.evaluation import evaluate
from tests.core.test_said_plainly import PEAR, SUGAR, WATER, plan

NOON = datetime(2026, 11, 27, 12)


def steps(**more):
    aim = {"abv": 11, "fill_ml": 4600, "solve": ["White sugar", "Water"]}
    recipe = plan({**PEAR, "volume_ml": 3000}, SUGAR, WATER, **{"aim": aim, **more})
    return brew_day(recipe, evaluate(recipe))


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


# Handbook practice: 0.2 to 0.5 g/L, half a 5 g sachet for 4 to 5 L.
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
def test_what_hurts_is_named_and_not_offered(key):
    assert tables.SCHOOLS[key].never


def test_every_question_has_a_usual_way_with_its_reason():
    assert len(tables.SCHOOLS) >= 36
    for school in tables.SCHOOLS.values():
        assert school.usual
        assert school.why.endswith(".")
        assert bool(school.other) or school.never or school.other_why
