"""Share one must out to arms that differ in one thing, to be brewed and compared."""

from django.db import transaction

from core.plan import sharing_out
from core.plan.evaluation import evaluate
from core.plan.vessel import check_vessel
from server.config.problems import ConflictError
from server.jugs.actions.begin import begin_with
from server.jugs.actions.shared_out import check_not_used_up
from server.jugs.evaluation import dose_out
from server.jugs.journal import recipe_of
from server.jugs.models import Jug
from server.jugs.plan_schemas import PlanIn
from server.jugs.schemas import ArmIn, SplitIn
from server.jugs.state import JugState


@transaction.atomic
def split_arms(state: JugState, payload: SplitIn) -> list[Jug]:
    """A jug for each arm, with its share of every pour by what its vessel is filled with.

    Raises JobError for fewer than two arms or vessels that hold too little, ConflictError
    when the jug is pitched, or was shared out, already.
    """
    if state.pitched:
        raise ConflictError("This jug is pitched: a must is split before the yeast goes in.")
    check_not_used_up(state)
    shares = sharing_out.shares(
        [arm.vessel.volume_ml for arm in payload.arms], state.evaluation.must.in_vessel_ml
    )
    arms = [
        _arm(state, arm, share, index)
        for index, (arm, share) in enumerate(zip(payload.arms, shares, strict=True))
    ]
    # Of one moment: one sharing out is told from another by it.
    together = arms[0].begun_at
    Jug.objects.filter(id__in=[arm.id for arm in arms]).update(begun_at=together)
    return arms


def _arm(state: JugState, arm: ArmIn, share: float, index: int) -> Jug:
    check_vessel(arm.vessel.volume_ml)
    currency = state.jug.account.currency
    batch = sharing_out.batch(recipe_of(state.plan, currency), state.evaluation, share, arm.enzyme)
    plan = PlanIn.model_validate(state.plan)
    plan.aim = None
    for pour, solved, amount in zip(plan.pours, state.evaluation.pours, batch.amounts, strict=True):
        pour.mass_g, pour.volume_ml = (amount, None) if solved.by_mass else (None, amount)
    plan.vessel, plan.yeast = arm.vessel, arm.yeast
    plan.hold_back_ml = batch.hold_back_ml or None
    plan.doses = [dose_out(dose) for dose in batch.doses]
    worked = plan.model_dump(exclude_none=True)
    name = arm.name.strip() or f"{state.jug.name}, batch {index + 1}"
    # Says what is wrong before anything is kept.
    evaluate(recipe_of(worked, currency))
    return begin_with(state.jug.account, name, worked, state.jug, is_arm=True)
