"""Whole fruit gives its sugar up over days; until then a reading knows only part of it."""

from collections.abc import Sequence

from core.interval import Interval
from core.must.mixing import EMPTY_G, Must, Pour, make_must, mix_of


def start_reading(pours: Sequence[Pour], must: Must) -> Interval:
    """What the first reading can be: with whole fruit in, anything from before it gives up its
    sugar to after. `must` is all of the pours. Raises JobError as `make_must`."""
    liquid = [pour for pour in pours if pour.kind != "fruit"]
    if len(liquid) == len(pours) or not any(mix_of(pour).mass > EMPTY_G for pour in liquid):
        return must.sg
    before, after = make_must(liquid).sg, must.sg
    return Interval(after.value, min(before.low, after.low), max(before.high, after.high))
