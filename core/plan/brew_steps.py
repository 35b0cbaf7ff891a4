"""The steps of a brew day, each worded for the way of doing it that was chosen."""

from collections.abc import Iterable
from dataclasses import dataclass

from core.ferment.yeast import (
    SACHET_G,
    hardships,
    mixed_temperature_c,
    rehydration,
    starter,
    yeast_dose,
)
from core.finish.stabilising import SO2_SHARE
from core.measure.spoons import in_pieces
from core.must.mixing import JUICES, Pour
from core.plan.amounts_in_words import in_kitchen_things, measured
from core.plan.evaluation import Evaluation, Recipe
from core.plan.planned_dose import DOSED, WHEN, PlannedDose
from core.plan.schools import Choices, chosen

# Common practice throughout; the maker's leaflet wins.
_DAY = 24 * 60.0
_SHAKEN_ON_MINUTES = 2.0
_SULPHITE_MG_PER_L = 50.0
_HEATED_MINUTES = 10.0
_QUARTER_TEASPOON_G = 0.9
_MUST_C = 20.0
# A bag of black tea, and how long it is left in. Common practice.
_TEA_BAG_G, _STEEPED_MINUTES = 2.0, 10.0
# How strong a syrup is made, °Bx, and how hot it is then.
_SYRUP_BRIX, _SYRUP_C = 50.0, 85.0
_YEAST_MOST_C = 30.0

_SANITISED = {
    "no_rinse": (
        2.0,
        "wet all over with no-rinse sanitiser for as long as its leaflet says, drained, not rinsed",
    ),
    "sulphite": (
        10.0,
        "wet all over with strong sulphite solution, at an open window, and drained",
    ),
    "bleach": (20.0, "in thin bleach, then rinsed three times until no smell of it is left"),
}
_WATER = {
    "tap": "Cold, and without a smell of chlorine.",
    "stood": "Cold, from a bowl that stood open for a day. Chloramine does not go by standing.",
    "tablet": "Cold, with a tenth of a sulphite tablet in 5 to 10 L to take the chlorine.",
    "filtered": "Cold, filtered or from a spring.",
}
_LETS_GAS_OUT = {
    "airlock": ("Fit bung and airlock", "{filled} in the airlock to its mark."),
    "loose_cap": (
        "Lay the cap on, a quarter turn loose",
        "Ease it every day, and fit an airlock once it slows.",
    ),
    "vented_cap": ("Fit the vented cap", "Look at the vent every day: blocked, it is closed."),
    "loose_lid": ("Lay the lid on loosely", "For the first week; then a jug under an airlock."),
}
_FILLED = {"water": "Water", "no_rinse": "No-rinse sanitiser", "spirit": "Spirit"}
_WHERE = {
    "jug": "A bung that fits",
    "bucket": "A bucket with a third of it free for foam, a jug for after the first week, its bung",
    "own_bottle": "The juice's own bottle, a fifth of it poured off",
    "serving": "The serving bottles and their vented caps",
}


@dataclass(frozen=True, slots=True)
class Step:
    """Something to do. `after` names the steps that come before it, and `cost` says what it costs
    to do it without them; `minutes` is a wait that can be timed; `schools` are keys of SCHOOLS,
    where brewers differ about it; `pour` names the pour that it puts in; `tried` says that a
    sample is to be tried first."""

    key: str
    title: str
    text: str
    after: tuple[str, ...] = ()
    cost: str = ""
    minutes: float | None = None
    schools: tuple[str, ...] = ()
    pour: str | None = None
    tried: bool = False


@dataclass(frozen=True, slots=True)
class Day:
    """What the steps of one brew day are told from; amounts in `system` (see
    core.measure.units.SHOWN)."""

    recipe: Recipe
    result: Evaluation
    choices: Choices
    system: str

    def way(self, school: str) -> str:
        """The way chosen of a school."""
        return chosen(self.choices, school)

    def doses(self, *when: str) -> list[PlannedDose]:
        """The planned doses of those times."""
        return [dose for dose in self.recipe.doses if dose.when in when]

    @property
    def poured(self) -> tuple[str, ...]:
        """Keys of the steps that pour in: by name, so that a moved one takes its tick along."""
        return tuple(f"pour {pour.name}" for pour in self.result.pours if pour.amount > 0)

    @property
    def litres(self) -> float:
        """What is in the jug."""
        return self.result.must.mix.volume_ml / 1000


