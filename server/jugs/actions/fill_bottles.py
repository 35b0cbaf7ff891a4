"""Fill the bottles."""

from django.db import IntegrityError, transaction
from django.utils import timezone

from core.errors import JobError
from core.reading import Cause
from server.config.problems import ConflictError, QuestionedError
from server.jugs.models import BottleCount, Bottling
from server.jugs.schemas import BottlingIn
from server.jugs.state import JugState


def count(payload: BottlingIn) -> dict[int, int]:
    """{size in ml: how many}. Raises JobError when a size stands there twice."""
    counts: dict[int, int] = {}
    for line in payload.bottles:
        if line.size_ml in counts:
            raise JobError(f"{line.size_ml} ml is counted twice: once is enough.", "bottles")
        counts[line.size_ml] = line.count
    return counts


def fill_bottles(state: JugState, payload: BottlingIn) -> Bottling:
    """Keep what was bottled. Raises JobError for bottles that cannot be, ConflictError when
    it is bottled already, QuestionedError when the ferment is not proven done."""
    if state.bottling:
        raise ConflictError("This jug is bottled already.")
    if state.progress is None:
        raise JobError("Write down a reading first: without one nobody knows what is in it.")
    counts = count(payload)
    state.bottling_out(counts, None)
    if not state.progress.done and not payload.insist:
        raise QuestionedError(
            "bottles",
            "The readings do not prove that this jug is done. Sugar that ferments in a closed"
            " bottle can burst it.",
            (Cause("not_done", state.progress.advice),),
        )
    try:
        with transaction.atomic():
            bottling = state.jug.bottlings.create(at=timezone.now())
            BottleCount.objects.bulk_create(
                BottleCount(bottling=bottling, size_ml=size, count=many)
                for size, many in counts.items()
                if many
            )
    except IntegrityError:
        raise ConflictError("This jug is bottled already.") from None
    return bottling
