"""Stopped, dry, proven, and may it be closed: asked of whole journals."""

from datetime import datetime, timedelta

import pytest

from core.bottle.label import label_lines
from core.bottle.priming import residual_volumes
from core.tables import CLOSURES
from tests.core.batch.jugs import PEAR, STABILISED, lot, on, plan, sugar, told, water

SWEET = plan(PEAR, sugar(300))


def code(*journal, planned=SWEET, at=None):
    return told(planned, *journal, at=at)["verdict"]["code"]


def word(answer, bottle="wine_bottle", closure="cork"):
    return next(
        each for each in answer["closing"] if (each["bottle"], each["closure"]) == (bottle, closure)
    )


@pytest.mark.parametrize(
    ("journal", "expected"),
    [
        ([], "planned"),
        ([on(1, "read", sg=1.075)], "planned"),
        ([on(1, "pitched")], "pitched"),
        ([on(1, "read", sg=1.075), on(1, "pitched", 13), on(4, "read", sg=1.074)], "not_started"),
        ([on(1, "pitched"), on(4, "read", sg=1.05)], "going"),
        ([on(1, "pitched"), on(4, "read", sg=1.05), on(8, "read", sg=1.045)], "slow"),
        ([on(1, "pitched"), on(14, "read", sg=1.002)], "near"),
        ([on(1, "pitched"), on(14, "read", sg=1.02), on(18, "read", sg=1.02)], "stopped_short"),
        ([on(1, "pitched"), on(20, "read", sg=0.998), on(24, "read", sg=0.998)], "dry"),
        (
            [on(1, "pitched"), on(14, "read", sg=1.02), on(18, "read", sg=1.02),
             on(22, "read", sg=1.016)],
            "restarted",
        ),
        ([on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998), *STABILISED],
         "stabilised"),
        ([on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998),
          on(41, "bottled", lots=[lot(count=5), lot("b", 330, 1, "beer_bottle", "crown")])],
         "bottled"),
    ],
)  # fmt: skip
def test_the_first_that_holds(journal, expected):
    assert code(*journal) == expected


def test_a_yeast_at_its_limit_stops_sweet_and_is_never_go():
    # 1.110 to 1.020 twice with a 12 % yeast: stopped, sweet, and no bottle is safe.
    strong = plan(PEAR, sugar(850), tolerance=12)
    answer = told(strong, on(1, "read", sg=1.113), on(1, "pitched", 13), on(40, "read", sg=1.025),
                  on(70, "read", sg=1.025))  # fmt: skip
    assert answer["verdict"]["code"] == "stopped_sweet"
    assert answer["verdict"]["stopped"]
    assert not answer["verdict"]["dry"]
    for each in answer["closing"]:
        assert (each["verdict"] == "go") == (each["limit_volumes"] is None)
    # About 60 g/L left is some 16 volumes.
    assert word(answer)["volumes"]["worst"] > 12


def test_the_day_that_proves_it_is_named_and_proves_it():
    journal = [on(1, "pitched"), on(8, "read", sg=1.012), on(11, "read", sg=1.002),
               on(15, "read", sg=0.998)]  # fmt: skip
    waiting = told(SWEET, *journal)["verdict"]
    assert not waiting["proven"]
    named = waiting["read_again_at"]
    again = {"at": named, "kind": "read", "what": {"sg": 0.998}}
    proven = told(SWEET, *journal, again)["verdict"]
    assert (proven["code"], proven["proven"], proven["read_again_at"]) == ("dry", True, None)
    assert proven["points_may_fall"] <= 1.0
    # An hour before it is not.
    early = {**again, "at": (datetime.fromisoformat(named) - timedelta(hours=1)).isoformat()}
    assert not told(SWEET, *journal, early)["verdict"]["proven"]


def test_a_reading_taken_colder_than_it_fermented_proves_nothing():
    warm = [on(1, "pitched", temperature_c=20), on(10, "read", sg=1.02), on(20, "read", sg=0.998)]
    assert told(SWEET, *warm, on(40, "read", sg=0.998))["verdict"]["proven"]
    cold = [*warm, on(21, "cared", did="held_at", temperature_c=4), on(40, "read", sg=0.998)]
    assert not told(SWEET, *cold)["verdict"]["stopped"]


def test_sugar_undoes_the_stop_unless_it_is_held():
    dry = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998)]
    assert told(SWEET, *dry)["verdict"]["proven"]
    fed = told(SWEET, *dry, on(41, "added", pour=sugar(100)))
    assert not fed["verdict"]["stopped"]
    assert word(fed)["verdict"] == "do_not"
    assert fed["now"]["measured"] is False
    # 100 g in 4.3 L, all of it counted at the worst: 3.8 g/L a volume.
    assert word(fed)["volumes"]["worst"] > residual_volumes(20) + 100 / 4.35 / 3.8


