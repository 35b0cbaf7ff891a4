"""Jugs as lines of a list, kept beside each jug: a list never folds."""

import logging
from collections.abc import Iterable
from datetime import datetime, timedelta
from typing import Any

from django.db import DatabaseError
from django.db.models import F, Q, QuerySet
from django.utils import timezone
from pydantic import TypeAdapter
from pydantic_core import from_json

from core import tables
from core.batch.due import Due, done_by
from core.batch.lots import BottledLot, warns
from core.batch.news import no_longer
from core.batch.outlook import outlook
from core.batch.settling import CORK
from core.batch.windows import window
from core.batch.words import DUE
from core.bottle.label import label_lines
from core.files.recipe_file import money_text
from core.plan.schools import Choices
from server.accounts.models import Account
from server.jugs.bottle_schemas import DoneOut, DrinkOut, DueOut, LotRow, StandsOut
from server.jugs.journal import key_of, with_events
from server.jugs.models import Jug, OwnVessel
from server.jugs.outcomes import batches_changed, outcome_of, spent_of
from server.jugs.plan_schemas import PlanIn
from server.jugs.schemas import JugRow
from server.jugs.state import JugState
from server.shelf.actions.judge import judged_by

LOTS = TypeAdapter(list[LotRow])
# The order of the list: what is due, what is still planned, what is in bottles.
_DUE, _PLANNED, _BOTTLED = range(3)
_COLOURLESS = ("water", "sugar", "acid")
# Lines that a write made old and that are made anew before it is answered; what a write reaches
# beyond that (a habit, say) is left to the command that renews.
_AT_ONCE = 20
# What goes on by itself is looked at once a day.
_GOES_OLD = timedelta(days=1)
# How a line begins that nobody has made, and how the version before said what is proven.
_WORKING, _WAS_PROVEN = "Working it out.", "Dry, and proven."
_FAILED = "It could not be worked out: look at its page."
_log = logging.getLogger(__name__)


def rows(jugs: QuerySet[Jug], first: int, last: int) -> list[JugRow]:
    """A line for each jug from one place of the list to another, the most urgent first, as it
    was kept. One query, and nothing is worked out."""
    ordered = jugs.order_by("due_rank", "due_until", "-number")
    return [_kept(jug) for jug in ordered.only(*_LINE)[first:last]]


_LINE = ("account", "number", "name", "stage", "begun_at", "row", "row_of", "row_at")


def _kept(jug: Jug) -> JugRow:
    """The line as it was kept; where other rules made it, what is no figure and no verdict."""
    fresh = jug.row_of == judged_by()
    if jug.row and fresh:
        row = JugRow.model_validate_json(jug.row)
        row.of = jug.row_at
        return row
    looks = from_json(jug.row) if jug.row else {}
    return JugRow(
        id=jug.id,
        number=jug.number,
        name=jug.name,
        stage=jug.stage or "plan",
        begun_at=jug.begun_at,
        headline=_FAILED if fresh else _WORKING,
        drinks=looks.get("drinks", []),
        sg=None,
        abv=None,
        share=0.0,
        shape=looks.get("shape", "demijohn"),
        vessel_ml=looks.get("vessel_ml"),
        held_ml=looks.get("held_ml", 0.0),
        due=[],
        proven=False,
        corks=False,
        of=jug.row_at if fresh else None,
    )


def renew(jugs: QuerySet[Jug], most: int) -> int:
    """Make lines anew: those that nobody has made, that a write or a new version made old, then
    those that have stood for a day. At most so many; returns how many. First come those of
    whoever was here last, and of theirs what is not in bottles yet."""
    now = timezone.now()
    stood = Q(row_at__lt=now - _GOES_OLD) & (Q(due_rank__lt=_BOTTLED) | Q(due_until__isnull=False))
    seen = (F("account__last_login").desc(nulls_last=True), "due_rank", "-number")
    chosen = list(outworn(jugs).order_by(*seen)[:most].values_list("id", flat=True))
    if len(chosen) < most:
        by_time = jugs.filter(stood).exclude(id__in=chosen).order_by("row_at")
        chosen += by_time[: most - len(chosen)].values_list("id", flat=True)
    for jug in with_events(Jug.objects.filter(id__in=chosen)):
        try:
            keep_row(JugState.load(jug))
        except DatabaseError:
            raise
        except Exception:
            # One that fails takes no other along, and is tried again after the next write.
            _log.exception("The line of jug %s could not be made.", jug.id)
            Jug.objects.filter(id=jug.id).update(row="", row_of=judged_by(), row_at=now)
    return len(chosen)


def renew_all(jugs: QuerySet[Jug]) -> None:
    """Every line that is not of these rules, however many there are."""
    while renew(outworn(jugs), _AT_ONCE):
        pass


def renew_written(account: Account) -> None:
    """Lines of an account that a write made old, where it did not reach too many."""
    written = account.jugs.filter(Q(row__isnull=True) | Q(row_of=""))
    old = list(written.values_list("id", flat=True)[: _AT_ONCE + 1])
    if 0 < len(old) <= _AT_ONCE:
        renew(account.jugs.filter(id__in=old), _AT_ONCE)


