"""What to mind before drinks are poured together, or juice into one that has stopped."""

from collections.abc import Sequence

from core.batch.glasses import Glass
from core.batch.judge import Judged, judged
from core.batch.jug import Jug
from core.finish.holding import Stabilised, unmet

# Sugar that is worth minding, g/L.
_SOME_SUGAR = 4.0


def before_blending(drinks: Sequence[tuple[str, Judged, float]]) -> tuple[str, ...]:
    """What to mind of a blend, from each drink's name, how it stands and its sugar, g/L."""
    told = [
        f"“{name}” still ferments, and so will the blend."
        for name, verdict, _ in drinks
        if not verdict.stopped
    ]
    sweet = [name for name, _, sugar in drinks if sugar > _SOME_SUGAR]
    loose = [name for name, verdict, _ in drinks if verdict.code != "stabilised"]
    if sweet and loose:
        told.append(
            f"The sugar of “{sweet[0]}” can ferment once the yeast of “{loose[0]}” meets it:"
            " stabilise the blend, or count that sugar as gas."
        )
    held = [name for name, verdict, _ in drinks if verdict.code == "stabilised"]
    if held and loose:
        told.append(f"What holds “{held[0]}” is thinned in the blend: reckon its doses again.")
    return tuple(told)


def before_flavouring(base: Jug, flavours: Sequence[tuple[str, Glass]]) -> tuple[str, ...]:
    """What to mind of juice or sugar that goes into a drink which has stopped, or not: each by its
    name, with what it makes of its part."""
    verdict = judged(base)
    if verdict.code == "stabilised":
        return tuple(
            f"“{name}”: what holds it is thinned. {lacks[0].capitalize()}: add that first."
            for name, glass in flavours
            if (lacks := _thinned(base, glass))
        )
    if not verdict.stopped:
        return ("It still ferments: what goes in now is eaten, and nothing stays sweet.",)
    return (
        "Nothing holds this base: the sugar that goes in ferments again. Stabilise it first, or"
        " keep it under a vented cap and in the fridge.",
    )


def _thinned(base: Jug, glass: Glass) -> tuple[str, ...]:
    """What lacks before sulphite and sorbate hold what a portion of the base becomes."""
    share = (glass.volume_ml - glass.base_ml) / glass.volume_ml
    litres = base.brew.drink().volume_ml / 1000
    at = base.as_of
    there = Stabilised.free(
        base.holding.free_so2_mg_at(at) / litres * (1 - share) if at else 0.0,
        base.holding.sorbic_mg_at(at) / litres * (1 - share) if at else 0.0,
        glass.volume_ml,
        base.ph_at_rest,
    )
    return unmet(there, glass.abv, stopped=True)
