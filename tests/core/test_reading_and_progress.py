import pytest

from core.errors import JobError
from core.interval import Interval
from core.label import read_label
from core.must import Pour, make_must
from core.progress import Reading, progress, stage
from core.reading import judge_later, judge_start
from core.strength import strength

MUST = make_must(
    [
        Pour("Pear", "juice", volume_ml=3000, fruit="pear", label=read_label("10.8", 100, "ml")),
        Pour("Sugar", "sugar", mass_g=450),
        Pour("Water", "water", volume_ml=800),
    ]
)
ENDS = Interval(0.996, 0.993, 0.999)


def judge(sg):
    return judge_start(sg, MUST.sg, MUST.mix)


def test_the_must_is_where_these_tests_think():
    # By hand: 324 + 82 g from the pear and 450 g of sugar in 3.0 + 0.8 + 0.28 L are 210 g/L,
    # which is 19.4 °Bx.
    assert MUST.mix.sg == pytest.approx(1.0805, abs=0.0005)


@pytest.mark.parametrize("sg", [1.077, 1.079, 1.083])
def test_a_reading_in_line(sg):
    assert judge(sg).fits


@pytest.mark.parametrize(
    ("sg", "code", "likely"),
    [
        (1.179, "division", 1.079),
        (1.709, "digits", 1.079),
        (1.790, "digits", 1.079),
        (1.78, "digits", 1.078),
        (1.089, "line", 1.079),
        (1.070, "line", 1.080),
    ],
)
def test_a_misread_stem_is_questioned_with_the_likely_reading(sg, code, likely):
    judgement = judge(sg)
    assert not judgement.fits
    assert judgement.causes[0].code == code
    assert judgement.causes[0].likely_sg == pytest.approx(likely)


def test_sugar_on_the_bottom_is_suspected_when_it_reads_low():
    undissolved = next(c for c in judge(1.052).causes if c.code == "undissolved")
    left = make_must(
        [
            Pour(
                "Pear", "juice", volume_ml=3000, fruit="pear", label=read_label("10.8", 100, "ml")
            ),
            Pour(
                "Sugar", "sugar", mass_g=450 - int(undissolved.text.split("about ")[1].split()[0])
            ),
            Pour("Water", "water", volume_ml=800),
        ]
    )
    # Leaving that sugar undissolved does give the reading, nearly: it took some room too.
    assert left.mix.sg == pytest.approx(1.052, abs=0.004)


def test_a_short_jug_is_suspected_when_it_reads_high():
    short = next(c for c in judge(1.086).causes if c.code == "short_jug")
    missing = int(short.text.split("about ")[1].split()[0])
    drier = make_must(
        [
            Pour(
                "Pear", "juice", volume_ml=3000, fruit="pear", label=read_label("10.8", 100, "ml")
            ),
            Pour("Sugar", "sugar", mass_g=450),
            Pour("Water", "water", volume_ml=800 - missing),
        ]
    )
    assert drier.mix.sg == pytest.approx(1.086, abs=2e-4)


@pytest.mark.parametrize(("sg", "words"), [(1079, r"1\.079"), (2.0, "0.970"), (0.5, "0.970"), (-1, "0.970"), (float("nan"), "0.970")])  # fmt: skip
def test_no_hydrometer_shows_that(sg, words):
    with pytest.raises(JobError, match=words):
        judge(sg)


def test_later_readings_only_fall_and_not_below_the_end():
    assert judge_later(1.020, 1.040, ENDS).fits
    risen = judge_later(1.060, 1.040, ENDS)
    assert not risen.fits
    assert "rose" in risen.text
    assert not judge_later(0.980, 1.040, ENDS).fits
    slipped = judge_later(1.200, 1.040, ENDS)
    assert slipped.causes[0].likely_sg == pytest.approx(1.020)


@pytest.mark.parametrize(
    ("readings", "verdict"),
    [
        ([(0, 1.080)], "pitched"),
        ([(0, 1.080), (3, 1.060)], "going"),
        ([(0, 1.080), (9, 1.000), (10, 1.000)], "near"),
        ([(0, 1.080), (9, 1.002), (12, 1.002)], "done"),
        ([(0, 1.080), (9, 0.998), (12, 0.997)], "done"),
        ([(0, 1.080), (9, 1.000), (12.5, 0.996)], "near"),
        ([(0, 1.080), (9, 1.030), (13, 1.030)], "resting"),
        ([(0, 1.080), (9, 0.997), (10, 1.001), (12.5, 0.997)], "near"),
    ],
)
def test_done_only_by_two_readings_days_apart_near_the_end(readings, verdict):
    state = progress([Reading(days, sg) for days, sg in readings], ENDS)
    assert state.verdict == verdict
    assert state.done == (verdict == "done")
    assert 0 <= state.share <= 1


def test_a_stop_short_of_the_end_is_not_called_safe():
    state = progress([Reading(0, 1.08), Reading(9, 1.03), Reading(13, 1.03)], ENDS)
    assert "not safe to bottle" in state.advice


def test_strength_so_far_never_negative_and_refuses_the_impossible():
    assert strength(1.080, 1.081).mass_balance.value == 0
    with pytest.raises(JobError, match="rose"):
        strength(1.050, 1.080)
    with pytest.raises(JobError, match="not a gravity"):
        strength(2.0, 1.0)


def test_three_schools_agree_roughly_and_differ():
    schools = strength(1.085, 0.998)
    assert schools.mass_balance.value == pytest.approx(schools.quick_sum, rel=0.05)
    assert schools.potential_scale == pytest.approx(schools.quick_sum, rel=0.06)
    assert schools.mass_balance.low < schools.mass_balance.value < schools.mass_balance.high


@pytest.mark.parametrize(
    ("read", "done", "bottled", "expected"),
    [
        (False, False, False, "plan"),
        (True, False, False, "ferment"),
        (True, True, False, "bottle"),
        (True, True, True, "bottled"),
    ],
)
def test_stages(read, done, bottled, expected):
    assert stage(read, done, bottled) == expected
