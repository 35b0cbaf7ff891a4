"""What a shopper wants to know of one carton."""

from dataclasses import dataclass, replace
from decimal import Decimal

from core.cost import Pack, price_per_100_g_sugar
from core.ferment import finish
from core.interval import Interval
from core.must import WEIGHED, Pour, make_must

# Above this a syrup or concentrate wants water before any yeast will start in it.
MOST_FERMENTABLE_BRIX = 35.0


@dataclass(frozen=True, slots=True)
class CartonFacts:
    """Sugar in g per litre (None for dry things), or in g per 100 g; gravity as a
    hydrometer reads it; strength if fermented alone, % vol; price of 100 g of its sugar."""

    sugar_g_per_l: float | None
    sugar_g_per_100_g: float
    reads: Interval | None
    strength_alone: Interval | None
    price_per_100_g_sugar: Decimal | None


def facts(pour: Pour, pack: Pack | None) -> CartonFacts:
    """Facts of a thing as bought. Raises JobError when it cannot be (see `compose`)."""
    holds = pour.composition()
    price = price_per_100_g_sugar(pack, pour) if pack else None
    if pour.kind in WEIGHED or holds.density_g_per_ml is None:
        return CartonFacts(None, 100 * holds.sugar, None, None, price)
    must = make_must([replace(pour, mass_g=1000.0, volume_ml=None)])
    # Past what yeast starts on at all, "alone" means nothing.
    alone = finish(must).abv if holds.brix < MOST_FERMENTABLE_BRIX else None
    return CartonFacts(
        1000 * holds.sugar * holds.density_g_per_ml,
        100 * holds.sugar,
        must.sg,
        alone,
        price,
    )
