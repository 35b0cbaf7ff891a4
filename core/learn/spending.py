"""Where a kitchen's money went: by month and by kind, with what was used up beside the drink."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from functools import cache

from core.batch.events import Added, Bottled, Dosed, Event, Pitched
from core.cost.costing import cost_of, unpriced
from core.errors import JobError
from core.ferment.yeast import SACHET_G
from core.finish.stabilising import TABLET_G
from core.measure.money import money
from core.plan.evaluation import PricedPour, Recipe, solved

# Which supply a dose comes from (kinds of core.shelf.supplies).
_FROM = {
    "nutrient_dap": "nutrient",
    "nutrient_organic": "nutrient",
    "sulphite_potassium": "sulphite",
    "sulphite_sodium": "sulphite",
    "sorbate": "sorbate",
    "enzyme": "enzyme",
    "finings_a": "finings",
    "finings_b": "finings",
    "sweetener": "sweetener",
}
# What closes one bottle and is gone with it.
_CLOSES = ("crown", "cork", "wired")
# What one of a pack that is counted weighs, g.
_EACH_G = {"yeast": SACHET_G, "sulphite": TABLET_G}
SUPPLIES = "supplies"
"""What all that is used up beside the drink is called among the kinds."""


@dataclass(frozen=True, slots=True)
class Used:
    """So much of a supply, as it was measured: g, ml, or pieces."""

    kind: str
    mass_g: float = 0.0
    volume_ml: float = 0.0
    count: float = 0.0


@dataclass(frozen=True, slots=True)
class Supply:
    """How a supply is sold: a price for so many g, ml or pieces."""

    price: Decimal
    pack_g: float | None = None
    pack_ml: float | None = None
    pack_count: float | None = None


@dataclass(frozen=True, slots=True)
class Spent:
    """What one batch took: money by the kind of pour, supplies, and ml in bottles; `begun` when
    the yeast went in, `unpriced` the names of what was poured without a price."""

    begun: datetime
    by_kind: tuple[tuple[str, Decimal], ...]
    used: tuple[Used, ...]
    bottled_ml: float
    unpriced: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Line:
    """A month or a kind: money, its share of the most (of all for a kind), and ml in bottles."""

    name: str
    money: Decimal
    share: float
    bottled_ml: float = 0.0


@dataclass(frozen=True, slots=True)
class Spending:
    """All batches together; `per_litre` of what got into bottles, None while nothing did;
    `unpriced` is what went in by name, `unpriced_supplies` their kinds: no sum counts them."""

    months: tuple[Line, ...]
    kinds: tuple[Line, ...]
    money: Decimal
    per_litre: Decimal | None
    unpriced: tuple[str, ...]
    unpriced_supplies: tuple[str, ...]


def all_poured(recipe: Recipe, events: Iterable[Event]) -> list[PricedPour]:
    """What went in at the start, in the amounts that it really did, and what was added since.
    `events` are the jug's that stand. Raises JobError as `solved`."""
    start = [
        PricedPour(pour, item.pack, item.known)
        for pour, item in zip(solved(recipe), recipe.pours, strict=True)
    ]
    added = [event.what.pour for event in events if isinstance(event.what, Added)]
    return [*start, *(item for item in added if item is not None)]


def spent(recipe: Recipe | None, events: Sequence[Event]) -> Spent | None:
    """What a batch took; None before its yeast is in, and for a recipe that does not work out."""
    begun = next((event.at for event in events if isinstance(event.what, Pitched)), None)
    if begun is None:
        return None
    by_kind: dict[str, Decimal] = {}
    without: tuple[str, ...] = ()
    if recipe is not None:
        try:
            items = all_poured(recipe, events)
            paid_for = [(item.pour, item.pack) for item in items]
            by_pour, without = cost_of(paid_for).by_pour, unpriced(paid_for)
        except JobError:
            return None
        for item, paid in zip(items, by_pour, strict=True):
            if paid:
                by_kind[item.pour.kind] = by_kind.get(item.pour.kind, Decimal(0)) + paid
    lots = [lot for event in events if isinstance(event.what, Bottled) for lot in event.what.lots]
    return Spent(
        begun,
        tuple(by_kind.items()),
        used_up(events),
        sum(lot.volume_ml for lot in lots),
        without,
    )


