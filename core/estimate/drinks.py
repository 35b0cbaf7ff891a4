"""What grams make: gravity, strength and room of many possible drinks at once.

The relations are core.ferment.strength's and core.measure.density's, over arrays.
"""

from dataclasses import dataclass

import numpy as np

from core.estimate.net import Array
from core.ferment.strength import BY_PRODUCT_PER_SUGAR, ETHANOL_G_PER_ML, ETHANOL_PER_SUGAR
from core.measure.density import drink_volume_ml, sg_from_density

MASS, SUGAR, FERMENT, EXTRACT, EATEN, ETHANOL, ACID = range(7)
"""Grams, a column each: all that went in, sugar as weighed, the same as sucrose, other solids,
sugar eaten as sucrose, ethanol brought in, acid as tartaric."""
PARTS = 7
# What brings a gravity solved for the sugar eaten near enough to it, points.
_CLOSE_POINTS = 1e-4
_LEAST_G = 1e-6


@dataclass(frozen=True, slots=True)
class Drinks:
    """Points above water (20/20 °C), % vol, ml and sugar left (g/L as sucrose), one each."""

    points: Array
    abv: Array
    volume_ml: Array
    left: Array


def drinks(parts: Array, yields: Array, by_products: Array) -> Drinks:
    """What the grams make; `yields` beside Balling's (1: his), `by_products` in g per g of sugar
    beside the usual ones (0: those)."""
    mass_in, sugar, ferment, extract, eaten, brought, _ = parts.T
    worth = ferment / np.maximum(sugar, _LEAST_G)
    worth = np.where((worth < 0.5) | (worth > 1.1), 1.0, worth)
    per_sugar, left_over = ETHANOL_PER_SUGAR * yields, BY_PRODUCT_PER_SUGAR + by_products
    ethanol, by_product = eaten * per_sugar + brought, eaten * left_over
    solids = sugar + extract - eaten / worth
    mass = mass_in - eaten * (1 - per_sugar - left_over)
    volume = drink_volume_ml(mass - ethanol - by_product - solids, ethanol, solids, by_product)
    return Drinks(
        1000 * (sg_from_density(mass / volume) - 1),
        100 * ethanol / ETHANOL_G_PER_ML / volume,
        volume,
        1000 * (ferment - eaten) / volume,
    )


def with_left(parts: Array, left: Array, yields: Array, by_products: Array) -> Array:
    """The same with so much sugar left, g/L: all else of it is eaten."""
    held = parts.copy()
    held[:, EATEN] = parts[:, FERMENT]
    if np.any(left):
        # Sugar takes a little more room than what it becomes: the second round is near enough.
        for _ in range(2):
            volume = drinks(held, yields, by_products).volume_ml
            held[:, EATEN] = parts[:, FERMENT] - left * volume / 1000
    return held


def eaten_to(parts: Array, points: Array, yields: Array, by_products: Array) -> Array:
    """The grams with so much sugar eaten that each reads its `points`: more than there is where
    it reads drier than it can be. A secant: gravity is all but a straight line of the sugar."""
    changed = parts.copy()
    slope = -1000 / 2.2 / np.maximum(parts[:, MASS], _LEAST_G)
    off = drinks(changed, yields, by_products).points - points
    for _ in range(4):
        step = -off / slope
        changed[:, EATEN] += step
        if np.max(np.abs(off)) < _CLOSE_POINTS:
            break
        before, off = off, drinks(changed, yields, by_products).points - points
        moved = np.abs(step) > _LEAST_G
        slope = np.where(moved, (off - before) / np.where(moved, step, 1.0), slope)
    return changed
