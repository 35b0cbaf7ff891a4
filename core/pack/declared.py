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

_NUMBER = re.compile(r"(<\s*)?(\d{1,4}(?:[.,]\d{1,4})?)")


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

    "<0.5" is anything from 0 to 0.5. `unit` is "ml" or "g". Raises JobError for a figure that
    is not a number, is negative, or is more than sugar can dissolve.
    """
    half_step = 0.0
    if isinstance(sugars_g, str):
        text = sugars_g.strip()
        printed = _NUMBER.fullmatch(text)
        if not printed:
            raise JobError(
                f"“{text}” is not an amount of sugar: write it as printed, like 10.4."
                if text
                else "Write the sugars as printed on the label, like 10.4.",
                "sugars_g",
            )
        figure = printed[2].replace(",", ".")
        decimals = len(figure.partition(".")[2])
        half_step = 0.5 * 10.0**-decimals
        grams = float(figure)
        if printed[1]:
            grams = half_step = grams / 2
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


def printed(label: Label) -> str:
    """The sugar as text whose rounding promises no more than the label does."""
    decimals = 0
    while decimals < 4 and 0.5 * 10.0 ** -(decimals + 1) >= label.half_step_g - 1e-9:
        decimals += 1
    return f"{label.sugars_g:.{decimals}f}"


# US labels count a fluid ounce as 30 ml. Source: 21 CFR 101.9(b)(5)(viii).
US_LABEL_FL_OZ_ML = 30.0
_MOST_PARTS = 100


def per_us_serving(total_sugars_g: str, serving_fl_oz: float) -> Label:
    """A US label: whole grams of total sugars in a serving of so many fluid ounces.

    "28" in 8 fl oz is 27.5 to 28.5 g in 240 ml. Raises JobError as `read_label`.
    """
    return read_label(total_sugars_g, serving_fl_oz * US_LABEL_FL_OZ_ML, "ml")


def neat(diluted: Label, parts_of_water: float) -> Label:
    """The cordial itself, from a label for the drink made 1 + `parts_of_water`.

    Parts are volumes. Raises JobError when no cordial could be that sweet: the table is
    then for the cordial as sold.
    """
    if not 0 < parts_of_water <= _MOST_PARTS:
        raise JobError("Say how many parts of water go to one, like 5.", "parts_of_water")
    if diluted.unit != "ml":
        raise JobError("A label for the diluted drink is per 100 ml.", "per_g")
    return _stronger(diluted, 1 + parts_of_water)


def undiluted(made_up: Label, pack_ml: float, makes_ml: float) -> Label:
    """A concentrate itself, from a label for the juice it makes ("makes 1.35 L").

    Raises JobError when it makes less than the pack holds, or would be too sweet.
    """
    if not 0 < pack_ml <= makes_ml:
        raise JobError("It makes at least what the pack holds.", "makes_ml")
    if made_up.unit != "ml":
        raise JobError("A label for the juice it makes is per 100 ml.", "per_g")
    return _stronger(made_up, makes_ml / pack_ml)


def from_powder(powder: Label, powder_g_per_l: float) -> Label:
    """A drink made from powder: the label per 100 g of powder, and how much goes in a litre.

    Raises JobError for a label that is not per gram.
    """
    if powder.unit != "g":
        raise JobError("A powder's label is per 100 g.", "per_ml")
    if not 0 < powder_g_per_l <= 1000:
        raise JobError("Say how many grams of powder go in a litre, like 60.", "powder_g_per_l")
    share = powder_g_per_l / 1000
    return Label(powder.sugars_g * share, powder.amount, "ml", powder.half_step_g * share)


def fermentable_g(carbohydrate_g: float, sugars_g: float | None, polyols_g: float = 0.0) -> float:
    """What of a label's carbohydrate ferments: the sugars; without that line, all but polyols.

    Starch and dextrins are counted by the second way: an upper figure. Raises JobError when
    the lines contradict one another.
    """
    if min(carbohydrate_g, polyols_g, sugars_g or 0.0) < 0:
        raise JobError("Carbohydrate, sugars and polyols are 0 g or more.", "carbohydrate_g")
    if (sugars_g or 0.0) + polyols_g > carbohydrate_g + 0.5:
        raise JobError(
            "Sugars and polyols are part of the carbohydrate: they cannot be more than it.",
            "sugars_g",
        )
    return carbohydrate_g - polyols_g if sugars_g is None else sugars_g


def _stronger(label: Label, times: float) -> Label:
    """The same label for something so many times as sweet."""
    if label.per_unit() * times * 100 > MOST_PER_100_ML:
        raise JobError(
            f"That would be {label.per_unit() * times * 100:.0f} g in 100 ml, more than sugar can"
            " dissolve: the label is probably for it as sold.",
            "sugars_g",
        )
    return Label(label.sugars_g * times, label.amount, "ml", label.half_step_g * times)
