"""What a first reading off the plan may come from, each cause with its odds, and what all readings
together say of what was poured.
"""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from core.estimate.cloud import AMOUNT, PRODUCT, Cloud, Doubt, Mask
from core.estimate.net import Array
from core.interval import Interval

UNDISSOLVED, STEM, READING, SEVERAL = "undissolved", "stem", "reading", "several"
KINDS = (AMOUNT, PRODUCT, UNDISSOLVED, STEM, READING, SEVERAL)
"""What it may come from: how much of a pour went in, what that pour is, sugar that was not
dissolved, the stem, the reading itself, or several of them, none of which makes half of it."""

# A reading further off than so many would be, to that side, is asked about. Common practice.
_SURPRISES = 0.05
# Who knows the cause is right nine times in ten. Common practice, no source.
_RIGHT = 0.9
_ODD = 0.005
_HALF = 0.5


@dataclass(frozen=True, slots=True)
class Cause:
    """One of KINDS, of which `pour` (none: ""); its `chance`, 0 to 1; and `by` how much where it is
    the cause: a share of the amount, or of the sugar and extract, else points."""

    kind: str
    pour: str
    chance: float
    by: float


@dataclass(frozen=True, slots=True)
class Surprise:
    """A `reading` by its name, points; what was expected, and what it may come from, the likeliest
    first."""

    jug: str
    reading: str
    points: float
    expected: Interval
    causes: tuple[Cause, ...]


@dataclass(frozen=True, slots=True)
class PourFound:
    """What readings say of a pour: by what share more of it went in than written, and by what share
    more sugar and extract it brings, each beside its usual spread (one standard deviation)."""

    amount: float
    usual_amount: float
    solids: float
    usual_solids: float


@dataclass(frozen=True, slots=True)
class Saw:
    """A reading of the must: how each knob moved it, and of which cause each is."""

    jug: str
    reading: str
    points: float
    expected: Interval
    row: Array
    causes: tuple[Doubt, ...]
    surprising: bool

    def because(self, cloud: Cloud) -> tuple[list[Doubt], Array, Array]:
        """The causes, how many points each makes in each member, and which makes half of it or more
        (the last: none does)."""
        known = self.row.shape[1]
        points = self.row * cloud.value[:, :known]
        each = list(dict.fromkeys(self.causes))
        summed = np.column_stack(
            [points[:, [of == cause for of in self.causes]].sum(axis=1) for cause in each]
        )
        side = 1.0 if self.points >= self.expected.value else -1.0
        whole = np.sum(summed, axis=1)
        half = np.max(side * summed, axis=1) >= _HALF * side * whole
        most = np.where(half, np.argmax(side * summed, axis=1), len(each))
        return [*each, Doubt(SEVERAL, "")], np.column_stack([summed, whole]), most

    def surprise(self, cloud: Cloud) -> Surprise:
        """What it may come from, by all that was seen up to now."""
        each, points, most = self.because(cloud)
        weights, found = cloud.weights, []
        for place, cause in enumerate(each):
            where = weights * (most == place)
            chance = float(where.sum())
            if chance < _ODD:
                continue
            if cause.kind == AMOUNT:
                values = cloud.of(f"{_pour(cloud, cause)}/amount")
            elif cause.kind == PRODUCT:
                values = _solids(cloud, cloud.richness[_pour(cloud, cause)])
            else:
                values = points[:, place]
            by = float(where @ values / chance)
            found.append(Cause(cause.kind, cause.pour, chance, by))
        found.sort(key=lambda cause: -cause.chance)
        return Surprise(self.jug, self.reading, self.points, self.expected, tuple(found))

    def explained(self, cloud: Cloud, kind: str, pour: str) -> None:
        """Somebody says that it came from this: as likely as he is right."""
        each, _, most = self.because(cloud)
        meant = Doubt(kind, pour)
        if meant not in each:
            return
        is_so: Mask = most == each.index(meant)
        cloud.log_weight = cloud.log_weight + np.where(is_so, np.log(_RIGHT), np.log(1 - _RIGHT))


def surprises(shown: Array, weights: Array, points: float) -> bool:
    """Whether hardly any member would have shown so much."""
    below = float(weights @ (shown < points))
    return not _SURPRISES <= below <= 1 - _SURPRISES


def pour_found(cloud: Cloud, name: str) -> PourFound:
    """What all readings say of a pour by its name."""
    amount = f"{name}/amount"
    weights, units = cloud.weights, cloud.richness[name]
    usual = [unit * cloud.usual[knob] for knob, unit in units.items()]
    return PourFound(
        float(weights @ cloud.of(amount)),
        cloud.usual[amount],
        float(weights @ _solids(cloud, units)),
        float(np.linalg.norm(usual)),
    )


def _pour(cloud: Cloud, cause: Doubt) -> str:
    """The first pour of that name."""
    return next(
        name for name in cloud.richness if cloud.doubts[f"{name}/amount"].pour == cause.pour
    )


def _solids(cloud: Cloud, units: Mapping[str, float]) -> Array:
    """By what share more sugar and extract a pour brings, by what a unit of each knob brings."""
    more = np.zeros(cloud.members)
    for knob, unit in units.items():
        values = cloud.of(knob)
        more = more + unit * (np.expm1(values) if cloud.in_logarithm(knob) else values)
    return more
