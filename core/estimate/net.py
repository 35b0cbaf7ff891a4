"""The coordinates of the members: one fixed net, a dimension for each named source."""

from functools import lru_cache

import numpy as np
import numpy.typing as npt
from scipy.stats import qmc

Array = npt.NDArray[np.float64]

MEMBERS = 1024
_DIMENSIONS = 32
_SEED = 20
_EDGE = 1e-9
# Beyond any source's place.
_BESIDE = 1_000_000


@lru_cache(maxsize=4)
def _sobol(members: int) -> Array:
    net = qmc.Sobol(_DIMENSIONS, scramble=True, rng=_SEED).random(members)
    net.setflags(write=False)
    return np.asarray(np.clip(net, _EDGE, 1 - _EDGE))


@lru_cache(maxsize=256)
def _shuffled(members: int, dimension: int) -> Array:
    even = (np.arange(members) + 0.5) / members
    column = np.random.default_rng([_SEED, dimension]).permutation(even)
    column.setflags(write=False)
    return column


class Net:
    """Gives each named source its own column, in the order in which they first appear: what comes
    later moves no earlier coordinate. Past the last dimension a source takes a shuffled even
    column."""

    def __init__(self, members: int = MEMBERS) -> None:
        self.members = members
        self._places: dict[str, int] = {}
        self._beside = 0

    def column(self, name: str) -> Array:
        """A value between 0 and 1 for each member, evenly spread."""
        place = self._places.setdefault(name, len(self._places))
        if place < _DIMENSIONS:
            return np.asarray(_sobol(self.members)[:, place])
        return _shuffled(self.members, place)

    def beside(self) -> Array:
        """The next column for what changes no drink, only how much of it there is: it takes no
        source's place."""
        self._beside += 1
        return _shuffled(self.members, _BESIDE + self._beside)
