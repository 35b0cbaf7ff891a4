"""Stopped, dry, proven: three questions. Each constant here has a case that its move would fail."""

import math

import pytest

from core.ferment.finish import finish
from core.ferment.progress import progress
from core.ferment.stopping import Reading, at_rest
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L, strength
from core.must.mixing import Pour, make_must
from core.pack.declared import read_label


def must(sugar_g, water_ml=800):
    return make_must(
        [
            Pour(
                "Pear", "juice", volume_ml=3000, fruit="pear", label=read_label("10.8", 100, "ml")
            ),
            Pour("Sugar", "sugar", mass_g=sugar_g),
            Pour("Water", "water", volume_ml=water_ml),
        ]
    )


MUST = must(450)
DRY = finish(MUST, 17.0)
OG = round(MUST.mix.sg, 3)
HIGH = DRY.dry_sg.high + 0.001


def stand(*readings, tolerance=17.0, ends=DRY, planned=OG):
    return progress([Reading(d, sg) for d, sg in readings], ends, planned, tolerance)


@pytest.mark.parametrize(
    ("readings", "verdict"),
    [
        ([(0, OG)], "pitched"),
        ([(0, OG), (1.5, OG)], "pitched"),
        ([(0, OG), (1.9, OG - 0.001)], "pitched"),
        ([(0, OG), (2, OG - 0.001)], "not_started"),
        ([(0, OG), (5, OG)], "not_started"),
        ([(0, OG), (2, OG - 0.002)], "going"),
        ([(0, OG), (3, 1.060), (6, 1.040)], "going"),
        ([(0, OG), (6, 1.040), (9, 1.035)], "slow"),
        ([(0, OG), (6, 1.040), (9, 1.034)], "going"),
        ([(0, OG), (9, 1.030), (11.9, 1.030)], "slow"),
        ([(0, OG), (9, 1.030), (12, 1.030)], "stopped_short"),
        ([(0, OG), (9, 1.031), (12, 1.030)], "stopped_short"),
        ([(0, OG), (9, 1.032), (12, 1.030)], "slow"),
        ([(0, OG), (9, 0.998), (12, 0.994), (15, 0.994)], "dry"),
        ([(0, OG), (9, 0.994), (12, 0.994), (16, 0.991)], "restarted"),
        ([(0, OG), (9, 1.020), (12, 1.020), (14, 1.018)], "restarted"),
        ([(0, OG), (9, 1.020), (12, 1.020), (14, 1.019)], "stopped_short"),
    ],
)
def test_verdicts(readings, verdict):
    gone = stand(*readings)
    assert gone.verdict == verdict
    assert 0 <= gone.share <= 1
    assert gone.headline
    assert gone.advice


def test_dry_is_inside_its_band_and_a_point_of_margin_no_more():
    inside = round(HIGH - 0.0002, 4)
    outside = round(HIGH + 0.0002, 4)
    assert stand((0, OG), (9, inside), (30, inside)).verdict == "dry"
    above = stand((0, OG), (9, outside), (30, outside))
    assert above.verdict == "stopped_short"
    assert not above.proven
    # Three points over the band it is near, and no further.
    assert stand((0, OG), (9, HIGH + 0.0029)).verdict == "near"
    assert stand((0, OG), (9, HIGH + 0.0031)).verdict == "going"


@pytest.mark.parametrize("strong_by", [0.0, 1.0, 1.9])
def test_a_stop_within_two_percent_of_the_yeasts_limit_is_sweet_and_never_done(strong_by):
    heavy = must(900)
    og, ends = heavy.mix.sg, finish(heavy, 10.0)
    at = ends.sg.value + 0.0076 * strong_by
    gone = progress([Reading(0, og), Reading(20, at), Reading(50, at)], ends, og, 10.0)
    assert gone.verdict == "stopped_sweet"
    assert not gone.proven
    assert "never cork it" in gone.advice
    assert gone.may_still_ferment_g_per_l > 60


def test_a_stop_further_from_the_limit_is_short():
    heavy = must(900)
    og, ends = heavy.mix.sg, finish(heavy, 10.0)
    at = ends.sg.value + 0.0076 * 2.4
    assert progress([Reading(0, og), Reading(20, at), Reading(50, at)], ends, og, 10.0).verdict == (
        "stopped_short"
    )


def test_1110_to_1020_with_a_14_percent_yeast_has_stopped_sweet():
    heavy = must(760, 620)
    ends = finish(heavy, 14.0)
    for at in (1.020, 1.016):
        gone = progress(
            [Reading(0, 1.110), Reading(20, at), Reading(24, at)], ends, heavy.mix.sg, 14.0
        )
        assert gone.verdict == "stopped_sweet"
        assert gone.sugar_left_g_per_l.high > 50


