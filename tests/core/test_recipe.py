import copy
import json
from decimal import Decimal
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from core.errors import JobError
from core.files.recipe_file import answer, read_recipe
from core.plan.cartons import packs_more
from core.plan.evaluation import evaluate
from tests.cases import many

FORMATS = Path(__file__).parents[2] / "docs" / "formats"
EXAMPLE = json.loads((FORMATS / "example-pear-pomegranate.json").read_text())
SCHEMA = jsonschema.Draft202012Validator(
    json.loads((FORMATS / "recipe-file.schema.json").read_text())
)


def changed(**places):
    """The example with values put at dotted places (pours__1__label__sugars_g)."""
    data = copy.deepcopy(EXAMPLE)
    for place, value in places.items():
        node, *path = data, *place.split("__")
        *way, last = (int(part) if part.isdigit() else part for part in path)
        for part in way:
            node = node[part]
        node[last] = value
    return data


def answered(data):
    recipe = read_recipe(data)
    return answer(recipe, evaluate(recipe))


def test_the_example_of_the_format():
    result = answered(EXAMPLE)
    assert result["must"]["volume_ml"] == pytest.approx(4600, abs=0.1)
    assert result["finish"]["abv"]["value"] == pytest.approx(11.5, abs=0.001)
    assert set(result["solution"]) == {"White sugar", "Water"}
    assert result["solution"]["White sugar"]["mass_g"] > 200
    sugar = Decimal(str(result["solution"]["White sugar"]["mass_g"])) / 1000 * Decimal("1.19")
    assert Decimal(result["cost"]["used"]) == pytest.approx(
        Decimal("3.45") + Decimal("1.85") + sugar, abs=Decimal("0.01")
    )
    assert result["cost"]["packs"] == "6.49"
    assert result["cost"]["unpriced"] == ["Honey"]
    assert result["finish"]["limited_by"] == "sugar"
    json.dumps(result, allow_nan=False)


@pytest.mark.parametrize("file", sorted(FORMATS.glob("example-*.json")), ids=lambda file: file.stem)
def test_every_example_is_valid_and_answered(file):
    data = json.loads(file.read_text())
    assert SCHEMA.is_valid(data)
    result = answered(data)
    if "og" in data.get("aim", {}):
        assert result["must"]["sg"]["value"] == pytest.approx(data["aim"]["og"], abs=1e-5)
    if "aim" not in data:
        assert result["finish"]["limited_by"] == "yeast"
        assert {w["code"] for w in result["warnings"]} >= {"yeast_stops_short", "not_fermentable"}


def test_what_one_carton_more_would_do():
    recipe = read_recipe(EXAMPLE)
    now, more = evaluate(recipe), packs_more(recipe, 1, -1)
    assert more.finish.abv.value == pytest.approx(now.finish.abv.value)
    assert more.must.mix.volume_ml == pytest.approx(now.must.mix.volume_ml)
    # Less juice, so more sugar and water; a carton cheaper, some sugar dearer.
    assert more.pours[3].mass_g > now.pours[3].mass_g
    assert more.cost.packs == now.cost.packs - Decimal("1.85")
    with pytest.raises(JobError, match="not that much"):
        packs_more(recipe, 1, -2)
    with pytest.raises(JobError, match="how much a pack of Honey"):
        packs_more(recipe, 2, 1)


def test_polyols_count_as_extract_and_monohydrate_without_its_water():
    data = {
        "format": "amber-jug-recipe",
        "version": 1,
        "pours": [
            {"name": "a", "kind": "sugar", "sugar": "glucose_monohydrate", "mass_g": 1000},
            {"name": "b", "kind": "sugar", "sugar": "xylitol", "mass_g": 100},
            {"name": "c", "kind": "water", "volume_ml": 4000},
        ],
    }
    must = answered(data)["must"]
    # Source: molar masses, 180.16/198.17.
    assert must["sugar_g"] == pytest.approx(909.1, abs=0.5)
    assert must["extract_g"] == pytest.approx(100, abs=0.01)


