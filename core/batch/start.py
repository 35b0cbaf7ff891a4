"""What a jug holds at the start: the plan's pours, or what was really poured instead."""

from collections.abc import Iterable
from dataclasses import replace

from core.batch.events import Event, Poured
from core.batch.jug import Jug, poured_at_start, waits_beside
from core.batch.world import World
from core.estimate.ledger import Moved
from core.plan.evaluation import PricedPour, Recipe, as_known, solved


def begin(world: World, name: str, plan: Recipe | None, events: Iterable[Event]) -> None:
    """Put a jug into the world as its plan, solved, and its `poured` events have it."""
    jug = world.jugs[name] = Jug(name, plan, estimator=world.estimator)
    if plan is None:
        return
    world.estimator.limits[name] = plan.tolerance_abv
    jug.tolerance_abv, jug.vessel_ml, jug.ph = plan.tolerance_abv, plan.vessel_ml, plan.ph
    for index, item in enumerate(_poured(name, plan, events)):
        world.pour(jug, item, poured_at_start(name, index))
    jug.most_ml = jug.brew.drink().volume_ml
    if plan.hold_back_ml:
        jug.held_back = jug.brew.take(min(plan.hold_back_ml / jug.most_ml, 1.0))
        aside = ((waits_beside(name), plan.hold_back_ml),)
        world.happened(Moved(name, 0.0, aside, whole=False))


def as_poured(plan: Recipe, events: Iterable[Event]) -> Recipe:
    """The plan with what was really poured in it: its pours as solved, each replaced by what was
    poured of that name, and what else was. What is in is in: there is nothing left to aim at.

    `events` are those of this jug that stand. The plan itself where none of them poured.
    """
    really = {
        event.what.pour.pour.name: event.what.pour
        for event in events
        if isinstance(event.what, Poured)
    }
    if not really:
        return plan
    return replace(plan, pours=tuple(_with(plan, really)), aim=None)


def _with(plan: Recipe, really: dict[str, PricedPour]) -> list[PricedPour]:
    left = dict(really)
    planned = [
        left.pop(item.pour.name, PricedPour(pour, item.pack))
        for item, pour in zip(plan.pours, solved(plan), strict=True)
    ]
    return [*planned, *left.values()]


def _poured(name: str, plan: Recipe, events: Iterable[Event]) -> list[PricedPour]:
    """Every pour at the start, known as well as it can be."""
    mine = [event for event in events if event.jug == name]
    recipe = as_poured(plan, mine)
    pours = [
        PricedPour(pour, item.pack) for item, pour in zip(recipe.pours, solved(recipe), strict=True)
    ]
    return [PricedPour(as_known(item.pour, item.pack), item.pack) for item in pours]
