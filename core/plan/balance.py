"""The must's balance: acid, tannin, nutrient, enzyme, body: what is in it, the usual band, and
what to add. Taste first, always; half first, then taste again. Bands are common practice."""

from collections.abc import Sequence
from dataclasses import dataclass

from core import tables
from core.ferment.yeast import NUTRIENT_MG_PER_G, NutrientDose, nutrient_dose
from core.finish.losses import pulpy
from core.interval import Interval
from core.must.acidity import acid_taken_g_per_l, acid_to_add, bicarbonate_to_add
from core.must.brought import from_juice, summed
from core.must.mixing import MOST_ML, Mix, Must, Pour
from core.must.tannin import tannin_to_add_g
from core.plan.amounts_in_words import measured, spooned
from core.plan.planned_dose import PlannedDose, dosed_g, portions

# Usual in a fruit wine or cider: acid as tartaric, tannin and sugar-free extract, g/L.
ACID_BAND = (4.5, 8.0)
TANNIN_BAND = (0.3, 1.5)
BODY_BAND = (15.0, 30.0)
# Nitrogen that yeast can use in supermarket juice, mg/L: heat and filters took the rest.
_JUICE_NITROGEN_MG_PER_L = (20.0, 80.0)
_MOST_SUGAR_G_PER_L = 400.0
# What bicarbonate may take off at once, g/L: past it the drink tastes of salt.
MOST_TAKEN_G_PER_L = 3.0
# Pectic enzyme: a level teaspoon, about 3 g, to a gallon of 4.5 L.
_ENZYME_G_PER_ML = 3.0 / 4500
_TEA_BAG_G = 2.0
# Less than a kitchen scale shows, g.
_SHOWS_G = 0.1
_WITH_JUICE = ("juice", "concentrate", "kit", "fruit")


UNKNOWN = "unknown"
"""Said of a side that may be low as well as high."""


@dataclass(frozen=True, slots=True)
class Addition:
    """Something to add: how it is said, in g and in `spoons`, and what the plan then holds.

    `kind` is acid or tannin (a pour of `key`, `mass_g`) or a kind of dose, all of which `doses`
    then are (see core.plan.planned_dose).
    """

    text: str
    spoons: str | None
    kind: str
    key: str | None
    mass_g: float
    doses: tuple[PlannedDose, ...] = ()


@dataclass(frozen=True, slots=True)
class Weighed:
    """One side of the balance. `there` is in the must now and `unit` names it; `band` is
    usual; `word` says where it stands: low, usual, high or unknown."""

    key: str
    name: str
    unit: str
    there: Interval
    band: tuple[float, float]
    word: str
    sentence: str
    additions: tuple[Addition, ...]


def usual_nutrient(pours: Sequence[Pour], must: Must) -> NutrientDose:
    """Diammonium phosphate for this must, by its sugar, with what its juice brings.

    Raises JobError for an empty must.
    """
    # A check of more than a kitchen holds must not stand in the way of saying so.
    volume = min(must.mix.volume_ml, MOST_ML)
    there = _nitrogen(pours, volume).value
    # Honey or syrup by itself feeds no yeast, and wants no more than the sweetest must.
    sugar = min(must.mix.ferment / must.mix.volume_ml * 1000, _MOST_SUGAR_G_PER_L)
    return nutrient_dose(volume, sugar, there)


def juice_nitrogen_mg_per_l(pours: Sequence[Pour], volume_ml: float) -> float:
    """Nitrogen that the juices bring, mg/L in so many ml."""
    return _nitrogen(pours, volume_ml).value


def dosed_nitrogen_mg(doses: Sequence[PlannedDose]) -> float:
    """Nitrogen that the nutrients planned bring, mg in all."""
    return (
        dosed_g(doses, "nutrient") * NUTRIENT_MG_PER_G["diammonium_phosphate"]
        + dosed_g(doses, "nutrient_organic") * NUTRIENT_MG_PER_G["organic"]
    )


def _nitrogen(pours: Sequence[Pour], volume_ml: float) -> Interval:
    """Nitrogen that the juices bring, mg/L of must."""

    def brought(pour: Pour) -> tuple[float, float]:
        if pour.kind not in _WITH_JUICE:
            return 0.0, 0.0
        return from_juice(pour, lambda _: _JUICE_NITROGEN_MG_PER_L)

    return summed(pours, brought, volume_ml).g_per_l


