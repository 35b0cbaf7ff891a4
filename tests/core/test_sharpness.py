import pytest

from core import tables
from core.errors import JobError
from core.must.acidity import ta_as
from core.must.mixing import Pour, make_must
from core.must.sharpness import sharpness as sharpness_of
from core.must.tannin import tannin, tannin_to_add_g
from core.pack.declared import read_label


def sharpness(pours):
    return sharpness_of(pours, make_must(pours).mix.volume_ml)


WATER = Pour("Water", "water", volume_ml=1000)


def juice(fruit, ml, name=None):
    label = read_label("10", 100, "ml")
    return Pour(name or fruit, "juice", volume_ml=ml, fruit=fruit, label=label)


def test_water_halves_it():
    alone = sharpness([juice("orange", 1000)]).g_per_l
    halved = sharpness([juice("orange", 1000), WATER]).g_per_l
    # Source: 7 to 10 g/L as citric (memory).
    assert alone.value == pytest.approx(ta_as(8.5, "citric", "tartaric"), rel=1e-6)
    assert halved.value == pytest.approx(alone.value / 2, rel=2e-3)
    assert alone.low < alone.value < alone.high


def test_acid_added_by_the_gram_counts_exactly():
    acid = Pour("Citric acid", "acid", mass_g=2)
    plain = sharpness([juice("pear", 1000)])
    sharper = sharpness([juice("pear", 1000), acid])
    assert sharper.by_pour_g[1] == pytest.approx(ta_as(2, "citric", "tartaric"))
    assert sharper.g_per_l.value > plain.g_per_l.value + 2


def test_two_brands_of_a_fruit_are_surer_than_one():
    def width(pours):
        ta = sharpness(pours).g_per_l
        return ta.high - ta.low

    twice = [juice("plum", 500, "Plum"), juice("plum", 500, "Plum")]
    assert width(twice) == pytest.approx(width([juice("plum", 1000, "Plum")]))
    assert width([juice("plum", 500, "A"), juice("plum", 500, "B")]) < width(twice)


def test_a_concentrate_counts_as_the_juice_it_was():
    label = read_label("77.5", 100, "ml")
    concentrate = Pour("Grape", "concentrate", volume_ml=200, fruit="grape", label=label)
    made_up = sharpness([concentrate, Pour("Water", "water", volume_ml=800)])
    assert made_up.g_per_l.value == pytest.approx(6, rel=0.02)


def test_sugar_honey_and_water_bring_none_and_a_nameless_concentrate_the_usual():
    honey = Pour("Honey", "syrup", mass_g=300, label=read_label("81", 100, "g"))
    assert sharpness([honey, WATER]).g_per_l.value == 0
    nameless = Pour("C", "concentrate", volume_ml=200, label=read_label("70", 100, "ml"))
    brought = sharpness([nameless, WATER]).g_per_l
    assert 0 < brought.low < brought.value < brought.high


def test_each_acid_counts_as_itself():
    tartaric, citric = (
        sharpness([WATER, Pour("A", "acid", mass_g=3, acid=key)]).by_pour_g[1]
        for key in ("tartaric", "citric")
    )
    assert tartaric == pytest.approx(3)
    # Source: equivalent masses, 75.04 and 64.04.
    assert citric == pytest.approx(3 * 75.04 / 64.04, rel=1e-3)


def test_a_sweet_powder_brings_less_acid_than_a_sugar_free_one():
    def powder(sugars):
        label = read_label(sugars, 100, "g")
        return Pour("Powder", "powder", mass_g=50, label=label)

    assert sharpness([WATER, powder("94")]).g_per_l.value < 3
    assert sharpness([WATER, powder("5")]).g_per_l.value > 15


def test_a_tannin_target_is_not_met_by_a_powder_half_of_which_is_tannin():
    """2.5 g/L wanted, 2.5 g/L of powder put in: the jug holds little more than half of it."""
    pours = [WATER, Pour("Tannin", "tannin", mass_g=2.5)]
    brought = tannin(pours, 1000).g_per_l
    assert brought.high < 2
    fewest, most = tannin_to_add_g(1000, 2.5)
    assert 2.5 < fewest < most


def test_tannin_adds_up_over_juices_tea_and_powder():
    pours = [
        juice("elderberry", 1000),
        Pour("Tea", "tannin", mass_g=8, tannin="tea"),
        Pour("Sugar", "sugar", mass_g=100),
        WATER,
    ]
    brought = tannin(pours, 2000)
    # A 2 g bag brings 0.14 to 0.26 g; elderberry 1.5 to 3 g/L (memory, both).
    assert brought.by_pour_g == pytest.approx((2.25, 0.8, 0, 0), rel=0.01)
    assert brought.g_per_l.value == pytest.approx(1.525, rel=0.01)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: tannin_to_add_g(0, 1),
        lambda: tannin_to_add_g(1000, 9),
        lambda: tannin_to_add_g(1000, 1, "oak"),
        lambda: Pour("A", "acid", mass_g=1, acid="battery").composition(),
        lambda: Pour("T", "tannin", mass_g=1, tannin="oak").composition(),
        lambda: Pour("P", "powder", mass_g=1).composition(),
    ],
)
def test_what_cannot_be(wrong):
    with pytest.raises(JobError) as raised:
        wrong()
    assert raised.value.text.endswith(".")


def test_every_fruit_has_its_acid_tannin_and_pulp_in_order():
    for fruit in tables.FRUITS.values():
        for low, high in (fruit.acid, fruit.tannin, fruit.pulp):
            assert 0 <= low < high
