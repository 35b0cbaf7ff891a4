"""Brew day: a plan as things to do in order, each with what it costs to do it too early."""

from collections.abc import Mapping, Sequence
from datetime import datetime

from core.plan import brew_steps
from core.plan.brew_steps import Day, Step
from core.plan.evaluation import Evaluation, Recipe
from core.plan.schools import AS_USUAL, Choices


def brew_day(
    recipe: Recipe, result: Evaluation, system: str = "metric", choices: Choices = AS_USUAL
) -> tuple[Step, ...]:
    """What to do, in order, for this plan, the way that was chosen where brewers differ; amounts
    in a system of measures (see core.measure.units.SHOWN)."""
    day = Day(recipe, result, choices, system)
    return (
        *brew_steps.before(day),
        *brew_steps.pours(day),
        *brew_steps.into_the_must(day),
        *brew_steps.yeast(day),
    )


def out_of_order(steps: Sequence[Step], done: Mapping[str, datetime]) -> frozenset[str]:
    """The steps that were done before what comes before them was, and that it costs something."""
    known = {step.key for step in steps}
    return frozenset(
        step.key
        for step in steps
        if step.cost
        and step.key in done
        and any(
            each not in done or done[each] > done[step.key] for each in step.after if each in known
        )
    )
