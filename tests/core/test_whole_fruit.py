import pytest

from core.must.mixing import Pour, make_must, mix_of
from core.must.whole_fruit import start_reading
from core.pack.declared import read_label
from core.plan.evaluation import PricedPour, Recipe, evaluate

PEAR = Pour("Pear", "juice", 3000, fruit="pear", label=read_label("10.8", 100, "ml"))
PLUMS = Pour("Plums", "fruit", mass_g=1000, fruit="plum")
BERRIES = Pour("Raspberries", "fruit", mass_g=453.6, fruit="raspberry")
SUGAR, WATER = Pour("Sugar", "sugar", mass_g=800), Pour("Water", "water", 3000)


def test_sugar_is_conserved_between_fruit_and_liquid():
    pours = [SUGAR, WATER, PLUMS]
    everything = make_must(pours)
    assert everything.mix.sugar == pytest.approx(800 + mix_of(PLUMS).sugar)
    # Pulp does not dissolve, and takes room.
    assert everything.mix.mass + everything.pulp_g == pytest.approx(3000 * 0.9982 + 1800, rel=1e-3)
    assert everything.in_vessel_ml > everything.mix.volume_ml


def test_a_pound_of_berries_in_a_gallon_moves_a_juice_little_and_a_weak_wash_more():
    """Source: common practice, half a point for a juice must."""
    juice = make_must([PEAR.with_amount(3785)]).mix.sg
    with_berries = make_must([PEAR.with_amount(3785), BERRIES]).mix.sg
    assert abs(juice - with_berries) < 0.003
    water = make_must([WATER.with_amount(3785), BERRIES]).mix.sg
    assert water - 1 > 0.002


def test_a_first_reading_over_whole_fruit_may_be_from_before_or_after():
    pours = [SUGAR, WATER, PLUMS.with_amount(2000)]
    must = make_must(pours)
    band = start_reading(pours, must)
    assert band.low <= must.sg.low
    assert band.high >= make_must(pours[:2]).sg.high
    assert start_reading([PEAR], make_must([PEAR])) == make_must([PEAR]).sg
    assert start_reading([PLUMS], make_must([PLUMS])) == make_must([PLUMS]).sg


def test_what_a_label_says_of_the_fruit_is_for_the_whole_of_it():
    label = read_label("4.4", 100, "g")
    frozen = Pour("Frozen", "fruit", mass_g=500, fruit="raspberry", label=label)
    assert mix_of(frozen).sugar == pytest.approx(22, rel=1e-6)


def test_a_vessel_overflows_by_the_pulp_too():
    pours = tuple(PricedPour(p) for p in (WATER, PLUMS.with_amount(8000)))
    # What is liquid of it fills the vessel to the brim.
    liquid = make_must([p.pour for p in pours]).mix.volume_ml
    codes = [w.code for w in evaluate(Recipe(pours, vessel_ml=liquid)).warnings]
    assert "overflow" in codes
