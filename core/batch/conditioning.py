"""What bottles want after they were filled: felt, put in the cold, drunk in their time."""

from collections.abc import Iterable, Sequence
from datetime import datetime, timedelta

from core.batch.due import Due
from core.batch.filled_lot import FilledLot
from core.batch.windows import ready_days
from core.bottle.closing import Closing
from core.plan.schools import Choices

# Days after filling, common practice: fizz is felt after a week, there after two at about 20 °C.
_FELT_DAYS = (5, 14)
_COLD_DAYS = (14, 28)
_TOLD_DAYS = 30
_UNSAFE_DAYS = 3


def conditioning(
    lots: Sequence[tuple[FilledLot, bool]], at: datetime, choices: Choices
) -> tuple[Due, ...]:
    """What is due for lots, each with whether its sugar is held back, as of `at`.

    Nothing of it is ever late: what was not done in its days is not asked for any more. One lot at
    a time is asked about, the first that was filled.
    """
    found: dict[str, Due] = {}
    for lot, held in lots:
        for due in _of(lot, held, choices) if lot.left > 0 else ():
            if at <= due.until:
                found.setdefault(due.what, due)
    return tuple(found.values())


def make_safe(lots: Iterable[tuple[FilledLot, Closing]]) -> Iterable[Due]:
    """What stands before all else: bottles that may hold more than they bear, each lot with how
    it is closed. Due at once, and until they are in the cold."""
    for lot, closed in lots:
        if closed.word != "do_not" or closed.limit_volumes is None or not lot.left or lot.cold:
            continue
        since = lot.unsafe_since or lot.at
        why = f"{closed.why} In the cold its gas stays in the drink."
        until = since + timedelta(days=_UNSAFE_DAYS)
        yield Due("make_safe", since, until, why, lot=lot.lot.id, bottles=lot.left)


def _of(lot: FilledLot, held: bool, choices: Choices) -> Iterable[Due]:
    fizzy = lot.primed_g_per_l > 0 and not held
    if fizzy:
        why = "Hard as a ball, or lively when one is opened: the fizz is there."
        yield _due(lot, "squeeze", *_FELT_DAYS, why)
        if not lot.place and not lot.cold:
            why = "Two weeks in the warm have made its fizz, and the cold keeps it."
            yield _due(lot, "move_cold", *_COLD_DAYS, why)
    ready = ready_days(fizzy, choices)
    if ready and lot.left == lot.lot.count:
        why = "Its edges have rounded off: open one, and say how it is."
        yield _due(lot, "ready", ready, ready + _TOLD_DAYS, why)


def _due(lot: FilledLot, what: str, first: int, last: int, why: str) -> Due:
    since, until = lot.at + timedelta(days=first), lot.at + timedelta(days=last)
    return Due(what, since, until, why, lot=lot.lot.id, bottles=lot.left)