def test_water_on_top_does_not_undo_a_proof():
    dry = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998)]
    topped = on(41, "added", pour={"name": "Water", "kind": "water", "volume_ml": 300})
    assert told(SWEET, *dry, topped)["verdict"]["proven"]


@pytest.mark.parametrize("without", range(len(STABILISED)))
def test_one_thing_unmet_and_nothing_is_held(without):
    journal = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998)]
    sweet = on(43, "added", pour=sugar(150))
    held = told(plan(PEAR, sugar(400)), *journal, *STABILISED, sweet)
    assert word(held)["verdict"] == "go"
    rest = [event for index, event in enumerate(STABILISED) if index != without]
    loose = told(plan(PEAR, sugar(400)), *journal, *rest, sweet)
    assert word(loose)["verdict"] == "do_not"
    assert loose["verdict"]["code"] != "stabilised"


def bottled(*lots, planned=SWEET, more=(), last=0.998):
    # 4 L of 10.8 g/100 ml and 300 g make some 4.19 L that reads 1.076.
    journal = [on(1, "read", sg=1.076), on(1, "pitched", 13), on(20, "read", sg=last),
               on(30, "read", sg=last), on(40, "read", sg=last), *more,
               on(60, "bottled", lots=list(lots))]  # fmt: skip
    return told(planned, *journal)


@pytest.mark.parametrize(("primed", "expected"), [(4.0, "think"), (6.5, "do_not"), (9.0, "do_not")])
def test_priming_counts_against_bottle_and_closure(primed, expected):
    crown = lot(size=330, count=6, bottle="beer_bottle", closure="crown",
                priming={"sugar": "sucrose", "g_per_l": primed})  # fmt: skip
    # Enough that, halved in sixty days, it still holds malic acid when the bottles are filled.
    sulphited = [on(41, "dosed", dose="sulphite_potassium", mass_g=0.5)]
    (one,) = bottled(crown, more=sulphited)["lots"]
    assert one["volumes"]["expected"] == pytest.approx(0.8723 + primed / 4.0, abs=0.01)
    # Dissolved, all of the priming at 3.8 g/L a volume, and less than a point still to fall.
    assert one["volumes"]["worst"] == pytest.approx(0.8723 + primed / 3.8, abs=0.57)
    assert one["volumes"]["worst"] >= 0.8723 + primed / 3.8
    assert one["verdict"] == expected
    assert "under_pressure" in one["label_says"]
    assert list(one["pressure_bar"]) == ["20", "30", "40"]


def test_monohydrate_is_weighed_with_its_water():
    crown = lot(size=330, count=6, bottle="beer_bottle_returnable", closure="crown",
                priming={"sugar": "glucose_monohydrate", "g_per_l": 4.63})  # fmt: skip
    (one,) = bottled(crown)["lots"]
    assert one["volumes"]["expected"] == pytest.approx(0.8723 + 1.0, abs=0.01)


def test_a_still_bottle_is_never_primed_and_a_jar_never_closed():
    primed = lot("a", count=2, priming={"sugar": "sucrose", "mass_g": 3})
    jar = lot("b", 1000, 1, "jar", "lid")
    vented = lot("c", 1000, 1, "jug", "vented")
    lots = {each["id"]: each for each in bottled(primed, jar, vented)["lots"]}
    assert lots["a"]["verdict"] == lots["b"]["verdict"] == "do_not"
    assert (lots["c"]["verdict"], lots["c"]["limit_volumes"], lots["c"]["pressure_bar"]) == (
        "go",
        None,
        None,
    )


def test_the_makers_rating_wins():
    strong = lot(size=500, count=4, bottle="beer_bottle", closure="crown", rated_volumes=4)
    (one,) = bottled(strong)["lots"]
    assert (one["limit_volumes"], one["verdict"]) == (4, "go")


def test_heat_in_the_bottle_holds_sugar_once_the_ph_is_known():
    crown = lot(size=330, count=6, bottle="beer_bottle", closure="crown")
    heat = on(61, "cared", did="heated", lot="a", core_c=66, minutes=10)
    acid = on(41, "measured", ph=3.4)

    def closed(*after, more=()):
        journal = [on(1, "pitched"), on(20, "read", sg=1.012), on(45, "read", sg=1.012), *more,
                   on(60, "bottled", lots=[crown]), *after]  # fmt: skip
        return told(SWEET, *journal)["lots"][0]["verdict"]

    # 10 minutes at 66 °C are 73 PU.
    assert closed() == closed(heat) == "do_not"
    assert closed(more=[acid]) == "do_not"
    assert closed(heat, more=[acid]) in ("go", "think")
    short = on(61, "cared", did="heated", lot="a", core_c=60, minutes=20)
    assert closed(short, more=[acid]) == "do_not"


