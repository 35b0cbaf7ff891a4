"""Bottles filled from a jug: what is written down for them, and what core makes of them."""

from decimal import Decimal
from typing import Any
from uuid import uuid4

from django.utils import timezone

from core.batch.events import Event as CoreEvent
from core.batch.life import BottledLot, how_strong, life
from core.bottle import filling
from core.files.journal import POUR_KEYS, read_event
from core.files.recipe_file import money_text
from core.measure.money import money
from server.jugs.evaluation import closing_out, strength_out
from server.jugs.journal import key_of
from server.jugs.models import Event
from server.jugs.schemas import (
    BottleCountIn,
    BottleOutcome,
    BottlingIn,
    BottlingOut,
    PrimingIn,
)
from server.jugs.state import JugState
from server.shelf.schemas import IntervalOut


def bottling_out(state: JugState, asked: BottlingIn, saved: Event | None) -> BottlingOut:
    """Costs, strength and closing of these bottles. Raises JobError when they cannot be."""
    total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
    # Says why where the plan cannot be worked out.
    unpriced = list(state.evaluation.unpriced) if state.plan["pours"] else []
    world = state.folded(() if saved else bottling_events(state, asked))
    told = life(world, key_of(state.jug), timezone.now())
    lots = told.lots
    paid = [lot.filled.money for lot in lots if lot.filled.money is not None]
    return BottlingOut(
        id=saved.id if saved else None,
        at=saved.at if saved else None,
        bottles=[_lot_out(lot) for lot in lots],
        bottled_ml=total,
        left_ml=_left_ml(state, asked, saved, total),
        abv=IntervalOut.of(lots[0].abv) if lots else None,
        how=how_strong(lots[0]) if lots else "",
        base=strength_out(state.progress.strength) if state.progress else None,
        cost_per_litre=money_text(money(sum(paid, Decimal(0)) * 1000 / total)) if paid else None,
        unpriced=unpriced,
        priming=asked.priming,
        stabilised=asked.stabilised,
        against_advice=asked.against_advice,
    )


def _left_ml(state: JugState, asked: BottlingIn, saved: Event | None, total: float) -> float:
    """What of it did not get into these bottles."""
    before = state.folded((), until=saved.at) if saved else state.world
    brew = before.jugs[key_of(state.jug)].brew if before else None
    if brew is None or brew.empty:
        return 0.0
    base = total * (1 - _share_added(state)) if _late_pour(state, total) or saved else total
    return filling.left_behind_ml(brew.drink().volume_ml, base)


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
    late = _late_pour(state, total)
    steps: list[tuple[str, dict[str, Any]]] = []
    there = state.life.now if state.life else None
    base_ml = total * (1 - _share_added(state)) if late else total
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
    if late:
        steps.append(("added", {"pour": late}))
    before = sum(len(event.what["lots"]) for event in state.standing if event.kind == "bottled")
    what: dict[str, Any] = {
        "lots": [
            {
                "id": lot_name(before + index),
                "size_ml": line.size_ml,
                "count": line.count,
                "bottle": line.bottle,
                "closure": line.closure,
                **({"against_advice": asked.against_advice} if asked.against_advice else {}),
            }
            for index, line in enumerate(line for line in asked.bottles if line.count)
        ]
    }
    if asked.priming and asked.priming.g_per_l:
        what["priming"] = {"sugar": asked.priming.sugar, "g_per_l": asked.priming.g_per_l}
    return [*steps, ("bottled", what)]


def _share_added(state: JugState) -> float:
    glass = state.recipe.glass if state.plan["pours"] else None
    return glass.share_added if glass else 0.0


def _late_pour(state: JugState, total_ml: float) -> dict[str, Any] | None:
    """What the plan adds at the end, for so many ml in bottles, unless it is in already."""
    if not state.plan["pours"]:
        return None
    planned, result = state.plan.get("glass"), state.evaluation.glass
    late = result.late
    if not isinstance(planned, dict) or late is None or not result.late_ml:
        return None
    if any(event.kind == "added" and _is_late(event, late.name) for event in state.standing):
        return None
    amount = late.amount * total_ml * _share_added(state) / result.late_ml
    kept = {key: value for key, value in planned["late"].items() if key in POUR_KEYS}
    kept.pop("volume_ml", None)
    kept.pop("mass_g", None)
    return {**kept, "mass_g" if late.by_mass else "volume_ml": amount}


def _is_late(event: Event, name: str) -> bool:
    return bool(event.what.get("pour", {}).get("name") == name)


def lot_name(index: int) -> str:
    """a, b, c …"""
    return chr(ord("a") + index % 26) + ("" if index < 26 else str(index // 26))


def _lot_out(lot: BottledLot) -> BottleOutcome:
    filled = lot.filled.lot
    return BottleOutcome(
        size_ml=round(filled.size_ml),
        count=filled.count,
        bottle=filled.closure.bottle,
        closure=filled.closure.closure,
        name=filled.closure.name,
        cost_each=None if lot.cost_each is None else money_text(lot.cost_each),
        closing=closing_out(lot.closing, lot.pressure_bar),
        label_says=list(lot.label_says),
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
            )
            for lot in lots
        ],
        priming=PrimingIn(g_per_l=priming["g_per_l"], sugar=priming["sugar"])
        if priming and "g_per_l" in priming
        else None,
        against_advice=next((lot["against_advice"] for lot in lots if "against_advice" in lot), ""),
    )
