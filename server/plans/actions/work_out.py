"""Work a plan out without keeping it."""

from core.plan.evaluation import Recipe, evaluate
from core.plan.vessel import check_vessel
from server.accounts.models import Account
from server.jugs.actions.freshen import freshen
from server.jugs.evaluation import evaluation_out
from server.jugs.journal import recipe_of
from server.jugs.plan_schemas import EvaluationOut, PlanIn


def recipe_now(account: Account, plan: PlanIn) -> Recipe:
    """The plan as core's recipe, by today's shelf. Raises JobError at the place that is wrong."""
    check_vessel(plan.vessel.volume_ml if plan.vessel else None)
    return recipe_of(freshen(account, plan).model_dump(exclude_none=True), account.currency)


def work_out(account: Account, plan: PlanIn) -> EvaluationOut:
    """Solve and evaluate. Raises JobError at the place that is wrong."""
    recipe = recipe_now(account, plan)
    return evaluation_out(recipe, evaluate(recipe), account)
