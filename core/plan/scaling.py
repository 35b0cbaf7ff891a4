"""A plan for another vessel: the same drink, more or less of it."""

from core.errors import JobError
from core.plan.vessel import check_vessel


def times_larger(from_ml: float, to_ml: float) -> float:
    """How many times as much goes into a vessel of `to_ml` as into one of `from_ml`.

    Every amount grows alike, so gravity, strength and sharpness stay. Raises JobError for a
    vessel no kitchen has.
    """
    check_vessel(to_ml)
    if from_ml <= 0:
        raise JobError("Say how much the present vessel holds first.", "vessel.volume_ml")
    return to_ml / from_ml


def scaled(amount: float, times: float) -> float:
    """So many times an amount, g or ml, to a tenth: what a kitchen scale can show."""
    return round(amount * times, 1)
