"""What a jug holds at the start: the plan's pours, or what was really poured instead."""

from collections.abc import Iterable

from core.batch.events import Event, Poured
from core.batch.jug import Jug
from core.batch.world import World
from core.plan.evaluation import PricedPour, Recipe, as_known, solved


def begin(world: World, name: str, plan: Recipe | None, events: Iterable[Event]) -> None:
    """Put a jug into the world as its plan, solved, and its `poured` events have it."""
    jug = world.jugs[name] = Jug(name, plan)
    if plan is None:
        return
    jug.tolerance_abv, jug.vessel_ml, jug.ph = plan.tolerance_abv, plan.vessel_ml, plan.ph
    for index, item in enumerate(_poured(name, plan, events)):
        world.pour(jug, item, f"{name}/start/{index}")
    jug.most_ml = jug.brew.drink().volume_ml
    if plan.hold_back_ml:
        jug.held_back = jug.brew.take(min(plan.hold_back_ml / jug.most_ml, 1.0))
        jug.doubts.brews.append(jug.held_back)


def _poured(name: str, plan: Recipe, events: Iterable[Event]) -> list[PricedPour]:
    """The plan's pours as solved, each replaced by what was poured of that name, and what else
    was."""
    really = {
        event.what.pour.pour.name: event.what.pour
        for event in events
        if event.jug == name and isinstance(event.what, Poured)
    }
    items = [
        really.pop(item.pour.name, PricedPour(pour, item.pack))
        for item, pour in zip(plan.pours, solved(plan), strict=True)
    ]
    return [
        PricedPour(as_known(item.pour, item.pack), item.pack) for item in (*items, *really.values())
    ]
