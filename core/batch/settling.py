"""Which evidence would settle whether a jug may be closed, and how often it would.

For each kind of test its answers are tried on members of the cloud, each taken for the truth, and
the others weighed by that answer: how often does a bottle then come to *go* or *do not*?
"""

from collections import Counter
from dataclasses import dataclass, replace

import numpy as np

from core.batch.counted import contents_of
from core.batch.judge import Judged
from core.batch.jug import Jug
from core.bottle.closing import Word, closing
from core.estimate.ledger import Kind, Tested
from core.estimate.trials import answer, log_likelihood
from core.estimate.views import Estimate, quantiles
from core.tables import CLOSURES

# So many members are taken for the truth, evenly by their weight.
_TRUTHS = 24
# The cheapest that settles so many comes first.
_WORTH_IT = 0.60
# One that settles fewer is not named.
_WORTH_NAMING = 0.20
CORK = CLOSURES["wine_bottle", "cork"]
"""The tightest that a still drink is closed with."""
_KINDS: tuple[Kind, ...] = ("taste", "sugar", "forced")


@dataclass(frozen=True, slots=True)
class Help:
    """A kind of test (core.estimate.ledger.Tested), and in what share of cases it would settle
    whether a cork may go in, 0 to 1."""

    kind: Kind
    settles: float


def helps(jug: Jug, verdict: Judged) -> tuple[Help, ...]:
    """What would settle best whether a cork may go in: of those that mostly do, the cheapest
    first; then the rest. Empty where that is settled, or it has not come to rest."""
    told = jug.estimate
    if told is None or not (told.settled and verdict.stopped):
        return ()
    now = _word(jug, verdict, told, False)
    if now == "go":
        return ()
    truths = _truths(told)
    found = [Help(kind, _share(jug, verdict, told, kind, truths, now)) for kind in _KINDS]
    found = [each for each in found if each.settles >= _WORTH_NAMING]
    worth = [each for each in found if each.settles > _WORTH_IT]
    rest = sorted((each for each in found if each not in worth), key=lambda each: -each.settles)
    return (*worth, *rest)


def _truths(told: Estimate) -> list[float]:
    """Sugar left (g/L) of members taken for the truth."""
    even = (np.arange(_TRUTHS) + 0.5) / _TRUTHS
    return list(quantiles(told.left, told.weights, *even.tolist()))


def _share(
    jug: Jug, verdict: Judged, told: Estimate, kind: Kind, truths: list[float], now: Word
) -> float:
    # Many truths give one answer.
    answers = Counter(answer(jug.name, kind, left, jug.would_fall) for left in truths)
    settled = 0
    for shown, count in answers.items():
        word = _word(jug, verdict, _answered(told, shown), kind == "sugar")
        # What is refused already is settled only by what lets it pass.
        settled += count * (word == "go" or (word == "do_not" and now == "think"))
    return settled / len(truths)


def _answered(told: Estimate, shown: Tested) -> Estimate:
    """The same, had a test answered so."""
    weights = told.weights * np.exp(log_likelihood(shown, told.found, told.unseen_g))
    return replace(told, weights=weights / weights.sum(), seen=told.found.left)


def _word(jug: Jug, verdict: Judged, told: Estimate, tested: bool) -> Word:
    contents = contents_of(jug, verdict, told, tested)
    return "do_not" if contents is None else closing(contents, CORK).word
