"""A jug as it is bottled: the drink in the bottle, and whether each lot may be closed."""

from dataclasses import dataclass

from core.bottle.closing import (
    NOT_PRIMED,
    Closing,
    Contents,
    PrimedBy,
    closing,
    closure_of,
    label_says,
)
from core.bottle.pressure import MOST_VOLUMES, RATED_AT_C, gauge_pressure_bar
from core.bottle.priming import residual_volumes
from core.errors import JobError
from core.ferment.progress import Progress, days_in_words
from core.finish.holding import Stabilised, unmet
from core.finish.stabilising import SO2_SHARE
from core.interval import Interval
from core.must.must_ph import ph_with_bicarbonate
from core.must.sharpness import malic_g_per_l
from core.plan.evaluation import Evaluation, Recipe
from core.plan.glass import Base, GlassPlan, InTheGlass, in_the_glass
from core.plan.planned_dose import dosed_g


@dataclass(frozen=True, slots=True)
class Lot:
    """So many ml in one kind of bottle: its closing, gauge pressure at the worst at 20, 30 and
    40 °C in bar, and what its label has to say."""

    closing: Closing
    pressure_bar: tuple[float, ...]
    label_says: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Bottled:
    """The drink as it goes into bottles. `late_ml` was added at the end; `how` says what the
    strength is made of."""

    glass: InTheGlass
    contents: Contents
    primed: PrimedBy
    so2_mg_per_l: float
    how: str

    @property
    def abv(self) -> Interval:
        """Strength in the bottle, % vol."""
        return self.glass.abv

    def lot(self, bottle: str, closure: str, against_advice: bool = False) -> Lot:
        """One kind of bottle judged. Raises JobError for a kind that is not in the table."""
        abv = min(self.abv.value, 20.0)
        word = closing(self.contents, closure_of(bottle, closure), self.primed)
        return Lot(
            word,
            tuple(
                gauge_pressure_bar(min(word.worst_volumes, MOST_VOLUMES), celsius, abv)
                for celsius in RATED_AT_C
            )
            if word.limit_volumes
            else (),
            label_says(word, self.primed, self.so2_mg_per_l, against_advice),
        )


def bottled(
    recipe: Recipe,
    result: Evaluation,
    gone: Progress,
    total_ml: float,
    primed: PrimedBy | None = None,
    sulphite_g: float = 0.0,
    sorbate_g: float = 0.0,
) -> Bottled:
    """What stands in `total_ml` of bottles, by the jug's readings and what was added since.

    The juice or syrup that the plan adds at the end is taken to be in. Priming, when none is
    named, is none. Raises JobError for amounts no jug takes.
    """
    if not 0 <= sulphite_g <= 100 or not 0 <= sorbate_g <= 100:
        raise JobError("Sulphite and sorbate are grams, like 0.4 and 1.2.", "stabilised")
    plan = recipe.glass or GlassPlan("dry_still")
    primed = primed or NOT_PRIMED
    base = Base(
        gone.strength.mass_balance,
        gone.sugar_left_g_per_l.value,
        "yeast" if gone.verdict == "stopped_sweet" else "sugar",
    )
    share = plan.share_added
    reaching = total_ml * (1 - share)
    glass = in_the_glass(plan, base, reaching, result.acid.g_per_l.value, primed)
    stabilised = Stabilised(sulphite_g, sorbate_g, total_ml, _ph(recipe, result))
    tried = sulphite_g > 0 or sorbate_g > 0
    lacks = unmet(stabilised, glass.abv.value, gone.stopped) if tried else ()
    late = plan.late_sugar_g_per_l * share
    so2 = stabilised.so2_mg_per_l + _planned_so2_mg_per_l(recipe, result)
    contents = Contents(
        residual_volumes(plan.warmest_c),
        gone.may_still_ferment_g_per_l * (1 - share) + late,
        (0.0 if gone.stopped else gone.sugar_left_g_per_l.value * (1 - share)) + late,
        0.0 if sulphite_g > 0 else _malic(result) * (1 - share),
        tried and not lacks,
        lacks,
        _unproven(gone, late),
    )
    return Bottled(glass, contents, primed, so2, _how(plan, share, primed))


def _ph(recipe: Recipe, result: Evaluation) -> float | None:
    """The pH measured at the start, with the bicarbonate planned."""
    if recipe.ph is None:
        return None
    litres = result.must.mix.volume_ml / 1000
    salt = dosed_g(recipe.doses, "bicarbonate") / litres
    return ph_with_bicarbonate(recipe.ph, result.acid.g_per_l.value, salt)


def _planned_so2_mg_per_l(recipe: Recipe, result: Evaluation) -> float:
    grams = dosed_g(recipe.doses, "sulphite")
    return grams * SO2_SHARE["potassium"] / result.must.mix.volume_ml * 1e6


def _malic(result: Evaluation) -> float:
    return malic_g_per_l(result.pours, result.must.mix.volume_ml)


def _unproven(gone: Progress, late_g_per_l: float) -> str:
    """Why so much sugar has to be counted, and the way out."""
    if gone.verdict == "dry":
        if late_g_per_l > 0:
            return "What was added at the end ferments unless sulphite and sorbate hold it."
        if gone.proven:
            return ""
        left = gone.rest.needs_days - gone.rest.equal_days
        return (
            "It looks dry and is not proven: the same reading"
            f" {days_in_words(left)} from the last one would prove it."
        )
    if gone.verdict == "stopped_sweet":
        return (
            "The yeast gave up with sugar left, and that stop is not stable: stabilise it, or take"
            " vented caps and the fridge."
        )
    if gone.verdict == "stopped_short":
        return "It stopped with sugar left, and may go on: get it going again first."
    return "It is still fermenting: wait until the readings prove it dry."


def _how(plan: GlassPlan, share: float, primed: PrimedBy) -> str:
    """What the strength is made of, in a sentence."""
    parts = ["From the jug's readings"]
    if share and plan.late is not None:
        parts.append(f"thinned by {100 * share:.0f} % {plan.late.name} added at the end")
    if primed.g_per_l:
        parts.append(f"with what {primed.g_per_l:.1f} g/L of priming sugar adds")
    return ", ".join(parts) + "."
