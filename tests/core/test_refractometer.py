import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.ferment.refractometer import METHOD, sg_by_refractometer, shown_brix, while_fermenting
from core.ferment.strength import fermented
from core.measure.density import sg_from_brix


@given(first=st.floats(8, 30), share=st.floats(0, 1))
def test_there_and_back_again(first, share):
    drink = fermented(100, first, share * first)
    behind = while_fermenting(first, shown_brix(drink))
    assert behind.sg.value == pytest.approx(drink.sg, abs=1e-6)
    assert behind.abv.value == pytest.approx(drink.abv, abs=1e-4)
    assert behind.sg.low < behind.sg.value < behind.sg.high
    assert behind.sg.high - behind.sg.low < 0.012
    assert behind.method == METHOD


def test_before_fermenting_it_shows_brix():
    assert shown_brix(fermented(100, 20, 0)) == pytest.approx(20, abs=0.001)
    assert sg_by_refractometer(20) == sg_from_brix(20)


def test_a_dry_wine_shows_about_seven_where_a_hydrometer_sinks_below_one():
    """Source: common practice; a dry wine of 12 % shows 6 to 8 on a refractometer."""
    dry = fermented(100, 20, 18)
    assert 6 < shown_brix(dry) < 8.5
    assert dry.sg < 0.999


@pytest.mark.parametrize("figures", [(20, 25), (20, 2), (50, 10)])
def test_figures_no_ferment_gives(figures):
    with pytest.raises(JobError):
        while_fermenting(*figures)
