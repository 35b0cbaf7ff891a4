"""Fermented sugar into strength, and strength back out of two gravities."""

from dataclasses import dataclass
from functools import cache

from scipy.optimize import brentq

from core.errors import JobError
from core.interval import Interval
from core.measure.density import brix_from_sg, check_brix, drink_volume_ml, sg_from_density

# Balling: 2.0665 g of sugar (as sucrose) give 1 g of ethanol. Checked against the two other
# common yields, EU wine law's 16.83 and the practical 17.5 g of hexose per litre and % vol.
ETHANOL_PER_SUGAR = 1 / 2.0665
# Glycerol and acids the yeast leaves in the drink, g per g of sugar; 0.03 to 0.05 is common
# practice.
BY_PRODUCT_PER_SUGAR = 0.04
# Gone as gas: Balling's 0.9565 g of CO2 per g of ethanol. What then still lacks is yeast,
# which settles.
_LOST_PER_SUGAR = 1 - ETHANOL_PER_SUGAR - BY_PRODUCT_PER_SUGAR

# Pure ethanol at 20 °C, g/ml (OIML R 22).
ETHANOL_G_PER_ML = 0.78924

# Sugar, as sucrose, that fermenting uses while the gravity falls one point, g/L. Derived:
# washes of 1.060 to 1.100 end near 0.990 to 0.984.
SUGAR_PER_POINT_G_PER_L = 2.2

# Nine readings in ten lie within 0.001, and the yield of a home ferment within 2 % (the
# spread of the common yields).
_READING = 0.001
YIELD_SPREAD = 0.02


@dataclass(frozen=True, slots=True)
class Drink:
    """A must after some of its sugar fermented: SG 20/20, % vol and ml, at 20 °C, and the
    grams in it."""

    sg: float
    abv: float
    volume_ml: float
    mass_g: float
    ethanol_g: float
    solids_g: float
    by_product_g: float


@dataclass(frozen=True, slots=True)
class Strength:
    """% vol by the three schools; `mass_balance` is the one Amber Jug stands by."""

    mass_balance: Interval
    quick_sum: float
    potential_scale: float


def fermented(
    mass_g: float,
    solids_g: float,
    eaten_g: float,
    ethanol_per_sugar: float = ETHANOL_PER_SUGAR,
    by_product_per_sugar: float = BY_PRODUCT_PER_SUGAR,
    as_sucrose: float = 1.0,
    brought_g: float = 0.0,
) -> Drink:
    """A must of `mass_g` holding `solids_g`, after yeast ate `eaten_g` of sugar.

    `eaten_g` is counted as sucrose; `as_sucrose` is what 1 g of the must's sugar is worth
    as sucrose: 1 for white sugar, 0.95 for glucose and fructose. `brought_g` of `mass_g` are
    ethanol that came in with a flavour.
    """
    ethanol = eaten_g * ethanol_per_sugar + brought_g
    by_product = eaten_g * by_product_per_sugar
    solids = solids_g - eaten_g / as_sucrose
    mass = mass_g - eaten_g * _LOST_PER_SUGAR
    water = mass - ethanol - by_product - solids
    check_brix(100 * solids / (water + solids))
    volume = drink_volume_ml(water, ethanol, solids, by_product)
    abv = 100 * ethanol / ETHANOL_G_PER_ML / volume
    return Drink(sg_from_density(mass / volume), abv, volume, mass, ethanol, solids, by_product)


def abv_by_mass_balance(og: float, sg: float, as_sucrose: float = 1.0) -> float:
    """Strength, % vol at 20 °C, of a must of gravity `og` that now reads `sg` (20/20).

    Finds the sugar that must have fermented for the drink to weigh what it weighs; needs
    no knowledge of the other solids. `as_sucrose` as in `fermented`. Derived from
    Balling's yield, NBS Circular 440 and OIML R 22. Raises JobError for readings no must
    and its drink can show.

    Reference: Balling's yield as in De Clerck, A Textbook of Brewing (1957); OIML R 22.
    Example: a must of 1.050 that stands at 1.010 holds 5.2 to 5.3 %.

    >>> f"{abv_by_mass_balance(1.050, 1.010):.1f}"
    '5.3'
    """
    solids = brix_from_sg(og)

    def off(eaten: float) -> float:
        return fermented(100, solids, eaten, as_sucrose=as_sucrose).sg - sg

    # A strong must has little water: less of it can be eaten past its sugar.
    low, high = -1.0, solids + min(4.0, 0.07 * (100 - solids))
    if off(low) * off(high) > 0:
        raise JobError(f"No must goes from {og:.3f} to {sg:.3f}: check both readings.", "sg")
    eaten = float(brentq(off, low, high, xtol=1e-9))
    return fermented(100, solids, eaten, as_sucrose=as_sucrose).abv


def quick_sum(og: float, sg: float) -> float:
    """131.25 (OG - SG), % vol: the sum on paper. Common practice.

    Example: 131.25 × 0.040.

    >>> f"{quick_sum(1.050, 1.010):.2f}"
    '5.25'
    """
    return 131.25 * (og - sg)


def potential_scale(og: float, sg: float) -> float:
    """Potential-alcohol mark at the start less the mark now, % vol.

    The mark is the strength of that must fermented to 1.000, and goes on below 1.000 at
    the same pace; printed scales differ from one another by up to 0.3. Common practice.
    """

    return potential_mark(og) - potential_mark(sg)


def potential_mark(gravity: float) -> float:
    """The mark on the potential-alcohol scale beside a gravity, % vol (see `potential_scale`)."""
    if gravity < 1.001:
        return (gravity - 1) * 1000 * _lowest_mark()
    return abv_by_mass_balance(gravity, 1.0)


def sg_from_mark(abv: float) -> float:
    """Gravity whose mark on the potential-alcohol scale is `abv`, -8 to 30 % vol.

    Raises JobError beyond it.
    """
    if not -8 <= abv <= 30:
        raise JobError("The potential-alcohol scale runs from below 0 to 30 %.", "potential_abv")
    return float(brentq(lambda sg: potential_mark(sg) - abv, 0.93, 1.30, xtol=1e-9))


@cache
def _lowest_mark() -> float:
    return abv_by_mass_balance(1.001, 1.0)


def strength(og: float, sg: float, as_sucrose: float = 1.0) -> Strength:
    """All three schools for readings `og` then `sg` (20/20 °C); `as_sucrose` as in `fermented`.

    The interval counts ± 0.001 on each reading and ± 2 % on the yield. Raises JobError when
    the gravity rose, or a reading is outside 0.97 to 1.45.
    """
    for reading in (og, sg):
        if not 0.97 <= reading <= 1.45:
            raise JobError(
                f"{reading:g} is not a gravity: readings lie between 0.970 and 1.450.", "sg"
            )
    if sg > og + 0.002:
        raise JobError(
            f"The gravity rose from {og:.3f} to {sg:.3f}: fermenting only lowers it.", "sg"
        )
    value = max(abv_by_mass_balance(og, sg, as_sucrose), 0.0)
    per_reading = abv_by_mass_balance(og + _READING, sg, as_sucrose) - value
    half = ((2**0.5 * per_reading) ** 2 + (YIELD_SPREAD * value) ** 2) ** 0.5
    return Strength(
        Interval(value, max(value - half, 0.0), value + half),
        max(quick_sum(og, sg), 0.0),
        max(potential_scale(og, sg), 0.0),
    )
