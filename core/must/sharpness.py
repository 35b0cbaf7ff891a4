"""Titratable acidity of a must from its pours, before anybody titrates it."""

from collections.abc import Sequence
from functools import lru_cache

from core import tables
from core.must.acidity import ta_as
from core.must.brought import Brought, from_juice, summed
from core.must.mixing import Pour, mix_of

# What is sold as acid in a kitchen; blends titrate within a few per cent of it.
_SOLD_AS = "citric"
_DRINKS = ("juice", "concentrate", "kit")
_WITHOUT = ("sugar", "water", "boiled_off", "syrup", "tannin")
# Acid added to a drink that is only part juice, g/L as citric, from soda to sour. Common
# practice: a wide range, for no label says how much.
_ADDED_ACID = (1.0, 8.0)
# Acid in a drink powder, as a share of what is not sugar in it. Common practice.
_IN_POWDER = (0.3, 0.8)


def sharpness(pours: Sequence[Pour], volume_ml: float) -> Brought:
    """Acidity as tartaric of `volume_ml` of must, from its fruits' usual ranges.

    A titration beats it. Syrups and honey count as none. Raises JobError for a pour that
    cannot be.
    """
    return summed(pours, acid_g, volume_ml)


def acid_g(pour: Pour) -> tuple[float, float]:
    """Least and most acid in a pour, g as tartaric."""
    if pour.kind in _WITHOUT:
        return 0.0, 0.0
    if pour.kind == "acid":
        grams = ta_as(mix_of(pour).mass, pour.acid or _SOLD_AS, "tartaric")
        return grams, grams
    if pour.kind == "powder":
        other = ta_as(mix_of(pour).extract, _SOLD_AS, "tartaric")
        return _IN_POWDER[0] * other, _IN_POWDER[1] * other
    low, high = from_juice(pour, _per_litre)
    less, more = _added_g(pour)
    return low + less, high + more


def _added_g(pour: Pour) -> tuple[float, float]:
    """Least and most acid put into a drink for taste, g as tartaric."""
    if pour.juice_share == 1 or pour.kind not in _DRINKS:
        return 0.0, 0.0
    litres = mix_of(pour).volume_ml / 1000 * (1 - pour.juice_share) if pour.amount else 0.0
    low, high = (ta_as(grams, _SOLD_AS, "tartaric") * litres for grams in _ADDED_ACID)
    return low, high


def malic_g_per_l(pours: Sequence[Pour], volume_ml: float) -> float:
    """Malic acid as usual for its fruits, g/L of must: what bacteria may turn to lactic acid
    and gas."""
    grams = 0.0
    for pour in pours:
        if pour.kind == "acid" and pour.acid == "malic":
            grams += mix_of(pour).mass
        elif pour.kind not in (*_WITHOUT, "acid", "powder"):
            row = tables.FRUITS.get(pour.fruit or "")
            named = row.acid_as if row else tables.GENERIC_ACID_AS
            if named == "malic":
                grams += ta_as(sum(from_juice(pour, _per_litre)) / 2, "tartaric", "malic")
    return grams / volume_ml * 1000


@lru_cache
def _per_litre(fruit: str | None) -> tuple[float, float]:
    if fruit is None:
        low, high, named = *tables.GENERIC_ACID, tables.GENERIC_ACID_AS
    else:
        row = tables.FRUITS[fruit]
        low, high, named = *row.acid, row.acid_as
    return ta_as(low, named, "tartaric"), ta_as(high, named, "tartaric")
