"""What no journal can break: nothing is created, nothing is lost without a name."""

import json
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from decimal import Decimal

import numpy as np
import pytest

from core.batch.events import Event, Struck
from core.batch.fold import fold
from core.batch.life import life
from core.cost.costing import packs_used
from core.errors import JobError
from core.estimate.drinks import ETHANOL, FERMENT, MASS, SUGAR
from core.files.jug_file import read_jug_file
from core.must.mixing import Pour, mix_of
from core.plan.evaluation import as_known, solved
from tests.cases import seeds
from tests.core.batch.journals import Kitchen, juice, made_up, pour, sugar

SO2_MG_PER_G, SORBIC_MG_PER_G, DAP_MG_PER_G = 576, 746, 212


def poured(file):
    """Everything that went in, from the file alone: grams by kind, milligrams, money."""
    mass = ferment = 0.0
    paid = Decimal(0)
    items = [
        (amount, item.pack)
        for plan in file.plans.values()
        for amount, item in zip(solved(plan), plan.pours, strict=True)
    ]
    doses = {"sulphite_potassium": 0.0, "sorbate": 0.0, "nutrient_dap": 0.0}
    for event in file.events:
        what = event.what
        if type(what).__name__ == "Added":
            items.append((as_known(what.pour.pour, what.pour.pack), what.pour.pack))
        if type(what).__name__ == "Dosed":
            if what.dose in doses:
                doses[what.dose] += what.mass_g
            if what.dose in ("sweetener", "acid"):
                mass += what.mass_g
            if what.dose == "tannin":
                # Half of the powder does not dissolve.
                mass += mix_of(Pour("Tannin", "tannin", mass_g=what.mass_g)).mass
    for item, pack in items:
        mix = mix_of(item)
        mass, ferment = mass + mix.mass, ferment + mix.ferment
        if pack and item.amount:
            paid += pack.price * Decimal(repr(packs_used(item, pack)))
    return mass, ferment, doses, paid


def everywhere(world):
    """The same, where it ended: in jugs, bottles, lees and glasses."""
    parts = sum((jug.brew.parts for jug in world.jugs.values()), np.zeros(7))
    parts = parts + sum((lot.brew.parts for lot in world.lots.values()), np.zeros(7))
    parts = parts + sum(world.gone.values(), np.zeros(7))
    doses = [jug.dosed for jug in world.jugs.values()]
    doses += [lot.dosed for lot in world.lots.values()] + [world.gone_doses]
    money = sum((jug.money or Decimal(0) for jug in world.jugs.values()), Decimal(0))
    money += sum((lot.money or Decimal(0) for lot in world.lots.values()), Decimal(0))
    return parts, doses, money


def primed(world):
    """What bottles were primed with came from a bag beside the jugs."""
    grams, paid = 0.0, Decimal(0)
    for lot in world.lots.values():
        if lot.lot.priming:
            per = lot.lot.priming.g_per_l
            mass = per * lot.lot.volume_ml / 1000 / (1 + 0.00062 * per)
            grams += mass
            paid += Decimal("1.19") * Decimal(repr(mass / 1000))
    return grams, paid


def test_what_went_in_is_in_a_jug_a_bottle_or_a_loss_that_has_a_name():
    for seed in seeds(200):
        # What is learned changes what is believed to have gone in: not here.
        file = made_up(seed, count=8, readings=False, marks=False)
        world = fold(file.plans, file.events)
        mass, ferment, doses, paid = poured(file)
        parts, dosed, money = everywhere(world)
        grams, more = primed(world)
        assert parts[MASS] == pytest.approx(mass + grams, rel=1e-9), seed
        assert parts[FERMENT] == pytest.approx(ferment + grams, rel=1e-9), seed
        for key, per_g, name in (
            ("sulphite_potassium", SO2_MG_PER_G, "so2_mg"),
            ("sorbate", SORBIC_MG_PER_G, "sorbic_mg"),
            ("nutrient_dap", DAP_MG_PER_G, "nitrogen_mg"),
        ):
            found = sum(getattr(each, name) for each in dosed)
            assert found == pytest.approx(doses[key] * per_g, rel=1e-9, abs=1e-9), (seed, key)
        # Samples, lees and dregs are paid for by what is drunk.
        assert float(money) == pytest.approx(float(paid + more), rel=1e-12), seed
        assert parts[ETHANOL] == 0
        assert parts[SUGAR] > 0


def same(one, other, rel=1e-9):
    np.testing.assert_allclose(one.brew.parts, other.brew.parts, rtol=rel, atol=1e-6)


@pytest.mark.parametrize("seed", seeds(20))
def test_writing_twice_is_once_and_a_strike_is_never_having_written(seed):
    file = made_up(seed)
    world = fold(file.plans, file.events)
    twice = fold(file.plans, (*file.events, *file.events))
    rng = np.random.default_rng(seed)
    struck = file.events[rng.integers(len(file.events))]
    strike = Event("s1", struck.jug, struck.at + timedelta(days=400), Struck(struck.id))
    undo = Event("s2", struck.jug, strike.at, Struck("s1"))
    without = [event for event in file.events if event is not struck]
    undone = fold(file.plans, (*file.events, strike, undo))
    for name, jug in world.jugs.items():
        same(jug, twice.jugs[name])
        same(jug, undone.jugs[name])
    try:
        never = fold(file.plans, without)
    except JobError as error:
        # Something later stands on it: the strike is refused as well, and names it.
        with pytest.raises(JobError, match=error.text[:20]):
            fold(file.plans, (*file.events, strike))
        return
    for name, jug in fold(file.plans, (*file.events, strike)).jugs.items():
        same(jug, never.jugs[name])