def before(day: Day) -> Iterable[Step]:
    """Clean hands, and what has to lie ready."""
    minutes, how = _SANITISED[day.way("sanitiser")]
    yield Step(
        "sanitise",
        "Sanitise what touches it",
        f"The vessel, the hydrometer and its jar, bung, airlock and spoon: {how}. Never bleach"
        " together with acid.",
        minutes=minutes,
        schools=("sanitiser",),
    )
    funnel = "a dry funnel" if day.way("funnel") == "dry" else "a clean wet funnel"
    yield Step(
        "ready",
        "Have ready",
        f"{_WHERE[day.way('where')]}, {funnel}, scales, and a spare vessel for what does not fit"
        " in.",
        schools=("where", "funnel"),
    )


def pours(day: Day) -> Iterable[Step]:
    """What goes in, in the plan's order."""
    asked = False
    for pour, item in zip(day.result.pours, day.recipe.pours, strict=True):
        if pour.amount <= 0:
            continue
        words = measured(pour.amount, pour.by_mass, day.system)
        things = in_kitchen_things(pour, item.pack)
        name = pour.name.lower() if pour.kind in ("water", "sugar") else pour.name
        title, text, minutes, schools = _poured(day, pour, f"{words} {name}")
        if pour.kind in JUICES and not asked:
            # How the must is guarded is asked once, where its first juice is.
            schools, asked = ("guard", *schools), True
        yield Step(
            f"pour {pour.name}",
            title,
            (f"That is {things}. " if things else "") + text,
            () if pour.kind == "boiled_off" else ("sanitise",),
            "" if pour.kind == "boiled_off" else "What goes in unclean may spoil all of it.",
            minutes,
            schools,
            pour.name,
            pour.kind in ("acid", "tannin"),
        )


def _poured(day: Day, pour: Pour, words: str) -> tuple[str, str, float | None, tuple[str, ...]]:
    match pour.kind:
        case "water":
            minutes = _DAY if day.way("water") == "stood" else None
            return f"Pour in {words}", _WATER[day.way("water")], minutes, ("water",)
        case "boiled_off":
            return f"Boil off {words}", "Let it cool before it meets glass.", None, ()
        case "sugar" | "powder":
            return _sugar(day, pour, words)
        case "tannin" if pour.tannin == "tea":
            bags = max(round((pour.mass_g or 0.0) / _TEA_BAG_G), 1)
            text = (
                f"About {bags} {'bag' if bags == 1 else 'bags'}, in a cup of hot water each. Taste"
                " it after five minutes: bitter enough is enough. Then cool, without the leaves,"
                " half of it first."
            )
            return f"Steep {words}", text, _STEEPED_MINUTES, ("tannin",)
        case "acid" | "tannin" as kind:
            text = (
                "Try it first: stir a measured bit into a measured glass, taste, and reckon up."
                " Then half of it, stir, taste, and the rest by taste."
            )
            return f"Stir in {words}", text, None, (kind,)
        case "fruit":
            text = "Washed, sound and without stones; crushed, not ground."
            return f"Put in {words}", text, None, ("where",)
        case _:
            text = "Look once more for a preservative on its label."
            return f"Pour in {words}", text, None, ("preserved",)


def _sugar(day: Day, pour: Pour, words: str) -> tuple[str, str, float | None, tuple[str, ...]]:
    schools = ("sugar_in",)
    match day.way("sugar_in"):
        case "juice":
            text = "Stirred into a litre of the juice until it is clear, then poured in."
            return f"Dissolve {words}", text, None, schools
        case "syrup":
            warm = _warmed_c(day, pour)
            text = (
                "Dissolved in its own weight of hot water, out of what the plan pours in. Let it"
                f" cool: poured in hot it makes the must {warm:.0f} °C,"
                + (" too hot for yeast," if warm > _YEAST_MOST_C else "")
                + " and cold glass may crack."
            )
            return f"Make a syrup of {words}", text, None, (*schools, "boil_syrup")
        case _:
            text = "Through the funnel; shake until no grain is left, and two minutes more."
            return f"Shake in {words}", text, _SHAKEN_ON_MINUTES, schools


def _warmed_c(day: Day, pour: Pour) -> float:
    """How warm the must is once a hot syrup of this sugar is in, °C."""
    mix = day.result.must.mix
    sugar_g = pour.mass_g or 0.0
    syrup_g = 2 * sugar_g
    rest_g = max(mix.mass - syrup_g, 0.0)
    brix = 100 * max(mix.sugar - sugar_g, 0.0) / rest_g if rest_g else 0.0
    return mixed_temperature_c(
        [(syrup_g, _SYRUP_C, _SYRUP_BRIX), (rest_g, _MUST_C, brix)],
    )


