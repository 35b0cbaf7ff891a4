"""Whatever number is typed, core answers with a finite figure or with its own error."""

import math
from dataclasses import fields, is_dataclass

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.batch import glasses
from core.bottle import mix, pressure, priming
from core.errors import JobError
from core.ferment import reading, refractometer, strength, yeast
from core.finish import (
    blending,
    losses,
    pasteurising,
    racking,
    stabilising,
    steeping,
    sweetening,
)
from core.measure import density, scales, spoons, trial
from core.must import acidity, tannin
from core.must.mixing import Pour
from core.pack import declared
from core.pack.declared import read_label
from core.plan import glass

PEAR = Pour("Pear", "juice", 1000, fruit="pear", label=read_label("10.8", 100, "ml"))

# Figures as people type them: sensible, absurd, slipped by a digit, nothing.
typed = (
    st.sampled_from([0, 1, -1, 0.5, 1.09, 1.9, 20, 100, 1e6, -1e6])
    | st.floats(0, 2)
    | st.floats(-50, 2000)
).map(lambda figure: round(figure, 6))

FIGURES = {
    "density": [
        (density.sg_from_brix, 1),
        (density.brix_from_sg, 1),
        (density.brix_from_solids_g_per_l, 1),
        (density.water_density_g_per_ml, 1),
        (density.sucrose_density_g_per_ml, 2),
        (density.sg_at_20, 2),
    ],
    "scales": [
        (scales.baume_from_sg, 1),
        (scales.sg_from_baume, 1),
        (scales.sg_read_at, 3),
        (refractometer.while_fermenting, 2),
    ],
    "strength": [
        (strength.strength, 2),
        (lambda a, b: glass.GlassPlan("fizzy", a, b).must_abv(9.0), 2),
        (lambda a: glass.GlassPlan("fizzy", volumes=2.5).must_abv(a), 1),
    ],
    "acid": [
        (lambda a, b: acidity.acid_to_add(a, b, "citric", "tartaric"), 2),
        (lambda a, b: acidity.bicarbonate_to_add(a, b, "malic"), 2),
        (acidity.from_sample, 3),
        (tannin.tannin_to_add_g, 2),
    ],
    "preserve": [
        (stabilising.molecular_so2, 2),
        (stabilising.free_so2_for, 2),
        (stabilising.sulphite, 2),
        (stabilising.so2_from_tablets, 2),
        (stabilising.sorbate, 2),
    ],
    "gas": [
        (priming.residual_volumes, 1),
        (priming.priming, 3),
        (lambda a, b, c: priming.prime_with(a, b, c, PEAR), 3),
        (priming.volumes_at_worst, 1),
        (pressure.gauge_pressure_bar, 6),
    ],
    "yeast": [
        (yeast.yeast_dose, 3),
        (yeast.nutrient_dose, 3),
        (yeast.rehydration, 2),
        (yeast.starter, 2),
        (yeast.hardships, 2),
        (lambda a, b, c: yeast.mixed_temperature_c([(a, b, c), (1000, 20, 10)]), 3),
    ],
    "sweeten": [
        (sweetening.wine_word, 2),
        (trial.scaled_up, 3),
        (sweetening.sugar_lifting_points, 1),
    ],
    "finish": [
        (racking.racking, 3),
        (lambda a: steeping.steeping("peel", a, False), 1),
        (pasteurising.pasteurisation_units, 2),
        (pasteurising.minutes_for, 1),
        (
            lambda a, b, c, d: blending.blend(
                [blending.Component("One", 1000, a, b), blending.Component("Two", 900, 5, 0)],
                blending.Wanted(abv=c),
                d,
            ),
            4,
        ),
        (
            lambda a, b, c: mix.best_mix(a, [mix.Empties(750, 3), mix.Empties(round(b), round(c))]),
            3,
        ),
        (glasses.drops_for, 2),
    ],
    "kitchen": [
        (lambda a: spoons.in_spoons(a, "white_sugar"), 1),
        (lambda a: spoons.from_spoons(a, "us cup", "honey"), 1),
        (lambda a, b: spoons.in_pieces(a, b, "tablet"), 2),
        (lambda a, b: losses.reaching_bottles(a, [PEAR], round(b)), 2),
        (reading.check_gravity, 1),
        (lambda a, b: declared.read_label(a, b, "ml"), 2),
        (declared.fermentable_g, 3),
    ],
}


def finite(value):
    """Whether every number in an answer is one."""
    if isinstance(value, float):
        return math.isfinite(value)
    if isinstance(value, tuple | list):
        return all(finite(item) for item in value)
    if is_dataclass(value):
        return all(finite(getattr(value, field.name)) for field in fields(value))
    return True


@pytest.mark.parametrize("area", FIGURES)
@given(data=st.data())
def test_a_figure_or_a_sentence(area, data):
    function, count = data.draw(st.sampled_from(FIGURES[area]))
    arguments = [data.draw(typed) for _ in range(count)]
    try:
        answer = function(*arguments)
    except JobError as error:
        assert error.text.endswith((".", "?"))
        return
    assert finite(answer)
