"""Who may call what."""

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja.security import APIKeyCookie, django_auth

from server.accounts.models import Account

# For endpoints of a signed-in person: the session cookie, with CSRF checked.
signed_in = django_auth


class _AnyoneWithToken(APIKeyCookie):
    """Anyone whose page came from here: checks CSRF before there is a session."""

    param_name = settings.CSRF_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return True


anyone = _AnyoneWithToken(csrf=True)


def account_of(request: HttpRequest) -> Account:
    """The account behind a `signed_in` request; every query starts from it."""
    assert isinstance(request.user, Account)
    return request.user
