"""Gas against USGS phreeqc and the trade's formula."""

import phreeqc

from core.carbonate import (
    gauge_pressure_in_water_bar,
    priming,
    residual_volumes,
    strength_from_priming,
    volumes_from_sugar,
)
from tests.oracles.check import Check


def _by_phreeqc(celsius: float) -> float:
    """Volumes of CO2 in water under 1 atm of it."""
    engine = phreeqc.Phreeqc()
    engine.LoadBuiltInDatabase("phreeqc.dat")
    engine.RunString(
        f"SOLUTION 1\n temp {celsius}\n pH 7 charge\n"
        "EQUILIBRIUM_PHASES 1\n CO2(g) 0 10\n"
        "SELECTED_OUTPUT\n -reset false\n -totals C\nEND\n"
    )
    return float(next(iter(engine.GetSelectedOutput().values()))[-1]) * 22.414


def _trade(celsius: float) -> float:
    f = celsius * 9 / 5 + 32
    return 3.0378 - 0.050062 * f + 0.00026555 * f * f


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
    Check("6.3 g of sugar in 33 cl", volumes_from_sugar(6.3 / 0.33), 5, 0.3, "volumes", "common practice"),
    Check("10 points fermented in the bottle", volumes_from_sugar(21), 5, 0.3, "volumes", "common practice"),
    *(
        Check(f"pressure of {volumes} volumes in water, {t} °C", gauge_pressure_in_water_bar(volumes, t), bar, 0.1, "bar", "common practice table")
        for volumes, t, bar in [(2.5, 20, 1.9), (2.5, 30, 2.8), (3.5, 20, 3.0), (3.5, 30, 4.3), (5, 20, 4.8), (5, 30, 6.6)]
    ),
]  # fmt: skip
