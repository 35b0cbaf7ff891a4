"""After a write, the lines it made old are made anew before it is answered."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from server.accounts.models import Account
from server.jugs.rows import renew_written

_READS = ("GET", "HEAD", "OPTIONS")


class RenewMiddleware:
    """A list works nothing out: whoever writes leaves its lines as they are then."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self._get_response(request)
        done = request.method not in _READS and response.status_code < 400
        if done and isinstance(request.user, Account):
            renew_written(request.user)
        return response
