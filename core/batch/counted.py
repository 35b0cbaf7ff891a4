"""What of a jug has to be counted once it is closed in a bottle."""

from datetime import timedelta

import numpy as np

from core.batch.judge import Judged
from core.batch.jug import Jug
from core.bottle.closing import Contents
from core.bottle.priming import residual_volumes
from core.errors import JobError
from core.estimate.net import Array
from core.estimate.trials import most_by_test
from core.estimate.views import Estimate
from core.plan.glass import GlassPlan

# What is counted at the worst, and how likely a bottle that may be closed goes over all the same.
_WORST, GO_CHANCE = 0.95, 0.005
# So long in the warm shows whether what was stabilised stands still. Common practice.
_WARM = timedelta(days=14)
_RUNNING = ("pitched", "not_started", "going", "slow", "near", "restarted")


def estimate_of(jug: Jug) -> Estimate:
    """What could be in a jug that is not empty."""
    told = jug.estimate
    if told is None:
        raise JobError("There is nothing in this jug.")
    return told


def contents_of(
    jug: Jug, verdict: Judged, told: Estimate | None, tested: bool = False
) -> Contents | None:
    """What of the jug has to be counted in a closed bottle, by an estimate of it; None where
    nothing is in it. `tested` as if its sugar had been measured today."""
    if jug.brew.empty or told is None:
        return None
    # What was there when it was last seen: time alone proves nothing.
    left = np.maximum(told.seen, 0.0)
    # Sulphite alone is there for the malic acid; sugar it was never asked to hold.
    lacks = verdict.unmet if jug.dosed.sorbic_mg > 0 else ()
    litres = told.volume_ml.value / 1000
    return Contents(
        residual_volumes(min(max(warmest_c(jug), 0.0), 50.0)),
        _at_most(jug, told, left, _WORST),
        told.at(np.maximum(told.left - told.ends, 0.0), 0.5),
        0.0 if _malic_held(jug, litres) else jug.dosed.malic_g / litres,
        verdict.code == "stabilised",
        lacks,
        _unproven(jug, verdict),
        _at_most(jug, told, left, 1 - GO_CHANCE),
        (verdict.stopped and told.settled)
        or tested
        or (jug.tested_today is not None and told.test_fits),
        _rests_on_the_stem(jug, verdict),
    )


def _at_most(jug: Jug, told: Estimate, left: Array, share: float) -> float:
    """Sugar left (g/L) that is so likely to be enough. Where its readings do not fit together a
    test of its sugar still tells, and is then taken by itself."""
    most = told.at(left, share)
    tested = jug.tested_today
    if told.settled or tested is None:
        return most
    return max(most, most_by_test(tested, share))


def _rests_on_the_stem(jug: Jug, verdict: Judged) -> str:
    """What is asked where all rests on a stem that nobody has tried, or on a warm sample."""
    if verdict.code == "stabilised":
        return _warm_first(jug)
    if jug.tested_at is not None:
        return ""
    asks = []
    if not jug.stem_tried:
        asks.append("try it in water of 20 °C, where it has to show 1.000")
    if not jug.warmth_written:
        asks.append("write how warm the samples were")
    return f"All rests on the hydrometer: {', and '.join(asks)}." if asks else ""


def _warm_first(jug: Jug) -> str:
    """What to wait for before a drink that is only just held is closed."""
    since = jug.holding.sorbic_at
    if since is None or jug.as_of is None or jug.as_of >= since + _WARM:
        return ""
    day = since + _WARM
    return (
        f"Better closed from {day.day} {day:%b} on: two weeks in the warm show whether it holds. Or"
        " fill one plastic bottle now, and feel it until then."
    )


def _malic_held(jug: Jug, litres: float) -> bool:
    return jug.as_of is not None and jug.holding.malic_held(jug.as_of, litres)


def warmest_c(jug: Jug) -> float:
    """How warm it has been at the most since it stopped, °C: as written, or as planned."""
    if jug.watch.warmest_c is not None:
        return jug.watch.warmest_c
    return (jug.plan.glass or GlassPlan("dry_still")).warmest_c if jug.plan else 20.0


def _unproven(jug: Jug, verdict: Judged) -> str:
    """Why so much sugar has to be counted, and the way out."""
    if verdict.proven or verdict.code == "stabilised":
        return ""
    if verdict.progress is None:
        return "It has not fermented yet."
    if jug.watch.sweetened or jug.sugared:
        return "It was sweetened, and nothing holds that sugar: stabilise it first."
    if verdict.code == "stopped_sweet":
        return (
            "The yeast gave up with sugar left, and that stop is not stable: stabilise it, or take"
            " vented caps and the fridge."
        )
    if verdict.code in _RUNNING:
        return "It is still fermenting: wait until the readings prove it dry."
    return verdict.text
