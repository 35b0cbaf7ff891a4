"""What pH a must may have before anybody measures it, and what bicarbonate does to it."""

from collections.abc import Sequence
from functools import lru_cache

from core import tables
from core.errors import JobError
from core.interval import Interval
from core.must.acidity import BICARBONATES, equivalent_mass, ta_as
from core.must.brought import from_juice
from core.must.mixing import EMPTY_G, Pour, mix_of
from core.must.ph import Solution, acid_at_ph, ph_of, solution_from

# A juice whose acid is this weak, or stranger, is not taken for safe. Source: 21 CFR 114 draws
# the line at 4.6; common practice asks from 4.2.
_JUICES = ("juice", "concentrate", "kit", "fruit")
# What honey, syrup and powders bring is too little, or too well known, to matter here.
_SOLD_AS = "citric"


def unknown_juices(pours: Sequence[Pour]) -> tuple[str, ...]:
    """Names of the juices whose fruit nobody has said: their acid and pH are not known."""
    return tuple(p.name for p in pours if p.kind in _JUICES and p.fruit is None and p.amount)


def may_be_low_in_acid(pours: Sequence[Pour], above_ph: float) -> bool:
    """Whether any juice in it is of a kind whose pH may lie above this."""
    return any(
        _row_ph(pour)[1] > above_ph for pour in pours if pour.kind in _JUICES and pour.amount
    )


def _row_ph(pour: Pour) -> tuple[float, float]:
    return tables.FRUITS[pour.fruit].ph if pour.fruit else tables.GENERIC_PH


def estimated_ph(pours: Sequence[Pour], volume_ml: float, bicarbonate_g: float) -> Interval | None:
    """pH of the must by its fruits' usual acid and pH, and potassium bicarbonate planned.

    Low and high take every juice at the sour and at the flat end of its kind. None where there
    is no acid to reckon with, and bicarbonate then decides by itself. Davies, as core.must.ph.
    """
    alkali = bicarbonate_g / BICARBONATES["potassium"] / volume_ml * 1000
    sour, middle, flat = (_ph(pours, volume_ml, alkali, end) for end in (0.0, 0.5, 1.0))
    if sour is None or middle is None or flat is None:
        return None
    return Interval(middle, min(sour, middle, flat), max(sour, middle, flat))


def ph_with_bicarbonate(ph: float, ta_g_per_l: float, g_per_l: float) -> float:
    """What a measured pH becomes with potassium bicarbonate in, g/L, once the gas has left.

    `ta_g_per_l` is the must's acidity as tartaric. Past what the acid can take it is the pH of
    bicarbonate itself, about 8.3. Davies, as core.must.ph.
    """
    if g_per_l <= 0:
        return ph
    try:
        base = solution_from("malic", max(ta_g_per_l, 0.05) / equivalent_mass("tartaric"), ph)
        return min(ph_of(base.plus_alkali(g_per_l / BICARBONATES["potassium"])), _SPENT_PH)
    except JobError:
        return _SPENT_PH


# Acid and its salt together, as a multiple of the most acidity of its kind. Memory: carrot
# juice takes some 3 g/L of citric acid to pH 4.2.
_MOST_SALT = 2.0
# A solution with more bicarbonate than acid.
_SPENT_PH = 8.3


def _ph(pours: Sequence[Pour], volume_ml: float, alkali: float, end: float) -> float | None:
    """pH with every juice so far along from sour (0) to flat (1)."""
    parts: list[tuple[float, Solution]] = []
    for pour in pours:
        if not pour.amount or mix_of(pour).mass < EMPTY_G:
            continue
        if pour.kind in _JUICES:
            low, high = _row_ph(pour)
            litres = from_juice(pour, lambda _: (1.0, 1.0))[0]
            parts.append((litres, _juice(pour.fruit, low + end * (high - low), end)))
        elif pour.kind == "acid":
            moles = mix_of(pour).mass / tables.ACIDS[pour.acid or _SOLD_AS].molar_mass
            parts.append((1.0, Solution({pour.acid or _SOLD_AS: min(moles, 1.0)})))
    acids: dict[str, float] = {}
    base = alkali
    for litres, solution in parts:
        for key, amount in solution.acids.items():
            acids[key] = acids.get(key, 0.0) + amount * litres / volume_ml * 1000
        base += solution.alkali * litres / volume_ml * 1000
    if sum(acids.values()) < 1e-5:
        return None if not alkali else _SPENT_PH
    try:
        return min(ph_of(Solution(acids, base)), _SPENT_PH)
    except JobError:
        return _SPENT_PH


@lru_cache(maxsize=512)
def _juice(fruit: str | None, ph: float, end: float) -> Solution:
    """A juice of one main acid, from sour and much of it to flat and little."""
    if fruit is None:
        low, high, named = *tables.GENERIC_ACID, tables.GENERIC_ACID_AS
    else:
        row = tables.FRUITS[fruit]
        low, high, named = *row.acid, row.acid_as
    acidity = ta_as(high + end * (low - high), named, "tartaric") / equivalent_mass("tartaric")
    solution = solution_from(named, acidity, ph)
    # Far above the acid's own pK a little acidity would mean a flood of its salt.
    most = _MOST_SALT * high / tables.ACIDS[named].molar_mass
    return solution if solution.acids[named] <= most else acid_at_ph(named, most, ph)
