"""Each threshold of the journal, held from both sides."""

import pytest

from core.batch.fold import fold
from core.files.jug_file import read_jug_file
from core.finish.pasteurising import pasteurisation_units
from tests.core.batch.jugs import PEAR, file_of, lot, on, plan, sugar, told

SWEET = plan(PEAR, sugar(300))
READ_SD = 0.001 / 1.6449


def jug_of(*journal):
    read = read_jug_file(file_of(SWEET, *journal))
    return fold(read.plans, read.events).jugs["Jug"]


@pytest.mark.parametrize(("colder", "counts"), [(1.8, True), (2.2, False)])
def test_two_degrees_colder_than_it_fermented_is_too_cold(colder, counts):
    journal = [on(1, "pitched", temperature_c=20), on(10, "read", sg=1.02),
               on(20, "read", sg=0.998), on(21, "measured", temperature_c=20 - colder),
               on(40, "read", sg=0.998)]  # fmt: skip
    assert told(SWEET, *journal)["verdict"]["stopped"] is counts


@pytest.mark.parametrize(("hours", "of_the_must"), [(11, True), (13, False)])
def test_for_half_a_day_it_is_the_must_that_is_read(hours, of_the_must):
    expected = jug_of().brew.drink().sg
    pitched = on(1, "pitched", 1)
    jug = jug_of(pitched, on(1, "read", 1 + hours, sg=round(expected - 0.004, 3)))
    assert (jug.brew.drink().abv == 0) is of_the_must


@pytest.mark.parametrize(("fell", "of_the_must"), [(0.0018, True), (0.0022, False)])
def test_two_points_lower_it_is_at_work_even_before_it_was_pitched(fell, of_the_must):
    first = round(jug_of().brew.drink().sg, 4)
    jug = jug_of(on(1, "read", sg=first), on(1, "read", 13, sg=first - fell))
    assert (jug.brew.drink().abv == 0) is of_the_must


@pytest.mark.parametrize(("hours", "measured"), [(23, True), (25, False)])
def test_a_gravity_is_the_jugs_for_a_day(hours, measured):
    day, hour = divmod(12 + hours, 24)
    at = f"2026-09-{5 + day:02d}T{hour:02d}:00:00Z"
    answer = told(SWEET, on(1, "pitched"), on(5, "read", sg=1.04), at=at)
    assert answer["now"]["measured"] is measured
    # What nobody has looked at since goes on.
    assert answer["now"]["sg"]["value"] < 1.04


def test_units_of_heat():
    # Definition: minutes x 1.393^(T - 60), none below 50 °C. Common practice.
    assert pasteurisation_units(60, 10) == pytest.approx(10)
    assert pasteurisation_units(65, 10) == pytest.approx(10 * 1.393**5)
    assert pasteurisation_units(66.94, 1) == pytest.approx(10, rel=0.01)
    assert pasteurisation_units(49, 60) == 0


@pytest.mark.parametrize(("minutes", "held"), [(9, False), (10, True)])
def test_fifty_units_hold_a_sweet_drink(minutes, held):
    # 9 minutes at 65 °C are 47 PU, 10 are 52.
    journal = [on(1, "pitched"), on(20, "read", sg=1.012), on(45, "read", sg=1.012),
               on(46, "measured", ph=3.4),
               on(60, "bottled", lots=[lot(size=330, count=6, bottle="beer_bottle", closure="crown")]),
               on(61, "cared", did="heated", lot="a", core_c=65, minutes=minutes)]  # fmt: skip
    (one,) = told(SWEET, *journal)["lots"]
    assert (one["verdict"] != "do_not") is held


@pytest.mark.parametrize(("celsius", "says"), [(3.5, True), (4.4, False)])
def test_below_four_degrees_a_label_says_keep_cold(celsius, says):
    journal = [on(1, "pitched"), on(20, "read", sg=0.998), on(45, "read", sg=0.998),
               on(60, "bottled", lots=[lot()]),
               on(61, "cared", did="held_at", lot="a", temperature_c=celsius)]  # fmt: skip
    (one,) = told(SWEET, *journal)["lots"]
    assert ("keep_cold" in one["label_says"]) is says
