"""What bottles of a lot have shown since it was filled: felt, gushed, burst."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from core.bottle.priming import PRIMING_G_PER_L
from core.estimate.trials import FEELS_FROM, FEELS_SOFT_BY, feeling_likelihood
from core.estimate.views import Estimate

# So much more than was to come is beyond what hands are off by, volumes: twice.
_BEYOND_HANDS = 2 * FEELS_SOFT_BY


@dataclass(frozen=True, slots=True)
class Felt:
    """A bottle primed with so much felt soft, firm or hard; `did` that it gushed or burst.
    `in_time`: it had stood warm for as long as its gas takes."""

    feel: str
    primed_g_per_l: float
    in_time: bool
    did: str = ""


def as_felt(told: Estimate, felt: Sequence[Felt], held: bool) -> Estimate:
    """What was filled, by what its bottles show of the gas that has come since. Where its sugar
    is held, a soft one shows that it is, and nothing of how much there is."""
    weights = told.weights
    for each in felt:
        if held and each.feel == "soft":
            continue
        made = (told.left + each.primed_g_per_l) / PRIMING_G_PER_L["sucrose"]
        weights = weights * feeling_likelihood(each.feel, made, each.in_time)
    weights = weights / weights.sum()
    return replace(told, weights=weights, in_effect=float(1 / np.sum(weights**2)))


def unexpected(told: Estimate, felt: Sequence[Felt], held: bool) -> str:
    """What they have shown that was not to come, in a sentence; empty where nothing."""
    to_come = told.at(np.maximum(told.left - told.ends, 0.0), 0.5)
    for each in felt:
        if each.did:
            return f"A bottle of it {each.did}: it makes more gas than it should."
        per_l = 0.0 if held else to_come + each.primed_g_per_l
        made = per_l / PRIMING_G_PER_L["sucrose"]
        if each.feel != "soft" and FEELS_FROM[each.feel] > made + _BEYOND_HANDS:
            return f"Its test bottle felt {each.feel}, and no such gas was to come."
    return ""
