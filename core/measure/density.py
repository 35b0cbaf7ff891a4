"""Brix, apparent gravity, density and grams per litre of a sugar solution.

`sg` is everywhere what a hydrometer shows: apparent specific gravity 20/20 °C.
"""

import math
from typing import TypeVar

import numpy as np
import numpy.typing as npt

from core.errors import JobError

# Apparent gravity 20/20 °C as 1 + a b + b b^2 + c b^3 + d b^4 with b = Brix / 100.
# Fitted to NBS Circular 440, table 114, 0-95 °Bx, as GNU units prints it; within 2.4e-5 of
# the table. The same shape goes on smoothly a little below 0, where dry wines read.
_NBS440 = (0.38713, 0.12583, 0.06971, -0.02741)

Num = TypeVar("Num", float, npt.NDArray[np.float64])

BRIX_MAX = 95.0
BRIX_MIN = -10.0

# Weighing in air: density = sg * (water - air) + air, at 20 °C, g/ml.
_WATER_LESS_AIR = 0.9970
_AIR = 0.0012
_WATER_20 = _WATER_LESS_AIR + _AIR


def sg_from_brix(brix: float) -> float:
    """Apparent SG 20/20 of a sucrose solution of `brix` g solids per 100 g (-10 to 95).

    Source: NBS Circular 440, table 114 (fit within 2.4e-5). Raises JobError out of range.

    Example: the table prints 1.0400 for 10 °Bx.

    >>> f"{sg_from_brix(10):.4f}"
    '1.0400'
    """
    check_brix(brix)
    return solution_sg(brix)


def check_brix(brix: float) -> None:
    """Raises JobError for what no solution can be."""
    if not BRIX_MIN <= brix <= BRIX_MAX:
        raise JobError(f"{brix:.1f} °Bx is outside what a sugar solution can be (0 to 95).")


def solution_sg(brix: Num) -> Num:
    """The same for any figure or an array of them, unchecked."""
    b = brix / 100
    c1, c2, c3, c4 = _NBS440
    return 1 + b * (c1 + b * (c2 + b * (c3 + b * c4)))


def _sg_slope(brix: float) -> float:
    b = brix / 100
    c1, c2, c3, c4 = _NBS440
    return (c1 + b * (2 * c2 + b * (3 * c3 + b * 4 * c4))) / 100


def brix_from_sg(sg: float) -> float:
    """Brix (g solids per 100 g) of apparent SG 20/20; the inverse of `sg_from_brix`.

    Raises JobError outside 0.963 to 1.52, where no sugar solution reads.

    Reference: NBS Circular 440, table 114.
    Example: the same table, read the other way.

    >>> f"{brix_from_sg(1.0400):.1f}"
    '10.0'
    """
    if not 0.963 <= sg <= 1.52:
        raise JobError(f"A gravity of {sg:.3f} is outside what a hydrometer can show here.")
    # Gravity curves upward, so from above Newton's method comes down without overshooting.
    brix = min((sg - 1) * 258.6, BRIX_MAX)
    for _ in range(20):
        step = (sg_from_brix(brix) - sg) / _sg_slope(brix)
        brix = max(brix - step, BRIX_MIN)
        if abs(step) < 1e-9:
            break
    return brix


def density_g_per_ml(sg: Num) -> Num:
    """True density at 20 °C, g/ml, from apparent SG 20/20 (the air's lift put back).

    Reference: Tanaka et al., Metrologia 38 (2001) 301.
    Example: water is 0.9982 g/ml.

    >>> f"{density_g_per_ml(1.0):.4f}"
    '0.9982'
    """
    return sg * _WATER_LESS_AIR + _AIR


def solids_g_per_l(brix: float) -> float:
    """Dissolved solids, g per litre of solution at 20 °C, from Brix.

    Reference: NBS Circular 440, table 114.
    Example: 10 g in 100 g of a syrup of 1.0381 g/ml.

    >>> f"{solids_g_per_l(10):.1f}"
    '103.8'
    """
    return 10 * brix * density_g_per_ml(sg_from_brix(brix))


def brix_from_solids_g_per_l(solids: float) -> float:
    """Brix from dissolved solids in g per litre of solution at 20 °C (0 to about 1420).

    Raises JobError when no solution holds that much.
    """
    if not 0 <= solids <= 1430:
        raise JobError(f"{solids:.0f} g in a litre is more than can dissolve.")
    brix = solids / (10 + solids / 260)
    for _ in range(20):
        brix = min(brix, BRIX_MAX)
        slope = 10 * density_g_per_ml(sg_from_brix(brix)) + 10 * brix * _sg_slope(brix)
        step = (solids_g_per_l(brix) - solids) / slope
        brix -= step
        if abs(step) < 1e-9:
            return brix
    raise JobError(f"{solids:.0f} g in a litre is more than can dissolve.")


