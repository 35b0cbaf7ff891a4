"""The same drink for another vessel."""

from core.plan.scaling import scaled, times_larger
from server.jugs.plan_schemas import PlanIn, VesselIn


def put_in_vessel(plan: PlanIn, vessel: VesselIn) -> PlanIn:
    """The plan in the other vessel, every amount grown alike. Raises JobError."""
    plan = plan.model_copy(deep=True)
    from_ml = plan.vessel.volume_ml if plan.vessel else 0.0
    times = times_larger(from_ml, vessel.volume_ml)
    for pour in plan.pours:
        if pour.volume_ml is not None:
            pour.volume_ml = scaled(pour.volume_ml, times)
        if pour.mass_g is not None:
            pour.mass_g = scaled(pour.mass_g, times)
    for dose in plan.doses or []:
        dose.mass_g = scaled(dose.mass_g, times)
    if plan.hold_back_ml:
        plan.hold_back_ml = scaled(plan.hold_back_ml, times)
    if plan.aim and plan.aim.fill_ml is not None:
        plan.aim.fill_ml = scaled(plan.aim.fill_ml, times)
    plan.vessel = vessel
    return plan