def test_sugar_left_is_about_2_2_g_per_l_a_point():
    """Source: washes of 1.060, 1.083 and 1.100 end near 0.990, 0.987 and 0.984 (practice)."""
    for sugar_g_per_l, og, fg in ((154.5, 1.060, 0.990), (215.5, 1.083, 0.987)):
        assert sugar_g_per_l / (1000 * (og - fg)) == pytest.approx(2.2, abs=0.06)
    gone = stand((0, OG), (9, 1.010))
    points = 1000 * (1.010 - DRY.dry_sg.value)
    assert gone.sugar_left_g_per_l.value == pytest.approx(2.2 * points)


def test_a_brisk_jug_is_proven_in_days_and_a_slow_one_in_weeks():
    brisk = at_rest([Reading(0, 1.080), Reading(4, 1.010), Reading(7, 0.996), Reading(11, 0.996)])
    slow = at_rest([Reading(0, 1.080), Reading(20, 1.012), Reading(35, 1.001), Reading(50, 0.996), Reading(54, 0.996)])  # fmt: skip
    assert brisk.needs_days < 5
    assert slow.needs_days > 14
    unknown = at_rest([Reading(0, 0.996), Reading(20.9, 0.996)])
    assert unknown.needs_days == 21
    assert not unknown.proven
    assert at_rest([Reading(0, 0.996), Reading(21, 0.996)]).proven


def test_the_proof_leaves_at_most_0_6_point():
    """Two equal readings D days apart on a tail of constant T hide 1.4 / (e^(D/T) - 1) points:
    0.6 at D = 1.2 T. Derived."""
    readings = [Reading(0, 1.080), Reading(20, 1.012), Reading(30, 1.001), Reading(36, 0.996)]
    needs = at_rest(readings).needs_days
    assert 3 < needs < 28
    proven = at_rest([*readings, Reading(36 + needs, 0.996)])
    assert proven.proven
    assert proven.points_may_fall == pytest.approx(0.6, abs=0.01)
    before = at_rest([*readings, Reading(36 + needs - 0.1, 0.996)])
    assert not before.proven
    assert before.proves_on == pytest.approx(36 + needs)
    assert at_rest([*readings, Reading(36 + 2 * needs, 0.996)]).points_may_fall < 0.2


def test_once_in_a_thousand_times_it_reaches_further():
    """Of a normal error 3.09 deviations are passed once in a thousand times, 1.645 in twenty.
    Source: any table of the normal distribution."""
    falling = [Reading(0, 1.080), Reading(20, 1.012), Reading(30, 1.001), Reading(36, 0.996)]
    needs = at_rest(falling).needs_days
    proven = at_rest([*falling, Reading(36 + needs, 0.996)])
    assert proven.points_at_most == pytest.approx(0.6 * 3.09 / 1.645, abs=0.02)
    # However long it stands, no less than what a proof leaves.
    assert at_rest([*falling, Reading(136, 0.996)]).points_at_most == 0.6


def test_of_a_jug_seen_far_above_its_tail_alone_the_tail_is_slower_by_half():
    """From 45 points over the lowest end to 1.6 in 20 days is a constant of 6.0 days; half as much
    again, and 1.2 of it, is 10.8. By hand."""
    rest = at_rest([Reading(0, 1.080), Reading(10, 1.040), Reading(30, 0.996)])
    assert rest.needs_days == pytest.approx(1.2 * 1.5 * 20 / math.log(45 / 1.6), abs=0.1)
    assert rest.needs_days == pytest.approx(10.8, abs=0.1)


@pytest.mark.parametrize(
    ("tolerance", "counted", "at_most"),
    [
        # 11.5 % in it. Far from the limit a proof is enough.
        (17.0, "proof", "proof"),
        (13.6, "proof", "proof"),
        # Within two % of it the middle of the band and 1.5 points, seldom; within one all it allows.
        (13.4, "proof", "middle"),
        (12.6, "proof", "middle"),
        (12.4, "middle", "band"),
        (11.6, "middle", "band"),
    ],
)
def test_the_nearer_the_yeasts_limit_the_less_standing_still_proves(tolerance, counted, at_most):
    og, at = MUST.mix.sg, DRY.dry_sg.value + 0.001
    gone = progress([Reading(0, og), Reading(9, at), Reading(60, at)], DRY, og, tolerance)
    assert gone.proven
    assert gone.strength.mass_balance.value == pytest.approx(11.52, abs=0.05)
    points = {
        "middle": 1.0 + 1.5,
        "band": 1000 * (at - DRY.dry_sg.low) + 1.0,
    }
    sugar = SUGAR_PER_POINT_G_PER_L
    may = gone.may_still_ferment_g_per_l / sugar
    assert may == pytest.approx(points.get(counted, gone.rest.points_may_fall), abs=0.01)
    most = gone.at_most_ferment_g_per_l / sugar
    assert most == pytest.approx(points.get(at_most, gone.rest.points_at_most), abs=0.01)