def test_priming_a_stabilised_drink_stays_flat_and_says_so():
    crown = lot(size=330, count=6, bottle="beer_bottle_returnable", closure="crown",
                priming={"sugar": "sucrose", "g_per_l": 6})  # fmt: skip
    journal = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998), *STABILISED,
               on(60, "bottled", lots=[crown])]  # fmt: skip
    answer = told(plan(PEAR, sugar(400)), *journal)
    (one,) = answer["lots"]
    assert one["volumes"]["expected"] == pytest.approx(0.8723, abs=0.01)
    assert one["volumes"]["worst"] > 2.3
    assert one["verdict"] == "think"
    assert "primed_but_stabilised" in [each["code"] for each in answer["warnings"]]


def test_a_label_says_what_is_in_it():
    more = [on(41, "dosed", dose="finings_a", mass_g=2, made_of="mineral"),
            on(41, "dosed", 13, dose="finings_b", mass_g=2, made_of="shellfish"),
            on(42, "dosed", dose="sweetener", sugar="xylitol", mass_g=40),
            on(42, "dosed", 13, dose="sulphite_potassium", mass_g=0.3)]  # fmt: skip
    journal = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998), *more,
               on(60, "bottled", lots=[lot()]),
               on(61, "cared", did="held_at", lot="a", temperature_c=3)]  # fmt: skip
    answer = told(SWEET, *journal)
    says = answer["lots"][0]["label_says"]
    assert {"contains_sulphites", "shellfish", "xylitol", "keep_cold"} <= set(says)
    assert "mineral" not in says
    assert "xylitol" in [each["code"] for each in answer["warnings"]]


def test_every_bottle_and_closure_is_judged():
    answer = told(SWEET, on(1, "pitched"), on(20, "read", sg=0.998))
    assert {(each["bottle"], each["closure"]) for each in answer["closing"]} == set(CLOSURES)
    assert {each["verdict"] for each in answer["closing"]} <= {"go", "think", "do_not"}


def test_bottles_are_counted_down():
    drunk = [on(61, "lot_moved", lot="a", did="opened", count=2),
             on(62, "lot_moved", lot="a", did="moved", count=2, place="Cellar")]  # fmt: skip
    journal = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998),
               on(60, "bottled", lots=[lot()]), *drunk]  # fmt: skip
    (one,) = told(SWEET, *journal)["lots"]
    assert (one["count"], one["left"], one["place"]) == (4, 2, "Cellar")


def test_once_at_the_bottom_of_its_band_is_no_proof_that_nothing_is_left():
    # It reads drier than it should: what is in doubt cannot be below nothing, nor is it nothing.
    answer = told(plan(PEAR), on(1, "pitched"), on(15, "read", sg=0.999))
    assert answer["now"]["sugar_g_per_l"]["high"] > 3
    assert word(answer)["verdict"] != "go"


@pytest.mark.parametrize(("grams", "code"), [(0, None), (2, "ph_high"), (40, "ph_past_limit")])
def test_bicarbonate_is_warned_of_where_nobody_measured_the_ph(grams, code):
    """40 g in 4.5 L take 6.7 g/L of acid as tartaric (75 g against 100.1 of the salt): more than a
    pear juice has. Source: arithmetic, and 21 CFR 114 for 4.6."""
    must = plan({**PEAR, "volume_ml": 4500})
    salt = [on(1, "dosed", dose="bicarbonate_potassium", mass_g=grams)] if grams else []
    told_of_it = {note["code"] for note in told(must, *salt)["warnings"]}
    assert told_of_it & {"ph_past_limit", "ph_high"} == ({code} if code else set())
    measured = told(must, *salt, on(2, "measured", ph=3.5))
    assert "ph_past_limit" not in {note["code"] for note in measured["warnings"]}


