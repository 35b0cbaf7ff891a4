"""What is in doubt about drinks that have run together, and what a measurement says of it."""

from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np

from core.batch.brew import Array, Brew, slopes

# A measurement further off than so many standard deviations means that the doubts were too small.
_BELIEVED = 3.0


@dataclass(slots=True)
class Doubts:
    """Named sources of doubt, each one number, unknown until something is measured; and the brews
    that they are about, of which each row of doubts is one standard deviation.

    What has been learned of the sources is kept beside them (`mean`, and `root` of their
    covariance), for another pour of the same carton is as rich as the first. Two halves of one
    jug share their sources.
    """

    brews: list[Brew] = field(default_factory=list)
    rows: dict[str, int] = field(default_factory=dict)
    mean: Array = field(default_factory=lambda: np.zeros(0))
    # As far as anything was learned; beyond, each source is one row by itself.
    root: Array = field(default_factory=lambda: np.zeros((0, 0)))

    def about(self, brew: Brew, name: str, shift: Array) -> None:
        """A source moves a brew by so much per standard deviation, besides what it does."""
        row = self.rows.setdefault(name, len(self.rows))
        learned = len(self.root)
        if row >= learned:
            brew.doubt(row, shift)
            return
        brew.parts = brew.parts + self.mean[row] * shift
        brew.reach(learned)
        brew.doubts[:learned] += np.outer(self.root[row], shift)

    def settle(self, brew: Brew, sg: float, name: str, deviation: float) -> None:
        """So much of its sugar was eaten that it reads `sg`, give or take."""
        brew.doubt(self.rows.setdefault(name, len(self.rows)), brew.settle(sg, deviation))

    def join(self, other: "Doubts") -> None:
        """The other's drink runs together with ours: one list of sources from now on."""
        ours = len(self.rows)
        self._learn_all()
        other._learn_all()
        for brew in other.brews:
            brew.doubts = np.pad(brew.doubts, ((ours, 0), (0, 0)))
        self.rows |= {name: ours + row for name, row in other.rows.items()}
        self.mean = np.concatenate([self.mean, other.mean])
        both = np.zeros((len(self.rows), len(self.rows)))
        both[:ours, :ours], both[ours:, ours:] = self.root, other.root
        self.root = both
        self.brews += other.brews

    def _learn_all(self) -> None:
        more = len(self.rows) - len(self.root)
        self.mean = np.pad(self.mean, (0, more))
        root = np.eye(len(self.rows))
        root[: len(self.root), : len(self.root)] = self.root
        self.root = root

    def narrow(
        self, seen: Brew, of: Callable[[Array], float], value: float, deviation: float
    ) -> bool:
        """What a measurement of one brew says of all of them.

        Returns whether it could be believed; one that cannot widens what it is about first. The
        best linear estimate from independent sources (Kalman 1960, J. Basic Eng. 82:35), its
        root taken symmetric, so that each source stays as near as can be to what it was.
        """
        self._learn_all()
        seen.reach(len(self.rows))
        by_source = seen.doubts @ slopes(of, seen.parts)
        spread, noise = float(by_source @ by_source), deviation**2
        off = value - of(seen.parts)
        if spread < 1e-18:
            return off * off <= _BELIEVED**2 * noise
        fits = off * off <= _BELIEVED**2 * (spread + noise)
        wider = 1.0
        if not fits:
            # So much that it is at the edge of what can be believed.
            wider = np.sqrt(max(((off / _BELIEVED) ** 2 - noise) / spread, 1.0))
        along = by_source / np.sqrt(spread)
        spread *= wider**2
        gain = 1 / (spread + noise)
        move = off * gain * np.sqrt(spread) * wider
        # What stays of the doubt along what was measured, after widening and learning.
        keeps = wider * np.sqrt(noise * gain)
        for brew in self.brews:
            brew.reach(len(self.rows))
            mine = along @ brew.doubts
            brew.parts = brew.parts + move * mine
            brew.doubts = brew.doubts + (keeps - 1) * np.outer(along, mine)
        learned = self.root @ along
        self.mean = self.mean + move * learned
        self.root = self.root + (keeps - 1) * np.outer(learned, along)
        return fits
