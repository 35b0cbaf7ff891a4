"""Take what the readings say of the pours into the plan: what was really poured."""

from typing import Any

from django.utils import timezone

from core.batch.learned import learned
from core.must.mixing import Pour
from server.accounts.models import Account
from server.config.problems import ConflictError
from server.jugs.actions.recipe_file import pour_written
from server.jugs.actions.write_down import Step, write
from server.jugs.journal import key_of
from server.jugs.plan_schemas import PlanIn
from server.jugs.state import JugState


def take_learned(state: JugState, by: Account) -> None:
    """Write each pour down as it must have been. Raises ConflictError where nothing is to learn."""
    found = learned(state.world.jugs[key_of(state.jug)]) if state.world else ()
    if not found:
        raise ConflictError("There is nothing more to learn from the readings.")
    now = timezone.now()
    told = "By what the readings say together"
    write(
        state,
        by,
        [Step("poured", {"pour": written_pour(state, each.pour)}, now, told) for each in found],
    )


def written_pour(state: JugState, pour: Pour) -> dict[str, Any]:
    """The pour in the recipe file's shape, with all that is known of it."""
    planned = {each.name: pour_written(each) for each in PlanIn.model_validate(state.plan).pours}
    before = [e.what["pour"] for e in state.standing if e.kind == "poured"]
    known = {**planned, **{each["name"]: each for each in before}}.get(
        pour.name, {"name": pour.name, "kind": pour.kind}
    )
    amount = {"mass_g": pour.mass_g} if pour.by_mass else {"volume_ml": pour.volume_ml}
    kept = {key: value for key, value in known.items() if key not in ("mass_g", "volume_ml")}
    return {**kept, **amount, **({"measured_sg": pour.measured_sg} if pour.measured_sg else {})}
