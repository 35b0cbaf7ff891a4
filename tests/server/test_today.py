"""What is due across the jugs: put off, left out, taken back; and the calendar of it."""

from datetime import timedelta

import pytest
from dateutil import parser
from django.test import Client
from django.utils import timezone

from server.jugs.models import Event
from tests.kitchens import remade
from tests.server.conftest import PLAN
from tests.server.test_jugs import path

pytestmark = pytest.mark.django_db


@pytest.fixture
def pitched(call, planned):
    """A jug with three portions of nutrient planned and a part held back, pitched just now."""
    doses = [
        {"kind": "nutrient", "mass_g": 0.9, "when": f"after_{hours}_h"} for hours in (24, 48, 72)
    ]
    plan = {**PLAN, "doses": doses, "hold_back_ml": 300}
    kept = {"based_on": planned["kept"]["version"], "plan": plan}
    call.ok("PUT", path(planned, "plan"), kept)
    return call.ok("POST", path(planned, "readings"), {"sg": 1.080})


def move_back(days):
    for event in Event.objects.all():
        Event.objects.filter(id=event.id).update(at=event.at - timedelta(days=days))
    remade()


def tasks(call):
    return {
        (task["what"], parser.isoparse(task["since"])): task
        for task in call.ok("GET", "today")["tasks"]
    }


def test_what_is_due_comes_in_its_time(call, pitched):
    began = parser.isoparse(pitched["readings"][0]["at"])
    found = tasks(call)
    hours = [(since - began) / timedelta(hours=1) for what, since in found if what == "nutrient"]
    assert sorted(hours) == pytest.approx([24, 48, 72], abs=0.001)
    assert {what for what, _ in found} == {"nutrient", "pour_held_back", "read", "swirl"}
    assert call.ok("GET", "today")["said"] == "Nothing to do today."
    move_back(1.1)
    told = call.ok("GET", "today")
    assert told["said"] == "Two things to do now."
    assert [t["grams"] for t in told["tasks"] if t["state"] == "now"] == [0.9, None]
    move_back(0.9)
    # The first portion has waited too long; the second is to be given, and it wants reading.
    told = call.ok("GET", "today")
    assert told["said"].endswith("one of them late.")
    states = [(t["what"], t["state"]) for t in told["tasks"]]
    assert ("nutrient", "late") in states
    assert ("nutrient", "now") in states
    assert ("read", "now") in states


def test_a_portion_that_was_given_is_due_no_more(call, pitched):
    move_back(1.1)
    body = {"kind": "dosed", "what": {"dose": "nutrient_dap", "mass_g": 0.9}}
    call.ok("POST", path(pitched, "events"), body)
    assert sum(what == "nutrient" for what, _ in tasks(call)) == 2
    call.ok("POST", path(pitched, "events"), {"kind": "added", "what": {"held_back": True}})
    assert "pour_held_back" not in {what for what, _ in tasks(call)}


def test_nothing_is_fed_once_a_third_of_the_sugar_is_gone(call, pitched):
    move_back(2)
    call.ok("POST", path(pitched, "readings"), {"sg": 1.040})
    assert "nutrient" not in {what for what, _ in tasks(call)}


def test_later_and_not_at_all_and_back_again(call, pitched):
    move_back(3)
    read = next(task for task in call.ok("GET", "today")["tasks"] if task["what"] == "read")
    answer = {"jug": pitched["id"], "what": "read", "asked": read["asked"]}
    later = call.ok("POST", "today/put-off", {**answer, "days": 2})
    moved = next(task for task in call.ok("GET", "today")["tasks"] if task["what"] == "read")
    assert (moved["state"], moved["put_off"]) == ("coming", later["id"])
    wait = parser.isoparse(moved["since"]) - timezone.now()
    assert wait / timedelta(days=1) == pytest.approx(2, abs=0.01)
    status, refused = call("POST", "today/put-off", answer)
    assert (status, refused["errors"][0]["at"]) == (422, "reason")
    left_out = call.ok("POST", "today/put-off", {**answer, "reason": "away"})
    assert "read" not in {task["what"] for task in call.ok("GET", "today")["tasks"]}
    call.ok("DELETE", f"today/put-off/{left_out['id']}")
    call.ok("DELETE", f"today/put-off/{later['id']}")
    back = next(task for task in call.ok("GET", "today")["tasks"] if task["what"] == "read")
    assert (back["since"], back["put_off"]) == (read["since"], None)


