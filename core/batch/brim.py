"""Every event held against the brim: whether what goes in, or over, has room in its vessel."""

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from core.batch.jug import Jug
from core.batch.world import World
from core.ferment.reading import Cause
from core.finish.racking import most_ml
from core.plan.amounts_in_words import measured

_NONE: Mapping[str, float] = MappingProxyType({})
# Less than a spoonful more is no other jug.
_MORE_ML = 10.0


@dataclass(frozen=True, slots=True)
class Overflow:
    """More in a jug than its vessel takes: the sentence that asks, and what may be behind it."""

    jug: str
    text: str
    causes: tuple[Cause, ...]


def overflow(
    before: World, after: World, system: str, vessels: Mapping[str, float] = _NONE
) -> Overflow | None:
    """The first jug that an event fills over its brim; None where there is room, or its vessel is
    not known. What was too much already is not asked about again. `system` is that of
    core.plan.amounts_in_words; `vessels` (ml) are those of jugs that have no plan and only
    receive."""
    for name, jug in after.jugs.items():
        was = before.jugs.get(name)
        vessel = jug.vessel_ml or vessels.get(name)
        if vessel is None or jug.brew.empty:
            continue
        there = _volume(jug)
        grew = was is None or there > _volume(was) + _MORE_ML or was.vessel_ml != jug.vessel_ml
        if grew and there > most_ml(vessel):
            return _asked(name, there, vessel, system)
    return None


def _volume(jug: Jug) -> float:
    return 0.0 if jug.brew.empty else jug.brew.drink().volume_ml


def _asked(name: str, there: float, vessel: float, system: str) -> Overflow:
    rest = measured(there - vessel, False, system)
    holds = measured(vessel, False, system)
    return Overflow(
        name,
        f"That would be {measured(there, False, system)} in a vessel that holds {holds}.",
        (
            Cause("another_vessel", "Is it in another vessel? Rack it into that one first."),
            Cause(
                "less",
                f"Did less go in? Write what did. The other {rest} can wait, covered, in the"
                " fridge, until there is room.",
            ),
            Cause(
                "foamed_over",
                "Did it foam over? Save it, and then write down how much the mark shows.",
            ),
        ),
    )