def test_unproven_all_that_may_be_left_counts_and_seldom_a_point_more():
    gone = stand((0, OG), (9, 1.003))
    assert gone.may_still_ferment_g_per_l == gone.sugar_left_g_per_l.high
    more = gone.at_most_ferment_g_per_l - gone.sugar_left_g_per_l.high
    assert more == pytest.approx(SUGAR_PER_POINT_G_PER_L)


def test_no_proof_takes_longer_than_four_weeks():
    creeping = [Reading(0, 1.080), Reading(60, 1.010), Reading(110, 1.002), Reading(150, 0.996)]
    assert at_rest(creeping).needs_days == 28


def test_a_yeast_nobody_named_may_have_given_up_from_8_5_percent_on():
    """Then what stands over the middle of the dry band counts, and 1.5 points for its doubt."""
    weak, strong = must(215), must(280)
    for drink, more in ((weak, False), (strong, True)):
        ends = finish(drink, 17.0)
        og, at = drink.mix.sg, ends.dry_sg.value + 0.001
        gone = progress([Reading(0, og), Reading(9, at), Reading(60, at)], ends, og, None)
        assert gone.proven
        assert (gone.strength.mass_balance.value > 8.5) is more
        assert gone.may_still_ferment_g_per_l == pytest.approx(2.5 * 2.2 if more else 0.0, abs=0.3)
    # Close to it, either way.
    assert 7.5 < strength(weak.mix.sg, finish(weak, 17.0).dry_sg.value).mass_balance.value < 8.5
    assert 8.5 < strength(strong.mix.sg, finish(strong, 17.0).dry_sg.value).mass_balance.value < 9.8


def test_the_same_reading_is_half_a_point_apart_at_most():
    readings = [Reading(0, 1.080), Reading(4, 1.010), Reading(7, 0.996)]
    assert at_rest([*readings, Reading(15, 0.9955)]).proven
    assert not at_rest([*readings, Reading(15, 0.9954)]).proven
    # Stopped within a point all the same; two points are a fall.
    assert at_rest([*readings, Reading(10, 0.995)]).stopped
    assert not at_rest([*readings, Reading(9.9, 0.995)]).stopped
    assert not at_rest([*readings, Reading(10, 0.9949)]).stopped


def test_a_jug_that_creeps_has_not_stood_still():
    gone = stand((0, OG), (9, 1.031), (12, 1.030))
    assert "fallen by less than 2 points" in gone.advice
    assert "not moved" in stand((0, OG), (9, 1.030), (12, 1.030)).advice


def test_it_says_in_how_many_days_the_same_reading_proves_it():
    gone = stand((0, OG), (8, 1.008), (18, 0.995), (21.5, 0.995))
    assert gone.verdict == "dry"
    wait = gone.rest.proves_on - 21.5
    assert 1 < wait < 28
    assert f"{-(-wait // 1):.0f} days" in gone.advice


def test_what_read_richer_than_planned_ends_drier():
    planned = stand((0, OG), (9, 1.010))
    richer = stand((0, OG + 0.010), (9, 1.010))
    assert richer.sugar_left_g_per_l.high == pytest.approx(
        planned.sugar_left_g_per_l.high + 0.15 * 10 * 2.2, abs=0.1
    )


def test_a_fall_that_means_something_is_two_points():
    # By a point and a half it has not started; by two and a fifth it began, and stopped short.
    assert stand((0, OG), (4, OG - 0.0017), (8, OG - 0.0017)).verdict == "not_started"
    assert stand((0, OG), (4, OG - 0.0022), (8, OG - 0.0022)).verdict == "stopped_short"


def test_from_far_above_the_tail_is_taken_half_as_slow_again():
    # 80 points are gone in a fortnight: ln(81 / 1.6) time constants, as unlucky as it may be, and
    # the tail is slower by half; the proof takes 1.204 of them.
    far = at_rest([Reading(0, 1.080), Reading(14, 1.000), Reading(40, 1.000)])
    constant = 14 / math.log((80 + 1) / (0.6 + 1))
    assert far.needs_days == pytest.approx(1.204 * 1.5 * constant, rel=1e-3)


def test_two_readings_of_one_moment_are_answered():
    gone = stand((0, OG), (0, 1.010), (0, 1.000), (4, 1.000))
    assert gone.rest.points_may_fall < 0.6
