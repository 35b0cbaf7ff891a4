"""Jugs as lines of a list, worked out once and kept until something about one changes."""

import hashlib
from collections.abc import Iterable

from server.jugs.models import Jug
from server.jugs.schemas import DrinkOut, JugRow, PlanIn
from server.jugs.state import JugState
from server.shelf.actions.judge import judged_by


def rows(jugs: Iterable[Jug]) -> list[JugRow]:
    """A line for each jug, loaded with its events; lines made of something else are made anew."""
    stale, found = [], []
    for jug in jugs:
        state = JugState.load(jug)
        made_of = _made_of(state)
        if jug.row is None or jug.row_of != made_of:
            jug.row, jug.row_of = _row(state).model_dump(mode="json"), made_of
            stale.append(jug)
        found.append(JugRow.model_validate(jug.row))
    Jug.objects.bulk_update(stale, ["row", "row_of"], batch_size=200)
    return found


def _made_of(state: JugState) -> str:
    """Names everything a line is worked out from: the rules, the plan and the events."""
    jug = state.jug
    parts = (
        judged_by(),
        jug.name,
        state.version,
        [event.number for event in state.events],
        jug.account.currency,
    )
    return hashlib.sha256(repr(parts).encode()).hexdigest()


def _strength_now(state: JugState) -> float | None:
    """In the bottle once it is bottled, in the vessel before that."""
    if state.life and state.life.lots:
        return state.life.lots[-1].abv.value
    return state.progress.strength.mass_balance.value if state.progress else None


def _row(state: JugState) -> JugRow:
    """One line of the list."""
    jug, gone = state.jug, state.progress
    if state.bottling:
        headline = "Bottled."
    elif gone:
        headline = gone.headline
    else:
        headline = "Still a plan."
    return JugRow(
        id=jug.id,
        number=jug.number,
        name=jug.name,
        stage=state.stage,
        begun_at=jug.begun_at,
        headline=headline,
        drinks=[
            DrinkOut(fruit=pour.fruit, kind=pour.kind, colour=pour.colour)
            for pour in PlanIn.model_validate(state.plan).pours
        ],
        sg=state.readings[-1].sg_at_20 if state.readings else None,
        abv=_strength_now(state),
        share=gone.share if gone else 0.0,
    )
