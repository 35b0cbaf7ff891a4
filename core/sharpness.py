"""Titratable acidity of a must from its pours, before anybody titrates it."""

from collections.abc import Sequence
from functools import lru_cache

from core import tables
from core.acid import ta_as
from core.brought import Brought, from_juice, summed
from core.must import Pour, mix_of

# What is sold as acid in a kitchen; blends titrate within a few per cent of it.
_SOLD_AS = "citric"
_WITHOUT = ("sugar", "water", "boiled_off", "syrup", "tannin")
# Acid in a drink powder, as a share of what is not sugar in it. Common practice.
_IN_POWDER = (0.3, 0.8)


def sharpness(pours: Sequence[Pour], volume_ml: float) -> Brought:
    """Acidity as tartaric of `volume_ml` of must, from its fruits' usual ranges.

    A titration beats it. Syrups and honey count as none. Raises JobError for a pour that
    cannot be.
    """
    return summed(pours, _acid_g, volume_ml)


def _acid_g(pour: Pour) -> tuple[float, float]:
    """Least and most acid in a pour, g as tartaric."""
    if pour.kind in _WITHOUT:
        return 0.0, 0.0
    if pour.kind == "acid":
        grams = ta_as(mix_of(pour).mass, pour.acid or _SOLD_AS, "tartaric")
        return grams, grams
    if pour.kind == "powder":
        other = ta_as(mix_of(pour).extract, _SOLD_AS, "tartaric")
        return _IN_POWDER[0] * other, _IN_POWDER[1] * other
    return from_juice(pour, _per_litre)


@lru_cache
def _per_litre(fruit: str | None) -> tuple[float, float]:
    if fruit is None:
        low, high, named = *tables.GENERIC_ACID, tables.GENERIC_ACID_AS
    else:
        row = tables.FRUITS[fruit]
        low, high, named = *row.acid, row.acid_as
    return ta_as(low, named, "tartaric"), ta_as(high, named, "tartaric")
