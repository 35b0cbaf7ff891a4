"""A test bottle that is felt, and pH by a strip. What a bottle feels like at how much gas, and how
far an eye is off on a strip, are common practice and have no published source."""

import numpy as np
import pytest

from core.errors import JobError
from core.estimate.trials import feeling_likelihood
from tests.core.batch.jugs import PEAR, lot, on, plan, sugar, told

# 4 L of pear juice and a little sugar: it falls to where it ends dry, and stands there.
DRY = [
    on(1, "read", sg=1.067, temperature_c=20),
    on(1, "pitched"),
    on(30, "read", sg=0.996, temperature_c=20),
    on(50, "read", sg=0.996, temperature_c=20),
    on(50, "tested", sugar_g_per_l=1),
]
# The same, read at half its way: about 25 points are left.
HALF = [on(1, "read", sg=1.067), on(1, "pitched"), on(5, "read", sg=1.024)]
# Read once more, a little above where it ends dry: some sugar may be left, or none.
UNSURE = [*HALF, on(30, "read", sg=0.999)]
STILL, FIZZY = (
    lot("a", count=2),
    lot("b", 330, 3, "sparkling_bottle", "crown", priming={"g_per_l": 7}),
)
PLASTIC = lot("p", 500, 2, "pet_bottle", "screw_cap")
HELD = [
    on(51, "racked", left_behind_ml=50),
    on(52, "noticed", chips=["clear"]),
    on(52, "measured", ph=3.3),
    on(52, "dosed", dose="sulphite_potassium", mass_g=0.8),
    on(52, "dosed", dose="sorbate", mass_g=1.05),
]  # fmt: skip


def lots_of(*journal, at=None):
    answered = told(plan(PEAR, sugar(250)), *journal, at=at)
    return {each["id"]: each for each in answered["lots"]}, answered


def felt(feel, day, of="a"):
    return on(day, "tested", bottle=feel, lot=of)


def test_dry_and_soft_after_two_weeks_stays_as_it_was():
    bottled = on(51, "bottled", lots=[STILL])
    before, _ = lots_of(*DRY, bottled)
    assert before["a"]["verdict"] == "go"
    after, _ = lots_of(*DRY, bottled, felt("soft", 70))
    assert after["a"]["verdict"] == "go"


def test_hard_where_nothing_was_to_come_is_refused_at_once_and_first():
    bottled = on(51, "bottled", lots=[STILL, lot("c", 330, 2)])
    after, answered = lots_of(*DRY, bottled, felt("hard", 54))
    # Every bottle of that filling, and not the one that was felt alone.
    assert {each["verdict"] for each in after.values()} == {"do_not"}
    assert "hard" in after["a"]["why"]
    assert answered["due"][0]["what"] == "make_safe"


def test_hard_is_what_priming_is_for():
    bottled = on(51, "bottled", lots=[FIZZY])
    before, _ = lots_of(*DRY, bottled)
    after, answered = lots_of(*DRY, bottled, felt("hard", 60, "b"))
    assert before["b"]["verdict"] == after["b"]["verdict"] == "go"
    assert "make_safe" not in [due["what"] for due in answered["due"]]


def test_held_sugar_that_makes_a_bottle_firm_was_not_held():
    bottled = on(53, "bottled", lots=[STILL])
    sweet = on(52, "added", pour=sugar(80), hour=13)
    before, _ = lots_of(*DRY, *HELD, sweet, bottled)
    assert before["a"]["verdict"] == "go"
    after, _ = lots_of(*DRY, *HELD, sweet, bottled, felt("firm", 56))
    assert after["a"]["verdict"] == "do_not"
    soft, _ = lots_of(*DRY, *HELD, sweet, bottled, felt("soft", 70))
    assert soft["a"]["verdict"] == "go"


AGAINST = on(31, "bottled", lots=[{**STILL, "against_advice": "to try"}])


def stood(celsius):
    return on(32, "cared", did="held_at", lot="a", temperature_c=celsius)


COLD = on(32, "lot_moved", lot="a", did="moved", count=2, place="cold")


@pytest.mark.parametrize(
    ("before", "day", "tells"),
    [([], 44, False), ([], 46, True), ([COLD], 50, False), ([stood(17)], 50, False),
     ([stood(19)], 50, True)],
)  # fmt: skip
def test_soft_tells_after_two_weeks_at_eighteen_degrees(before, day, tells):
    was, _ = lots_of(*UNSURE, AGAINST, *before)
    soft, _ = lots_of(*UNSURE, AGAINST, *before, felt("soft", day))
    assert (soft["a"]["volumes"]["worst"] < was["a"]["volumes"]["worst"]) is tells
    # It moves the odds, and opens nothing that was refused.
    assert soft["a"]["verdict"] == was["a"]["verdict"] == "do_not"


