"""What a jug is told at and after pitching: a pH that cannot be, too little yeast."""

import pytest

from core.batch.filled_lot import left_in_jug_ml, over_ml
from core.batch.fold import fold
from core.batch.judge import judged
from core.batch.outlook import outlook
from core.files.jug_file import read_jug_file
from tests.core.batch.jugs import PEAR, file_of, lot, on, plan, sugar, told


def test_a_ph_no_drink_has_does_not_count_and_is_told():
    jug = told(plan(PEAR), on(1, "pitched"), on(20, "measured", ph=3.6), on(21, "measured", ph=1.0))
    assert jug["now"]["ph"] == 3.6
    assert "no_ph" in [note["code"] for note in jug["warnings"]]


def test_too_little_yeast_for_a_must_that_fights_back_is_told():
    """Common practice: 0.2 to 0.5 g a litre, one gram where a must fights back."""
    # Four litres at some 275 g/L of sugar.
    rich = plan(PEAR, sugar(800))
    few = told(rich, on(1, "pitched", yeast_g=1.2, method="starter"))
    assert "1.2 g of yeast is 0.3 g a litre" in next(
        n["text"] for n in few["warnings"] if n["code"] == "little_yeast"
    )
    enough = told(rich, on(1, "pitched", yeast_g=5, method="starter"))
    usual = told(plan(PEAR), on(1, "pitched", yeast_g=1.2))
    for jug in (enough, usual):
        assert "little_yeast" not in [note["code"] for note in jug["warnings"]]


@pytest.mark.parametrize(("each", "too_many"), [(803, True), (700, False)])
def test_bottles_that_take_more_than_there_is_say_so(each, too_many):
    """Four litres of juice, a little less once it is dry, in five bottles."""
    dry = [on(1, "pitched"), on(20, "read", sg=0.998), on(45, "read", sg=0.998)]
    file = read_jug_file(file_of(plan(PEAR), *dry, on(46, "bottled", lots=[lot("a", each, 5)])))
    filled = list(fold(file.plans, file.events).lots.values())
    there = filled[0].before.estimate.volume_ml.value
    assert left_in_jug_ml(filled) == pytest.approx(max(there - 5 * each, 0.0))
    assert over_ml(filled) == pytest.approx(max(5 * each - there, 0.0))
    assert (over_ml(filled) > 0, left_in_jug_ml(filled) > 0) == (too_many, not too_many)


@pytest.mark.parametrize(("again", "says"), [(24, "It stands still. Whether"), (45, "It is done")])
def test_what_may_still_creep_is_not_told_that_it_does_not_ferment(again, says):
    read = [on(1, "read", sg=1.048), on(1, "pitched"), on(8, "read", sg=1.010)]
    stood = [on(20, "read", sg=0.997), on(again, "read", sg=0.997)]
    file = read_jug_file(file_of(plan(PEAR), *read, *stood))
    (jug,) = fold(file.plans, file.events).jugs.values()
    told = judged(jug)
    assert (told.stopped, told.proven) == (True, again > 40)
    assert outlook(jug, told).why_not.startswith(says)
