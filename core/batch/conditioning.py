"""What bottles want after they were filled: felt, put in the cold, drunk in their time."""

from collections.abc import Iterable, Sequence
from datetime import datetime, timedelta

from core.batch.due import Due
from core.batch.filled_lot import FilledLot
from core.batch.standing import IN_TIME_DAYS
from core.batch.watch import days_between
from core.batch.windows import ready_days
from core.bottle.closing import Closing
from core.plan.schools import Choices

# Days after filling, common practice: fizz is felt after a week, there after two at about 20 °C.
_FELT_DAYS = (5, 14)
_COLD_DAYS = (14, 28)
_TOLD_DAYS = 30
_UNSAFE_DAYS = 3
_WAITS = (
    "The cold came before the fizz was there: its sugar waits, and all of it still counts for the"
    " gas. Stand them at about 20 °C until the test bottle is firm, two weeks in all."
)


def conditioning(
    lots: Sequence[tuple[FilledLot, Closing, bool]], at: datetime, choices: Choices
) -> tuple[Due, ...]:
    """What is due for lots, each with how it is closed and whether its sugar is held back, as of
    `at`.

    Nothing of it is ever late: what was not done in its days is not asked for any more. One lot at
    a time is asked about, the first that was filled.
    """
    found: dict[str, Due] = {}
    for lot, closed, held in lots:
        for due in _of(lot, closed, held, at, choices) if lot.left > 0 else ():
            if at <= due.until:
                found.setdefault(due.what, due)
    return tuple(found.values())


def make_safe(lots: Iterable[tuple[FilledLot, Closing]]) -> Iterable[Due]:
    """What stands before all else: bottles that may hold more than they bear, each lot with how
    it is closed. Due at once, and until they are in the cold."""
    for lot, closed in lots:
        if not closed.unsafe or not lot.left or lot.cold:
            continue
        since = lot.unsafe_since or lot.at
        why = f"{closed.why} In the cold its gas stays in the drink."
        until = since + timedelta(days=_UNSAFE_DAYS)
        place = lot.stands.cold_place
        yield Due("make_safe", since, until, why, None, lot.lot.id, lot.left, place)


def _of(
    lot: FilledLot, closed: Closing, held: bool, at: datetime, choices: Choices
) -> Iterable[Due]:
    fizzy = lot.primed_g_per_l > 0 and not held
    warm = lot.stands.warm_days(at)
    # What stood in the cold has its days still before it.
    waited = max(days_between(lot.at, at) - warm, 0.0) if fizzy else 0.0
    if fizzy and lot.cold and warm < IN_TIME_DAYS:
        if not closed.unsafe:
            since = lot.stands.since
            yield Due(
                "stand_warm", since, since + timedelta(days=_TOLD_DAYS), _WAITS, lot=lot.lot.id
            )
    elif fizzy:
        why = "Hard as a ball, or lively when one is opened: the fizz is there."
        yield _due(lot, "squeeze", *_FELT_DAYS, why, waited)
        if not lot.cold:
            why = "Two weeks in the warm have made its fizz, and the cold keeps it."
            yield _due(lot, "move_cold", *_COLD_DAYS, why, waited)
    ready = ready_days(fizzy, choices)
    if ready and lot.left == lot.lot.count:
        why = "Its edges have rounded off: open one, and say how it is."
        yield _due(lot, "ready", ready, ready + _TOLD_DAYS, why, waited)


def _due(lot: FilledLot, what: str, first: float, last: float, why: str, waited: float) -> Due:
    since, until = (lot.at + timedelta(days=days + waited) for days in (first, last))
    place = lot.stands.cold_place
    return Due(what, since, until, why, None, lot.lot.id, lot.left, place)
