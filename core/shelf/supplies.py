"""What stands on a brewer's shelf and is never poured as drink: yeast, closures and the rest."""

KINDS = {
    "yeast": "Yeast",
    "nutrient": "Yeast nutrient",
    "enzyme": "Enzyme",
    "finings": "Finings",
    "sulphite": "Sulphite tablets or powder",
    "sorbate": "Potassium sorbate",
    "sweetener": "Sweetener yeast leaves alone",
    "closure": "Caps and corks",
    "bottle": "Bottles",
}
"""Each kind with its name."""
