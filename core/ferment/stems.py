"""What other stems show for a gravity, as tables that are read either way."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

from core.ferment.strength import potential_mark
from core.measure.density import brix_from_sg
from core.measure.scales import baume_from_sg

# Gravities of the tables: straight lines between them are within 0.02 of every scale.
_FROM, _TO, _STEP = 980, 1200, 5


@dataclass(frozen=True, slots=True)
class Stem:
    """A scale: its key, name and unit, the words people write behind a figure, how many decimals
    it is read to, and (gravity, figure) along it, rising."""

    key: str
    name: str
    unit: str
    words: tuple[str, ...]
    decimals: int
    points: tuple[tuple[float, float], ...]


_ROWS: tuple[tuple[str, str, str, tuple[str, ...], int, Callable[[float], float]], ...] = (
    ("sg", "Specific gravity", "", ("sg",), 3, lambda sg: sg),
    (
        "brix",
        "Brix or Plato",
        "°Bx",
        ("brix", "°bx", "bx", "°brix", "plato", "°p"),
        1,
        brix_from_sg,
    ),
    ("baume", "Baumé", "°Bé", ("baume", "baumé", "°bé", "bé", "°be", "be"), 1, baume_from_sg),
    (
        "potential",
        "Potential alcohol",
        "% potential",
        ("%", "% potential", "% vol", "% pa"),
        1,
        potential_mark,
    ),
)


@cache
def stems() -> tuple[Stem, ...]:
    """Every scale a hydrometer may have, the one that all is reckoned in first."""
    gravities = [sg / 1000 for sg in range(_FROM, _TO + 1, _STEP)]
    return tuple(
        Stem(key, name, unit, words, decimals, tuple((sg, figure(sg)) for sg in gravities))
        for key, name, unit, words, decimals, figure in _ROWS
    )
