"""How a reading moves the members, against weighing a great many that it does not move."""

import numpy as np
import pytest
from scipy.stats import norm

from core.estimate import priors
from core.estimate.cloud import Cloud, Sight
from core.estimate.drinks import MASS
from core.estimate.priors import Spread
from core.must.mixing import Pour
from core.pack.declared import read_label

MANY = 2**16
POURS = (
    Pour("Pear", "juice", 3000.0, None, "pear", label=read_label("10.8", 100, "ml"), amount_by="carton"),
    Pour("Sugar", "sugar", mass_g=400.0, amount_by="spoons"),
    Pour("Water", "water", 700.0, amount_by="about"),
)  # fmt: skip


def poured(members, slips_oftener=1.0):
    cloud = Cloud(members, slips_oftener)
    portion = cloud.empty()
    for index, pour in enumerate(POURS):
        cloud.pour(portion, "A", f"A/{index}", pour)
    cloud.knob("stem", priors.STEM)
    cloud.knob("error", priors.MUST_READING)
    return cloud, portion


def points_of(cloud, portion):
    return cloud.drinks(portion.parts).points


def mixture(off, spread: Spread):
    narrow, wide = norm.pdf(off, 0, spread.narrow), norm.pdf(off, 0, spread.wide)
    return (1 - spread.share) * narrow + spread.share * wide


def told(values, weights):
    mean = weights @ values
    return mean, np.sqrt(weights @ (values - mean) ** 2)


@pytest.mark.parametrize("drawn", [(1024, 1.0), (4096, 2.5)])
@pytest.mark.parametrize("beside", [0, 4, -5, 9])
def test_a_moved_cloud_is_a_weighed_one(beside, drawn):
    """Importance sampling with 65,536 members, weighed by the density of the reading's own error
    and left where they are: the textbook answer, however far off the reading is."""
    many, there = poured(MANY)
    expected = float(np.median(points_of(many, there)))
    figure = expected + beside
    off = figure - points_of(many, there) - many.of("stem")
    weights = mixture(off, priors.MUST_READING)
    weights = weights / weights.sum()

    few, here = poured(*drawn)
    sight = Sight(here, figure, lambda drink: drink.points, {"stem": 1.0, "error": 1.0})
    few.observe(sight)
    for of in (
        lambda cloud, portion: points_of(cloud, portion),
        lambda cloud, portion: cloud.of("A/1/amount"),
        lambda cloud, portion: cloud.of("stem"),
    ):
        mean, spread = told(of(many, there), weights)
        found, wide = told(of(few, here), few.weights)
        assert found == pytest.approx(mean, abs=0.2 * spread)
        assert wide == pytest.approx(spread, rel=0.2)


def test_every_member_shows_what_was_read():
    cloud, portion = poured(1024)
    sight = Sight(portion, 75.0, lambda drink: drink.points, {"stem": 1.0, "error": 1.0})
    cloud.observe(sight)
    np.testing.assert_allclose(cloud.shown(sight), 75.0, atol=1e-9)
    assert portion.parts[:, MASS].std() > 1


def test_what_is_drawn_late_leans_to_no_side():
    cloud, _ = poured(1024)
    cloud.log_weight = -np.linspace(0, 12, 1024)
    late = cloud.knob("late", Spread(1.0, 3.0, 0.05))
    assert cloud.weights @ late == pytest.approx(0, abs=1e-12)
    assert np.sqrt(cloud.weights @ late**2) == pytest.approx(np.sqrt(0.95 + 0.05 * 9), rel=0.1)
