"""Lines of lists: made when something is written, renewed beside the server, never in a GET; and
what a new version no longer says of a jug, told once. Lines of the version before are written here
as that version wrote them: without the keys that came since."""

import io
import json
from datetime import timedelta

import pytest
from dateutil import parser
from django.core.management import call_command
from django.utils import timezone

from server.jugs.models import Event, Jug
from server.jugs.rows import renew
from tests.server.conftest import CORK, JUG
from tests.server.test_jugs import path

BEFORE = "the rules before"


def as_before(jug, headline, **more):
    """The line as the version before left it."""
    kept = json.loads(Jug.objects.get(id=jug["id"]).row)
    for key in ("proven", "corks", "of"):
        kept.pop(key, None)
    kept |= {"headline": headline, **more}
    Jug.objects.filter(id=jug["id"]).update(row=json.dumps(kept), row_of=BEFORE, row_at=None)


def the_row(call):
    (row,) = call.ok("GET", "jugs")
    return row


@pytest.fixture
def half(call, planned):
    """Read at half its way, four weeks ago: whatever was said of it then, it is not proven."""
    call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    at = (timezone.now() - timedelta(days=28)).isoformat()
    Event.objects.update(at=timezone.now() - timedelta(days=40))
    return call.ok("POST", path(planned, "readings"), {"sg": 1.010, "at": at})


def test_a_list_works_nothing_out_and_says_so(call, half):
    as_before(half, "Dry, and proven.", abv=11.5)
    row = the_row(call)
    # Never the old verdict, and none of its figures.
    assert (row["headline"], row["abv"], row["sg"], row["due"], row["of"]) == (
        "Working it out.", None, None, [], None,
    )  # fmt: skip
    assert row["drinks"]
    assert Jug.objects.get(id=half["id"]).row_of == BEFORE
    today = call.ok("GET", "today")
    assert (today["tasks"], today["working"]) == ([], 1)
    # Nor do the other pages.
    for page in ("cellar", "practice", path(half)):
        call("GET", page)
    assert Jug.objects.get(id=half["id"]).row_of == BEFORE


def test_the_command_works_it_out_and_today_tells_once_what_it_no_longer_is(call, half):
    as_before(half, "Dry, and proven.")
    assert call.ok("GET", "today")["changes"] == []
    call_command("renew", once=True, stdout=(told := io.StringIO()))
    assert told.getvalue() == "Jugs worked out anew: 1\n"
    row = the_row(call)
    assert row["headline"] not in ("Working it out.", "Dry, and proven.")
    (changed,) = call.ok("GET", "today")["changes"]
    assert changed["jug"] == half["id"]
    assert "proven dry" in changed["text"]
    assert "test for sugar" in changed["text"]
    # Told once: pressed away it is gone, and comes back where that was a slip.
    call.ok("PUT", f"today/changes/{half['id']}", {"seen": True})
    assert call.ok("GET", "today")["changes"] == []
    call.ok("PUT", f"today/changes/{half['id']}", {"seen": False})
    assert len(call.ok("GET", "today")["changes"]) == 1
    call_command("renew", once=True, stdout=(told := io.StringIO()))
    assert told.getvalue() == ""


def test_what_was_never_proven_is_no_news(call, half):
    as_before(half, "Slow.")
    call_command("renew", once=True, stdout=io.StringIO())
    assert call.ok("GET", "today")["changes"] == []


def test_what_may_be_corked_no_longer_is_told_too(call, half):
    as_before(half, "Stabilised.", corks=True, proven=False)
    call_command("renew", once=True, stdout=io.StringIO())
    (changed,) = call.ok("GET", "today")["changes"]
    assert "closed" in changed["text"]


def test_a_reading_is_not_a_change_of_rules(call, half):
    """What something written made of it is on the jug's page; it is not told as news."""
    kept = json.loads(Jug.objects.get(id=half["id"]).row) | {"proven": True, "corks": True}
    Jug.objects.filter(id=half["id"]).update(row=json.dumps(kept))
    call.ok("POST", path(half, "readings"), {"sg": 1.009})
    assert call.ok("GET", "today")["changes"] == []