def into_the_must(day: Day) -> Iterable[Step]:
    """What guards it, and what is put right before the yeast."""
    yield from _guarded(day)
    for dose in day.doses("before_yeast"):
        enzyme = dose.kind == "enzyme"
        if enzyme and day.way("enzyme") in ("none", "after"):
            continue
        yield Step(
            f"{dose.kind}_in",
            f"{_grams(dose)} {DOSED[dose.kind].lower()}",
            "Into must that is cool to the hand: above 45 °C it is destroyed."
            if enzyme
            else "Tried on a measured sample first, then for all of it, half first. It foams.",
            after=("heat",) if enzyme and day.way("guard") == "heat" else (),
            cost="In hot liquid it does nothing." if enzyme else "",
            schools=("enzyme" if enzyme else "acid",),
            tried=not enzyme,
        )


def _a_day_before(day: Day) -> list[PlannedDose]:
    """What is planned for a day before the yeast, and sulphite where that was chosen."""
    planned = day.doses("day_before")
    if day.way("guard") != "sulphite" or any(dose.kind == "sulphite" for dose in planned):
        return planned
    grams = _SULPHITE_MG_PER_L * day.litres / 1000 / SO2_SHARE["potassium"]
    return [*planned, PlannedDose("sulphite", round(grams, 2), "day_before")]


def _guarded(day: Day) -> Iterable[Step]:
    for dose in _a_day_before(day):
        yield Step(
            f"{dose.kind}_before",
            f"A day before: {_grams(dose)} {DOSED[dose.kind].lower()}",
            "Dissolved in a little of the must, stirred in, loosely covered. Open the window: it"
            " stings, and some people must not breathe it.",
            after=day.poured,
            minutes=float(day.way("sulphite_wait")) * 60,
            schools=("guard", "sulphite_wait"),
        )
    if day.way("guard") == "heat":
        yield Step(
            "heat",
            "Heat it to 75 °C and cool it",
            "In a pot, ten minutes hot, then covered until it is below 30 °C: hot liquid cracks"
            " cold glass, burns you and kills yeast.",
            after=day.poured,
            minutes=_HEATED_MINUTES,
            schools=("guard",),
        )


def yeast(day: Day) -> Iterable[Step]:
    """From air to the airlock."""
    if day.recipe.hold_back_ml > 0:
        kept = measured(day.recipe.hold_back_ml, by_mass=False, system=day.system)
        yield Step(
            "hold_back",
            f"Keep {kept} of it in the fridge",
            "Covered. It goes in when the foam has settled, in two or three days.",
            after=day.poured,
            schools=("headspace",),
        )
    if day.way("air") != "none":
        yield Step(
            "air",
            "Shake air into it",
            "A minute, half full of air. This once: later air browns it."
            if day.way("air") == "shaken"
            else "And stir it daily for the first week, while the yeast builds up; none after.",
            after=day.poured,
            cost="Air goes into what is there: what is poured later has none.",
            schools=("air",),
        )
    sg = day.result.must.sg
    yield Step(
        "read",
        "Read the gravity",
        f"At 20 °C, all in and mixed. It should read {sg.low:.3f} to {sg.high:.3f}.",
        after=day.poured,
        cost="A reading of half of it tells nothing: read it again once all is in.",
        schools=("gravity_where", "sample"),
    )
    yield from _pitched(day)
    for dose in _with_yeast(day):
        yield Step(
            f"{dose.kind}_with",
            f"{_grams(dose)} {DOSED[dose.kind].lower()}",
            "Dissolved, stirred in.",
            after=day.poured,
            schools=("nutrient",),
        )
    title, text = _LETS_GAS_OUT[day.way("gas_out")]
    filled = _FILLED[day.way("in_airlock")]
    locked = day.way("gas_out") == "airlock"
    yield Step(
        "airlock",
        title,
        f"{text.format(filled=filled)} It gives off gas for weeks: air the room, and never close"
        " it tight.",
        after=("yeast",),
        schools=("gas_out", "in_airlock") if locked else ("gas_out",),
    )
    later = _later(day)
    if later:
        yield Step(
            "fed_later",
            "Put by what is fed in the next days",
            f"{'; '.join(later)}. Today says when each is due.",
            after=("yeast",),
            schools=("nutrient",),
        )


