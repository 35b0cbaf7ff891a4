"""What stands in the demo kitchen. All names, shops and brands are made up.

Wenna Tarrick brews in Saltby Nook and buys at the Quay Stores and at Pockett's.
"""

from dataclasses import dataclass

NAME = "demo"
SHOWN_NAME = "Wenna Tarrick"

Row = dict[str, str | float]

PRODUCTS: list[Row] = [
    {"name": "Tibbick pear", "kind": "juice", "fruit": "pear", "sugars_g": "10.8", "per_ml": 100, "pack_ml": 1000, "price": "1.15"},
    {"name": "Osmerly pressed pomegranate", "kind": "juice", "fruit": "pomegranate", "sugars_g": "12.9", "per_ml": 100, "pack_ml": 1000, "price": "1.85"},
    {"name": "Quay Stores white grape", "kind": "juice", "fruit": "grape", "sugars_g": "15.6", "per_ml": 100, "pack_ml": 1500, "price": "2.10"},
    {"name": "Pockett's red grape", "kind": "juice", "fruit": "red_grape", "sugars_g": "16", "per_ml": 100, "pack_ml": 1000, "price": "1.60"},
    {"name": "Larkmoor pink grapefruit", "kind": "juice", "fruit": "grapefruit", "sugars_g": "8.1", "per_ml": 100, "pack_ml": 1000, "price": "1.30"},
    {"name": "Tibbick blackcurrant", "kind": "juice", "fruit": "blackcurrant", "sugars_g": "11.4", "per_ml": 100, "pack_ml": 750, "price": "2.45"},
    {"name": "Osmerly raspberry", "kind": "juice", "fruit": "raspberry", "sugars_g": "5.6", "per_ml": 100, "pack_ml": 750, "price": "2.60"},
    {"name": "Pockett's plum", "kind": "juice", "fruit": "plum", "sugars_g": "9.8", "per_ml": 100, "pack_ml": 1000, "price": "1.75"},
    {"name": "Windle & Roe quince", "kind": "juice", "fruit": "quince", "sugars_g": "9.5", "per_ml": 100, "pack_ml": 750, "price": "2.95"},
    {"name": "Windle & Roe sour cherry", "kind": "juice", "fruit": "sour_cherry", "sugars_g": "12.1", "per_ml": 100, "pack_ml": 750, "price": "2.80"},
    {"name": "Larkmoor rhubarb drink", "kind": "juice", "fruit": "rhubarb", "sugars_g": "4.4", "per_ml": 100, "pack_ml": 1000, "price": "1.30"},
    {"name": "Pockett's apricot nectar", "kind": "juice", "fruit": "apricot", "sugars_g": "11.5", "per_ml": 100, "pack_ml": 1000, "price": "1.70"},
    {"name": "Quay Stores grape concentrate", "kind": "concentrate", "fruit": "grape", "sugars_g": "80", "per_ml": 100, "pack_ml": 250, "price": "4.20"},
    {"name": "Hedge Lane elderflower cordial", "kind": "syrup", "sugars_g": "42", "per_ml": 100, "pack_ml": 500, "price": "2.75"},
    {"name": "Saltby blossom honey", "kind": "syrup", "sugars_g": "81", "per_g": 100, "pack_g": 454, "price": "2.60"},
    {"name": "Amber maple-style syrup", "kind": "syrup", "sugars_g": "66", "per_g": 100, "pack_g": 330, "price": "3.10"},
    {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "pack_g": 1000, "price": "1.19"},
    {"name": "Brewing sugar", "kind": "sugar", "sugar": "glucose_monohydrate", "pack_g": 1000, "price": "2.40"},
]  # fmt: skip


@dataclass(frozen=True)
class DemoJug:
    """A jug: `pours` as (product, ml or g), `aim` as (abv, fill_ml, solved pours).

    `readings` as (days ago, share of the way come, sample °C, note); `bottles` as
    {size_ml: count}.
    """

    name: str
    vessel: str
    yeast: str
    pours: list[tuple[str, float]]
    aim: tuple[float, float, list[str]] | None
    readings: list[tuple[float, float, float, str]]
    bottles: dict[int, int] | None = None
    bottled_days_ago: float = 0


JUGS = [
    DemoJug(
        "Plum & red grape",
        "demijohn_4550",
        "wine",
        [("Pockett's plum", 2000), ("Pockett's red grape", 1500), ("White sugar", 0), ("Water", 0)],
        (12.0, 4400, ["White sugar", "Water"]),
        [
            (47, 0, 20, "Sweet, a bit thin. Half a sachet, sprinkled."),
            (44, 0.22, 21, "Foam settled. Topped up what was held back."),
            (40, 0.55, 20, ""),
            (34, 0.86, 19, "Smells of plums."),
            (27, 0.98, 19, ""),
            (22, 1.0, 19, "Clear at the top."),
        ],
        {750: 5, 330: 1},
        12,
    ),
    DemoJug(
        "Blackcurrant & honey",
        "demijohn_4550",
        "wine",
        [("Tibbick blackcurrant", 1500), ("Saltby blossom honey", 454), ("White sugar", 0), ("Water", 0)],
        (11.0, 4300, ["White sugar", "Water"]),
        [
            (31, 0, 20, "Very dark. Shaken two minutes past the last grain."),
            (28, 0.18, 22, ""),
            (23, 0.57, 21, "Fed at 24 and 48 h."),
            (15, 0.93, 20, ""),
            (7, 1.0, 19, ""),
            (2, 1.0, 19, "Same again. Dropping clear."),
        ],
    ),
    DemoJug(
        "Sour cherry & grape",
        "jug_us_gallon",
        "cider",
        [("Windle & Roe sour cherry", 1500), ("Quay Stores white grape", 1500), ("White sugar", 0), ("Water", 0)],
        (10.5, 3400, ["White sugar", "Water"]),
        [
            (21, 0, 20, ""),
            (18, 0.3, 20, "Lively."),
            (13, 0.7, 18, "Kitchen got cold."),
            (5, 0.96, 19, ""),
            (1, 0.99, 20, "Bubbles nearly stopped. That proves nothing."),
        ],
    ),
    DemoJug(
        "Quince & grapefruit",
        "demijohn_5",
        "champagne",
        [("Windle & Roe quince", 2250), ("Larkmoor pink grapefruit", 1000), ("White sugar", 0), ("Water", 0)],
        (10.0, 4600, ["White sugar", "Water"]),
        [
            (9, 0, 21, "Sharp. Left as it is."),
            (7, 0.2, 22, "Foam to the bung."),
            (4, 0.52, 21, ""),
            (1, 0.72, 20, "Smells of quince jelly."),
        ],
    ),
    DemoJug(
        "Pear & raspberry",
        "demijohn_5",
        "wine",
        [("Tibbick pear", 3000), ("Osmerly raspberry", 750), ("White sugar", 0), ("Water", 0)],
        (11.0, 4600, ["White sugar", "Water"]),
        [(0.4, 0, 22, "Pitched before breakfast.")],
    ),
    DemoJug(
        "Pear & pomegranate",
        "demijohn_5",
        "wine",
        [("Tibbick pear", 3000), ("Osmerly pressed pomegranate", 1000), ("White sugar", 0), ("Water", 0)],
        (11.5, 4600, ["White sugar", "Water"]),
        [],
    ),
    DemoJug(
        "Elderflower & white grape",
        "demijohn_4550",
        "ale",
        [("Quay Stores white grape", 1500), ("Hedge Lane elderflower cordial", 250), ("Water", 2000)],
        None,
        [],
    ),
]  # fmt: skip
