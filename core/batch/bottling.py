"""Bottles filled from a jug, what they are primed with, and what becomes of them."""

from dataclasses import dataclass
from decimal import Decimal

from core.batch.brew import Array, Brew, no_parts, parts_of
from core.batch.events import Bottled, Event, Lot, LotMoved, Priming, Tasted
from core.batch.felt import Felt
from core.batch.filled_lot import FilledLot
from core.batch.jug import Jug
from core.batch.standing import IN_TIME_DAYS, Standing, Stands
from core.batch.watch import day_of
from core.batch.world import World, not_empty
from core.cost.costing import Pack, packs_used, unpriced
from core.errors import JobError
from core.estimate.ledger import Filled, Gone
from core.must.mixing import Pour, mix_of
from core.plan.evaluation import Recipe

# Room that sugar takes up once it is dissolved, ml per g; what water takes is 1.
_DISSOLVED_ML_PER_G = 0.62
# What is to come in a bottle comes where it is so warm. Common practice.
_WARM_C = 18.0


@dataclass(frozen=True, slots=True)
class _Primed:
    """What primes one lot: grams, the room they take, g/L of the drink (and at most), by which
    sugar they are reckoned, how much goes into each bottle (g or ml), what they cost, and what of
    them has no price."""

    parts: Array
    room_ml: float = 0.0
    g_per_l: float = 0.0
    most_g_per_l: float = 0.0
    sugar: str = "sucrose"
    each: float = 0.0
    paid: Decimal | None = None
    unpriced: tuple[str, ...] = ()


def bottled(world: World, jug: Jug, event: Event, what: Bottled) -> None:
    """Fill lots. Raises JobError for more than there may be, or a lot there is already."""
    not_empty(jug, "bottle", "what.lots")
    before = world.settled(jug).copy()
    before.moment = event.id
    world.happened(Filled(jug.name, day_of(event.at), event.id))
    there = jug.brew.drink().volume_ml
    total = sum(lot.volume_ml for lot in what.lots)
    primings = [_primed(jug.plan, lot, what.priming, total) for lot in what.lots]
    drink = total - sum(primed.room_ml for primed in primings)
    if drink > there and drink > world.may_hold_ml(jug, day_of(event.at)):
        raise JobError(
            f"{total / 1000:.2f} L in bottles is more than the {there / 1000:.2f} L in this"
            " jug: check the sizes and the count.",
            "what.lots",
        )
    whole = min(drink / there, 1.0)
    for lot, primed in zip(what.lots, primings, strict=True):
        if (jug.name, lot.id) in world.lots:
            raise JobError(f"There is a lot “{lot.id}” already.", "what.lots")
        share = whole * (lot.volume_ml - primed.room_ml) / drink if drink else 0.0
        brew = Brew(before.brew.parts * share + primed.parts)
        doses = before.copy().dosed.take(share)
        filled = FilledLot(
            lot,
            jug.name,
            event.at,
            before,
            brew,
            doses,
            primed.g_per_l,
            primed.most_g_per_l,
            primed.sugar,
            primed.each,
            lot.volume_ml - primed.room_ml,
            Stands([Standing(lot.place, lot.count)], event.at),
        )
        if before.money is not None:
            # What stays behind as lees is paid for by the bottles that leave it.
            of_all = share / whole if what.rest_is_lees and whole else share
            filled.pays(before.money * Decimal(repr(of_all)))
        if primed.paid is not None:
            filled.pays(primed.paid)
        filled.unpriced = primed.unpriced
        world.lots[jug.name, lot.id] = filled
    jug.takes(whole)
    taken_ml = drink if whole < 1 else None
    world.happened(Gone(jug.name, day_of(event.at), whole, taken_ml=taken_ml))
    jug.pays_on(1.0 if what.rest_is_lees else whole)
    if what.rest_is_lees and not jug.brew.empty:
        world.lose(jug, event, "lees", 1.0)
    jug.as_it_went = before


