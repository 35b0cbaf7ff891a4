"""Whether sulphite and sorbate hold the sugar of a jug, and what lacks before they do."""

from dataclasses import dataclass

from core.batch.jug import Jug
from core.finish.holding import Stabilised, unmet


def holds(jug: Jug) -> bool:
    """Whether it stands still, and every condition of what holds it is met."""
    return jug.dosed.sorbic_mg > 0 and jug.rests_since is not None and lacks(jug) == ()


def lacks(jug: Jug) -> tuple[str, ...]:
    """What lacks before sulphite and sorbate hold it; empty where neither went in."""
    dosed = jug.dosed
    if (dosed.sorbic_mg <= 0 and dosed.so2_mg <= 0) or jug.as_of is None:
        return ()
    drink = jug.brew.drink()
    litres = drink.volume_ml / 1000
    free = jug.holding.free_so2_mg_at(jug.as_of) / litres
    sorbic = jug.holding.sorbic_mg_at(jug.as_of) / litres
    there = Stabilised.free(free, sorbic, drink.volume_ml, jug.ph_at_rest)
    wants = list(unmet(there, drink.abv, jug.rests_since is not None))
    if not jug.racked:
        wants.append("it has not been racked off its lees since it stopped")
    if not jug.clear:
        wants.append("nobody has written that it is clear since it stopped")
    return tuple(wants)


@dataclass(frozen=True, slots=True)
class Lapsed:
    """Something that was noted (clear, racked, ph) before the jug stopped, and so no longer
    counts; in a sentence."""

    what: str
    text: str


def lapsed(jug: Jug) -> tuple[Lapsed, ...]:
    """What was noted too early to count for what holds its sugar."""
    noted = jug.holding
    return tuple(
        Lapsed(what, text.format(day=f"{at.day} {at:%b}"))
        for what, at, text in (
            ("clear", noted.clear_at, "It was clear on {day}, before it stopped: look again."),
            ("racked", noted.racked_at, "It was racked on {day}, before it stopped: once more."),
            ("ph", noted.ph_at, "Its pH is of {day}, before it stopped: measure it again."),
        )
        if at is not None and jug.rests_since is not None and at < jug.rests_since
    )
