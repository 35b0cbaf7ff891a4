import pytest

from core.errors import JobError
from core.must.composition import compose
from core.pack.declared import read_label


@pytest.mark.parametrize(
    ("printed", "low", "high"),
    [("10", 9.5, 10.5), ("10.4", 10.35, 10.45), ("10,40", 10.395, 10.405)],
)
def test_printed_rounding_is_kept(printed, low, high):
    label = read_label(printed, 100, "ml")
    assert label.sugars_g - label.half_step_g == pytest.approx(low)
    assert label.sugars_g + label.half_step_g == pytest.approx(high)


def test_a_number_promises_no_rounding():
    assert read_label(10.4, 100, "ml").half_step_g == 0


@pytest.mark.parametrize(
    ("sugars", "amount", "unit", "words"),
    [
        ("140", 100, "ml", "140 g in 100 ml is more than sugar can dissolve"),
        ("101", 100, "g", "at most 100 g"),
        ("-3", 100, "ml", "not an amount of sugar"),
        (-3.0, 100, "ml", "below zero"),
        ("ten", 100, "ml", "not an amount of sugar"),
        ("", 100, "ml", "as printed"),
        ("10", 0, "ml", "how many ml"),
    ],
)
def test_labels_that_cannot_be(sugars, amount, unit, words):
    with pytest.raises(JobError, match=words):
        read_label(sugars, amount, unit)


def test_a_coarser_label_is_less_sure():
    coarse = compose("a", "juice", fruit="pear", label=read_label("10", 100, "ml"))
    fine = compose("a", "juice", fruit="pear", label=read_label("10.0", 100, "ml"))
    assert coarse.sugar == pytest.approx(fine.sugar)
    assert max(s.sugar for s in coarse.shifts) > max(s.sugar for s in fine.shifts)


def test_a_believable_reading_beside_a_label_gives_the_extract():
    label = read_label("10.8", 100, "ml")
    alone = compose("pear", "juice", fruit="pear", label=label)
    read = compose("pear", "juice", fruit="pear", label=label, measured_sg=1.0535)
    assert read.notes == ()
    assert read.sugar * read.density_g_per_ml == pytest.approx(0.108, abs=1e-6)
    assert read.extract > alone.extract


@pytest.mark.parametrize(
    ("sg", "note"), [(1.080, "reading_above_label"), (1.030, "reading_below_label")]
)
def test_an_unbelievable_reading_is_weighed_and_said(sg, note):
    label = read_label("10.8", 100, "ml")
    alone = compose("pear", "juice", fruit="pear", label=label)
    read = compose("pear", "juice", fruit="pear", label=label, measured_sg=sg)
    assert read.notes == (note,)
    assert (read.sugar > alone.sugar) == (sg > 1.052)


def test_a_reading_alone_leaves_the_usual_extract():
    read = compose("pom", "juice", fruit="pomegranate", measured_sg=1.058)
    assert 1000 * read.extract * read.density_g_per_ml == pytest.approx(20, abs=0.1)


@pytest.mark.parametrize(
    ("arguments", "at"),
    [
        ({"kind": "soup"}, "kind"),
        ({"kind": "juice", "fruit": "dragon"}, "fruit"),
        ({"kind": "juice"}, "label"),
        ({"kind": "sugar", "sugar": "salt"}, "sugar"),
        ({"kind": "juice", "measured_sg": 2.0}, "measured_sg"),
    ],
)
def test_things_that_cannot_be_poured(arguments, at):
    with pytest.raises(JobError) as raised:
        compose("x", **arguments)
    assert raised.value.at == at


def test_glucose_brings_less_than_white_sugar_and_polyols_nothing():
    sugar, glucose, xylitol = (
        compose(key, "sugar", sugar=key) for key in ("sucrose", "glucose_monohydrate", "xylitol")
    )
    # Source: molar masses, 180.16/198.17 and 342.30/360.32.
    assert glucose.ferment / sugar.ferment == pytest.approx(0.909 * 342.30 / 360.32, abs=1e-3)
    assert (xylitol.ferment, xylitol.extract) == (0, 1)
