"""How well an amount is known, by how it was measured. Common practice; nobody publishes it."""

from core.errors import JobError
from core.interval import Z90

# Nine in ten lie within this share of the amount.
WAYS = {
    "mark": 0.02,
    "carton": 0.015,
    "scale": 0.01,
    "measuring_jug": 0.04,
    "spoons": 0.10,
    "about": 0.125,
}
# A kitchen scale shows whole grams.
_SCALE_G = 1.0
# Near enough a whole number of cartons.
_WHOLE = 1e-3


def amount_sd(amount: float, by_mass: bool, way: str | None = None) -> float:
    """One standard deviation of an amount, g or ml, as a share of it; 0 of nothing.

    `way` is a key of WAYS; None: a scale for what is weighed, a measuring jug for what is
    poured. Raises JobError for another.
    """
    way = way or ("scale" if by_mass else "measuring_jug")
    if way not in WAYS:
        raise JobError(f"How is the amount known: one of {', '.join(WAYS)}.", "amount_by")
    if amount <= 0:
        return 0.0
    share = WAYS[way]
    if way == "scale" and by_mass:
        share = min(max(share, _SCALE_G / amount), 1.0)
    return share / Z90


def whole_packs(amount: float, pack: float | None) -> bool:
    """Whether an amount is one or more full packs."""
    if not pack or amount <= 0:
        return False
    packs = amount / pack
    return packs > 0.5 and abs(packs - round(packs)) < _WHOLE
