"""A kitchen's journal folded: what is in every jug and bottle, and what readings have shown.

No clock: as of a time that is given. Every figure about a jug comes from here, by core.batch.life.
"""

from collections.abc import Callable, Iterable, Mapping
from datetime import datetime

from core.batch import adding, bottling, pouring_on, seeing
from core.batch.events import (
    Added,
    Bottled,
    Cared,
    Dosed,
    Event,
    Explained,
    LotMoved,
    Measured,
    Noticed,
    Pitched,
    Poured,
    Racked,
    Read,
    Tasted,
    Tested,
    Transferred,
)
from core.batch.jug import Jug
from core.batch.start import begin
from core.batch.strikes import standing
from core.batch.watch import day_of
from core.batch.world import World
from core.errors import JobError
from core.plan.evaluation import Recipe


def _nothing(world: World, jug: Jug, event: Event, what: Poured) -> None:
    """What was poured is in from the start (see core.batch.start)."""


_HAPPENS: Mapping[type, Callable[..., None]] = {
    Pitched: seeing.pitched,
    Read: seeing.read,
    Measured: seeing.measured,
    Noticed: seeing.noticed,
    Cared: seeing.cared,
    Poured: _nothing,
    Added: adding.added,
    Dosed: adding.dosed,
    Racked: pouring_on.racked,
    Transferred: pouring_on.transferred,
    Bottled: bottling.bottled,
    LotMoved: bottling.lot_moved,
    Tasted: bottling.tasted,
    Tested: seeing.tested,
    Explained: seeing.explained,
}


def fold(
    plans: Mapping[str, Recipe | None], events: Iterable[Event], at: datetime | None = None
) -> World:
    """What is in every jug and bottle after the events up to `at` (None: all of them).

    `plans` names every jug with its plan; None for one that only receives. Raises JobError,
    placed at the event, for one that cannot have been, or that stands on one that was struck.
    """
    held = standing(event for event in events if at is None or event.at <= at)
    world = World()
    for name, plan in plans.items():
        begin(world, name, plan, held)
    for event in held:
        jug = world.jugs.get(event.jug)
        if jug is None:
            raise JobError(f"There is no jug “{event.jug}”.", event.place)
        jug.as_of = event.at
        try:
            _HAPPENS[type(event.what)](world, jug, event, event.what)
        except JobError as error:
            raise (error.within(event.place) if event.place else error) from error
    for jug in world.jugs.values():
        world.settled(jug)
        jug.as_of = at or (held[-1].at if held else None)
    world.estimator.day = day_of(at or (held[-1].at if held else None))
    bottling.dregs(world)
    return world
