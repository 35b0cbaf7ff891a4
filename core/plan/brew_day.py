"""Brew day: a plan as things to do in order, each with what it costs to do it too early."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from core.errors import JobError
from core.ferment.yeast import SACHET_G, yeast_dose
from core.measure.spoons import in_pieces
from core.must.mixing import Pour
from core.plan.amounts_in_words import in_kitchen_things, measured
from core.plan.evaluation import Evaluation, Recipe
from core.plan.planned_dose import DOSED, PlannedDose

# Minutes: a day for sulphite to leave enough of the must to the yeast, a no-rinse sanitiser on what
# it wets, and shaking past the last grain of sugar. Common practice; the maker's leaflet wins.
_SULPHITE_WAITS = 24 * 60.0
_SANITISER_WETS = 2.0
_SHAKEN_ON = 2.0


@dataclass(frozen=True, slots=True)
class Step:
    """Something to do. `after` names the steps that come before it, and `cost` says what it costs
    to do it without them; `minutes` is a wait that can be timed; `school` a key of SCHOOLS, where
    brewers differ about it."""

    key: str
    title: str
    text: str
    after: tuple[str, ...] = ()
    cost: str = ""
    minutes: float | None = None
    school: str | None = None


def brew_day(recipe: Recipe, result: Evaluation, system: str = "metric") -> tuple[Step, ...]:
    """What to do, in order, for this plan; amounts in a system of measures (see
    core.measure.units.SHOWN)."""
    # By name: moved or left out, an ingredient takes its tick along.
    poured = tuple(f"pour {pour.name}" for pour in result.pours if pour.amount > 0)
    return (
        *_before(),
        *_pours(recipe, result, system),
        *_into_the_must(recipe, poured),
        *_yeast(recipe, result, system, poured),
    )


def out_of_order(steps: Sequence[Step], done: Mapping[str, datetime]) -> frozenset[str]:
    """The steps that were done before what comes before them was, and that it costs something."""
    return frozenset(
        step.key
        for step in steps
        if step.cost
        and step.key in done
        and any(each not in done or done[each] > done[step.key] for each in step.after)
    )


def _doses(recipe: Recipe, when: str) -> list[PlannedDose]:
    return [dose for dose in recipe.doses if dose.when == when]


def _before() -> Iterable[Step]:
    yield Step(
        "sanitise",
        "Sanitise what touches it",
        "The vessel, the hydrometer and its jar, bung, airlock and spoon: wet all over for as long"
        " as the leaflet says, drained, not rinsed. Never bleach together with acid.",
        minutes=_SANITISER_WETS,
        school="sanitiser",
    )
    yield Step(
        "ready",
        "Have ready",
        "A dry funnel, a bung that fits, scales, and a spare vessel for what does not fit in.",
        school="funnel",
    )


def _pours(recipe: Recipe, result: Evaluation, system: str) -> Iterable[Step]:
    for pour, item in zip(result.pours, recipe.pours, strict=True):
        if pour.amount <= 0:
            continue
        words = measured(pour.amount, pour.by_mass, system)
        things = in_kitchen_things(pour, item.pack)
        title = f"{words} {pour.name.lower() if pour.kind in ('water', 'sugar') else pour.name}"
        yield _pour(f"pour {pour.name}", pour, title, f"That is {things}. " if things else "")


def _pour(key: str, pour: Pour, title: str, things: str) -> Step:
    early = "What goes in unclean may spoil all of it."
    clean = ("sanitise",)
    match pour.kind:
        case "water":
            text = "Cold, and without a smell of chlorine."
            return Step(key, f"Pour in {title}", things + text, clean, early, school="water")
        case "boiled_off":
            return Step(key, f"Boil off {title}", things + "Let it cool before it meets glass.")
        case "sugar" | "powder":
            text = "Through the dry funnel; shake until no grain is left, and two minutes more."
            return Step(
                key, f"Shake in {title}", things + text, clean, early, _SHAKEN_ON, "sugar_in"
            )
        case "acid" | "tannin" as kind:
            text = "Half of it first: stir, taste, then the rest by taste."
            return Step(key, f"Stir in {title}", things + text, clean, early, school=kind)
        case "fruit":
            text = "Washed, sound and without stones; crushed, not ground."
            return Step(key, f"Put in {title}", things + text, clean, early, school="where")
        case _:
            text = "Look once more for a preservative on its label."
            return Step(key, f"Pour in {title}", things + text, clean, early, school="guard")


def _into_the_must(recipe: Recipe, poured: tuple[str, ...]) -> Iterable[Step]:
    for dose in _doses(recipe, "day_before"):
        yield Step(
            f"{dose.kind}_before",
            f"A day before: {_grams(dose)} {DOSED[dose.kind].lower()}",
            "Dissolved in a little of the must, stirred in, loosely covered. Open the window: it"
            " stings, and some people must not breathe it.",
            after=poured,
            minutes=_SULPHITE_WAITS,
            school="sulphite_wait",
        )
    for dose in _doses(recipe, "before_yeast"):
        enzyme = dose.kind == "enzyme"
        yield Step(
            f"{dose.kind}_in",
            f"{_grams(dose)} {DOSED[dose.kind].lower()}",
            "Into must that is cool to the hand: above 45 °C it is destroyed."
            if enzyme
            else "Tried on a measured sample first, then for all of it, half first.",
            cost="In hot liquid it does nothing." if enzyme else "",
            school="enzyme" if enzyme else "acid",
        )


def _yeast(
    recipe: Recipe, result: Evaluation, system: str, poured: tuple[str, ...]
) -> Iterable[Step]:
    must = result.must
    if recipe.hold_back_ml > 0:
        kept = measured(recipe.hold_back_ml, by_mass=False, system=system)
        yield Step(
            "hold_back",
            f"Keep {kept} of it in the fridge",
            "Covered. It goes in when the foam has settled, in two or three days.",
            after=poured,
            school="headspace",
        )
    yield Step(
        "air",
        "Shake air into it",
        "A minute, half full of air. This once: later air browns it.",
        after=poured,
        cost="Air goes into what is there: what is poured later has none.",
        school="air",
    )
    yield Step(
        "read",
        "Read the gravity",
        f"At 20 °C, all in and mixed. It should read {must.sg.low:.3f} to {must.sg.high:.3f}.",
        after=poured,
        cost="A reading of half of it tells nothing: read it again once all is in.",
        school="gravity_where",
    )
    litres = must.mix.volume_ml / 1000
    dose = yeast_dose(must.mix.volume_ml, must.mix.sugar / litres, recipe.ph)
    yield Step(
        "yeast",
        f"Sprinkle on {dose.mass_g:.1f} g of yeast",
        f"About {_of_a_sachet(dose.mass_g)}. The must below 30 °C: hotter kills it.",
        after=("read", *(f"{each.kind}_before" for each in _doses(recipe, "day_before"))),
        cost="Once yeast is in, nobody knows where it began.",
        school="yeast_in",
    )
    for with_yeast in _doses(recipe, "with_yeast"):
        yield Step(
            f"{with_yeast.kind}_with",
            f"{_grams(with_yeast)} {DOSED[with_yeast.kind].lower()}",
            "Dissolved, stirred in.",
            after=poured,
            school="nutrient",
        )
    yield Step(
        "airlock",
        "Fit bung and airlock",
        "Water in the airlock to its mark. It gives off gas for weeks: air the room, and never"
        " close it tight.",
        after=("yeast",),
        school="gas_out",
    )


def _grams(dose: PlannedDose) -> str:
    return f"{dose.mass_g:g} g"


def _of_a_sachet(grams: float) -> str:
    try:
        return in_pieces(grams, SACHET_G, f"{SACHET_G:g} g sachet")[1]
    except JobError:
        return f"a pinch from a {SACHET_G:g} g sachet"
