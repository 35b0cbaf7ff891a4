"""How many bottles a jug fills."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from core.cost.costing import per_bottle
from core.errors import JobError

_MOST_BOTTLES = 10_000


def full_bottles(volume_ml: float, size_ml: float) -> tuple[int, float]:
    """Full bottles of one size, and the ml left over. Raises JobError for no size."""
    if size_ml <= 0:
        raise JobError("A bottle holds more than nothing.", "size_ml")
    count = int(volume_ml / size_ml + 1e-9)
    return count, max(volume_ml - count * size_ml, 0.0)


@dataclass(frozen=True, slots=True)
class PlannedBottles:
    """Whole bottles a jug will fill, and what each then costs; None while there are none, or
    nothing has a price."""

    count: int
    size_ml: int
    each: Decimal | None


def planned_bottles(reaching_ml: float, used: Decimal | None, size_ml: int = 750) -> PlannedBottles:
    """Bottles of one size that what reaches them fills, sharing the cost of all of it, where
    that is known."""
    count, _ = full_bottles(reaching_ml, size_ml)
    each = per_bottle(used, count * size_ml, size_ml) if count and used is not None else None
    return PlannedBottles(count, size_ml, each)


# More than this share of the jug is not lees any more. Common practice.
_MUCH_LEFT = 0.12
# Nobody fills a bottle nearer than this, as a share.
_OVER = 0.005


def left_says(left_ml: float, bottled_ml: float, goes_on: bool, over_ml: float = 0.0) -> str:
    """What is left of the jug, in words that go on from its amount; where so many bottles take
    `over_ml` more than is reckoned to be in it, that."""
    if over_ml > _OVER * bottled_ml:
        return (
            f"left: the bottles take {over_ml:.0f} ml more than is reckoned to be in it. Count one"
            " fewer, or the last one is not full."
        )
    if goes_on:
        return "stays in the jug and goes on."
    if left_ml > _MUCH_LEFT * (left_ml + bottled_ml):
        return "left over: count more bottles, or say that some stays in the jug."
    return "left on the lees and in samples."


def check_count(size_ml: int, count: int) -> None:
    """Raises JobError for a size no bottle has, or a negative or absurd count."""
    if not 20 <= size_ml <= 30_000:
        raise JobError(f"A bottle of {size_ml} ml: sizes run from 20 ml to 30 L.", "bottles")
    if not 0 <= count <= _MOST_BOTTLES:
        raise JobError(f"{count} bottles: count them, 0 or more.", "bottles")


def counted_ml(bottles: Sequence[tuple[int, int]]) -> int:
    """Volume in counted bottles, from (size in ml, how many).

    Raises JobError for a negative or absurd count, or none at all.
    """
    for size, count in bottles:
        check_count(size, count)
    total = sum(size * count for size, count in bottles)
    if total == 0:
        raise JobError("Nothing is bottled yet: count at least one bottle.", "bottles")
    return total