@pytest.mark.parametrize(
    ("places", "error"),
    [
        ({"pours__0__label__sugars_g": "140"}, "pours[0].label.sugars_g: 140 g in 100 ml is more than sugar can dissolve"),
        ({"pours__1__measured_sg": 2.0}, "pours[1].measured_sg: "),
        ({"pours__0__volume_ml": -5}, "pours[0].volume_ml: -5 is below zero"),
        ({"pours__0__volume_ml": 10**9}, "pours[0].volume_ml: 1,000,000,000 is too much"),
        ({"pours__0__volume_ml": 10**400}, "pours[0].volume_ml: Here should be an ordinary number"),
        ({"pours__0__volume_ml": "3 L"}, "pours[0].volume_ml: Here should be a number"),
        ({"pours__0__volume_ml": True}, "pours[0].volume_ml: Here should be a number"),
        ({"pours__0__mass_g": 5}, "pours[0].mass_g: Give volume_ml or mass_g, not both"),
        ({"pours__0__fruit": "dragon"}, "pours[0].fruit: “dragon” is not a fruit known here"),
        ({"pours__3__sugar": "salt"}, "pours[3].sugar: “salt” is not a sugar known here"),
        ({"pours__0__kind": "beer"}, "pours[0].kind: “beer” is not a kind of pour"),
        ({"pours__0__name": ""}, "pours[0].name: Give the pour a name"),
        ({"pours__0__label": {"sugars_g": "10"}}, "pours[0].label: Say per_ml or per_g"),
        ({"pours__0__price": "cheap"}, "pours[0].price: “cheap” is not a price"),
        ({"pours__0__pack_ml": None}, "pours[0].price: A price needs the size of its pack"),
        ({"pours__0__pack_ml": 1e-300}, "pours[0].pack_ml: 1e-300 is too small"),
        ({"pours__0__pack_ml": None, "pours__0__pack_g": 1e-300}, "pours[0].pack_g: 1e-300 is too small"),
        ({"pours__2__label": None}, "pours[2].label: Give the sugars from the label"),
        ({"pours": []}, "pours: Nothing has been added yet"),
        ({"format": "other"}, "format: This is not a recipe file"),
        ({"version": 2}, "version: This reads version 1"),
        ({"currency": "pounds"}, "currency: A currency is three letters"),
        ({"vessel__volume_ml": 0}, "vessel.volume_ml: 0 is too small"),
        ({"yeast__tolerance_abv": 99}, "yeast.tolerance_abv: 99 is too much"),
        ({"aim__abv": 0}, "aim.abv: 0 % is not a strength"),
        ({"aim__abv": 15}, "aim.abv: The yeast gives up near 14 %"),
        ({"aim__solve": ["White sugar"]}, "aim.solve: Strength and fill need two"),
        ({"aim__solve": "White sugar"}, "aim.solve: List the names"),
        ({"aim__fill_ml": 3000}, "aim: Without any"),
        ({"aim__abv": 5, "aim__fill_ml": None, "aim__solve": ["White sugar"]}, "stronger than 5 %"),
    ],
)  # fmt: skip
def test_bad_input_names_the_place(places, error):
    with pytest.raises(JobError) as raised:
        answered(changed(**places))
    assert error in str(raised.value)
    assert "\n" not in str(raised.value)


def test_a_fruit_may_be_written_as_people_write_it():
    plain = answered(changed(pours__0__fruit="sour_cherry"))
    assert answered(changed(pours__0__fruit="Sour cherry")) == plain
    assert answered(changed(pours__0__fruit="sour-cherry")) == plain


def test_all_pours_at_zero():
    data = changed(aim=None)
    for pour in data["pours"]:
        pour.update({"mass_g": 0} if "mass_g" in pour else {"volume_ml": 0})
    with pytest.raises(JobError, match="Every amount is zero"):
        answered(data)


@pytest.mark.parametrize(
    ("places", "code"),
    [
        ({"vessel__volume_ml": 4000}, "overflow"),
        ({"vessel__volume_ml": 4700}, "foam_room"),
        ({"aim": None, "pours__3__mass_g": 2000}, "yeast_stops_short"),
        ({"aim": None, "pours__3__mass_g": 2000}, "heavy_must"),
        ({"pours__0__measured_sg": 1.070}, "label_and_reading"),
        ({"aim": None, "pours__3__sugar": "xylitol", "pours__3__mass_g": 50}, "not_fermentable"),
    ],
)
def test_what_to_mind(places, code):
    assert code in [warning["code"] for warning in answered(changed(**places))["warnings"]]


def agree(data):
    """The reader and the schema accept the same files, as far as shape goes."""
    try:
        read_recipe(data)
        read = True
    except JobError as error:
        read = False
        # What only the tables or the mass balance know, no schema can say.
        if any(word in error.text for word in ("known here", "dissolve", "nothing else tells")):
            return
        if "price" in error.at:
            return
    assert SCHEMA.is_valid(data) == read


odd = st.sampled_from([None, -1, 0, 0.5, 1, 1.05, 99, 101, 1e7, "", "10", "x", True, [], {}, [1]])
places = st.sampled_from(
    [f"pours__0__{key}" for key in EXAMPLE["pours"][0]]
    + ["pours__1__measured_sg", "pours__3__sugar", "name", "currency", "version", "format", "pours"]
    + ["pours__0__label__sugars_g", "pours__0__label__per_ml", "vessel", "vessel__volume_ml"]
    + ["yeast", "yeast__tolerance_abv", "aim", "aim__abv", "aim__og", "aim__fill_ml"]
)


@settings(max_examples=many(60))
@given(place=places, value=odd)
def test_the_schema_and_the_reader_agree(place, value):
    agree(changed(**{place: value}))


json_values = st.recursive(
    st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=6),
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=6), inner, max_size=3)
    ),
    max_leaves=6,
)


@given(place=places, value=json_values)
def test_nothing_but_our_own_error_comes_out(place, value):
    try:
        answered(changed(**{place: value}))
    except JobError as error:
        assert error.text.strip()
