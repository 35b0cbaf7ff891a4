"""Write a plan as a recipe file, and begin a jug from one."""

from typing import Any

from pydantic import ValidationError

from core.errors import JobError
from core.files.recipe_file import FORMAT, VERSION, read_recipe
from server.accounts.models import Account
from server.jugs.actions.begin import begin_with
from server.jugs.actions.bring_home import bring_home
from server.jugs.models import Jug
from server.jugs.plan_schemas import PlanIn, PourIn, VesselIn
from server.jugs.state import JugState

# What of a plan is this app's own and means nothing in another kitchen.
_OURS_OF_POUR = ("product_id", "locked")
_USUAL_VESSEL = VesselIn(volume_ml=5000.0, key="demijohn_5")


def written(state: JugState) -> dict[str, Any]:
    """The plan as it was kept, in the open format."""
    kept = PlanIn.model_validate(state.plan)
    plan = kept.model_dump(exclude_none=True)
    plan["pours"] = [pour_written(pour) for pour in kept.pours]
    if kept.glass and kept.glass.late:
        plan["glass"]["late"] = pour_written(kept.glass.late)
    plan.get("vessel", {}).pop("own_id", None)
    head = {"format": FORMAT, "version": VERSION, "currency": state.jug.account.currency}
    return {**head, **plan, "name": state.jug.name}


def pour_written(pour: PourIn) -> dict[str, Any]:
    """A pour in the open format, without what means nothing in another kitchen."""
    return pour.model_dump(exclude_none=True, exclude=set(_OURS_OF_POUR))


def read(
    account: Account, data: dict[str, Any], vessel: VesselIn | None = None
) -> tuple[Jug, list[str]]:
    """A new jug planned as the file says, or as that comes to in `vessel`; and what of it is
    otherwise in this kitchen. Raises JobError at the place that is wrong."""
    recipe = read_recipe(data)
    try:
        plan = PlanIn.model_validate(data)
    except ValidationError as error:
        first = error.errors()[0]
        at = ".".join(str(part) for part in first["loc"])
        raise JobError(f"{first['msg']}.", at) from error
    plan.vessel = plan.vessel or _USUAL_VESSEL
    home, said = bring_home(account, plan, recipe.currency or account.currency, vessel)
    home.name = ""
    kept = home.model_dump(exclude_none=True)
    return begin_with(account, recipe.name or "From a recipe file", kept, None), said
