"""Jugs and their journal out of the record, and events of it as core reads them."""

from collections.abc import Iterable

from django.db.models import F, Prefetch, Q, QuerySet

from core.batch.events import Event as CoreEvent
from core.files.journal import read_event
from core.files.recipe_file import FORMAT, VERSION, read_recipe
from core.plan.evaluation import Recipe
from server.accounts.models import Account
from server.jugs.models import Event, Jug, PlanVersion, TransferLine


def recipe_of(plan: dict[str, object], currency: str) -> Recipe:
    """The plan as core's recipe. Raises JobError at the place that is wrong."""
    return read_recipe({**plan, "format": FORMAT, "version": VERSION, "currency": currency})


def plan_of(jug: Jug) -> dict[str, object]:
    """The jug's plan as it is kept now."""
    current = next((p for p in jug.plans.all() if p.version == jug.plan_version), None)
    return current.plan if current else {"pours": []}


def key_of(jug: Jug) -> str:
    """What core calls it: names may be alike, numbers are not."""
    return str(jug.id)


def core_event(event: Event) -> CoreEvent:
    """An event of the record as core reads it."""
    return read_event(
        {
            "id": str(event.id),
            "at": event.at.isoformat(),
            "kind": event.kind,
            "what": event.what,
            "note": event.note,
        },
        str(event.jug_id),
        "",
    )


def with_events(jugs: QuerySet[Jug]) -> QuerySet[Jug]:
    """Jugs with all that JugState needs, in a fixed number of queries."""
    current = PlanVersion.objects.filter(version=F("jug__plan_version"))
    return jugs.select_related("account").prefetch_related(
        Prefetch("plans", queryset=current), "events", "received"
    )


def run_together(jug: Jug, *into: int) -> list[Jug]:
    """The jugs whose drink ran into it or out of it, it itself first; mostly it alone. With
    `into`, as if it were poured on into those of the account's jugs too."""
    poured_on = any(event.kind == "transferred" for event in jug.events.all())
    if not poured_on and not jug.received.all() and not into:
        return [jug]
    family = family_of(jug, *into) - {jug.id}
    others = Jug.objects.filter(id__in=family, account=jug.account_id).order_by("id")
    return [jug, *with_events(others)]


def held_together(account: Account, *jugs: Jug, into: Iterable[int] = ()) -> None:
    """Hold jugs until the request's transaction ends, in one order, and with them those that
    their drink ran between and those it is to be poured into."""
    family: set[int] = set()
    for jug in jugs:
        family |= family_of(jug, *into)
    held = account.jugs.select_for_update().filter(id__in=family)
    list(held.order_by("id").values_list("id"))


def family_of(jug: Jug, *into: int) -> set[int]:
    """The numbers of the jugs that drink ran between, this one's among them."""
    known = {jug.id, *into}
    while True:
        lines = TransferLine.objects.filter(
            Q(into_id__in=known) | Q(event__jug_id__in=known), into__account=jug.account_id
        ).values_list("event__jug_id", "into_id")
        found = known | {each for line in lines for each in line}
        if found == known:
            return known
        known = found
