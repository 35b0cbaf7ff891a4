"""Plans to measure with."""

from typing import Any


def plan_of(pours: int) -> dict[str, Any]:
    """A plan of so many pours, sugar and water among them."""
    juice = {
        "kind": "juice",
        "fruit": "pear",
        "volume_ml": 400,
        "label": {"sugars_g": "10.8", "per_ml": 100},
        "price": "1.15",
        "pack_ml": 1000,
    }
    drinks = [{**juice, "name": f"Juice {i}"} for i in range(pours - 2)]
    sugar = {"name": "Sugar", "kind": "sugar", "mass_g": 300, "price": "1.19", "pack_g": 1000}
    water = {"name": "Water", "kind": "water", "volume_ml": 500}
    return {
        "pours": [*drinks, sugar, water],
        "vessel": {"volume_ml": 5000, "key": "demijohn_5"},
        "yeast": {"tolerance_abv": 14, "key": "wine"},
    }
