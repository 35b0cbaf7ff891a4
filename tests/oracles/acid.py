"""pH and acidity against USGS phreeqc; preservative sums against molar masses."""

from functools import cache

import phreeqc

from core.finish.stabilising import (
    free_so2_for,
    molecular_so2,
    so2_from_tablets,
    sorbate,
    sulphite,
)
from core.must.acidity import acid_to_add, bicarbonate_to_add, ta_as
from core.must.ph import Solution, blend, ph_of, solution_from
from tests.oracles.check import Check

_PHREEQC = "USGS phreeqc 1.1.1 (phreeqc.dat), acids defined with the same pK"

_SPECIES = """
SOLUTION_MASTER_SPECIES
 Citrate Citrate-3 0 189.1 189.1
 Malate Malate-2 0 132.07 132.07
 Tartrate Tartrate-2 0 148.07 148.07
 Lactate Lactate- 0 89.07 89.07
SOLUTION_SPECIES
 Citrate-3 = Citrate-3
  log_k 0
 Citrate-3 + H+ = HCitrate-2
  log_k 6.396
 Citrate-3 + 2H+ = H2Citrate-
  log_k 11.157
 Citrate-3 + 3H+ = H3Citrate
  log_k 14.285
 Malate-2 = Malate-2
  log_k 0
 Malate-2 + H+ = HMalate-
  log_k 5.097
 Malate-2 + 2H+ = H2Malate
  log_k 8.556
 Tartrate-2 = Tartrate-2
  log_k 0
 Tartrate-2 + H+ = HTartrate-
  log_k 4.366
 Tartrate-2 + 2H+ = H2Tartrate
  log_k 7.402
 Lactate- = Lactate-
  log_k 0
 Lactate- + H+ = HLactate
  log_k 3.860
SELECTED_OUTPUT
 -reset false
 -pH true
"""
_NAMES = {"citric": "Citrate", "malic": "Malate", "tartaric": "Tartrate", "lactic": "Lactate", "phosphoric": "P"}  # fmt: skip


@cache
def _engine() -> "phreeqc.Phreeqc":
    engine = phreeqc.Phreeqc()
    engine.LoadBuiltInDatabase("phreeqc.dat")
    return engine


def by_phreeqc(solution: Solution) -> float:
    """pH of the same solution; litres and kilograms of water are taken as one."""
    acids = "\n".join(f" {_NAMES[key]} {1000 * mol}" for key, mol in solution.acids.items())
    text = (
        f"{_SPECIES}\nSOLUTION 1\n units mmol/kgw\n temp 25\n pH 4 charge\n{acids}\n"
        f" K {1000 * solution.alkali}\nEND\n"
    )
    engine = _engine()
    if engine.RunString(text):
        raise RuntimeError(engine.GetErrorString())
    return float(engine.GetSelectedOutput()["pH"][0])


_APPLE = Solution({"malic": 0.0447, "citric": 0.003, "tartaric": 0.003}, 0.028)
_MUSTS = {
    "apple must": _APPLE,
    "apple must, 20 mM more potassium": _APPLE.plus_alkali(0.020),
    "apple must, 60 mM more": _APPLE.plus_alkali(0.060),
    "orange": Solution({"citric": 0.050, "malic": 0.010}, 0.050),
    "lemon": Solution({"citric": 0.27}, 0.035),
    "grape": Solution({"tartaric": 0.030, "malic": 0.025}, 0.030),
    "after malolactic": Solution({"tartaric": 0.020, "lactic": 0.040}, 0.030),
    "cola-like": Solution({"phosphoric": 0.006}, 0.0005),
    "weak pear": Solution({"malic": 0.018, "citric": 0.002}, 0.024),
}
_HALVES = blend([(1, _MUSTS["orange"]), (1, _MUSTS["grape"])])
_READ = solution_from("malic", 0.080, 3.50)

CHECKS = [
    *(
        Check(f"pH of {name}", ph_of(solution), by_phreeqc(solution), 0.05, "pH", _PHREEQC)
        for name, solution in _MUSTS.items()
    ),
    Check("pH of orange and grape, half and half", ph_of(_HALVES), by_phreeqc(_HALVES), 0.05, "pH", _PHREEQC),
    Check("pH of a juice known by its acidity and pH", ph_of(_READ), 3.50, 1e-4, "pH", "its own reading"),
    Check("the same by phreeqc", by_phreeqc(_READ), 3.50, 0.05, "pH", _PHREEQC),
    Check("1 g/L tartaric as malic", ta_as(1, "tartaric", "malic"), 0.893, 5e-4, "g/L", "molar masses, 67.04 / 75.04"),
    Check("1 g/L tartaric as citric", ta_as(1, "tartaric", "citric"), 0.853, 5e-4, "g/L", "molar masses, 64.04 / 75.04"),
    Check("potassium bicarbonate for 1 g/L less in 1 L", bicarbonate_to_add(1000, 1, "tartaric").mass_g, 1.34, 0.01, "g", "molar masses, 100.12 / 75.04"),
    Check("sodium bicarbonate for the same", bicarbonate_to_add(1000, 1, "tartaric", "sodium").mass_g, 1.12, 0.005, "g", "molar masses, 84.01 / 75.04"),
    Check("citric acid for 1 g/L (tartaric) more in 4.5 L", acid_to_add(4500, 1, "citric", "tartaric").mass_g, 4.5 * 0.853, 0.01, "g", "molar masses"),
    Check("free SO2 for 0.8 mg/L at pH 3.8", free_so2_for(0.8, 3.8), 79, 0.5, "mg/L", "pK 1.81 (memory), common practice table"),
    Check("free SO2 for 0.8 mg/L at pH 4.0", free_so2_for(0.8, 4.0), 125, 0.5, "mg/L", "pK 1.81 (memory), common practice table"),
    Check("free SO2 for 0.8 mg/L at pH 3.2", free_so2_for(0.8, 3.2), 21, 1, "mg/L", "common practice table (memory)"),
    Check("molecular SO2 of 30 mg/L at pH 3.4", molecular_so2(30, 3.4), 0.75, 0.02, "mg/L", "common practice table (memory)"),
    Check("a potassium tablet in 5 L", so2_from_tablets(1, 5000), 51, 0.5, "mg/L SO2", "molar masses, 57.6 % of 0.44 g"),
    Check("a potassium tablet in 4.5 L", so2_from_tablets(1, 4500), 56, 0.5, "mg/L SO2", "molar masses"),
    Check("a sodium tablet in 4.5 L", so2_from_tablets(1, 4500, "sodium"), 66, 0.5, "mg/L SO2", "molar masses, 67.4 %"),
    Check("a potassium tablet in a US gallon", so2_from_tablets(1, 3785.41), 67, 0.5, "mg/L SO2", "molar masses"),
    Check("a sodium tablet in a US gallon", so2_from_tablets(1, 3785.41, "sodium"), 78, 0.5, "mg/L SO2", "molar masses"),
    Check("metabisulphite at pH 4.0, capped", sulphite(4500, 4.0, molecular_mg_per_l=1.0).per_l_mg, 150, 1e-9, "mg/L SO2", "EU total (memory)"),
    Check("potassium sorbate for 4.5 L at the ceiling", sorbate(4500).mass_g, 0.2 * 4.5 * 150.22 / 112.13, 0.01, "g", "molar masses; 200 mg/L by EU wine law (memory)"),
]  # fmt: skip
