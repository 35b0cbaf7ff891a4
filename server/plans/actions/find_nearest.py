"""Find the nearest that a plan can come to an aim it cannot meet."""

from core.aim.nearest import nearest
from server.accounts.models import Account
from server.jugs.plan_schemas import PlanIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import AmountOut, NearestOut


def find_nearest(account: Account, plan: PlanIn) -> NearestOut:
    """Amounts that come nearest; none without an aim. Raises JobError for a plan that is none."""
    recipe = recipe_now(account, plan)
    aim = recipe.must_aim()
    found = (
        nearest(
            [item.pour for item in recipe.pours],
            aim,
            recipe.tolerance_abv,
            [pour.name for pour in plan.pours if pour.locked],
        )
        if aim
        else None
    )
    if found is None:
        return NearestOut(text="", amounts=[], abv=None, adjusts=[])
    return NearestOut(
        text=found.text,
        amounts=[AmountOut(name=pour.name, amount=pour.amount) for pour in found.pours],
        abv=found.abv,
        adjusts=list(found.adjusts),
    )
