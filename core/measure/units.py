"""Measures by their own names and by the words people write. "Gallon", "pint" and "cup" alone
name several: they differ by a fifth from one kitchen to the next."""

from dataclasses import dataclass

ML = {
    "ml": 1.0,
    "cl": 10.0,
    "dl": 100.0,
    "l": 1000.0,
    "us teaspoon": 4.92892159375,
    "us tablespoon": 14.78676478125,
    "us fluid ounce": 29.5735295625,
    "us cup": 236.5882365,
    "us pint": 473.176473,
    "us quart": 946.352946,
    "us gallon": 3785.411784,
    "imperial fluid ounce": 28.4130625,
    "imperial pint": 568.26125,
    "imperial quart": 1136.5225,
    "imperial gallon": 4546.09,
    "five litre gallon": 5000.0,
    "metric teaspoon": 5.0,
    "metric tablespoon": 15.0,
    "metric cup": 250.0,
}
"""Millilitres in each measure. Source: definitions (US 231 in3, imperial 4.54609 L). What is sold
as a gallon jar where litres are the law holds 5 L: common practice."""

G = {"g": 1.0, "kg": 1000.0, "oz": 28.349523125, "lb": 453.59237}
"""Grams in each weight. Source: definition, international pound."""

THERMOMETERS = {"c": ("°C", 1.0, 0.0), "f": ("°F", 1.8, 32.0)}
"""The unit of each, its degrees in one of °C, and what it shows at 0 °C. Source: definition."""


@dataclass(frozen=True, slots=True)
class Measure:
    """A measure as people write it: `factor` is its ml or g (`kind` volume or mass).

    `words` are what it is called; where `system` (us, imperial, metric) is not empty they mean
    other amounts in other kitchens, and `own` are the words that do not.
    """

    name: str
    kind: str
    factor: float
    words: tuple[str, ...]
    own: tuple[str, ...] = ()
    system: str = ""


_WORDS = {
    "ml": ("ml", "cc", "millilitre", "millilitres", "milliliter", "milliliters"),
    "cl": ("cl", "centilitre", "centilitres"),
    "dl": ("dl", "decilitre", "decilitres"),
    "l": ("l", "ltr", "litre", "litres", "liter", "liters"),
    "g": ("g", "gr", "gram", "grams"),
    "kg": ("kg", "kilo", "kilos", "kilogram", "kilograms"),
    "oz": ("oz", "ounce", "ounces"),
    "lb": ("lb", "lbs", "pound", "pounds"),
    "teaspoon": ("tsp", "tsps", "teaspoon", "teaspoons"),
    "tablespoon": ("tbsp", "tbsps", "tbs", "tablespoon", "tablespoons"),
    "fluid ounce": ("fl oz", "floz", "fl. oz", "fl.oz.", "fluid ounce", "fluid ounces"),
    "cup": ("cup", "cups"),
    "pint": ("pint", "pints", "pt"),
    "quart": ("quart", "quarts", "qt"),
    "gallon": ("gallon", "gallons", "gal"),
}
_SYSTEMS = {
    "us": ("us", "u.s.", "american"),
    "imperial": ("imperial", "imp", "uk", "british"),
    "metric": ("metric",),
}


def measures() -> tuple[Measure, ...]:
    """Every measure that an amount may be written in."""
    found = []
    for name, factor in (*ML.items(), *G.items()):
        kind = "mass" if name in G else "volume"
        system, _, plain = name.partition(" ")
        if system in _SYSTEMS and plain in _WORDS:
            words = _WORDS[plain]
            own = tuple(f"{whose} {word}" for whose in _SYSTEMS[system] for word in words)
            found.append(Measure(name, kind, factor, words, own, system))
        elif name in _WORDS:
            found.append(Measure(name, kind, factor, _WORDS[name]))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Shown:
    """From so many ml or g up an amount is shown in this unit, of `factor`, to so many decimals."""

    at_least: float
    unit: str
    factor: float
    decimals: int


# Nothing is none; a trace is told to a tenth.
_GRAMS = (Shown(0, "g", 1.0, 0), Shown(0.05, "g", 1.0, 1), Shown(9.95, "g", 1.0, 0))
_OUNCES = (
    *_GRAMS,
    Shown(G["oz"], "oz", G["oz"], 1),
    Shown(G["lb"], "lb", G["lb"], 2),
)
SHOWN = {
    "metric": {
        "volume": (Shown(0, "ml", 1.0, 0), Shown(999.5, "L", 1000.0, 2)),
        "mass": (*_GRAMS, Shown(1999.5, "kg", 1000.0, 2)),
    },
    "us": {
        "volume": (
            Shown(0, "fl oz", ML["us fluid ounce"], 1),
            Shown(ML["us cup"], "cups", ML["us cup"], 1),
            Shown(ML["us gallon"], "US gal", ML["us gallon"], 2),
        ),
        "mass": _OUNCES,
    },
    "imperial": {
        "volume": (
            Shown(0, "fl oz", ML["imperial fluid ounce"], 1),
            Shown(ML["imperial pint"], "pt", ML["imperial pint"], 1),
            Shown(ML["imperial gallon"], "gal", ML["imperial gallon"], 2),
        ),
        "mass": _OUNCES,
    },
}
"""How amounts are shown in each system of measures: by kitchen practice, weights below an ounce in
grams, for no kitchen weighs an eighth of an ounce."""


def shown(amount: float, by_mass: bool, system: str) -> str:
    """An amount of ml or g as a kitchen of that system (a key of SHOWN) says it."""
    rows = SHOWN[system]["mass" if by_mass else "volume"]
    row = next(row for row in reversed(rows) if amount >= row.at_least or row is rows[0])
    return f"{amount / row.factor:.{row.decimals}f} {row.unit}"
