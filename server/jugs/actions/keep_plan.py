"""Keep a plan."""

from django.db import transaction

from core.plan import Evaluation, Recipe, evaluate
from server.config.problems import ConflictError
from server.jugs.actions.begin import check_name, check_vessel
from server.jugs.actions.freshen import freshen
from server.jugs.models import Jug
from server.jugs.schemas import KeepPlanIn
from server.jugs.state import JugState, recipe_of


def keep_plan(state: JugState, payload: KeepPlanIn) -> tuple[int, Recipe, Evaluation]:
    """Add the plan as the next version; the one before stays in the record.

    Raises JobError for a plan that cannot be, ConflictError when another window kept one
    first, or the jug is pitched: what went in is then history.
    """
    if state.readings:
        raise ConflictError(
            "This jug is pitched: its plan is what went in. Take the first reading back to"
            " change it."
        )
    jug = state.jug
    check_vessel(payload.plan.vessel)
    plan = freshen(jug.account, payload.plan).model_dump(exclude_none=True)
    name = check_name(payload.plan.name or jug.name)
    recipe = recipe_of(plan, jug.account.currency)
    result = evaluate(recipe)
    version = payload.based_on + 1
    with transaction.atomic():
        moved = Jug.objects.filter(id=jug.id, plan_version=payload.based_on).update(
            plan_version=version, name=name
        )
        if not moved:
            raise ConflictError("This plan was changed in another window since you opened it.")
        jug.plans.create(version=version, plan=plan)
    return version, recipe, result
