"""What the sugar line of a printed label says, and how sure it is."""

import re
from dataclasses import dataclass

from core.errors import JobError
from core.interval import Z90, sd_of_uniform

# Packs vary around the printed figure by about ± 3 %, nine times in ten. Common practice.
PACK_VARIATION = 0.03

# What sugar can reach: pure sugar by weight, a saturated syrup by volume.
MOST_PER_100_G = 100.0
MOST_PER_100_ML = 113.0

_NUMBER = re.compile(r"\d{1,4}(?:[.,]\d{1,4})?")


@dataclass(frozen=True, slots=True)
class Label:
    """`sugars_g` in every `amount` of `unit` ("ml" or "g").

    `half_step_g` is half of the last printed digit: "10" is 9.5 to 10.5, "10.4" is 10.35
    to 10.45; 0 when the rounding does not matter.
    """

    sugars_g: float
    amount: float
    unit: str
    half_step_g: float = 0.0

    def per_unit(self) -> float:
        """Sugar in g per ml, or per g, of the drink."""
        return self.sugars_g / self.amount

    def sd_per_unit(self) -> float:
        """One standard deviation of `per_unit`, from the printed rounding and the pack."""
        rounding = sd_of_uniform(self.half_step_g)
        pack = self.sugars_g * PACK_VARIATION / Z90
        return float((rounding**2 + pack**2) ** 0.5) / self.amount


def read_label(sugars_g: str | float, amount: float, unit: str) -> Label:
    """A label from its printed figure: a string keeps its rounding, a number is exact.

    `unit` is "ml" or "g". Raises JobError for a figure that is not a number, is negative,
    or is more than sugar can dissolve.
    """
    half_step = 0.0
    if isinstance(sugars_g, str):
        text = sugars_g.strip()
        if not _NUMBER.fullmatch(text):
            raise JobError(
                f"“{text}” is not an amount of sugar: write it as printed, like 10.4."
                if text
                else "Write the sugars as printed on the label, like 10.4.",
                "sugars_g",
            )
        text = text.replace(",", ".")
        decimals = len(text.partition(".")[2])
        half_step = 0.5 * 10.0**-decimals
        grams = float(text)
    else:
        grams = float(sugars_g)
    if not 0 < amount <= 100_000:
        raise JobError(f"Say how many {unit} the sugars are for, like 100.", f"per_{unit}")
    if grams < 0:
        raise JobError("Sugars cannot be below zero.", "sugars_g")
    most = MOST_PER_100_G if unit == "g" else MOST_PER_100_ML
    if grams / amount * 100 > most:
        raise JobError(
            f"{grams:g} g in {amount:g} {unit} is more than sugar can dissolve:"
            f" at most {most * amount / 100:g} g.",
            "sugars_g",
        )
    return Label(grams, amount, unit, half_step)
