"""Gas: what is in the drink already, what priming adds, and the pressure it makes."""

import math
from dataclasses import dataclass

from core.errors import JobError
from core.ferment.strength import ETHANOL_G_PER_ML, ETHANOL_PER_SUGAR
from core.must.mixing import Pour, mix_of

# One volume of CO2 at 0 °C and 1 atm, g per litre of drink (NIST real-gas density), and so
# litres per mol.
CO2_G_PER_L_PER_VOLUME = 1.977
_L_PER_MOL = 44.01 / CO2_G_PER_L_PER_VOLUME

# Brewing sugar with its water makes so much less gas than white sugar, g for g:
# (342.30 / 4) / 198.17 of a mol of CO2 each, by molar mass.
_MONOHYDRATE_PER_SUCROSE = 1.158
# Sugar for one volume as it is primed, g/L: some of it goes into yeast. Common practice.
PRIMING_G_PER_L = {"sucrose": 4.0, "glucose_monohydrate": 4.0 * _MONOHYDRATE_PER_SUCROSE}
# Sugar that makes one volume at the worst: every gram of its 0.514 g CO2 stays. Stoichiometry,
# 1.977 / 0.514.
WORST_G_PER_L_PER_VOLUME = {
    "sucrose": 3.8,
    "glucose_monohydrate": 3.8 * _MONOHYDRATE_PER_SUCROSE,
}

# CO2 from 1 g/L of malic acid that bacteria turn to lactic, volumes: 44.01 / 134.09 / 1.977.
VOLUMES_PER_MALIC_G_PER_L = 0.17


GAS_WORDS = (
    (1.6, "hardly fizzy"),
    (2.2, "like a stout"),
    (2.8, "like a lager"),
    (3.6, "like a lively cider"),
    (5.05, "like sparkling wine"),
)
"""What so many volumes are like, each up to a most; beyond the last no bottle bears it. Common
usage."""


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

    Example: about 0.87 at 20 °C.

    >>> f"{solubility_volumes_per_atm(20):.2f}"
    '0.87'
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
    return float(10**log_k * _L_PER_MOL)


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

    Reference: Practice: 4.0 g/L of sucrose for a volume.
    Example: (2.5 − 0.87) × 4.0 g/L in 4.5 L.

    >>> f"{priming(4500, 2.5, 20).mass_g:.0f}"
    '29'
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


def volumes_at_worst(g_per_l: float, sugar: str = "sucrose") -> float:
    """Volumes that sugar in a closed bottle makes if every gram ferments: the worst case.

    Raises JobError below zero, or for another sugar than sucrose or glucose_monohydrate.

    Reference: Stoichiometry: 4 CO2 from 342.3 g; 1.977 g/L at 0 °C and 1 atm.
    Example: 3.8 g/L of sucrose, 0.514 g/g, over 1.977 g/L.

    >>> f"{volumes_at_worst(3.8):.1f}"
    '1.0'
    """
    if sugar not in WORST_G_PER_L_PER_VOLUME:
        raise JobError("Prime with sucrose or glucose_monohydrate.", "sugar")
    if g_per_l < 0:
        raise JobError("Sugar is 0 g/L or more.", "g_per_l")
    return g_per_l / WORST_G_PER_L_PER_VOLUME[sugar]
