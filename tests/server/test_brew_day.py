"""Brew day in the record: ticks, ways chosen, what was really poured."""

from datetime import datetime, timedelta
from uuid import uuid4

import pytest
from django.utils import timezone

from server.jugs.models import Event
from tests.server.conftest import JUG, PLAN

pytestmark = pytest.mark.django_db


def path(jug, *rest):
    return "/".join(["jugs", str(jug["id"]), *rest])


def step(day, key):
    return next(each for each in day["steps"] if each["key"] == key)


def test_brew_day_is_ones_own_and_follows_the_plan(call, planned, other_call):
    day = call.ok("GET", path(planned, "brew-day"))
    first = day["steps"][0]
    started = call.ok("POST", path(planned, "brew-day"), {"step": first["key"], "mark": "start"})
    assert started["steps"][0]["started_at"]
    done = call.ok("POST", path(planned, "brew-day"), {"step": first["key"], "mark": "done"})
    assert done["steps"][0]["done_at"]
    again = call.ok("POST", path(planned, "brew-day"), {"step": first["key"], "mark": "undo"})
    assert (again["steps"][0]["started_at"], again["steps"][0]["done_at"]) == (None, None)
    status, refused = call(
        "POST", path(planned, "brew-day"), {"step": "pour Nothing", "mark": "done"}
    )
    assert (status, refused["errors"][0]["at"]) == (422, "step")
    assert other_call("GET", path(planned, "brew-day"))[0] == 404


def test_a_wait_that_runs_is_told_today(call, planned, other_call):
    assert call.ok("GET", "today")["timers"] == []
    call.ok("POST", path(planned, "brew-day"), {"step": "sanitise", "mark": "start"})
    timer = call.ok("GET", "today")["timers"][0]
    assert (timer["jug"], timer["title"]) == (planned["id"], "Sanitise what touches it")
    left = datetime.fromisoformat(timer["until"]) - timezone.now()
    assert timedelta(seconds=100) < left <= timedelta(minutes=2)
    assert other_call.ok("GET", "today")["timers"] == []
    call.ok("POST", path(planned, "brew-day"), {"step": "sanitise", "mark": "done"})
    assert call.ok("GET", "today")["timers"] == []


def test_a_way_is_chosen_for_a_batch_and_as_a_habit(call, planned, other_call):
    chosen = {"school": "yeast_in", "option": "rehydrate"}
    call.ok("PUT", path(planned, "choices"), chosen)
    day = call.ok("GET", path(planned, "brew-day"))
    assert step(day, "wake")
    school = next(s for s in step(day, "yeast")["schools"] if s["key"] == "yeast_in")
    assert (school["chosen"], school["habit"]) == ("rehydrate", False)
    # A batch of its own: the next one is as usual, until it is a habit.
    other = call.ok("POST", "jugs", {**JUG, "name": "Next"})
    call.ok("PUT", path(other, "plan"), {"based_on": 1, "plan": PLAN})
    assert "wake" not in {s["key"] for s in call.ok("GET", path(other, "brew-day"))["steps"]}
    call.ok("PUT", path(planned, "choices"), {**chosen, "habit": True})
    assert step(call.ok("GET", path(other, "brew-day")), "wake")
    # And what a batch chose stands against the habit.
    call.ok("PUT", path(other, "choices"), {"school": "yeast_in", "option": "sprinkle"})
    assert "wake" not in {s["key"] for s in call.ok("GET", path(other, "brew-day"))["steps"]}
    assert other_call("PUT", path(planned, "choices"), chosen)[0] == 404


def test_every_question_can_be_answered_once_and_for_all(call, other_call):
    before = call.ok("GET", "jugs/habits")
    assert {school["place"] for school in before} == {"plan", "brew_day", "ferment", "bottle"}
    assert all(school["habit"] for school in before)
    for school in before:
        other = [each["key"] for each in school["options"] if each["offered"]][-1]
        call.ok("PUT", "jugs/habits", {"school": school["key"], "option": other})
        now = {each["key"]: each["chosen"] for each in call.ok("GET", "jugs/habits")}
        assert now[school["key"]] == other
    assert other_call.ok("GET", "jugs/habits") == before


@pytest.mark.parametrize(
    ("school", "option", "at"),
    [("gas_out", "tight_lid", "option"), ("gas_out", "none", "option"), ("moon", "full", "school")],
)
def test_what_is_not_offered_is_not_kept(call, planned, school, option, at):
    status, data = call("PUT", path(planned, "choices"), {"school": school, "option": option})
    assert (status, data["errors"][0]["at"]) == (422, at)


