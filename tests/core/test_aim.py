import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.aim.solve import Aim, solve
from core.errors import JobError
from core.ferment.finish import finish
from core.ferment.strength import fermented
from core.interval import Interval
from core.measure.density import brix_from_solids_g_per_l, density_g_per_ml, sg_from_brix
from core.must.mixing import Mix, Pour, make_must
from core.pack.declared import read_label

LABEL = read_label("10.8", 100, "ml")
SUGAR = Pour("Sugar", "sugar", mass_g=0.0)
WATER = Pour("Water", "water", volume_ml=0.0)


def juice(volume_ml=3000.0, name="Pear"):
    return Pour(name, "juice", volume_ml=volume_ml, fruit="pear", label=LABEL)


@given(juice_ml=st.floats(0, 3500), abv=st.floats(8, 14), fill=st.floats(4000, 5000))
def test_solving_then_evaluating_returns_the_aim(juice_ml, abv, fill):
    pours = solve([juice(juice_ml), SUGAR, WATER], Aim(("Sugar", "Water"), abv=abv, fill_ml=fill))
    must = make_must(pours)
    assert finish(must).abv.value == pytest.approx(abv, abs=1e-6)
    assert must.mix.volume_ml == pytest.approx(fill, abs=1e-3)


@given(og=st.floats(1.06, 1.12), unknown=st.sampled_from(["Sugar", "Honey"]))
def test_one_unknown_for_a_start_gravity(og, unknown):
    honey = Pour("Honey", "syrup", mass_g=0, label=read_label("81", 100, "g"))
    must = make_must(solve([juice(), SUGAR, honey], Aim((unknown,), og=og)))
    assert must.mix.sg == pytest.approx(og, abs=1e-7)


@given(volumes=st.lists(st.floats(800, 3000), min_size=1, max_size=6), grams=st.floats(0, 2000))
def test_mass_and_sugar_are_conserved(volumes, grams):
    parts = [juice(v, f"Pear {i}") for i, v in enumerate(volumes)]
    parts.append(Pour("Sugar", "sugar", mass_g=grams))
    whole = make_must(parts).mix
    singly = [make_must([part]).mix for part in parts[:-1]]
    assert whole.mass == pytest.approx(sum(m.mass for m in singly) + grams, rel=1e-9)
    assert whole.sugar == pytest.approx(sum(m.sugar for m in singly) + grams, rel=1e-9)


@given(grams=st.floats(0, 1500), more=st.floats(1, 500))
def test_more_sugar_is_heavier_stronger_and_fuller(grams, more):
    def at(g):
        must = make_must([juice(), Pour("Sugar", "sugar", mass_g=g)])
        return must.mix.sg, finish(must, 60).abv.value, must.mix.volume_ml

    assert all(big > small for big, small in zip(at(grams + more), at(grams), strict=True))


@pytest.mark.parametrize(
    ("pours", "aim", "tolerance", "words"),
    [
        ([juice(), SUGAR], Aim(("Sugar",), abv=5), None, r"Without any Sugar it is still \d+ g too much: .*stronger than 5 %"),
        ([juice(5000), SUGAR, WATER], Aim(("Sugar", "Water"), abv=12, fill_ml=4500), None, "already comes to 5.00 L"),
        ([juice(), SUGAR], Aim(("Sugar",), abv=15), 12, "yeast gives up near 12 %"),
        ([juice(), SUGAR], Aim(("Honey",), abv=11), None, "No ingredient is called “Honey”"),
        ([juice(), juice()], Aim(("Pear",), abv=11), None, "Two ingredients are called"),
        ([juice(), SUGAR], Aim(("Sugar",), abv=11, fill_ml=4000), None, "need two ingredients"),
        ([juice(), WATER], Aim(("Water",), abv=11), None, r"Without any Water it is still \d+ ml too much: the rest is too weak"),
        ([juice(), juice(10, "Pear 2")], Aim(("Pear", "Pear 2"), abv=6, fill_ml=100), None, "same strength"),
        ([SUGAR], Aim(("Sugar",), abv=90), None, "not a strength yeast reaches"),
        ([SUGAR], Aim(("Sugar",)), None, "or a fill"),
        ([], Aim(("Sugar",), abv=9), None, "add at least one"),
    ],
)  # fmt: skip
def test_aims_that_cannot_be_met_say_which_way(pours, aim, tolerance, words):
    with pytest.raises(JobError, match=words):
        solve(pours, aim, tolerance)


