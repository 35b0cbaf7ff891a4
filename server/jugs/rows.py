"""Jugs as lines of a list, kept beside each jug: a list never folds."""

from collections.abc import Iterable

from django.db.models import QuerySet

from server.jugs.journal import with_events
from server.jugs.models import Jug
from server.jugs.schemas import DrinkOut, JugRow, PlanIn
from server.jugs.state import JugState
from server.shelf.actions.judge import judged_by


def rows(jugs: QuerySet[Jug]) -> list[JugRow]:
    """A line for each jug, as it was kept when something last happened to it.

    One query. A line that other rules made, or that nobody has made yet, is made now.
    """
    found = list(jugs)
    rules = judged_by()
    stale = [jug.id for jug in found if jug.row is None or jug.row_of != rules]
    if stale:
        made = {
            jug.id: keep_row(JugState.load(jug))
            for jug in with_events(Jug.objects.filter(id__in=stale))
        }
        return [made.get(jug.id) or JugRow.model_validate(jug.row) for jug in found]
    return [JugRow.model_validate(jug.row) for jug in found]


def keep_row(state: JugState) -> JugRow:
    """Keep the jug's line beside it, where it is not there yet."""
    jug, rules = state.jug, judged_by()
    if jug.row is not None and jug.row_of == rules:
        return JugRow.model_validate(jug.row)
    row = _row(state)
    Jug.objects.filter(id=jug.id).update(row=row.model_dump(mode="json"), row_of=rules)
    return row


def outdated(jugs: Iterable[Jug]) -> None:
    """Something happened to these: their lines are made anew."""
    Jug.objects.filter(id__in=[jug.id for jug in jugs]).update(row=None)


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
