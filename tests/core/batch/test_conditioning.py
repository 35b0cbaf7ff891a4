"""What bottles want: by hand from the days of common practice, which nobody publishes."""

from datetime import timedelta

import pytest

from core.batch.due import done_by
from core.batch.fold import fold
from core.batch.life import life
from core.files.jug_file import read_jug_file
from tests.core.batch.jugs import PEAR, file_of, lot, on, plan

DRY = [on(1, "pitched"), on(20, "read", sg=0.998), on(45, "read", sg=0.998)]
FIZZY = lot("a", 330, 6, "sparkling_bottle", "crown", priming={"g_per_l": 8})
STILL = lot("b", 750, 1)


def whats(days, *lots, choices=None, after=()):
    file = read_jug_file(file_of(plan(PEAR), *DRY, on(46, "bottled", lots=list(lots)), *after))
    at = file.events[3].at + timedelta(days=days)
    world = fold(file.plans, file.events, at)
    told = life(world, "Jug", at, choices or {})
    return {due.what: due for due in told.due if due.lot}


@pytest.mark.parametrize(
    ("days", "expected"),
    [(1, {"squeeze", "move_cold", "ready"}), (14, {"squeeze", "move_cold", "ready"}),
     (15, {"move_cold", "ready"}), (29, {"ready"}), (45, set())],
)  # fmt: skip
def test_fizz_is_felt_then_chilled_then_drunk(days, expected):
    found = whats(days, FIZZY)
    assert set(found) == expected
    if "move_cold" in found:
        assert (found["move_cold"].since - found["ready"].since) == timedelta(0)


def test_still_wine_waits_three_months_and_nothing_is_felt():
    assert set(whats(1, STILL)) == {"ready"}
    ready = whats(1, STILL)["ready"]
    assert (ready.until - ready.since).days == 30
    assert whats(121, STILL) == {}


def test_who_keeps_it_for_years_or_drinks_at_once_is_told_so():
    year = whats(1, STILL, choices={"age": "years"})["ready"].since
    assert (year - whats(1, STILL)["ready"].since).days == 365 - 90
    assert whats(1, STILL, choices={"age": "now"}) == {}


def test_put_in_the_cold_it_is_asked_no_more_and_opened_it_is_ready():
    due = whats(15, FIZZY)["move_cold"]
    assert done_by(due) == (
        "lot_moved", {"lot": "a", "did": "moved", "count": 6, "place": "cold"},
    )  # fmt: skip
    moved = on(61, "lot_moved", **done_by(due)[1])
    assert set(whats(16, FIZZY, after=[moved])) == {"ready"}
    opened = on(61, "lot_moved", lot="a", did="opened", count=1)
    assert set(whats(16, FIZZY, after=[opened])) == {"move_cold"}
