"""What is answered when something broke: a sentence, in JSON where JSON was asked for."""

import sys

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse

_AWAY = "The record does not answer just now: try again shortly. What you typed is still here."
_BROKE = "Something went wrong here. What you saved is safe; what you typed is still here."
_RETRY_S = "10"


def broken(request: HttpRequest) -> HttpResponse:
    """503 while the database is away, else 500."""
    away = isinstance(sys.exc_info()[1], OperationalError | InterfaceError)
    text, status = (_AWAY, 503) if away else (_BROKE, 500)
    response: HttpResponse
    if request.path.startswith("/api/"):
        response = JsonResponse({"errors": [{"at": "", "text": text}]}, status=status)
    else:
        response = HttpResponse(text, status=status, content_type="text/plain; charset=utf-8")
    if away:
        response["Retry-After"] = _RETRY_S
    return response
