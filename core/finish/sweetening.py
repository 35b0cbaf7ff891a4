"""Sweetness in words, and sweetening, flavouring and mixing after the ferment."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.errors import JobError
from core.measure.density import brix_from_sg, solids_g_per_l

# EU still-wine words by residual sugar, g/L; each rises to the second figure with enough acid.
# Regulation (EU) 2019/33 Annex III (memory).
_WINE_WORDS = (("dry", 4.0, 9.0), ("medium dry", 12.0, 18.0), ("medium", 45.0, 45.0))
# The word "dry" up to 9 wants acidity (as tartaric) within 2 g/L of the sugar; "medium dry" up
# to 18, within 10.
_ACID_WITHIN = (2.0, 10.0, 0.0)
# Plain words for cider, by residual sugar, g/L. Common practice.
_CIDER_WORDS = (("dry", 9.0), ("off dry", 20.0), ("medium", 40.0))


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


def cider_word(sugar_g_per_l: float) -> str:
    """dry, off dry, medium or sweet. Common practice. Raises JobError below zero."""
    _check_sugar(sugar_g_per_l)
    return next((word for word, most in _CIDER_WORDS if sugar_g_per_l <= most), "sweet")


def mixed(parts: Sequence[Part]) -> Part:
    """Drinks and juices poured together: alcohol and sugar are conserved.

    8 L at 7.1 % plus 1.35 L of juice is 6.1 %. Volumes are added; they shrink by less than
    0.3 %. Raises JobError for nothing, or a part that cannot be.

    Reference: Conservation of mass.
    Example: 7.1 × 8 / 9.35.

    >>> f"{mixed([Part(8000, 7.1, 0), Part(1350, 0, 100)]).abv:.1f}"
    '6.1'
    """
    volume = sum(part.volume_ml for part in parts)
    if volume <= 0 or any(part.volume_ml < 0 for part in parts):
        raise JobError("Nothing has been added yet: add at least one ingredient.", "parts")
    for part in parts:
        _check_sugar(part.sugar_g_per_l)
        if not 0 <= part.abv <= 25:
            raise JobError(f"{part.abv:g} % is not a drink mixed here: 0 to 25 %.", "abv")
    return Part(
        volume,
        sum(part.volume_ml * part.abv for part in parts) / volume,
        sum(part.volume_ml * part.sugar_g_per_l for part in parts) / volume,
    )


def split(base: Part, flavours: Sequence[tuple[float, Part]]) -> tuple[Part, ...]:
    """One stabilised base split into flavours: each gets a share of it and its own addition.

    `flavours` are (share of the base, 0 to 1, what goes to it); shares that leave some of the
    base over are well. Raises JobError for shares of more than all of it, or none.
    """
    shares = [share for share, _ in flavours]
    if not shares or min(shares) <= 0 or sum(shares) > 1 + 1e-9:
        raise JobError("Share the base out: parts above nothing, together at most all.", "shares")
    return tuple(
        mixed([replace(base, volume_ml=base.volume_ml * share), addition])
        for share, addition in flavours
    )


def to_sweeten_ml(base: Part, wanted_g_per_l: float, sweetener_g_per_l: float) -> float:
    """Juice or syrup of `sweetener_g_per_l` that brings a stabilised drink to the sugar wanted.

    Raises JobError when it is sweeter already, or the sweetener is not sweet enough.
    """
    for sugar in (base.sugar_g_per_l, wanted_g_per_l, sweetener_g_per_l):
        _check_sugar(sugar)
    if wanted_g_per_l < base.sugar_g_per_l:
        raise JobError("It is sweeter than that already: blend it with a drier one.", "wanted")
    if sweetener_g_per_l <= wanted_g_per_l:
        raise JobError(
            f"A juice of {sweetener_g_per_l:.0f} g/L cannot bring it to {wanted_g_per_l:.0f}:"
            " use concentrate or syrup.",
            "sweetener",
        )
    more = base.volume_ml * (wanted_g_per_l - base.sugar_g_per_l)
    return more / (sweetener_g_per_l - wanted_g_per_l)


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
