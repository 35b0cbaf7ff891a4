"""Measures against GNU units."""

from core.measure.spoons import from_spoons
from core.measure.units import ML, THERMOMETERS, G
from tests.oracles.check import Check
from tests.oracles.density import gnu_units

_OURS_AND_THEIRS = [
    ("us teaspoon", "teaspoon"),
    ("us tablespoon", "tablespoon"),
    ("us fluid ounce", "floz"),
    ("us cup", "cup"),
    ("us pint", "pint"),
    ("us quart", "quart"),
    ("us gallon", "gallon"),
    ("imperial fluid ounce", "brfloz"),
    ("imperial pint", "brpint"),
    ("imperial quart", "brquart"),
    ("imperial gallon", "brgallon"),
    ("metric cup", "metriccup"),
]


def _fahrenheit(celsius: float) -> float:
    _, per_c, at_0_c = THERMOMETERS["f"]
    return celsius * per_c + at_0_c


CHECKS = [
    *(
        Check(f"1 {ours}", ML[ours], theirs, 1e-4, "ml", "GNU units")
        for (ours, _), theirs in zip(
            _OURS_AND_THEIRS,
            gnu_units([(theirs, "ml") for _, theirs in _OURS_AND_THEIRS]),
            strict=True,
        )
    ),
    *(
        Check(f"1 {ours}", G[ours], theirs, 1e-4, "g", "GNU units")
        for ours, theirs in zip(("oz", "lb"), gnu_units([("oz", "g"), ("lb", "g")]), strict=True)
    ),
    *(
        Check(
            f"a US cup of {ours}",
            sum(from_spoons(1, "us cup", ours)) / 2,
            theirs,
            0.05 * theirs,
            "g",
            "GNU units",
        )
        for ours, theirs in zip(
            ("white_sugar", "brown_sugar", "honey", "glucose_syrup"),
            gnu_units(
                [
                    ("cup sugar", "g"),
                    ("cup brownsugar_light", "g"),
                    ("cup honey", "g"),
                    ("cup cornsyrup", "g"),
                ]
            ),
            strict=True,
        )
    ),
    Check("20 °C", _fahrenheit(20), 68, 1e-9, "°F", "definition"),
    Check("15.6 °C", _fahrenheit(15.6), 60.08, 1e-9, "°F", "definition"),
]
