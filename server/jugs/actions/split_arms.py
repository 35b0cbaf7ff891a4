"""Share one must out to arms that differ in one thing, to be brewed and compared."""

from django.db import transaction

from core.errors import JobError
from core.plan.balance import usual_enzyme_g
from core.plan.evaluation import evaluate
from server.config.problems import ConflictError
from server.jugs.actions.begin import begin_with, check_vessel
from server.jugs.journal import recipe_of
from server.jugs.models import Jug
from server.jugs.schemas import ArmIn, PlanIn, SplitIn
from server.jugs.state import JugState

_MOST_ARMS = 6


@transaction.atomic
def split_arms(state: JugState, payload: SplitIn) -> list[Jug]:
    """A jug for each arm, with its share of every pour by what its vessel is filled with.

    Raises JobError for fewer than two arms or vessels that hold too little, ConflictError
    when the jug is pitched already.
    """
    if state.pitched:
        raise ConflictError("This jug is pitched: a must is split before the yeast goes in.")
    if not 2 <= len(payload.arms) <= _MOST_ARMS:
        raise JobError(f"Split it into two arms, and at most {_MOST_ARMS}.", "arms")
    must = state.evaluation
    total = sum(arm.vessel.volume_ml for arm in payload.arms)
    if total < must.must.in_vessel_ml:
        raise JobError(
            f"The arms hold {total / 1000:.2f} L together, and there is"
            f" {must.must.in_vessel_ml / 1000:.2f} L: take a bigger vessel, or another arm.",
            "arms",
        )
    return [
        _arm(state, arm, arm.vessel.volume_ml / total, index)
        for index, arm in enumerate(payload.arms)
    ]


def _arm(state: JugState, arm: ArmIn, share: float, index: int) -> Jug:
    check_vessel(arm.vessel)
    plan = PlanIn.model_validate(state.plan)
    plan.aim = None
    for pour, solved in zip(plan.pours, state.evaluation.pours, strict=True):
        amount = round(solved.amount * share, 1)
        pour.mass_g, pour.volume_ml = (amount, None) if solved.by_mass else (None, amount)
    plan.vessel, plan.yeast = arm.vessel, arm.yeast
    plan.hold_back_ml = plan.hold_back_ml * share if plan.hold_back_ml else None
    doses = [d.model_copy(update={"mass_g": d.mass_g * share}) for d in plan.doses or []]
    doses = [dose for dose in doses if dose.kind != "enzyme"]
    worked = plan.model_dump(exclude_none=True)
    if arm.enzyme:
        grams = usual_enzyme_g(state.evaluation.must.mix.volume_ml * share)
        worked["doses"] = [
            *(dose.model_dump() for dose in doses),
            {"kind": "enzyme", "mass_g": round(grams, 1), "when": "before_yeast"},
        ]
    else:
        worked["doses"] = [dose.model_dump() for dose in doses]
    name = arm.name.strip() or f"{state.jug.name}, arm {index + 1}"
    # Says what is wrong before anything is kept.
    evaluate(recipe_of(worked, state.jug.account.currency))
    return begin_with(state.jug.account, name, worked, state.jug, is_arm=True)
