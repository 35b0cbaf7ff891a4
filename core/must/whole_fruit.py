"""Whole fruit gives its sugar up over days; until then a reading knows only part of it."""

import math
from collections.abc import Sequence
from dataclasses import replace

from core.errors import JobError
from core.interval import Interval
from core.must.mixing import EMPTY_G, Must, Pour, make_must, mix_of

# Days after which about two thirds of what a fruit holds is out, by how it went in. Frozen
# and thawed counts as crushed. Common practice: whole berries are spent in about a week,
# crushed ones in three or four days, with enzyme sooner.
_DAYS = {"whole": 3.0, "crushed": 1.5}
_WITH_ENZYME = 0.6


def released_share(days: float, state: str = "whole", enzyme: bool = False) -> float:
    """Share, 0 to 1, of a fruit's sugar and juice that is in the liquid after so many days.

    `state` is "whole" or "crushed". Raises JobError for another, or before day 0.
    """
    if state not in _DAYS:
        raise JobError("Fruit goes in whole or crushed; thawed counts as crushed.", "state")
    if days < 0:
        raise JobError("Days are counted from 0.", "days")
    slow = _DAYS[state] * (_WITH_ENZYME if enzyme else 1.0)
    return 1 - math.exp(-days / slow)


def must_on_day(
    pours: Sequence[Pour], days: float, state: str = "whole", enzyme: bool = False
) -> Must:
    """The liquid as a hydrometer meets it after so many days, nothing fermented yet.

    Raises JobError as `make_must` and `released_share`; on day 0 of fruit alone there is no
    liquid.
    """
    share = released_share(days, state, enzyme)
    return make_must([_part(pour, share) if pour.kind == "fruit" else pour for pour in pours])


def start_reading(pours: Sequence[Pour], must: Must) -> Interval:
    """What the first reading can be: with whole fruit in, anything from before it gives up its
    sugar to after. `must` is all of the pours. Raises JobError as `make_must`."""
    liquid = [pour for pour in pours if pour.kind != "fruit"]
    if len(liquid) == len(pours) or not any(mix_of(pour).mass > EMPTY_G for pour in liquid):
        return must.sg
    before, after = make_must(liquid).sg, must.sg
    return Interval(after.value, min(before.low, after.low), max(before.high, after.high))


def _part(pour: Pour, share: float) -> Pour:
    if pour.mass_g is not None:
        return replace(pour, mass_g=pour.mass_g * share)
    return replace(pour, volume_ml=(pour.volume_ml or 0.0) * share)
