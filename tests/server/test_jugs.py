from datetime import timedelta

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from core.files.recipe_file import read_recipe
from core.must.mixing import make_must
from server.jugs.models import Event, PlanVersion
from tests.server.conftest import CORK, CROWN, JUG, PLAN, SUGAR, WATER

AIM = {"abv": 11.0, "fill_ml": 4500, "solve": ["Sugar", "Water"]}


def path(jug, *more):
    return "/".join(["jugs", str(jug["id"]), *more])


def days_ago(days):
    return (timezone.now() - timedelta(days=days)).isoformat()


@pytest.fixture
def fermented(call, planned):
    """A jug with readings that prove it done."""
    end = planned["evaluation"]["finish"]["sg"]["value"]
    for days, sg in [(20, 1.080), (8, round(end, 3)), (1, round(end, 3))]:
        call.ok("POST", path(planned, "readings"), {"sg": sg, "at": days_ago(days)})
    return call.ok("GET", path(planned))


def test_evaluate_answers_what_core_answers(call):
    answer = call.ok("POST", "plans/evaluate", PLAN)
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **PLAN})
    must = make_must([priced.pour for priced in recipe.pours])
    assert answer["must"]["sg"]["value"] == must.sg.value
    assert answer["must"]["volume_ml"] == must.mix.volume_ml
    assert sum(pour["room_ml"] for pour in answer["pours"]) == pytest.approx(must.mix.volume_ml)


def test_an_aim_is_solved(call):
    answer = call.ok("POST", "plans/evaluate", {**PLAN, "aim": AIM})
    assert answer["finish"]["strength"]["mass_balance"]["value"] == pytest.approx(11, abs=1e-6)
    assert answer["must"]["volume_ml"] == pytest.approx(4500, abs=0.01)
    assert [pour["solved"] for pour in answer["pours"]] == [False, True, True]


@pytest.mark.parametrize(
    ("change", "at", "words"),
    [
        ({"pours": []}, "pours", "add at least"),
        ({"pours": [WATER | {"volume_ml": 0}]}, "pours", "Every amount is zero"),
        ({"pours": [SUGAR | {"mass_g": -1}]}, "pours[0].mass_g", "below zero"),
        ({"pours": [WATER | {"volume_ml": 1e9}]}, "pours[0].volume_ml", "too much"),
        ({"pours": [WATER | {"volume_ml": "3 L"}]}, "pours[0].volume_ml", "a number"),
        ({"pours": [SUGAR]}, "pours", "too little liquid"),
        ({"vessel": {"volume_ml": 1e9}}, "vessel.volume_ml", "sizes run from"),
        ({"aim": {**AIM, "abv": 30}}, "aim.abv", "not a strength yeast reaches"),
        ({"aim": {**AIM, "abv": 16}}, "aim.abv", "yeast gives up near 14"),
        ({"aim": {**AIM, "fill_ml": 2000}}, "aim", "already comes to 3.00 L, and 2.00 L is wanted"),
        ({"aim": {**AIM, "solve": ["Sugar"]}}, "aim.solve", "need two ingredients"),
    ],
)
def test_plans_that_cannot_be(call, change, at, words):
    status, data = call("POST", "plans/evaluate", {**PLAN, **change})
    assert status == 422
    assert data["errors"][0]["at"] == at
    assert words in data["errors"][0]["text"]


@pytest.mark.parametrize("amount", [-1, 1e9, "3 L"])
def test_what_is_no_plan_is_not_kept(call, planned, amount):
    plan = {**PLAN, "pours": [WATER | {"volume_ml": amount}]}
    assert call("PUT", path(planned, "plan"), {"based_on": 2, "plan": plan})[0] == 422
    assert call.ok("GET", path(planned))["kept"]["version"] == 2


@pytest.mark.parametrize(
    ("change", "problem"),
    [
        ({"pours": []}, None),
        ({"aim": {**AIM, "abv": 16}}, "The yeast gives up near 14 %"),
        ({"aim": {**AIM, "fill_ml": 2000}}, "already comes to 3.00 L, and 2.00 L is wanted"),
    ],
)
def test_an_aim_out_of_reach_and_an_empty_jug_are_kept_as_typed(call, planned, change, problem):
    plan = {**PLAN, **change}
    kept = call.ok("PUT", path(planned, "plan"), {"based_on": 2, "plan": plan})
    assert kept["version"] == 3
    assert (kept["problem"] is None) == (problem is None)
    now = call.ok("GET", path(planned))
    if problem:
        assert problem in kept["problem"]
        assert now["problem"] == kept["problem"]
        assert now["kept"]["plan"]["aim"]["abv"] == plan["aim"]["abv"]
        # But yeast is not pitched into what nobody can work out.
        assert call("POST", path(planned, "readings"), {"sg": 1.08})[0] == 422


