"""What readings together say of what went in at the start, to be taken into the plan."""

from dataclasses import dataclass, replace

from core.batch.jug import Jug, poured_at_start
from core.estimate.causes import PourFound
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
    """What all that was seen says of each of its pours at the start: how much of it went in, and
    how rich it was; they go together. Nothing of pours left as they were thought to be.
    """
    found = []
    for index, pour in enumerate(jug.pours):
        told = jug.estimator.pour(poured_at_start(jug.name, index))
        if told is None:
            break
        said: list[str] = []
        really = _as_rich(told, _as_much(told, pour, said), said)
        if said:
            found.append(Learned(really, " ".join(said)))
    return tuple(found)


def _as_much(told: PourFound, pour: Pour, said: list[str]) -> Pour:
    if not _is_news(told.amount, told.usual_amount):
        return pour
    really = float(round(pour.amount * (1 + told.amount)))
    said.append(
        f"About {measured(really, pour.by_mass)} {pour.name} went in, not"
        f" {measured(pour.amount, pour.by_mass)}."
    )
    return pour.with_amount(really)


def _as_rich(told: PourFound, pour: Pour, said: list[str]) -> Pour:
    if pour.kind not in LABELLED or not _is_news(told.solids, told.usual_solids):
        return pour
    holds = pour.composition()
    sg = round(sg_from_brix(100 * (holds.sugar + holds.extract) * (1 + told.solids)), 4)
    side = "richer" if told.solids > 0 else "poorer"
    said.append(
        f"{pour.name} was about {100 * abs(told.solids):.0f} % {side} than its label says: by"
        f" itself it would read {sg:.3f}."
    )
    return replace(pour, measured_sg=sg)


def _is_news(share: float, usual: float) -> bool:
    return abs(share) >= _NEWS_SD * usual and _WORTH_TELLING <= abs(share) <= _BELIEVED
