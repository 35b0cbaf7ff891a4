"""Gas in closed bottles day by day. Common practice: felt after a week, there after two at 20 °C."""

import pytest

from core.bottle.gas_by_day import DAYS, gas_by_day
from core.errors import JobError


def by_day(warm_days=0.0, celsius=20.0, worst=4.1):
    return {on.days: on for on in gas_by_day(0.9, 2.5, worst, warm_days, celsius, 7.0)}


def test_it_begins_with_what_is_dissolved_and_is_there_after_two_weeks_warm():
    days = by_day()
    assert tuple(days) == DAYS
    assert days[0].expected == days[0].worst == pytest.approx(0.9)
    # All but a twentieth.
    assert days[14].expected == pytest.approx(2.5 - 0.05 * 1.6, abs=0.01)
    # Felt after a week: more than half of what is to come.
    assert 0.5 < (days[7].expected - 0.9) / 1.6 < 0.9


def test_the_worst_is_never_less_and_is_there_in_days():
    days = by_day()
    assert all(on.worst >= on.expected for on in days.values())
    assert days[7].worst > 4.0
    assert [on.worst for on in days.values()] == sorted(on.worst for on in days.values())


def test_what_stood_warm_before_is_counted_and_the_cold_waits():
    assert by_day(warm_days=5)[2].worst == pytest.approx(by_day()[7].worst)
    assert by_day(warm_days=5, celsius=4.0)[0].worst == pytest.approx(by_day()[7].worst, abs=0.2)
    cold, warm, hot = (by_day(celsius=celsius)[4] for celsius in (4.0, 20.0, 28.0))
    assert cold.worst < warm.worst < hot.worst
    # 2.2 times as quick in ten degrees: some quarter of it in sixteen degrees less.
    assert cold.expected - 0.9 < 0.4 * (warm.expected - 0.9)
    # And what is there presses less where it is cold.
    assert cold.bar < warm.bar < hot.bar


def test_a_warmth_no_bottle_stands_at_is_refused():
    with pytest.raises(JobError, match="0 to 40"):
        by_day(celsius=60.0)
