"""Count what one carton more or fewer would do."""

from core.plan.cartons import Step, cartons
from server.accounts.models import Account
from server.jugs.plan_schemas import PlanIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import CartonsOut, OutcomeOut


def count_cartons(account: Account, plan: PlanIn) -> list[CartonsOut]:
    """For each pour in packs, the plan with one fewer and one more.

    Raises JobError at the place that is wrong.
    """
    return [
        CartonsOut(
            name=row.name, packs=row.packs, fewer=_outcome(row.fewer), more=_outcome(row.more)
        )
        for row in cartons(recipe_now(account, plan))
    ]


def _outcome(step: Step) -> OutcomeOut:
    result = step.result
    each = result.bottles.each if result else None
    return OutcomeOut(
        amount=step.amount,
        abv=result.glass.abv.value if result else None,
        fill_ml=result.must.in_vessel_ml if result else None,
        each=None if each is None else f"{each:.2f}",
        why_not=step.why_not,
    )
