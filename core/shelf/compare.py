"""Products side by side: what so many packs of each make in a vessel by themselves."""

from dataclasses import dataclass
from decimal import Decimal

from core.errors import JobError
from core.ferment.finish import finish
from core.interval import Interval
from core.measure.money import money
from core.must.mixing import Pour, make_must

_MOST_PACKS = 100
_VESSELS_ML = (100.0, 1e6)


@dataclass(frozen=True, slots=True)
class Made:
    """What packs of one thing make: how far they fill, ml, whether that is too much, gravity and
    strength (None of what is no drink by itself, like a bag of sugar), and what they cost (None:
    no price is known)."""

    fills_ml: float
    overflows: bool
    start: Interval | None
    strength: Interval | None
    cost: Decimal | None


def check_packs(packs: int, vessel_ml: float) -> None:
    """Raises JobError, placed at the field, for packs or a vessel that nobody has."""
    if not 1 <= packs <= _MOST_PACKS:
        raise JobError("Say how many packs of each, like 3.", "packs")
    if not _VESSELS_ML[0] <= vessel_ml <= _VESSELS_ML[1]:
        raise JobError("Say what the vessel holds in ml, like 5000.", "vessel_ml")


def made(pour: Pour, pack_size: float, price: Decimal | None, packs: int, vessel_ml: float) -> Made:
    """So many packs of a thing poured by themselves. `pack_size` is in g or ml, as `pour` is
    measured; `price` of one pack."""
    cost = None if price is None else money(price * packs)
    try:
        must = make_must([pour.with_amount(packs * pack_size)])
        start, strength, fills = must.sg, finish(must).abv, must.in_vessel_ml
    except JobError:
        return Made(0.0, False, None, None, cost)
    return Made(fills, fills > vessel_ml, start, strength, cost)
