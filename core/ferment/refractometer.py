"""What a refractometer shows, before and after fermenting.

Before, it shows Brix. Afterwards alcohol bends light too, and the figure is worked back by
"additive refraction": Lorentz-Lorenz, each part of the drink by its own mass.
"""

from dataclasses import dataclass

from scipy.optimize import brentq

from core.errors import JobError
from core.ferment.strength import Drink, fermented
from core.interval import Interval, sd_of_range90
from core.measure.density import density_g_per_ml, sg_from_brix

METHOD = "additive refraction (Lorentz-Lorenz) of water, sugar, alcohol and glycerol"

# Specific refraction, ml/g, at 20 °C and the sodium line: water and sucrose from ICUMSA 1974,
# ethanol from the CRC Handbook's solutions to 20 % (memory; ICUMSA and the pure liquids
# checked against the library chemicals), glycerol from the pure liquid.
_WATER = 0.20606
_SUCROSE = 0.20640
_ETHANOL = 0.2776
_GLYCEROL = 0.2231

# A hand refractometer's division is 0.2 °Bx; a drink's other solids and the method add as
# much again. Common practice, nine times in ten.
_FIRST_SD = sd_of_range90(-0.2, 0.2)
_NOW_SD = sd_of_range90(-0.35, 0.35)


@dataclass(frozen=True, slots=True)
class Refracted:
    """Gravity (20/20) and strength, % vol, behind a refractometer's figure; `method` named."""

    sg: Interval
    abv: Interval
    method: str = METHOD


def sg_by_refractometer(brix: float) -> float:
    """Gravity of an unfermented must from what a refractometer shows, °Bx (0-40).

    Raises JobError out of range.

    Example: as sucrose: NBS Circular 440 prints 1.0400 for 10 °Bx.

    >>> f"{sg_by_refractometer(10):.4f}"
    '1.0400'
    """
    if not 0 <= brix <= 40:
        raise JobError("A must shows 0 to 40 °Bx on a refractometer.", "brix")
    return sg_from_brix(brix)


def shown_brix(drink: Drink) -> float:
    """What a refractometer shows, °Bx, of a drink whose sugar has partly fermented."""
    water = drink.mass_g - drink.ethanol_g - drink.solids_g - drink.by_product_g
    bends = (
        water * _WATER
        + drink.solids_g * _SUCROSE
        + drink.ethanol_g * _ETHANOL
        + drink.by_product_g * _GLYCEROL
    ) / drink.volume_ml

    def off(brix: float) -> float:
        return _of_sucrose(brix) - bends

    return float(brentq(off, -2.0, 60.0, xtol=1e-9))


def _of_sucrose(brix: float) -> float:
    """Lorentz-Lorenz refraction of a sucrose solution, by volume."""
    density = density_g_per_ml(sg_from_brix(brix))
    return density * (brix * _SUCROSE + (100 - brix) * _WATER) / 100


def while_fermenting(first_brix: float, now_brix: float, as_sucrose: float = 1.0) -> Refracted:
    """Gravity and strength of a fermenting drink from what a refractometer shows now, °Bx.

    `first_brix` is the must's, by hydrometer or refractometer; `as_sucrose` as in
    `core.ferment.strength.fermented`. The 90 % interval counts 0.2 °Bx on the first figure and 0.35
    on the second, which comes to about 0.003 SG. Raises JobError when no ferment leads from
    one to the other.

    Reference: Lorentz and Lorenz's refraction, Ann. Phys. 11 (1880) 70, by volume.
    Example: with nothing eaten it is the must of 12 °Bx, 1.048.

    >>> f"{while_fermenting(12, 12).sg.value:.3f}"
    '1.048'
    """
    sg_by_refractometer(first_brix)
    if now_brix > first_brix + 0.5:
        raise JobError(
            f"It showed {first_brix:g} °Bx at first and cannot show more now: sugar added since?",
            "now_brix",
        )
    now = _behind(first_brix, now_brix, as_sucrose)
    richer = _behind(first_brix + _FIRST_SD, now_brix, as_sucrose)
    later = _behind(first_brix, now_brix + _NOW_SD, as_sucrose)
    abv = Interval.around(now.abv, [richer.abv - now.abv, later.abv - now.abv])
    return Refracted(
        Interval.around(now.sg, [richer.sg - now.sg, later.sg - now.sg]),
        Interval(abv.value, max(abv.low, 0.0), abv.high),
    )


def _behind(first_brix: float, now_brix: float, as_sucrose: float) -> Drink:
    """The drink that shows `now_brix`. A little beyond no sugar eaten, or all, is allowed."""

    def off(eaten: float) -> float:
        return shown_brix(fermented(100, first_brix, eaten, as_sucrose=as_sucrose)) - now_brix

    # Past all of it the solids go a little below nothing, as a misread stem's do.
    low, high = -1.5, first_brix * as_sucrose + 1.5
    if off(low) * off(high) > 0:
        raise JobError(
            f"No ferment leads from {first_brix:g} to {now_brix:g} °Bx: check both figures.",
            "now_brix",
        )
    eaten = float(brentq(off, low, high, xtol=1e-9))
    drink = fermented(100, first_brix, eaten, as_sucrose=as_sucrose)
    return drink if eaten > 0 else fermented(100, first_brix, 0.0, as_sucrose=as_sucrose)
