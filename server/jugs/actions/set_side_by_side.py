"""Set jugs side by side: each whole, and every figure of their plans."""

from core.differences import differences
from core.errors import JobError
from server.jugs.schemas import DifferenceOut, SideBySideOut
from server.jugs.state import JugState, jug_out

_MOST = 4


def side_by_side(states: list[JugState]) -> SideBySideOut:
    """Two to four jugs. Raises JobError for other counts, or a plan that cannot be."""
    if not 2 <= len({state.jug.id for state in states}) == len(states) <= _MOST:
        raise JobError(f"Choose two different jugs, and at most {_MOST}.", "jug")
    for state in states:
        if state.problem:
            raise JobError(f"Jug {state.jug.number}: {state.problem}", "jug")
    rows = differences([(state.recipe, state.evaluation) for state in states])
    return SideBySideOut(
        jugs=[jug_out(state) for state in states],
        rows=[
            DifferenceOut(name=row.name, unit=row.unit, values=list(row.values), differ=row.differ)
            for row in rows
        ],
    )
