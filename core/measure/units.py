"""Measures by their own names. "Gallon", "pint", "quart" and "cup" alone are refused: they
differ by a fifth from one kitchen to the next."""

from core.errors import JobError

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

# One word, several measures: which are meant must be said.
_AMBIGUOUS = ("gallon", "quart", "pint", "cup", "teaspoon", "tablespoon", "fluid ounce")


def _factor(unit: str, table: dict[str, float]) -> float:
    name = " ".join(unit.lower().split())
    if name in table:
        return table[name]
    if name in _AMBIGUOUS:
        which = [known for known in table if known.endswith(f" {name}")]
        raise JobError(f"Which {name}? Say one of {', '.join(which)}.", "unit")
    raise JobError(f"“{unit}” is not a measure known here: {', '.join(table)}.", "unit")


def to_ml(amount: float, unit: str) -> float:
    """An amount in ml. Raises JobError for an unknown measure, or one not named in full."""
    return amount * _factor(unit, ML)


def from_ml(volume_ml: float, unit: str) -> float:
    """Millilitres in another measure. Raises JobError as `to_ml`."""
    return volume_ml / _factor(unit, ML)


def for_volume(amount: float, per: str, volume_ml: float) -> float:
    """A dose of so much `per` a named measure, for a volume, in the dose's own unit.

    Half a teaspoon per US gallon is two and a half for five. Raises JobError as `to_ml`, or
    below zero.
    """
    if amount < 0 or volume_ml < 0:
        raise JobError("A dose and a volume are 0 or more.", "amount")
    return amount * volume_ml / to_ml(1, per)


def to_g(amount: float, unit: str) -> float:
    """An amount in g. Raises JobError for an unknown weight."""
    return amount * _factor(unit, G)


def from_g(mass_g: float, unit: str) -> float:
    """Grams in another weight. Raises JobError as `to_g`."""
    return mass_g / _factor(unit, G)


def fahrenheit(celsius: float) -> float:
    """°F from °C."""
    return celsius * 9 / 5 + 32


def celsius(fahrenheit: float) -> float:
    """°C from °F."""
    return (fahrenheit - 32) * 5 / 9
