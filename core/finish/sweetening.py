"""Sweetness in words, and what sweetens without fermenting."""

from dataclasses import dataclass

from core.errors import JobError
from core.measure.density import brix_from_sg, solids_g_per_l

# EU still-wine words by residual sugar, g/L; each rises to the second figure with enough acid.
# Regulation (EU) 2019/33 Annex III (memory).
_WINE_WORDS = (("dry", 4.0, 9.0), ("medium dry", 12.0, 18.0), ("medium", 45.0, 45.0))
# The word "dry" up to 9 wants acidity (as tartaric) within 2 g/L of the sugar; "medium dry" up
# to 18, within 10.
_ACID_WITHIN = (2.0, 10.0, 0.0)


# As sweet as so much sugar, g/g, for what yeast leaves alone (memory).
SWEETNESS = {"erythritol": 0.65, "xylitol": 1.0, "sorbitol": 0.55}


@dataclass(frozen=True, slots=True)
class Part:
    """A drink or juice to be mixed: ml, % vol, and sugar in g/L."""

    volume_ml: float
    abv: float
    sugar_g_per_l: float


def wine_word(sugar_g_per_l: float, ta_tartaric_g_per_l: float | None = None) -> str:
    """dry, medium dry, medium or sweet, as EU wine law uses the words for still wine.

    `ta_tartaric_g_per_l` is titratable acidity; unknown, the stricter limit holds. Raises
    JobError below zero.
    """
    _check_sugar(sugar_g_per_l)
    for (word, plain, with_acid), within in zip(_WINE_WORDS, _ACID_WITHIN, strict=True):
        sour = ta_tartaric_g_per_l is not None and sugar_g_per_l - ta_tartaric_g_per_l <= within
        if sugar_g_per_l <= plain or (sour and sugar_g_per_l <= with_acid):
            return word
    return "sweet"


def sweetener_g(volume_ml: float, as_sweet_as_g_per_l: float, key: str = "erythritol") -> float:
    """A polyol (a key of SWEETNESS), in g, that is as sweet as so much sugar and never ferments.

    Raises JobError for another sweetener, or a negative amount.
    """
    if key not in SWEETNESS:
        raise JobError(f"Sweeten with one of {', '.join(SWEETNESS)}.", "sweetener")
    _check_sugar(as_sweet_as_g_per_l)
    if volume_ml < 0:
        raise JobError("A jug holds 0 ml or more.", "volume_ml")
    return as_sweet_as_g_per_l * volume_ml / 1000 / SWEETNESS[key]


def sugar_lifting_points(points: float) -> float:
    """Sugar, g/L, whose adding lifts gravity by so many points (2.6 for one)."""
    if not 0 <= points <= 100:
        raise JobError("Gravity is lifted by 0 to 100 points.", "points")
    return solids_g_per_l(brix_from_sg(1 + points / 1000))


def _check_sugar(sugar_g_per_l: float) -> None:
    if not 0 <= sugar_g_per_l <= 1400:
        raise JobError("Sugar is between 0 and 1400 g/L.", "sugar_g_per_l")
