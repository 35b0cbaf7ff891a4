"""What people write, and what they are shown."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.ferment.stems import stems
from core.measure.density import brix_from_sg
from core.measure.scales import baume_from_sg
from core.measure.units import SHOWN, measures, shown

BY_NAME = {measure.name: measure for measure in measures()}


def test_a_word_of_its_own_means_one_measure_and_a_plain_one_never_two_of_one_kitchen():
    own = [word for measure in measures() for word in measure.own]
    assert len(own) == len(set(own))
    plain = [(word, m.system) for m in measures() for word in m.words]
    assert len(plain) == len(set(plain))
    assert {m.system for m in measures() if "gallon" in m.words} == {"us", "imperial"}
    assert {m.system for m in measures() if "cup" in m.words} == {"us", "metric"}
    # Litres and grams are the same everywhere.
    assert BY_NAME["l"].system == BY_NAME["kg"].system == ""


def test_a_us_gallon_is_128_fluid_ounces_and_16_cups():
    gallon = BY_NAME["us gallon"].factor
    assert gallon == pytest.approx(128 * BY_NAME["us fluid ounce"].factor)
    assert gallon == pytest.approx(16 * BY_NAME["us cup"].factor)
    assert BY_NAME["imperial gallon"].factor == pytest.approx(8 * BY_NAME["imperial pint"].factor)
    assert BY_NAME["lb"].factor == pytest.approx(16 * BY_NAME["oz"].factor)


@pytest.mark.parametrize(
    ("amount", "by_mass", "system", "said"),
    [
        (750, False, "metric", "750 ml"),
        (4500, False, "metric", "4.50 L"),
        (4.4, True, "us", "4.4 g"),
        (60, True, "us", "2.1 oz"),
        (1000, True, "us", "2.20 lb"),
        (100, False, "us", "3.4 fl oz"),
        (473.176, False, "us", "2.0 cups"),
        (3785.42, False, "us", "1.00 US gal"),
        (568.3, False, "imperial", "1.0 pt"),
        (4546.1, False, "imperial", "1.00 gal"),
    ],
)
def test_amounts_are_shown_as_a_kitchen_says_them(amount, by_mass, system, said):
    assert shown(amount, by_mass, system) == said


@given(amount=st.floats(0, 50_000), system=st.sampled_from(sorted(SHOWN)), by_mass=st.booleans())
def test_what_is_shown_is_the_amount_to_its_last_digit(amount, system, by_mass):
    figure, _, unit = shown(amount, by_mass, system).partition(" ")
    rows = SHOWN[system]["mass" if by_mass else "volume"]
    (row,) = {row.unit: row for row in rows if row.unit == unit}.values()
    assert float(figure) * row.factor == pytest.approx(
        amount, abs=0.51 * row.factor / 10**row.decimals
    )


@given(sg=st.floats(0.981, 1.199))
def test_between_the_rows_of_a_scale_a_straight_line_is_near_enough(sg):
    for stem in stems():
        (x0, y0), (x1, y1) = next(
            pair for pair in zip(stem.points, stem.points[1:], strict=False) if pair[1][0] >= sg
        )
        between = y0 + (y1 - y0) * (sg - x0) / (x1 - x0)
        exact = {"sg": lambda g: g, "brix": brix_from_sg, "baume": baume_from_sg}.get(stem.key)
        if exact:
            assert between == pytest.approx(exact(sg), abs=0.02)
        assert y1 > y0


def test_scales_begin_at_water():
    """Water is 0 on every other scale; 1.0741 is 10 °Bé and 1.083 20 °Bx (NBS 440)."""
    for stem in stems()[1:]:
        assert dict(stem.points)[1.0] == pytest.approx(0, abs=0.01)
