"""Intervals that cannot go below nothing."""

import numpy as np
import pytest

from core.interval import Z90, Interval


@pytest.mark.parametrize("middle", [-10.0, -2.0, 0.0, 3.0, 40.0])
def test_below_nothing_is_ruled_out_and_the_rest_stands(middle):
    """Against drawing: of a normal doubt only what is above 0, its 5th and 95th percentile."""
    draws = np.random.default_rng(1).normal(middle, 5, 2_000_000)
    left = draws[draws > 0]
    found = Interval(middle, middle - 5 * Z90, middle + 5 * Z90).not_below_nothing()
    assert found.high == pytest.approx(np.percentile(left, 95), abs=0.1)
    assert found.value == max(middle, 0)
    assert found.low == pytest.approx(min(np.percentile(left, 5), max(middle, 0)), abs=0.1)


def test_far_below_and_without_doubt():
    assert Interval(-500, -508, -492).not_below_nothing().high < 10
    assert Interval(-1, -1, -1).not_below_nothing() == Interval(0, 0, 0)
