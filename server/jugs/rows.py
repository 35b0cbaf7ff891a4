"""Jugs as lines of a list, kept beside each jug: a list never folds."""

from collections.abc import Iterable
from datetime import datetime

from django.db.models import Q, QuerySet
from pydantic import TypeAdapter

from core import tables
from core.batch.due import Due, done_by
from core.batch.lots import BottledLot
from core.batch.outlook import outlook
from core.batch.windows import window
from core.batch.words import DUE
from core.bottle.label import label_lines
from core.files.recipe_file import money_text
from core.plan.schools import Choices
from server.jugs.bottle_schemas import DoneOut, DrinkOut, DueOut, LotRow
from server.jugs.journal import key_of, with_events
from server.jugs.models import Jug
from server.jugs.outcomes import batches_changed, outcome_of, spent_of
from server.jugs.plan_schemas import PlanIn
from server.jugs.schemas import JugRow
from server.jugs.state import JugState
from server.shelf.actions.judge import judged_by

LOTS = TypeAdapter(list[LotRow])
# The order of the list: what is due, what is still planned, what is in bottles.
_DUE, _PLANNED, _BOTTLED = range(3)
_COLOURLESS = ("water", "sugar", "acid")
MOST_AHEAD = 20
"""More lines than this at once are made without looking ahead: a list is not waited for."""


def rows(jugs: QuerySet[Jug], first: int, last: int) -> list[JugRow]:
    """A line for each jug from one place of the list to another, the most urgent first, as it
    was kept when something last happened to it.

    Two queries. Lines that other rules made, or that nobody has made yet, are made before.
    """
    refresh_rows(jugs)
    ordered = jugs.order_by("due_rank", "due_until", "-number").values_list("row", flat=True)
    # What something happened to this very moment is in the next list.
    return [JugRow.model_validate_json(row) for row in ordered[first:last] if row]


def refresh_rows(jugs: QuerySet[Jug]) -> None:
    """Make the lines anew that other rules made, or that nobody has made yet, with all that is
    kept beside them. One query where there are none."""
    made = list(with_events(outworn(jugs)))
    for jug in made:
        keep_row(JugState.load(jug), ahead=len(made) <= MOST_AHEAD)


def outworn(jugs: QuerySet[Jug]) -> QuerySet[Jug]:
    """Those whose lines other rules made, or nobody yet."""
    return jugs.filter(Q(row__isnull=True) | ~Q(row_of=judged_by()))


def keep_row(state: JugState, ahead: bool = True) -> JugRow:
    """Keep the jug's line beside it, where it is not there yet; `ahead`: with when it is likely
    dry, which takes longer than all the rest."""
    jug, rules = state.jug, judged_by()
    if jug.row is not None and jug.row_of == rules:
        return JugRow.model_validate_json(jug.row)
    row, lots = _row(state, ahead), lots_of(state)
    # What bottles want is told on Today: in the list they come last.
    rank = _BOTTLED if state.emptied else _DUE if row.due else _PLANNED
    until = row.due[0].until if row.due else None
    came = outcome_of(state)
    if came != jug.outcome:
        batches_changed(jug)
    Jug.objects.filter(id=jug.id).update(
        row=row.model_dump_json(),
        lots=LOTS.dump_json(lots).decode() if lots else None,
        row_of=rules,
        stage=row.stage,
        due_rank=rank,
        due_until=until,
        outcome=came,
        spent=spent_of(state),
    )
    return row


def outdated(jugs: Iterable[Jug]) -> None:
    """Something happened to these: their lines are made anew."""
    Jug.objects.filter(id__in=[jug.id for jug in jugs]).update(row=None, pace=None)


def _strength_now(state: JugState) -> float | None:
    """In the bottle once it is bottled, in the vessel before that."""
    if state.life and state.life.lots:
        return state.life.lots[-1].abv.value
    return state.progress.strength.mass_balance.value if state.progress else None


def _row(state: JugState, ahead: bool) -> JugRow:
    """One line of the list."""
    jug, gone = state.jug, state.progress
    plan = PlanIn.model_validate(state.plan)
    dry = _likely_dry(state) if ahead else None
    return JugRow(
        id=jug.id,
        number=jug.number,
        name=jug.name,
        stage=state.stage,
        begun_at=jug.begun_at,
        headline=_headline(state),
        drinks=_drinks(state, plan),
        sg=state.readings[-1].sg_at_20 if state.readings else None,
        abv=_strength_now(state),
        share=gone.share if gone else 0.0,
        shape=_shape(jug, plan),
        vessel_ml=plan.vessel.volume_ml if plan.vessel else None,
        held_ml=_held_ml(state),
        due=_due(state),
        dry_from=dry[0] if dry else None,
        dry_until=dry[1] if dry else None,
    )


