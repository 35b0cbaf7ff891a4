"""Keep a plan."""

from django.db import transaction

from core.errors import JobError
from core.plan.evaluation import evaluate
from core.plan.vessel import check_vessel
from server.config.limits import MOST_VERSIONS
from server.config.problems import ConflictError
from server.jugs.actions.begin import check_name
from server.jugs.actions.freshen import freshen
from server.jugs.journal import recipe_of
from server.jugs.models import Jug
from server.jugs.rows import outdated
from server.jugs.schemas import KeepPlanIn
from server.jugs.state import JugState


def keep_plan(state: JugState, payload: KeepPlanIn) -> tuple[int, str | None]:
    """Add the plan as the next version; the one before stays in the record.

    Returns the version, and why the plan cannot be worked out, if it cannot: an aim out of
    reach is kept as it was typed. Raises JobError for what is no plan at all, ConflictError
    when another window kept one first, or the jug is pitched: what went in is then history.
    """
    if state.pitched:
        raise ConflictError(
            "This jug is pitched: its plan is what went in. Take the first reading back to"
            " change it."
        )
    jug = state.jug
    vessel = payload.plan.vessel
    check_vessel(vessel.volume_ml if vessel else None)
    plan = freshen(jug.account, payload.plan).model_dump(exclude_none=True)
    name = check_name(payload.plan.name or jug.name)
    if payload.based_on >= MOST_VERSIONS:
        raise JobError(
            f"A plan keeps {MOST_VERSIONS} versions: copy it into a new jug, and go on there."
        )
    problem = _problem(plan, jug.account.currency) if payload.plan.pours else None
    version = payload.based_on + 1
    with transaction.atomic():
        moved = Jug.objects.filter(id=jug.id, plan_version=payload.based_on).update(
            plan_version=version, name=name
        )
        if not moved:
            raise ConflictError("This plan was changed in another window since you opened it.")
        jug.plans.create(version=version, plan=plan)
        outdated([jug])
    return version, problem


def _problem(plan: dict[str, object], currency: str) -> str | None:
    recipe = recipe_of(plan, currency)
    try:
        evaluate(recipe)
    except JobError as error:
        return error.text
    return None
