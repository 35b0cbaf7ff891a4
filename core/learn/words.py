"""What was found of a kitchen, in sentences."""

from collections.abc import Iterable

from core import tables
from core.learn.facts import LOSSES, STEM, Fact
from core.plan.evaluation import Recipe
from core.plan.kitchen import ABV_PER_POINT

# Less than this nobody would notice: a share of the sugar, points, a share of the losses.
_PLAIN_SHARE, _PLAIN_POINTS, _PLAIN_LOSSES = 0.005, 0.25, 0.05

# What extract lifts a gravity by, points for each g/L: as sugar does.
_POINTS_PER_G_PER_L = 0.385


def said(fact: Fact) -> str:
    """A fact as a sentence."""
    if fact.key == LOSSES:
        return _of_losses(fact.value)
    if fact.key == STEM:
        return _of_stem(fact.value)
    if fact.key.startswith("yeast:"):
        yeast = tables.YEASTS.get(fact.name)
        return _of_yeast(yeast.name.lower() if yeast else "yeast", fact.value)
    if fact.key.startswith("cloudy:"):
        return _of_cloud(fact.name, fact.value)
    return _of_carton(fact.name, fact.value)


def looking_back(batches: int, found: Iterable[Fact]) -> str:
    """What a kitchen's batches say, in a sentence."""
    if not batches:
        return "Nothing is measured yet."
    counted = "1 batch" if batches == 1 else f"{batches} batches"
    off = [fact for fact in found if fact.sure]
    if not off:
        return f"{counted}, and nothing clearly off the labels and tables."
    what = "one thing" if len(off) == 1 else f"{len(off)} things"
    return f"{counted}, and {what} to plan with."


def reckoned_with(recipe: Recipe) -> tuple[str, ...]:
    """What a plan is reckoned with that was found of this kitchen, in sentences."""
    told = [
        _of_carton(item.pour.name, item.pour.richness)
        for item in recipe.pours
        if item.pour.richness != 1.0 and item.pour.amount
    ]
    told += [
        _of_cloud(item.pour.name, item.pour.cloudier_g_per_l)
        for item in recipe.pours
        if item.pour.cloudier_g_per_l and item.pour.amount
    ]
    if recipe.kitchen.ends_points:
        told.append(_of_yeast("yeast", recipe.kitchen.ends_points))
    if recipe.kitchen.losses != 1.0:
        told.append(_of_losses(recipe.kitchen.losses))
    return tuple(told)


def _of_carton(name: str, times: float) -> str:
    if abs(times - 1) < _PLAIN_SHARE:
        return f"{name} holds as much sugar as its label says."
    side = "more" if times > 1 else "less"
    return f"{name} holds about {100 * abs(times - 1):.0f} % {side} sugar than its label says."


def _of_cloud(name: str, g_per_l: float) -> str:
    points = g_per_l * _POINTS_PER_G_PER_L
    if abs(points) < _PLAIN_POINTS:
        return f"{name} is as cloudy as the tables have it."
    side, holds = ("higher", "more") if points > 0 else ("lower", "less")
    return (
        f"{name} reads about {abs(points):.1f} points {side}, fresh and dry alike: it holds {holds}"
        " beside its sugar than the tables have, or the hydrometer is off."
    )


def _of_yeast(name: str, points: float) -> str:
    if abs(points) < _PLAIN_POINTS:
        return f"Your {name} ends where the tables say."
    higher, weaker = ("higher", "weaker") if points > 0 else ("lower", "stronger")
    return (
        f"Your {name} ends about {abs(points):.1f} points {higher} than the tables say,"
        f" {abs(points) * ABV_PER_POINT:.1f} % {weaker}."
    )


def _of_losses(times: float) -> str:
    if abs(times - 1) < _PLAIN_LOSSES:
        return "Your jugs lose what is usual to lees and samples."
    return f"Your jugs lose {times:.1f} times what is usual to lees and samples."


def _of_stem(points: float) -> str:
    if abs(points) < _PLAIN_POINTS:
        return "Nothing says that your hydrometer is off."
    side = "too much" if points > 0 else "too little"
    return (
        f"Your hydrometer may show about {abs(points):.1f} points {side}: try it in water of"
        " 20 °C, and write what it shows there in the settings."
    )
