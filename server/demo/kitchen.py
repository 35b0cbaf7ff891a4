"""What stands in the demo kitchen. All names, shops and brands are made up.

Wenna Tarrick brews in Saltby Nook and buys at the Quay Stores and at Pockett's.
"""

from dataclasses import dataclass
from typing import Any

SHOWN_NAME = "Wenna Tarrick"

Row = dict[str, str | float]

# Prices of before, as (days ago, shop, amount); today's stands with the product.
PRICES_BEFORE = {
    "Tibbick pear": [(71, "Quay Stores", "0.95"), (48, "Pockett's", "1.05"), (20, "Quay Stores", "1.09")],
    "Osmerly pressed pomegranate": [(60, "Pockett's", "2.10"), (25, "Quay Stores", "1.95")],
    "White sugar": [(90, "Quay Stores", "1.05"), (33, "Quay Stores", "1.15")],
}  # fmt: skip

PRODUCTS: list[Row] = [
    {"name": "Champagne-type yeast", "kind": "yeast", "pack_count": 2, "price": "1.90", "at_home": 1.5},
    {"name": "Yeast nutrient", "kind": "nutrient", "pack_g": 100, "price": "2.10", "at_home": 0.8},
    {"name": "Pectic enzyme", "kind": "enzyme", "pack_g": 30, "price": "2.60", "at_home": 1},
    {"name": "Two-part finings", "kind": "finings", "pack_ml": 65, "price": "2.75"},
    {"name": "Sulphite tablets", "kind": "sulphite", "pack_count": 50, "price": "2.20", "at_home": 0.6},
    {"name": "Potassium sorbate", "kind": "sorbate", "pack_g": 25, "price": "1.80", "at_home": 1},
    {"name": "Crown caps", "kind": "closure", "pack_count": 100, "price": "3.50", "at_home": 0.4},
    {"name": "Tibbick pear", "kind": "juice", "fruit": "pear", "sugars_g": "10.8", "per_ml": 100, "pack_ml": 1000, "price": "1.15", "at_home": 3, "place": "Quay Stores", "label_text": "Tibbick pear juice from concentrate 1 L\nPear juice from concentrate, antioxidant: ascorbic acid.\nPer 100 ml: energy 193 kJ/46 kcal, carbohydrate 11.2 g, of which sugars 10.8 g"},
    {"name": "Osmerly pressed pomegranate", "kind": "juice", "fruit": "pomegranate", "sugars_g": "12.9", "per_ml": 100, "pack_ml": 1000, "price": "1.85", "at_home": 1, "place": "Pockett's", "measured_sg": 1.057, "label_text": "Pressed pomegranate juice 1 L\nIngredients: pomegranate juice, not from concentrate.\nPer 100 ml: carbohydrate 13.4 g, of which sugars 12.9 g"},
    {"name": "Quay Stores white grape", "kind": "juice", "fruit": "grape", "sugars_g": "15.6", "per_ml": 100, "pack_ml": 1500, "price": "2.10", "label_text": "Ingredients: white grape juice from concentrate."},
    {"name": "Pockett's red grape", "kind": "juice", "fruit": "red_grape", "sugars_g": "16", "per_ml": 100, "pack_ml": 1000, "price": "1.60", "label_text": "Ingredients: red grape juice."},
    {"name": "Larkmoor pink grapefruit", "kind": "juice", "fruit": "grapefruit", "sugars_g": "8.1", "per_ml": 100, "pack_ml": 1000, "price": "1.30", "label_text": "Ingredients: pink grapefruit juice from concentrate."},
    {"name": "Tibbick blackcurrant", "kind": "juice", "fruit": "blackcurrant", "sugars_g": "11.4", "per_ml": 100, "pack_ml": 750, "price": "2.45", "label_text": "Ingredients: blackcurrant juice, not from concentrate."},
    {"name": "Osmerly raspberry", "kind": "juice", "fruit": "raspberry", "sugars_g": "5.6", "per_ml": 100, "pack_ml": 750, "price": "2.60", "label_text": "Ingredients: raspberry juice."},
    {"name": "Pockett's plum", "kind": "juice", "fruit": "plum", "sugars_g": "9.8", "per_ml": 100, "pack_ml": 1000, "price": "1.75", "label_text": "Ingredients: plum juice from concentrate."},
    {"name": "Windle & Roe quince", "kind": "juice", "fruit": "quince", "sugars_g": "9.5", "per_ml": 100, "pack_ml": 750, "price": "2.95", "label_text": "Ingredients: quince juice, antioxidant (ascorbic acid)."},
    {"name": "Windle & Roe sour cherry", "kind": "juice", "fruit": "sour_cherry", "sugars_g": "12.1", "per_ml": 100, "pack_ml": 750, "price": "2.80", "label_text": "Ingredients: sour cherry juice."},
    {"name": "Larkmoor rhubarb drink", "kind": "juice", "fruit": "rhubarb", "sugars_g": "4.4", "per_ml": 100, "pack_ml": 1000, "price": "1.30", "label_text": "Rhubarb juice drink with sweeteners 1 L\nWater, rhubarb juice from concentrate 12 %, sugar, citric acid, sweeteners (sucralose, acesulfame K), preservative (potassium sorbate)\nPer 100 ml: carbohydrate 4.6 g, of which sugars 4.4 g"},
    {"name": "Pockett's apricot nectar", "kind": "juice", "fruit": "apricot", "sugars_g": "11.5", "per_ml": 100, "pack_ml": 1000, "price": "1.70", "label_text": "Ingredients: water, apricot puree 45 %, sugar, acid (citric acid)."},
    {"name": "Quay Stores grape concentrate", "kind": "concentrate", "fruit": "grape", "sugars_g": "80", "per_ml": 100, "pack_ml": 250, "price": "4.20", "label_text": "White grape concentrate 250 ml. Preservative: sulphur dioxide.\nPer 100 ml: carbohydrate 81 g, of which sugars 80 g"},
    {"name": "Hedge Lane elderflower cordial", "kind": "syrup", "sugars_g": "42", "per_ml": 100, "pack_ml": 500, "price": "2.75", "at_home": 0.5, "label_text": "Elderflower cordial 500 ml. Dilute 1 part with 10 parts water.\nSugar, water, elderflower infusion, acid (E330), preservative E224 (sulphites)\nPer 100 ml undiluted: carbohydrate 42 g, of which sugars 42 g"},
    {"name": "Saltby blossom honey", "kind": "syrup", "sugars_g": "81", "per_g": 100, "pack_g": 454, "price": "2.60", "at_home": 1, "best_before": "2028-06-30"},
    {"name": "Amber maple-style syrup", "kind": "syrup", "sugars_g": "66", "per_g": 100, "pack_g": 330, "price": "3.10"},
    {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "pack_g": 1000, "price": "1.19", "at_home": 0.7},
    {"name": "Brewing sugar", "kind": "sugar", "sugar": "glucose_monohydrate", "pack_g": 1000, "price": "2.40"},
    {"name": "Tibbick peach squash", "kind": "syrup", "fruit": "peach", "sugars_g": "4.4", "per_ml": 100, "made_up": True, "dilution_parts": 4, "pack_ml": 1000, "price": "1.45", "label_text": "Peach squash 1 L. Dilute 1 part with 4 parts water. Water, sugar, peach juice 10 %, acid (citric acid), sodium benzoate.\nPer 100 ml diluted: carbohydrate 4.5 g, of which sugars 4.4 g"},
    {"name": "Larkmoor frozen blackcurrants", "kind": "fruit", "fruit": "blackcurrant", "sugars_g": "6.6", "per_g": 100, "pack_g": 500, "price": "3.40"},
    {"name": "Saltby barley lemon powder", "kind": "powder", "sugars_g": "92", "per_g": 100, "pack_g": 400, "price": "2.20"},
]  # fmt: skip


