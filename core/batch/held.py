"""Whether sulphite and sorbate hold the sugar of a jug, and what lacks before they do."""

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
