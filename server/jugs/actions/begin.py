"""Begin a jug."""

from django.db import IntegrityError, transaction
from django.db.models import Max

from core.errors import JobError
from core.plan.vessel import check_vessel
from server.accounts.models import Account
from server.config.limits import MOST_JUGS
from server.config.problems import ConflictError
from server.jugs.models import Jug
from server.jugs.schemas import JugIn


def check_name(name: str) -> str:
    """The name without blanks around it. Raises JobError when it cannot be one."""
    name = name.strip()
    if not name:
        raise JobError("Name on the tape what this jug is, like “Pear and pomegranate”.", "name")
    if len(name) > 120 or "\x00" in name:
        raise JobError("At most 120 ordinary letters fit on the tape.", "name")
    return name


def begin(account: Account, payload: JugIn) -> Jug:
    """A new jug with an empty plan, numbered after the last one."""
    check_vessel(payload.vessel.volume_ml)
    plan: dict[str, object] = {
        "pours": [],
        "vessel": payload.vessel.model_dump(exclude_none=True),
        "yeast": payload.yeast.model_dump(exclude_none=True),
    }
    return begin_with(account, payload.name, plan, None)


def begin_with(
    account: Account,
    name: str,
    plan: dict[str, object],
    begun_from: Jug | None,
    is_arm: bool = False,
) -> Jug:
    """A new jug with this plan as its first, perhaps begun from another's.

    Raises JobError for a name that cannot be, or a full kitchen.
    """
    name = check_name(name)
    if account.jugs.count() >= MOST_JUGS:
        raise JobError(f"A kitchen holds {MOST_JUGS} jugs.", "name")
    last = account.jugs.aggregate(last=Max("number"))["last"] or 0
    try:
        with transaction.atomic():
            jug = Jug.objects.create(
                account=account,
                number=last + 1,
                name=name,
                plan_version=1,
                begun_from=begun_from,
                is_arm=is_arm,
            )
            jug.plans.create(version=1, plan=plan)
    except IntegrityError:
        raise ConflictError("Two jugs were begun at once: try again.") from None
    return jug
