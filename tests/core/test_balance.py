"""What is in the must from its pours, the usual band, and what to add."""

from dataclasses import replace
from decimal import Decimal

import pytest

from core.cost.costing import Pack
from core.errors import JobError
from core.must.mixing import Pour, make_must
from core.must.sharpness import sharpness
from core.must.tannin import tannin
from core.pack.declared import read_label
from core.plan.amounts_in_words import in_kitchen_things, measured
from core.plan.balance import balance, usual_enzyme_g
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.planned_dose import PlannedDose, dosed_g

PEAR = Pour("Pear", "juice", 2500.0, None, "pear", label=read_label("10.8", 100, "ml"))
LEMON = Pour("Lemon", "juice", 900.0, None, "lemon")
PLUM = Pour("Plum", "juice", 2500.0, None, "plum", label=read_label("10", 100, "ml"))
ORANGE = Pour("Orange", "juice", 3000.0, None, "orange", label=read_label("9", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=500.0)
WATER = Pour("Water", "water", 1800.0)


def weighed(*pours, doses=()):
    must = make_must(pours)
    volume = must.mix.volume_ml
    rows = balance(
        pours, must, sharpness(pours, volume).g_per_l, tannin(pours, volume).g_per_l, doses
    )
    return {row.key: row for row in rows}


def after(rows, key, pours, doses=()):
    """The same row once its first addition is in the plan."""
    add = rows[key].additions[0]
    if add.kind in ("acid", "tannin"):
        pour = Pour("Added", add.kind, mass_g=add.mass_g, **{add.kind: add.key})
        return weighed(*pours, pour, doses=doses)[key]
    parts = add.doses
    return weighed(*pours, doses=(*doses, *parts))[key]


def test_a_flat_thin_must_and_what_mends_each_side():
    pours = (PEAR, SUGAR, WATER)
    rows = weighed(*pours)
    assert list(rows) == ["acid", "tannin", "nutrient", "enzyme", "body"]
    for key in ("acid", "tannin", "nutrient"):
        assert rows[key].word == "low"
        assert after(rows, key, pours).word == "usual"
    # 27.5 g/L of pear in rather more than half of the jug: 14.6.
    assert rows["body"].word == "low"
    assert rows["enzyme"].word == "usual"
    assert rows["acid"].additions[0].spoons.endswith("of a teaspoon")
    fed = rows["nutrient"].additions[0]
    assert [d.when for d in fed.doses] == ["after_24_h", "after_48_h", "after_72_h"]
    assert sum(d.mass_g for d in fed.doses) == pytest.approx(fed.mass_g, abs=0.02)


def test_an_acid_that_may_be_anything_is_not_called_low_nor_high():
    """A juice with no fruit named holds 3 to 12 g/L and more, by the table's widest range."""
    nameless = replace(PEAR, fruit=None)
    row = weighed(nameless)["acid"]
    assert row.there.low < row.band[0] < row.band[1] < row.there.high
    assert (row.word, row.additions) == ("unknown", ())
    assert "do not say how sour" in row.sentence
    # With enough acid added to be sharp whatever it was, it is known.
    sharp = Pour("Citric", "acid", mass_g=40.0, acid="citric")
    assert weighed(nameless, sharp)["acid"].word == "high"


def test_a_sharp_must_is_told_what_takes_the_edge_off():
    pours = (LEMON, SUGAR, WATER)
    rows = weighed(*pours)
    assert rows["acid"].word == "high"
    assert rows["acid"].additions[0].kind == "bicarbonate"
    dosed = after(rows, "acid", pours)
    assert dosed.there.value < rows["acid"].there.value
    # 1.34 g/L of potassium bicarbonate takes 1 g/L off: by molar mass, 100.1 to 75.0.
    litres = make_must(pours).mix.volume_ml / 1000
    fall = rows["acid"].there.value - dosed.there.value
    assert rows["acid"].additions[0].mass_g / litres / fall == pytest.approx(1.334, abs=0.03)


def test_pulp_wants_enzyme_before_the_yeast():
    pours = (PLUM, SUGAR, WATER)
    rows = weighed(*pours)
    assert rows["enzyme"].word == "low"
    assert rows["enzyme"].additions[0].mass_g == pytest.approx(
        usual_enzyme_g(make_must(pours).mix.volume_ml), abs=0.05
    )
    assert after(rows, "enzyme", pours).word == "usual"


def test_twice_the_nutrient_stands_high():
    doses = (PlannedDose("nutrient", 9.0, "after_24_h"),)
    rows = weighed(PEAR, SUGAR, WATER, doses=doses)
    assert rows["nutrient"].word == "high"
    assert not rows["nutrient"].additions


def test_doses_are_counted_by_kind():
    doses = (PlannedDose("nutrient", 1.5, "with_yeast"), PlannedDose("enzyme", 3, "before_yeast"))
    assert dosed_g(doses, "nutrient") == 1.5


@pytest.mark.parametrize(
    ("dose", "at"),
    [(("rum", 1, "with_yeast"), "kind"), (("enzyme", 1, "now"), "when"),
     (("enzyme", 0, "with_yeast"), "mass_g")],
)  # fmt: skip
def test_a_dose_that_is_none(dose, at):
    with pytest.raises(JobError) as refused:
        PlannedDose(*dose)
    assert refused.value.at == at


@pytest.mark.parametrize(
    ("amount", "by_mass", "said"),
    [(412, True, "412 g"), (1250, True, "1.25 kg"), (750.4, False, "750 ml"), (2500, False, "2.5 L"),
     (3.26, True, "3.3 g"), (2, True, "2 g"), (999.6, False, "1 L")],
)  # fmt: skip
def test_amounts_are_said_in_grams_and_litres(amount, by_mass, said):
    assert measured(amount, by_mass) == said


CARTON = Pack(Decimal("1.15"), 1000)


@pytest.mark.parametrize(
    ("pour", "pack", "said"),
    [
        (Pour("Pear", "juice", 3000.0), CARTON, "3 packs"),
        (Pour("Pear", "juice", 1000.0), CARTON, "1 pack"),
        (Pour("Pear", "juice", 500.0), CARTON, "half of a pack"),
        (Pour("Pear", "juice", 1750.0), CARTON, "1 pack and three quarters"),
        (Pour("Pear", "juice", 2310.0), CARTON, "2 packs and 310 ml"),
        (Pour("Pear", "juice", 0.0), CARTON, None),
        (Pour("Pear", "juice", 100.0), None, None),
        (Pour("Tea", "tannin", mass_g=4.0, tannin="tea"), None, "2 tea bags"),
        # 0.845 g/ml in a 15 ml spoon is 12.7 g.
        (Pour("Sugar", "sugar", mass_g=12.7), None, "1 tablespoon"),
    ],
)
def test_amounts_as_kitchen_things(pour, pack, said):
    assert in_kitchen_things(pour, pack) == said


@pytest.mark.parametrize("fruit", ["pear", "apple", "grape", "plum", "orange", "pineapple"])
@pytest.mark.parametrize("water", [0, 800, 3000])
def test_after_the_dose_that_was_asked_for_it_is_no_longer_low(fruit, water):
    label = read_label("10.8", 100, "ml")
    pours = [
        Pour("Juice", "juice", 3000.0, None, fruit, label=label),
        Pour("Sugar", "sugar", mass_g=450.0),
        Pour("Water", "water", float(water)),
    ]
    before = evaluate(Recipe(tuple(PricedPour(pour) for pour in pours)))
    rows = balance(pours, before.must, before.acid.g_per_l, before.tannin.g_per_l, ())
    # One rule behind both: what the plan page names is what the balance calls low.
    assert before.low == tuple(row.name for row in rows if row.word == "low")
    more, doses = list(pours), ()
    for row in rows:
        for one in row.additions[:1] if row.word == "low" else ():
            if one.kind in ("acid", "tannin"):
                more.append(Pour(one.kind, one.kind, mass_g=one.mass_g, **{one.kind: one.key}))
            else:
                doses = (*doses, *one.doses)
    after = evaluate(Recipe(tuple(PricedPour(pour) for pour in more), doses=doses))
    # Body comes from juice alone: nothing is dosed for it.
    assert set(after.low) <= {"Body"}


def test_a_must_of_a_tenth_juice_is_said_to_be_thin():
    label = read_label("10.8", 100, "ml")
    pours = (
        Pour("Juice", "juice", 450.0, None, "pear", label=label),
        Pour("Sugar", "sugar", mass_g=800.0),
        Pour("Water", "water", 3600.0),
    )
    found = evaluate(Recipe(tuple(PricedPour(pour) for pour in pours)))
    (said,) = (each.text for each in found.warnings if each.code == "thin_must")
    # 450 of some 4,540 ml: sugar takes up 0.62 ml a gram.
    assert said.startswith("Only about 10 % of it is juice")
    richer = tuple(replace(pour, volume_ml=2000.0) for pour in pours[:1]) + pours[1:]
    codes = [w.code for w in evaluate(Recipe(tuple(PricedPour(p) for p in richer))).warnings]
    assert "thin_must" not in codes


def test_less_than_a_drop_of_juice_stands_in_no_answers_way():
    pours = (Pour("Juice", "juice", 0.001, None, "pear"), SUGAR, WATER)
    found = evaluate(Recipe(tuple(PricedPour(pour) for pour in pours)))
    assert "thin_must" not in [each.code for each in found.warnings]
