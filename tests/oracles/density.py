"""Density and gravity against published tables and other libraries."""

import subprocess

from thermo.electrochem import Laliberte_density

from core.measure.density import (
    brix_from_sg,
    density_g_per_ml,
    ethanol_water_density_g_per_ml,
    sg_at_20,
    sg_from_brix,
    solids_g_per_l,
    sucrose_density_g_per_ml,
    water_density_g_per_ml,
)
from core.measure.scales import baume_from_sg, sg_from_baume, sg_read_at
from tests.oracles.check import Check

_SUCROSE = "57-50-1"
_NBS = "NBS Circular 440, table 114, by GNU units"
_THERMO = "Laliberté model, thermo 0.6.1"


def gnu_units(pairs: list[tuple[str, str]]) -> list[float]:
    """Each (have, want) converted by GNU units."""
    asked = "".join(f"{have}\n{want}\n" for have, want in pairs)
    done = subprocess.run(["units", "-t", "-s"], input=asked, capture_output=True, text=True)
    return [float(word) for word in done.stdout.split()]


def _nbs(brix: list[float]) -> list[float]:
    water, *in_air = gnu_units([(f"brix({b})", "g/cm^3") for b in [0, *brix]])
    return [value / water for value in in_air]


def _laliberte(share: float, celsius: float) -> float:
    return float(Laliberte_density(273.15 + celsius, [share], [_SUCROSE])) / 1000


_BRIX = [1, 2, 5, 8, 10, 11.2, 12.5, 15, 15.9, 18, 20, 22.5, 25, 28, 30, 35, 40, 45, 50, 55, 60, 65,
         70, 75, 78, 80, 82.5, 85, 90, 95]  # fmt: skip


CHECKS = [
    *(
        Check(f"gravity at {brix:g} °Bx", sg_from_brix(brix), nbs, 1e-4, "SG 20/20", _NBS)
        for brix, nbs in zip(_BRIX, _nbs(_BRIX), strict=True)
    ),
    *(
        Check(f"Brix at that gravity, {brix:g} °Bx", brix_from_sg(nbs), brix, 0.03, "°Bx", _NBS)
        for brix, nbs in zip([5, 20, 40, 65, 80], _nbs([5, 20, 40, 65, 80]), strict=True)
    ),
    *(
        Check(
            f"{fruit} juice at its least {brix:g} °Bx",
            sg_from_brix(brix),
            sg,
            5e-4,
            "SG 20/20",
            "Directive 2001/112/EC Annex V (memory)",
        )
        for fruit, brix, sg in [
            ("apple", 11.2, 1.045),
            ("grape", 15.9, 1.065),
            ("grapefruit", 10.0, 1.040),
            ("pear", 11.9, 1.048),
        ]
    ),
    *(
        Check(
            f"density of {100 * share:.0f} % sucrose, 20 °C",
            1000 * density_g_per_ml(sg_from_brix(100 * share)),
            1000 * _laliberte(share, 20),
            0.2,
            "kg/m³",
            _THERMO,
        )
        for share in (0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4)
    ),
    *(
        Check(
            f"density of water, {celsius} °C",
            1000 * water_density_g_per_ml(celsius),
            1000 * _laliberte(1e-9, celsius),
            0.01,
            "kg/m³",
            f"{_THERMO}, no sucrose",
        )
        for celsius in (5, 15, 20, 25, 30, 35)
    ),
    *(
        Check(
            f"{brix} °Bx read at {celsius} °C, put right",
            sg_at_20(
                sg_from_brix(brix) * _laliberte(brix / 100, celsius) / _laliberte(brix / 100, 20),
                celsius,
            ),
            sg_from_brix(brix),
            1e-4,
            "SG 20/20",
            _THERMO,
        )
        for brix in (5, 12, 20, 28)
        for celsius in (12, 25, 35)
    ),
    Check("a 20 °C hydrometer in water of 15.6 °C", sg_read_at(1.0009, 15.6), 1.0, 1e-4, "SG 20/20", "water density, CIPM"),
    Check("a 15 °C hydrometer in water of 20 °C reads 0.9991", sg_read_at(0.9991, 20, 15), 1.0, 1e-4, "SG 20/20", "water density, CIPM"),
    *(
        Check(
            f"ethanol-water, {100 * share:.4g} % by mass",
            1000 * ethanol_water_density_g_per_ml(share),
            density,
            0.05,
            "kg/m³",
            "OIML R 22, table at 20 °C (memory)",
        )
        for share, density in [(0.08015, 984.71), (0.2, 968.64)]
    ),
    Check("ethanol-water, 12 % vol", 1000 * ethanol_water_density_g_per_ml(0.78924 * 0.12 / 0.98235), 982.35, 0.05, "kg/m³", "OIML R 22, table at 20 °C (memory)"),
    Check("ethanol-water, 14 % vol", 1000 * ethanol_water_density_g_per_ml(0.78924 * 0.14 / 0.98008), 980.08, 0.05, "kg/m³", "OIML R 22, table at 20 °C (memory)"),
    Check("Baumé of 1.074", baume_from_sg(1.074), 145 - 145 / 1.074, 1e-9, "°Bé", "definition, modulus 145"),
    *(
        Check(f"gravity of {baume} °Bé", sg_from_baume(baume), sg, 1e-6, "SG", "GNU units, baume()")
        for baume, sg in zip(
            (5, 10, 20, 36), gnu_units([(f"baume({b})", "g/cm^3") for b in (5, 10, 20, 36)]), strict=True
        )
    ),
    *(
        Check(f"sucrose {brix} °Bx at {celsius} °C", 1000 * sucrose_density_g_per_ml(brix, celsius), 1000 * _laliberte(brix / 100, celsius), 0.2, "kg/m³", _THERMO)
        for brix in (10, 20, 30, 40)
        for celsius in (15, 25, 40)
    ),
    *(
        Check(f"sucrose 60 °Bx at {celsius} °C", 1000 * sucrose_density_g_per_ml(60, celsius), density, 0.5, "kg/m³", "ICUMSA SPS-4 (memory)")
        for celsius, density in [(20, 1286.46), (30, 1281.46), (40, 1276.15)]
    ),
    Check("solids at 20 °Bx", solids_g_per_l(20), 10 * 20 * _laliberte(0.2, 20), 0.1, "g/L", _THERMO),
]  # fmt: skip
