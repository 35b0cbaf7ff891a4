"""Answer what is due: later, or not at all."""

from datetime import timedelta

from django.shortcuts import get_object_or_404
from django.utils import timezone

from core.errors import JobError
from server.accounts.models import Account
from server.today.models import PutOff
from server.today.schemas import PutOffIn


def put_off(account: Account, payload: PutOffIn) -> PutOff:
    """Move it by so many days from now, or leave it out. Raises JobError for no reason given
    where it is left out."""
    jug = get_object_or_404(account.jugs, id=payload.jug)
    if payload.days is None and not payload.reason.strip():
        raise JobError("Say why it is left out: the reason stays with it.", "reason")
    until = None if payload.days is None else timezone.now() + timedelta(days=payload.days)
    return PutOff.objects.create(
        jug=jug, what=payload.what, since=payload.asked, until=until, reason=payload.reason
    )


def take_back(account: Account, answer_id: int) -> None:
    """As if it had not been answered."""
    answer = get_object_or_404(PutOff, jug__account=account, id=answer_id)
    answer.removed_at = timezone.now()
    answer.save(update_fields=["removed_at"])
