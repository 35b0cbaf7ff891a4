"""Work a plan out without keeping it."""

from core.plan import evaluate
from server.accounts.models import Account
from server.jugs.actions.begin import check_vessel
from server.jugs.schemas import EvaluationOut, PlanIn
from server.jugs.state import evaluation_out, recipe_of


def work_out(account: Account, plan: PlanIn) -> EvaluationOut:
    """Solve and evaluate. Raises JobError at the place that is wrong."""
    check_vessel(plan.vessel)
    recipe = recipe_of(plan.model_dump(exclude_none=True), account.currency)
    return evaluation_out(evaluate(recipe), account.currency)
