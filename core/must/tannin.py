"""Tannin of a must, from its fruits and from what is added for bite."""

from collections.abc import Sequence

from core import tables
from core.errors import JobError
from core.must.brought import Brought, from_juice, summed
from core.must.mixing import Pour

_WITHOUT = ("sugar", "water", "boiled_off", "syrup", "acid", "powder")


def tannin(pours: Sequence[Pour], volume_ml: float) -> Brought:
    """Tannin of `volume_ml` of must, from its fruits' usual ranges.

    A powder is not all tannin: about half, give or take. Raises JobError for a pour that
    cannot be.
    """
    return summed(pours, _tannin_g, volume_ml)


def _tannin_g(pour: Pour) -> tuple[float, float]:
    if pour.kind in _WITHOUT:
        return 0.0, 0.0
    if pour.kind == "tannin":
        row = tables.TANNINS[pour.tannin or "powder"]
        mass = pour.mass_g or 0.0
        return row.tannin[0] * mass, row.tannin[1] * mass
    return from_juice(pour, _per_litre)


def _per_litre(fruit: str | None) -> tuple[float, float]:
    return tables.FRUITS[fruit].tannin if fruit else tables.GENERIC_TANNIN


def tannin_to_add_g(
    volume_ml: float, rise_g_per_l: float, key: str = "powder"
) -> tuple[float, float]:
    """Fewest and most grams of a source (a key of core.tables.TANNINS) that bring so much more.

    Add the fewest, taste, then the rest. Raises JobError for another source or no volume.
    """
    if key not in tables.TANNINS:
        raise JobError(f"Use one of {', '.join(tables.TANNINS)}.", "tannin")
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    if not 0 <= rise_g_per_l <= 5:
        raise JobError("Tannin rises by 0 to 5 g/L.", "rise_g_per_l")
    low, high = tables.TANNINS[key].tannin
    grams = rise_g_per_l * volume_ml / 1000
    return grams / high, grams / low
