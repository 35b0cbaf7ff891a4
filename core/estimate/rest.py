"""What the newest readings say: finished, unmoved, stuck, at the yeast's limit, or on its way.

A stretch runs from when yeast, or something that it eats, went in, to now. Its newest readings that
agree are one level. Each member takes one of five fates, by a coordinate of its own, and is weighed
by how likely that fate is and how likely it reads so. All that is said of proof is the odds between
them.
"""

from collections.abc import Sequence

import numpy as np

from core.estimate import priors
from core.estimate.chances import (
    FATES,
    FINISHED,
    LIMITED,
    MOVING,
    NO_CHANCE,
    UNMOVED,
    chances_of,
    left_by,
)
from core.estimate.cloud import MODEL, Cloud, Mask, Portion, Sight
from core.estimate.course import Course, Stretch, ends_of
from core.estimate.drinks import EATEN, Drinks
from core.estimate.level import Seen, level_of
from core.estimate.net import Array
from core.estimate.priors import Spread

# What has less of a member's odds than this is not drawn.
_HOPELESS = 1e-9


def settle(
    cloud: Cloud, portion: Portion, stretch: Stretch, readings: Sequence[Seen], stem: str
) -> tuple[Course, tuple[str, ...]]:
    """What the readings of a stretch say of every member: how much sugar is left, and how it goes
    on; and the knobs that move what is shown. The portion's sugar is eaten to that."""
    level = level_of(readings)
    most = cloud.drinks(portion.parts).left
    error = f"{stretch.name}/{level.days:.3f}/eye"
    cloud.knob(error, Spread(level.spread, priors.REST_SLIP, level.slip_share))
    # The doubt of a drink's relations counts once it has fermented.
    sight = Sight(portion, level.points, _points, {stem: 1.0, MODEL: 1.0, error: 1.0})
    leftover = -priors.LEFTOVER_G_PER_L * np.log(cloud.net.column(f"{stretch.name}/leftover"))
    # What is finished holds its leftovers; what has not moved, all that it began with.
    holds = {FINISHED: np.minimum(leftover, most), UNMOVED: None}
    chances = chances_of(cloud, sight, stretch, level, most)
    odds = chances.odds()
    tells = {
        fate: cloud.told(sight, held) for fate, held in holds.items() if np.any(odds[fate] > 0)
    }
    for fate, told in tells.items():
        odds[fate] = odds[fate] * np.exp(np.maximum(told.log_likelihood, NO_CHANCE))
    fates = _fates(cloud, f"{stretch.name}/{level.days:.3f}/fate", odds)
    for fate, told in tells.items():
        about: Mask = fates == fate
        if np.any(about):
            cloud.learn(sight, told, about)
    # Moved knobs move what it began with, and what is left where the reading told it.
    most = cloud.drinks(portion.parts).left
    by_reading = np.clip(left_by(cloud, sight), 0.0, most)
    left = np.where(fates == FINISHED, np.minimum(leftover, most), by_reading)
    left = np.where(fates == UNMOVED, most, left)
    portion.parts[:, EATEN] = cloud.held(portion.parts, left)[:, EATEN]
    moving: Mask = fates == MOVING
    ends = np.minimum(ends_of(cloud, portion, stretch, left), left)
    course = Course(
        level.days,
        left,
        np.where(moving, chances.tail_of(left), priors.TAIL_DAYS),
        np.where(moving, ends, left),
        moving,
        fates == LIMITED,
        left,
    )
    return course, tuple(sight.also)


def _points(found: Drinks) -> Array:
    return found.points


def _fates(cloud: Cloud, name: str, odds: Array) -> Array:
    """The fate of each member, and its weight for it: half by its odds, and half evenly over what
    it can be, so that what is seldom is seen as well."""
    whole = odds.sum(axis=0)
    possible = odds > _HOPELESS * whole
    evenly = possible / np.maximum(possible.sum(axis=0), 1)
    shares = np.where(whole > 0, 0.5 * odds / np.maximum(whole, 1e-300) + 0.5 * evenly, 1 / FATES)
    u = cloud.net.column(name)
    fates = np.minimum((np.cumsum(shares, axis=0) <= u).sum(axis=0), FATES - 1)
    everyone = np.arange(cloud.members)
    mine, drawn = odds[fates, everyone], shares[fates, everyone]
    weight = np.log(np.maximum(mine, 1e-300)) - np.log(np.maximum(drawn, 1e-12))
    cloud.log_weight = cloud.log_weight + np.maximum(weight, 3 * NO_CHANCE)
    return np.asarray(fates)
