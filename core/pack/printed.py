"""What is printed on a pack or a shelf edge: numbers, sizes and prices, as people write them."""

import re
from dataclasses import dataclass
from decimal import Decimal

from core.errors import JobError
from core.measure.money import read_price
from core.measure.units import ML, G

NUMBER = r"\d{1,3}(?:[ \u202f.,]\d{3}){1,2}(?![ \u202f.,]?\d)|\d{1,6}(?:[.,]\d{1,4})?"
"""A number with a point or comma for its decimals, or thousands set apart."""

# As printed, on folded text; what a bare "fl oz" is depends on where it was printed.
_UNITS = {
    "ml": "ml", "millilitre": "ml", "milliliter": "ml", "millilitres": "ml", "milliliters": "ml",
    "cl": "cl", "dl": "dl",
    "l": "l", "lt": "l", "ltr": "l", "litre": "l", "litres": "l", "liter": "l", "liters": "l",
    "litro": "l", "litros": "l",
    "fl oz": "us fluid ounce", "fl. oz": "us fluid ounce", "fl. oz.": "us fluid ounce",
    "floz": "us fluid ounce", "fluid ounces": "us fluid ounce", "pint": "imperial pint",
    "pints": "imperial pint", "qt": "us quart",
    "g": "g", "gr": "g", "gram": "g", "grams": "g", "gramm": "g", "gramos": "g", "grammes": "g",
    "kg": "kg", "kilo": "kg", "oz": "oz", "lb": "lb", "lbs": "lb",
}  # fmt: skip
_SPACED = (re.escape(u).replace(r"\ ", r"\s*") for u in sorted(_UNITS, key=len, reverse=True))
UNIT = "|".join(_SPACED)
"""Every unit a size is printed in, the longest first; match with IGNORECASE."""

SIZE = rf"({NUMBER})\s*({UNIT})(?![a-z])"
"""A number and its unit, in two groups."""

MONEY = (
    r"(?:[£€$]\s?\d+(?:[.,]\d+)?"
    r"|\d+(?:[.,]\d+)?\s?(?:[£€$¢p]|eur|gbp|usd|cad|ct|cts|pence|cents?)(?!\w))"
)
"""A price as people write it, on folded text."""

AMOUNT = re.compile(rf"(?<![\w.,]){SIZE}", re.IGNORECASE)
_TIMES = re.compile(rf"(?<![\w.,])(\d{{1,3}})\s*[x×*]\s*{AMOUNT.pattern}", re.IGNORECASE)
_PIECES = re.compile(
    r"(?<![\w.,])(\d{1,4})\s*(?:pieces?|pcs?|pack|tablets?|sachets?|corks?|caps?|drops?|st(?:ück|k)?)?$",
    re.IGNORECASE,
)
_THOUSANDS = re.compile(r"[1-9]\d{0,2}(?:[ .,]\d{3})+")
_APART = re.compile(r"[ .,]")
# Whose size depends on the country that printed it.
_DOUBTFUL = ("us fluid ounce", "imperial pint", "us quart")


@dataclass(frozen=True, slots=True)
class Amount:
    """A size: `ml`, `g` or `count`, one of them. `sure` is False where its unit has two sizes."""

    ml: float | None = None
    g: float | None = None
    count: int | None = None
    sure: bool = True


def number(text: str) -> float:
    """The value of a printed number: "10,4" and "10.4", "1 000" and "1,000".

    A comma or point before exactly three digits sets thousands apart only after one to three
    digits that are not 0. Raises JobError for none.
    """
    text = text.strip().replace("\u202f", " ")
    if _THOUSANDS.fullmatch(text):
        return float(_APART.sub("", text))
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise JobError(f"“{text}” is not a number: write it like 10.4.") from None


def amount(value: str, unit: str, times: int = 1) -> Amount:
    """A printed number and unit as ml or g. Raises JobError for another unit."""
    name = " ".join(unit.lower().split())
    known = _UNITS.get(name) or _UNITS.get(name.replace("fl.", "fl ").replace("  ", " "))
    if known is None:
        raise JobError(f"“{unit}” is not a unit sizes are printed in: use ml, cl, L, g or kg.")
    size = _decimal_size(value, known)
    if known in G:
        # "8 oz" of a drink may be its weight or its volume.
        return Amount(g=times * size * G[known], sure=known != "oz")
    return Amount(ml=times * size * ML[known], sure=known not in _DOUBTFUL)


def _decimal_size(value: str, unit: str) -> float:
    """ "1.000 l" and "1,000 L" are one litre, not a thousand; "1.000 g" is a kilogram."""
    if unit in ("l", "kg") and re.fullmatch(r"\d[.,]\d{3}", value.strip()):
        return float(value.strip().replace(",", "."))
    return number(value)


def read_pack(text: str) -> Amount:
    """A pack's size from text like "1,5 l", "75 cl", "3 x 1 L", "12 fl oz", "454 g" or "50".

    A plain number counts pieces. Raises JobError when no size stands there.
    """
    cleaned = " ".join(text.split())
    several = _TIMES.search(cleaned)
    if several:
        return amount(several[2], several[3], int(several[1]))
    # Where both stand there, "12 fl oz (355 ml)", the metric figure is the sure one.
    found = [amount(match[1], match[2]) for match in AMOUNT.finditer(cleaned)]
    if found:
        return next((size for size in found if size.sure), found[0])
    pieces = _PIECES.search(cleaned)
    if pieces and int(pieces[1]) > 0:
        return Amount(count=int(pieces[1]))
    raise JobError("Say how much is in a pack, like 1 L, 75 cl, 3 x 200 ml or 454 g.", "pack")


_FOR = re.compile(r"^(\d{1,2})\s*(?:for|für|por|pour|x|/)\s*(.+)$", re.IGNORECASE)
_PENCE = re.compile(r"^(\d{1,3})\s*(?:p|pence|ct|cts|c|cent|cents|¢)$", re.IGNORECASE)
_MARKED = re.compile(r"^(?:£|€|\$|[A-Z]{3}|EUR|GBP|USD)?\s*([\d.,]+)\s*(?:£|€|\$|[A-Za-z]{3})?$")


def read_price_tag(text: str) -> Decimal:
    """The price of one from a shelf edge: "1.15", "99p", "£1.60", "1,15 €", "2 for £3".

    Raises JobError when it is not one.
    """
    cleaned = " ".join(text.split())
    several = _FOR.match(cleaned)
    if several and int(several[1]) > 0:
        each = read_price_tag(several[2]) / int(several[1])
        return read_price(f"{each:f}")
    pence = _PENCE.match(cleaned)
    if pence:
        return read_price(f"{Decimal(pence[1]) / 100:f}")
    marked = _MARKED.match(cleaned)
    if marked and re.fullmatch(r"\d{1,3}(?:[.,]\d{3})+[.,]\d\d", marked[1]):
        digits = re.sub(r"[.,]", "", marked[1])
        return read_price(f"{digits[:-2]}.{digits[-2:]}")
    return read_price(marked[1] if marked else cleaned)