def used_up(events: Iterable[Event]) -> tuple[Used, ...]:
    """Supplies that a journal used up, one line for each kind and measure. A yeast that nobody
    weighed was one sachet; started from old lees it was none."""
    together: dict[str, Used] = {}
    for used in _each_used(events):
        before = together.get(used.kind, Used(used.kind))
        together[used.kind] = Used(
            used.kind,
            before.mass_g + used.mass_g,
            before.volume_ml + used.volume_ml,
            before.count + used.count,
        )
    return tuple(together.values())


def _each_used(events: Iterable[Event]) -> Iterable[Used]:
    for event in events:
        what = event.what
        if isinstance(what, Pitched) and what.method != "lees":
            yield Used("yeast", SACHET_G if what.yeast_g is None else what.yeast_g)
        elif isinstance(what, Dosed) and what.dose in _FROM:
            yield Used(_FROM[what.dose], what.mass_g, what.volume_ml)
        elif isinstance(what, Bottled):
            closed = sum(lot.count for lot in what.lots if lot.closure.closure in _CLOSES)
            if closed:
                yield Used("closure", count=closed)


def price_of(used: Used, supply: Supply | None) -> Decimal | None:
    """What so much of a supply costs; None where there is no price, or its pack is counted in
    another measure."""
    if supply is None:
        return None
    each = _EACH_G.get(used.kind)
    if supply.pack_count:
        pieces = used.count + (used.mass_g / each if each else 0.0)
        known = not used.volume_ml and (each is not None or not used.mass_g)
        share = pieces / supply.pack_count if known else None
    elif supply.pack_g:
        share = None if used.volume_ml or used.count else used.mass_g / supply.pack_g
    else:
        share = used.volume_ml / supply.pack_ml if supply.pack_ml and not used.mass_g else None
    return None if share is None else supply.price * Decimal(repr(share))


def summed(paid: Iterable[Decimal | None]) -> Decimal | None:
    """What supplies cost together, those left out that have no price; None where none has one."""
    known = [each for each in paid if each is not None]
    return money(sum(known, Decimal(0))) if known else None


def spending(batches: Sequence[tuple[str, Spent]], supplies: Mapping[str, Supply]) -> Spending:
    """All batches together, each with the month it is counted in; supplies at today's prices."""
    by_month: dict[str, Decimal] = {}
    ml: dict[str, float] = {}
    by_kind: dict[str, Decimal] = {}
    # What is not in bottles yet says nothing of what a litre of them cost.
    of_bottled = Decimal(0)
    # A sachet is a sachet in every batch.
    price = cache(lambda used: price_of(used, supplies.get(used.kind)))
    for month, batch in batches:
        beside = [paid for used in batch.used if (paid := price(used))]
        lines = [*batch.by_kind, *((SUPPLIES, paid) for paid in beside)]
        for kind, paid in lines:
            by_kind[kind] = by_kind.get(kind, Decimal(0)) + paid
        of_batch = sum((paid for _, paid in lines), Decimal(0))
        of_bottled += of_batch if batch.bottled_ml else 0
        if lines or batch.bottled_ml:
            by_month[month] = by_month.get(month, Decimal(0)) + of_batch
            ml[month] = ml.get(month, 0.0) + batch.bottled_ml
    whole = sum(by_kind.values(), Decimal(0))
    most = max(by_month.values(), default=Decimal(0))
    litres = Decimal(repr(sum(ml.values()) / 1000))
    return Spending(
        tuple(
            Line(month, money(paid), float(paid / most) if most else 0.0, ml.get(month, 0.0))
            for month, paid in sorted(by_month.items(), reverse=True)
        ),
        tuple(
            Line(kind, money(paid), float(paid / whole))
            for kind, paid in sorted(by_kind.items(), key=lambda line: -line[1])
        ),
        money(whole),
        money(of_bottled / litres) if of_bottled else None,
        tuple(dict.fromkeys(name for _, batch in batches for name in batch.unpriced)),
        tuple(
            dict.fromkeys(
                used.kind for _, batch in batches for used in batch.used if price(used) is None
            )
        ),
    )