def test_a_go_that_rests_on_the_stem_alone_asks_once_for_the_stem_and_the_warmth():
    pitched = [on(1, "read", sg=1.076), on(1, "pitched", 13)]
    dry = [*pitched, on(20, "read", sg=0.994), on(45, "read", sg=0.994)]
    asked = word(told(SWEET, *dry), "swing_top_rated", "swing")
    assert asked["verdict"] == "go"
    assert "try it in water" in asked["why"]
    assert "how warm the samples were" in asked["why"]
    warm = [*pitched, on(20, "read", sg=0.994, temperature_c=20),
            on(45, "read", sg=0.994, temperature_c=20)]  # fmt: skip
    assert "how warm" not in word(told(SWEET, *warm), "swing_top_rated", "swing")["why"]
    tried = [on(1, "tested", 11, stem_in_water_sg=1.0), *warm]
    assert "hydrometer" not in word(told(SWEET, *tried), "swing_top_rated", "swing")["why"]
    # Bottles that are closed are past asking.
    closed = lot("a", 500, 6, "swing_top_rated", "swing")
    (one,) = told(SWEET, *dry, on(46, "bottled", lots=[closed]))["lots"]
    assert (one["verdict"], "hydrometer" in one["why"]) == ("go", False)


@pytest.mark.parametrize(("celsius", "hot"), [(22, False), (28, False), (29, True), (33, True)])
@pytest.mark.parametrize(
    ("readings", "code_of_it"),
    [
        ([], "pitched"),
        ([on(4, "read", sg=1.075)], "not_started"),
        ([on(4, "read", sg=1.05)], "going"),
        ([on(4, "read", sg=1.05), on(8, "read", sg=1.045)], "slow"),
    ],
)
def test_a_hot_jug_is_to_be_cooled_and_never_warmed(readings, code_of_it, celsius, hot):
    verdict = told(SWEET, on(1, "read", sg=1.076), on(1, "pitched", 13, temperature_c=celsius),
                   *readings)["verdict"]  # fmt: skip
    assert verdict["code"] == code_of_it
    assert (
        f"It stands at {celsius} °C" in verdict["text"],
        "cool it to 18-22" in verdict["text"],
    ) == (hot, hot)
    assert "Leave it be" not in verdict["text"] or not hot
    assert "arm it to" not in verdict["text"] or not hot


def test_what_is_only_just_held_is_better_closed_after_two_weeks_in_the_warm():
    """Two weeks warm before it is closed: common practice, no source. The word stays."""
    journal = [on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998), *STABILISED]
    sweet = on(42, "added", pour=sugar(150))
    today = word(told(plan(PEAR, sugar(400)), *journal, sweet))
    assert today["verdict"] == "go"
    # Sorbate went in on the 41st day, 11 October.
    assert "Better closed from 25 Oct on" in today["why"]
    assert "one plastic bottle" in today["why"]
    later = word(told(plan(PEAR, sugar(400)), *journal, sweet, on(56, "cared", did="degassed")))
    assert later["verdict"] == "go"
    assert "Better closed" not in later["why"]


def test_sorbate_stands_on_the_label_where_it_went_in():
    journal = [on(20, "read", sg=0.998), on(40, "read", sg=0.998)]
    filled = on(60, "bottled", lots=[lot()])
    (held,) = told(SWEET, on(1, "pitched"), *journal, *STABILISED, filled)["lots"]
    (plain,) = told(SWEET, on(1, "pitched"), *journal, filled)["lots"]
    assert "contains_sorbate" in held["label_says"]
    assert "contains_sorbate" not in plain["label_says"]
    assert "Preserved with potassium sorbate." in label_lines(held["label_says"])


def test_a_jug_below_its_predicted_end_swallows_no_sugar_that_goes_in():
    """What went in is there, by conservation of mass, however low the jug had fallen."""
    made = plan(PEAR, sugar(300), water(240))
    low = [on(1, "pitched"), on(1, "read", sg=1.075), on(30, "read", sg=0.988),
           on(45, "read", sg=0.988)]  # fmt: skip
    after = told(made, *low, *STABILISED, on(47, "added", pour=sugar(161)))
    litres = after["now"]["volume_ml"]["value"] / 1000
    assert after["now"]["sugar_g_per_l"]["value"] > 161 / litres
    assert word(told(made, *low, on(47, "added", pour=sugar(161))))["volumes"]["worst"] > (
        161 / litres / 3.8
    )


@pytest.mark.parametrize(
    ("day", "says"),
    [
        (5, "Read it again from 6 Sep"),
        (6, "Read it now: it was last read on 4 Sep"),
        (25, "Read it now: it was last read on 4 Sep"),
    ],
)
def test_when_to_read_it_again_is_a_date_and_once_past_now(day, says):
    going = [on(1, "read", sg=1.075), on(1, "pitched", 13), on(4, "read", sg=1.060)]
    at = f"2026-09-{day:02d}T13:00:00+00:00"
    assert says in told(SWEET, *going, at=at)["verdict"]["text"]
