"""Fill the bottles."""

from django.db import IntegrityError, transaction
from django.utils import timezone

from core.errors import JobError
from core.ferment.reading import Cause
from server.config.problems import ConflictError, QuestionedError
from server.jugs.models import BottleCount, Bottling
from server.jugs.schemas import BottleOutcome, BottlingIn
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


def fill_bottles(state: JugState, payload: BottlingIn) -> Bottling:
    """Keep what was bottled.

    Raises JobError for bottles that cannot be, or may not be closed without a reason;
    ConflictError when it is bottled already; QuestionedError where it is worth a thought.
    """
    if state.bottling:
        raise ConflictError("This jug is bottled already.")
    if state.progress is None:
        raise JobError("Write down a reading first: without one nobody knows what is in it.")
    check_lines(payload)
    payload.against_advice = payload.against_advice.strip()
    lots = state.bottling_out(payload, None).bottles
    _check_closing(lots, payload)
    try:
        with transaction.atomic():
            return _kept(state, payload, lots)
    except IntegrityError:
        raise ConflictError("This jug is bottled already.") from None


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


def _kept(state: JugState, payload: BottlingIn, lots: list[BottleOutcome]) -> Bottling:
    primed, held = payload.priming, payload.stabilised
    bottling = state.jug.bottlings.create(
        at=timezone.now(),
        priming_sugar=primed.sugar if primed else "sucrose",
        priming_g_per_l=primed.g_per_l if primed else 0.0,
        sulphite_g=held.sulphite_g if held else 0.0,
        sorbate_g=held.sorbate_g if held else 0.0,
        against_advice=payload.against_advice,
    )
    BottleCount.objects.bulk_create(
        BottleCount(
            bottling=bottling,
            size_ml=lot.size_ml,
            count=lot.count,
            bottle=lot.bottle,
            closure=lot.closure,
        )
        for lot in lots
    )
    return bottling