GRAPE = Pour("Grape", "juice", 1000, fruit="grape", label=read_label("15.8", 100, "ml"))


@given(abv=st.floats(6.4, 8.8), pear_ml=st.floats(500, 5000))
def test_the_share_of_a_blend_gives_and_its_total_stays(abv, pear_ml):
    poured = [juice(pear_ml), GRAPE, WATER]
    pours = solve(poured, Aim((("Grape", "Pear"),), abv=abv))
    assert finish(make_must(pours)).abv.value == pytest.approx(abv, abs=1e-3)
    assert pours[0].volume_ml + pours[1].volume_ml == pytest.approx(pear_ml + 1000)


@given(og=st.floats(1.054, 1.062), fill=st.floats(4600, 4800))
def test_a_share_and_water_are_two_unknowns(og, fill):
    poured = [juice(2000), GRAPE.with_amount(2500), WATER]
    pours = solve(poured, Aim((("Grape", "Pear"), "Water"), og=og, fill_ml=fill))
    must = make_must(pours).mix
    assert (must.sg, must.volume_ml) == pytest.approx((og, fill), rel=1e-6)
    assert pours[0].volume_ml + pours[1].volume_ml == pytest.approx(4500)


@pytest.mark.parametrize(
    ("aim", "words"),
    [
        (Aim((("Grape", "Pear"),), abv=12), "any blend of them is weaker"),
        (Aim((("Grape", "Pear"),), abv=3), "any blend of them is stronger"),
        (Aim((("Grape", "Pear"), "Water"), og=1.08, fill_ml=4100), "no share of Grape and Pear"),
        (Aim((("Grape", "Grape"),), abv=7), "needs one ingredient"),
        (Aim((("Grape", "Sugar"),), abv=7), "both ingredients of a blend in ml"),
        (Aim((("Grape", "Plum"),), abv=7), "No ingredient is called “Plum”"),
    ],
)
def test_blends_that_cannot_be(aim, words):
    with pytest.raises(JobError, match=words):
        solve([juice(), GRAPE, SUGAR, WATER], aim)


def test_shared_errors_add_up_and_independent_ones_partly_cancel():
    twice = make_must([juice(1500), juice(1500)]).sg
    two_brands = make_must([juice(1500, "Pear"), juice(1500, "Other pear")]).sg
    once = make_must([juice(3000)]).sg
    assert twice.high - twice.low == pytest.approx(once.high - once.low, rel=1e-6)
    assert (two_brands.high - two_brands.low) / (once.high - once.low) == pytest.approx(
        0.5**0.5, rel=1e-3
    )


def test_the_interval_holds_what_it_promises():
    """Monte Carlo over printed rounding, pack variation and extract: 90 %, give or take."""
    dice = random.Random(7)  # noqa: S311 - not a secret
    printed = read_label("10.8", 100, "ml")
    promised = make_must([Pour("Pear", "juice", volume_ml=1000, fruit="pear", label=printed)]).sg
    inside = 0
    for _ in range(4000):
        sugars = dice.uniform(10.75, 10.85) + dice.gauss(0, 10.8 * 0.03 / 1.6449)
        extract = dice.uniform(20, 35)
        solids = sugars * 10 + extract
        inside += promised.low <= sg_from_brix(brix_from_solids_g_per_l(solids)) <= promised.high
    assert 0.87 <= inside / 4000 <= 0.95