def _pitched(day: Day) -> Iterable[Step]:
    mix = day.result.must.mix
    per_litre = mix.sugar / day.litres
    grams = _yeast_g(day, per_litre)
    way = day.way("yeast_in")
    fights = hardships(per_litre, day.recipe.ph)
    hard = f" It is hard on yeast: {fights[0].text}" if fights else ""
    waits = ("read", *(f"{each.kind}_before" for each in _a_day_before(day)))
    schools = ("yeast_in", "yeast_much")
    if way == "rehydrate":
        woken = rehydration(grams, _MUST_C)
        yield Step(
            "wake",
            f"Wake {grams:.1f} g of yeast",
            f"In {woken.water_ml:.0f} ml of water at {woken.water_c[0]:.0f} to"
            f" {woken.water_c[1]:.0f} °C, never above {woken.never_above_c:.0f}, for"
            f" {woken.minutes[0]} to {woken.minutes[1]} minutes. Then a little must, a few times,"
            " until it is within 10 °C of it.",
            minutes=float(woken.minutes[0]),
        )
        waits = (*waits, "wake")
    if way == "starter":
        made = starter(mix.volume_ml, per_litre)
        grams = made.yeast_g
        yield Step(
            "starter",
            f"A day before: a starter with {grams:.1f} g of yeast",
            f"{made.must_ml:.0f} ml of the juice and {made.water_ml:.0f} ml of water at 20 to 25"
            f" °C, loosely covered, {made.hours[0]} to {made.hours[1]} hours, until it foams: about"
            f" {grams / day.litres:.1f} g of yeast a litre. What it risks: a preserved juice often"
            " stays as it is all the same, and a starter that stood warm too long sours.",
            minutes=made.hours[0] * 60.0,
        )
        waits = (*waits, "starter")
    title, how = {
        "sprinkle": (f"Sprinkle on {grams:.1f} g of yeast", f"About {_of_a_sachet(grams)}."),
        "rehydrate": (f"Pour in the woken yeast, {grams:.1f} g", "All of it, and swirl."),
        "starter": ("Pour in the starter", "Once it foams, all of it."),
        "lees": (
            "Pour it on old lees",
            f"About {_LEES_G_PER_L * day.litres:.0f} g of them ({_LEES_G_PER_L:.0f} g a litre),"
            " from a jug that was racked within a day. Never from one that smelt wrong, or had"
            " sorbate or a full dose of sulphite. What it risks: it brings along whatever that"
            " jug had.",
        ),
    }[way]
    yield Step(
        "yeast",
        title,
        f"{how} The must below 30 °C: hotter kills it.{hard}",
        after=(*waits, "heat") if day.way("guard") == "heat" else waits,
        cost="Once yeast is in, nobody knows where it began.",
        schools=schools if way != "lees" else schools[:1],
    )


# Thick lees that start a must in a hurry, g/L. Common practice: a cup to a gallon.
_LEES_G_PER_L = 50.0


def _yeast_g(day: Day, sugar_g_per_l: float) -> float:
    way = day.way("yeast_much")
    if way == "sachet":
        return SACHET_G
    if way == "quarter":
        return _QUARTER_TEASPOON_G
    fights = way == "hard" or day.way("guard") == "yeast" or day.way("preserved") == "starter"
    volume_ml = day.litres * 1000
    return yeast_dose(volume_ml, sugar_g_per_l, day.recipe.ph, restart=fights).mass_g


def _with_yeast(day: Day) -> list[PlannedDose]:
    """What is fed with the yeast: of nutrient all of it, or none, where that was chosen."""
    planned = day.doses("with_yeast")
    way = day.way("nutrient")
    if way not in ("once", "none"):
        return planned
    others = [dose for dose in planned if not dose.kind.startswith("nutrient")]
    if way == "none":
        return others
    fed = [dose for dose in day.recipe.doses if dose.kind.startswith("nutrient")]
    totals = {dose.kind: 0.0 for dose in fed}
    for dose in fed:
        totals[dose.kind] += dose.mass_g
    return [*others, *(PlannedDose(kind, mass, "with_yeast") for kind, mass in totals.items())]


def _later(day: Day) -> list[str]:
    """What is fed after the day itself, said with its time; none where all of it goes in with the
    yeast, or nothing does."""
    if day.way("nutrient") in ("once", "none"):
        return []
    return [
        f"{_grams(dose)} {DOSED[dose.kind].lower()} {WHEN[dose.when]}"
        for dose in day.doses("after_24_h", "after_48_h", "after_72_h")
    ]


def _grams(dose: PlannedDose) -> str:
    return f"{dose.mass_g:g} g"


def _of_a_sachet(grams: float) -> str:
    """By quarters or by thirds, whichever is nearer: a third is no quarter."""
    sachet = f"{SACHET_G:g} g sachet"
    if grams <= SACHET_G / 8:
        return f"a pinch from a {sachet}"
    steps = (4, 3) if grams > SACHET_G / 6 else (4,)
    ways = [in_pieces(grams, SACHET_G, sachet, parts) for parts in steps]
    return min(ways, key=lambda way: abs(way[0] - grams))[1]
