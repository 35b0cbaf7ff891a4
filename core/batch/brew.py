"""What is in a vessel: everything that went in less what went out, and the sugar eaten.

All of it is linear in grams, so that pouring, splitting and blending are sums, and each doubt is
one more row that is poured, split and blended along.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from core.errors import JobError
from core.ferment.finish import MODEL_SD
from core.ferment.strength import (
    SUGAR_PER_POINT_G_PER_L,
    YIELD_SPREAD,
    Drink,
    fermented,
)
from core.interval import Z90, Interval
from core.measure.density import BRIX_MAX
from core.must.mixing import EMPTY_G, Mix, Must

Array = npt.NDArray[np.float64]

MASS, SUGAR, FERMENT, EXTRACT, EATEN, ETHANOL, ACID = range(7)
"""Grams: all that went in, sugar as weighed, the same as sucrose, other solids, sugar eaten as
sucrose, ethanol brought in, acid as tartaric."""
_PARTS = 7
# Of these alone is anything in doubt that a stem or a mark would show.
_OF_DRINK = (MASS, SUGAR, FERMENT, EXTRACT, EATEN)
_STEP = 1e-5


def no_parts() -> Array:
    """Nothing of anything."""
    return np.zeros(_PARTS)


def parts_of(mix: Mix, acid_g: float = 0.0) -> Array:
    """A mixture's grams as parts."""
    parts = no_parts()
    parts[[MASS, SUGAR, FERMENT, EXTRACT, ACID]] = (
        mix.mass,
        mix.sugar,
        mix.ferment,
        mix.extract,
        acid_g,
    )
    return parts


