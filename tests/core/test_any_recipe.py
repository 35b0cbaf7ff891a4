"""No recipe in range brings anything out of core but an answer or its own error."""

import json

from hypothesis import given, settings
from hypothesis import strategies as st

from core import tables
from core.errors import JobError
from core.ferment.finish import finish
from core.files.recipe_file import answer, read_recipe
from core.must.composition import KINDS
from core.must.mixing import MOST_ML, make_must
from core.plan.balance import balance
from core.plan.evaluation import evaluate
from core.plan.glass import STYLES
from core.plan.planned_dose import DOSED, WHEN
from core.plan.standing import standings
from tests.cases import many

amounts = st.sampled_from([0, 1e-9, 0.01, 1, 1e6]) | st.floats(0, 1e4)
labels = st.fixed_dictionaries(
    {"sugars_g": st.sampled_from(["0", "4.4", "10", "10.4", "81", "113"]) | st.floats(0, 113)}
).flatmap(lambda label: st.sampled_from([{**label, "per_ml": 100}, {**label, "per_g": 100}]))


@st.composite
def pours(draw, index):
    kind = draw(st.sampled_from(KINDS))
    pour = {
        "name": f"Pour {index}",
        "kind": kind,
        draw(st.sampled_from(["volume_ml", "mass_g"])): draw(amounts),
    }
    if kind == "sugar":
        pour["sugar"] = draw(st.sampled_from(sorted(tables.SUGARS)))
    elif kind in ("acid", "tannin"):
        keys = tables.ACIDS if kind == "acid" else tables.TANNINS
        pour[kind] = draw(st.none() | st.sampled_from(sorted(keys)))
    elif kind != "water":
        pour["fruit"] = draw(st.none() | st.sampled_from(sorted(tables.FRUITS)))
        pour["label"] = draw(st.none() | labels)
        pour["measured_sg"] = draw(st.none() | st.floats(0.99, 1.45))
    return pour


def unknowns(aims, count):
    """Pours by name, and where there are enough of them a blend of two."""
    singles = [f"Pour {index}" for index in range(aims)]
    if count <= aims:
        return [singles]
    return [singles, [*singles[:-1], [f"Pour {aims - 1}", f"Pour {aims}"]]]


doses = st.fixed_dictionaries(
    {
        "kind": st.sampled_from(sorted(DOSED)),
        "mass_g": st.floats(0.01, 1000),
        "when": st.sampled_from(sorted(WHEN)),
    }
)


@st.composite
def glasses(draw):
    style = draw(st.sampled_from(sorted(STYLES)))
    glass = {"style": style, "warmest_c": draw(st.floats(0, 40))}
    if style in ("sweet_still", "fizzy_sweet"):
        glass["sugar_g_per_l"] = draw(st.floats(0, 200))
    if style in ("fizzy", "fizzy_sweet"):
        glass["volumes"] = draw(st.floats(0.5, 5))
    if style in ("sweet_still", "late_juice"):
        glass["late"] = {**draw(pours("late")), "volume_ml": None, "mass_g": None}
        glass["late_share"] = draw(st.floats(0, 0.5))
    return glass


@st.composite
def recipes(draw):
    count = draw(st.integers(1, 5))
    recipe = {
        "format": "amber-jug-recipe",
        "version": 1,
        "pours": [draw(pours(index)) for index in range(count)],
        "vessel": draw(st.none() | st.fixed_dictionaries({"volume_ml": st.floats(1, 1e5)})),
        "yeast": draw(st.none() | st.fixed_dictionaries({"tolerance_abv": st.floats(0.1, 25)})),
    }
    if draw(st.booleans()):
        recipe["doses"] = draw(st.lists(doses, max_size=4))
        recipe["hold_back_ml"] = draw(amounts)
        recipe["ph"] = draw(st.none() | st.floats(2.1, 7))
        recipe["glass"] = draw(st.none() | glasses())
        recipe["most_per_bottle"] = "0.50"
        recipe["pours"][0]["ingredients"] = draw(
            st.none() | st.sampled_from(["Water, E202", "Juice (E224)", "sugar", "?" * 100])
        )
    if draw(st.booleans()):
        aims = draw(st.integers(1, min(2, count)))
        recipe["aim"] = {
            "solve": draw(st.sampled_from(unknowns(aims, count))),
            **draw(
                st.fixed_dictionaries({"abv": st.floats(0.1, 20)})
                | st.fixed_dictionaries({"og": st.floats(1.001, 1.2)})
            ),
        }
        if aims == 2:
            recipe["aim"]["fill_ml"] = draw(st.floats(1, 1e5))
        if draw(st.booleans()):
            balanced = draw(st.sampled_from(["acid", "tannin"]))
            recipe["pours"].append({"name": "To give", "kind": balanced, "mass_g": 0})
            recipe["aim"]["solve"] = [*recipe["aim"]["solve"], "To give"]
            recipe["aim"][f"{balanced}_g_per_l"] = draw(st.floats(0, 20))
        if draw(st.booleans()):
            recipe["aim"]["shares"] = {f"Pour {count - 1}": draw(st.floats(0.01, 0.99))}
    return recipe


@settings(max_examples=many(40))
@given(recipe=recipes())
def test_an_answer_or_our_own_error(recipe):
    try:
        read = read_recipe(recipe)
        result = answer(read, evaluate(read))
    except JobError as error:
        assert error.text.strip()
        return
    json.dumps(result, allow_nan=False)
    for interval in (result["must"]["sg"], result["finish"]["sg"], result["finish"]["abv"]):
        assert interval["low"] <= interval["value"] + 1e-9
        assert interval["value"] <= interval["high"] + 1e-9
    reached = result["finish"]["abv"]["value"]
    aimed = recipe.get("aim", {}).get("abv")
    if aimed is not None and result["finish"]["limited_by"] == "sugar":
        assert abs(result["glass"]["abv"] - aimed) < 0.01
        assert recipe.get("glass") or abs(reached - aimed) < 0.01


@settings(max_examples=many(30))
@given(recipe=recipes())
def test_whatever_can_be_mixed_is_checked_weighed_and_measured(recipe):
    """No check, band or dose stands in the way of an answer."""
    for key in ("aim", "glass"):
        recipe.pop(key, None)
    try:
        read = read_recipe(recipe)
        finish(make_must([item.pour for item in read.pours]), read.tolerance_abv)
    except JobError:
        return
    result = evaluate(read)
    assert len(standings(read, result)) >= 6
    acid, bite = result.acid.g_per_l, result.tannin.g_per_l
    if result.must.mix.volume_ml <= MOST_ML:
        assert len(balance(result.pours, result.must, acid, bite, read.doses)) == 5