def test_somebody_elses_change_is_not_there(call, other_call, half):
    as_before(half, "Dry, and proven.")
    call_command("renew", once=True, stdout=io.StringIO())
    assert other_call.ok("GET", "today")["changes"] == []
    assert other_call("PUT", f"today/changes/{half['id']}", {"seen": True})[0] == 404
    assert len(call.ok("GET", "today")["changes"]) == 1


def test_a_jug_goes_on_by_itself_and_its_line_with_it(call, half):
    row = the_row(call)
    assert timezone.now() - parser.isoparse(row["of"]) < timedelta(minutes=1)
    assert not renew(Jug.objects.all(), 10)
    old = timezone.now() - timedelta(hours=25)
    Jug.objects.update(row_at=old)
    assert parser.isoparse(the_row(call)["of"]) == old
    assert renew(Jug.objects.all(), 10) == 1
    assert parser.isoparse(the_row(call)["of"]) > old


def test_a_line_made_from_what_was_before_a_write_is_not_kept(call, half, monkeypatch):
    """Somebody writes while a line is worked out: the older state does not stand on the newer."""
    from server.jugs import rows

    Jug.objects.update(row_of=BEFORE)
    made = rows._row

    def meanwhile(state, ahead):
        out = made(state, ahead)
        monkeypatch.setattr(rows, "_row", made)
        call.ok("POST", path(half, "readings"), {"sg": 1.004})
        return out

    monkeypatch.setattr(rows, "_row", meanwhile)
    renew(Jug.objects.all(), 10)
    assert the_row(call)["sg"] == 1.004


def test_closed_bottles_that_bear_less_than_may_come_stand_first_and_at_once(call, half):
    lots = [{"size_ml": 750, "count": 2, **CORK}]
    wish = {"bottles": lots, "insist": True, "against_advice": "for the shelf"}
    call.ok("POST", path(half, "bottling"), wish)
    as_before(half, "Bottled.", due=[])
    call_command("renew", once=True, stdout=io.StringIO())
    first = call.ok("GET", "today")["tasks"][0]
    assert (first["what"], first["state"]) == ("make_safe", "now")


def test_those_of_whoever_was_here_last_come_first(call, other_call, half, account, other_account):
    other_call.ok("POST", "jugs", JUG)
    account.last_login, other_account.last_login = timezone.now(), None
    account.save()
    other_account.save()
    Jug.objects.update(row_of=BEFORE)
    assert renew(Jug.objects.all(), 1) == 1
    assert Jug.objects.get(id=half["id"]).row_of != BEFORE


def test_every_jug_that_a_write_reaches_has_its_line_made(call, half):
    other = call.ok("POST", "jugs", JUG)
    into = {"into": [{"jug": str(other["id"]), "volume_ml": 1000}]}
    call.ok("POST", path(half, "events"), {"kind": "transferred", "what": into})
    assert all(row["of"] for row in call.ok("GET", "jugs"))


def test_one_line_that_fails_takes_no_other_along(call, half, monkeypatch):
    from server.jugs import rows

    other = call.ok("POST", "jugs", JUG)
    Jug.objects.update(row_of=BEFORE)
    made = rows._row

    def fails(state, ahead):
        if state.jug.id == half["id"]:
            raise ValueError("no such thing")
        return made(state, ahead)

    monkeypatch.setattr(rows, "_row", fails)
    renew(Jug.objects.all(), 10)
    listed = {row["id"]: row for row in call.ok("GET", "jugs")}
    assert listed[other["id"]]["headline"] == "Still a plan."
    assert "could not be worked out" in listed[half["id"]]["headline"]
    # It is not tried again and again, but after the next write.
    assert renew(Jug.objects.all(), 10) == 0
    monkeypatch.setattr(rows, "_row", made)
    call.ok("POST", path(half, "readings"), {"sg": 1.008})
    assert {row["sg"] for row in call.ok("GET", "jugs")} == {1.008, None}
