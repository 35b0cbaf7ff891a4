"""Bottling day in its order, for these bottles and what closes them."""

from collections.abc import Sequence

from core.tables import Closure


def filling_day(lots: Sequence[tuple[Closure, int, bool]]) -> tuple[str, ...]:
    """What to do, in order, for lots of (closure, how many, primed in the bottle).

    Common practice throughout; nobody publishes it.
    """
    count = sum(many for _, many, _ in lots)
    closed = {closure.closure for closure, many, _ in lots if many}
    primed = any(is_primed for _, many, is_primed in lots if many)
    steps = [
        f"Wash and sanitise {count + 1} bottles, one more than you fill, and what closes them. Hold"
        " each to the light: a scratched or chipped one is not closed under gas."
    ]
    if "cork" in closed:
        steps.append("Lay the corks in warm water with a pinch of sulphite for ten minutes.")
    if "swing" in closed:
        steps.append("Look at every rubber seal: a cracked one leaks.")
    if primed:
        steps.append(
            "Sugar first: what was weighed for a bottle, through a dry funnel, the same for all of"
            " one size."
        )
    steps.append(
        "Fill from the bottom, the hose's end under the surface, and leave two fingers of air in"
        " the neck. Stop before the lees: the last, cloudy bottle is marked and drunk first."
    )
    if "crown" in closed:
        steps.append("Press the crown caps at once, and run a finger round each rim.")
    if "wired" in closed:
        steps.append("Stopper, then its wire cage at once: six half turns.")
    if "cork" in closed:
        steps.append("Stand corked bottles up for two days, then lay them down.")
    if "vented" in closed:
        steps.append("Vented caps stand upright, and never under another, tight lid.")
    if primed:
        steps.append(
            "Fill one small plastic bottle of it as well: how hard it is tells how far the others"
            " are. Then keep all of them at about 20 °C, in a box or under a cloth."
        )
    return tuple(steps)
