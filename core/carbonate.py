"""Gas: what is in the drink already, what priming adds, and the pressure it makes."""

import math
from dataclasses import dataclass

from core.errors import JobError
from core.must import Pour, mix_of
from core.strength import ETHANOL_G_PER_ML, ETHANOL_PER_SUGAR

# One volume of CO2 at 0 °C and 1 atm, g per litre of drink: 44.01 / 22.26 (real gas).
CO2_G_PER_L_PER_VOLUME = 1.96
_IDEAL_L_PER_MOL = 22.414

# Sugar for one volume, g/L. Common practice: sucrose, and brewing sugar with its water.
PRIMING_G_PER_L = {"sucrose": 4.0, "glucose_monohydrate": 4.4}

# Gravity falling one point in the bottle uses this much sugar, g/L (2.1) and so makes about
# half a volume.
_SUGAR_PER_POINT_G_PER_L = 2.1


@dataclass(frozen=True, slots=True)
class Priming:
    """Sugar for a jug and for a litre, and the strength that fermenting it adds, % vol."""

    mass_g: float
    g_per_l: float
    adds_abv: float


@dataclass(frozen=True, slots=True)
class PrimedWith:
    """The primer with its amount, the jug with it in, ml, its sugar as sucrose in a litre of
    that, and the strength that adds, % vol (the base is thinned by the primer's water)."""

    primer: Pour
    volume_ml: float
    g_per_l: float
    adds_abv: float


def solubility_volumes_per_atm(temperature_c: float) -> float:
    """Volumes of CO2 that water holds under 1 atm of it, 0 to 50 °C.

    Source: Henry's law with the constant of Plummer and Busenberg, 1982, as USGS phreeqc has
    it (memory; checked against phreeqc). Raises JobError out of range.
    """
    if not 0 <= temperature_c <= 50:
        raise JobError("Give a temperature between 0 and 50 °C.", "temperature_c")
    kelvin = temperature_c + 273.15
    log_k = (
        108.3865
        + 0.01985076 * kelvin
        - 6919.53 / kelvin
        - 40.45154 * math.log10(kelvin)
        + 669365 / kelvin**2
    )
    return float(10**log_k * _IDEAL_L_PER_MOL)


def residual_volumes(warmest_c: float) -> float:
    """Volumes of CO2 a finished ferment still holds at 1 atm.

    `warmest_c` is the warmest it has been since fermenting ended: gas that left stays gone.
    """
    return solubility_volumes_per_atm(warmest_c)


def priming(
    volume_ml: float, wanted_volumes: float, warmest_c: float, sugar: str = "sucrose"
) -> Priming:
    """Sugar that brings a jug to `wanted_volumes` in all, counting what is in it.

    Raises JobError for more than 5 volumes, another sugar, or less than it holds already.
    """
    if sugar not in PRIMING_G_PER_L:
        raise JobError("Prime with sucrose or glucose_monohydrate.", "sugar")
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    there = residual_volumes(warmest_c)
    if not there <= wanted_volumes <= 5:
        raise JobError(
            f"It holds {there:.1f} volumes already: aim between that and 5, which only a wired"
            " sparkling-wine bottle stands.",
            "wanted_volumes",
        )
    per_l = (wanted_volumes - there) * PRIMING_G_PER_L[sugar]
    return Priming(per_l * volume_ml / 1000, per_l, strength_from_priming(per_l, sugar))


def strength_from_priming(g_per_l: float, sugar: str = "sucrose") -> float:
    """Strength, % vol, that so much priming sugar adds (10 g/L of sucrose: 0.6)."""
    fermentable = g_per_l * (0.909 / 1.0526 if sugar == "glucose_monohydrate" else 1.0)
    return fermentable * ETHANOL_PER_SUGAR / ETHANOL_G_PER_ML / 10


def prime_with(
    volume_ml: float, wanted_volumes: float, warmest_c: float, primer: Pour
) -> PrimedWith:
    """How much of a juice, concentrate, honey, syrup or sugar brings a jug to `wanted_volumes`.

    A juice adds room as well, which wants its own gas, and brings none. Raises JobError as
    `priming`, or for a primer that is not sweet enough.
    """
    needed = priming(volume_ml, wanted_volumes, warmest_c)
    one = mix_of(primer.with_amount(1.0))
    if one.ferment <= 0:
        raise JobError(f"There is no sugar in {primer.name} to prime with.", "primer")
    # The room it takes once it is in, which is little but for a juice.
    base = mix_of(Pour("Base", "water", volume_ml=volume_ml))
    about = needed.mass_g / one.ferment
    room = (base.plus(one, about).volume_ml - base.volume_ml) / about if about else 0.0
    own = wanted_volumes * PRIMING_G_PER_L["sucrose"] / 1000 * room
    if one.ferment <= 2 * own:
        raise JobError(
            f"{primer.name} is too thin to prime with: use sugar, honey or concentrate.", "primer"
        )
    amount = needed.mass_g / (one.ferment - own)
    volume = volume_ml + amount * room
    per_l = 1000 * amount * one.ferment / volume
    return PrimedWith(primer.with_amount(amount), volume, per_l, strength_from_priming(per_l))


def volumes_from_drops(drops: int, bottle_ml: float, drop_g: float = 3.5) -> float:
    """Volumes that sugar drops add to one bottle: they come whole.

    `drop_g` as the packet says; 3 to 4 g is common. Raises JobError for no bottle.
    """
    if drops < 0 or drop_g <= 0:
        raise JobError("Drops are counted from 0, and weigh more than nothing.", "drops")
    if not 20 <= bottle_ml <= 30_000:
        raise JobError("Bottles run from 20 ml to 30 L.", "bottle_ml")
    return volumes_from_sugar(1000 * drops * drop_g / bottle_ml)


def volumes_from_sugar(g_per_l: float) -> float:
    """Volumes that sugar left in the drink can still make, if it ferments: the worst case."""
    if g_per_l < 0:
        raise JobError("Sugar is 0 g/L or more.", "g_per_l")
    return g_per_l / PRIMING_G_PER_L["sucrose"]


def volumes_from_points(points: float) -> float:
    """Volumes that a drink makes when its gravity falls so many points in the bottle.

    1.010 to 1.000 is five. Raises JobError below zero.
    """
    return volumes_from_sugar(_SUGAR_PER_POINT_G_PER_L * points)