def test_nobody_answers_for_another(call, pitched, other_call):
    read = next(task for task in call.ok("GET", "today")["tasks"] if task["what"] == "read")
    answer = {"jug": pitched["id"], "what": "read", "asked": read["asked"], "days": 1}
    assert other_call("POST", "today/put-off", answer)[0] == 404
    mine = call.ok("POST", "today/put-off", answer)
    assert other_call("DELETE", f"today/put-off/{mine['id']}")[0] == 404
    assert other_call.ok("GET", "today")["tasks"] == []


def unfolded(text):
    """Lines of an iCalendar file, read by nothing but its rule of folding (RFC 5545, 3.1)."""
    return text.replace("\r\n ", "").split("\r\n")


def events_of(text):
    events, now = [], None
    for line in unfolded(text):
        if line == "BEGIN:VEVENT":
            now = {}
        elif line == "END:VEVENT":
            events.append(now)
            now = None
        elif now is not None:
            name, _, value = line.partition(":")
            now[name.partition(";")[0]] = value
    return events


def test_the_calendar_is_private_stable_and_can_be_taken_back(call, account, pitched):
    account.time_zone = "Europe/London"
    account.save()
    assert call.ok("GET", "today/calendar")["path"] is None
    address = call.ok("POST", "today/calendar")["path"]
    assert call.ok("POST", "today/calendar")["path"] == address
    # Whoever follows it has nothing but the address.
    anyone = Client()
    answer = anyone.get(address)
    assert answer.headers["Content-Type"].startswith("text/calendar")
    before = events_of(answer.content.decode())
    assert len(before) == 6
    assert all(event["DTEND"] > event["DTSTART"] for event in before)
    assert any("Pour in what was held back".lower() in event["SUMMARY"] for event in before)
    body = {"kind": "dosed", "what": {"dose": "enzyme", "mass_g": 1}}
    call.ok("POST", path(pitched, "events"), body)
    after = events_of(anyone.get(address).content.decode())
    assert {e["UID"] for e in after} == {e["UID"] for e in before}
    assert min(int(e["SEQUENCE"]) for e in after) > max(int(e["SEQUENCE"]) for e in before)
    # Put off, it is the same event on another day.
    read = next(t for t in call.ok("GET", "today")["tasks"] if t["what"] == "read")
    call.ok(
        "POST",
        "today/put-off",
        {"jug": read["jug"], "what": "read", "asked": read["asked"], "days": 9},
    )
    moved = events_of(anyone.get(address).content.decode())
    assert {e["UID"] for e in moved} == {e["UID"] for e in after}
    old, new = (next(e for e in each if "-read-" in e["UID"]) for each in (after, moved))
    assert new["DTSTART"] > old["DTSTART"]
    assert int(new["SEQUENCE"]) > int(old["SEQUENCE"])
    one = call.client.get(f"/api/today/jugs/{pitched['id']}.ics")
    assert {e["UID"] for e in events_of(one.content.decode())} == {e["UID"] for e in after}
    call.ok("DELETE", "today/calendar")
    assert anyone.get(address).status_code == 404
    assert call.ok("POST", "today/calendar/restore")["path"] == address
    assert anyone.get(address).status_code == 200
    call.ok("DELETE", "today/calendar")
    assert call.ok("POST", "today/calendar")["path"] != address


def test_the_day_is_the_persons_own_across_a_change_of_clocks(call, account, pitched, monkeypatch):
    account.time_zone = "Europe/London"
    account.save()
    # 24 h after half past midnight on the last summer day: the clocks went back that night.
    began = parser.isoparse("2026-10-24T23:30:00+00:00")
    Event.objects.update(at=began)
    address = call.ok("POST", "today/calendar")["path"]
    monkeypatch.setattr("server.jugs.state.timezone.now", lambda: began + timedelta(hours=1))
    remade()
    fed = [e for e in events_of(Client().get(address).content.decode()) if "nutrient" in e["UID"]]
    # In London 00:30 BST on the 25th; a day later it is 23:30 GMT on the 25th.
    assert min(event["DTSTART"] for event in fed) == "20261025"