def test_the_finish_interval_holds_what_it_promises():
    """Monte Carlo over label, extract, amounts, yield and what the density model leaves open."""
    dice = random.Random(11)  # noqa: S311 - not a secret
    pour = Pour("Pear", "juice", volume_ml=3000, fruit="pear", label=read_label("10.8", 100, "ml"))
    promised = finish(make_must([pour, Pour("Sugar", "sugar", mass_g=300)]))
    strengths = ends = 0
    for _ in range(3000):
        sugars = dice.uniform(10.75, 10.85) + dice.gauss(0, 10.8 * 0.03 / 1.6449)
        extract = dice.uniform(20, 35)
        brix = brix_from_solids_g_per_l(sugars * 10 + extract)
        # A measuring jug is known to 4 %, a scale to 1 %. Common practice.
        litres = dice.gauss(3, 3 * 0.04 / 1.6449)
        grams = dice.gauss(300, 3 / 1.6449)
        mass = 1000 * litres * density_g_per_ml(sg_from_brix(brix)) + grams
        sugar = 10 * litres * sugars + grams
        # Pear's sugars are a tenth sucrose, the rest hexose.
        eaten = 10 * litres * sugars * (1 + 0.0526 * 0.1) / 1.0526 + grams
        drink = fermented(
            mass,
            sugar + litres * extract,
            eaten,
            ethanol_per_sugar=dice.gauss(1, 0.02 / 1.6449) / 2.0665,
            by_product_per_sugar=dice.gauss(0.04, 0.01 / 1.6449),
            as_sucrose=eaten / sugar,
        )
        sg = drink.sg + dice.gauss(0, 0.0015 / 1.6449)
        strengths += promised.abv.low <= drink.abv <= promised.abv.high
        ends += promised.sg.low <= sg <= promised.sg.high
    assert 0.87 <= strengths / 3000 <= 0.93
    assert 0.87 <= ends / 3000 <= 0.94


def test_two_ceilings_the_lower_holds():
    weak, strong = Interval(9, 8, 10), Interval(9.5, 7, 12)
    assert weak.smaller(strong) == Interval(9, 7, 10)
    assert weak.larger(strong) == Interval(9.5, 8, 12)


def test_without_a_named_yeast_strength_still_has_an_end():
    # No kind sold goes past 18 % vol. Common practice.
    must = make_must([juice(), Pour("Sugar", "sugar", mass_g=1400)])
    assert finish(must, 60).abv.value > 20
    assert finish(must).limited_by == "yeast"
    assert finish(must).abv.high <= 18


def test_a_strong_must_is_limited_by_the_yeast_and_an_interval_says_so():
    must = make_must([juice(), Pour("Sugar", "sugar", mass_g=700)])
    free, held = finish(must, 30), finish(must, 12)
    assert free.limited_by == "sugar"
    assert held.limited_by == "yeast"
    assert held.abv.value == 12
    assert held.sg.value > free.sg.value + 0.01
    assert held.residual_sugar_g_per_l > 20
    assert finish(must, 60).abv == free.abv


@given(fill=st.floats(3400, 20_000))
def test_made_up_to_the_mark_it_fills_to_the_mark(fill):
    """Juice and sugar stay, water fills up: by mass and density, whatever it then makes."""
    pours = [juice(), SUGAR.with_amount(300), WATER]
    solved = solve(pours, Aim(("Water",), fill_ml=fill))
    assert [p.amount for p in solved[:2]] == [pours[0].amount, 300]
    assert Mix.of(solved).volume_ml == pytest.approx(fill, abs=1e-3)
    assert solved[2].amount > 0


@pytest.mark.parametrize(
    ("aim", "words"),
    [
        (
            Aim(("Water",), fill_ml=2000),
            r"Without any Water it is still \d+ ml too much: .* already comes to",
        ),
        (Aim(("Water", "Sugar"), fill_ml=5000), "A fill needs one ingredient"),
        (Aim((("Water", "Pear"),), fill_ml=5000), "let one ingredient adjust"),
        (Aim(("Water",)), "Set a strength"),
    ],
)
def test_marks_that_cannot_be_reached(aim, words):
    with pytest.raises(JobError, match=words):
        solve([juice(), SUGAR.with_amount(300), WATER], aim)
