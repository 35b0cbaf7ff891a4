"""Pressure in a closed bottle: gas over a drink with alcohol and sugar, and the air shut in."""

import math

from core.bottle.priming import CO2_G_PER_L_PER_VOLUME, solubility_volumes_per_atm
from core.errors import JobError
from core.measure.density import water_density_g_per_ml

_ATM_BAR = 1.01325
_ZERO_C_K = 273.15
# More than the sugar any must brings could make.
MOST_VOLUMES = 100.0

# CO2 in sparkling wine of 12.5 % vol under 1 atm, g/L at 25 °C, and its heat of dissolving,
# J/mol: van 't Hoff's line through Agabaliantz's tables (memory; gives the pressures that
# common practice tables have for wine).
_WINE_ABV = 12.5
_WINE_G_PER_L = 1.22
_WINE_HEAT = 24_800.0
_GAS_CONSTANT = 8.314

# Sugar lowers the solubility of CO2, ln per g/L. Usher 1910, sucrose at 20 °C (memory);
# Schumpe's constant for sucrose, 0.13 L/mol (memory), gives the same.
_LESS_PER_SUGAR = 0.00088

# Ethanol expands more than water, per % vol and K: 0.0011 less 0.0003 per K.
_MORE_EXPANSION = 0.8e-5

# Room left in a bottle, share of the drink. Common practice, about 2.5 cm in a neck.
HEADSPACE = 0.03
# A cellar, a warm room, a car or shed in the sun.
RATED_AT_C = (20.0, 30.0, 40.0)


def solubility_in_drink(temperature_c: float, abv: float, sugar_g_per_l: float) -> float:
    """Volumes of CO2 that a drink holds under 1 atm of it, 0 to 50 °C.

    Water's (Henry's law) lowered by alcohol, in proportion up to sparkling wine's and on to
    20 %, and by sugar. Raises JobError out of range.
    """
    if not 0 <= abv <= 20:
        raise JobError(f"{abv:g} % is not a drink bottled here: 0 to 20 %.", "abv")
    if not 0 <= sugar_g_per_l <= 400:
        raise JobError("A drink holds 0 to 400 g/L of sugar.", "sugar_g_per_l")
    water = solubility_volumes_per_atm(temperature_c)
    warmth = 1 / (temperature_c + _ZERO_C_K) - 1 / 298.15
    wine = _WINE_G_PER_L / CO2_G_PER_L_PER_VOLUME * math.exp(_WINE_HEAT / _GAS_CONSTANT * warmth)
    return float(
        water * (wine / water) ** (abv / _WINE_ABV) * math.exp(-_LESS_PER_SUGAR * sugar_g_per_l)
    )


def gauge_pressure_bar(
    volumes: float,
    temperature_c: float,
    abv: float,
    sugar_g_per_l: float = 0.0,
    headspace: float = HEADSPACE,
    filled_at_c: float = 20.0,
) -> float:
    """Pressure over the air, bar, in a closed bottle, 0 to 40 °C.

    `volumes` of gas in all share themselves between this drink and the headspace, beside the
    air shut in at `filled_at_c`, warmed and squeezed as the drink expands (0.8 to 1 bar of it
    at 20 °C by common practice; here 1). `headspace` is a share of the drink. Raises JobError
    out of range, or for a bottle so full that the drink bursts it when warm.

    Reference: Henry's law by Plummer and Busenberg, Geochim. Cosmochim. Acta 46 (1982) 1011.
    Example: 2.58 volumes in a 7 % cider, about 3 bar at 20 °C.

    >>> f"{gauge_pressure_bar(2.58, 20, 7):.0f}"
    '3'
    """
    if not 0 <= volumes <= MOST_VOLUMES:
        raise JobError(f"Gas is 0 to {MOST_VOLUMES:g} volumes.", "volumes")
    if not 0 < headspace <= 1:
        raise JobError("Leave some room in the bottle: about 0.03 of it.", "headspace")
    room = headspace - _expansion(temperature_c, filled_at_c, abv)
    if room <= 0:
        raise JobError(
            f"Filled so high, the drink itself fills the bottle at {temperature_c:g} °C and bursts"
            " it: leave about 3 % free.",
            "headspace",
        )
    dissolves = solubility_in_drink(temperature_c, abv, sugar_g_per_l)
    over = room * _ZERO_C_K / (temperature_c + _ZERO_C_K)
    of_gas = volumes / (dissolves + over) * _ATM_BAR
    warmer = (temperature_c + _ZERO_C_K) / (filled_at_c + _ZERO_C_K)
    return of_gas + _ATM_BAR * warmer * headspace / room - _ATM_BAR


def _expansion(temperature_c: float, filled_at_c: float, abv: float) -> float:
    """Share by which a drink is bigger than when filled; negative when cooler."""
    water = water_density_g_per_ml(filled_at_c) / water_density_g_per_ml(temperature_c) - 1
    return water + _MORE_EXPANSION * abv * (temperature_c - filled_at_c)