@dataclass(frozen=True)
class DemoJug:
    """A jug: `pours` as (product, ml or g), `aim` as (abv, fill_ml, solved pours).

    `readings` as (days ago, share of the way come, sample °C, note); `bottles` as
    {(size_ml, bottle, closure): count}; `doses` as (kind, g, when); `variant_of` names the jug it began from.
    """

    name: str
    vessel: str
    yeast: str
    pours: list[tuple[str, float]]
    aim: tuple[float, float, list[str]] | None
    readings: list[tuple[float, float, float, str]]
    bottles: dict[tuple[int, str, str], int] | None = None
    bottled_days_ago: float = 0
    doses: tuple[tuple[str, float, str], ...] = ()
    variant_of: str | None = None
    # What happened besides, as (days ago, kind, what); how sweet it is to be at last, g/L, and by
    # which product.
    besides: tuple[tuple[float, str, dict[str, Any]], ...] = ()
    sweet: tuple[float, str] | None = None
    # Points that it read at the start over what its labels had promised.
    richer: float = 0.0


# Empty bottles at home, as (ml, bottle, closure, how many).
EMPTIES = [
    (330, "beer_bottle_returnable", "crown", 12),
    (500, "swing_top_rated", "swing", 3),
    (750, "wine_bottle", "cork", 7),
]