def test_swirling_is_due_daily_unless_it_is_left_alone(call, planned):
    at = (timezone.now() - timedelta(days=2)).isoformat()
    call.ok("POST", path(planned, "readings"), {"sg": 1.080, "at": at, "insist": True})

    def dues():
        row = next(r for r in call.ok("GET", "jugs") if r["id"] == planned["id"])
        return {due["what"]: due for due in row["due"]}

    swirl = dues()["swirl"]
    call.ok("POST", path(planned, "events"), swirl["done"])
    assert dues()["swirl"]["since"] > timezone.now().isoformat()
    call.ok("PUT", path(planned, "choices"), {"school": "swirl", "option": "never"})
    assert "swirl" not in dues()
    call.ok("PUT", path(planned, "choices"), {"school": "first_rack", "option": "week"})
    assert dues()["rack"]["done"] == {"kind": "racked", "what": {}}


def test_what_was_really_poured_changes_everything_after(call, planned):
    before = call.ok("GET", path(planned))["evaluation"]["must"]["sg"]["value"]
    day = call.ok("POST", path(planned, "brew-day/poured"), {"pour": "Water", "amount": 1800})
    water = step(day, "pour Water")
    assert (water["amount"], water["really"]) == (1800, True)
    thinner = call.ok("GET", path(planned))["evaluation"]["must"]["sg"]["value"]
    # A litre more in about 4.1: the points are spread over a quarter more.
    assert (thinner - 1) / (before - 1) == pytest.approx(4.1 / 5.1, abs=0.02)
    assert call("POST", path(planned, "readings"), {"sg": round(thinner, 3)})[0] == 200
    assert call("POST", path(planned, "brew-day/poured"), {"pour": "Water", "amount": 9})[0] == 409


def test_written_twice_the_last_holds_and_it_can_be_as_planned_after_all(call, planned):
    for amount in (500, 900):
        day = call.ok("POST", path(planned, "brew-day/poured"), {"pour": "Water", "amount": amount})
    assert step(day, "pour Water")["amount"] == 900
    day = call.ok("POST", path(planned, "brew-day/poured"), {"pour": "Water", "amount": None})
    assert (step(day, "pour Water")["amount"], step(day, "pour Water")["really"]) == (800, False)
    status, data = call("POST", path(planned, "brew-day/poured"), {"pour": "Beer", "amount": 1})
    assert (status, data["errors"][0]["at"]) == (422, "pour")


def test_a_reading_sent_twice_is_written_once(call, planned):
    body = {"sg": 1.080, "id": str(uuid4())}
    for _ in range(2):
        call.ok("POST", path(planned, "readings"), body)
    assert Event.objects.filter(kind="read").count() == 1
    fed = {"kind": "measured", "what": {"ph": 3.4}, "id": str(uuid4())}
    call.ok("POST", path(planned, "events"), fed)
    assert call("POST", path(planned, "readings"), {**body, "id": fed["id"]})[0] == 409


def test_a_refractometer_reads_before_and_after_but_proves_nothing(call, planned):
    at = [(timezone.now() - timedelta(days=days)).isoformat() for days in (40, 20, 1)]
    first = call.ok("POST", path(planned, "readings"), {"brix": 19.4, "at": at[0]})
    # 19.4 °Bx is 1.0806 (NBS Circular 440).
    assert first["readings"][0]["sg_at_20"] == pytest.approx(1.0806, abs=0.0003)
    for when in at[1:]:
        after = call.ok("POST", path(planned, "readings"), {"brix": 7.0, "at": when})
    assert len(after["readings"]) == 3
    assert after["readings"][2]["sg_at_20"] < 1.002
    assert not after["progress"]["proven"]
    status, data = call("POST", path(planned, "readings"), {"sg": 1.0, "brix": 7.0})
    assert (status, data["errors"][0]["at"]) == (422, "sg")


def test_hot_water_is_mixed_into_the_planned_must_and_nothing_is_kept(call, planned):
    body = {"hot_ml": 800, "hot_c": 100, "rest_c": 15}
    found = call.ok("POST", f"jugs/{planned['id']}/mixed", body)
    # 0.8 of 4.26 kg at 100 °C, the rest a thin syrup at 15: by hand a good 32 °C.
    assert found["celsius"] == pytest.approx(32.5, abs=0.7)
    assert "none goes in yet" in " ".join(found["says"])
    status, said = call("POST", f"jugs/{planned['id']}/mixed", {**body, "hot_ml": 9000})
    assert (status, said["errors"][0]["at"]) == (422, "hot_ml")