def _primed(plan: Recipe | None, lot: Lot, together: Priming | None, total_ml: float) -> _Primed:
    """What primes a lot by itself, or as its part of what is for all of them."""
    priming = lot.priming or together
    if priming is None or not lot.count:
        return _Primed(no_parts())
    part = 1.0 if lot.priming is not None else lot.volume_ml / total_ml
    if priming.pour is not None:
        whole = priming.pour.pour
        pour, pack = whole.with_amount(whole.amount * part), priming.pour.pack
    else:
        mass = _mass_g(priming, lot, part)
        pour = Pour(priming.sugar, "sugar", mass_g=mass, sugar=priming.sugar)
        pack = _pack_of(plan, priming.sugar)
    mix = mix_of(pour)
    solids = mix.sugar + mix.extract
    room = mix.mass - (1 - _DISSOLVED_ML_PER_G) * solids
    litres = max(lot.volume_ml - room, 1.0) / 1000
    # Brewing sugar is reckoned with its water, as it is weighed; all else as white sugar.
    as_weighed = priming.pour is None and priming.sugar == "glucose_monohydrate"
    per_l = (pour.amount if as_weighed else mix.ferment) / litres
    return _Primed(
        parts_of(mix),
        room,
        per_l,
        per_l * priming.at_most,
        priming.sugar if as_weighed else "sucrose",
        pour.amount / lot.count,
        pack.price * Decimal(repr(packs_used(pour, pack))) if pack and pour.amount else None,
        # Some grams of plain sugar are neither here nor there.
        unpriced([(pour, pack)]) if priming.pour is not None else (),
    )


def _mass_g(priming: Priming, lot: Lot, part: float) -> float:
    if priming.per_bottle_g is not None:
        return priming.per_bottle_g * lot.count
    if priming.mass_g is not None:
        return priming.mass_g * part
    per_l = priming.g_per_l or 0.0
    # Of the drink before it: the sugar takes up some of the bottle.
    return per_l * lot.volume_ml / 1000 / (1 + per_l * _DISSOLVED_ML_PER_G / 1000)


def _pack_of(plan: Recipe | None, sugar: str) -> Pack | None:
    """The pack that the plan's sugar of this kind comes from."""
    for item in plan.pours if plan else ():
        if item.pour.kind == "sugar" and (item.pour.sugar or "sucrose") == sugar:
            return item.pack
    return None


def lot_moved(world: World, jug: Jug, event: Event, what: LotMoved) -> None:
    """Bottles opened, given, broken, or put elsewhere. Raises JobError for more than are left."""
    lot = world.lot(jug, what.lot)
    if what.count > lot.left:
        raise JobError(f"{what.count} is more than the {lot.left} left.", "what.count")
    if what.did == "moved":
        lot.stands.moved(what.count, Standing(what.place, what.count, what.temperature_c), event.at)
        return
    lot.stands.gone(what.count, event.at)
    _warn_the_others(world, jug, event, what)


def _warn_the_others(world: World, jug: Jug, event: Event, what: LotMoved) -> None:
    """What one bottle did the others of its drink may do too."""
    one = "One" if what.count == 1 else f"{what.count}"
    if what.did in ("gushed", "burst"):
        said = (
            f"Bottles of lot {what.lot} {what.did}: chill the others, cover them with a thick"
            " cloth, and open them slowly, outside, with goggles and gloves."
        )
        jug.note(f"lot_{what.did}", said)
    elif what.did == "flat":
        said = (
            f"{one} of lot {what.lot} stayed flat: stand the others at 20 °C for two weeks, turned"
            " over once, and open another. Add no sugar."
        )
    else:
        return
    for lot in world.lots.values():
        if lot.jug == jug.name and lot.left:
            lot.told.append(said)
            if what.did != "flat":
                lot.unsafe_since = event.at
                lot.felt.append(Felt("hard", lot.primed_g_per_l, False, what.did))


def felt(world: World, jug: Jug, event: Event, name: str, feel: str) -> None:
    """How a test bottle feels says the same of all that was filled with it. Raises JobError for no
    such lot."""
    one = world.lot(jug, name)
    stands = one.stands
    warm = not stands.cold and (stands.warmest_c is None or stands.warmest_c >= _WARM_C)
    in_time = warm and stands.warm_days(event.at) >= IN_TIME_DAYS
    for lot in world.lots.values():
        if lot.before.moment == one.before.moment and lot.jug == one.jug:
            lot.felt.append(Felt(feel, one.primed_g_per_l, in_time))


def tasted(world: World, jug: Jug, event: Event, what: Tasted) -> None:
    """Nothing changes; a lot that is tasted has to be there."""
    if what.lot is not None:
        world.lot(jug, what.lot)


def dregs(world: World) -> None:
    """What stays in a jug that was bottled is paid for by its bottles: they carry everything."""
    for jug in world.jugs.values():
        mine = [lot for lot in world.lots.values() if lot.jug == jug.name]
        filled = sum(lot.lot.volume_ml for lot in mine)
        if not (filled and jug.emptied and jug.money):
            continue
        for lot in mine:
            lot.pays(jug.money * Decimal(repr(lot.lot.volume_ml / filled)))
        jug.money = Decimal(0)
