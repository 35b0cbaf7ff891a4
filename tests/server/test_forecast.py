"""A forecast over the API: none before there is what it takes, and what would bring it."""

from datetime import datetime, timedelta

import pytest

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
