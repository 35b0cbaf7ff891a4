"""How figures are shown and read is the account's own, and follows it."""

import pytest

from server.accounts.models import Account
from tests.server.conftest import CARTON, JUG, PLAN

US = {"shows": "us", "cup": "us", "gravity_scale": "brix", "temperature": "f"}


def changed(call, **more):
    settings = call.ok("GET", "session")["settings"]
    return call("PUT", "session/settings", {**settings, **more})


def planned_in(call):
    jug = call.ok("POST", "jugs", JUG)
    call.ok("PUT", f"jugs/{jug['id']}/plan", {"based_on": 1, "plan": PLAN})
    return call.ok("GET", f"jugs/{jug['id']}")


def test_settings_are_kept_and_told(call, other_call):
    status, session = changed(call, **US, currency="usd", calibrated_c=15.6, stem_offset=-0.002)
    assert status == 200
    assert session["settings"]["currency"] == session["currency"] == "USD"
    assert call.ok("GET", "session")["settings"]["stem_offset"] == -0.002
    # Nobody else's change with them.
    assert other_call.ok("GET", "session")["settings"]["shows"] == "metric"


@pytest.mark.parametrize(
    ("at", "value"),
    [
        ("shows", "cubits"),
        ("gallon", "irish"),
        ("cup", "tea"),
        ("gravity_scale", "twaddell"),
        ("temperature", "k"),
        ("currency", "pounds"),
        ("time_zone", "Moon/Tycho"),
        ("calibrated_c", 60),
        ("stem_offset", 0.2),
    ],
)
def test_settings_that_cannot_be_are_told_at_their_field(call, at, value):
    status, problem = changed(call, **{at: value})
    assert status == 422
    assert problem["errors"][0]["at"] == at
    assert Account.objects.filter(**{at: value}).count() == 0


def test_an_answer_is_said_in_the_kitchens_measures_and_is_the_same_answer(call):
    metric = planned_in(call)
    assert changed(call, **US)[0] == 200
    us = call.ok("GET", f"jugs/{metric['id']}")
    words = [pour["words"] for pour in us["evaluation"]["pours"]]
    # 3 L, 450 g and 800 ml: 12.7 and 3.4 US cups of 236.6 ml, 15.9 oz of 28.35 g.
    assert words == ["12.7 cups", "15.9 oz", "3.4 cups"]
    for key in ("must", "finish", "cost"):
        assert us["evaluation"][key] == metric["evaluation"][key]


def test_ones_own_hydrometer_is_put_right_in_every_reading(call):
    """Made for 15 °C it reads a point low at 20; two points too much are taken off."""
    jug = planned_in(call)
    assert changed(call, calibrated_c=15, stem_offset=0.002)[0] == 200
    body = {"sg": 1.080, "insist": True}
    (read,) = call.ok("POST", f"jugs/{jug['id']}/readings", body)["readings"]
    assert read["sg"] == 1.080
    assert read["sg_at_20"] == pytest.approx(1.080 - 0.002 + 0.001, abs=1e-4)


def test_a_carton_is_measured_with_the_same_hydrometer(call):
    product = call.ok("POST", "shelf/products", CARTON)
    assert changed(call, calibrated_c=15, stem_offset=0.002)[0] == 200
    read = {"sg": 1.050, "temperature_c": 20}
    measured = call.ok("POST", f"shelf/products/{product['id']}/measured", read)
    assert measured["measured_sg"] == pytest.approx(1.050 - 0.002 + 0.001, abs=1e-4)


def test_a_reading_put_right_is_held_against_a_true_stem(call):
    jug = planned_in(call)
    assert changed(call, stem_offset=0.010)[0] == 200
    first = call.ok("POST", f"jugs/{jug['id']}/readings", {"sg": 1.090, "insist": True})
    event = next(each for each in first["journal"] if each["kind"] == "read")
    assert event["what"]["instrument"]["offset"] == 0.010
    expected = first["evaluation"]["must"]["sg"]["value"]
    # Ten points too much on this stem is what the must has.
    what = {**event["what"], "sg": round(expected + 0.010, 3)}
    body = {"kind": "read", "what": what, "at": event["at"], "instead_of": event["id"]}
    (read,) = call.ok("POST", f"jugs/{jug['id']}/events", body)["readings"]
    assert (read["insisted"], read["sg_at_20"]) == (False, pytest.approx(expected, abs=0.001))
