"""Flowers, peel, spice and the like steeped for their flavour: how much, and when to taste."""

from dataclasses import dataclass

from core.errors import JobError
from core.tables import STEEPS


@dataclass(frozen=True, slots=True)
class Steeping:
    """Grams for a volume, least and most, and minutes after which it is tasted; the last of them
    is the longest that it stays in."""

    low_g: float
    high_g: float
    tasted_after_min: tuple[float, ...]
    mind: str


def steeping(key: str, volume_ml: float, hot: bool) -> Steeping:
    """How a key of core.tables.STEEPS is steeped: `hot` in some of the water or juice on brew day,
    else cold in the jug.

    Common practice; nobody publishes it. Raises JobError for another, or one that is not steeped
    that way.
    """
    row = STEEPS.get(key)
    if row is None:
        raise JobError("Choose what is steeped.", "steep")
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    after = row.taste_minutes if hot else tuple(60 * hours for hours in row.taste_hours)
    if not after:
        raise JobError(f"{row.name}: steeped cold, in the jug, or not at all.", "steep")
    low, high = row.g_per_l
    litres = volume_ml / 1000
    return Steeping(low * litres, high * litres, after, row.mind)
