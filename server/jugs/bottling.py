"""Bottles filled from a jug: what is written down for them, and what core makes of them."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from decimal import Decimal
from typing import Any
from uuid import uuid4
from zoneinfo import ZoneInfo

from django.utils import timezone

from core.batch.at_the_end import not_in_yet
from core.batch.counted import warmest_c
from core.batch.events import Bottled
from core.batch.events import Event as CoreEvent
from core.batch.filled_lot import left_in_jug_ml, over_ml
from core.batch.life import Life, life
from core.batch.lots import BottledLot, gas_to_come, how_strong
from core.bottle import filling
from core.bottle.closing import WORDS
from core.bottle.filling_day import filling_day
from core.bottle.label import label_lines
from core.bottle.priming import prime_with, priming
from core.cost.costing import per_bottle, unpriced
from core.errors import JobError
from core.files.journal import read_event
from core.files.recipe_file import POUR_KEYS, money_text, read_pour
from core.must.mixing import Pour
from core.plan.amounts_in_words import measured, spooned
from core.plan.evaluation import solved
from core.tables import SUGARS
from server.accounts.models import Account
from server.jugs.bottle_schemas import (
    BottleCountIn,
    BottleOutcome,
    BottlingIn,
    BottlingOut,
    GasOnOut,
    LateOut,
    LotPrimedOut,
    PrimingIn,
    StandsOut,
    WayOutOut,
)
from server.jugs.evaluation import closing_out, strength_out
from server.jugs.journal import core_event, key_of
from server.jugs.models import Event
from server.jugs.rows import due_out
from server.jugs.state import JugState
from server.shelf.schemas import IntervalOut


def bottling_out(state: JugState, asked: BottlingIn) -> BottlingOut:
    """What these bottles would hold and cost; the worse of what the plan adds at the end in and
    left out, until somebody says which. Raises JobError when they cannot be."""
    # Says why where the plan cannot be worked out.
    if state.plan["pours"]:
        solved(state.as_poured)
    if asked.late is not None or _not_in_yet(state) is None:
        return _previewed(state, asked)
    ways: list[BottlingOut] = []
    refused: JobError | None = None
    for late in ("in", "out"):
        try:
            ways.append(_previewed(state, asked.model_copy(update={"late": late})))
        except JobError as error:
            refused = error
    if not ways:
        assert refused is not None
        raise refused
    first = ways[0]
    both = zip(*(way.bottles for way in ways), strict=True)
    first.bottles = [max(lots, key=_danger) for lots in both]
    first.late = _late_out(state, asked)
    return first


def _previewed(state: JugState, asked: BottlingIn) -> BottlingOut:
    events = bottling_events(state, asked)
    told = life(state.folded(events), key_of(state.jug), timezone.now())
    return _told(state, told, events[-1], asked, None)


def _danger(lot: BottleOutcome) -> tuple[int, float]:
    """The worse a lot may be closed the higher."""
    if lot.closing is None:
        return (0, 0.0)
    return (WORDS.index(lot.closing.verdict), lot.closing.worst_volumes)


def bottled_out(state: JugState, told: Life, saved: Event) -> BottlingOut:
    """The same of bottles that were filled."""
    return _told(state, told, core_event(saved), as_asked(saved), saved)


def _told(
    state: JugState, told: Life, event: CoreEvent, asked: BottlingIn, saved: Event | None
) -> BottlingOut:
    assert isinstance(event.what, Bottled)
    filled = {lot.id for lot in event.what.lots}
    lots = [lot for lot in told.lots if lot.filled.lot.id in filled]
    total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
    goes_on = not (event.what.rest_is_lees or told.jug.emptied)
    left = left_in_jug_ml([lot.filled for lot in lots])
    paid = [lot.filled.money for lot in lots if lot.filled.money is not None]
    return BottlingOut(
        id=saved.id if saved else None,
        at=saved.at if saved else None,
        bottles=[_lot_out(lot, state.jug.account, timezone.now()) for lot in lots],
        bottled_ml=total,
        left_ml=left,
        left_says=filling.left_says(left, total, goes_on, over_ml([lot.filled for lot in lots])),
        abv=IntervalOut.of(lots[0].abv) if lots else None,
        how=how_strong(lots[0]) if lots else "",
        base=strength_out(state.progress.strength) if state.progress else None,
        cost_per_litre=money_text(per_bottle(sum(paid, Decimal(0)), total, 1000)) if paid else None,
        unpriced=_unpriced(state, lots),
        priming=asked.priming,
        weigh=_weighed(lots, state.jug.account.shows),
        steps=list(
            filling_day(
                [
                    (lot.filled.lot.closure, lot.filled.lot.count, lot.filled.primed_g_per_l > 0)
                    for lot in lots
                ]
            )
        ),
        due=[due_out(due) for due in told.due if saved and due.lot is not None],
        late=None if saved else _late_out(state, asked),
        against_advice=asked.against_advice,
    )


def _unpriced(state: JugState, lots: Sequence[BottledLot]) -> list[str]:
    """What is in the bottles, or goes in at the end, without a price. Raises the JobError that
    stands in the plan's way."""
    names = [name for lot in lots for name in lot.unpriced]
    late = _not_in_yet(state)
    if late is not None and state.recipe.glass is not None:
        names += unpriced([(late, state.recipe.glass.late_pack)])
    return list(dict.fromkeys(names))


