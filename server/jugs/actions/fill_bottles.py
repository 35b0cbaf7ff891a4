"""Fill the bottles."""

from django.utils import timezone

from core.errors import JobError
from core.ferment.reading import Cause
from server.accounts.models import Account
from server.config.problems import ConflictError, QuestionedError
from server.jugs.actions.write_down import Step, bring_back, strike_all, write
from server.jugs.bottle_schemas import BottleOutcome, BottlingIn
from server.jugs.bottling import bottling_out, bottling_steps
from server.jugs.state import JugState

_LEAST_REASON, _MOST_REASON = 3, 300


def check_lines(payload: BottlingIn) -> None:
    """Raises JobError when a lot stands there twice."""
    seen = set()
    for line in payload.bottles:
        key = (line.size_ml, line.bottle, line.closure)
        if key in seen:
            raise JobError(f"{line.size_ml} ml is counted twice: once is enough.", "bottles")
        seen.add(key)


def fill_bottles(state: JugState, by: Account, payload: BottlingIn) -> None:
    """Keep what was bottled, and what went in for it.

    Raises JobError for bottles that cannot be, or may not be closed without a reason;
    ConflictError when it is bottled already; QuestionedError where it is worth a thought.
    """
    if state.emptied:
        raise ConflictError("This jug is bottled already.")
    if not state.pitched:
        raise JobError("Write down a reading first: without one nobody knows what is in it.")
    check_lines(payload)
    payload.against_advice = payload.against_advice.strip()
    told = bottling_out(state, payload)
    if told.late is not None and told.late.unsure:
        raise JobError(f"{told.late.asks} Say so before the bottles are closed.", "late")
    _check_closing(told.bottles, payload)
    now = timezone.now()
    write(state, by, [Step(kind, what, now) for kind, what in bottling_steps(state, payload)])


def take_back(state: JugState, by: Account) -> None:
    """Take the newest bottling back, with what went in for it; it can be entered again."""
    newest = state.bottling
    if newest is None:
        raise ConflictError("This jug is not bottled.")
    strike_all(state, by, [event for event in state.standing if event.at == newest.at])


def give_back(state: JugState, by: Account) -> None:
    """Undo taking the newest bottling back. Raises ConflictError where none was taken back."""
    taken = [e for e in state.events if e.kind == "bottled" and e not in state.standing]
    if not taken:
        raise ConflictError("No bottling was taken back.")
    at = taken[-1].at
    for event in [e for e in state.events if e.at == at and e not in state.standing]:
        if event.kind != "struck":
            bring_back(JugState.load(state.fresh()), by, event.id)


def _check_closing(lots: list[BottleOutcome], payload: BottlingIn) -> None:
    wrong = [lot for lot in lots if lot.closing and lot.closing.verdict == "do_not"]
    reason = payload.against_advice
    if len(reason) > _MOST_REASON:
        raise JobError(f"At most {_MOST_REASON} letters fit here.", "against_advice")
    if wrong and len(reason) < _LEAST_REASON:
        raise JobError(
            f"{wrong[0].name}: {wrong[0].closing.why if wrong[0].closing else ''} To close it all"
            " the same, write why: the reason stays with the bottles and on their labels.",
            "against_advice",
        )
    unsure = [lot for lot in lots if lot.closing and lot.closing.verdict == "think"]
    if unsure and not wrong and not payload.insist:
        raise QuestionedError(
            "bottles",
            "Think again before these are closed.",
            tuple(
                Cause("think", f"{lot.name}: {lot.closing.why}") for lot in unsure if lot.closing
            ),
        )
    if not wrong:
        # Nobody argued with a bottle that bears it.
        payload.against_advice = ""
