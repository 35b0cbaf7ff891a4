"""Count what one carton more or fewer would do."""

from core.errors import JobError
from core.plan.evaluation import Recipe, evaluate, packs_more
from server.accounts.models import Account
from server.jugs.schemas import PlanIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import CartonsOut, OutcomeOut


def count_cartons(account: Account, plan: PlanIn) -> list[CartonsOut]:
    """For each pour in packs that is not worked out, the plan with one fewer and one more.

    Raises JobError at the place that is wrong.
    """
    recipe = recipe_now(account, plan)
    solved = evaluate(recipe).solved
    rows = []
    for index, item in enumerate(recipe.pours):
        pour, pack = item.pour, item.pack
        size = (pack.pack_g if pour.by_mass else pack.pack_ml) if pack else None
        if not size or pour.name in solved or pour.kind == "sugar":
            continue
        rows.append(
            CartonsOut(
                name=pour.name,
                packs=pour.amount / size,
                fewer=_outcome(recipe, index, -1, pour.amount - size),
                more=_outcome(recipe, index, 1, pour.amount + size),
            )
        )
    return rows


def _outcome(recipe: Recipe, index: int, by: int, amount: float) -> OutcomeOut:
    try:
        result = packs_more(recipe, index, by)
    except JobError as error:
        return OutcomeOut(amount=amount, abv=None, fill_ml=None, each=None, why_not=error.text)
    each = result.bottles.each
    return OutcomeOut(
        amount=amount,
        abv=result.glass.abv.value,
        fill_ml=result.must.in_vessel_ml,
        each=None if each is None else f"{each:.2f}",
        why_not="",
    )
