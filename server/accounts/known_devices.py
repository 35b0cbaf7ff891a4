"""Devices that an account was signed in from: who guesses elsewhere keeps nobody out of them."""

from typing import Any

from django.conf import settings
from django.core import signing
from django.http import HttpRequest, HttpResponse

from server.accounts.models import Account

_COOKIE, _SALT = "known", "known device"
_YEAR_S = 365 * 86_400


def remember(response: HttpResponse, account: Account) -> None:
    """From now on this device is known to be one of that account's."""
    response.set_cookie(
        _COOKIE,
        signing.dumps(account.id, salt=_SALT),
        max_age=_YEAR_S,
        httponly=True,
        samesite="Lax",
        secure=settings.SESSION_COOKIE_SECURE,
    )


def is_known(request: HttpRequest, credentials: dict[str, Any] | None = None) -> bool:
    """Whether the account that is tried was signed in from this device before."""
    try:
        known = signing.loads(request.COOKIES.get(_COOKIE, ""), salt=_SALT, max_age=_YEAR_S)
    except signing.BadSignature:
        return False
    username = (credentials or {}).get("username")
    return Account.objects.filter(id=known, username=username).exists()
