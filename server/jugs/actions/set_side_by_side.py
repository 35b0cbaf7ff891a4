"""Set jugs side by side: each whole, and every figure of their plans."""

from core.batch.events import Tasted
from core.batch.tasting import SIDES
from core.errors import JobError
from core.learn.taste import Side, apart, sides
from core.plan.differences import differences
from server.jugs.journal import core_event
from server.jugs.schemas import DifferenceOut, SideBySideOut
from server.jugs.state import JugState
from server.jugs.telling import jug_out

_MOST = 4
_TASTED = ("overall", *SIDES)


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
            *_as_tasted(states),
        ],
    )


def _as_tasted(states: list[JugState]) -> list[DifferenceOut]:
    """How each tasted on average, and how sure it is that it was not chance."""
    told = [_marked(state) for state in states]
    rows = []
    for place, key in enumerate(_TASTED):
        line = [one[place] for one in told]
        if not any(side.count for side in line):
            continue
        texts = [apart(key, line[0], other) for other in line[1:]]
        rows.append(
            DifferenceOut(
                name="Tasted" if key == "overall" else f"Tasted {key}",
                unit="of 5",
                values=[side.marked for side in line],
                differ=any(texts),
                said=" ".join(text for text in texts if text),
            )
        )
    return rows


def _marked(state: JugState) -> tuple[Side, ...]:
    tasted = [core_event(event).what for event in state.standing if event.kind == "tasted"]
    return sides(_TASTED, {}, [what.scores or {} for what in tasted if isinstance(what, Tasted)])


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
