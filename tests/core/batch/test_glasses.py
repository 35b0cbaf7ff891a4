"""A trial in glasses of 100 ml, then the jug."""

from datetime import UTC, datetime
from itertools import pairwise

import pytest

from core.batch.clearing import cleared
from core.batch.fold import fold
from core.batch.glasses import Base, drops_for, glasses, sweetened, with_amount
from core.errors import JobError
from core.files.jug_file import read_jug_file
from core.must.mixing import Pour
from tests.core.batch.jugs import PEAR, file_of, on, plan, sugar

DRY = (on(1, "read", sg=1.084), on(1, "pitched", 13), on(25, "read", sg=0.995))
WHITE = Pour("White sugar", "sugar", sugar="sucrose", mass_g=0)
JUICE = Pour("Pear juice", "juice", fruit="pear", volume_ml=0)


def jug(*more, planned=None, at=None):
    read = read_jug_file(file_of(planned or plan(PEAR, sugar(480)), *DRY, *more))
    world = fold(read.plans, read.events, at)
    (only,) = world.jugs.values()
    return world.settled(only)


def base_of(*more, **asked):
    return Base.of(jug(*more, **asked))


def test_glasses_rise_evenly_from_none():
    base = base_of()
    tried = glasses(base, WHITE, 60, count=5)
    tastes = [each.tastes_g_per_l for each in tried]
    steps = [b - a for a, b in pairwise(tastes)]
    assert tried[0].amount == 0
    assert tastes[-1] == pytest.approx(60)
    assert steps == pytest.approx([steps[0]] * 4)
    volume = tried[0].volume_ml
    assert tried[-1].for_jug == pytest.approx(tried[-1].amount * volume / 100)


def test_sugar_sweetens_by_its_grams_and_thins_by_its_room():
    """Sugar and alcohol are conserved: what is in after is what was in before and what went in."""
    base = base_of()
    before = with_amount(base, WHITE, 0)
    after = sweetened(base, WHITE, before.tastes_g_per_l + 30)
    litres = before.volume_ml / 1000
    grams = before.tastes_g_per_l * litres + after.for_jug
    # As weighed: what was simple sugars weighs 5 % more than the white sugar it is reckoned as.
    assert after.tastes_g_per_l * after.volume_ml / 1000 == pytest.approx(grams, rel=0.02)
    assert after.abv * after.volume_ml == pytest.approx(before.abv * before.volume_ml, rel=1e-6)
    # Dissolved sugar takes 0.62 ml a gram (CRC tables of apparent volume, memory).
    assert after.volume_ml - before.volume_ml == pytest.approx(0.62 * after.for_jug, rel=0.05)


def test_the_journal_makes_the_same_of_it():
    """What a glass promises is what the fold finds once it is poured in."""
    promised = sweetened(base_of(at=datetime(2026, 9, 25, 13, tzinfo=UTC)), JUICE, 30)
    pour = {**PEAR, "volume_ml": promised.for_jug}
    pour.pop("label")
    after = jug(on(25, "added", 13, pour=pour))
    really = after.estimate
    assert really.abv.value == pytest.approx(promised.abv, abs=1e-3)
    assert really.volume_ml.value == pytest.approx(promised.volume_ml, rel=1e-4)
    assert really.acid_g_per_l.value == pytest.approx(promised.acid_g_per_l, rel=1e-3)


def test_a_polyol_is_sweet_and_no_sugar():
    """Erythritol is about 0.65 as sweet as sugar (memory)."""
    base = base_of()
    here = with_amount(base, WHITE, 0).tastes_g_per_l
    erythritol = Pour("Erythritol", "sugar", sugar="erythritol", mass_g=0)
    after = sweetened(base, erythritol, here + 20)
    gained = after.tastes_g_per_l * after.volume_ml - here * with_amount(base, WHITE, 0).volume_ml
    assert 0.65 * after.for_jug == pytest.approx(gained / 1000)


def test_what_cannot_be_sweetened_so():
    base = base_of()
    for wrong, at in (
        (lambda: glasses(base, WHITE, 60, count=2), "count"),
        (lambda: glasses(base, WHITE, 60, count=7), "count"),
        (lambda: glasses(base, WHITE, 0, count=4), "up_to"),
        (lambda: sweetened(base, JUICE, 200), "sweetener"),
        (lambda: sweetened(base, WHITE, -1), "sugar_g_per_l"),
        (lambda: sweetened(base, WHITE, 301), "sugar_g_per_l"),
        (lambda: drops_for(0, 750), "drops"),
    ):
        with pytest.raises(JobError) as refused:
            wrong()
        assert refused.value.at == at


def test_drops_scale_to_the_bottle():
    # Twenty drops to a millilitre. Practice: no published source.
    assert drops_for(4, 750) == (30, pytest.approx(1.5))


def seen(*journal):
    return cleared(read_jug_file(file_of(plan(PEAR), *DRY, *journal)).events)


def test_how_it_came_clear_is_counted_from_what_was_done_for_it():
    found = seen(
        on(26, "noticed", chips=["hazy"]),
        on(27, "racked"),
        on(28, "dosed", 12, dose="finings_a", volume_ml=10),
        on(28, "dosed", 13, dose="finings_b", volume_ml=10),
        on(30, "noticed", 13, chips=["cloudy"], pictures=["a.jpg"]),
        on(35, "noticed", 13, chips=["clear", "brilliant"]),
        on(40, "noticed", 13, chips=["clear"]),
    )
    assert (found.way, found.days) == ("finings", pytest.approx(7))
    assert [look.grade for look in found.looks] == ["hazy", "cloudy", "brilliant", "clear"]
    assert found.looks[1].pictures == ("a.jpg",)


def test_time_alone_counts_from_the_racking_and_cold_from_the_cold():
    racked = seen(on(27, "racked"), on(57, "noticed", chips=["clear"]))
    assert (racked.way, racked.days) == ("time", pytest.approx(30))
    cold = seen(
        on(27, "racked"),
        on(30, "cared", did="held_at", temperature_c=3),
        on(33, "noticed", chips=["clear"]),
    )
    assert (cold.way, cold.days) == ("cold", pytest.approx(3))
    still = seen(on(27, "racked"), on(30, "noticed", chips=["hazy"]))
    assert (still.way, still.days) == ("time", None)
