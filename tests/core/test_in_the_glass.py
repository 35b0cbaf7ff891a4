"""How it is to be in the glass, worked back to the must and forward again."""

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.aim.solve import Aim
from core.cost.costing import Pack
from core.errors import JobError
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.plan.evaluation import PricedPour, Recipe, evaluate
from core.plan.glass import STYLES, GlassPlan

PEAR = Pour("Pear", "juice", 2500.0, None, "pear", label=read_label("10.8", 100, "ml"))
SUGAR = Pour("Sugar", "sugar", mass_g=0.0)
WATER = Pour("Water", "water", 0.0)
CORDIAL = Pour("Cordial", "syrup", 0.0, label=read_label("42", 100, "ml"))
PLUM = Pour("Plum", "juice", 0.0, None, "plum", label=read_label("10.4", 100, "ml"))

PLANS = {
    "dry_still": GlassPlan("dry_still"),
    "sweet_still": GlassPlan("sweet_still", sugar_g_per_l=25.0, late=CORDIAL),
    "fizzy": GlassPlan("fizzy", volumes=2.5),
    "fizzy_sweet": GlassPlan("fizzy_sweet", sugar_g_per_l=20.0, volumes=2.8),
    "late_juice": GlassPlan("late_juice", late=PLUM, late_share=0.2),
}


def planned(glass, abv=9.0):
    aim = Aim(("Sugar", "Water"), abv, fill_ml=4500)
    pours = tuple(PricedPour(pour) for pour in (PEAR, SUGAR, WATER))
    return Recipe(pours, vessel_ml=5000, tolerance_abv=14.0, aim=aim, glass=glass)


@pytest.mark.parametrize("style", STYLES)
@given(abv=st.floats(6, 10))
def test_the_strength_aimed_at_is_the_one_in_the_glass(style, abv):
    result = evaluate(planned(PLANS[style], abv))
    assert result.glass.abv.value == pytest.approx(abv, abs=1e-3)
    assert result.must.mix.volume_ml == pytest.approx(4500, abs=0.1)


def test_what_is_added_at_the_end_counts_for_sugar_volume_and_strength():
    result = evaluate(planned(PLANS["sweet_still"]))
    glass, reaching = result.glass, result.reaching_ml.value
    assert glass.sugar_g_per_l == pytest.approx(25.0, abs=0.1)
    assert glass.late_ml * 420 / 1000 == pytest.approx(25.0 * glass.bottled_ml / 1000, rel=2e-3)
    assert glass.bottled_ml == pytest.approx(reaching + glass.late_ml)
    # Alcohol is conserved.
    assert glass.abv.value * glass.bottled_ml == pytest.approx(result.finish.abv.value * reaching)
    assert glass.word == "medium"
    assert any("sulphite and sorbate" in step for step in glass.steps)


@pytest.mark.parametrize("style", ["sweet_still", "late_juice"])
def test_nothing_is_added_at_the_end_until_somebody_chose_it(style):
    chosen, open_ = PLANS[style], replace(PLANS[style], late=None)
    assert evaluate(planned(chosen)).glass.late_ml > 0
    found = evaluate(planned(open_))
    assert (found.glass.late, found.glass.late_ml) == (None, 0.0)
    assert found.glass.abv == evaluate(planned(PLANS["dry_still"])).glass.abv
    (said,) = (c.text for c in found.warnings if c.code == "late_not_chosen")
    assert said.startswith("Choose what is added at the end")


def test_priming_adds_strength_and_gas():
    result = evaluate(planned(PLANS["fizzy"]))
    # 2.5 volumes less 0.875 at 20 °C, 4 g/L each: 6.5 g/L, which adds 0.4 %.
    litres = result.glass.bottled_ml / 1000
    assert result.glass.priming_g / litres == pytest.approx(6.5, abs=0.05)
    assert result.glass.abv.value - result.finish.abv.value == pytest.approx(0.4, abs=0.02)
    assert result.glass.volumes == pytest.approx(2.5)
    assert "bottles that bear" in " ".join(result.glass.steps)


def test_sweet_and_fizzy_is_sweetened_with_what_yeast_leaves_alone():
    result = evaluate(planned(PLANS["fizzy_sweet"]))
    assert result.glass.sugar_g_per_l == 0
    assert result.glass.sweetener_g > 20 * result.glass.bottled_ml / 1000
    assert "never ferments" in result.glass.steps[1]
    dogs = Pour("Xylitol", "sugar", mass_g=0.0, sugar="xylitol")
    warned = evaluate(planned(replace(PLANS["fizzy_sweet"], late=dogs))).glass.steps[1]
    assert "poisonous to dogs" in warned


def test_a_share_of_juice_at_the_end():
    result = evaluate(planned(PLANS["late_juice"]))
    assert result.glass.late_ml / result.glass.bottled_ml == pytest.approx(0.2)
    assert result.finish.abv.value == pytest.approx(9.0 / 0.8, abs=1e-3)
    assert result.glass.sugar_g_per_l == pytest.approx(0.2 * 104, abs=0.5)


def test_what_is_added_at_the_end_is_paid_for():
    dear = replace(PLANS["late_juice"], late_pack=Pack(Decimal("2.00"), 1000))
    without, with_it = (evaluate(planned(glass)) for glass in (PLANS["late_juice"], dear))
    more = with_it.cost.used - without.cost.used
    assert more == pytest.approx(
        Decimal("0.002") * Decimal(with_it.glass.late_ml), abs=Decimal("0.01")
    )
    assert set(without.unpriced) - set(with_it.unpriced) == {dear.late.name}


@pytest.mark.parametrize(
    ("wrong", "at"),
    [
        ({"style": "sparkling"}, "style"),
        ({"style": "sweet_still", "late": CORDIAL}, "sugar_g_per_l"),
        ({"style": "fizzy"}, "volumes"),
        ({"style": "fizzy", "volumes": 9}, "wanted_volumes"),
        ({"style": "late_juice", "late": PLUM, "late_share": 0.9}, "late_share"),
    ],
)
def test_what_does_not_go_together_is_refused(wrong, at):
    with pytest.raises(JobError) as refused:
        GlassPlan(**wrong)
    assert refused.value.at == at


def test_too_thin_to_sweeten_with_is_placed_in_the_glass():
    with pytest.raises(JobError) as refused:
        evaluate(planned(GlassPlan("sweet_still", sugar_g_per_l=80, late=PLUM)))
    assert refused.value.at == "glass.late"


def test_a_plan_counts_on_what_a_proof_leaves():
    """Of a dry and still drink: 0.87 volumes dissolved at 20 °C, and 0.6 point of 2.2 g/L that two
    equal readings may hide, at 3.8 g/L of sucrose a volume at the worst."""
    drink = evaluate(planned(GlassPlan("dry_still", warmest_c=20.0))).glass
    assert drink.worst_volumes == pytest.approx(0.87 + 0.6 * 2.2 / 3.8, abs=0.02)
