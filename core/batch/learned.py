"""What readings together say of what went in at the start, to be taken into the plan."""

import math
from dataclasses import dataclass, replace

from core.batch.jug import Jug
from core.measure.amounts import amount_sd
from core.measure.density import sg_from_brix
from core.must.composition import LABELLED
from core.must.mixing import Pour
from core.plan.amounts_in_words import measured

# Less than one standard deviation from what was thought is no news; less than so much, as a
# share, is not worth telling; and more is no juice but a slip.
_NEWS_SD, _WORTH_TELLING, _BELIEVED = 1.0, 0.01, 0.35


@dataclass(frozen=True, slots=True)
class Learned:
    """A pour as it must have been, and how that is said."""

    pour: Pour
    text: str


def learned(jug: Jug) -> tuple[Learned, ...]:
    """What gravities and volumes measured at the start say of each of its pours: how much of it
    went in, and how rich it was.

    The best estimate there is once all readings are weighed against what is usual (see
    core.batch.doubts); they go together. Nothing of pours left as they were thought to be.
    """
    found = []
    for index, pour in enumerate(jug.pours):
        name = f"{jug.name}: {jug.name}/start/{index}/0/amount"
        if name not in jug.doubts.rows:
            break
        said: list[str] = []
        really = _as_rich(jug, _as_much(jug, pour, name, said), said)
        if said:
            found.append(Learned(really, " ".join(said)))
    return tuple(found)


def _as_much(jug: Jug, pour: Pour, source: str, said: list[str]) -> Pour:
    moved = _moved(jug, source)
    share = moved * amount_sd(pour.amount, pour.by_mass, pour.amount_by)
    if not _is_news(moved, share):
        return pour
    really = float(round(pour.amount * (1 + share)))
    said.append(
        f"About {measured(really, pour.by_mass)} {pour.name} went in, not"
        f" {measured(pour.amount, pour.by_mass)}."
    )
    return pour.with_amount(really)


def _as_rich(jug: Jug, pour: Pour, said: list[str]) -> Pour:
    holds = pour.composition()
    by_source = [(_moved(jug, f"{jug.name}: {s.source}"), s) for s in holds.shifts]
    spread = math.hypot(*(s.sugar + s.extract for _, s in by_source))
    solids = holds.sugar + holds.extract
    if pour.kind not in LABELLED or spread <= 0 or solids <= 0:
        return pour
    more = sum(moved * (s.sugar + s.extract) for moved, s in by_source)
    share = more / solids
    if not _is_news(more / spread, share):
        return pour
    sg = round(sg_from_brix(100 * (solids + more)), 4)
    side = "richer" if share > 0 else "poorer"
    said.append(
        f"{pour.name} was about {100 * abs(share):.0f} % {side} than its label says: by itself"
        f" it would read {sg:.3f}."
    )
    return replace(pour, measured_sg=sg)


def _moved(jug: Jug, source: str) -> float:
    """By how many of its standard deviations a source was found elsewhere than thought."""
    row = jug.doubts.rows.get(source, len(jug.doubts.mean))
    return float(jug.doubts.mean[row]) if row < len(jug.doubts.mean) else 0.0


def _is_news(moved: float, share: float) -> bool:
    return abs(moved) >= _NEWS_SD and _WORTH_TELLING <= abs(share) <= _BELIEVED