def test_two_windows_and_nothing_is_silently_overwritten(call, planned):
    mine = {"based_on": 2, "plan": {**PLAN, "pours": [PLAN["pours"][0], WATER]}}
    assert call.ok("PUT", path(planned, "plan"), mine)["version"] == 3
    status, data = call("PUT", path(planned, "plan"), {"based_on": 2, "plan": PLAN})
    assert status == 409
    assert "another window" in data["errors"][0]["text"]
    assert len(call.ok("GET", path(planned))["kept"]["plan"]["pours"]) == 2
    # All that was ever kept is still in the record.
    assert list(PlanVersion.objects.values_list("version", flat=True)) == [1, 2, 3]


def test_a_pitched_plan_is_history(call, planned):
    after = call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    status, data = call("PUT", path(planned, "plan"), {"based_on": 2, "plan": PLAN})
    assert (status, "is pitched" in data["errors"][0]["text"]) == (409, True)
    call.ok("DELETE", path(planned, "readings", str(after["readings"][0]["id"])))
    assert call.ok("PUT", path(planned, "plan"), {"based_on": 2, "plan": PLAN})["version"] == 3


def test_an_odd_first_reading_is_questioned_and_taken_if_insisted(call, planned):
    status, data = call("POST", path(planned, "readings"), {"sg": 1.181})
    assert status == 422
    assert data["insist_allowed"]
    assert data["causes"][0]["likely_sg"] == pytest.approx(1.081)
    assert Event.objects.filter(kind="read").count() == 0
    after = call.ok("POST", path(planned, "readings"), {"sg": 1.181, "insist": True})
    assert after["readings"][0]["insisted"]
    assert after["stage"] == "ferment"


def test_a_warm_sample_is_judged_at_20_degrees(call, planned):
    # By the density of water (0.99623 and 0.99820 g/ml) 1.0778 at 28 °C is 1.0799 at 20, and a must
    # expands a little more.
    after = call.ok("POST", path(planned, "readings"), {"sg": 1.0778, "temperature_c": 28})
    assert after["readings"][0]["sg_at_20"] == pytest.approx(1.0802, abs=0.0008)
    assert not after["readings"][0]["insisted"]


@pytest.mark.parametrize(
    ("change", "at", "words"),
    [
        ({"sg": 2.0}, "sg", "0.970"),
        ({"sg": -1}, "sg", "0.970"),
        ({"sg": 1080}, "sg", "1.080"),
        ({"sg": "abc"}, "sg", "a number"),
        ({"sg": None}, "sg", "like 1.074"),
        ({"temperature_c": 80}, "temperature_c", "0 and 40"),
        ({"note": "x" * 501}, "note", "500"),
        ({"at": "2999-01-01T00:00:00Z"}, "at", "still to come"),
        ({"at": "2026-01-01T00:00:00"}, "at", "zone"),
        ({"at": "yesterday"}, "at", "date"),
    ],
)
def test_readings_that_cannot_be_even_insisted(call, planned, change, at, words):
    body = {"sg": 1.080, "insist": True, **change}
    status, data = call("POST", path(planned, "readings"), body)
    assert (status, data["errors"][0]["at"]) == (422, at)
    assert words in data["errors"][0]["text"]


def test_a_jug_without_pours_cannot_be_pitched(call):
    jug = call.ok("POST", "jugs", JUG)
    status, data = call("POST", path(jug, "readings"), {"sg": 1.08})
    assert (status, "ingredient" in data["errors"][0]["text"]) == (422, True)


def test_strength_so_far_and_proven(call, fermented):
    assert fermented["stage"] == "clear"
    assert fermented["progress"]["verdict"] == "dry"
    assert fermented["progress"]["proven"]
    forecast = fermented["evaluation"]["finish"]["strength"]["mass_balance"]["value"]
    reached = fermented["progress"]["strength"]["mass_balance"]["value"]
    assert reached == pytest.approx(forecast, abs=0.15)


def test_a_struck_out_reading_comes_back(call, fermented):
    last = str(fermented["readings"][-1]["id"])
    assert call.ok("DELETE", path(fermented, "readings", last))["stage"] == "ferment"
    assert call.ok("POST", path(fermented, "readings", last, "restore"))["stage"] == "clear"


