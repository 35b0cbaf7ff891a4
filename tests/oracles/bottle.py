"""Closed bottles by a geochemist's program, and intervals by another library's error sums."""

from functools import cache

import CoolProp.CoolProp as CoolProp
import phreeqc
from iapws import IAPWS97
from thermo import PRMIX, CEOSGas, CEOSLiquid, ChemicalConstantsPackage, FlashPureVLS
from thermo.electrochem import Laliberte_density
from uncertainties import ufloat

from core.bottle.pressure import HEADSPACE, gauge_pressure_bar
from core.bottle.priming import CO2_G_PER_L_PER_VOLUME, VOLUMES_PER_MALIC_G_PER_L, volumes_at_worst
from core.ferment.finish import finish
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L
from core.measure.density import ethanol_water_density_g_per_ml, water_density_g_per_ml
from core.must.acidity import equivalent_mass
from core.must.mixing import Pour, make_must
from core.must.must_ph import ph_with_bicarbonate
from core.must.ph import solution_from
from tests.oracles import acid
from tests.oracles.check import Check

_PHREEQC = "USGS phreeqc 1.1.1 (phreeqc.dat)"
_COOLPROP = "CoolProp 8, INCOMP::MEA"
_IAPWS = "IAPWS-97, iapws library"
_PROPAGATED = "propagated by uncertainties over thermo's Laliberté density"
_ATM_BAR = 1.01325


@cache
def _engine() -> "phreeqc.Phreeqc":
    engine = phreeqc.Phreeqc()
    engine.LoadBuiltInDatabase("phreeqc.dat")
    return engine


def _bottle(volumes: float, celsius: float) -> float:
    """Gas of so many volumes shut in over a litre of water with 3 % headspace, bar over the air:
    phreeqc shares it out, the air shut in is warmed and squeezed by the gas law, and IAPWS says
    how far the water swells into the room."""
    swells = _water(20) / _water(celsius) - 1
    room = HEADSPACE - swells
    moles = volumes * CO2_G_PER_L_PER_VOLUME / 44.0095
    engine = _engine()
    failed = engine.RunString(
        f"SOLUTION 1\n temp {celsius}\n pH 7 charge\n"
        f"REACTION 1\n CO2 1\n {moles} moles\n"
        f"GAS_PHASE 1\n -fixed_volume\n -volume {room}\n -temperature {celsius}\n CO2(g) 0\n"
        "SELECTED_OUTPUT\n -reset false\nUSER_PUNCH\n -headings p\n -start\n"
        ' 10 PUNCH PR_P("CO2(g)")\n -end\nEND\n'
    )
    if failed:
        raise RuntimeError(engine.GetErrorString())
    atm = float(next(iter(engine.GetSelectedOutput().values()))[-1])
    air = _ATM_BAR * (celsius + 273.15) / 293.15 * HEADSPACE / room
    return atm * _ATM_BAR + air - _ATM_BAR


def _water(celsius: float) -> float:
    return float(IAPWS97(T=273.15 + celsius, P=0.101325).rho)


def _after_bicarbonate(ph: float, ta: float, g_per_l: float) -> float:
    must = solution_from("malic", ta / equivalent_mass("tartaric"), ph)
    return acid.by_phreeqc(must.plus_alkali(g_per_l / 100.115))


def _co2_g_per_l() -> float:
    """Density of the gas at 0 °C and 1 atm by the equation of Peng and Robinson."""
    constants, properties = ChemicalConstantsPackage.from_IDs(["carbon dioxide"])
    known = {"Tcs": constants.Tcs, "Pcs": constants.Pcs, "omegas": constants.omegas}
    heat = {"HeatCapacityGases": properties.HeatCapacityGases}
    gas, liquid = CEOSGas(PRMIX, known, **heat), CEOSLiquid(PRMIX, known, **heat)
    flash = FlashPureVLS(constants, properties, gas=gas, liquids=[liquid], solids=[])
    return float(flash.flash(T=273.15, P=101325).rho_mass())


def _wash_half_width(grams: float, water_ml: float, by: str) -> tuple[float, float]:
    """Half the 90 % interval of a wash's gravity: ours, and by another's error sums."""
    share = {"scale": 0.01, "measuring_jug": 0.04, "mark": 0.02, "about": 0.125}
    sugar = Pour("S", "sugar", mass_g=grams, amount_by="scale")
    water = Pour("W", "water", volume_ml=water_ml, amount_by=by)
    ours = make_must([sugar, water]).sg
    s, w = ufloat(grams, 0.01 * grams), ufloat(water_ml, share[by] * water_ml) * 0.9982
    brix = s / (s + w)
    slope = (_dense(brix.n + 1e-4) - _dense(brix.n - 1e-4)) / 2e-4 / 0.9982
    return (ours.high - ours.low) / 2, slope * brix.s


