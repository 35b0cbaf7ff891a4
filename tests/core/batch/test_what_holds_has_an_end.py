"""Sulphite, sorbate, clear, racked and pH hold from after it stopped until something ends them.

Journals by hand; what ends what is common practice and has no published source, but for sorbate in
a running ferment, which every maker's leaflet rules out.
"""

import pytest

from tests.core.batch.jugs import PEAR, lot, on, plan, sugar, told

STRONG = plan(PEAR, sugar(400))
RAN = (on(1, "pitched"), on(20, "read", sg=0.998), on(40, "read", sg=0.998))
RACKED = on(40, "racked", 13)
CLEAR = on(40, "noticed", 14, chips=["clear"])
PH = on(40, "measured", 15, ph=3.4)
SULPHITE = on(41, "dosed", 12, dose="sulphite_potassium", mass_g=0.6)
SORBATE = on(41, "dosed", 13, dose="sorbate", mass_g=1.0)
HELD = (RACKED, CLEAR, PH, SULPHITE, SORBATE)
SWEET = on(43, "added", pour=sugar(150))
CHERRY = {
    "name": "Cherry juice", "kind": "juice", "volume_ml": 100,
    "label": {"sugars_g": "12", "per_ml": 100},
}  # fmt: skip


def cork(answer):
    return next(
        each
        for each in answer["closing"]
        if (each["bottle"], each["closure"]) == ("wine_bottle", "cork")
    )


def without(*left_out):
    return [event for event in HELD if event not in left_out]


def test_everything_in_order_holds():
    answer = told(STRONG, *RAN, *HELD, SWEET)
    assert answer["verdict"]["code"] == "stabilised"
    assert cork(answer)["verdict"] == "go"


def dated(event, day, hour=1):
    return {**event, "at": on(day, "x", hour)["at"]}


@pytest.mark.parametrize(
    "journal",
    [
        pytest.param([dated(SULPHITE, 1), *RAN, *without(SULPHITE), SWEET], id="so2 before yeast"),
        pytest.param([dated(SORBATE, 1), *RAN, *without(SORBATE), SWEET], id="sorbate before"),
        pytest.param([RAN[0], dated(SORBATE, 5), *RAN[1:], *without(SORBATE), SWEET], id="sorbate while it ran"),
        pytest.param([dated(CLEAR, 1), *RAN, *without(CLEAR), SWEET], id="clear on the first day"),
        pytest.param([RAN[0], dated(RACKED, 3), *RAN[1:], *without(RACKED), SWEET], id="racked on day 3"),
        pytest.param([dated(PH, 1), *RAN, *without(PH), SWEET], id="pH of the must"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "noticed", chips=["hazy"])], id="hazy since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "noticed", chips=["cloudy"])], id="cloudy since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "noticed", chips=["lively"])], id="bubbling since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "noticed", chips=["foam"])], id="foam since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "noticed", chips=["thick_lees"])], id="lees since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "pitched", yeast_g=3)], id="yeast since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "added", pour=CHERRY)], id="juice since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "dosed", dose="bicarbonate_potassium", mass_g=2)], id="bicarbonate since"),
        pytest.param([*RAN, *HELD, SWEET, on(45, "dosed", dose="acid", acid="malic", mass_g=2)], id="acid since"),
        pytest.param([*RAN, *HELD, SWEET, on(55, "read", sg=1.006)], id="it fell since"),
    ],
)  # fmt: skip
def test_one_thing_at_the_wrong_time_and_nothing_holds(journal):
    answer = told(STRONG, *journal)
    assert answer["verdict"]["code"] != "stabilised"
    assert cork(answer)["verdict"] == "do_not"
    # All of the 150 g in some 4.3 L count: 9 volumes.
    assert cork(answer)["volumes"]["worst"] > 8.7


def test_a_year_ends_it():
    later = "2027-11-15T12:00:00Z"
    answer = told(STRONG, *RAN, *HELD, SWEET, at=later)
    assert answer["verdict"]["code"] != "stabilised"
    assert cork(answer)["verdict"] == "do_not"


def test_sulphite_thins_out_under_an_airlock():
    """Half in sixty days (common practice, no source): 0.6 g in 4.3 L is 40 mg/L free, 1.0 mg/L
    molecular at pH 3.4; after four months a quarter is too little."""
    assert told(STRONG, *RAN, *HELD, SWEET, at="2026-11-10T12:00:00Z")["verdict"]["code"] == (
        "stabilised"
    )
    after = told(STRONG, *RAN, *HELD, SWEET, at="2027-02-15T12:00:00Z")
    assert after["verdict"]["code"] != "stabilised"


def test_what_was_closed_keeps_the_hold_it_was_closed_with():
    filled = on(44, "bottled", lots=[lot(count=5)])
    for at in (None, "2028-02-15T12:00:00Z"):
        (one,) = told(STRONG, *RAN, *HELD, SWEET, filled, at=at)["lots"]
        assert one["verdict"] == "go"


def test_sweetened_then_dosed_within_a_day_is_dosed_then_sweetened():
    first = on(41, "added", 11, pour=sugar(150))
    swapped = told(STRONG, *RAN, RACKED, CLEAR, PH, first, SULPHITE, SORBATE)
    assert swapped["verdict"]["code"] == "stabilised"
    assert cork(swapped)["verdict"] == "go"
    usual = told(STRONG, *RAN, *HELD, dated(first, 41, 14))
    assert cork(swapped)["volumes"] == pytest.approx(cork(usual)["volumes"], rel=1e-6)


def test_sugar_that_stood_for_days_may_be_fermenting():
    first = on(41, "added", 11, pour=sugar(150))
    late = (dated(SULPHITE, 45), dated(SORBATE, 45))
    answer = told(STRONG, *RAN, RACKED, CLEAR, PH, first, *late)
    assert answer["verdict"]["code"] != "stabilised"
    assert cork(answer)["verdict"] == "do_not"


def test_lees_are_forgiven_once_it_is_racked_again():
    journal = [*RAN, *HELD, SWEET, on(45, "noticed", chips=["thick_lees"])]
    assert told(STRONG, *journal)["verdict"]["code"] != "stabilised"
    assert told(STRONG, *journal, on(46, "racked"))["verdict"]["code"] == "stabilised"


def test_sulphite_before_the_yeast_changes_no_word_and_holds_no_malic_acid():
    """1 g/L of malic acid gives 0.17 volume."""
    sour = plan(
        PEAR, sugar(400), {"name": "Malic acid", "kind": "acid", "acid": "malic", "mass_g": 12}
    )
    plain, early = told(sour, *RAN), told(sour, dated(SULPHITE, 1), *RAN)
    assert cork(plain)["volumes"]["worst"] == pytest.approx(cork(early)["volumes"]["worst"])
    assert plain["verdict"]["code"] == early["verdict"]["code"]
    now = told(sour, *RAN, SULPHITE)
    assert cork(now)["volumes"]["worst"] < cork(plain)["volumes"]["worst"] - 0.4


@pytest.mark.parametrize(
    ("bottle", "closure"), [("jar", "any"), ("swing_top_decorative", "swing"), ("jug", "any")]
)
def test_a_rating_opens_nothing_that_is_never_closed(bottle, closure):
    rated = lot(size=500, count=2, bottle=bottle, closure=closure, rated_volumes=6)
    (one,) = told(STRONG, *RAN, on(60, "bottled", lots=[rated]))["lots"]
    assert (one["verdict"], one["limit_volumes"]) == ("do_not", 0)