def usual_enzyme_g(volume_ml: float) -> float:
    """Pectic enzyme for a must, g; the maker's leaflet wins."""
    return _ENZYME_G_PER_ML * volume_ml


def balance(
    pours: Sequence[Pour],
    must: Must,
    acid: Interval,
    tannin: Interval,
    doses: Sequence[PlannedDose],
) -> tuple[Weighed, ...]:
    """All five. `acid` as tartaric and `tannin`, g/L.

    Raises JobError for an empty must, or more than a kitchen holds.
    """
    return (
        _acid(must, acid, doses),
        _tannin(must, tannin),
        _nutrient(pours, must, doses),
        _enzyme(pours, must, doses),
        _body(must),
    )


def low(
    pours: Sequence[Pour],
    must: Must,
    acid: Interval,
    tannin: Interval,
    doses: Sequence[PlannedDose],
) -> tuple[str, ...]:
    """The sides of the balance that are low, by name; none of a must without sugar, or of more than
    a kitchen holds."""
    if must.mix.ferment < 1 or must.mix.volume_ml > MOST_ML:
        return ()
    return tuple(row.name for row in balance(pours, must, acid, tannin, doses) if row.word == "low")


def is_anything(there: Interval, band: tuple[float, float]) -> bool:
    """Whether it may as well be below what is usual as above: its middle says nothing then."""
    return there.low < band[0] and there.high > band[1]


def _word(value: float, band: tuple[float, float]) -> str:
    return "low" if value < band[0] else "high" if value > band[1] else "usual"


def _acid(must: Must, acid: Interval, doses: Sequence[PlannedDose]) -> Weighed:
    volume = must.mix.volume_ml
    taken = acid_taken_g_per_l(dosed_g(doses, "bicarbonate"), volume)
    there = Interval(acid.value - taken, max(acid.low - taken, 0.0), max(acid.high - taken, 0.0))
    word = UNKNOWN if is_anything(there, ACID_BAND) else _word(there.value, ACID_BAND)
    middle = sum(ACID_BAND) / 2
    additions: list[Addition] = []
    if word == "low":
        sentence = "Flat: it wants more sourness (a lower pH)."
        for key in ("citric", "tartaric"):
            rise = min(middle - there.value, 20.0)
            additions.append(_pour_of(acid_to_add(volume, rise, key, "tartaric").mass_g, key))
    elif word == "high":
        sentence = "Sharp. Sugar left in it, or more water, rounds it off; so does a little salt."
        fall = min(there.value - ACID_BAND[1], MOST_TAKEN_G_PER_L)
        grams = bicarbonate_to_add(volume, fall, "tartaric").mass_g
        additions.append(_dose("bicarbonate", grams, doses))
    elif word == UNKNOWN:
        sentence = (
            "Its labels do not say how sour it is: taste it, titrate it or measure its pH before"
            " anything is added."
        )
    else:
        sentence = "In balance by its fruits. Taste before anything is added."
    return Weighed(
        "acid", "Acid", "g/L as tartaric", there, ACID_BAND, word, sentence, tuple(additions)
    )


def _pour_of(grams: float, key: str) -> Addition:
    name = tables.ACIDS[key].name.lower()
    return Addition(
        f"{measured(grams, True)} {name}",
        spooned(grams, key),
        "acid",
        key,
        round(grams, 1),
    )


def _dose(kind: str, grams: float, planned: Sequence[PlannedDose]) -> Addition:
    names = {
        "bicarbonate": "potassium bicarbonate",
        "nutrient": "nutrient",
        "enzyme": "pectic enzyme",
    }
    return Addition(
        f"{measured(grams, True)} {names[kind]}",
        spooned(grams, kind),
        kind,
        None,
        round(grams, 1),
        portions(kind, dosed_g(planned, kind) + round(grams, 1)),
    )


