"""What one whole carton more or fewer would do to a plan."""

from dataclasses import dataclass, replace

from core.errors import JobError
from core.plan.evaluation import Evaluation, PricedPour, Recipe, evaluate


@dataclass(frozen=True, slots=True)
class Step:
    """The pour with another amount (g or ml), and the plan then: evaluated, or why it cannot be."""

    amount: float
    result: Evaluation | None
    why_not: str


@dataclass(frozen=True, slots=True)
class Cartons:
    """A pour that comes in packs: how many it is now, and the plan with one fewer and one more."""

    name: str
    packs: float
    fewer: Step
    more: Step


def cartons(recipe: Recipe) -> tuple[Cartons, ...]:
    """For each pour in packs that its aim does not work out; nobody counts sugar by the bag.

    Raises JobError as `evaluate`.
    """
    solved = evaluate(recipe).solved
    rows = []
    for index, item in enumerate(recipe.pours):
        pour, size = item.pour, _pack_size(item)
        if not size or pour.name in solved or pour.kind == "sugar":
            continue
        fewer, more = (_step(recipe, index, by) for by in (-1, 1))
        rows.append(Cartons(pour.name, pour.amount / size, fewer, more))
    return tuple(rows)


def packs_more(recipe: Recipe, index: int, by: int) -> Evaluation:
    """The recipe with so many whole packs of one pour more, or fewer, its aim still held.

    Raises JobError when that pour has no pack, or there is less of it than would go.
    """
    item = recipe.pours[index]
    pour, size = item.pour, _pack_size(item)
    if not size:
        raise JobError(f"Say how much a pack of {pour.name} holds.", f"pours[{index}].price")
    amount = pour.amount + by * size
    if amount < 0:
        raise JobError(f"There is not that much {pour.name} to leave out.", f"pours[{index}]")
    changed = replace(item, pour=pour.with_amount(amount))
    pours = (*recipe.pours[:index], changed, *recipe.pours[index + 1 :])
    return evaluate(replace(recipe, pours=pours))


def _pack_size(item: PricedPour) -> float | None:
    """What a pack of it holds, g or ml as it is measured; None where that is not known."""
    if item.pack is None:
        return None
    return item.pack.pack_g if item.pour.by_mass else item.pack.pack_ml


def _step(recipe: Recipe, index: int, by: int) -> Step:
    item = recipe.pours[index]
    amount = item.pour.amount + by * (_pack_size(item) or 0.0)
    try:
        return Step(amount, packs_more(recipe, index, by), "")
    except JobError as error:
        return Step(amount, None, error.text)
