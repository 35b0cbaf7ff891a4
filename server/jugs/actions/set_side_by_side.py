"""Set jugs side by side: each whole, and every figure of their plans."""

from core.errors import JobError
from core.plan.differences import differences
from server.jugs.schemas import DifferenceOut, SideBySideOut
from server.jugs.state import JugState
from server.jugs.telling import jug_out

_MOST = 4


def side_by_side(states: list[JugState]) -> SideBySideOut:
    """Two to four jugs. Raises JobError for other counts, or a plan that cannot be."""
    if not 2 <= len({state.jug.id for state in states}) == len(states) <= _MOST:
        raise JobError(f"Choose two different jugs, and at most {_MOST}.", "jug")
    for state in states:
        if state.problem:
            raise JobError(f"Jug {state.jug.number}: {state.problem}", "jug")
    rows = differences([(state.as_poured, state.evaluation) for state in states])
    return SideBySideOut(
        jugs=[jug_out(state) for state in states],
        rows=[
            *(
                DifferenceOut(
                    name=row.name, unit=row.unit, values=list(row.values), differ=row.differ
                )
                for row in rows
            ),
            *_as_brewed(states),
        ],
    )


def _as_brewed(states: list[JugState]) -> list[DifferenceOut]:
    """What the stem has shown so far, where any of them is pitched."""
    if not any(state.readings for state in states):
        return []
    now = [state.readings[-1].sg_at_20 if state.readings else None for state in states]
    strength = [
        state.progress.strength.mass_balance.value if state.progress else None for state in states
    ]
    return [
        DifferenceOut(name="Reads now", unit="SG", values=list(now), differ=len(set(now)) > 1),
        DifferenceOut(
            name="Strength so far", unit="%", values=list(strength), differ=len(set(strength)) > 1
        ),
    ]
