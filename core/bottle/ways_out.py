"""What to do instead, where a bottle does not bear what is to be closed in it."""

from collections.abc import Iterable
from dataclasses import dataclass

from core.bottle.closing import NOT_PRIMED, Closing, Contents, PrimedBy, closing
from core.tables import CLOSURES, Closure

# Priming below this is not worth weighing, g/L.
_WORTH_PRIMING = 0.5
_MOST = 3
# Bottles in the order they are offered, what a kitchen is likeliest to have first.
_LIKELY = {
    ("beer_bottle_returnable", "crown"): "Use returnable beer bottles",
    ("swing_top_rated", "swing"): "Use swing tops made for pressure",
    ("pet_bottle", "screw_cap"): "Use plastic soft-drink bottles",
    ("sparkling_bottle", "wired"): "Use sparkling-wine bottles",
}


@dataclass(frozen=True, slots=True)
class WayOut:
    """The words on its button, and the bottle and priming it takes."""

    text: str
    closure: Closure
    g_per_l: float


def ways_out(contents: Contents, at: Closure, primed: PrimedBy) -> tuple[WayOut, ...]:
    """Ways to close it without "do not", the least change first; none where it may be closed.

    Every one of them is judged by core.bottle.closing, and is at least worth a thought.
    """
    if closing(contents, at, primed).word != "do_not":
        return ()
    found = [
        way
        for way in _ways(contents, at, primed)
        if _judged(contents, way, primed.sugar) is not None
    ]
    return tuple(found[:_MOST])


def _ways(contents: Contents, at: Closure, primed: PrimedBy) -> Iterable[WayOut]:
    if primed.g_per_l:
        room = _less(contents, at, primed)
        if room > _WORTH_PRIMING:
            yield WayOut(f"Prime with {room:.1f} g in a litre", at, room)
        yield WayOut("Leave these still", at, 0.0)
    for key, text in _LIKELY.items():
        yield WayOut(text, CLOSURES[key], primed.g_per_l)
    vented = CLOSURES.get((at.bottle, "vented"))
    if vented is not None:
        yield WayOut("Vented caps, then the fridge", vented, primed.g_per_l)


def _less(contents: Contents, at: Closure, primed: PrimedBy) -> float:
    """The most priming it bears, g/L, to the tenth below."""
    room = closing(contents, at, PrimedBy(0.0, primed.sugar)).room_g_per_l
    return int(min(room, primed.g_per_l) * 10) / 10


def _judged(contents: Contents, way: WayOut, sugar: str) -> Closing | None:
    primed = PrimedBy(way.g_per_l, sugar) if way.g_per_l else NOT_PRIMED
    found = closing(contents, way.closure, primed)
    return None if found.word == "do_not" else found