JUGS = [
    DemoJug(
        "Red grape, the first",
        "demijohn_4550",
        "wine",
        [("Pockett's red grape", 3000), ("White sugar", 0), ("Water", 0)],
        (11.5, 4300, ["White sugar", "Water"]),
        [(246, 0, 20, "Sweeter than the carton says."), (240, 0.6, 20, ""), (225, 1.0, 20, ""), (204, 1.0, 20, "Clear.")],
        {(750, "wine_bottle", "cork"): 5},
        203,
        richer=2.2,
        besides=(
            (100, "lot_moved", {"lot": "a", "did": "opened", "count": 3}),
            (99, "tasted", {"lot": "a", "by": "Wenna Tarrick", "scores": {"overall": 4, "sharp": 2, "sweet": 1, "bite": 3, "body": 3, "clarity": 5}, "words": "Soft, a bit plain."}),
            (30, "lot_moved", {"lot": "a", "did": "given", "count": 2}),
        ),
    ),
    DemoJug(
        "Red grape & blackcurrant",
        "demijohn_4550",
        "wine",
        [("Pockett's red grape", 2500), ("Tibbick blackcurrant", 750), ("White sugar", 0), ("Water", 0)],
        (12.0, 4300, ["White sugar", "Water"]),
        [(171, 0, 20, ""), (165, 0.55, 20, ""), (150, 1.0, 20, ""), (129, 1.0, 20, "Dark and clear.")],
        {(750, "wine_bottle", "cork"): 5},
        128,
        richer=1.5,
        besides=(
            (127, "lot_moved", {"lot": "a", "did": "moved", "count": 5, "place": "Under the stairs"}),
            (110, "tasted", {"lot": "a", "by": "Wenna Tarrick", "scores": {"overall": 2, "sharp": 5, "sweet": 1, "bite": 4, "clarity": 4}, "words": "All edges."}),
            (40, "lot_moved", {"lot": "a", "did": "opened", "count": 1}),
            (40, "tasted", {"lot": "a", "by": "Wenna Tarrick", "scores": {"overall": 3, "sharp": 4, "sweet": 1, "bite": 3, "body": 3, "clarity": 5, "nose": 3}, "words": "Rounder, still sharp."}),
            (6, "lot_moved", {"lot": "a", "did": "opened", "count": 1}),
            (6, "tasted", {"lot": "a", "by": "Ansel", "scores": {"overall": 4, "sharp": 4, "sweet": 1, "bite": 2, "body": 3, "clarity": 5, "nose": 4}, "words": "Blackcurrant all the way down."}),
        ),
    ),
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
            (29, 0.98, 19, ""),
            (25, 1.0, 19, "Clear at the top."),
            (12, 1.0, 19, "The same two weeks on."),
        ],
        {(750, "wine_bottle", "cork"): 5, (330, "beer_bottle", "crown"): 1},
        12,
        richer=1.2,
        besides=(
            (11.9, "lot_moved", {"lot": "a", "did": "moved", "count": 5, "place": "Under the stairs"}),
            (11.9, "lot_moved", {"lot": "b", "did": "moved", "count": 1, "place": "Kitchen cupboard"}),
            (5, "lot_moved", {"lot": "a", "did": "opened", "count": 1}),
            (4.9, "tasted", {"lot": "a", "by": "Wenna Tarrick", "scores": {"overall": 2}, "words": "Tight, some yeast on the nose. The bite hides the fruit."}),
        ),
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
            (9, 1.0, 19, ""),
            (2, 1.0, 19, "Same again. Dropping clear."),
        ],
        besides=(
            (1.9, "racked", {"left_behind_ml": 130}),
            (1.5, "noticed", {"chips": ["clear"], "words": "Dark, and print shows at the rim."}),
        ),
    ),
    DemoJug(
        "Plum & white grape",
        "demijohn_5",
        "wine",
        [("Pockett's plum", 2000), ("Quay Stores white grape", 1500), ("White sugar", 0), ("Water", 0)],
        (11.0, 4500, ["White sugar", "Water"]),
        [
            (38, 0, 20, ""),
            (34, 0.4, 20, ""),
            (26, 0.9, 20, ""),
            (18, 1.0, 19, "Thick at the bottom."),
            (4, 1.0, 19, "The same. Still hazy."),
        ],
        besides=((3.5, "noticed", {"chips": ["hazy"]}),),
    ),
    DemoJug(
        "Red grape & quince",
        "demijohn_4550",
        "champagne",
        [("Pockett's red grape", 2500), ("Windle & Roe quince", 750), ("White sugar", 0), ("Water", 0)],
        (11.5, 4300, ["White sugar", "Water"]),
        [
            (52, 0, 20, ""),
            (47, 0.5, 20, ""),
            (38, 0.95, 20, ""),
            (30, 1.0, 19, ""),
            (15, 1.0, 19, "Bone dry. Wants a little sweetness."),
        ],
        besides=(
            (14, "racked", {"left_behind_ml": 120}),
            (14, "noticed", {"chips": ["cloudy"]}),
            (13.9, "dosed", {"dose": "finings_a", "volume_ml": 20, "made_of": "mineral"}),
            (13.8, "dosed", {"dose": "finings_b", "volume_ml": 20, "made_of": "mineral"}),
            (5, "noticed", {"chips": ["brilliant", "clear"]}),
            (4.9, "measured", {"ph": 3.4}),
        ),
        sweet=(18, "Quay Stores grape concentrate"),
        richer=1.9,
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
        [(1.1, 0, 22, "Pitched before breakfast.")],
        doses=(
            ("nutrient", 0.9, "after_24_h"),
            ("nutrient", 0.9, "after_48_h"),
            ("nutrient", 0.9, "after_72_h"),
        ),
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
        "Pear & pomegranate, lighter",
        "demijohn_5",
        "cider",
        [("Tibbick pear", 3000), ("Osmerly pressed pomegranate", 1000), ("White sugar", 0), ("Water", 0)],
        (8.5, 4600, ["White sugar", "Water"]),
        [],
        doses=(("nutrient", 0.8, "after_24_h"), ("nutrient", 0.8, "after_48_h"), ("nutrient", 0.8, "after_72_h")),
        variant_of="Pear & pomegranate",
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
