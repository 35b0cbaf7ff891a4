"""The bench's endpoints: nothing kept, every figure core's."""

import pytest

from core.files.recipe_file import read_recipe
from core.plan.evaluation import evaluate
from core.shelf.shopping_list import Wanted, shopping_list
from tests.server.conftest import CARTON, PEAR, PLAN, SUGAR, WATER

AIM = {"abv": 11.0, "fill_ml": 4500, "solve": ["Sugar", "Water"]}
SORBATE = "Pear juice 99 %, preservative: potassium sorbate"
BAG = {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "pack_g": 1000, "price": "1.19"}


@pytest.fixture
def shelf(call):
    """Names of what stands there, with its id."""
    put = [
        {**CARTON, "at_home": 2},
        {**CARTON, "name": "Grape", "fruit": "grape", "sugars_g": "15.6", "price": "2.10",
         "pack_ml": 1500},
        {**CARTON, "name": "Sorbated", "label_text": SORBATE, "price": "0.10"},
        BAG,
        {"name": "Feed", "kind": "nutrient", "pack_g": 100, "price": "2.10", "at_home": "0.5"},
    ]  # fmt: skip
    return {row["name"]: call.ok("POST", "shelf/products", row)["id"] for row in put}


def poured(shelf, **more):
    return {**PLAN, "pours": [{**PEAR, "product_id": shelf["Pear"]}, SUGAR, WATER], **more}


def core_of(plan):
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **plan})
    return recipe, evaluate(recipe)


def test_standings_glass_and_remedies_are_cores(call):
    plan = {
        **PLAN,
        "aim": AIM,
        "glass": {"style": "fizzy", "volumes": 2.5},
        "yeast": {"tolerance_abv": 10.5},
    }
    plan["aim"] = {**AIM, "abv": 10.0}
    answer = call.ok("POST", "plans/evaluate", plan)
    _, result = core_of(plan)
    assert (
        answer["glass"]["abv"]["value"] == result.glass.abv.value == pytest.approx(10.0, abs=1e-3)
    )
    assert answer["glass"]["priming_g"] == result.glass.priming_g > 0
    assert [row["key"] for row in answer["standings"]][:2] == ["abv", "fill"]
    assert answer["standings"][0]["met"]
    assert [w["code"] for w in answer["warnings"]] == [w.code for w in result.warnings]
    fed = next(w for w in answer["warnings"] if w["code"] == "nitrogen")
    assert fed["remedies"][0]["edits"][0]["what"] == "dose"
    sugar = answer["pours"][1]
    assert sugar["words"].endswith(" g")
    assert "tablespoon" in sugar["things"] or "cup" in sugar["things"]


def test_a_pour_is_seen_by_what_the_shelf_says_today(call, shelf):
    plan = poured(shelf)
    before = call.ok("POST", "plans/evaluate", plan)
    call.ok("POST", f"shelf/products/{shelf['Pear']}/prices", {"amount": "2.15"})
    after = call.ok("POST", "plans/evaluate", plan)
    assert float(after["cost"]["used"]) - float(before["cost"]["used"]) == pytest.approx(3.0)
    bad = {**plan, "pours": [{**PEAR, "name": "Sorbated", "product_id": shelf["Sorbated"]}, WATER]}
    codes = [w["code"] for w in call.ok("POST", "plans/evaluate", bad)["warnings"]]
    assert codes[0] == "preservative"


def test_another_kitchens_shelf_is_not_looked_at(call, other_call, shelf):
    bad = {**PLAN, "pours": [{**PEAR, "product_id": shelf["Sorbated"]}, WATER]}
    codes = [w["code"] for w in other_call.ok("POST", "plans/evaluate", bad)["warnings"]]
    assert "preservative" not in codes


def test_a_label_older_than_the_newest_price_is_told(call, shelf, account):
    product = account.products.get(id=shelf["Pear"])
    product.label_on = "2026-01-05"
    product.save()
    codes = [w["code"] for w in call.ok("POST", "plans/evaluate", poured(shelf))["warnings"]]
    assert "old_label" in codes
    call.ok("POST", f"shelf/products/{shelf['Pear']}/same-label")
    codes = [w["code"] for w in call.ok("POST", "plans/evaluate", poured(shelf))["warnings"]]
    assert "old_label" not in codes
    product.save()
    # Read anew, it is as new as its price too.
    again = {**CARTON, "sugars_g": "10.9"}
    call.ok("PUT", f"shelf/products/{shelf['Pear']}", again)
    codes = [w["code"] for w in call.ok("POST", "plans/evaluate", poured(shelf))["warnings"]]
    assert "old_label" not in codes


def test_the_nearest_to_an_aim_that_cannot_be(call):
    plan = {**PLAN, "aim": {**AIM, "abv": 4.0}}
    status, refused = call("POST", "plans/evaluate", plan)
    assert status == 422
    assert "Without any" in refused["errors"][0]["text"]
    near = call.ok("POST", "plans/nearest", plan)
    amounts = {row["name"]: row["amount"] for row in near["amounts"]}
    assert amounts["Sugar"] == 0
    assert near["text"].startswith("The nearest: no Sugar")
    taken = {
        **PLAN,
        "pours": [PEAR, SUGAR | {"mass_g": 0}, WATER | {"volume_ml": amounts["Water"]}],
    }
    reached = call.ok("POST", "plans/evaluate", taken)
    assert reached["glass"]["abv"]["value"] == pytest.approx(near["abv"], abs=1e-6)
    assert call.ok("POST", "plans/nearest", PLAN)["text"] == ""


