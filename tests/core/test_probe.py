"""Probes beside a person's readings: the offset, and what is told."""

from datetime import UTC, datetime, timedelta

import pytest

from core.ferment.probe import BAND_C, fitted_offset, state_to_tell, warmth_to_tell

NOW = datetime(2026, 11, 27, 18, tzinfo=UTC)


def test_the_offset_is_the_middle_and_a_slip_moves_nothing():
    pairs = [(1.0842, 1.080), (1.0440, 1.040), (1.0040, 0.100), (1.0000, 0.996)]
    # By hand: 0.0042, 0.0040, 0.904 and 0.0040; the middle of them is 0.0041.
    assert fitted_offset(pairs) == pytest.approx(0.0041, abs=1e-9)


@pytest.mark.parametrize("pairs", [[], [(1.084, 1.080)], [(1.09, 1.04), (1.08, 1.03)]])
def test_too_few_or_too_far_off_tell_no_offset(pairs):
    assert fitted_offset(pairs) is None


def test_outside_its_band_it_says_which_way():
    low, high = BAND_C
    assert warmth_to_tell(None, low, high) is None
    assert warmth_to_tell(low, low, high) is warmth_to_tell(high, low, high) is None
    assert "cool it" in warmth_to_tell(high + 0.1, low, high)
    assert "warm it" in warmth_to_tell(low - 0.1, low, high)


def test_silent_or_empty_it_says_so():
    assert state_to_tell(NOW, 0.5, NOW + timedelta(hours=11)) is None
    assert "13 hours" in state_to_tell(NOW, 0.5, NOW + timedelta(hours=13))
    assert "14 %" in state_to_tell(NOW, 0.14, NOW)
    assert state_to_tell(None, None, NOW) is None