def water_density_g_per_ml(temperature_c: float) -> float:
    """Air-free water at 1 atm, g/ml, 0 to 40 °C.

    Source: Tanaka et al., Metrologia 38 (2001) 301, the CIPM formula. Raises JobError out
    of range.

    Example: the formula's own value at 20 °C is 998.2067 kg/m³.

    >>> f"{water_density_g_per_ml(20):.5f}"
    '0.99821'
    """
    if not 0 <= temperature_c <= 40:
        raise JobError("Give a temperature between 0 and 40 °C: cool or warm the sample first.")
    t = temperature_c
    return 0.99997495 * (1 - (t - 3.983035) ** 2 * (t + 301.797) / (522528.9 * (t + 69.34881)))


def _expansion(brix: float, temperature_c: float) -> float:
    """Density at 20 °C over that at `temperature_c`.

    Water's ratio, and what dissolved sugar adds to it: fitted to the Laliberté sucrose model,
    10-40 °C, 0-30 °Bx, within 2e-5.
    """
    water = water_density_g_per_ml(20) / water_density_g_per_ml(temperature_c)
    warm = temperature_c - 20
    return water * math.exp(brix * warm * (3.05e-6 - 5.38e-8 * warm))


def sucrose_density_g_per_ml(brix: float, temperature_c: float) -> float:
    """True density of a sucrose solution, 0-85 °Bx, 0-40 °C.

    NBS Circular 440 at 20 °C, expanded as the Laliberté model does: within 0.0002 of it to
    40 °Bx, and of ICUMSA's tables within 0.0005 at 60. Raises JobError out of range.
    """
    if not 0 <= brix <= 85:
        raise JobError(f"{brix:g} °Bx: sugar solutions run from 0 to 85.", "brix")
    return density_g_per_ml(sg_from_brix(brix)) / _expansion(brix, temperature_c)


def sg_at_20(sg: float, temperature_c: float) -> float:
    """SG 20/20 of a sample that read `sg` on a 20 °C hydrometer at `temperature_c` (0-40 °C).

    The ratio of this must's densities at the two temperatures. Raises JobError out of range.

    Reference: Laliberté and Cooper, J. Chem. Eng. Data 49 (2004) 1141.
    Example: 1.050 × 0.99821 / 0.99705, and a little for the sugar.

    >>> f"{sg_at_20(1.050, 25):.3f}"
    '1.051'
    """
    return sg * _expansion(max(brix_from_sg(sg), 0), temperature_c)


# OIML R 22 (1975), density of ethanol-water at 20 °C, kg/m3, by powers of the mass share.
_OIML_R22 = (
    998.2012300,
    -192.9769495,
    389.1238958,
    -1668.103923,
    13522.15441,
    -88292.78388,
    306287.4042,
    -613838.1234,
    747017.2998,
    -547846.1354,
    223446.0334,
    -39032.85426,
)

# Room that by-products take up in water, ml per g: mostly glycerol (0.767, from its 10 %
# solution of 1.0221 g/ml), some acids and salts (about 0.5). Memory; sucrose takes 0.62.
_BY_PRODUCT_ML_PER_G = 0.70


def ethanol_water_density_g_per_ml(ethanol_share: Num) -> Num:
    """Density at 20 °C, g/ml, of ethanol and water alone; `ethanol_share` g/g, 0 to 0.3.

    Source: OIML R 22 (coefficients from memory, checked against its published table).

    Example: 20 g of ethanol in 100 g: the table prints 968.6 kg/m³.

    >>> f"{ethanol_water_density_g_per_ml(0.20):.4f}"
    '0.9686'
    """
    density = ethanol_share * 0.0
    for coefficient in reversed(_OIML_R22):
        density = density * ethanol_share + coefficient
    return density / 1000


def drink_volume_ml(water_g: Num, ethanol_g: Num, solids_g: Num, by_product_g: Num) -> Num:
    """Volume at 20 °C of a finished drink from the grams in it.

    Ethanol-water (OIML R 22) plus the room the solids and by-products take up in that water,
    as if neither felt the other; exact for either alone. Derived; see docs/decisions.
    `solids_g` may be a little negative (a must fermented past its sugar), 10 % at most. Takes
    arrays of many drinks as well.
    """
    spirit = (water_g + ethanol_g) / ethanol_water_density_g_per_ml(
        ethanol_g / (water_g + ethanol_g)
    )
    syrup = water_g + solids_g
    sweet = syrup / density_g_per_ml(solution_sg(100 * solids_g / syrup))
    return spirit + sweet - water_g / _WATER_20 + by_product_g * _BY_PRODUCT_ML_PER_G


def sg_from_density(density: Num) -> Num:
    """Apparent SG 20/20 from true density at 20 °C, g/ml."""
    return (density - _AIR) / _WATER_LESS_AIR
