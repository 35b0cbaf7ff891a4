"""Do a write once, however often it arrives: by a key its sender made."""

import hashlib
import re
from collections.abc import Callable
from datetime import timedelta

from django.db import transaction
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils import timezone

from server.accounts.models import Account, SentOnce

HEADER = "Idempotency-Key"
_KEY = re.compile(r"[\w-]{8,64}")
_WRITES = ("POST", "PUT", "DELETE")
# Answers that are kept to be given again; larger ones are files, which nobody sends twice.
_MOST_KEPT = 2_000_000
# Longer than anybody's line is broken.
_KEPT = timedelta(days=1)


_ANOTHER = "Something else was sent under this key: take a new one for each write."


class OnceMiddleware:
    """Runs a signed-in write that carries a key in one transaction with the key itself.

    The same sent again waits for the first and gets its answer; something else under that key is
    refused. A refusal is not kept: what was refused may be tried again.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        key = request.headers.get(HEADER, "")
        account = request.user if request.method in _WRITES and _KEY.fullmatch(key) else None
        if not isinstance(account, Account):
            return self._get_response(request)
        with transaction.atomic():
            SentOnce.objects.filter(account=account, at__lt=timezone.now() - _KEPT).delete()
            # Waits here while the first of two is still at work.
            asked = _digest(request)
            sent, first = SentOnce.objects.get_or_create(
                account=account, key=key, defaults={"asked": asked}
            )
            if not first and sent.asked not in ("", asked):
                return JsonResponse({"errors": [{"at": "", "text": _ANOTHER}]}, status=422)
            if not first and sent.answer is not None:
                return HttpResponse(bytes(sent.answer), content_type="application/json")
            response = self._get_response(request)
            if response.status_code == 200 and len(response.content) <= _MOST_KEPT:
                SentOnce.objects.filter(id=sent.id).update(answer=response.content)
            else:
                transaction.set_rollback(True)
            return response


def _digest(request: HttpRequest) -> str:
    """Names what is asked: the method, the address and all that was sent."""
    seen = hashlib.sha256(f"{request.method} {request.get_full_path()}\n".encode())
    if request.content_type != "multipart/form-data":
        seen.update(request.body)
        return seen.hexdigest()
    # A form with files is read by now, and its bytes are gone.
    for name, values in request.POST.lists():
        seen.update(repr((name, values)).encode())
    for name, files in request.FILES.lists():
        for file in files:
            seen.update(repr((name, file.name, file.size)).encode())
            for chunk in file.chunks():
                seen.update(chunk)
            file.seek(0)
    return seen.hexdigest()