def test_balance_tells_all_five_sides(call):
    rows = call.ok("POST", "plans/balance", PLAN)
    assert [row["key"] for row in rows] == ["acid", "tannin", "nutrient", "enzyme", "body"]
    assert rows[2]["additions"][0]["kind"] == "nutrient"


def test_the_cheapest_ways_keep_strength_fill_and_juice(call, shelf):
    plan = poured(shelf)
    now = call.ok("POST", "plans/evaluate", plan)
    found = call.ok("POST", "plans/cheapest", {"plan": plan})
    baskets = found["baskets"]
    assert 1 <= len(baskets) <= 3
    bills = [float(basket["bill"]) for basket in baskets]
    assert bills == sorted(bills)
    for basket in baskets:
        reached = basket["evaluation"]["finish"]["strength"]["mass_balance"]["value"]
        assert reached == pytest.approx(
            now["finish"]["strength"]["mass_balance"]["value"], abs=0.11
        )
        assert basket["evaluation"]["must"]["volume_ml"] == pytest.approx(
            now["must"]["volume_ml"], rel=0.01
        )
        assert "Sorbated" not in [item["name"] for item in basket["items"]]
        # Taking it gives what was shown.
        taken = call.ok("POST", "plans/evaluate", {**plan, "pours": basket["pours"]})
        assert taken["glass"] == basket["evaluation"]["glass"]
    # Two cartons of pear stand at home: they are used before any is bought.
    pear = [i for b in baskets for i in b["items"] if i["name"] == "Pear"]
    assert pear
    assert all(item["to_buy"] == max(item["packs"] - 2, 0) for item in pear)
    grape = call.ok("POST", "plans/cheapest", {"plan": plan, "keep_flavours": True})["baskets"]
    assert all("Pear" in [i["name"] for i in b["items"]] for b in grape)


def test_a_cheaper_way_is_never_dearer_and_what_has_no_price_is_named(call, shelf):
    plan = poured(shelf)
    priced = [
        {**pour, "price": "0.02", "pack_g" if pour.get("mass_g") else "pack_ml": 1000.0}
        for pour in ({k: v for k, v in p.items() if k != "product_id"} for p in plan["pours"])
        if pour["kind"] != "water"
    ]
    water = [pour for pour in plan["pours"] if pour["kind"] == "water"]
    next_to_nothing = {**plan, "pours": [*priced, *water]}
    found = call.ok("POST", "plans/cheapest", {"plan": next_to_nothing})
    now = call.ok("POST", "plans/evaluate", next_to_nothing)["cost"]["per_bottle"]
    assert (found["baskets"], found["unpriced"], found["per_bottle"]) == ([], [], now)
    bare = [{k: v for k, v in p.items() if k not in ("price", "pack_g", "pack_ml")} for p in priced]
    found = call.ok("POST", "plans/cheapest", {"plan": {**plan, "pours": [*bare, *water]}})
    assert found["baskets"]
    assert found["unpriced"] == [pour["name"] for pour in bare]
    stays = {pour["name"] for basket in found["baskets"] for pour in basket["pours"]}
    assert found["left_out"] == [pour["name"] for pour in bare if pour["name"] not in stays]


def test_nothing_on_the_shelf_is_a_sentence(call):
    status, refused = call("POST", "plans/cheapest", {"plan": PLAN})
    assert status == 422
    assert "put something on the shelf" in refused["errors"][0]["text"]


def test_one_carton_more_or_fewer(call):
    plan = {**PLAN, "aim": AIM}
    (row,) = call.ok("POST", "plans/cartons", plan)
    assert (row["name"], row["packs"]) == ("Pear", 3.0)
    more = {**plan, "pours": [{**PEAR, "volume_ml": row["more"]["amount"]}, SUGAR, WATER]}
    _, result = core_of(more)
    assert row["more"]["abv"] == pytest.approx(result.glass.abv.value)
    assert row["more"]["each"] == f"{result.bottles.each:.2f}"
    small = {**PLAN, "pours": [{**PEAR, "volume_ml": 500}, SUGAR, WATER]}
    (row,) = call.ok("POST", "plans/cartons", small)
    assert "not that much" in row["fewer"]["why_not"]


def test_the_shopping_list_is_what_is_missing_at_home(call, shelf):
    doses = [
        {"kind": "nutrient", "mass_g": 1.0, "when": when} for when in ("after_24_h", "after_48_h")
    ]
    plan = poured(shelf, doses=doses)
    answer = call.ok("POST", "plans/shopping", plan)
    lines = {line["name"]: line for line in answer["lines"]}
    assert set(lines) == {"Pear", "Sugar", "Feed"}
    recipe, result = core_of(plan)
    expected = shopping_list([Wanted(result.pours[0], recipe.pours[0].pack, 2)])
    assert lines["Pear"]["to_buy"] == expected.lines[0].to_buy == 1
    assert lines["Feed"]["to_buy"] == 0
    # One carton at 1.15, one bag of sugar at 1.19.
    assert answer["total"] == "2.34"
    assert answer["text"].splitlines()[0].startswith("1 × Pear (1 L)")
    assert answer["text"].splitlines()[-1] == "Total: 2.34 GBP"
