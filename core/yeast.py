"""Yeast and what it eats: dose, rehydration, nitrogen. All common practice unless said."""

from dataclasses import dataclass

from core.errors import JobError

# Dry yeast, g/L: a usual dose, and where the must fights back.
USUAL_G_PER_L = (0.2, 0.5)
HARD_G_PER_L = 1.0
SACHET_G = 5.0
# From here on a must is hard on yeast: sugar, g/L, and pH.
_HARD_SUGAR_G_PER_L = 240.0
_HARD_PH = 3.0

# Rehydration: ten times the yeast's mass of water, and how warm.
WATER_PER_YEAST = 10
REHYDRATE_C = (35.0, 40.0)
NEVER_ABOVE_C = 43.0
WITHIN_C_OF_MUST = 10.0

# Yeast-assimilable nitrogen needed, mg/L per g/L of sugar, and the floor for weak musts.
_NITROGEN = {"low": 0.75, "medium": 0.9, "high": 1.25}
_NITROGEN_FLOOR_MG_PER_L = 150.0
# Nitrogen in the salts, mg per g: diammonium phosphate by molar mass, organic by label.
NUTRIENT_MG_PER_G = {"diammonium_phosphate": 212.0, "organic": 40.0}


@dataclass(frozen=True, slots=True)
class YeastDose:
    """Dry yeast in g, the share of a 5 g sachet, and the water to rehydrate it in, ml."""

    mass_g: float
    sachets: float
    water_ml: float
    hard: bool


@dataclass(frozen=True, slots=True)
class NutrientDose:
    """Nitrogen in mg/L: needed, there, missing; nutrient in g, and each of three portions."""

    needed_mg_per_l: float
    missing_mg_per_l: float
    mass_g: float
    portion_g: float


def yeast_dose(
    volume_ml: float,
    sugar_g_per_l: float,
    ph: float | None = None,
    preservative: bool = False,
    restart: bool = False,
) -> YeastDose:
    """Dry yeast for a jug: a usual dose, or 1 g/L where the must fights back.

    Raises JobError for no volume or a negative sugar.
    """
    _check(volume_ml, sugar_g_per_l)
    hard = (
        preservative
        or restart
        or sugar_g_per_l > _HARD_SUGAR_G_PER_L
        or (ph is not None and ph < _HARD_PH)
    )
    low, high = USUAL_G_PER_L
    grams = (HARD_G_PER_L if hard else (low + high) / 2) * volume_ml / 1000
    return YeastDose(grams, grams / SACHET_G, grams * WATER_PER_YEAST, hard)


def nitrogen_needed_mg_per_l(sugar_g_per_l: float, demand: str = "medium") -> float:
    """Nitrogen a must needs, mg/L. Raises JobError for a demand other than low, medium, high."""
    if demand not in _NITROGEN:
        raise JobError("A yeast's demand is low, medium or high.", "demand")
    return max(_NITROGEN[demand] * sugar_g_per_l, _NITROGEN_FLOOR_MG_PER_L)


def nutrient_dose(
    volume_ml: float,
    sugar_g_per_l: float,
    there_mg_per_l: float,
    nutrient: str = "diammonium_phosphate",
    demand: str = "medium",
) -> NutrientDose:
    """Nutrient for a jug, in three portions: at pitching or 24 h, at 48 h and at 72 h.

    None after a third of the sugar is gone. `there_mg_per_l` is what the juice brings;
    supermarket juice is poor. Raises JobError for another nutrient.
    """
    _check(volume_ml, sugar_g_per_l)
    if nutrient not in NUTRIENT_MG_PER_G:
        raise JobError(f"Use one of {', '.join(NUTRIENT_MG_PER_G)}.", "nutrient")
    needed = nitrogen_needed_mg_per_l(sugar_g_per_l, demand)
    missing = max(needed - there_mg_per_l, 0.0)
    grams = missing * volume_ml / 1000 / NUTRIENT_MG_PER_G[nutrient]
    return NutrientDose(needed, missing, grams, grams / 3)


def mixed_temperature_c(parts: list[tuple[float, float, float]]) -> float:
    """Temperature of liquids poured together, from (mass g, °C, °Bx) of each.

    Heat capacity 4.19 - 0.025 Brix kJ/(kg K); heat lost to the vessel is left out. Raises
    JobError when nothing is poured.
    """
    heats = [(mass * (4.19 - 0.025 * brix), celsius) for mass, celsius, brix in parts]
    total = sum(heat for heat, _ in heats)
    if total <= 0:
        raise JobError("Nothing is poured yet: pour at least one thing in.", "pours")
    return sum(heat * celsius for heat, celsius in heats) / total


def _check(volume_ml: float, sugar_g_per_l: float) -> None:
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    if not 0 <= sugar_g_per_l <= 1000:
        raise JobError("Sugar in a must is 0 to 1000 g/L.", "sugar_g_per_l")
