"""The demo kitchen's one endpoint."""

from django.conf import settings
from django.contrib.auth import login
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from core.errors import JobError
from server.accounts.actions.throttle import throttle
from server.accounts.api import BACKEND, SessionOut, session_of
from server.accounts.auth import anyone
from server.config.problems import SLOWED
from server.demo.load import load

router = Router()

# From one address in an hour: a class of visitors.
_MOST_AN_HOUR = 120


@router.post("", response={200: SessionOut, **SLOWED}, auth=anyone)
def post_demo(request: HttpRequest) -> SessionOut:
    """A copy of the demo kitchen, the visitor's own."""
    if not settings.AMBER_DEMO:
        raise JobError("The demo kitchen is not offered here: open an account of your own.")
    throttle(request, _MOST_AN_HOUR)
    login(request, load(timezone.now()), backend=BACKEND)
    return session_of(request)
