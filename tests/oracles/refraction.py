"""A refractometer's figures against published refraction."""

from chemicals import RI
from chemicals.refractivity import brix_to_RI

from core.ferment.refractometer import shown_brix
from core.ferment.strength import Drink, fermented
from core.measure.density import ethanol_water_density_g_per_ml
from tests.oracles.check import Check

_CRC = "CRC Handbook, aqueous ethanol (memory)"
_ICUMSA = "ICUMSA 1974, chemicals 1.5.2"
_ETHANOL_WATER = [(2, 1.3342), (5, 1.3360), (8, 1.3381), (10, 1.3395), (14, 1.3425), (20, 1.3469)]


def _brix_bending(index: float) -> float:
    """The sucrose solution with this index, by ICUMSA."""
    low, high = -5.0, 60.0
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if brix_to_RI(middle) < index else (low, middle)
    return middle


def _spirit(mass_percent: float) -> Drink:
    density = ethanol_water_density_g_per_ml(mass_percent / 100)
    return Drink(0.0, 0.0, 100 / density, 100, mass_percent, 0.0, 0.0)


def _pure(mass: float, density: float, what: str) -> float:
    """Specific refraction of a pure liquid from its tabled index."""
    index, _ = RI(what)
    return mass * (index**2 - 1) / (index**2 + 2) / density


CHECKS = [
    *(
        Check(f"{p} % ethanol by mass shows", shown_brix(_spirit(p)), _brix_bending(n), 0.15, "°Bx", f"{_CRC}; {_ICUMSA}")
        for p, n in _ETHANOL_WATER
    ),
    *(
        Check(f"index at the Brix shown for {brix} °Bx", brix_to_RI(shown_brix(fermented(100, brix, 0))), brix_to_RI(brix), 5e-5, "n", _ICUMSA)
        for brix in (5, 10, 20, 30)
    ),
    Check("refraction of ethanol", 0.2776, _pure(1, 0.78924, "64-17-5"), 0.003, "ml/g", "pure ethanol, CRC by chemicals 1.5.2; in water it bends 1 % less"),
    Check("refraction of glycerol", 0.2231, _pure(1, 1.2611, "56-81-5"), 0.0005, "ml/g", "pure glycerol, CRC by chemicals 1.5.2"),
    Check("a dry wine with 2 °Bx of extract shows", shown_brix(fermented(100, 20, 18)), 7.0, 1.0, "°Bx", "common practice, 6 to 8"),
]  # fmt: skip