def _drinks(state: JugState, plan: PlanIn) -> list[DrinkOut]:
    """What it looks like: its plan's pours, or those of what was poured on into it."""
    if plan.pours or state.world is None:
        return [
            DrinkOut(fruit=pour.fruit, kind=pour.kind, colour=pour.colour, ml=ml)
            for pour, ml in zip(plan.pours, _poured_ml(state), strict=False)
        ]
    return [
        DrinkOut(fruit=pour.fruit, kind=pour.kind, colour=None, ml=pour.amount)
        for pour in state.world.jugs[key_of(state.jug)].pours
        if pour.amount > 0
    ]


def _look(drinks: list[DrinkOut]) -> DrinkOut | None:
    """What a glass of it looks like: most of what has a colour of its own."""
    poured = [drink for drink in drinks if drink.ml > 0]
    coloured = [drink for drink in poured if drink.kind not in _COLOURLESS]
    return max(coloured or poured, key=lambda drink: drink.ml, default=None)


def lots_of(state: JugState) -> list[LotRow]:
    """The bottles that were filled from a jug, drunk or not."""
    told = state.life.lots if state.life else ()
    if not told:
        return []
    look = _look(_drinks(state, PlanIn.model_validate(state.plan)))
    return [_lot_row(lot, state.choices, look) for lot in told]


def _lot_row(lot: BottledLot, choices: Choices, look: DrinkOut | None) -> LotRow:
    filled = lot.filled
    fizzy = filled.primed_g_per_l > 0 and not lot.held
    best = window(filled.at, lot.abv.value, fizzy, lot.paused, choices)
    return LotRow(
        id=filled.lot.id,
        size_ml=round(filled.lot.size_ml),
        count=filled.lot.count,
        left=filled.left,
        bottle=filled.lot.closure.bottle,
        closure=filled.lot.closure.closure,
        name=filled.lot.closure.name,
        place=filled.place,
        filled_at=filled.at,
        abv=lot.abv.value,
        fizzy=fizzy,
        cost_each=None if lot.cost_each is None else money_text(lot.cost_each),
        says=list(label_lines(lot.label_says, filled.lot.against_advice)),
        ready_from=best.ready,
        best_until=best.best_until,
        drink=look,
    )


def _due(state: JugState) -> list[DueOut]:
    """What comes next, in the jug and for its bottles."""
    if state.life is None or not state.pitched:
        return []
    return [due_out(due) for due in state.life.due]


def due_out(due: Due) -> DueOut:
    """Something due in the shape of the API."""
    return DueOut(
        what=due.what,
        words=DUE[due.what][0],
        short=DUE[due.what][1],
        why=due.why,
        # To the second: it is asked about by this moment, and files and pages round.
        since=due.since.replace(microsecond=0),
        until=due.until.replace(microsecond=0),
        grams=due.grams,
        done=_done(due),
    )


def _likely_dry(state: JugState) -> tuple[datetime, datetime] | None:
    """Between which moments it is likely dry, in eight cases of ten; None where that is not
    known."""
    if state.world is None or state.life is None or not state.pitched:
        return None
    seen = outlook(state.world.jugs[key_of(state.jug)], state.life.verdict)
    if seen.dry is None or seen.forecast is None or seen.forecast.open_ended:
        return None
    return seen.dry[0], seen.dry[2]


def _headline(state: JugState) -> str:
    """How it stands, in a word or two."""
    if state.bottling:
        return "Bottled."
    return state.life.advice.headline if state.life and state.life.advice else "Still a plan."


def _done(due: Due) -> DoneOut | None:
    written = done_by(due)
    return DoneOut(kind=written[0], what=written[1]) if written else None


def _poured_ml(state: JugState) -> list[float]:
    """How much of each planned pour there is room for, in order."""
    if state.unsolved:
        return [0.0 for _ in PlanIn.model_validate(state.plan).pours]
    return [share.volume_ml for share in state.evaluation.shares]


def _held_ml(state: JugState) -> float:
    """What the vessel holds now: as planned before the yeast is in, nothing once it is bottled."""
    if state.emptied:
        return 0.0
    if state.pitched and state.life and state.life.now:
        return state.life.now.volume_ml.value
    return 0.0 if state.unsolved else state.evaluation.must.in_vessel_ml


def _shape(jug: Jug, plan: PlanIn) -> str:
    """What its vessel is shaped like: a demijohn where nobody says."""
    vessel = plan.vessel
    if vessel and vessel.key in tables.VESSELS:
        return tables.VESSELS[vessel.key].shape
    own = jug.account.vessels.filter(id=vessel.own_id).first() if vessel and vessel.own_id else None
    return own.shape if own else "demijohn"
