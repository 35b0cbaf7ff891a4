import pytest

from core.acid import ta_as
from core.errors import JobError
from core.label import read_label
from core.must import Pour
from core.sharpness import sharpness

WATER = Pour("Water", "water", volume_ml=1000)


def juice(fruit, ml, name=None):
    label = read_label("10", 100, "ml")
    return Pour(name or fruit, "juice", volume_ml=ml, fruit=fruit, label=label)


def test_water_halves_it():
    alone = sharpness([juice("orange", 1000)]).ta_tartaric_g_per_l
    halved = sharpness([juice("orange", 1000), WATER]).ta_tartaric_g_per_l
    # Source: 7 to 10 g/L as citric (memory).
    assert alone.value == pytest.approx(ta_as(8.5, "citric", "tartaric"), rel=1e-6)
    assert halved.value == pytest.approx(alone.value / 2, rel=2e-3)
    assert alone.low < alone.value < alone.high


def test_acid_added_by_the_gram_counts_exactly():
    acid = Pour("Citric acid", "acid", mass_g=2)
    plain = sharpness([juice("pear", 1000)])
    sharper = sharpness([juice("pear", 1000), acid])
    assert dict(sharper.by_pour)["Citric acid"] == pytest.approx(ta_as(2, "citric", "tartaric"))
    assert sharper.ta_tartaric_g_per_l.value > plain.ta_tartaric_g_per_l.value + 2


def test_two_brands_of_a_fruit_are_surer_than_one():
    def width(pours):
        ta = sharpness(pours).ta_tartaric_g_per_l
        return ta.high - ta.low

    twice = [juice("plum", 500, "Plum"), juice("plum", 500, "Plum")]
    assert width(twice) == pytest.approx(width([juice("plum", 1000, "Plum")]))
    assert width([juice("plum", 500, "A"), juice("plum", 500, "B")]) < width(twice)


def test_a_concentrate_counts_as_the_juice_it_was():
    label = read_label("77.5", 100, "ml")
    concentrate = Pour("Grape", "concentrate", volume_ml=200, fruit="grape", label=label)
    made_up = sharpness([concentrate, Pour("Water", "water", volume_ml=800)])
    assert made_up.ta_tartaric_g_per_l.value == pytest.approx(6, rel=0.02)


def test_sugar_honey_and_water_bring_none_and_a_nameless_concentrate_is_asked_for():
    honey = Pour("Honey", "syrup", mass_g=300, label=read_label("81", 100, "g"))
    assert sharpness([honey, WATER]).ta_tartaric_g_per_l.value == 0
    nameless = Pour("C", "concentrate", volume_ml=200, label=read_label("70", 100, "ml"))
    with pytest.raises(JobError, match="which fruit"):
        sharpness([nameless, WATER])
