"""More than a vessel holds is asked about once, whatever it was that filled it."""

import pytest

from core.batch.brim import overflow
from core.batch.fold import fold
from core.files.jug_file import read_jug_file
from tests.core.batch.jugs import PEAR, on, plan, sugar, water

JUG = {**plan(PEAR, sugar(300)), "vessel": {"volume_ml": 4500}}
BEGUN = [on(1, "pitched"), on(1, "read", sg=1.080)]


def asked(event, *before, other=None):
    """What is asked of the last thing that happened to a jug of 4.2 L in a vessel of 4.5 L."""
    jugs = [{"name": "Jug", "plan": JUG, "journal": [*BEGUN, *before, event]}]
    if other:
        jugs.append({"name": "Other", "plan": other, "journal": []})
    read = read_jug_file({"format": "amber-jug", "version": 1, "jugs": jugs})
    newest = max(read.events, key=lambda each: each.at)
    first = fold(read.plans, [each for each in read.events if each is not newest])
    return overflow(first, fold(read.plans, read.events), "metric")


@pytest.mark.parametrize(
    ("event", "fits"),
    [
        (on(9, "added", pour=water(500)), True),
        (on(9, "added", pour=water(600)), False),
        (on(9, "added", pour=sugar(300)), True),
        (on(9, "added", pour=sugar(2000)), False),
        (on(9, "racked", vessel_ml=4000, left_behind_ml=100), True),
        (on(9, "racked", vessel_ml=3800, left_behind_ml=100), False),
        (on(9, "read", sg=1.020), True),
    ],
)
def test_every_event_is_held_against_the_brim(event, fits):
    """4.2 L and 300 g sugar are 4.19 L; up into the neck 5 % more goes in. Common practice."""
    found = asked(event)
    assert (found is None) == fits
    if found:
        assert found.jug == "Jug"
        assert {cause.code for cause in found.causes} == {"another_vessel", "less", "foamed_over"}


def test_a_smaller_jug_that_is_poured_into_is_asked_about():
    into = on(9, "transferred", into=[{"jug": "Other", "volume_ml": 2000}])
    small = {**plan(water(100)), "vessel": {"volume_ml": 1500}}
    assert asked(into, other=small).text == "That would be 2.1 L in a vessel that holds 1.5 L."
    large = {**plan(water(100)), "vessel": {"volume_ml": 2500}}
    assert asked(into, other=large) is None


def test_what_was_too_much_already_is_not_asked_again():
    over = on(8, "added", pour=water(900))
    assert asked(on(9, "read", sg=1.020), over) is None
    assert asked(on(9, "added", pour=water(100)), over) is not None
