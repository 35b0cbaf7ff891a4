"""A bottle that does not bear it is argued with, and never replaced by another that does not."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.bottle.closing import Contents, PrimedBy, closing, closure_of
from core.bottle.ways_out import ways_out
from core.tables import CLOSURES

CORK = closure_of("wine_bottle", "cork")
CROWN = closure_of("beer_bottle", "crown")


def test_a_bottle_that_bears_it_needs_no_way_out():
    assert ways_out(Contents(0.87, 1.0), CROWN, PrimedBy(5)) == ()


def test_a_primed_cork_is_left_still_or_the_bottle_changed():
    ways = ways_out(Contents(0.87, 1.0), CORK, PrimedBy(6.5))
    assert ways[0].text == "Leave these still"
    assert (ways[0].closure, ways[0].g_per_l) == (CORK, 0)
    assert ways[1].closure.bottle == "beer_bottle_returnable"


def test_too_much_sugar_is_brought_down_to_what_the_bottle_bears():
    """Half a tablespoon, 6.3 g, in 33 cl: 19 g/L. Room is (2.5 − 0.87 − 1/3.8) × 3.8 g/L."""
    ways = ways_out(Contents(0.87, 1.0), CROWN, PrimedBy(19.0))
    assert ways[0].g_per_l == pytest.approx(5.1)
    assert ways[0].text == "Prime with 5.1 g in a litre"


def test_stopped_sweet_is_led_to_a_vent():
    # About 80 g/L left are some 20 volumes: no closed bottle bears them.
    (way,) = ways_out(Contents(0.87, 80.0), CORK, PrimedBy())
    assert (way.closure.closure, way.closure.limit_volumes) == ("vented", None)


@given(
    dissolved=st.floats(0.5, 2),
    sugar=st.floats(0, 120),
    primed=st.floats(0, 40),
    row=st.sampled_from(list(CLOSURES.values())),
)
def test_no_way_out_leads_to_a_do_not(dissolved, sugar, primed, row):
    contents = Contents(dissolved, sugar)
    for way in ways_out(contents, row, PrimedBy(primed)):
        assert closing(contents, way.closure, PrimedBy(way.g_per_l)).word != "do_not"
        assert way.g_per_l <= primed