def _tannin(must: Must, tannin: Interval) -> Weighed:
    volume = must.mix.volume_ml
    word = _word(tannin.value, TANNIN_BAND)
    additions: list[Addition] = []
    if word == "low":
        rise = (TANNIN_BAND[0] + TANNIN_BAND[1]) / 3 - tannin.value
        sentence = "Thin: a little bite makes it taste of more."
        least, _ = tannin_to_add_g(volume, max(rise, 0.0), "tea")
        bags = max(round(least / _TEA_BAG_G), 1)
        additions.append(
            Addition(
                f"{bags} black tea bag{'s' if bags > 1 else ''}, steeped ten minutes",
                None,
                "tannin",
                "tea",
                bags * _TEA_BAG_G,
            )
        )
        least, _ = tannin_to_add_g(volume, max(rise, 0.0))
        additions.append(
            Addition(
                f"{measured(least, True)} wine tannin powder",
                None,
                "tannin",
                "powder",
                round(least, 1),
            )
        )
    elif word == "high":
        sentence = "Rough for some months: leave it time, or pour less of the dark juice."
    else:
        sentence = "Enough bite."
    return Weighed("tannin", "Tannin", "g/L", tannin, TANNIN_BAND, word, sentence, tuple(additions))


def _nutrient(pours: Sequence[Pour], must: Must, doses: Sequence[PlannedDose]) -> Weighed:
    volume = must.mix.volume_ml
    needed = usual_nutrient(pours, must)
    given = dosed_nitrogen_mg(doses) / volume * 1000
    juice = _nitrogen(pours, volume)
    there = Interval(juice.value + given, juice.low + given, juice.high + given)
    band = (needed.needed_mg_per_l, 1.5 * needed.needed_mg_per_l)
    lacking = max(needed.missing_mg_per_l - given, 0.0) * volume / 1000
    of_dap = lacking / NUTRIENT_MG_PER_G["diammonium_phosphate"]
    # Less than a scale shows is not lacking.
    word = _word(round(there.value), band) if of_dap >= _SHOWS_G else _word(band[0], band)
    if there.value > band[1]:
        word = "high"
    more = min(of_dap, max(needed.mass_g - dosed_g(doses, "nutrient"), 0.0))
    additions = (_dose("nutrient", more, doses),) if word == "low" and more >= _SHOWS_G else ()
    sentence = {
        "low": "Poor food for yeast: it may stall, or smell of eggs. Three portions, none later."
        if additions
        else "As much of this as is allowed: organic nutrient brings the rest.",
        "usual": "Enough for the yeast.",
        "high": "More than the yeast eats: what is left feeds what comes after it.",
    }[word]
    return Weighed("nutrient", "Nitrogen", "mg/L", there, band, word, sentence, additions)


def _enzyme(pours: Sequence[Pour], must: Must, doses: Sequence[PlannedDose]) -> Weighed:
    volume = must.mix.volume_ml
    usual = usual_enzyme_g(volume)
    given = dosed_g(doses, "enzyme")
    per_l = given / volume * 1000
    wanted = any(map(pulpy, pours))
    # Clear juice wants none.
    band = (0.8 * usual / volume * 1000 if wanted else 0.0, 2 * usual / volume * 1000)
    word = _word(per_l, band)
    sentence = {
        "low": "Pulp in it: enzyme before the yeast, below 45 °C, or it never clears.",
        "usual": "Enough of it." if given else "Clear juice needs none.",
        "high": "More than the leaflet asks for, and no use.",
    }[word]
    additions = (_dose("enzyme", usual - given, doses),) if word == "low" else ()
    there = Interval(per_l, per_l, per_l)
    return Weighed("enzyme", "Enzyme", "g/L", there, band, word, sentence, additions)


def _body(must: Must) -> Weighed:
    volume = must.mix.volume_ml
    extract = must.mix.extract / volume * 1000
    doubt = must.interval(extract, Mix(0.0, 0.0, 0.0, 1000 / volume))
    there = Interval(extract, max(doubt.low, 0.0), doubt.high)
    word = _word(extract, BODY_BAND)
    sentence = {
        "low": "Thin: more juice and less water, or a carton of grape concentrate for sugar.",
        "usual": "As full as a fruit wine usually is.",
        "high": "Full, and slow to clear.",
    }[word]
    return Weighed("body", "Body", "g/L besides sugar", there, BODY_BAND, word, sentence, ())