def _not_in_yet(state: JugState) -> Pour | None:
    return not_in_yet(state.recipe, state.happened) if state.plan["pours"] else None


def _late_for(state: JugState) -> Pour | None:
    """What the plan adds at the end to what is in the jug, and is not in."""
    there = state.life.now if state.life else None
    glass = state.recipe.glass if _not_in_yet(state) is not None else None
    return glass.late_for(there.volume_ml.value) if glass and there else None


def _late_out(state: JugState, asked: BottlingIn) -> LateOut | None:
    late = _late_for(state)
    if late is None:
        return None
    much = measured(late.amount, late.by_mass, state.jug.account.shows)
    asks = f"The plan adds {much} {late.name} at the end. Does it go in?"
    return LateOut(asks=asks, unsure=asked.late is None)


def bottling_events(state: JugState, asked: BottlingIn) -> list[CoreEvent]:
    """What is written down when these bottles are filled, in order."""
    now = timezone.now().isoformat()
    return [
        read_event(
            {"id": str(uuid4()), "at": now, "kind": kind, "what": what}, key_of(state.jug), ""
        )
        for kind, what in bottling_steps(state, asked)
    ]


def bottling_steps(state: JugState, asked: BottlingIn) -> list[tuple[str, dict[str, Any]]]:
    """The same as kinds with what: what reaches the bottles, sweetened as the plan
    has it, bottled."""
    total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
    late = _late_for(state) if asked.late == "in" else None
    steps: list[tuple[str, dict[str, Any]]] = []
    if late is not None:
        steps.append(("added", {"pour": _as_planned(state, late)}))
    before = sum(len(event.what["lots"]) for event in state.standing if event.kind == "bottled")
    what: dict[str, Any] = {
        "lots": [
            {
                "id": lot_name(before + index),
                "size_ml": line.size_ml,
                "count": line.count,
                "bottle": line.bottle,
                "closure": line.closure,
                **({"place": line.place.strip()} if line.place.strip() else {}),
                **({"priming": own} if (own := _priming(state, line.priming, _ml(line))) else {}),
                **({"against_advice": asked.against_advice} if asked.against_advice else {}),
            }
            for index, line in enumerate(line for line in asked.bottles if line.count)
        ]
    }
    together = _priming(state, asked.priming, total)
    if together:
        what["priming"] = together
    if not asked.some_left:
        what["rest_is_lees"] = True
    return [*steps, ("bottled", what)]


def _ml(line: BottleCountIn) -> float:
    return float(line.size_ml * line.count)


def _priming(state: JugState, given: PrimingIn | None, filled_ml: float) -> dict[str, Any] | None:
    """Priming in the jug file's words; the gas that is wanted is turned into what it takes."""
    if given is None or not filled_ml:
        return None
    if given.volumes is None:
        said = given.model_dump(exclude_none=True, exclude={"volumes", "pour"})
        return said if len(said) > 1 else None
    if state.world is None or state.life is None or state.life.now is None:
        raise JobError("There is nothing in this jug to prime.", "bottles")
    warmest = warmest_c(state.world.jugs[key_of(state.jug)])
    if given.pour is None:
        wanted = priming(filled_ml, given.volumes, warmest, given.sugar)
        return {"g_per_l": round(wanted.g_per_l, 2), "sugar": given.sugar}
    pour = {
        key: value
        for key, value in given.pour.model_dump(exclude_none=True).items()
        if key in POUR_KEYS and key not in ("volume_ml", "mass_g")
    }
    by_mass = given.pour.mass_g is not None
    amount = "mass_g" if by_mass else "volume_ml"
    primer = read_pour({**pour, amount: 0}, "priming.pour").pour
    mixed = prime_with(filled_ml, given.volumes, warmest, primer)
    # What it takes up of the bottles is not there for the drink.
    return {"pour": {**pour, amount: mixed.primer.amount * filled_ml / mixed.volume_ml}}


