"""What is in a vessel as it was written down: everything that went in less what went out, and the
sugar eaten by what was read last.

All of it is linear in grams, so that pouring, splitting and blending are sums. How far it can be
trusted, and every figure that is shown, is core.estimate's.
"""

from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from core.estimate.drinks import ACID, EATEN, EXTRACT, FERMENT, MASS, PARTS, SUGAR
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L, Drink, fermented
from core.measure.density import BRIX_MAX
from core.must.mixing import EMPTY_G, Mix, Must

Array = npt.NDArray[np.float64]


def no_parts() -> Array:
    """Nothing of anything, grams (see core.estimate.drinks for the order)."""
    return np.zeros(PARTS)


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
    """Grams of each part."""

    parts: Array = field(default_factory=no_parts)
    # The drink that those parts make, worked out once; parts are never changed in place.
    _drink: tuple[Array, Drink] | None = None

    def copy(self) -> "Brew":
        """One that changes by itself."""
        return Brew(self.parts.copy())

    @property
    def empty(self) -> bool:
        """Whether less than a drop is in it."""
        return bool(self.parts[MASS] < EMPTY_G)

    def add(self, other: "Brew") -> None:
        """Pour another brew in."""
        self.parts = self.parts + other.parts

    def take(self, share: float) -> "Brew":
        """Take a share of it out, 0 to 1; returns what was taken."""
        taken = Brew(self.parts * share)
        self.parts = self.parts * (1 - share)
        return taken

    def eaten(self, more_g: float) -> "Brew":
        """The same after so much more of its sugar (as sucrose) fermented."""
        parts = self.parts.copy()
        parts[EATEN] += more_g
        return Brew(parts)

    def know(self, part: int, grams: float) -> None:
        """So many grams of a part."""
        self.parts = self.parts.copy()
        self.parts[part] = grams

    # What it is.

    @property
    def mix(self) -> Mix:
        """What went in, as a mixture that has not fermented."""
        return _mix(self.parts)

    @property
    def must(self) -> Must:
        """The same as a must with nothing in doubt."""
        return Must(self.mix, ())

    def drink(self) -> Drink:
        """As it is. Raises JobError when it is empty or cannot be."""
        if self._drink is None or self._drink[0] is not self.parts:
            self._drink = (self.parts, _drink_of(self.parts))
        return self._drink[1]

    @property
    def sugar_g_per_l(self) -> float:
        """Sugar not eaten, as weighed, never below nothing."""
        left = (self.parts[FERMENT] - self.parts[EATEN]) / self.mix.as_sucrose
        return max(float(left) / self.drink().volume_ml * 1000, 0.0)

    @property
    def acid_g_per_l(self) -> float:
        """Titratable acidity as tartaric, never below nothing."""
        return max(float(self.parts[ACID]) / self.drink().volume_ml * 1000, 0.0)

    # What a reading makes of it.

    def starts_at(self, sg: float) -> None:
        """Before anything fermented it reads `sg`: so much sugar more or less than was written,
        as far as sugar can explain it."""
        each = parts_of(Mix(1.0, 1.0, 1.0, 0.0))
        parts = self._until(sg, each, SUGAR_PER_POINT_G_PER_L * float(self.parts[MASS]))
        self.parts = self.parts if parts[SUGAR] < 0 else parts

    def settle(self, sg: float) -> None:
        """So much sugar was eaten that it reads `sg`, as far as there was any: what is read
        higher than it began, sugar that lay undissolved say, is for the estimate to explain."""
        each = no_parts()
        each[EATEN] = 1.0
        parts = self._until(sg, each, -SUGAR_PER_POINT_G_PER_L * float(self.parts[MASS]))
        bound = 0.05 * parts[MASS]
        parts[EATEN] = min(max(parts[EATEN], -bound / 2), parts[FERMENT] + bound)
        self.parts = parts

    def _until(self, sg: float, each: Array, per_sg: float) -> Array:
        """Grams of `each` more until it reads `sg`; `per_sg` of it move the gravity by 1 or so.
        A secant: gravity is all but a straight line of them."""

        def off(more: float) -> float:
            return _drink_of(self.parts + more * each).sg - sg

        before, at_before = 0.0, off(0.0)
        more = -at_before * per_sg
        for _ in range(20):
            here = off(more)
            if here == at_before or abs(here) < 1e-12:
                break
            step = here * (more - before) / (here - at_before)
            before, at_before = more, here
            more -= step
        return np.asarray(self.parts + more * each)


def _drink_of(parts: Array) -> Drink:
    """The drink that the grams make. Raises JobError when there is none, or it cannot be."""
    mass, sugar, ferment, extract, eaten, brought, _ = parts.tolist()
    mix = Mix(mass, sugar, ferment, extract)
    if mix.brix > BRIX_MAX:
        mix.sg  # noqa: B018 - says that so much sugar does not dissolve
    solids = mix.sugar + mix.extract
    return fermented(mix.mass, solids, eaten, as_sucrose=mix.as_sucrose, brought_g=brought)


def _mix(parts: Array) -> Mix:
    return Mix(*parts[:EATEN].tolist())
