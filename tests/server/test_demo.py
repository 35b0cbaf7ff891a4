from datetime import UTC, datetime, timedelta
from itertools import pairwise

import pytest
from django.test import Client
from django.utils import timezone

from server.demo.load import load

NOW = datetime(2026, 11, 20, 12, tzinfo=UTC)


@pytest.fixture
def kitchen(db):
    account = load(NOW)
    client = Client()
    client.force_login(account, backend="django.contrib.auth.backends.ModelBackend")
    return client


def test_each_visitor_has_a_copy_and_old_ones_go(db, settings, django_user_model):
    settings.AMBER_DEMO = True
    visitors = [Client(), Client()]
    for visitor in visitors:
        assert visitor.post("/api/session/demo").json()["signed_in"]
    first, second = (v.get("/api/jugs").json()[0]["id"] for v in visitors)
    visitors[0].delete(f"/api/jugs/{first}")
    assert len(visitors[1].get("/api/jugs").json()) == 12
    assert visitors[0].get(f"/api/jugs/{second}").status_code == 404
    demos = django_user_model.objects.filter(is_demo=True)
    assert demos.count() == 2
    load(timezone.now() + timedelta(days=4))
    assert demos.count() == 1


def test_the_shelf_and_the_jugs(kitchen):
    assert len(kitchen.get("/api/shelf/products").json()["items"]) >= 14
    jugs = kitchen.get("/api/jugs").json()
    assert len(jugs) >= 6
    assert {jug["stage"] for jug in jugs} == {
        "plan",
        "ferment",
        "clear",
        "finish",
        "bottle",
        "bottled",
    }


def test_its_readings_are_ones_the_app_itself_would_not_question(kitchen):
    for row in kitchen.get("/api/jugs").json():
        jug = kitchen.get(f"/api/jugs/{row['id']}").json()
        assert jug["problem"] is None
        gravities = [reading["sg_at_20"] for reading in jug["readings"]]
        assert all(later <= before + 0.001 for before, later in pairwise(gravities))
        if gravities:
            expected = jug["evaluation"]["must"]["sg"]
            assert expected["low"] <= gravities[0] <= expected["high"]


def test_it_is_dated_back_from_the_day_it_is_loaded(kitchen):
    jugs = [kitchen.get(f"/api/jugs/{row['id']}").json() for row in kitchen.get("/api/jugs").json()]
    newest = max(reading["at"] for jug in jugs for reading in jug["readings"])
    assert newest.startswith("2026-11-19")
