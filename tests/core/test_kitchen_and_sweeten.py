from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.finish.sweetening import (
    sugar_lifting_points,
    wine_word,
)
from core.measure.spoons import from_spoons, in_pieces, in_spoons, substances
from core.measure.trial import scaled_up


@given(
    mass=st.floats(2, 3000),
    substance=st.sampled_from(sorted(substances())),
    system=st.sampled_from(["metric", "us"]),
)
def test_spoons_hold_about_the_mass_and_say_their_spread(mass, substance, system):
    spoons = in_spoons(mass, substance, system)
    middle = (spoons.low_g + spoons.high_g) / 2
    # Off by half of the finest step, a quarter teaspoon, or what is not worth a spoon.
    assert abs(middle - mass) <= 0.5 * 0.25 * 5 * 1.45 + 0.01 * mass
    assert spoons.low_g < spoons.high_g
    back = [from_spoons(float(count), measure, substance) for count, measure in spoons.measures]
    assert sum(low for low, _ in back) == pytest.approx(spoons.low_g)
    assert sum(high for _, high in back) == pytest.approx(spoons.high_g)


@pytest.mark.parametrize(
    ("mass", "substance", "system", "text"),
    [
        (200, "white_sugar", "us", "1 US cup"),
        (412, "white_sugar", "us", "2 US cups and 1 US tablespoon"),
        (2.7, "potassium_sorbate", "metric", "1 teaspoon"),
        (4.2, "white_sugar", "metric", "1 teaspoon"),
    ],
)
def test_as_a_kitchen_says_it(mass, substance, system, text):
    assert in_spoons(mass, substance, system).text == text


def test_tablets_and_sachets():
    assert in_pieces(2.5, 5, "sachet") == (2.5, "half a sachet")
    assert in_pieces(0.44, 0.44, "tablet") == (0.44, "1 tablet")
    mass, said = in_pieces(0.8, 0.44, "tablet")
    assert (mass, said) == (pytest.approx(0.77), "1 and three quarters tablets")
    assert in_pieces(1.0, 0.44, "tablet", parts=2)[1] == "2 and a half tablets"


# Source: Regulation (EU) 2019/33 Annex III (memory).
@pytest.mark.parametrize(
    ("sugar", "acid", "word"),
    [
        (4, None, "dry"), (5, None, "medium dry"), (8, 6.5, "dry"), (9, 5, "medium dry"),
        (12, None, "medium dry"), (16, 6.5, "medium dry"), (16, None, "medium"), (45, None, "medium"), (46, 9, "sweet"),
    ],
)  # fmt: skip
def test_wine_words(sugar, acid, word):
    assert wine_word(sugar, acid) == word


def test_a_point_is_lifted_by_2_6_grams():
    """Source: common practice."""
    assert sugar_lifting_points(1) == pytest.approx(2.6, abs=0.05)
    assert scaled_up(100, 3, 4500) == pytest.approx(135)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: in_spoons(100, "flour"),
        lambda: in_spoons(100, "honey", "imperial"),
        lambda: in_spoons(0, "honey"),
        lambda: in_spoons(0.1, "honey"),
        lambda: from_spoons(1, "cup", "honey"),
        lambda: from_spoons(-1, "us cup", "honey"),
        lambda: in_pieces(1, 0, "tablet"),
        lambda: in_pieces(0.01, 0.44, "tablet"),
        lambda: wine_word(-1),
        lambda: scaled_up(0, 1, 4500),
        lambda: scaled_up(100, -1, 4500),
        lambda: sugar_lifting_points(-1),
    ],
)
def test_what_cannot_be_said_or_sweetened(wrong):
    with pytest.raises(JobError):
        wrong()


def test_counts_are_exact():
    assert in_spoons(212.5, "white_sugar", "us").measures[0] == (Fraction(1), "us cup")