def outworn(jugs: QuerySet[Jug]) -> QuerySet[Jug]:
    """Those whose lines other rules made, or nobody yet, or that something was written of since."""
    return jugs.filter(Q(row__isnull=True) | ~Q(row_of=judged_by()))


def keep_row(state: JugState) -> None:
    """Keep the jug's line beside it, with all that is kept with it; unless something was written
    of it meanwhile."""
    jug, rules, now = state.jug, judged_by(), timezone.now()
    row, lots = _row(state, ahead=True), lots_of(state)
    # What bottles want is told on Today: in the list they come last.
    rank = _BOTTLED if state.emptied else _DUE if row.due else _PLANNED
    until = row.due[0].until if row.due else None
    came = outcome_of(state)
    kept = Jug.objects.filter(id=jug.id, writes=jug.writes).update(
        row=row.model_dump_json(),
        lots=LOTS.dump_json(lots).decode() if lots else None,
        row_of=rules,
        row_at=now,
        stage=row.stage,
        due_rank=rank,
        due_until=until,
        outcome=came,
        spent=spent_of(state),
        **_news(state, row),
    )
    if kept and came != jug.outcome:
        batches_changed(jug)


def _news(state: JugState, row: JugRow) -> dict[str, Any]:
    """What a new version no longer says of it, to be told once."""
    jug = state.jug
    if row.proven or state.life is None or state.emptied:
        return {"no_longer": "", "no_longer_seen": False}
    if not jug.row or jug.row_of in ("", judged_by()):
        return {}
    was = from_json(jug.row)
    proven = was.get("proven", was.get("headline") == _WAS_PROVEN)
    if not proven and (row.corks or not was.get("corks", False)):
        return {}
    told = no_longer(proven, state.life.verdict)
    return {"no_longer": told, "no_longer_seen": False}


def outdated(jugs: Iterable[Jug]) -> None:
    """Something happened to these: their lines are old."""
    Jug.objects.filter(id__in=[jug.id for jug in jugs]).update(
        row_of="", pace=None, writes=F("writes") + 1
    )


def _strength_now(state: JugState) -> float | None:
    """In the bottle once it is bottled, in the vessel before that."""
    if state.life and state.life.lots:
        return state.life.lots[-1].abv.value
    return state.progress.strength.mass_balance.value if state.progress else None


def row_as_of_now(state: JugState) -> JugRow:
    """The line as it is now, without looking ahead; it is not kept."""
    return _row(state, ahead=False)


def _row(state: JugState, ahead: bool) -> JugRow:
    """One line of the list; `ahead`: with when it is likely dry, which takes longer than all the
    rest."""
    jug, gone = state.jug, state.progress
    plan = PlanIn.model_validate(state.plan)
    dry = _likely_dry(state) if ahead else None
    shape, vessel_ml = stands_in(state, plan)
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
        shape=shape,
        vessel_ml=vessel_ml,
        held_ml=_held_ml(state),
        due=_due(state),
        dry_from=dry[0] if dry else None,
        dry_until=dry[1] if dry else None,
        proven=state.life.verdict.proven if state.life else False,
        corks=_corks(state),
    )


def _corks(state: JugState) -> bool:
    """Whether a still bottle of it may be closed with a cork."""
    closing = state.life.closing if state.life else ()
    return any(row is CORK and word.word == "go" for row, word in closing)


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
        stands=StandsOut.of(filled.stands),
        filled_at=filled.at,
        abv=lot.abv.value,
        fizzy=fizzy,
        cost_each=None if lot.cost_each is None else money_text(lot.cost_each),
        unpriced=list(lot.unpriced),
        says=list(label_lines(lot.label_says, filled.lot.against_advice)),
        warns=list(warns(lot)),
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


def stands_in(state: JugState, plan: PlanIn) -> tuple[str, float | None]:
    """The shape of the vessel it stands in, a demijohn where nobody says, and its ml."""
    volume_ml = _stands_in_ml(state, plan)
    own = own_vessel(state, plan)
    if own:
        return own.shape, volume_ml
    planned = plan.vessel.key if plan.vessel and plan.vessel.volume_ml == volume_ml else None
    if planned in tables.VESSELS:
        return tables.VESSELS[planned].shape, volume_ml
    sold = (row.shape for row in tables.VESSELS.values() if row.volume_ml == volume_ml)
    return next(sold, "demijohn"), volume_ml


def own_vessel(state: JugState, plan: PlanIn) -> OwnVessel | None:
    """The brewer's own vessel that it stands in: the planned one, or one that holds as much as what
    it was racked into since."""
    planned, own = plan.vessel, state.jug.account.vessels
    volume_ml = _stands_in_ml(state, plan)
    if planned and volume_ml == planned.volume_ml:
        return own.filter(id=planned.own_id).first() if planned.own_id else None
    return own.filter(removed_at=None, volume_ml=volume_ml).first() if volume_ml else None


def _stands_in_ml(state: JugState, plan: PlanIn) -> float | None:
    jug = state.world.jugs[key_of(state.jug)] if state.world else None
    planned = plan.vessel.volume_ml if plan.vessel else None
    return (jug.vessel_ml if jug else None) or planned
