"""Throttle what opens accounts: so many from one address in an hour."""

from datetime import timedelta

from django.http import HttpRequest
from django.utils import timezone

from server.accounts.address import address_of
from server.accounts.models import Opened
from server.config.problems import TooOftenError

_HOUR = timedelta(hours=1)


def throttle(request: HttpRequest, most: int) -> None:
    """Count one more account opened from this address. Raises TooOftenError past `most` an hour."""
    address = address_of(request)
    since = timezone.now() - _HOUR
    Opened.objects.filter(at__lt=since).delete()
    if Opened.objects.filter(address=address).count() >= most:
        raise TooOftenError(
            "That is a lot of new accounts from here: try again in an hour.", "", _HOUR
        )
    Opened.objects.create(address=address)
