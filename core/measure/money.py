"""Money, as Decimal: reading a price and rounding an amount."""

from decimal import ROUND_HALF_UP, Decimal

from core.errors import JobError

_CENT = Decimal("0.01")
_MOST_PRICE = Decimal("100000")


def money(amount: Decimal) -> Decimal:
    """Rounded to the minor unit, halves up."""
    return amount.quantize(_CENT, ROUND_HALF_UP)


def read_price(text: str) -> Decimal:
    """A price like "1.15". Raises JobError when it is not one, or is below zero."""
    try:
        price = Decimal(text.strip().replace(",", "."))
    except ArithmeticError:
        raise JobError(f"“{text}” is not a price: write it like 1.15.", "price") from None
    if not price.is_finite() or not 0 <= price <= _MOST_PRICE:
        raise JobError("A price is 0 or more, like 1.15.", "price")
    return money(price)
