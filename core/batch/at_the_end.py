"""What a plan adds at the end: it is in once the journal says that it went in."""

from collections.abc import Iterable

from core.batch.events import Added, Event
from core.must.mixing import Pour
from core.plan.evaluation import Recipe


def not_in_yet(plan: Recipe | None, happened: Iterable[Event]) -> Pour | None:
    """What the plan adds at the end where no event of the jug says that it went in; None where
    nothing is planned, or it is in. Its amount is for core.plan.glass to say."""
    glass = plan.glass if plan else None
    if glass is None or glass.late is None or not glass.share_added:
        return None
    name = glass.late.name
    went_in = any(
        isinstance(event.what, Added) and event.what.pour and event.what.pour.pour.name == name
        for event in happened
    )
    return None if went_in else glass.late
