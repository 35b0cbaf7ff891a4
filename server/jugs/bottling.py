"""Bottles filled from a jug: what is written down for them, and what core makes of them."""

from datetime import datetime
from decimal import Decimal
from typing import Any
from uuid import uuid4

from django.utils import timezone

from core.batch.events import Bottled
from core.batch.events import Event as CoreEvent
from core.batch.life import BottledLot, Life, how_strong, life, warmest_c
from core.bottle import filling
from core.bottle.priming import priming
from core.cost.costing import per_bottle
from core.errors import JobError
from core.files.journal import POUR_KEYS, read_event
from core.files.recipe_file import money_text
from core.must.mixing import Pour
from core.plan.amounts_in_words import measured, spooned
from server.jugs.evaluation import closing_out, strength_out
from server.jugs.journal import core_event, key_of
from server.jugs.models import Event
from server.jugs.schemas import (
    BottleCountIn,
    BottleOutcome,
    BottlingIn,
    BottlingOut,
    LotPrimedOut,
    LotPrimingIn,
    PrimingIn,
    WayOutOut,
)
from server.jugs.state import JugState
from server.shelf.schemas import IntervalOut


def bottling_out(state: JugState, asked: BottlingIn) -> BottlingOut:
    """What these bottles would hold and cost. Raises JobError when they cannot be."""
    # Says why where the plan cannot be worked out.
    _unpriced(state)
    events = bottling_events(state, asked)
    told = life(state.folded(events), key_of(state.jug), timezone.now())
    return _told(state, told, events[-1], asked, None)


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
    paid = [lot.filled.money for lot in lots if lot.filled.money is not None]
    return BottlingOut(
        id=saved.id if saved else None,
        at=saved.at if saved else None,
        bottles=[_lot_out(lot, state.jug.account.shows, state.jug.account.spoons) for lot in lots],
        bottled_ml=total,
        left_ml=_left_ml(state, saved, total),
        abv=IntervalOut.of(lots[0].abv) if lots else None,
        how=how_strong(lots[0]) if lots else "",
        base=strength_out(state.progress.strength) if state.progress else None,
        cost_per_litre=money_text(per_bottle(sum(paid, Decimal(0)), total, 1000)) if paid else None,
        unpriced=_unpriced(state),
        priming=asked.priming,
        stabilised=asked.stabilised,
        against_advice=asked.against_advice,
    )


def _unpriced(state: JugState) -> list[str]:
    """What of the plan has no price; a jug that only received has no plan."""
    return list(state.evaluation.unpriced) if state.plan["pours"] else []


def _left_ml(state: JugState, saved: Event | None, total: float) -> float:
    """What of it did not get into these bottles."""
    before = state.folded((), until=saved.at) if saved else state.world
    brew = before.jugs[key_of(state.jug)].brew if before else None
    if brew is None or brew.empty:
        return 0.0
    base_ml, late = _for_bottles(state, total)
    # What was added at the end by an event of its own is in the jug already.
    added = late is not None and _is_in(state, late.name, saved.at if saved else None)
    return filling.left_behind_ml(brew.drink().volume_ml, total if added else base_ml)


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
    """The same as kinds with what: what reaches the bottles, stabilised, sweetened as the plan
    has it, bottled."""
    total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
    base_ml, late = _for_bottles(state, total)
    if late is not None and _is_in(state, late.name):
        base_ml, late = total, None
    steps: list[tuple[str, dict[str, Any]]] = []
    there = state.life.now if state.life else None
    if there and not asked.some_left and base_ml < there.volume_ml.value:
        # The bottles measure what was left of it: the rest is lees.
        steps.append(("measured", {"volume_ml": base_ml}))
    held = asked.stabilised
    if held and held.racked:
        steps.append(("racked", {"left_behind_ml": 0}))
    if held and held.clear:
        steps.append(("noticed", {"chips": ["clear"]}))
    if held and held.sulphite_g:
        steps.append(("dosed", {"dose": "sulphite_potassium", "mass_g": held.sulphite_g}))
    if held and held.sorbate_g:
        steps.append(("dosed", {"dose": "sorbate", "mass_g": held.sorbate_g}))
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
                **({"priming": priming} if (priming := _lot_priming(state, line)) else {}),
                **({"against_advice": asked.against_advice} if asked.against_advice else {}),
            }
            for index, line in enumerate(line for line in asked.bottles if line.count)
        ]
    }
    if asked.priming and asked.priming.g_per_l:
        what["priming"] = {"sugar": asked.priming.sugar, "g_per_l": asked.priming.g_per_l}
    return [*steps, ("bottled", what)]


def _lot_priming(state: JugState, line: BottleCountIn) -> dict[str, Any] | None:
    """How one lot is primed, in the jug file's words; the gas wanted is turned into grams."""
    given = line.priming
    if given is None:
        return None
    said = given.model_dump(exclude_none=True, exclude={"volumes"})
    if given.volumes is None:
        return said
    if state.world is None or state.life is None or state.life.now is None:
        raise JobError("There is nothing in this jug to prime.", "bottles")
    wanted = priming(
        state.life.now.volume_ml.value,
        given.volumes,
        warmest_c(state.world.jugs[key_of(state.jug)]),
        given.sugar,
    )
    return {"g_per_l": round(wanted.g_per_l, 2), "sugar": given.sugar}


def _for_bottles(state: JugState, total_ml: float) -> tuple[float, Pour | None]:
    """What of so many ml is the jug's, and what the plan adds to it at the end."""
    glass = state.recipe.glass if state.plan["pours"] else None
    return glass.for_bottles(total_ml) if glass else (total_ml, None)


def _is_in(state: JugState, late: str, until: datetime | None = None) -> bool:
    """Whether what is added at the end was written down already, by then."""
    return any(
        event.kind == "added"
        and event.what.get("pour", {}).get("name") == late
        and (until is None or event.at < until)
        for event in state.standing
    )


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


def _lot_out(lot: BottledLot, system: str, spoons: str) -> BottleOutcome:
    filled = lot.filled.lot
    return BottleOutcome(
        id=filled.id,
        size_ml=round(filled.size_ml),
        count=filled.count,
        left=lot.filled.left,
        place=lot.filled.place,
        abv=IntervalOut.of(lot.abv),
        priming=_primed_out(lot, system, spoons),
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
    )


def _primed_out(lot: BottledLot, system: str, spoons: str) -> LotPrimedOut | None:
    filled = lot.filled
    if not filled.primed_g_per_l:
        return None
    each = filled.primed_each
    return LotPrimedOut(
        per_bottle_g=each,
        mass_g=each * filled.lot.count,
        g_per_l=filled.primed_g_per_l,
        words=measured(each, True, system),
        spoons=spooned(each, filled.primed_with, spoons),
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
                priming=LotPrimingIn(**lot["priming"])
                if "priming" in lot and "pour" not in lot["priming"]
                else None,
            )
            for lot in lots
        ],
        priming=PrimingIn(g_per_l=priming["g_per_l"], sugar=priming["sugar"])
        if priming and "g_per_l" in priming
        else None,
        against_advice=next((lot["against_advice"] for lot in lots if "against_advice" in lot), ""),
    )
