"""Take a way of doing things, for a batch and as a habit."""

from core.plan.schools import check_choice
from server.accounts.models import Account
from server.jugs.brew_schemas import ChoiceIn
from server.jugs.rows import outdated
from server.jugs.state import JugState


def choose(state: JugState, by: Account, payload: ChoiceIn) -> None:
    """Keep a choice of this batch; as a habit it holds for every batch that chose nothing else.

    Raises JobError for a way that is not offered.
    """
    check_choice(payload.school, payload.option)
    state.jug.choices = {**state.jug.choices, payload.school: payload.option}
    state.jug.save(update_fields=["choices"])
    outdated([state.jug])
    if payload.habit:
        by.habits = {**by.habits, payload.school: payload.option}
        by.save(update_fields=["habits"])
        outdated(by.jugs.all())
