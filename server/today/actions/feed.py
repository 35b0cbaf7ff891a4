"""The private calendar of an account: an address nobody can guess, until it is taken back."""

import secrets

from django.db import transaction
from django.http import Http404
from django.utils import timezone

from server.accounts.models import Account
from server.today.actions.list_tasks import list_tasks
from server.today.calendar import calendar
from server.today.models import CalendarFeed


def feed_of(account: Account) -> CalendarFeed | None:
    """The feed that stands, if there is one."""
    return account.calendar_feeds.filter(removed_at=None).first()


@transaction.atomic
def open_feed(account: Account) -> CalendarFeed:
    """The feed that stands, or a new one."""
    Account.objects.select_for_update().get(id=account.id)
    found = feed_of(account)
    return found or CalendarFeed.objects.create(account=account, token=secrets.token_urlsafe(32))


def close_feed(account: Account) -> None:
    """Nobody sees it any more; a new one has another address."""
    account.calendar_feeds.filter(removed_at=None).update(removed_at=timezone.now())


def restore_feed(account: Account) -> CalendarFeed | None:
    """The feed that was closed last shows again at its old address, where no other was opened."""
    standing = feed_of(account)
    last = account.calendar_feeds.exclude(removed_at=None).order_by("-removed_at").first()
    if standing or last is None:
        return standing
    last.removed_at = None
    last.save(update_fields=["removed_at"])
    return last


def read_feed(token: str) -> bytes:
    """The calendar behind an address. Raises Http404 for none, or one taken back."""
    feed = CalendarFeed.objects.select_related("account").filter(token=token, removed_at=None)
    found = feed.first()
    if found is None:
        raise Http404
    account = found.account
    return calendar(list_tasks(account), account.time_zone, "Amber Jug")
