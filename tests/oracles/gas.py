"""Gas against USGS phreeqc and the trade's formula."""

import phreeqc

from core.bottle.pressure import gauge_pressure_bar, solubility_in_drink
from core.bottle.priming import (
    priming,
    residual_volumes,
    strength_from_priming,
    volumes_at_worst,
)
from tests.oracles.check import Check


def _by_phreeqc(celsius: float) -> float:
    """Volumes of CO2 in water under 1 atm of it; a volume is 1.977 g/L."""
    engine = phreeqc.Phreeqc()
    engine.LoadBuiltInDatabase("phreeqc.dat")
    engine.RunString(
        f"SOLUTION 1\n temp {celsius}\n pH 7 charge\n"
        "EQUILIBRIUM_PHASES 1\n CO2(g) 0 10\n"
        "SELECTED_OUTPUT\n -reset false\n -totals C\nEND\n"
    )
    return float(next(iter(engine.GetSelectedOutput().values()))[-1]) * 44.0095 / 1.977


def _trade(celsius: float) -> float:
    f = celsius * 9 / 5 + 32
    return 3.0378 - 0.050062 * f + 0.00026555 * f * f


def _of_gas(volumes: float, celsius: float, abv: float) -> float:
    """Gauge pressure were no air shut in, and no room that gas could go into."""
    return volumes / solubility_in_drink(celsius, abv, 0) * 1.01325 - 1.01325


_IN_WATER = [
    (2.5, 20, 1.9),
    (2.5, 30, 2.8),
    (3.5, 20, 3.0),
    (3.5, 30, 4.3),
    (5, 20, 4.8),
    (5, 30, 6.6),
]
_IN_WINE = [(2.5, 20, 2.4), (2.5, 30, 3.8), (3.5, 20, 3.8), (3.5, 30, 5.7), (5, 20, 5.8), (5, 30, 8.6)]  # fmt: skip

_TEMPERATURES = (0, 5, 10, 15, 20, 25, 30, 35)

CHECKS = [
    *(
        Check(f"gas left at {t} °C", residual_volumes(t), _by_phreeqc(t), 0.03 * _by_phreeqc(t), "volumes", "USGS phreeqc 1.1.1 (phreeqc.dat)")
        for t in _TEMPERATURES
    ),
    *(
        Check(f"gas left at {t} °C", residual_volumes(t), _trade(t), 0.03 * _trade(t), "volumes", "the trade's quadratic in °F (memory)")
        for t in (0, 5, 10, 15, 20, 25)
    ),
    Check("sugar for 2.5 volumes, 20 °C, 1 L", priming(1000, 2.5, 20).mass_g, (2.5 - 0.875) * 4.0, 0.05, "g", "common practice, 4.0 g/L per volume"),
    Check("strength from 10 g/L of priming sugar", strength_from_priming(10), 0.6, 0.03, "% vol", "common practice"),
    Check("6.3 g of sugar in 33 cl", volumes_at_worst(6.3 / 0.33), 5, 0.3, "volumes", "common practice"),
    Check("10 points fermented in the bottle", volumes_at_worst(22), 5.7, 0.15, "volumes", "common practice"),
    *(
        Check(f"pressure of {volumes} volumes in {what}, {t} °C, gas alone", _of_gas(volumes, t, abv), bar, 0.1, "bar", "common practice table")
        for what, abv, rows in [("water", 0, _IN_WATER), ("wine of 12 %", 12, _IN_WINE)]
        for volumes, t, bar in rows
    ),
    Check("air shut in adds, 20 °C", gauge_pressure_bar(0, 20, 12) + 1.01325, 0.95, 0.15, "bar", "common practice, 0.8 to 1"),
    *(
        Check(f"CO2 in sucrose, {mol:g} mol/L, 20 °C", solubility_in_drink(20, 0, 342.3 * mol), volumes, 0.01, "volumes", "Usher 1910 (memory)")
        for mol, volumes in [(0.125, 0.846), (0.25, 0.815), (0.5, 0.756), (1.0, 0.649)]
    ),
    Check("CO2 in champagne, 12 °C", 1.977 * solubility_in_drink(12, 12.5, 0), 1.9, 0.15, "g/L atm", "Agabaliantz's tables (memory)"),
]  # fmt: skip
