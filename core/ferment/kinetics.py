"""A small model of a ferment: yeast that grows on nitrogen, eats sugar, and tires.

Yeast grows until its nitrogen is used up and eats sugar at a rate that follows temperature, the
sugar left and alcohol. The structure follows nitrogen-limited kinetics (Coleman, Fish and Block
2007, Appl. Environ. Microbiol. 73:5875; Malherbe et al. 2004, Biotechnol. Bioeng. 86:261, both
from memory); its rates are common practice with wide margins, not theirs.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.ferment.strength import SUGAR_PER_POINT_G_PER_L

Floats = NDArray[np.float64]

# Speed doubles to more than doubles in ten degrees between 10 and 25 °C. Common practice.
_Q10 = 2.2
_AT_C = 20.0
# % vol that a gram in a litre becomes: about 17 g/L make 1 %.
_ABV_PER_G = 1 / 17
# The share of its full strength that a usual dose of yeast begins with, and that dose, g/L.
_BEGINS, _USUAL_G_PER_L = 0.03, 0.35
# Below pH 3.2 yeast slows, to half at 2.8. Common practice.
_EASY_PH, _HALF_PH, _SLOWEST = 3.2, 2.8, 0.35
# What supermarket juice brings of nitrogen, mg/L: the steep middle of _PRIOR is on about this.
_USUAL_N_MG_PER_L = 120.0
_LEAST_LEFT_G_PER_L = 1.0


@dataclass(frozen=True, slots=True)
class Conditions:
    """What a ferment runs under: °C, the yeast's limit in % vol, pH and nitrogen (mg/L, in it
    from the start) where they are known, and dry yeast in g/L."""

    temperature_c: float
    tolerance_abv: float | None = None
    ph: float | None = None
    nitrogen_mg_per_l: float | None = None
    yeast_g_per_l: float | None = None


@dataclass(frozen=True, slots=True)
class WhatIf:
    """What is changed from the last reading on: degrees warmer, nitrogen given (mg/L), sugar fed
    (g/L)."""

    warmer_c: float = 0.0
    nitrogen_mg_per_l: float = 0.0
    sugar_g_per_l: float = 0.0


def speed_by_ph(ph: float | None) -> float:
    """How fast yeast works at a pH beside what it does at ease, 0 to 1."""
    if ph is None or ph >= _EASY_PH:
        return 1.0
    return max(1 - 0.5 * (_EASY_PH - ph) / (_EASY_PH - _HALF_PH), _SLOWEST)


def speed_by_warmth(temperature_c: float) -> float:
    """How fast yeast works at so many °C beside what it does at 20."""
    return float(_Q10 ** ((temperature_c - _AT_C) / 10))


def grows_to(nitrogen_mg_per_l: float | None) -> float:
    """How much yeast grows on so much nitrogen, beside a usual juice's.

    By the square root: more nitrogen makes more yeast, and less of it to each.
    """
    if nitrogen_mg_per_l is None:
        return 1.0
    return float(np.clip(np.sqrt(nitrogen_mg_per_l / _USUAL_N_MG_PER_L), 0.5, 1.6))


def curves(
    logs: Floats,
    end: Floats,
    grid: Floats,
    og: float | Floats,
    under: Conditions,
    what_if: WhatIf,
    since: float,
) -> Floats:
    """The gravity of each of many ferments at each time of the grid.

    `logs` are the logarithms of rate (g/L a day), growth, half-speed (g/L), lag (days) and tiring,
    a column each; `og` the gravity each began at, or all of them; `end` the one each ends at;
    `what_if` holds from `since` days on.
    """
    rate, growth, half, lag, tiring = np.exp(logs).T
    limit = under.tolerance_abv or 14.0
    start = np.maximum((og - end) * 1000 * SUGAR_PER_POINT_G_PER_L, _LEAST_LEFT_G_PER_L)
    eaten, left = np.zeros_like(start), start.copy()
    begins = _BEGINS * (under.yeast_g_per_l or _USUAL_G_PER_L) / _USUAL_G_PER_L
    active = np.full_like(start, min(begins, 0.5))
    acid = speed_by_ph(under.ph)
    given = grows_to((under.nitrogen_mg_per_l or _USUAL_N_MG_PER_L) + what_if.nitrogen_mg_per_l)
    more = given / grows_to(under.nitrogen_mg_per_l or _USUAL_N_MG_PER_L)
    found = np.empty((len(start), len(grid)))
    fed = False
    for i, time in enumerate(grid):
        changed = time >= since
        if changed and not fed:
            left, fed = left + what_if.sugar_g_per_l, True
        found[:, i] = left
        step = grid[i + 1] - time if i + 1 < len(grid) else 0.0
        warmer = what_if.warmer_c if changed else 0.0
        speed = acid * speed_by_warmth(under.temperature_c + warmer)
        most = more if changed else 1.0
        begun = time >= lag / speed
        grown = active + step * growth * speed * active * (1 - active / most) * begun
        active = np.clip(grown, 0.0, np.maximum(most, active))
        alcohol = np.minimum(eaten * _ABV_PER_G / limit, 0.98)
        tired = np.exp(-tiring * eaten / 100) * (1 - alcohol**2 * 0.6)
        after = left * np.exp(-step * speed * rate * active * tired / (half + left))
        eaten, left = eaten + left - after, after
    return end[:, None] + found / SUGAR_PER_POINT_G_PER_L / 1000
