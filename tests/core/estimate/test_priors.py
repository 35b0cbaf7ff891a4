"""Each prior stands where its ground says, and each decides something.

Handbook figures are common practice and have no published source; half-widths are of nine in ten.
"""

import math
from dataclasses import replace

import numpy as np
import pytest

from core.batch.fold import fold
from core.estimate import priors
from core.estimate.priors import AMOUNTS, Spread
from core.files.jug_file import read_jug_file
from tests.core.estimate.lives import make_life

NINE = 1.6449
SURE = 5e-4


@pytest.mark.parametrize(
    ("half_width", "least", "most"),
    [
        # Amounts, %: a kitchen scale 1, spoons and cups 7 to 10, the mark on a jug 2, a carton 1.5, a
        # measuring jug 3 to 5, "about" 12.
        (100 * AMOUNTS["scale"].narrow, 0.7, 1.1),
        (100 * AMOUNTS["spoons"].narrow, 7.0, 10.0),
        (100 * AMOUNTS["mark"].narrow, 1.8, 2.2),
        (100 * AMOUNTS["carton"].narrow, 1.35, 1.65),
        (100 * AMOUNTS["measuring_jug"].narrow, 3.0, 5.0),
        (100 * AMOUNTS["about"].narrow, 11.0, 13.5),
        (100 * priors.MARK, 1.8, 2.2),
        # Points: a cheap stem 1, a reading 0.001, the relations for a drink's gravity 0.0011.
        (priors.STEM.narrow, 0.85, 1.15),
        (priors.MUST_READING.narrow, 0.95, 1.3),
        (priors.EYE_POINTS, 0.85, 1.15),
        (priors.MODEL_POINTS, 0.95, 1.3),
        # Glycerol and acids are 0.03 to 0.05 g for each g of sugar.
        (priors.BY_PRODUCT, 0.009, 0.011),
    ],
)
def test_nine_in_ten_are_within_what_the_handbook_says(half_width, least, most):
    assert least <= NINE * half_width <= most


def test_yeast_shows_something_within_six_to_thirty_six_hours():
    hours = [24 * priors.LAG_DAYS * math.exp(side * NINE * priors.LAG_LOG) for side in (-1, 1)]
    assert hours == pytest.approx([7, 38], rel=0.2)


def asked(*seeds, **how):
    """What the estimate says of some lives: strength, sugar, and the chance of going over."""
    said = []
    for seed in seeds:
        made = make_life(seed, **how)
        file = read_jug_file(made.file)
        told = fold(file.plans, file.events, made.at).jugs["Jug"].estimate
        said += [told.abv.low, told.abv.high, told.sweet_chance, told.unproven, told.moves]
        said += [
            told.sugar_g_per_l.high,
            told.volume_ml.low,
            told.dry_sg.high,
            told.extract_g_per_l.high,
        ]
    return np.array(said)  # fmt: skip


# Lives that between them meet whatever is believed: read and never read, tried, fed, racked, split,
# blended, cold, at the limit, by the scale, spoons, cartons and the mark.
MEET = tuple(range(24))
BY_NAME = sorted(
    name
    for name, value in vars(priors).items()
    if name.isupper() and isinstance(value, float | Spread) and name != "POINTS_PER_G_PER_L"
)
# Met where a jug was written cold or a stem was tried: lives of their own, below.
ELSEWHERE = {"COLD_C", "STICKS_COLDER_TIMES", "STEM_TRIED"}
# Met in juice known by its gravity alone and in yeast that nobody named.
UNNAMED = {"LIMIT_UNNAMED", "LIMIT_USUAL_ABV", "OTHER_SLIP", "OTHER_SLIP_SHARE"}


@pytest.fixture(scope="module")
def as_believed():
    return asked(*MEET)


def otherwise(value):
    return (
        replace(value, narrow=2 * value.narrow, wide=2 * value.wide)
        if isinstance(value, Spread)
        else 1.5 * value
    )


@pytest.mark.parametrize("name", [name for name in BY_NAME if name not in ELSEWHERE | UNNAMED])
def test_each_prior_decides(name, as_believed, monkeypatch):
    monkeypatch.setattr(priors, name, otherwise(getattr(priors, name)))
    assert np.abs(asked(*MEET) - as_believed).max() > SURE


def strong_honey():
    honey = {
        "name": "Honey",
        "kind": "syrup",
        "mass_g": 1600,
        "label": {"sugars_g": "80", "per_g": 100},
    }
    juice = {
        "name": "Plum",
        "kind": "juice",
        "fruit": "plum",
        "volume_ml": 3200,
        "measured_sg": 1.05,
    }
    pours = [honey, juice]
    journal = [{"at": f"2026-03-{day:02d}T12:00:00Z", "kind": kind, "what": what}
               for day, kind, what in ((1, "pitched", {}), (20, "read", {"sg": 1.020}),
                                       (30, "read", {"sg": 1.010}), (31, "read", {"sg": 1.010}))]  # fmt: skip
    file = read_jug_file(
        {"format": "amber-jug", "version": 1, "name": "Jug", "plan": {"pours": pours}, "journal": journal}
    )  # fmt: skip
    told = fold(file.plans, file.events).jugs["Jug"].estimate
    return np.array([told.abv.low, told.abv.high, told.chance(told.limited), told.moves])


@pytest.mark.parametrize("name", sorted(UNNAMED))
def test_juice_by_its_gravity_and_yeast_that_nobody_named_have_priors_of_their_own(
    name, monkeypatch
):
    before = strong_honey()
    monkeypatch.setattr(priors, name, otherwise(getattr(priors, name)))
    assert np.abs(strong_honey() - before).max() > SURE


@pytest.mark.parametrize("way", sorted(AMOUNTS))
def test_how_an_amount_is_known_decides(way, monkeypatch):
    def said():
        made = make_life(3, honest=True)
        made.file["plan"]["pours"][0]["amount_by"] = way
        file = read_jug_file(made.file)
        return fold(file.plans, file.events, made.at).jugs["Jug"].estimate.volume_ml.low

    before = said()
    monkeypatch.setitem(AMOUNTS, way, otherwise(AMOUNTS[way]))
    assert abs(said() - before) > 1


def cold_and_tried():
    made = make_life(5, honest=True)
    journal = made.file["journal"]
    for event in journal:
        if event["kind"] == "measured":
            event["what"] = {"temperature_c": 11}
    journal.insert(1, {**journal[0], "kind": "tested", "what": {"stem_in_water_sg": 1.0}})
    file = read_jug_file(made.file)
    told = fold(file.plans, file.events, made.at).jugs["Jug"].estimate
    return np.array([told.sweet_chance, told.unproven, told.sugar_g_per_l.high])


@pytest.mark.parametrize("name", sorted(ELSEWHERE))
def test_cold_jugs_and_stems_that_were_tried_have_priors_of_their_own(name, monkeypatch):
    before = cold_and_tried()
    changed = 10.0 if name == "COLD_C" else otherwise(getattr(priors, name))
    monkeypatch.setattr(priors, name, changed)
    assert np.abs(cold_and_tried() - before).max() > SURE
