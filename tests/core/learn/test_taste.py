"""What a drink should taste like, how people found it, what was wrong, and what to change."""

from datetime import UTC, datetime, timedelta

import pytest

from core import tables
from core.batch.events import Bottled, Dosed, Event, Lot, Noticed, Pitched, Racked, Read, Tasted
from core.batch.fold import fold
from core.batch.life import life
from core.bottle.closing import closure_of
from core.interval import Interval
from core.learn.again import again
from core.learn.faults import faults
from core.learn.taste import Expected, Side, apart, expected, sides
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.glass import GlassPlan

BEGUN = datetime(2026, 3, 1, 12, tzinfo=UTC)
GRAPE = Pour("Grape", "juice", 2500.0, fruit="grape", label=read_label("16", 100, "ml"))
CURRANT = Pour("Currant", "juice", 1000.0, fruit="blackcurrant", label=read_label("11", 100, "ml"))
WATER = Pour("Water", "water", 800.0)
SUGAR = Pour("Sugar", "sugar", mass_g=250.0)


def recipe(*pours, **more):
    return Recipe(tuple(PricedPour(pour) for pour in pours), tolerance_abv=14.0, **more)


def journal(*happened):
    return [
        Event(f"e{place}", "jug", BEGUN + timedelta(days=day), what)
        for place, (day, what) in enumerate(happened)
    ]


def bottled(planned, *more, primed=0.0):
    end = evaluate(planned).finish.sg.value
    lot = Lot("a", 500.0, 6, closure_of("beer_bottle_returnable", "crown"))
    happened = [(0, Pitched(temperature_c=20.0)), (20, Read(end)), (50, Read(end)), *more]
    events = journal(*happened, (51, Bottled((lot,))))
    return life(fold({"jug": planned}, events), "jug", None).lots[0], events


def test_a_dry_still_wine_is_expected_dry_and_still():
    lot, events = bottled(recipe(GRAPE, CURRANT, SUGAR, WATER))
    should = expected(lot, events)
    assert should["sweet"].mark.value < 1.5
    assert should["sparkle"].mark.value < 1.2
    # 2.5 L to 1 L: 71 % of one, so 29 % of the way to the other.
    assert should["share"].mark.value == pytest.approx(1 + 4 * 1000 / 3500, abs=0.01)
    assert "71 % Grape to 29 % Currant" in should["share"].why


@pytest.mark.parametrize(
    ("dose", "side"),
    [(Dosed("acid", 12.0, of="tartaric"), "sharp"), (Dosed("tannin", 6.0), "bite"),
     (Dosed("sweetener", 150.0, of="xylitol"), "sweet")],
)  # fmt: skip
def test_what_was_dosed_is_tasted(dose, side):
    planned = recipe(GRAPE, SUGAR, WATER)
    plain = expected(*bottled(planned))
    dosed = expected(*bottled(planned, (50.5, dose)))
    assert dosed[side].mark.value > plain[side].mark.value + 0.5
    others = {"sweet", "sharp", "bite"} - {side}
    assert all(
        dosed[key].mark.value == pytest.approx(plain[key].mark.value, abs=0.25) for key in others
    )


def test_marks_are_held_against_what_the_figures_have():
    should = {"sharp": Expected(Interval(3.0, 2.8, 3.2), "6.0 g/L of acid as tartaric")}
    (once,) = sides(("sharp",), should, [{"sharp": 4.3}])
    assert (
        once.text == "Sharper than expected: 6.0 g/L of acid as tartaric. One voice may be chance."
    )
    (often,) = sides(("sharp",), should, [{"sharp": 5}, {"sharp": 4}, {"sharp": 5}, {"overall": 2}])
    assert (often.count, often.marked) == (3, pytest.approx(14 / 3))
    assert often.text == "Sharper than expected: 6.0 g/L of acid as tartaric."
    (alike,) = sides(("sharp",), should, [{"sharp": 3}])
    assert alike.text.startswith("As expected")
    (nobody,) = sides(("sharp",), should, [])
    assert (nobody.marked, nobody.text) == (None, "")


def test_two_batches_are_told_apart_as_surely_as_so_few_tastings_allow():
    one, other = Side("sharp", 2.0, 1, None, ""), Side("sharp", 4.0, 1, None, "")
    # Two marks apart, each give or take one: 1.414 deviations, 0.921 by the normal table.
    assert apart("sharp", one, other) == "Sharper by 2.0 of 5: 92% sure, from 2 tastings."
    near = Side("sharp", 2.4, 1, None, "")
    assert apart("sharp", one, near) == ""
    many, apart_by_many = Side("sharp", 2.0, 20, None, ""), Side("sharp", 2.4, 20, None, "")
    # 0.4 over the root of a tenth: 1.265 deviations, 0.897.
    assert "90% sure" in apart("sharp", many, apart_by_many)


def test_a_fault_names_what_its_own_journal_shows():
    events = journal(
        (30, Dosed("sorbate", 1.2)), (40, Racked()), (41, Racked()), (60, Noticed(("geranium", "fruity", "vinegar")))
    )  # fmt: skip
    found = {fault.key: fault for fault in faults(events)}
    assert set(found) == {"geranium", "vinegar"}
    assert found["geranium"].causes == ("Sorbate went in on 31 Mar, and no sulphite with it.",)
    assert "It was racked 2 times: each brings air." in found["vinegar"].causes
    cured = faults([*events[:1], *journal((30, Dosed("sulphite_potassium", 0.4))), events[-1]])
    assert next(fault for fault in cured if fault.key == "geranium").causes == ()


def test_every_sign_to_be_minded_can_be_told():
    for key, sign in tables.SIGNS.items():
        told = faults(journal((1, Tasted()), (2, Noticed((key,)))))
        assert [fault.key for fault in told] == ([] if sign.tone == "good" else [key])


def test_too_sharp_is_a_gram_softer_by_one_change():
    planned = recipe(GRAPE, CURRANT, SUGAR, WATER)
    (change, *_) = again(planned, [Side("sharp", 4.5, 3, None, "")])
    assert set(change.amounts) == {"Grape", "Currant"}
    assert sum(change.amounts.values()) == pytest.approx(3500)
    after = recipe(
        GRAPE.with_amount(change.amounts["Grape"]),
        CURRANT.with_amount(change.amounts["Currant"]), SUGAR, WATER,
    )  # fmt: skip
    fell = evaluate(planned).acid.g_per_l.value - evaluate(after).acid.g_per_l.value
    assert fell == pytest.approx(1.0, abs=0.3)
    assert f"about {evaluate(after).acid.g_per_l.value:.1f} g/L" in change.why
    assert "3 tastings" in change.sure


@pytest.mark.parametrize(
    ("side", "mark", "key"),
    [("sharp", 1.5, "sharper"), ("body", 1.5, "fuller"), ("sweet", 4.5, "drier")],
)
def test_each_complaint_has_its_change(side, mark, key):
    glass = GlassPlan("fizzy_sweet", 15.0, 2.5)
    planned = recipe(GRAPE, CURRANT, SUGAR, WATER, glass=glass)
    offered = again(planned, [Side(side, mark, 1, None, "")])
    assert key in [change.key for change in offered]
    assert all("One tasting" in change.sure for change in offered)


@pytest.mark.parametrize("mark", [2.0, 3.0, 3.5])
def test_what_is_as_it_should_be_is_left_alone(mark):
    planned = recipe(GRAPE, CURRANT, SUGAR, WATER)
    marked = [Side(key, mark, 5, None, "") for key in ("sharp", "sweet", "bite", "body", "sparkle")]
    assert again(planned, marked) == ()
