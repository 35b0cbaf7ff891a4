"""What bottles want: by hand from the days of common practice, which nobody publishes."""

from datetime import UTC, datetime, timedelta

import pytest

from core.batch.due import done_by
from core.batch.fold import fold
from core.batch.life import life
from core.batch.lots import gas_to_come
from core.batch.standing import Standing, Stands
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
        "lot_moved",
        {"lot": "a", "did": "moved", "count": 6, "place": "cold", "temperature_c": 4},
    )
    moved = on(61, "lot_moved", **done_by(due)[1])
    assert set(whats(16, FIZZY, after=[moved])) == {"ready"}
    opened = on(61, "lot_moved", lot="a", did="opened", count=1)
    assert set(whats(16, FIZZY, after=[opened])) == {"move_cold"}


def moved(day, count, place, **more):
    return on(day, "lot_moved", lot="a", did="moved", count=count, place=place, **more)


def test_fizz_put_in_the_cold_too_early_waits_there_and_is_asked_into_the_warm():
    cold = moved(46, 6, "fridge", temperature_c=5, hour=18)
    # 5 °C is no fridge that stops it: 4 °C and below, common practice.
    assert set(whats(10, FIZZY, after=[cold])) == {"squeeze", "move_cold", "ready"}
    cold = moved(46, 6, "fridge", temperature_c=3, hour=18)
    found = whats(10, FIZZY, after=[cold])
    assert {"squeeze", "move_cold"} & set(found) == set()
    assert "all of it still counts for the gas" in found["stand_warm"].why
    # Ten days later in the warm again: its two weeks are counted from then.
    back = moved(56, 6, "kitchen", temperature_c=20, hour=18)
    again = whats(11, FIZZY, after=[cold, back])
    assert "stand_warm" not in again
    assert (again["squeeze"].since - whats(1, FIZZY)["squeeze"].since).days in (9, 10)
    assert (again["move_cold"].since - whats(1, FIZZY)["move_cold"].since).days in (9, 10)


def gas(days, *after):
    file = read_jug_file(file_of(plan(PEAR), *DRY, on(46, "bottled", lots=[FIZZY]), *after))
    at = file.events[3].at + timedelta(days=days)
    told = life(fold(file.plans, file.events, at), "Jug", at, {})
    return gas_to_come(told.lots[0], at)


def test_the_gas_to_come_is_told_for_where_they_stand():
    celsius, warm = gas(3)
    assert celsius == 20
    assert warm[0].worst > 1.5
    put_by = moved(49, 6, "fridge", temperature_c=3)
    celsius, cold = gas(4, put_by)
    assert celsius == 3
    # What came in three warm days stays; the rest all but waits.
    assert cold[0].worst == pytest.approx(gas(3)[1][0].worst, abs=0.05)
    assert cold[-1].expected < warm[-1].expected
    # All of it has come, or nobody has any left: nothing is told.
    assert gas(40)[1] == ()
    assert gas(3, on(47, "lot_moved", lot="a", did="given", count=6))[1] == ()


def test_two_weeks_warm_and_then_cold_is_as_it_should_be():
    cold = moved(61, 6, "fridge", temperature_c=3)
    assert set(whats(16, FIZZY, after=[cold])) == {"ready"}


def test_one_bottle_moved_leaves_the_others_where_they_stand():
    some = moved(47, 2, "fridge", temperature_c=3)
    found = whats(15, FIZZY, after=[some])
    # Four stand warm still: asked about, and for the same fridge.
    assert found["move_cold"].bottles == 6
    assert done_by(found["move_cold"])[1]["place"] == "fridge"
    assert "stand_warm" not in found


def test_what_bursts_in_the_cold_is_not_asked_into_the_warm():
    bursts = on(47, "lot_moved", lot="a", did="burst", count=1)
    cold = moved(47, 5, "fridge", temperature_c=3, hour=13)
    assert "stand_warm" not in whats(10, FIZZY, after=[bursts, cold])


def test_where_bottles_stand_is_counted_one_by_one():
    at = datetime(2026, 9, 1, tzinfo=UTC)
    stands = Stands([Standing("stairs", 6)], at)
    stands.moved(2, Standing("fridge", 2, 4.0), at + timedelta(days=3))
    assert {(p.place, p.count) for p in stands.parts} == {("stairs", 4), ("fridge", 2)}
    assert (stands.place, stands.cold, stands.left) == ("stairs", False, 6)
    # An opened one is of those where most stand.
    stands.gone(1, at + timedelta(days=4))
    assert {(p.place, p.count) for p in stands.parts} == {("stairs", 3), ("fridge", 2)}
    stands.moved(9, Standing("fridge", 9), at + timedelta(days=10))
    assert stands.parts == [Standing("fridge", 5, 4.0)]
    assert stands.cold
    # Ten days warm, and no more of them since.
    assert stands.warm_days(at + timedelta(days=50)) == pytest.approx(10)
    stands.all_at(18.0, at + timedelta(days=60))
    assert stands.warm_days(at + timedelta(days=61)) == pytest.approx(11)
    stands.gone(5, at + timedelta(days=61))
    assert (stands.left, stands.place) == (0, "fridge")


def test_one_bottle_put_in_the_cold_of_a_place_leaves_the_others_there_warm():
    at = datetime(2026, 9, 1, tzinfo=UTC)
    stands = Stands([Standing("stairs", 5)], at)
    stands.moved(1, Standing("stairs", 1, 4.0), at)
    assert {(p.count, p.cold) for p in stands.parts} == {(4, False), (1, True)}
    assert not stands.cold
    stands.moved(4, Standing("stairs", 4, 4.0), at)
    assert stands.parts == [Standing("stairs", 5, 4.0)]