def one_jug(*journal, jugs=1, **plan):
    """A jug of pear with sugar, and so many empty ones beside it."""
    kitchen = Kitchen(1)
    pours = [pour("Pear", fruit="pear", volume_ml=3500, label={"sugars_g": "10.8", "per_ml": 100}),
             sugar(350)]  # fmt: skip
    first = {"name": "A", "plan": {"pours": pours, "yeast": {"tolerance_abv": 14}, **plan},
             "journal": list(journal)}  # fmt: skip
    rest = [{"name": name, "journal": []} for name in "BCDE"[: jugs - 1]]
    assert kitchen.counted == 0
    return {"format": "amber-jug", "version": 1, "jugs": [first, *rest]}


def at(day, kind, **what):
    return {"at": f"2026-10-{day:02d}T12:00:00Z", "kind": kind, "what": what}


def folded(data):
    file = read_jug_file(data)
    return fold(file.plans, file.events)


@pytest.mark.parametrize("seed", seeds(10))
def test_two_additions_with_nothing_between_commute(seed):
    rng = np.random.default_rng(seed)
    import random

    made = random.Random(seed)  # noqa: S311 - the same additions every time
    one = at(3, "added", pour=juice(made, int(rng.integers(50, 400))))
    other = at(3, "added", pour=sugar(int(rng.integers(10, 200))))
    start = at(1, "pitched")
    there, back = folded(one_jug(start, one, other)), folded(one_jug(start, other, one))
    same(there.jugs["A"], back.jugs["A"])


def test_splitting_and_pouring_back_together_is_the_same_drink():
    data = one_jug(
        at(1, "pitched"),
        at(9, "read", sg=1.010),
        at(
            10,
            "transferred",
            into=[{"jug": "B", "volume_ml": 1500}, {"jug": "C", "volume_ml": 2090}],
        ),
        jugs=4,
    )
    whole = folded(one_jug(at(1, "pitched"), at(9, "read", sg=1.010))).jugs["A"]
    both = whole.brew.drink().volume_ml
    data["jugs"][0]["journal"][-1]["what"]["into"][1]["volume_ml"] = both - 1500
    for jug, ml in (("B", 1500), ("C", both - 1500)):
        into = [{"jug": "D", "volume_ml": ml}]
        place = next(i for i, each in enumerate(data["jugs"]) if each["name"] == jug)
        data["jugs"][place]["journal"].append(at(11, "transferred", into=into))
    together = folded(data).jugs["D"]
    file = read_jug_file(one_jug(at(1, "pitched"), at(9, "read", sg=1.010)))
    whole = fold(file.plans, file.events, datetime(2026, 10, 11, 12, tzinfo=UTC)).jugs["A"]
    same(whole, together, rel=1e-7)
    assert together.estimate.abv.value == pytest.approx(whole.estimate.abv.value, abs=1e-2)


def test_both_halves_are_one_uncertain_number():
    # Before any yeast: what is read in one half is known of the other.
    split = at(2, "transferred", into=[{"jug": "B", "volume_ml": 1700}])
    before = folded(one_jug(split, jugs=2)).jugs["A"].estimate.start_sg
    data = one_jug(split, jugs=2)
    data["jugs"][1]["journal"].append(at(3, "read", sg=round(before.value, 3)))
    after = folded(data).jugs["A"].estimate.start_sg
    assert after.high - after.low < 0.5 * (before.high - before.low)


def own_gravity(world):
    """What the must of jug A reads by itself, points, whatever its stem shows."""
    told = world.jugs["A"].estimate
    return told.of(told.must.points)


def test_readings_that_agree_never_widen_and_one_that_contradicts_may():
    plain = own_gravity(folded(one_jug()))
    middle = round(1 + plain.value / 1000, 3)
    widths = [plain.high - plain.low]
    journal = []
    for hour in range(4):
        journal.append({"at": f"2026-10-01T1{hour}:00:00Z", "kind": "read", "what": {"sg": middle}})
        jug_world = folded(one_jug(*journal))
        jug = jug_world.jugs["A"]
        start = own_gravity(jug_world)
        widths.append(start.high - start.low)
        assert jug.estimator.surprises("A") == ()
    assert widths == sorted(widths, reverse=True)
    agreed = start
    strange = {"at": "2026-10-01T20:00:00Z", "kind": "read", "what": {"sg": middle + 0.012}}
    surprised = folded(one_jug(*journal, strange)).jugs["A"]
    assert [each.points for each in surprised.estimator.surprises("A")] == [
        pytest.approx(1000 * (middle + 0.012 - 1))
    ]
    start = own_gravity(folded(one_jug(*journal, strange)))
    # One that four others contradict is a slip, and draws nobody along.
    assert start.value == pytest.approx(agreed.value, abs=1)


def test_a_file_says_the_same_after_a_round_trip_through_json():
    file = made_up(7)
    kitchen = Kitchen(7)
    kitchen.happen(14)
    again = read_jug_file(json.loads(json.dumps(kitchen.file())))
    assert again == file
    assert replace(again.events[0]) == file.events[0]


def test_life_of_every_random_journal_is_told_without_a_foreign_error():
    for seed in seeds(15):
        file = made_up(seed)
        world = fold(file.plans, file.events)
        for name in file.plans:
            told = life(world, name, file.events[-1].at)
            if told.now is not None:
                assert told.now.abv.low <= told.now.abv.value <= told.now.abv.high
                assert told.now.volume_ml.value > 0
