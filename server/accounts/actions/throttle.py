"""Throttle what opens accounts: so many from one address in an hour."""

from datetime import timedelta

from django.http import HttpRequest
from django.utils import timezone

from core.errors import JobError
from server.accounts.models import Opened

_HOUR = timedelta(hours=1)


def throttle(request: HttpRequest, most: int) -> None:
    """Count one more account opened from this address. Raises JobError past `most` an hour."""
    address = request.META.get("REMOTE_ADDR", "")
    since = timezone.now() - _HOUR
    Opened.objects.filter(at__lt=since).delete()
    if Opened.objects.filter(address=address).count() >= most:
        raise JobError("That is a lot of new accounts from here: try again in an hour.")
    Opened.objects.create(address=address)
