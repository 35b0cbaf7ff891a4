"""Plan a batch once more with one thing changed."""

from core.batch.tasting import SIDES
from core.errors import JobError
from core.learn.again import Again, again
from core.learn.taste import sides
from server.cellar.actions.list_tastings import list_tastings
from server.jugs.actions.begin import begin_with
from server.jugs.models import Jug
from server.jugs.plan_schemas import PlanIn, PourIn
from server.jugs.state import JugState


def plan_again(state: JugState, key: str) -> Jug:
    """A new jug planned as this one was poured, with the change of that key, known to have begun
    from it. Raises JobError for a change that is not offered."""
    marks = [tasting.scores for tasting in list_tastings(state)]
    offered = again(state.as_poured, sides(tuple(SIDES), {}, marks)) if state.plan["pours"] else ()
    change = next((each for each in offered if each.key == key), None)
    if change is None:
        raise JobError("That change is not offered for this batch.", "key")
    plan = PlanIn.model_validate(state.plan)
    _pour_as(plan, change)
    kept = plan.model_dump(exclude_none=True)
    return begin_with(state.jug.account, state.jug.name, {**kept, "name": ""}, state.jug)


def _pour_as(plan: PlanIn, change: Again) -> None:
    for pour in plan.pours:
        if pour.name in change.amounts:
            weighed = pour.mass_g is not None
            pour.mass_g = change.amounts[pour.name] if weighed else None
            pour.volume_ml = None if weighed else change.amounts[pour.name]
            pour.amount_by = None
    added = change.add
    if added is not None:
        plan.pours.append(
            PourIn(
                name=added.name,
                kind=added.kind,
                mass_g=added.mass_g,
                acid=added.acid,
                tannin=added.tannin,
            )
        )
    if change.sugar_g_per_l is not None and plan.glass is not None:
        plan.glass.sugar_g_per_l = change.sugar_g_per_l
