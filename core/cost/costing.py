"""What a recipe costs: the part used, whole packs, and each bottle. Money is Decimal."""

import math
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from core.errors import JobError
from core.measure.money import money
from core.must.mixing import Pour, mix_of

# Pure alcohol in one unit. UK Chief Medical Officers' definition.
_UNIT_ML = 10.0
# Nothing is sold by less than this, g or ml: past it a price by weight has no end.
LEAST_PACK = 0.01
# A jug of 3.78 L is a gallon, and a hair more than a whole pack is still that pack.
_ENOUGH, _HAIR = 0.005, 1e-6


@dataclass(frozen=True, slots=True)
class Pack:
    """How a thing is sold: `price` for `pack_ml` or `pack_g`."""

    price: Decimal
    pack_ml: float | None = None
    pack_g: float | None = None


@dataclass(frozen=True, slots=True)
class Cost:
    """`used` charges the part used, `packs` whole packs bought for this recipe alone.

    `by_pour` is the part used of each pour, unrounded; None where it has no price or nothing
    of it is used.
    """

    used: Decimal
    packs: Decimal
    by_pour: tuple[Decimal | None, ...]

    @property
    def known(self) -> bool:
        """Whether anything has a price: what nobody priced does not cost nothing."""
        return any(cost is not None for cost in self.by_pour)


def packs_used(pour: Pour, pack: Pack) -> float:
    """How many packs the pour takes, as a fraction. Raises JobError without a pack size.

    Millilitres and grams are turned into each other by the drink's density.
    """
    amount = pour.amount
    if not amount:
        return 0.0
    in_pack = pack.pack_g if pour.by_mass else pack.pack_ml
    if in_pack is None:
        density = pour.composition().density_g_per_ml
        if pour.by_mass and pack.pack_ml and density:
            in_pack = pack.pack_ml * density
        elif not pour.by_mass and pack.pack_g and density:
            in_pack = pack.pack_g / density
    if not in_pack:
        raise JobError("Say how much is in a pack (pack_ml or pack_g).", "price")
    return amount / in_pack


def packs_to_buy(packs: float) -> int:
    """Packs to buy for so many: one that holds half a percent less than is asked is enough."""
    return max(math.ceil(packs * (1 - _ENOUGH) - _HAIR), 0)


def cost_of(pours: Sequence[tuple[Pour, Pack | None]]) -> Cost:
    """Cost of the pours that have a price. The same pack poured twice is bought once.

    Raises JobError, placed at `pours[i]`, for a pack whose size says nothing of the pour.
    """
    used: list[Decimal | None] = []
    packs: dict[tuple[str, Pack], float] = defaultdict(float)
    for index, (pour, pack) in enumerate(pours):
        if pack is None or not pour.amount:
            used.append(None)
            continue
        try:
            share = packs_used(pour, pack)
        except JobError as error:
            raise error.within(f"pours[{index}]") from error
        used.append(pack.price * Decimal(repr(share)))
        packs[pour.name, pack] += share
    whole = sum(
        (pack.price * packs_to_buy(share) for (_, pack), share in packs.items()), Decimal(0)
    )
    total = sum((cost for cost in used if cost is not None), Decimal(0))
    return Cost(money(total), money(whole), tuple(used))


def unpriced(pours: Iterable[tuple[Pour, Pack | None]]) -> tuple[str, ...]:
    """Names of what goes in and has no price, each once; water costs nothing."""
    names = [
        pour.name
        for pour, pack in pours
        if pack is None and pour.kind not in ("water", "boiled_off") and pour.amount
    ]
    return tuple(dict.fromkeys(names))


def price_per_100_g_sugar(pack: Pack, pour: Pour) -> Decimal | None:
    """What 100 g of fermentable sugar cost in this pack; None where there is none."""
    by_mass = pack.pack_g is not None
    one = replace(
        pour,
        mass_g=pack.pack_g if by_mass else None,
        volume_ml=None if by_mass else pack.pack_ml,
    )
    sugar = mix_of(one).sugar
    if sugar < 1e-9:
        return None
    return money(pack.price * 100 / Decimal(repr(sugar)))


def per_bottle(used: Decimal, bottled_ml: float, size_ml: float) -> Decimal:
    """One bottle's share of everything used, by its size. Raises JobError for no volume."""
    if bottled_ml <= 0:
        raise JobError("Nothing is bottled yet: count at least one bottle.", "bottles")
    return money(used * Decimal(repr(size_ml)) / Decimal(repr(bottled_ml)))


def saved_against(each: Decimal, shop: Decimal) -> Decimal:
    """What a bottle of one's own saves against one that costs so much in a shop; below nothing
    where it costs more."""
    return money(shop - each)


def per_unit_of_alcohol(used: Decimal, bottled: Sequence[tuple[float, float]]) -> Decimal:
    """What 10 ml of pure alcohol cost, a unit as Britain counts it, in what was `bottled`: parts
    of (ml, % vol).

    Other countries count other units. Raises JobError for no alcohol.
    """
    alcohol_ml = sum(ml * abv / 100 for ml, abv in bottled)
    if alcohol_ml <= 0:
        raise JobError("There is no alcohol in it yet.", "abv")
    return per_bottle(used, alcohol_ml, _UNIT_ML)