def _dense(share: float) -> float:
    return float(Laliberte_density(293.15, [share], ["57-50-1"])) / 1000


_WASHES = [(400, 3000, "measuring_jug"), (400, 3000, "mark"), (900, 4000, "measuring_jug"), (900, 4000, "about"), (1200, 4200, "mark"), (250, 4500, "measuring_jug")]  # fmt: skip
_HALVES = [(wash, *_wash_half_width(*wash)) for wash in _WASHES]


def _fall_per_g(grams: float) -> float:
    """Sugar that a point of falling gravity uses, g/L, of a wash by densities alone."""
    must = make_must([Pour("S", "sugar", mass_g=grams), Pour("W", "water", volume_ml=3000.0)])
    brix = must.mix.brix / 100
    og = _dense(brix) / 0.9982
    # Balling: 2.0665 g of sugar to 1 g of ethanol and 0.9565 g of gas; densities by CoolProp.
    eaten = brix
    ethanol = eaten / 2.0665
    left = 1 - 0.9565 * ethanol - 0.11 * ethanol
    density = (
        CoolProp.PropsSI("D", "T", 293.15, "P", 101325, f"INCOMP::MEA[{ethanol / left}]") / 1000
    )
    by_product = 0.04 * brix / left * 0.38
    fg = (density + by_product) / 0.9982
    return brix * _dense(brix) * 1000 / (1000 * (og - fg))


CHECKS = [
    *(
        Check(f"{v:g} volumes in water, closed at {t} °C", gauge_pressure_bar(v, t, 0), _bottle(v, t), 0.04 * _bottle(v, t) + 0.05, "bar", f"{_PHREEQC}, gas phase of fixed volume")
        for v in (2.0, 3.5, 5.0)
        for t in (20, 30, 40)
    ),
    *(
        Check(f"pH {ph} and {ta} g/L after {g} g/L potassium bicarbonate", ph_with_bicarbonate(ph, ta, g), _after_bicarbonate(ph, ta, g), 0.05, "pH", f"{_PHREEQC}, acids defined with the same pK")
        for ph, ta, g in [(3.2, 8, 1), (3.2, 8, 3), (3.4, 5, 1), (3.4, 5, 2.5), (3.6, 4, 1), (3.6, 4, 2), (3.8, 3, 1)]
    ),
    *(
        Check(f"ethanol-water, {100 * share:.0f} % by mass, another model", 1000 * ethanol_water_density_g_per_ml(share), CoolProp.PropsSI("D", "T", 293.15, "P", 101325, f"INCOMP::MEA[{share}]"), 0.35, "kg/m³", _COOLPROP)
        for share in (0.03, 0.05, 0.08, 0.1, 0.12, 0.14)
    ),
    *(
        Check(f"water at {t} °C, another formula", 1000 * water_density_g_per_ml(t), _water(t), 0.01, "kg/m³", _IAPWS)
        for t in (5, 10, 15, 20, 25, 30, 35)
    ),
    *(
        Check(f"± of a wash, {grams} g in {ml} ml by {by}", 1000 * ours, 1000 * theirs, 80 * theirs, "points", _PROPAGATED)
        for (grams, ml, by), ours, theirs in _HALVES
    ),
    *(
        Check(f"sugar a point uses, wash of {grams} g in 3 L", SUGAR_PER_POINT_G_PER_L, _fall_per_g(grams), 0.06, "g/L", f"Balling's yield over thermo's and {_COOLPROP} densities")
        for grams in (450, 600, 800)
    ),
    Check("a litre of CO2 at 0 °C and 1 atm weighs", CO2_G_PER_L_PER_VOLUME, _co2_g_per_l(), 0.006, "g", "Peng-Robinson, thermo 0.6.1"),
    Check("gas from 3.8 g/L of sucrose at the worst", volumes_at_worst(3.8), 3.8 * 4 * 44.0095 / 342.297 / 1.977, 0.02, "volumes", "molar masses"),
    Check("and of its monohydrate of glucose, 4.4 g/L", volumes_at_worst(4.4, "glucose_monohydrate"), 4.4 * 2 * 44.0095 / 198.17 / 1.977, 0.02, "volumes", "molar masses"),
    Check("gas from 1 g/L of malic acid", VOLUMES_PER_MALIC_G_PER_L, 44.0095 / 134.087 / 1.977, 0.005, "volumes", "molar masses"),
    Check("a dry wash of 1.060 by other densities ends", finish(make_must([Pour("S", "sugar", mass_g=480), Pour("W", "water", volume_ml=2820)])).sg.value, 0.990, 0.002, "SG 20/20", "common practice"),
]  # fmt: skip
