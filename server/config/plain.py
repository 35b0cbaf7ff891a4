"""What may come in as text: ordinary letters and ordinary numbers, told apart at the door."""

import json
import math
from collections.abc import Callable, Iterator
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse, JsonResponse

_NOT_TEXT = "There is a character in this that is no text: type it again."
_NOT_A_NUMBER = "Here should be an ordinary number."
_TOO_DEEP = "That is nested too deep."
TOO_MUCH = "That is more than this takes at once: send less of it."
_DEEPEST = 50


class _RefusedError(ValueError):
    """Why something cannot be taken in, and where it stands."""

    def __init__(self, text: str, at: str = "") -> None:
        super().__init__(text)
        self.text, self.at = text, at


class PlainMiddleware:
    """Refuses NUL and half characters, NaN, infinity and what is nested for ever, in addresses
    and in JSON, with a sentence and its place, before anything works with them."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            _check_address(request)
            if request.content_type == "application/json" and request.body:
                _check_json(request.body)
        except _RefusedError as error:
            problem = {"errors": [{"at": error.at, "text": error.text}]}
            return JsonResponse(problem, status=422)
        except RequestDataTooBig:
            return JsonResponse({"errors": [{"at": "", "text": TOO_MUCH}]}, status=422)
        return self._get_response(request)


def _check_address(request: HttpRequest) -> None:
    # Raises DisallowedHost, which Django answers with 400.
    request.get_host()
    if not _is_text(request.path):
        raise _RefusedError(_NOT_TEXT)
    for key, values in request.GET.lists():
        if not all(_is_text(text) for text in (key, *values)):
            raise _RefusedError(_NOT_TEXT, key if _is_text(key) else "")


def _check_json(body: bytes) -> None:
    try:
        data = json.loads(body, parse_float=_number, parse_constant=_number)
    except _RefusedError:
        raise
    except RecursionError:
        raise _RefusedError(_TOO_DEEP) from None
    except ValueError:
        # No JSON at all: the endpoint says so, if it wants any.
        return
    for at, text in _texts(data, "", 0):
        if not _is_text(text):
            raise _RefusedError(_NOT_TEXT, at)


def _number(text: str) -> float:
    number = float(text)
    if not math.isfinite(number):
        raise _RefusedError(_NOT_A_NUMBER)
    return number


def _is_text(text: str) -> bool:
    """Without NUL, which PostgreSQL cannot keep, or half of a surrogate pair."""
    return "\x00" not in text and not any("\ud800" <= letter <= "\udfff" for letter in text)


def _texts(item: Any, at: str, depth: int) -> Iterator[tuple[str, str]]:
    """Every text in it, keys too, with its place like pours[1].name."""
    if depth > _DEEPEST:
        raise _RefusedError(_TOO_DEEP, at)
    if isinstance(item, str):
        yield at, item
    elif isinstance(item, dict):
        for key, value in item.items():
            yield at, key
            yield from _texts(value, f"{at}.{key}" if at else key, depth + 1)
    elif isinstance(item, list):
        for place, value in enumerate(item):
            yield from _texts(value, f"{at}[{place}]", depth + 1)
