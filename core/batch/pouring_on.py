"""Drink that leaves a jug for another, or stays behind on the lees."""

from dataclasses import replace
from decimal import Decimal

from core.batch.brew import Brew
from core.batch.events import Event, Racked, Transferred
from core.batch.jug import Jug
from core.batch.watch import day_of
from core.batch.world import World, not_empty
from core.errors import JobError
from core.estimate.ledger import Filled, Moved
from core.finish.losses import left_by_racking
from core.interval import sd_of_range90


def racked(world: World, jug: Jug, event: Event, what: Racked) -> None:
    """Off its lees: so much stays behind, or the usual for what is in it."""
    not_empty(jug, "rack")
    volume = world.settled(jug).brew.drink().volume_ml
    if what.left_behind_ml is None:
        low, high = left_by_racking(jug.pours, volume)
        world.lose(jug, event, "lees", (low + high) / 2, sd_of_range90(low, high))
    else:
        share = world.share(jug, what.left_behind_ml, day_of(event.at), "what.left_behind_ml")
        world.lose(jug, event, "lees", share, taken_ml=what.left_behind_ml)
    jug.holding.racked(event.at, jug.brew.drink().volume_ml / 1000)
    if what.vessel_ml is not None:
        jug.vessel_ml = what.vessel_ml


def transferred(world: World, jug: Jug, event: Event, what: Transferred) -> None:
    """Into one jug or several: a split; several into one is a blend. Never in a circle."""
    not_empty(jug, "pour on", "what.into")
    world.settled(jug)
    asked = sum(volume for _, volume in what.into)
    whole = world.share(jug, asked, day_of(event.at), "what.into")
    receivers = [
        _allowed(world, jug, name, f"what.into[{index}].jug")
        for index, (name, _) in enumerate(what.into)
    ]
    source = jug.copy()
    source.moment = event.id
    world.happened(Filled(jug.name, day_of(event.at), event.id))
    world.happened(Moved(jug.name, day_of(event.at), what.into, whole=whole >= 1))
    held = world.stabilised(source)
    jug.takes(whole)
    jug.pays_on(whole)
    jug.as_it_went = source
    for into, (_, volume) in zip(receivers, what.into, strict=True):
        share = whole * volume / asked
        part = Brew(source.brew.parts * share)
        _receive(world, world.settled(into), event, source, part, share, held)


def _allowed(world: World, giving: Jug, receiver: str, at: str) -> Jug:
    """The jug poured into. Raises JobError for a circle."""
    into, giver = world.jugs.get(receiver), giving.name
    if into is None:
        raise JobError(f"There is no jug “{receiver}”.", at)
    if receiver == giver or _reaches(world, receiver, giver):
        raise JobError(f"What came from “{receiver}” cannot run back into it.", at)
    world.flows.setdefault(giver, set()).add(receiver)
    return into


def _reaches(world: World, start: str, end: str) -> bool:
    seen: set[str] = set()
    ahead = [start]
    while ahead:
        name = ahead.pop()
        if name == end:
            return True
        if name not in seen:
            seen.add(name)
            ahead += world.flows.get(name, ())
    return False


def _receive(
    world: World, into: Jug, event: Event, source: Jug, part: Brew, share: float, held: bool
) -> None:
    """What one jug gets of another: an empty one goes on as that one was."""
    was_empty, into.as_of = into.brew.empty, event.at
    both_held = not was_empty and held and world.stabilised(into)
    if was_empty:
        into.follows(source)
    world.change(
        into, event.at, lambda: into.brew.add(part), ferments=not was_empty and not both_held
    )
    if was_empty:
        into.watch, into.fed, into.sugared = source.watch.copy(), source.fed, source.sugared
        into.holding = source.holding.copy().take(share)
    else:
        into.blends(source)
        into.holding.blend(source.holding.copy().take(share), event.at)
        into.sugared = True
    into.dosed.add(replace(source.dosed, said=set(source.dosed.said)).take(share))
    into.pours = (*into.pours, *source.pours)
    into.unpriced += source.unpriced
    if source.money is not None:
        into.pays(source.money * Decimal(repr(share)))