@pytest.mark.parametrize(
    ("feel", "volumes", "half"), [("firm", 1.5, True), ("hard", 3.0, True), ("firm", 0.1, False)]
)
def test_a_bottle_is_firm_from_one_and_a_half_volumes_and_hard_from_three(feel, volumes, half):
    """Half of the hands say so there, one answer in twenty being nonsense; far below hardly any."""
    likely = float(feeling_likelihood(feel, np.array([volumes]), in_time=False)[0])
    assert (0.45 < likely < 0.55) is half
    assert likely > 0.01


def test_firm_after_two_weeks_lifts_the_worst():
    was, _ = lots_of(*UNSURE, AGAINST)
    firm, _ = lots_of(*UNSURE, AGAINST, felt("firm", 50))
    assert firm["a"]["volumes"]["worst"] > was["a"]["volumes"]["worst"]


def test_hard_counts_the_same_day():
    against = on(6, "bottled", lots=[{**STILL, "against_advice": "to try"}])
    before, _ = lots_of(*HALF, against)
    hard, _ = lots_of(*HALF, against, felt("hard", 7))
    assert hard["a"]["verdict"] == "do_not"
    assert hard["a"]["volumes"]["expected"] >= before["a"]["volumes"]["expected"]


@pytest.mark.parametrize("did", ["gushed", "burst"])
def test_a_lot_that_gushed_or_burst_is_not_go_any_more(did):
    bottled = on(51, "bottled", lots=[FIZZY, STILL])
    after, answered = lots_of(
        *DRY, bottled, on(60, "lot_moved", lot="b", did=did, count=1), at="2026-11-20T12:00:00Z"
    )
    assert {each["verdict"] for each in after.values()} == {"do_not"}
    # As long as it takes: it is asked for until they are safe.
    assert answered["due"][0]["what"] == "make_safe"


def test_closed_against_advice_is_made_safe_at_once_and_until_it_is():
    against = on(6, "bottled", lots=[{**STILL, "against_advice": "to try"}, PLASTIC])
    _, answered = lots_of(*HALF, against, at="2026-10-20T12:00:00Z")
    first = answered["due"][0]
    assert first["what"] == "make_safe"
    assert first["from"] == "2026-09-06"
    cold = [on(7, "lot_moved", lot=of, did="moved", count=n, place="cold")
            for of, n in (("a", 2), ("p", 2))]  # fmt: skip
    _, answered = lots_of(*HALF, against, *cold, at="2026-10-20T12:00:00Z")
    assert "make_safe" not in [due["what"] for due in answered["due"]]


def test_there_has_to_be_such_a_lot():
    with pytest.raises(JobError, match="no lot"):
        told(plan(PEAR), *HALF, felt("hard", 9))
    with pytest.raises(JobError, match="lot"):
        told(plan(PEAR), *HALF, on(9, "tested", bottle="hard"))


def test_a_strip_counts_at_its_high_end_for_what_sulphite_holds():
    """pH 3.7 by a meter is within what sulphite holds; by a strip it may be 4.0, where it hardly
    works (core.finish.holding.MOST_PH)."""

    def held(**ph):
        doses = [on(52, "measured", **ph) if each["kind"] == "measured" else each for each in HELD]
        answered = told(plan(PEAR, sugar(250)), *DRY, *doses)
        return answered["verdict"]["code"], answered["now"]

    code, now = held(ph=3.7)
    assert (code, now["ph"], now["ph_within"]) == ("stabilised", 3.7, 0.0)
    assert held(ph=3.45, ph_by="strip")[0] == "stabilised"
    code, now = held(ph=3.7, ph_by="strip")
    assert (code, now["ph"], now["ph_within"]) == ("dry", 3.7, 0.3)


def test_a_strip_near_the_limit_warns_where_a_meter_does_not():
    def codes(**ph):
        return [w["code"] for w in told(plan(PEAR), *HALF, on(6, "measured", **ph))["warnings"]]

    assert "ph_high" not in codes(ph=4.0)
    assert "ph_high" in codes(ph=4.0, ph_by="strip")
    assert "ph_past_limit" in codes(ph=4.4, ph_by="strip")
