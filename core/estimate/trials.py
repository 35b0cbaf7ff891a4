"""What a test for sugar, a forced sample or a tongue says of how much sugar is left."""

import numpy as np
from scipy.special import ndtr, ndtri

from core.estimate.drinks import Drinks
from core.estimate.ledger import Kind, Tested
from core.estimate.net import Array
from core.estimate.priors import POINTS_PER_G_PER_L

# A tablet or strip for reducing sugar: how far the logarithm of its g/L lies off. No source.
_SUGAR_LOG = 0.3
# A forced sample's fall, points, and how often it does nothing; what fresh yeast good for 3 % vol
# more can eat, g/L. Common practice.
_FALL_POINTS, _FAILS, _FORCED_G_PER_L = 0.7, 0.10, 50.0
UNSEEN_DAYS = 4.0
"""White sugar is not reducing until acid and yeast have split it. Common practice."""
# Off-dry, medium and sweet begin here, g/L, soft by so much; one answer in thirty is nonsense.
TASTES = ("dry", "off_dry", "medium", "sweet")
_TASTES_FROM = (8.0, 16.0, 40.0)
_TASTE_SOFT, _NONSENSE = 4.0, 0.03
# A plastic bottle that shuts in so many volumes made since it was closed feels firm and hard, soft
# by so much; one answer in twenty is nonsense. Common practice, no source.
FEELS_FROM = {"firm": 1.5, "hard": 3.0}
FEELS = ("soft", *FEELS_FROM)
FEELS_SOFT_BY, _FEEL_NONSENSE = 0.7, 0.05
# A test for sugar this far from all that was believed is made again. Common practice, no source.
_FITS = 0.05
_LEAST = 1e-26


def answer(jug: str, kind: Kind, left_g_per_l: float, says_dry: bool) -> Tested:
    """What a test of a kind would show, read off its scale, where so much sugar is left."""
    if kind == "sugar":
        found: float = round(left_g_per_l)
    elif kind == "forced":
        found = round(min(left_g_per_l, _FORCED_G_PER_L) * POINTS_PER_G_PER_L)
    else:
        found = sum(left_g_per_l >= edge for edge in _TASTES_FROM)
    return Tested(jug, 0.0, kind, found, says_dry=says_dry)


def log_likelihood(test: Tested, found: Drinks, unseen_g: float = 0.0) -> Array:
    """The logarithm of how likely each member was to give the answer. `unseen_g` of white sugar
    went in so lately that a test for reducing sugar does not see it."""
    left = np.maximum(found.left, 0.0)
    if test.kind == "sugar":
        likely = _sugar(test, np.maximum(left - 1000 * unseen_g / found.volume_ml, 0.0))
    elif test.kind == "forced":
        likely = _forced(test, left)
    else:
        likely = _taste(test, left)
    return np.asarray(np.log(np.maximum(likely, _LEAST)))


def fits(test: Tested, weights: Array, told: Array, found: Drinks) -> bool:
    """Whether a test for sugar that shows less than was believed goes with it: strips spoil, and
    one for glucose alone misses most of what a cider stops with. `told` is its log likelihood."""
    believed = float(weights @ np.exp(told))
    return believed >= _FITS or float(weights @ (found.left < test.found)) >= 0.5


def most_by_test(found_g_per_l: float, share: float) -> float:
    """Sugar left (g/L) that a test for reducing sugar alone leaves room for, that likely to be
    enough: whatever else is believed of the jug."""
    return float(np.expm1(np.log1p(found_g_per_l) + _SUGAR_LOG * ndtri(share)))


def feeling_likelihood(feel: str, made_volumes: Array, in_time: bool) -> Array:
    """How likely a bottle that makes so many volumes in all feels so. `in_time`: they have come;
    before that soft says nothing, and firm or hard that there is at least so much."""
    firm, hard = (ndtr((made_volumes - edge) / FEELS_SOFT_BY) for edge in FEELS_FROM.values())
    if not in_time:
        share = {"soft": np.ones_like(made_volumes), "firm": firm, "hard": hard}[feel]
    else:
        share = {"soft": 1 - firm, "firm": firm - hard, "hard": hard}[feel]
    return np.asarray((1 - _FEEL_NONSENSE) * share + _FEEL_NONSENSE / len(FEELS))


def _sugar(test: Tested, left: Array) -> Array:
    off = (np.log1p(test.found) - np.log1p(left)) / _SUGAR_LOG
    if test.over:
        return np.asarray(ndtr(-off))
    return np.asarray(np.exp(-0.5 * off**2))


def _forced(test: Tested, left: Array) -> Array:
    """A fall always tells. No fall tells nothing where `says_dry` is not so."""
    fall = np.minimum(left, _FORCED_G_PER_L) * POINTS_PER_G_PER_L

    def at(points: Array | float) -> Array:
        return np.asarray(np.exp(-0.5 * ((test.found - points) / _FALL_POINTS) ** 2))

    if test.found <= 2 * _FALL_POINTS and not test.says_dry:
        return np.ones_like(left)
    return (1 - _FAILS) * at(fall) + _FAILS * at(0.0)


def _taste(test: Tested, left: Array) -> Array:
    above = [np.ones_like(left)]
    above += [ndtr((left - edge) / _TASTE_SOFT) for edge in _TASTES_FROM]
    above.append(np.zeros_like(left))
    place = int(test.found)
    share = above[place] - above[place + 1]
    return np.asarray((1 - _NONSENSE) * share + _NONSENSE / len(TASTES))
