import pytest

from core.errors import JobError
from core.ferment.reading import judge_later, judge_pitching, judge_start
from core.ferment.strength import strength
from core.interval import Interval
from core.must.mixing import Pour, make_must
from core.pack.declared import read_label

MUST = make_must(
    [
        Pour("Pear", "juice", volume_ml=3000, fruit="pear", label=read_label("10.8", 100, "ml")),
        Pour("Sugar", "sugar", mass_g=450),
        Pour("Water", "water", volume_ml=800),
    ]
)
ENDS = Interval(0.996, 0.993, 0.999)


def judge(sg, temperature_c=20.0):
    return judge_start(sg, temperature_c, MUST.sg, MUST.mix, dry_sugar_g=450)


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
        (1.80, "digits", 1.080),
        (1.802, "digits", 1.082),
    ],
)
def test_a_misread_stem_is_questioned_with_the_likely_reading(sg, code, likely):
    judgement = judge(sg)
    assert not judgement.fits
    assert judgement.causes[0].code == code
    assert judgement.causes[0].likely_sg == pytest.approx(likely, abs=0.002)
    assert judgement.causes[0].sure


@pytest.mark.parametrize(("typed", "celsius", "likely"), [(1.190, 35, 1.090), (1.70, 20, 1.070), (1.705, 20, 1.075)])  # fmt: skip
def test_a_slip_is_looked_for_in_the_figure_as_typed(typed, celsius, likely):
    # 1.090 at 35 °C is 1.095 at 20.
    middle = likely + (0.005 if celsius == 35 else 0)
    expected = Interval(middle, middle - 0.002, middle + 0.002)
    cause = judge_start(typed, celsius, expected, MUST.mix, 450).causes[0]
    assert (cause.likely_sg, cause.sure) == (pytest.approx(likely), True)


@pytest.mark.parametrize(
    ("sg", "likelier"), [(1.089, "more_sugar"), (1.070, "undissolved"), (1.066, "undissolved")]
)
def test_an_honest_surprise_is_not_called_a_slip(sg, likelier):
    causes = judge(sg).causes
    assert causes[0].code == likelier
    assert not any(cause.sure for cause in causes)


def test_without_dry_sugar_nothing_lies_undissolved():
    causes = judge_start(1.070, 20, MUST.sg, MUST.mix, dry_sugar_g=0).causes
    assert "undissolved" not in {cause.code for cause in causes}


def test_yeast_is_not_pitched_into_a_must_this_warm():
    assert judge_pitching(28) is None
    assert judge_pitching(28.5)
    assert "38 °C" in judge_pitching(38).text


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
    short = next(c for c in judge(1.088).causes if c.code == "short_jug")
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
    assert drier.mix.sg == pytest.approx(1.088, abs=2e-4)


@pytest.mark.parametrize(("sg", "words"), [(1079, r"1\.079"), (2.0, "0.970"), (0.5, "0.970"), (-1, "0.970"), (float("nan"), "0.970")])  # fmt: skip
def test_no_hydrometer_shows_that(sg, words):
    with pytest.raises(JobError, match=words):
        judge(sg)


def test_later_readings_only_fall_and_not_below_the_end():
    assert judge_later(1.020, 20, 1.040, ENDS).fits
    risen = judge_later(1.060, 20, 1.040, ENDS)
    assert not risen.fits
    assert "rose" in risen.text
    assert not judge_later(0.980, 20, 1.040, ENDS).fits
    slipped = judge_later(1.200, 20, 1.040, ENDS)
    assert slipped.causes[0].likely_sg == pytest.approx(1.020)
    assert slipped.causes[0].sure


def test_a_small_rise_is_gas_or_an_addition_before_it_is_a_slip():
    causes = judge_later(1.045, 20, 1.040, ENDS).causes
    assert {cause.code for cause in causes[:2]} == {"added", "foamy"}
    assert not any(cause.sure for cause in causes)
    assert all(cause.likely_sg != pytest.approx(1.004) for cause in causes)


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
    ("sg", "fits"), [(1.0849, True), (1.0856, False), (1.0751, True), (1.0744, False)]
)
def test_a_reading_fits_to_three_points_beyond_the_pours(sg, fits):
    assert judge_start(sg, 20.0, Interval(1.080, 1.078, 1.082), MUST.mix).fits is fits


def pours_of(*more):
    return [Pour("Pear juice", "juice", volume_ml=3000, measured_sg=1.045), *more]


def test_foam_seen_ranks_what_it_does_higher():
    def place(*seen):
        found = judge_start(1.087, 20, MUST.sg, MUST.mix, 450, seen)
        return [cause.code for cause in found.causes].index("foamy")

    assert place("foam") < place()


def test_grain_seen_ranks_sugar_on_the_bottom_before_a_fuller_jug():
    def first(*seen):
        return judge_start(1.074, 20, MUST.sg, MUST.mix, 75, seen).causes[0].code

    assert (first(), first("grain")) == ("full_jug", "undissolved")


def test_nothing_thinkable_explains_it_and_nothing_is_said():
    assert judge_start(1.190, 20, MUST.sg, MUST.mix, 450).causes == ()
