"""What batches teach a kitchen, through the API: learned, shown, reckoned with, switched off."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.server.test_cellar import bottled
from tests.server.test_finishing import ago, path, wrote

pytestmark = pytest.mark.django_db

OWN = {
    "name": "Larch Lane pear", "kind": "juice", "fruit": "pear", "volume_ml": 4000,
    "label": {"sugars_g": "10.8", "per_ml": 100}, "price": "1.00", "pack_ml": 1000,
}  # fmt: skip
PLAN = {
    "pours": [OWN, {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": 200}],
    "vessel": {"volume_ml": 5000, "key": "demijohn_5"},
    "yeast": {"tolerance_abv": 14, "key": "wine"},
}
CROWN = {"bottle": "beer_bottle_returnable", "closure": "crown"}


def brewed(call, start, end, name="Pear", count=7):
    """A batch of the plan that read so at the start and at the end, all of it bottled."""
    jug = call.ok("POST", "jugs", {"name": name, "vessel": PLAN["vessel"], "yeast": PLAN["yeast"]})
    call.ok("PUT", path(jug, "plan"), {"based_on": 1, "plan": PLAN})
    wrote(call, jug, "read", {"sg": start, "temperature_c": 20}, 70)
    wrote(call, jug, "pitched", {"temperature_c": 20, "yeast_g": 2.5}, 69.9)
    for days in (50, 20):
        call.ok("POST", path(jug, "readings"), {"sg": end, "at": ago(days), "insist": True})
    lots = [{"size_ml": 500, "count": count, **CROWN}]
    call.ok("POST", path(jug, "bottling"), {"bottles": lots, "insist": True})
    return jug


def worked_out(call):
    return call.ok("POST", "plans/evaluate", PLAN)


def test_rich_cartons_are_found_reckoned_with_and_switched_off(call, other_call):
    expected = worked_out(call)["must"]["sg"]["value"]
    assert call.ok("GET", "practice")["facts"] == []
    for more in (0.0041, 0.0038, 0.0044, 0.0040):
        brewed(call, round(expected + more, 3), 0.995)
    told = call.ok("GET", "practice")
    (carton,) = (fact for fact in told["facts"] if fact["key"] == "carton:Larch Lane pear")
    assert (carton["batches"], carton["sure"], carton["on"]) == (4, True, True)
    # Four points of some 38 that the juice brings: a tenth more.
    assert "about 10 % more sugar" in carton["text"] or "about 9 % more sugar" in carton["text"]
    now = worked_out(call)
    assert now["must"]["sg"]["value"] == pytest.approx(expected + 0.004, abs=0.0006)
    assert any("Larch Lane pear" in text for text in now["reckoned_with"])
    # What is kept is what was shown, even after it is switched off.
    jug = call.ok("POST", "jugs", {"name": "N", "vessel": PLAN["vessel"], "yeast": PLAN["yeast"]})
    call.ok("PUT", path(jug, "plan"), {"based_on": 1, "plan": PLAN})
    off = call.ok("POST", "practice/facts", {"key": carton["key"], "on": False})
    assert not next(fact["on"] for fact in off["facts"] if fact["key"] == carton["key"])
    assert worked_out(call)["must"]["sg"]["value"] == pytest.approx(expected)
    kept = call.ok("GET", path(jug))["evaluation"]["must"]["sg"]["value"]
    assert kept == pytest.approx(now["must"]["sg"]["value"])
    assert call("POST", "practice/facts", {"key": "carton:Nobody", "on": True})[0] == 422
    # Another kitchen's cartons are its own.
    assert other_call.ok("GET", "practice")["facts"] == []
    assert other_call.ok("POST", "plans/evaluate", PLAN)["reckoned_with"] == []


def test_a_sent_plan_brings_no_findings_of_its_own(call):
    plan = {**PLAN, "kitchen": {"losses": 3.0, "ends_points": 5.0}}
    plan["pours"] = [{**OWN, "richness": 1.2}, PLAN["pours"][1]]
    assert call.ok("POST", "plans/evaluate", plan) == worked_out(call)


def test_batches_stand_beside_what_was_planned(call):
    jug = brewed(call, 1.068, 0.995)
    told = call.ok("GET", "practice")
    (line,) = told["batches"]
    assert line["jug"] == jug["id"]
    assert line["start"]["found"] == pytest.approx(1.068, abs=0.0002)
    assert line["end"]["found"] == pytest.approx(0.995, abs=0.0002)
    # 4 L of juice at 1.00 and unpriced sugar, 3.5 L in bottles.
    assert line["litre_paid"] == "1.14"
    assert line["days"]["found"] == pytest.approx(19.9, abs=0.1)
    (juice,) = told["by_juice"]
    assert juice["days"] == pytest.approx(line["days"]["found"] - line["days"]["expected"])
    assert [group["name"] for group in told["by_juice"]] == ["Larch Lane pear"]
    assert [group["name"] for group in told["by_yeast"]] == ["General wine yeast"]
    call.ok("DELETE", path(jug))
    assert call.ok("GET", "practice")["batches"] == []


def test_money_goes_by_month_and_kind_with_the_parts_of_packs(call):
    for supply in (
        {"name": "Yeast in sachets", "kind": "yeast", "pack_count": 2, "price": "2.00"},
        {"name": "Caps", "kind": "closure", "pack_count": 100, "price": "4.00"},
    ):
        call.ok("POST", "shelf/products", {**supply, "at_home": 1})
    jug = brewed(call, 1.068, 0.995)
    spending = call.ok("GET", "practice")["spending"]
    # Half a sachet at 1.00 and seven caps at 0.04, beside 4.00 of juice.
    assert {line["key"]: line["money"] for line in spending["kinds"]} == {
        "juice": "4.00",
        "supplies": "0.78",
    }
    (month,) = spending["months"]
    assert (month["money"], month["bottled_ml"]) == ("4.78", 3500)
    assert spending["per_litre"] == "1.37"
    assert spending["unpriced"] == ["White sugar"]
    costs = call.ok("GET", path(jug, "costs"))
    assert {line["name"]: line["used"] for line in costs["supplies"]} == {
        "Yeast": "0.50",
        "Caps and corks": "0.28",
    }
    assert (costs["used"], costs["supplies_used"]) == ("4.00", "0.78")
    caps = next(row for row in call.ok("GET", "shelf/products")["items"] if row["name"] == "Caps")
    call.ok("DELETE", f"shelf/products/{caps['id']}")
    assert call.ok("GET", "practice")["spending"]["unpriced"] == ["White sugar", "caps and corks"]


def test_what_the_next_litre_costs_is_by_todays_shelf(call):
    product = call.ok("POST", "shelf/products", {
        "name": "Larch Lane pear", "kind": "juice", "fruit": "pear", "sugars_g": "10.8",
        "per_ml": 100, "pack_ml": 1000, "price": "1.00",
    })  # fmt: skip
    plan = {**PLAN, "pours": [{**OWN, "product_id": product["id"]}, PLAN["pours"][1]]}
    jug = call.ok("POST", "jugs", {"name": "N", "vessel": PLAN["vessel"], "yeast": PLAN["yeast"]})
    call.ok("PUT", path(jug, "plan"), {"based_on": 1, "plan": plan})
    before = float(call.ok("GET", path(jug, "costs"))["next_litre"])
    call.ok(
        "POST", f"shelf/products/{product['id']}/prices", {"amount": "2.00", "place": "Quay Stores"}
    )
    assert float(call.ok("GET", path(jug, "costs"))["next_litre"]) == pytest.approx(
        2 * before, abs=0.02
    )


def test_the_page_takes_no_more_queries_for_more_batches(call):
    def queries():
        with CaptureQueriesContext(connection) as caught:
            call.ok("GET", "practice")
        return len(caught)

    bottled(call)
    queries()
    one = queries()
    for name in ("Two", "Three"):
        bottled(call, name)
    queries()
    assert queries() == one