@dataclass(slots=True)
class Brew:
    """Grams with their doubts; each row of `doubts` is one standard deviation of one source."""

    parts: Array = field(default_factory=no_parts)
    doubts: Array = field(default_factory=lambda: np.zeros((0, _PARTS)))
    # The drink that those parts make, worked out once; parts are never changed in place.
    _drink: tuple[Array, Drink] | None = None

    def copy(self) -> "Brew":
        """One that changes by itself."""
        return Brew(self.parts.copy(), self.doubts.copy())

    @property
    def empty(self) -> bool:
        """Whether less than a drop is in it."""
        return bool(self.parts[MASS] < EMPTY_G)

    def doubt(self, row: int, shift: Array) -> None:
        """One more standard deviation of a source, on top of what it does already."""
        self.reach(row + 1)
        self.doubts[row] += shift

    def reach(self, rows: int) -> None:
        """Have a row for each of so many sources."""
        short = rows - len(self.doubts)
        if short > 0:
            self.doubts = np.concatenate([self.doubts, np.zeros((short, _PARTS))])

    def add(self, other: "Brew") -> None:
        """Pour another brew in."""
        self.reach(len(other.doubts))
        self.parts = self.parts + other.parts
        self.doubts[: len(other.doubts)] += other.doubts

    def take(self, share: float) -> "Brew":
        """Take a share of it out, 0 to 1; returns what was taken."""
        taken = Brew(self.parts * share, self.doubts * share)
        self.parts = self.parts * (1 - share)
        self.doubts = self.doubts * (1 - share)
        return taken

    def eaten(self, more_g: float) -> "Brew":
        """The same after so much more of its sugar (as sucrose) fermented."""
        parts = self.parts.copy()
        parts[EATEN] += more_g
        return Brew(parts, self.doubts)

    def know(self, part: int, grams: float) -> None:
        """So many grams of a part, beyond doubt."""
        self.parts, self.doubts = self.parts.copy(), self.doubts.copy()
        self.parts[part] = grams
        self.doubts[:, part] = 0.0

    # What it is.

    @property
    def mix(self) -> Mix:
        """What went in, as a mixture that has not fermented."""
        return _mix(self.parts)

    @property
    def must(self) -> Must:
        """The same with its doubts."""
        return Must(self.mix, tuple(_mix(row) for row in self.doubts))

    def drink(self) -> Drink:
        """As it is. Raises JobError when it is empty or cannot be."""
        if self._drink is None or self._drink[0] is not self.parts:
            self._drink = (self.parts, drink_of(self.parts))
        return self._drink[1]

    def figure(self, of: Callable[[Array], float], *also: float, sour: bool = False) -> Interval:
        """A figure of the grams with its 90 % interval; `also` are further deviations of it,
        `sour` says that it is of the acid too."""
        by = slopes(of, self.parts, (*_OF_DRINK, ACID) if sour else _OF_DRINK)
        return Interval.around(of(self.parts), [*(self.doubts @ by), *also])

    @property
    def volume_ml(self) -> Interval:
        """Room it takes, with its lees, at 20 °C."""
        return self.figure(lambda parts: drink_of(parts).volume_ml)

    @property
    def sg(self) -> Interval:
        """Gravity 20/20."""
        return self.figure(_sg)

    @property
    def abv(self) -> Interval:
        """Strength, % vol; the yeast's yield is one more doubt."""
        value = self.drink().abv
        found = self.figure(lambda parts: drink_of(parts).abv, YIELD_SPREAD * value / Z90)
        return Interval(max(found.value, 0.0), max(found.low, 0.0), max(found.high, 0.0))

    @property
    def sugar_g_per_l(self) -> Interval:
        """Sugar left, as weighed: never below nothing, which is the one thing known of it where
        it reads drier than it should."""
        off = MODEL_SD * 1000 * SUGAR_PER_POINT_G_PER_L
        left = self.figure(sugar_left_g_per_l, off)
        return left.not_below_nothing()

    @property
    def acid_g_per_l(self) -> Interval:
        """Titratable acidity as tartaric."""
        acid = self.figure(_acid_g_per_l, sour=True)
        return Interval(max(acid.value, 0.0), max(acid.low, 0.0), max(acid.high, 0.0))

    # What a reading says of it.

    def settle(self, sg: float, deviation: float) -> Array:
        """So much sugar was eaten that it reads `sg`, whatever else is in doubt.

        Returns what one standard deviation of the reading moves. Raises JobError for a gravity
        that nothing of it can have.
        """
        parts = self.parts.copy()
        bound = 0.05 * parts[MASS]

        def off(eaten: float) -> float:
            parts[EATEN] = eaten
            return drink_of(parts).sg - sg

        # A secant: gravity is all but a straight line of the sugar eaten.
        before = float(parts[EATEN])
        at_before = off(before)
        eaten = before + at_before * SUGAR_PER_POINT_G_PER_L * float(parts[MASS])
        for _ in range(20):
            here = off(eaten)
            if here == at_before or abs(here) < 1e-12:
                break
            step = here * (eaten - before) / (here - at_before)
            before, at_before = eaten, here
            eaten -= step
        if not -bound / 2 <= eaten <= parts[FERMENT] + bound:
            raise JobError(f"Nothing in it can read {sg:.3f}: check what went in.", "sg")
        parts[EATEN] = eaten
        self.parts = parts
        by = slopes(_sg, parts)
        per_eaten = by[EATEN]
        by[EATEN] = 0.0
        self.doubts[:, EATEN] = -(self.doubts @ by) / per_eaten
        shift = no_parts()
        shift[EATEN] = deviation / per_eaten
        return shift


def drink_of(parts: Array) -> Drink:
    """The drink that the grams make. Raises JobError when there is none, or it cannot be."""
    *of_mix, eaten, brought, _ = parts.tolist()
    mix = Mix(*of_mix)
    if mix.brix > BRIX_MAX:
        mix.sg  # noqa: B018 - says that so much sugar does not dissolve
    solids = mix.sugar + mix.extract
    return fermented(mix.mass, solids, eaten, as_sucrose=mix.as_sucrose, brought_g=brought)


def _sg(parts: Array) -> float:
    return drink_of(parts).sg


def sugar_left_g_per_l(parts: Array) -> float:
    """Sugar not eaten, as weighed; below nothing where more was eaten than was thought there."""
    left = (parts[FERMENT] - parts[EATEN]) / _mix(parts).as_sucrose
    return float(left) / drink_of(parts).volume_ml * 1000


def _acid_g_per_l(parts: Array) -> float:
    return float(parts[ACID]) / drink_of(parts).volume_ml * 1000


def slopes(of: Callable[[Array], float], parts: Array, doubted: Sequence[int] = _OF_DRINK) -> Array:
    """How a figure changes per gram of each part that is in doubt."""
    step = _STEP * float(parts[MASS])
    here = of(parts)
    by = np.zeros(_PARTS)
    for part in doubted:
        moved = parts.copy()
        moved[part] += step
        by[part] = (of(moved) - here) / step
    return by


def _mix(parts: Array) -> Mix:
    return Mix(*parts[:EATEN].tolist())
