"""What may come in as text: ordinary letters and ordinary numbers, told apart at the door."""

from collections.abc import Callable

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse, JsonResponse

from core.errors import JobError
from core.files.plain_json import NOT_TEXT, NotJsonError, is_text, read_json

TOO_MUCH = "That is more than this takes at once: send less of it."
# Files have a reader of their own; everything else is read as JSON, whatever it is called.
_FORM = "multipart/form-data"


class PlainMiddleware:
    """Refuses NUL and half characters, NaN, infinity and what is nested for ever, in addresses
    and in JSON, with a sentence and its place, before anything works with them."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            _check_address(request)
            if request.content_type != _FORM and request.body:
                read_json(request.body)
        except NotJsonError:
            # The endpoint says so, if it wants any.
            pass
        except JobError as error:
            return _refused(error.text, error.at)
        except RequestDataTooBig:
            return _refused(TOO_MUCH)
        response = self._get_response(request)
        if request.path.startswith("/api/"):
            # A kitchen is nobody's to keep a copy of, unless an answer says otherwise itself.
            response.setdefault("Cache-Control", "private, no-store")
        return response


def _refused(text: str, at: str = "") -> HttpResponse:
    return JsonResponse({"errors": [{"at": at, "text": text}]}, status=422)


def _check_address(request: HttpRequest) -> None:
    # Raises DisallowedHost, which Django answers with 400.
    request.get_host()
    if not is_text(request.path):
        raise JobError(NOT_TEXT)
    for key, values in request.GET.lists():
        if not all(is_text(text) for text in (key, *values)):
            raise JobError(NOT_TEXT, key if is_text(key) else "")
