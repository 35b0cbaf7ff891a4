"""Copy and change: another jug with the same plan, to change one thing in."""

from server.jugs.actions.begin import begin_with
from server.jugs.models import Jug
from server.jugs.state import JugState

_MOST_NAME = 120


def fork(state: JugState, name: str) -> Jug:
    """A new jug planned like this one, and known to have begun from it.

    Raises JobError for a name that cannot be.
    """
    jug = state.jug
    name = name.strip() or f"{jug.name[: _MOST_NAME - 10].rstrip()}, copy"
    return begin_with(jug.account, name, {**state.plan, "name": ""}, jug)
