"""One must shared out to test batches that differ in one thing."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.errors import JobError
from core.plan.balance import usual_enzyme_g
from core.plan.evaluation import Evaluation, Recipe
from core.plan.planned_dose import PlannedDose, portions

MOST_BATCHES = 6
USE_IT_UP = frozenset({"read", "pitched", "transferred", "bottled"})
"""Events by which a must goes on as one."""


@dataclass(frozen=True, slots=True)
class Batch:
    """A share of a must: each pour's amount, in the order of the plan and g or ml as it is
    measured, its doses, and what is held back, ml."""

    amounts: tuple[float, ...]
    doses: tuple[PlannedDose, ...]
    hold_back_ml: float


def shares(vessels_ml: Sequence[float], in_vessel_ml: float) -> tuple[float, ...]:
    """What part of a must each vessel takes, 0 to 1: by what it is filled with.

    Raises JobError for fewer than two vessels, more than six, or too little room.
    """
    if not 2 <= len(vessels_ml) <= MOST_BATCHES:
        raise JobError(f"Split it into two test batches, and at most {MOST_BATCHES}.", "arms")
    total = sum(vessels_ml)
    if total < in_vessel_ml:
        raise JobError(
            f"The test batches hold {total / 1000:.2f} L together, and there is"
            f" {in_vessel_ml / 1000:.2f} L: take a bigger vessel, or another batch.",
            "arms",
        )
    return tuple(each / total for each in vessels_ml)


def used_up(became: Sequence[str]) -> str:
    """Why a must that became those jugs is neither shared out again nor goes on whole; empty where
    it became none."""
    if not became:
        return ""
    names = " and ".join((", ".join(became[:-1]), became[-1]) if became[1:] else became)
    return (
        f"This must was shared out: it is in {names} now. Go on with those, or put them away first."
    )


def batch(recipe: Recipe, must: Evaluation, share: float, enzyme: bool) -> Batch:
    """A share of the plan, 0 to 1, as it is worked out; with enzyme as the must usually has, or
    without any: enzyme is what batches often differ in."""
    doses = tuple(
        replace(dose, mass_g=dose.mass_g * share) for dose in recipe.doses if dose.kind != "enzyme"
    )
    if enzyme:
        grams = round(usual_enzyme_g(must.must.mix.volume_ml * share), 1)
        doses = (*doses, *portions("enzyme", grams))
    amounts = tuple(round(pour.amount * share, 1) for pour in must.pours)
    return Batch(amounts, doses, recipe.hold_back_ml * share)
