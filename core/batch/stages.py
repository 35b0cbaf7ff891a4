"""Where a jug is on its way from plan to bottle."""

from core.batch.judge import Judged
from core.batch.jug import Jug

FERMENTED = ("clear", "finish", "bottle", "bottled")
"""Stages of a jug that has stopped for good."""

# Ways to be in the glass that want something of a jug after it has stopped.
_MADE_SWEET = ("sweet_still", "fizzy_sweet", "late_juice")


def stage(jug: Jug | None, verdict: Judged | None, pitched: bool, bottled: bool) -> str:
    """plan, ferment, clear, finish, bottle (ready for it) or bottled.

    What has stopped for good is cleared: dry, or sweet at its yeast's limit; what a bottle asks of
    its dryness is judged when it is closed. Then it is finished where sweetness is wanted, or left
    and not held; and bottled.
    """
    if bottled:
        return "bottled"
    if not pitched:
        return "plan"
    if jug is None or verdict is None:
        return "ferment"
    if not (verdict.dry or verdict.code in ("stopped_sweet", "stabilised", "bottled")):
        return "ferment"
    if not (jug.racked or jug.clear):
        return "clear"
    return "finish" if _unfinished(jug, verdict) else "bottle"


def _unfinished(jug: Jug, verdict: Judged) -> bool:
    if verdict.code == "stopped_sweet":
        return True
    glass = jug.plan.glass if jug.plan else None
    if glass is None or glass.style not in _MADE_SWEET:
        return False
    # Sweetened, or on the way there: held, or with what yeast leaves alone in it.
    return not (verdict.code == "stabilised" or jug.watch.sweetened or jug.dosed.said)
