"""Musts and their ends against handbook figures and other routes to them."""

import pytest

from core.aim import Aim, solve
from core.ferment import finish
from core.label import read_label
from core.must import Pour, make_must
from core.strength import abv_by_mass_balance, quick_sum

SUGAR = Pour("Sugar", "sugar", mass_g=0.0)
WATER = Pour("Water", "water", volume_ml=0.0)
POUND_G = 453.59237
US_GALLON_ML = 3785.411784


def wash(og, volume_ml=1000.0):
    return make_must(solve([SUGAR, WATER], Aim(("Sugar", "Water"), og=og, fill_ml=volume_ml)))


def test_four_kilos_in_23_litres_of_water():
    """Source: mass balance by hand; 1 kg of sugar takes 0.62 L (common practice)."""
    must = make_must([Pour("Sugar", "sugar", mass_g=4000), Pour("Water", "water", volume_ml=23000)])
    assert must.mix.volume_ml == pytest.approx(25_500, abs=60)
    assert must.mix.sg == pytest.approx(1.060, abs=5e-4)


def test_four_kilos_made_up_to_23_litres():
    """Source: common practice, the same sum for a final volume."""
    sugar = Pour("Sugar", "sugar", mass_g=4000)
    low, high = 15_000.0, 23_000.0
    for _ in range(60):
        water = (low + high) / 2
        mix = make_must([sugar, Pour("Water", "water", volume_ml=water)]).mix
        low, high = (water, high) if mix.volume_ml < 23_000 else (low, water)
    assert mix.sg == pytest.approx(1.067, abs=5e-4)


def test_a_pound_in_a_us_gallon_is_46_points():
    """Source: common practice, sugar at 46 points per pound per US gallon."""
    must = wash(1.046, US_GALLON_ML)
    assert must.mix.sugar == pytest.approx(POUND_G, rel=0.01)
    assert 1000 * (must.mix.sg - 1) == pytest.approx(46, abs=0.01)


def test_quick_sum():
    assert quick_sum(1.060, 1.000) == pytest.approx(7.875)


def balling(og, sg):
    """Source: Balling's formulas with his constants (memory)."""
    from core.density import brix_from_sg

    original, apparent = brix_from_sg(og), brix_from_sg(sg)
    real = 0.1808 * original + 0.8192 * apparent
    return (original - real) / (2.0665 - 0.010665 * original) * sg / 0.7907


@pytest.mark.parametrize(
    ("og", "sg"), [(1.060, 1.000), (1.110, 1.020), (1.045, 1.010), (1.090, 0.995), (1.060, 0.990)]
)
def test_strength_from_readings_against_balling(og, sg):
    assert abv_by_mass_balance(og, sg) == pytest.approx(balling(og, sg), rel=0.015)


@pytest.mark.parametrize(("hexose_g_per_l_per_percent", "percent"), [(16.83, 12.5), (17.5, 12.03)])
def test_200_grams_of_sugar_lie_between_the_other_two_yields(hexose_g_per_l_per_percent, percent):
    """Source: EU wine law, 16.83 g/L of hexose per % vol; 17.5 is common practice."""
    of_must = 200 * 1.0526 / hexose_g_per_l_per_percent
    assert of_must == pytest.approx(percent, abs=0.02)
    must = make_must(solve([SUGAR, WATER], Aim(("Sugar", "Water"), og=1.0765, fill_ml=1000)))
    ours = finish(must).abv.value * 200 / must.mix.sugar
    assert ours == pytest.approx(12.3, abs=0.15)


@pytest.mark.parametrize(("og", "ends"), [(1.060, 0.990), (1.083, 0.987), (1.100, 0.984)])
def test_dry_washes(og, ends):
    """Source: common practice; washes end "about" here."""
    assert finish(wash(og)).sg.value == pytest.approx(ends, abs=0.002)


def test_a_ten_percent_yeast_in_1100():
    """Source: common practice: it stops near 1.024-1.026."""
    ends = finish(wash(1.100), 10)
    assert ends.limited_by == "yeast"
    assert ends.sg.low < 1.024 < 1.026 < ends.sg.high
    assert ends.sg.value == pytest.approx(1.025, abs=0.002)


@pytest.mark.parametrize(
    ("fruit", "sugars", "low", "high"),
    [
        ("apple", "10.4", 1.045, 1.050),
        ("grape", "15.6", 1.063, 1.072),
        ("orange", "9", 1.044, 1.052),
    ],
)
def test_what_a_carton_reads(fruit, sugars, low, high):
    """Source: Directive 2001/112/EC Annex V puts these at 1.045, 1.065 and 1.045 at least."""
    label = read_label(sugars, 100, "ml")
    sg = make_must([Pour("Juice", "juice", volume_ml=1000, fruit=fruit, label=label)]).sg
    assert low <= sg.value <= high
    assert sg.low < sg.value < sg.high
    assert sg.high - sg.low < 0.012


def test_honey_is_as_heavy_as_honey():
    """Source: Codex Stan 12: 20 % water at most; 1.42 and more is common practice."""
    label = read_label("81", 100, "g")
    assert make_must([Pour("Honey", "syrup", mass_g=500, label=label)]).mix.sg > 1.42


def test_dry_apple_cider_ends_where_cider_ends():
    """Source: common practice, 0.996 to 1.001."""
    label = read_label("10.4", 100, "ml")
    must = make_must([Pour("Apple", "juice", volume_ml=4500, fruit="apple", label=label)])
    assert 0.996 <= finish(must).sg.value <= 1.001
    assert 5.5 <= finish(must).abv.value <= 6.5
