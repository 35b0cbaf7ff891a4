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

# Rehydration: ten times the yeast's mass of water, how warm, how long, and how near the must.
_WATER_PER_YEAST = 10
_REHYDRATE_C = (35.0, 40.0)
_NEVER_ABOVE_C = 43.0
_REHYDRATE_MINUTES = (15, 20)
_WITHIN_C_OF_MUST = 10.0

# A starter: its share of the jug, how sweet, how long.
_STARTER_SHARE = 0.05
_STARTER_SUGAR_G_PER_L = 100.0
_STARTER_HOURS = (24, 48)

# Yeast-assimilable nitrogen needed, mg/L per g/L of sugar, and the floor for weak musts.
_NITROGEN = {"low": 0.75, "medium": 0.9, "high": 1.25}
_NITROGEN_FLOOR_MG_PER_L = 150.0
# Nitrogen in the salts, mg per g: diammonium phosphate by molar mass, organic by label.
NUTRIENT_MG_PER_G = {"diammonium_phosphate": 212.0, "organic": 40.0}
# Diammonium phosphate in all, g/L: Regulation (EU) 2019/934 has 1.0, 27 CFR 24.246 0.96
# (memory). Past it organic nutrient, or none.
DAP_LIMIT_G_PER_L = 1.0


@dataclass(frozen=True, slots=True)
class YeastDose:
    """Dry yeast in g, as 5 g sachets, and whether the must is `hard` on it."""

    mass_g: float
    sachets: float
    hard: bool


@dataclass(frozen=True, slots=True)
class Rehydration:
    """Water in ml, how warm in °C and for how many minutes, as ranges; the yeast dies above
    `never_above_c`. Then must is added in steps until it is as warm as `temper_to_c` at most;
    None when it may go straight in."""

    water_ml: float
    water_c: tuple[float, float]
    never_above_c: float
    minutes: tuple[int, int]
    temper_to_c: float | None


@dataclass(frozen=True, slots=True)
class Hardship:
    """One thing that may stop yeast early; `code` is stable, `text` says the way out."""

    code: str
    text: str


@dataclass(frozen=True, slots=True)
class Starter:
    """Must and water in ml, dry yeast in g, and how many hours it works before it goes in."""

    must_ml: float
    water_ml: float
    yeast_g: float
    hours: tuple[int, int]


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
    hard = restart or bool(hardships(sugar_g_per_l, ph, preservative))
    low, high = USUAL_G_PER_L
    grams = (HARD_G_PER_L if hard else (low + high) / 2) * volume_ml / 1000
    return YeastDose(grams, grams / SACHET_G, hard)


def rehydration(yeast_g: float, must_c: float) -> Rehydration:
    """How to wake dry yeast for a must at `must_c`. Sprinkling it dry is as common.

    Raises JobError for no yeast, or a must no yeast works in.
    """
    if not 0 < yeast_g <= 1000:
        raise JobError("Give the yeast in g, like 2.5.", "yeast_g")
    if not 5 <= must_c <= 35:
        raise JobError(f"Bring the must to 15 to 30 °C first: it is at {must_c:g}.", "must_c")
    warm = _REHYDRATE_C[0] - must_c > _WITHIN_C_OF_MUST
    return Rehydration(
        yeast_g * _WATER_PER_YEAST,
        _REHYDRATE_C,
        _NEVER_ABOVE_C,
        _REHYDRATE_MINUTES,
        must_c + _WITHIN_C_OF_MUST if warm else None,
    )


def hardships(
    sugar_g_per_l: float,
    ph: float | None = None,
    preservative: bool = False,
    nitrogen_mg_per_l: float | None = None,
    demand: str = "medium",
) -> tuple[Hardship, ...]:
    """What in a must may stop yeast before its tolerance, the likeliest first.

    Codes: preservative, ph, sugar, nitrogen. What is not known is not judged. Raises
    JobError for a negative sugar or another demand.
    """
    _check(1.0, sugar_g_per_l)
    found = []
    if preservative:
        found.append(Hardship("preservative", "A preservative in it holds yeast back."))
    if ph is not None and ph < _HARD_PH:
        found.append(
            Hardship(
                "ph",
                f"pH {ph:g} is sour enough to slow yeast: bring it to 3.2 or above (less sour).",
            )
        )
    if sugar_g_per_l > _HARD_SUGAR_G_PER_L:
        found.append(
            Hardship("sugar", f"{sugar_g_per_l:.0f} g/L of sugar is heavy: add it in two steps.")
        )
    needed = nitrogen_needed_mg_per_l(sugar_g_per_l, demand)
    if nitrogen_mg_per_l is not None and nitrogen_mg_per_l < needed:
        found.append(
            Hardship(
                "nitrogen",
                f"It lacks {needed - nitrogen_mg_per_l:.0f} mg/L of nitrogen: add nutrient.",
            )
        )
    return tuple(found)


def starter(volume_ml: float, sugar_g_per_l: float) -> Starter:
    """A live starter for a jug that fights back: a twentieth of it, thinned to easy sugar.

    Juice of the must and water, to about 100 g/L, kept at 20 to 25 °C for a day or two until
    it foams. Common practice. Raises JobError for no volume or a negative sugar.
    """
    _check(volume_ml, sugar_g_per_l)
    total = _STARTER_SHARE * volume_ml
    juice = total * min(_STARTER_SUGAR_G_PER_L / sugar_g_per_l, 1.0) if sugar_g_per_l else total
    dose = yeast_dose(volume_ml, sugar_g_per_l, restart=True)
    return Starter(juice, total - juice, dose.mass_g, _STARTER_HOURS)


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
    supermarket juice is poor. Of diammonium phosphate never more than the 1 g/L that is
    allowed. Raises JobError for another nutrient.
    """
    _check(volume_ml, sugar_g_per_l)
    if nutrient not in NUTRIENT_MG_PER_G:
        raise JobError(f"Use one of {', '.join(NUTRIENT_MG_PER_G)}.", "nutrient")
    needed = nitrogen_needed_mg_per_l(sugar_g_per_l, demand)
    missing = max(needed - there_mg_per_l, 0.0)
    grams = missing * volume_ml / 1000 / NUTRIENT_MG_PER_G[nutrient]
    if nutrient == "diammonium_phosphate":
        grams = min(grams, DAP_LIMIT_G_PER_L * volume_ml / 1000)
    return NutrientDose(needed, missing, grams, grams / 3)


def mixed_temperature_c(parts: list[tuple[float, float, float]]) -> float:
    """Temperature of liquids poured together, from (mass g, °C, °Bx) of each.

    Heat capacity 4.19 - 0.025 Brix kJ/(kg K); heat lost to the vessel is left out. Raises
    JobError when nothing is poured.

    Reference: Conservation of heat.
    Example: a litre of water at 80 °C and one at 20.

    >>> f"{mixed_temperature_c([(1000, 80, 0), (1000, 20, 0)]):.0f}"
    '50'
    """
    heats = [(mass * (4.19 - 0.025 * brix), celsius) for mass, celsius, brix in parts]
    total = sum(heat for heat, _ in heats)
    if total <= 0:
        raise JobError("Nothing has been added yet: add at least one ingredient.", "pours")
    return sum(heat * celsius for heat, celsius in heats) / total


def _check(volume_ml: float, sugar_g_per_l: float) -> None:
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    if not 0 <= sugar_g_per_l <= 1000:
        raise JobError("Sugar in a must is 0 to 1000 g/L.", "sugar_g_per_l")
