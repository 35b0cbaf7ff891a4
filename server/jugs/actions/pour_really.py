"""Write down what was really poured at brew day, where the plan said otherwise."""

from dataclasses import replace
from typing import Any

from core.errors import JobError
from core.must.mixing import Pour
from server.accounts.models import Account
from server.config.problems import ConflictError
from server.jugs.actions.recipe_file import pour_written
from server.jugs.actions.write_down import Step, happened_at, strike_all, write
from server.jugs.brew_schemas import PouredIn
from server.jugs.plan_schemas import PlanIn
from server.jugs.state import JugState


def pour_really(state: JugState, by: Account, payload: PouredIn) -> None:
    """So much went in of a pour of the plan; an amount written before is struck.

    Raises JobError for a pour the plan has not, ConflictError once the yeast is in.
    """
    if state.pitched:
        raise ConflictError("The yeast is in: what is poured now goes into the log.")
    poured = next((each for each in state.evaluation.pours if each.name == payload.pour), None)
    if poured is None:
        raise JobError("The plan has changed: that is not poured any more.", "pour")
    if payload.pour in state.really_poured:
        strike_all(state, by, [state.really_poured[payload.pour]])
    if payload.amount is None:
        return
    really = (
        replace(poured, mass_g=payload.amount)
        if poured.by_mass
        else replace(poured, volume_ml=payload.amount)
    )
    what = {"pour": _written(state, really)}
    write(JugState.load(state.fresh()), by, [Step("poured", what, happened_at(None))])


def _written(state: JugState, pour: Pour) -> dict[str, Any]:
    """The pour in the recipe file's shape, with all that is known of it."""
    planned = {each.name: pour_written(each) for each in PlanIn.model_validate(state.plan).pours}
    before = [e.what["pour"] for e in state.standing if e.kind == "poured"]
    known = {**planned, **{each["name"]: each for each in before}}.get(
        pour.name, {"name": pour.name, "kind": pour.kind}
    )
    amount = {"mass_g": pour.mass_g} if pour.by_mass else {"volume_ml": pour.volume_ml}
    kept = {key: value for key, value in known.items() if key not in ("mass_g", "volume_ml")}
    return {**kept, **amount, **({"measured_sg": pour.measured_sg} if pour.measured_sg else {})}
