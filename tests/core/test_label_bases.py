import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.pack.declared import (
    fermentable_g,
    from_powder,
    neat,
    per_us_serving,
    read_label,
    undiluted,
)


def test_a_us_serving_counts_30_ml_to_the_ounce_and_rounds_to_a_gram():
    label = per_us_serving("28", 8)
    assert label.per_unit() == pytest.approx(28 / 240)
    assert label.half_step_g == 0.5


@given(sugars=st.floats(0.5, 12), parts=st.floats(0.5, 8))
def test_diluting_a_cordial_gives_its_label_back(sugars, parts):
    drink = read_label(sugars, 100, "ml")
    cordial = neat(drink, parts)
    assert cordial.per_unit() / (1 + parts) == pytest.approx(drink.per_unit())


def test_the_printed_rounding_grows_with_the_strength():
    assert neat(read_label("4.4", 100, "ml"), 9).half_step_g == pytest.approx(0.5)


def test_a_concentrate_that_makes_so_much():
    frozen = undiluted(read_label("11", 100, "ml"), 340, 1360)
    assert frozen.per_unit() == pytest.approx(0.44)


def test_a_powder_in_a_litre():
    drink = from_powder(read_label("92", 100, "g"), 60)
    assert drink.per_unit() * 1000 == pytest.approx(55.2)
    assert drink.half_step_g == pytest.approx(0.03)


@pytest.mark.parametrize(
    ("carbohydrate", "sugars", "polyols", "ferments"),
    [(44, 44, 0, 44), (12, None, 0, 12), (10, 4, 5, 4), (10, None, 6, 4), (0, 0, 0, 0)],
)
def test_what_of_the_carbohydrate_ferments(carbohydrate, sugars, polyols, ferments):
    assert fermentable_g(carbohydrate, sugars, polyols) == ferments


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: neat(read_label("44", 100, "ml"), 5),
        lambda: neat(read_label("4", 100, "ml"), 0),
        lambda: neat(read_label("4", 100, "g"), 5),
        lambda: undiluted(read_label("11", 100, "ml"), 1000, 500),
        lambda: undiluted(read_label("60", 100, "ml"), 100, 1000),
        lambda: undiluted(read_label("11", 100, "g"), 100, 400),
        lambda: from_powder(read_label("50", 100, "ml"), 60),
        lambda: from_powder(read_label("50", 100, "g"), 0),
        lambda: fermentable_g(10, 12),
        lambda: fermentable_g(-1, 0),
        lambda: per_us_serving("28", 0),
    ],
)
def test_labels_that_contradict_themselves(wrong):
    with pytest.raises(JobError):
        wrong()
