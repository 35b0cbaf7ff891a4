"""Where a plan stands against each thing that can be aimed at: now, usual, wanted."""

from collections.abc import Iterable
from dataclasses import dataclass

from core.interval import Interval
from core.plan.balance import ACID_BAND, TANNIN_BAND, is_anything
from core.plan.evaluation import Evaluation, Recipe
from core.plan.vessel import usual_fill_ml

# Keeps, and can still be drunk by the glass: % vol and start gravity. Common practice.
_ABV_BAND = (5.0, 14.0)
_OG_BAND = (1.040, 1.100)
# From where a drink is worth the vessel it ferments in.
_LEAST_FILL = 0.8
# Sweet wines stop about here, g/L.
_SWEETNESS_BAND = (0.0, 45.0)
# Tasted, and not alone, % of the must.
_SHARE_BAND = (10.0, 90.0)
# What it is like, from so much on, for whoever has no feeling for the figure. Common practice;
# 11 to 14 % is where most still table wines stand.
_ABV_WORDS = (
    (0.0, "hardly any alcohol"),
    (1.2, "like a small beer"),
    (3.5, "like a beer"),
    (5.5, "like a cider"),
    (8.0, "like a light wine"),
    (10.5, "like a table wine"),
    (14.5, "like a strong wine"),
    (17.0, "like a fortified wine"),
)
_ACID_WORDS = ((0.0, "flat"), (3.0, "soft"), (5.0, "fresh"), (7.0, "sharp"), (9.0, "sour"))
_TANNIN_WORDS = ((0.0, "none"), (0.2, "light"), (0.8, "some grip"), (1.5, "strong"))
# How near what is wanted counts as met, in the unit of each.
_NEAR = {
    "abv": 0.05,
    "og": 0.0005,
    "fill": 10.0,
    "sweetness": 1.0,
    "acid": 0.1,
    "tannin": 0.05,
    "share": 0.1,
}


@dataclass(frozen=True, slots=True)
class Standing:
    """One thing that can be aimed at: `value` now, the `band` that is usual, what is `wanted`
    (None: not aimed at) and whether that is `met`; `scale` is what a drawing of it shows;
    `word` is what it is like, where there is a word for it."""

    key: str
    name: str
    unit: str
    value: Interval
    band: tuple[float, float]
    scale: tuple[float, float]
    wanted: float | None
    met: bool
    word: str = ""


def standings(recipe: Recipe, result: Evaluation) -> tuple[Standing, ...]:
    """Strength and sweetness in the glass, fill, start gravity, acidity and tannin, what a
    bottle costs where that is known, and the shares aimed at."""
    aim, glass = recipe.aim, recipe.glass
    tolerance = recipe.tolerance_abv or _ABV_BAND[1]
    vessel = recipe.vessel_ml or result.must.in_vessel_ml
    fill = result.must.in_vessel_ml
    sweet = (
        glass.sugar_g_per_l
        if glass and glass.style == "fizzy_sweet"
        else result.glass.sugar_g_per_l
    )
    return (
        _standing(
            "abv",
            "Strength",
            "%",
            result.glass.abv,
            (_ABV_BAND[0], min(_ABV_BAND[1], tolerance)),
            (0.0, 20.0),
            aim.abv if aim else None,
            _word(result.glass.abv.value, _ABV_WORDS),
        ),
        _standing(
            "fill",
            "Fill",
            "ml",
            Interval(fill, fill, fill),
            (_LEAST_FILL * vessel, usual_fill_ml(vessel)),
            (0.0, vessel),
            aim.fill_ml if aim else None,
        ),
        _standing(
            "sweetness",
            "Sweetness",
            "g/L",
            Interval(sweet, sweet, sweet),
            _SWEETNESS_BAND,
            (0.0, 100.0),
            glass.sugar_g_per_l if glass and glass.sugar_g_per_l else None,
            result.glass.word,
        ),
        _standing(
            "og",
            "Start gravity",
            "SG",
            result.must.sg,
            _OG_BAND,
            (1.0, 1.14),
            aim.og if aim else None,
        ),
        _standing(
            "acid",
            "Sharpness",
            "g/L",
            result.acid.g_per_l,
            ACID_BAND,
            (0.0, 16.0),
            aim.acid_g_per_l if aim else None,
            "hard to say"
            if is_anything(result.acid.g_per_l, ACID_BAND)
            else _word(result.acid.g_per_l.value, _ACID_WORDS),
        ),
        _standing(
            "tannin",
            "Tannin",
            "g/L",
            result.tannin.g_per_l,
            TANNIN_BAND,
            (0.0, 3.0),
            aim.tannin_g_per_l if aim else None,
            _word(result.tannin.g_per_l.value, _TANNIN_WORDS),
        ),
        *_price(recipe, result),
        *_shares(recipe, result),
    )


def _price(recipe: Recipe, result: Evaluation) -> Iterable[Standing]:
    """What a bottle costs, against the ceiling: up to it is as good as at it."""
    each, most = result.bottles.each, recipe.most_per_bottle
    if each is None:
        return
    now, ceiling = float(each), None if most is None else float(most)
    top = 1.5 * max(now, ceiling or 0.0) or 1.0
    yield Standing(
        "price",
        "A bottle",
        "money",
        Interval(now, now, now),
        (0.0, top if ceiling is None else ceiling),
        (0.0, top),
        ceiling,
        ceiling is not None and now <= ceiling,
    )


def _shares(recipe: Recipe, result: Evaluation) -> Iterable[Standing]:
    if recipe.aim is None:
        return
    volume = result.must.mix.volume_ml
    for name, wanted in recipe.aim.shares.items():
        poured = next(s.volume_ml for s in result.shares if s.name == name)
        now = 100 * poured / volume
        yield _standing(
            "share",
            f"Share of {name}",
            "%",
            Interval(now, now, now),
            _SHARE_BAND,
            (0.0, 100.0),
            100 * wanted,
        )


def _standing(
    key: str,
    name: str,
    unit: str,
    value: Interval,
    band: tuple[float, float],
    scale: tuple[float, float],
    wanted: float | None,
    word: str = "",
) -> Standing:
    met = wanted is not None and abs(value.value - wanted) <= _NEAR[key]
    return Standing(key, name, unit, value, band, scale, wanted, met, word)


def _word(value: float, words: tuple[tuple[float, str], ...]) -> str:
    """The word of the highest step at or below the value."""
    return next(word for least, word in reversed(words) if value >= least or least == 0.0)
