"""What is dosed into a jug: what acts in it, and what a label has to say of it."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from core import tables
from core.errors import JobError
from core.ferment.yeast import NUTRIENT_MG_PER_G
from core.finish.stabilising import SO2_SHARE, SORBIC_SHARE
from core.must.acidity import BICARBONATES

DOSES: Mapping[str, str] = {
    "nutrient_dap": "Nutrient (diammonium phosphate)",
    "nutrient_organic": "Organic nutrient",
    "sulphite_potassium": "Potassium metabisulphite",
    "sulphite_sodium": "Sodium metabisulphite",
    "sorbate": "Potassium sorbate",
    "acid": "Acid",
    "tannin": "Tannin",
    "bicarbonate_potassium": "Potassium bicarbonate",
    "bicarbonate_sodium": "Sodium bicarbonate",
    "enzyme": "Pectic enzyme",
    "finings_a": "Finings, part A",
    "finings_b": "Finings, part B",
    "sweetener": "Sweetener",
    "flavour": "Flavour",
}
"""Each key with its name."""

MADE_OF = ("milk", "egg", "fish", "shellfish", "mineral")
"""What finings may be made of; all but the last are said on the label."""

SWEETENERS = tuple(key for key, row in tables.SUGARS.items() if row.fermentable == (0, 0))
"""Sugars that yeast leaves alone."""

# What acts, mg per g of the dose; of bicarbonate g.
_ACTS = {
    "nutrient_dap": ("nitrogen_mg", NUTRIENT_MG_PER_G["diammonium_phosphate"]),
    "nutrient_organic": ("nitrogen_mg", NUTRIENT_MG_PER_G["organic"]),
    "sulphite_potassium": ("so2_mg", 1000 * SO2_SHARE["potassium"]),
    "sulphite_sodium": ("so2_mg", 1000 * SO2_SHARE["sodium"]),
    "sorbate": ("sorbic_mg", 1000 * SORBIC_SHARE),
    "bicarbonate_potassium": ("bicarbonate_g", 1.0),
    "bicarbonate_sodium": (
        "bicarbonate_g",
        BICARBONATES["potassium"] / BICARBONATES["sodium"],
    ),
}


@dataclass(slots=True)
class Dosed:
    """Milligrams that act, in what is there, and grams of malic acid and of bicarbonate (as that of
    potassium); `said` goes on the label."""

    so2_mg: float = 0.0
    sorbic_mg: float = 0.0
    nitrogen_mg: float = 0.0
    dap_mg: float = 0.0
    malic_g: float = 0.0
    bicarbonate_g: float = 0.0
    said: set[str] = field(default_factory=set)

    def dose(self, key: str, mass_g: float, of: str | None) -> None:
        """So much of a key of DOSES. Raises JobError for another."""
        if key not in DOSES:
            raise JobError(f"“{key}” is not dosed here: one of {', '.join(DOSES)}.", "dose")
        if key in _ACTS:
            name, per_g = _ACTS[key]
            setattr(self, name, getattr(self, name) + mass_g * per_g)
        if key == "nutrient_dap":
            self.dap_mg += 1000 * mass_g
        if of and ((key.startswith("finings") and of != "mineral") or key == "sweetener"):
            self.said.add(of)
        if key == "acid" and of == "malic":
            self.malic_g += mass_g

    def take(self, share: float) -> "Dosed":
        """Take a share of it out, 0 to 1; what is said of it is said of both."""
        taken = Dosed(said=set(self.said))
        for name in _AMOUNTS:
            setattr(taken, name, getattr(self, name) * share)
            setattr(self, name, getattr(self, name) * (1 - share))
        return taken

    def add(self, other: "Dosed") -> None:
        """Pour it in."""
        for name in _AMOUNTS:
            setattr(self, name, getattr(self, name) + getattr(other, name))
        self.said |= other.said


_AMOUNTS = ("so2_mg", "sorbic_mg", "nitrogen_mg", "dap_mg", "malic_g", "bicarbonate_g")