def _as_typed(kept: dict[str, Any] | None) -> PrimingIn | None:
    """Priming of the record, as it could be asked for."""
    return PrimingIn(**kept) if kept else None


def _weighed(lots: list[BottledLot], system: str) -> list[str]:
    """What is weighed or poured for lots that are primed by themselves, in all."""
    found: dict[tuple[str, bool], float] = {}
    for lot in lots:
        own = lot.filled.lot.priming
        if own is None or not lot.filled.primed_each:
            continue
        pour = own.pour.pour if own.pour else None
        name = pour.name if pour else SUGARS[own.sugar].name.lower()
        key = (name, pour is None or pour.by_mass)
        found[key] = found.get(key, 0.0) + lot.filled.primed_each * lot.filled.lot.count
    return [f"{measured(much, by_mass, system)} {name}" for (name, by_mass), much in found.items()]


def _as_planned(state: JugState, late: Pour) -> dict[str, Any]:
    """What is added at the end, in the shape it was planned in, with its amount."""
    planned: Any = state.plan["glass"]
    kept = {key: value for key, value in planned["late"].items() if key in POUR_KEYS}
    kept.pop("volume_ml", None)
    kept.pop("mass_g", None)
    return {**kept, "mass_g" if late.by_mass else "volume_ml": late.amount}


def lot_name(index: int) -> str:
    """a, b, c …"""
    return chr(ord("a") + index % 26) + ("" if index < 26 else str(index // 26))


def _lot_out(lot: BottledLot, account: Account, at: datetime) -> BottleOutcome:
    filled = lot.filled.lot
    celsius, gas = gas_to_come(lot, at)
    today = at.astimezone(ZoneInfo(account.time_zone)).date()
    return BottleOutcome(
        id=filled.id,
        size_ml=round(filled.size_ml),
        count=filled.count,
        left=lot.filled.left,
        stands=StandsOut.of(lot.filled.stands),
        abv=IntervalOut.of(lot.abv),
        priming=_primed_out(lot, account.shows, account.spoons),
        ways_out=[
            WayOutOut(
                text=way.text,
                bottle=way.closure.bottle,
                closure=way.closure.closure,
                g_per_l=way.g_per_l,
            )
            for way in lot.ways_out
        ],
        notes=list(lot.filled.told),
        bottle=filled.closure.bottle,
        closure=filled.closure.closure,
        name=filled.closure.name,
        cost_each=None if lot.cost_each is None else money_text(lot.cost_each),
        closing=closing_out(lot.closing, lot.pressure_bar),
        label_says=list(lot.label_says),
        label_lines=list(label_lines(lot.label_says, filled.against_advice)),
        gas_at_c=celsius,
        gas=[
            GasOnOut(
                on=today + timedelta(days=on.days),
                expected_volumes=on.expected,
                worst_volumes=on.worst,
                bar=on.bar,
            )
            for on in gas
        ],
    )


def _primed_out(lot: BottledLot, system: str, spoons: str) -> LotPrimedOut | None:
    filled = lot.filled
    if not filled.primed_g_per_l:
        return None
    each = filled.primed_each
    own = filled.lot.priming
    by_mass = not (own and own.pour and not own.pour.pour.by_mass)
    return LotPrimedOut(
        per_bottle_g=each,
        mass_g=each * filled.lot.count,
        g_per_l=filled.primed_g_per_l,
        words=measured(each, by_mass, system),
        spoons=spooned(each, filled.primed_with, spoons) if own and own.pour is None else None,
    )


def as_asked(saved: Event) -> BottlingIn:
    """A bottling of the record, as it was asked for."""
    lots, priming = saved.what["lots"], saved.what.get("priming")
    return BottlingIn(
        bottles=[
            BottleCountIn(
                size_ml=lot["size_ml"],
                count=lot["count"],
                bottle=lot["bottle"],
                closure=lot["closure"],
                place=lot.get("place", ""),
                priming=_as_typed(lot.get("priming")),
            )
            for lot in lots
        ],
        priming=_as_typed(priming),
        against_advice=next((lot["against_advice"] for lot in lots if "against_advice" in lot), ""),
    )
