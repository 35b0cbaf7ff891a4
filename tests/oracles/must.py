"""Musts and their ends against handbook figures and other routes to them."""

from core.aim.solve import Aim, solve
from core.ferment.finish import finish
from core.ferment.strength import abv_by_mass_balance, potential_scale, quick_sum
from core.ferment.yeast import mixed_temperature_c, nitrogen_needed_mg_per_l, nutrient_dose
from core.measure.density import brix_from_sg
from core.must.mixing import Must, Pour, make_must
from core.pack.declared import read_label
from tests.oracles.check import Check

_SUGAR = Pour("Sugar", "sugar", mass_g=0.0)
_WATER = Pour("Water", "water", volume_ml=0.0)
_POUND_G = 453.59237
_US_GALLON_ML = 3785.411784
_PRACTICE = "common practice"


def _wash(og: float, volume_ml: float = 1000.0) -> Must:
    return make_must(solve([_SUGAR, _WATER], Aim(("Sugar", "Water"), og=og, fill_ml=volume_ml)))


def _mixed(sugar_g: float, water_ml: float) -> Must:
    return make_must(
        [Pour("Sugar", "sugar", mass_g=sugar_g), Pour("Water", "water", volume_ml=water_ml)]
    )


def _made_up(sugar_g: float, volume_ml: float) -> Must:
    low, high = 0.5 * volume_ml, volume_ml
    for _ in range(60):
        water = (low + high) / 2
        too_little = _mixed(sugar_g, water).mix.volume_ml < volume_ml
        low, high = (water, high) if too_little else (low, water)
    return _mixed(sugar_g, water)


def _balling(og: float, sg: float) -> float:
    original, apparent = brix_from_sg(og), brix_from_sg(sg)
    real = 0.1808 * original + 0.8192 * apparent
    return (original - real) / (2.0665 - 0.010665 * original) * sg / 0.7907


def _juice(fruit: str, sugars: str, volume_ml: float = 1000) -> Must:
    label = read_label(sugars, 100, "ml")
    return make_must([Pour(fruit, "juice", volume_ml=volume_ml, fruit=fruit, label=label)])


_HONEY = make_must([Pour("Honey", "syrup", mass_g=500, label=read_label("81", 100, "g"))])
_200_G = finish(_made_up(200, 1000)).abv.value

CHECKS = [
    Check("4 kg sugar in 23 L of water fills", _mixed(4000, 23000).mix.volume_ml / 1000, 25.5, 0.06, "L", _PRACTICE),
    Check("and reads", _mixed(4000, 23000).mix.sg, 1.060, 5e-4, "SG 20/20", _PRACTICE),
    Check("4 kg made up to 23 L reads", _made_up(4000, 23000).mix.sg, 1.067, 5e-4, "SG 20/20", _PRACTICE),
    Check("1 lb made up to a US gallon", 1000 * (_made_up(_POUND_G, _US_GALLON_ML).mix.sg - 1), 46, 0.3, "points", _PRACTICE),
    Check("room that 1 kg of sugar takes", _mixed(1000, 9000).mix.volume_ml - 9000, 620, 10, "ml", _PRACTICE),
    Check("quick sum 1.060 to 1.000", quick_sum(1.060, 1.000), 7.875, 1e-9, "% vol", "by hand, 131.25 x 0.060"),
    *(
        Check(f"strength {og:.3f} to {sg:.3f}", abv_by_mass_balance(og, sg), _balling(og, sg), 0.015 * _balling(og, sg), "% vol", "Balling's formulas (memory)")
        for og, sg in [(1.040, 1.005), (1.045, 1.010), (1.060, 1.000), (1.060, 0.990), (1.075, 0.996), (1.090, 0.995), (1.100, 1.010), (1.110, 1.020)]
    ),
    Check("potential mark of 1.060", potential_scale(1.060, 1.0), 7.9, 0.3, "% vol", "printed triple scales (memory)"),
    Check("potential mark of 1.100", potential_scale(1.100, 1.0), 13.4, 0.4, "% vol", "printed triple scales (memory)"),
    Check("200 g/L of white sugar, below EU wine law's yield", _200_G, 200 * 1.0526 / 16.83 * 1.005, 0.3, "% vol", "EU wine law, 16.83 g/L hexose per % vol (memory); 0.5 % shrinkage"),
    Check("and above the practical yield", _200_G, 200 * 1.0526 / 17.5 * 1.005, 0.4, "% vol", f"{_PRACTICE}, 17.5 g/L per % vol; 0.5 % shrinkage"),
    *(
        Check(f"dry wash of {og:.3f} ends", finish(_wash(og)).sg.value, ends, 0.002, "SG 20/20", _PRACTICE)
        for og, ends in [(1.060, 0.990), (1.083, 0.987), (1.100, 0.984)]
    ),
    Check("a 10 % yeast in 1.100 stops", finish(_wash(1.100), 10).sg.value, 1.025, 0.002, "SG 20/20", _PRACTICE),
    Check("apple juice at 10.4 g/100 ml reads", _juice("apple", "10.4").sg.value, 1.0475, 0.003, "SG 20/20", f"{_PRACTICE}, 1.045 to 1.050"),
    Check("grape juice at 15.2 g/100 ml reads", _juice("grape", "15.2").sg.value, 1.065, 0.003, "SG 20/20", "Directive 2001/112/EC Annex V (memory); sugar USDA SR24 09135"),
    Check("dry apple cider ends", finish(_juice("apple", "10.4")).sg.value, 0.9985, 0.0025, "SG 20/20", f"{_PRACTICE}, 0.996 to 1.001"),
    Check("apple juice alone comes to", finish(_juice("apple", "10.4")).abv.value, 6.0, 0.5, "% vol", _PRACTICE),
    Check("honey weighs", _HONEY.mix.mass / _HONEY.mix.volume_ml, 1.42, 0.02, "g/ml", "USDA SR24 19296, 339 g a US cup"),
    Check("nitrogen for 200 g/L, medium demand", nitrogen_needed_mg_per_l(200), 180, 1e-9, "mg/L", f"{_PRACTICE}, 0.9 mg per g"),
    Check("nitrogen for a weak must", nitrogen_needed_mg_per_l(80), 150, 1e-9, "mg/L", f"{_PRACTICE}, the floor"),
    Check("diammonium phosphate for 100 mg/L in 5 L", nutrient_dose(5000, 200, 80).mass_g, 100 * 5 / (2 * 14.007 / 132.06 * 1000), 0.01, "g", "molar masses, 2 N in (NH4)2HPO4"),
    Check("1 kg water at 60 °C into 3 kg at 15 °C", mixed_temperature_c([(1000, 60, 0), (3000, 15, 0)]), 26.25, 1e-9, "°C", "by hand"),
]  # fmt: skip
