"""From a ledger to what could be in every jug, and in every bottle as it was filled."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from core.estimate.causes import PourFound, Surprise, pour_found
from core.estimate.ledger import Moved, Step
from core.estimate.net import MEMBERS
from core.estimate.views import ENOUGH, Estimate
from core.estimate.walk import Walk

# Members drawn, and how many times as often as they happen slips are among them: once more, and
# otherwise, where of the first too few count.
_DRAWN = ((MEMBERS, 1.0), (4 * MEMBERS, 2.5))


@dataclass(frozen=True, slots=True)
class Estimates:
    """What could be in each jug as of the last day, and in it when bottles were filled; first
    readings that surprise, and nobody has explained; and what is known of each pour, by the name
    that its ledger gives."""

    jugs: Mapping[str, Estimate]
    filled: Mapping[str, Estimate]
    surprises: tuple[Surprise, ...]
    pours: Mapping[str, PourFound]


def estimates(ledger: Iterable[Step], limits: Mapping[str, float | None], day: float) -> Estimates:
    """Walk a ledger to a day. `limits` are the planned yeasts' limits, % vol, by jug (None: of no
    named yeast); every jug is among them. Jugs that ran together are one cloud; where too few of
    its members count, it is drawn anew with four times as many, and more slips among them."""
    steps = tuple(ledger)
    jugs: dict[str, Estimate] = {}
    filled: dict[str, Estimate] = {}
    surprising: list[Surprise] = []
    pours: dict[str, PourFound] = {}
    for names in _together(steps, limits):
        mine = tuple(step for step in steps if step.jug in names)
        for members, slips_oftener in _DRAWN:
            walk = Walk({name: limits[name] for name in sorted(names)}, members, slips_oftener)
            walk.through(mine, day)
            if walk.in_effect >= ENOUGH:
                break
        jugs |= walk.now
        filled |= walk.filled
        surprising += [
            saw.surprise(walk.cloud)
            for name, saw in walk.saw.items()
            if saw.surprising and name not in walk.explained
        ]
        pours |= {name: pour_found(walk.cloud, name) for name in walk.cloud.richness}
    return Estimates(jugs, filled, tuple(surprising), pours)


def _together(steps: tuple[Step, ...], names: Iterable[str]) -> list[set[str]]:
    """Names by whether drink ran from one to the other."""
    groups: dict[str, set[str]] = {name: {name} for name in names}
    for step in steps:
        if isinstance(step, Moved):
            for into, _ in step.into:
                if groups[into] is not groups[step.jug]:
                    both = groups[step.jug] | groups[into]
                    for name in both:
                        groups[name] = both
    return list({id(group): group for group in groups.values()}.values())
