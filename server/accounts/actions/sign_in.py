"""Sign somebody in."""

from django.conf import settings
from django.contrib.auth import authenticate, login
from django.http import HttpRequest

from core.errors import JobError
from server.accounts.models import Account
from server.accounts.names import name_key
from server.config.problems import TooOftenError


def sign_in(request: HttpRequest, name: str, password: str) -> None:
    """Raises JobError for a name and password that do not belong together, and TooOftenError after
    too many of those from one address, of one name or of many, for a while."""
    # However it is written, the name is the one it was opened with.
    known = Account.objects.filter(name_key=name_key(name), is_demo=False).first()
    username = known.username if known else name.strip()[:150]
    user = authenticate(request, username=username, password=password)
    if user is None:
        if getattr(request, "axes_locked_out", False):
            raise TooOftenError(
                "Too many tries: wait a quarter of an hour, then sign in again.",
                "password",
                settings.AXES_COOLOFF_TIME,
            )
        raise JobError("That name and password do not belong together.", "password")
    login(request, user)
