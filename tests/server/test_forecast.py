"""A forecast over the API: none before there is what it takes, and what would bring it."""

from datetime import datetime, timedelta

import pytest

from tests.server.conftest import JUG, PLAN
from tests.server.test_jugs import days_ago, path

pytestmark = pytest.mark.django_db


def read(call, jug, sg, days):
    call.ok("POST", path(jug, "readings"), {"sg": sg, "at": days_ago(days)})


def test_there_is_none_before_two_readings_and_a_temperature(call, planned):
    def why():
        return call.ok("GET", path(planned, "forecast"))["why_not"]

    assert "nothing to forecast" in why()
    read(call, planned, 1.080, 6)
    assert why() == "After the second reading there is a forecast."
    read(call, planned, 1.062, 3)
    assert why() == "Write how warm the jug stands, and there is a forecast."
    warm = {"kind": "measured", "what": {"temperature_c": 19}, "at": days_ago(5)}
    call.ok("POST", path(planned, "events"), warm)
    found = call.ok("GET", path(planned, "forecast"))
    assert found["why_not"] == ""
    dates = [datetime.fromisoformat(found[f"dry_{each}"]) for each in ("from", "likely", "until")]
    assert dates == sorted(dates)
    first = found["points"][0]
    assert datetime.fromisoformat(first["at"]) >= datetime.fromisoformat(days_ago(3)) - timedelta(
        hours=7
    )
    assert first["low"] <= first["sg"] <= first["high"]
    assert first["sg"] == pytest.approx(1.062, abs=0.003)


def test_warmer_is_asked_and_nonsense_refused(call, planned):
    read(call, planned, 1.080, 6)
    read(call, planned, 1.062, 3)
    warm = {"kind": "measured", "what": {"temperature_c": 17}, "at": days_ago(5)}
    call.ok("POST", path(planned, "events"), warm)
    usual = call.ok("GET", path(planned, "forecast"))
    warmer = call.ok("GET", path(planned, "forecast?warmer=3"))
    assert warmer["dry_likely"] < usual["dry_likely"]
    status, refused = call("GET", path(planned, "forecast?warmer=40"))
    assert status == 422
    assert "between 0 and 35" in refused["errors"][0]["text"]
    assert call("GET", path(planned, "forecast?warmer=nan"))[0] == 422


def test_sugar_and_nutrient_are_asked_about_as_grams_of_this_jug(call, planned):
    read(call, planned, 1.080, 3)
    read(call, planned, 1.066, 0.1)
    warm = {"kind": "measured", "what": {"temperature_c": 22}, "at": days_ago(2)}
    call.ok("POST", path(planned, "events"), warm)
    usual = call.ok("GET", path(planned, "forecast"))
    # Some 4.1 L: twenty points of 2.2 g/L are 180 g, as one weighs it 200.
    assert usual["sugar_g"] == 200
    fed = call.ok("GET", path(planned, f"forecast?sugar={usual['sugar_g']}"))
    lifted = fed["points"][0]["sg"] - usual["points"][0]["sg"]
    assert lifted == pytest.approx(200 / 4.1 / 2.2 / 1000, rel=0.05)
    assert usual["nutrient_g"] > 0
    helped = call.ok("GET", path(planned, f"forecast?nutrient={usual['nutrient_g']}"))
    assert helped["dry_likely"] <= usual["dry_likely"]
    for asked, at in (("sugar=900", "sugar"), ("nutrient=30", "nutrient"), ("sugar=nan", "sugar")):
        status, refused = call("GET", path(planned, f"forecast?{asked}"))
        assert (status, refused["errors"][0]["at"]) == (422, at)


def test_a_finished_jug_of_the_same_yeast_is_gone_by(call, planned):
    done = call.ok("POST", "jugs", {**JUG, "name": "Before"})
    call.ok("PUT", path(done, "plan"), {"based_on": done["kept"]["version"], "plan": PLAN})
    for jug, story in (
        (done, [(60, 1.080), (56, 1.050), (52, 1.020), (45, 1.000), (38, 0.995), (10, 0.995)]),
        (planned, [(6, 1.080), (3, 1.062)]),
    ):
        for days, sg in story:
            read(call, jug, sg, days)
        warm = {"kind": "measured", "what": {"temperature_c": 19}, "at": days_ago(story[0][0] - 1)}
        call.ok("POST", path(jug, "events"), warm)
    call.ok("GET", "jugs")
    assert call.ok("GET", path(planned, "forecast"))["learned_from"] == 1
    # Of another yeast it tells nothing.
    other = {**PLAN, "yeast": {"tolerance_abv": 16, "key": "champagne"}}
    third = call.ok("POST", "jugs", {**JUG, "name": "Third"})
    call.ok("PUT", path(third, "plan"), {"based_on": third["kept"]["version"], "plan": other})
    read(call, third, 1.080, 6)
    read(call, third, 1.062, 3)
    warm = {"kind": "measured", "what": {"temperature_c": 19}, "at": days_ago(5)}
    call.ok("POST", path(third, "events"), warm)
    assert call.ok("GET", path(third, "forecast"))["learned_from"] == 0
