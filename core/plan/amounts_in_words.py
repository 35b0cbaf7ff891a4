"""An amount as somebody at the counter would measure it: grams or litres, then kitchen things."""

import math

from core.cost.costing import Pack
from core.errors import JobError
from core.measure.spoons import g_per_ml, in_spoons
from core.measure.units import shown
from core.must.mixing import Pour

# Spoons known for what is poured or dosed, by the key of its sugar, acid or kind.
_SPOONED = {
    "sucrose": "white_sugar",
    "brown": "brown_sugar",
    "glucose_monohydrate": "brewing_sugar",
    "citric": "citric_acid",
    "tartaric": "tartaric_acid",
    "nutrient": "nutrient",
    "enzyme": "pectic_enzyme",
    "sulphite": "metabisulphite",
    "sorbate": "potassium_sorbate",
    "bicarbonate": "potassium_bicarbonate",
}
_TEA_BAG_G = 2.0
# A part of a carton is worth telling from here on.
_PART = 0.02
_QUARTERS = {1: "a quarter", 2: "half", 3: "three quarters"}


def measured(amount: float, by_mass: bool, system: str = "metric") -> str:
    """ "412 g", "1.25 kg", "750 ml", "2.5 L"; in another system as core.measure.units.shown."""
    if system != "metric":
        return shown(amount, by_mass, system)
    small, large = ("g", "kg") if by_mass else ("ml", "L")
    if amount >= 999.5:
        return f"{amount / 1000:.2f}".rstrip("0").rstrip(".") + f" {large}"
    if amount >= 10:
        return f"{amount:.0f} {small}"
    return f"{amount:.1f}".removesuffix(".0") + f" {small}"


def in_kitchen_things(pour: Pour, pack: Pack | None = None, system: str = "metric") -> str | None:
    """The pour's amount as cartons, spoons and cups, or tea bags; None where none fit.

    Raises JobError for a system of measures other than metric or us.
    """
    if pour.amount <= 0:
        return None
    if pour.kind in ("sugar", "acid"):
        return spooned(pour.amount, pour.sugar or pour.acid or _plain(pour.kind), system)
    if pour.kind == "tannin" and pour.tannin == "tea":
        bags = max(round(pour.amount / _TEA_BAG_G), 1)
        return "1 tea bag" if bags == 1 else f"{bags} tea bags"
    if pour.kind == "syrup" and "honey" in pour.name.lower() and pour.by_mass:
        return _spoons(pour.amount, "honey", system)
    size = (pack.pack_g if pour.by_mass else pack.pack_ml) if pack else None
    return _cartons(pour, size) if size else None


def _plain(kind: str) -> str:
    return "sucrose" if kind == "sugar" else "citric"


def spooned(mass_g: float, key: str, system: str = "metric") -> str | None:
    """Grams of a sugar, an acid or a dose, by its key, in spoons and cups; None if unknown."""
    substance = _SPOONED.get(key)
    return _spoons(mass_g, substance, system) if substance else None


def spooned_g_per_ml() -> dict[str, float]:
    """Grams in a level ml of each sugar, acid or dose that spoons are known for, by its key: the
    middle of what a spoon may hold."""
    return {key: sum(g_per_ml(substance)) / 2 for key, substance in _SPOONED.items()}


def _spoons(mass_g: float, substance: str, system: str) -> str | None:
    try:
        return in_spoons(mass_g, substance, system).text
    except JobError as error:
        if error.at == "system":
            raise
        return None


def _cartons(pour: Pour, size: float) -> str:
    whole, part = divmod(pour.amount / size, 1)
    count = int(whole)
    if part > 1 - _PART:
        count, part = count + 1, 0.0
    if part < _PART:
        return "1 pack" if count == 1 else f"{count} packs"
    quarters = round(4 * part)
    if math.isclose(4 * part, quarters, abs_tol=4 * _PART) and quarters in _QUARTERS:
        said = _QUARTERS[quarters]
        return (
            f"{count} packs and {said}"
            if count > 1
            else (f"1 pack and {said}" if count else f"{said} of a pack")
        )
    rest = measured(part * size, pour.by_mass)
    if not count:
        return f"{rest} of a pack"
    return f"{count} pack{'s' if count > 1 else ''} and {rest}"
