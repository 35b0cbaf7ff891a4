"""Which evidence would settle whether a jug may be closed, and how often it would.

For each kind of test its answers are tried on members of the cloud, each taken for the truth, and
the others weighed by that answer: how often does a bottle then come to *go* or *do not*?
"""

from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from core.batch.judge import Judged
from core.batch.jug import Jug
from core.batch.life import contents_of
from core.bottle.closing import closing
from core.estimate.ledger import Tested
from core.estimate.trials import TASTES_FROM, log_likelihood
from core.estimate.views import Estimate, quantiles
from core.tables import Closure

# So many members are taken for the truth, evenly by their weight.
_TRUTHS = 24
# The cheapest that settles so many comes first.
_WORTH_IT = 0.60
_KINDS = ("taste", "sugar", "forced")


@dataclass(frozen=True, slots=True)
class Help:
    """A kind of test (core.estimate.ledger.Tested), and in what share of cases it would settle
    whether the bottle may be closed, 0 to 1."""

    kind: str
    settles: float


def helps(jug: Jug, verdict: Judged, closure: Closure) -> tuple[Help, ...]:
    """What would settle best whether it may be closed so: of those that mostly do, the cheapest
    first; then the rest. Empty where that is settled, or it has not come to rest."""
    told = jug.estimate
    if told is None or not (told.settled and verdict.stopped):
        return ()
    if _settles(jug, verdict, told, closure, False):
        return ()
    truths = _truths(told)
    found = [Help(kind, _share(jug, verdict, told, closure, kind, truths)) for kind in _KINDS]
    worth = [each for each in found if each.settles > _WORTH_IT]
    rest = sorted((each for each in found if each not in worth), key=lambda each: -each.settles)
    return (*worth, *rest)


def _truths(told: Estimate) -> list[float]:
    """Sugar left (g/L) of members taken for the truth."""
    even = (np.arange(_TRUTHS) + 0.5) / _TRUTHS
    return list(quantiles(told.left, told.weights, *even.tolist()))


def _share(
    jug: Jug, verdict: Judged, told: Estimate, closure: Closure, kind: str, truths: list[float]
) -> float:
    # Many truths give one answer.
    answers = Counter(_ANSWERS[kind](jug, left) for left in truths)
    settled = sum(
        count
        for answer, count in answers.items()
        if _settles(jug, verdict, _answered(told, answer), closure, kind == "sugar")
    )
    return settled / len(truths)


def _answered(told: Estimate, answer: Tested) -> Estimate:
    """The same, had a test answered so."""
    weights = told.weights * np.exp(log_likelihood(answer, told.found))
    return replace(told, weights=weights / weights.sum(), seen=told.found.left)


def _settles(jug: Jug, verdict: Judged, told: Estimate, closure: Closure, tested: bool) -> bool:
    contents = contents_of(jug, verdict, told, tested)
    return contents is not None and closing(contents, closure).word != "think"


def _sugar(jug: Jug, left: float) -> Tested:
    return Tested(jug.name, 0.0, "sugar", round(left))


def _forced(jug: Jug, left: float) -> Tested:
    return Tested(jug.name, 0.0, "forced", round(min(left, 50.0) / 2.2), says_dry=jug.would_fall)


def _taste(jug: Jug, left: float) -> Tested:
    return Tested(jug.name, 0.0, "taste", sum(left >= edge for edge in TASTES_FROM))


_ANSWERS: dict[str, Callable[[Jug, float], Tested]] = {
    "sugar": _sugar,
    "forced": _forced,
    "taste": _taste,
}
