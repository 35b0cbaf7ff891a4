"""Density and gravity against published tables and other libraries."""

import subprocess
from functools import cache

import pytest
from thermo.electrochem import Laliberte_density

from core.density import (
    brix_from_sg,
    brix_from_solids_g_per_l,
    density_g_per_ml,
    ethanol_water_density_g_per_ml,
    sg_at_20,
    sg_from_brix,
    solids_g_per_l,
    water_density_g_per_ml,
)

SUCROSE = "57-50-1"
HALF_DEGREES = [half / 2 for half in range(191)]


@cache
def nbs_440() -> dict[float, float]:
    """Source: NBS Circular 440, table 114, as GNU units prints it (apparent g/ml in air)."""
    asked = "".join(f"brix({brix})\ng/cm^3\n" for brix in HALF_DEGREES)
    done = subprocess.run(["units", "-t", "-s"], input=asked, capture_output=True, text=True)
    in_air = [float(word) for word in done.stdout.split()]
    return dict(zip(HALF_DEGREES, (value / in_air[0] for value in in_air), strict=True))


def test_the_whole_table_is_there():
    assert nbs_440()[20.0] == pytest.approx(1.08297, abs=1e-5)
    assert nbs_440()[95.0] > 1.51


@pytest.mark.parametrize("brix", HALF_DEGREES)
def test_gravity_from_brix(brix):
    assert sg_from_brix(brix) == pytest.approx(nbs_440()[brix], abs=1e-4)


@pytest.mark.parametrize("brix", [0, 5, 11.5, 20, 40, 65, 80, 83])
def test_brix_from_gravity(brix):
    # 1e-4 of gravity is 0.025 °Bx at the thin end.
    assert brix_from_sg(nbs_440()[float(brix)]) == pytest.approx(brix, abs=0.025)


@pytest.mark.parametrize(("brix", "sg"), [(11.2, 1.045), (15.9, 1.065), (10.0, 1.040)])
def test_directive_2001_112_ec_annex_v(brix, sg):
    """Source: Directive 2001/112/EC Annex V: apple, grape, grapefruit (relative density)."""
    assert sg_from_brix(brix) == pytest.approx(sg, abs=5e-4)


@pytest.mark.parametrize("share", [0.02, 0.1, 0.2, 0.3, 0.4])
def test_true_density_of_sucrose(share):
    """Source: Laliberté model, library thermo. Newer data than NBS 440, so 0.2 kg/m3."""
    ours = density_g_per_ml(sg_from_brix(100 * share))
    assert ours == pytest.approx(Laliberte_density(293.15, [share], [SUCROSE]) / 1000, abs=2e-4)


@pytest.mark.parametrize("celsius", [5, 10, 15, 20, 25, 30, 35, 40])
def test_water(celsius):
    """Source: library thermo (Laliberté's water, infinitely dilute)."""
    theirs = Laliberte_density(273.15 + celsius, [1e-9], [SUCROSE]) / 1000
    assert water_density_g_per_ml(celsius) == pytest.approx(theirs, abs=1e-5)


@pytest.mark.parametrize("brix", [0, 5, 12, 20, 28])
@pytest.mark.parametrize("celsius", [12, 17, 23, 25, 30, 38])
def test_a_warm_sample(brix, celsius):
    """Source: Laliberté model, library thermo: the same must's density at both temperatures."""
    share = max(brix / 100, 1e-9)
    at_20 = Laliberte_density(293.15, [share], [SUCROSE])
    warm = Laliberte_density(273.15 + celsius, [share], [SUCROSE])
    true_sg = sg_from_brix(brix)
    assert sg_at_20(true_sg * warm / at_20, celsius) == pytest.approx(true_sg, abs=1e-4)


@pytest.mark.parametrize(
    ("by_mass", "kg_per_m3"), [(0.08015, 984.71), (0.0, 998.201), (0.20, 968.64)]
)
def test_ethanol_and_water(by_mass, kg_per_m3):
    """Source: OIML R 22 (1975), table at 20 °C; the values from memory."""
    assert ethanol_water_density_g_per_ml(by_mass) * 1000 == pytest.approx(kg_per_m3, abs=0.05)


@pytest.mark.parametrize("brix", [0.5, 5, 12, 25, 50, 82, 94])
def test_grams_per_litre_go_round(brix):
    assert brix_from_solids_g_per_l(solids_g_per_l(brix)) == pytest.approx(brix, abs=1e-6)
    assert brix_from_sg(sg_from_brix(brix)) == pytest.approx(brix, abs=1e-6)