def test_bottling_costs_and_strength_from_what_was_bottled(call, fermented):
    bottles = {
        "bottles": [{"size_ml": 750, "count": 4, **CORK}, {"size_ml": 330, "count": 2, **CROWN}],
        "insist": True,
    }
    preview = call.ok("POST", path(fermented, "bottling/preview"), bottles)
    after = call.ok("POST", path(fermented, "bottling"), bottles)
    bottling = after["bottling"]
    assert after["stage"] == "bottled"
    assert bottling["bottles"] == preview["bottles"]
    assert bottling["bottled_ml"] == 3660
    # 3 cartons and 450 g of sugar, over 3.66 L.
    used = 3 * 1.15 + 0.45 * 1.19
    assert float(bottling["bottles"][0]["cost_each"]) == pytest.approx(used * 750 / 3660, abs=0.006)
    strength = fermented["progress"]["strength"]["mass_balance"]["value"]
    assert bottling["base"]["mass_balance"]["value"] == pytest.approx(strength, abs=1e-6)
    assert bottling["abv"]["value"] == pytest.approx(strength, abs=1e-6)
    assert call("POST", path(fermented, "bottling"), bottles)[0] == 409
    assert call("POST", path(fermented, "readings"), {"sg": 0.995})[0] == 422
    assert call.ok("DELETE", path(fermented, "bottling"))["stage"] == "clear"
    assert call.ok("POST", path(fermented, "bottling"), bottles)["stage"] == "bottled"


def test_a_live_jug_is_closed_only_for_a_reason_that_stays_with_it(call, planned):
    call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    bottles = {"bottles": [{"size_ml": 750, "count": 5, **CORK}], "insist": True}
    status, data = call("POST", path(planned, "bottling"), bottles)
    assert (status, data["errors"][0]["at"]) == (422, "against_advice")
    assert "still fermenting" in data["errors"][0]["text"]
    reasoned = {**bottles, "against_advice": "  Drunk tonight.  "}
    kept = call.ok("POST", path(planned, "bottling"), reasoned)["bottling"]
    assert kept["against_advice"] == "Drunk tonight."
    assert "against_advice" in kept["bottles"][0]["label_says"]
    assert kept["bottles"][0]["closing"]["verdict"] == "do_not"


@pytest.mark.parametrize(
    ("bottles", "words"),
    [
        ([], "count at least one"),
        ([{"size_ml": 750, "count": 0}], "count at least one"),
        ([{"size_ml": 750, "count": -2}], "0 or more"),
        ([{"size_ml": 750, "count": 60}], "more than the"),
        ([{"size_ml": 1, "count": 2}], "sizes run from"),
        ([{"size_ml": 750, "count": 2}, {"size_ml": 750, "count": 1}], "counted twice"),
        ([{"size_ml": 750, "count": 10**12}], "0 or more"),
    ],
)
def test_bottles_that_cannot_be(call, fermented, bottles, words):
    for where in ("bottling", "bottling/preview"):
        lots = [{**CORK, **line} for line in bottles]
        status, data = call("POST", path(fermented, where), {"bottles": lots, "insist": True})
        assert status == 422
        assert words in data["errors"][0]["text"]


def test_a_jug_put_away_comes_back(call, planned):
    call.ok("DELETE", path(planned))
    assert call.ok("GET", "jugs") == []
    call.ok("POST", path(planned, "restore"))
    assert len(call.ok("GET", "jugs")) == 1


@pytest.mark.parametrize(
    ("change", "at"),
    [
        ({"name": ""}, "name"),
        ({"name": "x" * 121}, "name"),
        ({"vessel": {"volume_ml": -5}}, "vessel.volume_ml"),
    ],
)
def test_jugs_that_cannot_be(call, change, at):
    status, data = call("POST", "jugs", {**JUG, **change})
    assert (status, data["errors"][0]["at"]) == (422, at)


def test_many_jugs_take_no_more_queries(call, planned):
    def queries():
        with CaptureQueriesContext(connection) as caught:
            call.ok("GET", "jugs")
        return len(caught)

    one = queries()
    for _ in range(4):
        jug = call.ok("POST", "jugs", JUG)
        call.ok("PUT", path(jug, "plan"), {"based_on": 1, "plan": PLAN})
        call.ok("POST", path(jug, "readings"), {"sg": 1.080})
    assert queries() == one
