"""How the API says no: always the same shape, always a sentence."""

from datetime import timedelta
from typing import Any

from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.db import DataError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from django.http.request import RawPostDataException
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError

from core.errors import JobError
from core.ferment.reading import Cause
from server.config.plain import TOO_MUCH


class ProblemItem(Schema):
    """One thing wrong: `at` is the place in what was sent, empty for all of it."""

    at: str
    text: str


class CauseOut(Schema):
    """What would explain an odd reading; `likely_sg` when it probably slipped, `sure` when
    nothing else plausible explains it."""

    code: str
    text: str
    likely_sg: float | None = None
    sure: bool = False


class Problem(Schema):
    """Why not. With `insist_allowed`, the same call with `insist` goes through."""

    errors: list[ProblemItem]
    causes: list[CauseOut] = []
    insist_allowed: bool = False


class TooOftenError(Exception):
    """Why not now, at which place, and how long to wait."""

    def __init__(self, text: str, at: str, wait: timedelta) -> None:
        super().__init__(text)
        self.at, self.text, self.wait = at, text, wait


class ConflictError(Exception):
    """Somebody else, or the other window, was first."""


class QuestionedError(Exception):
    """Odd enough to ask; the person may insist."""

    def __init__(self, at: str, text: str, causes: tuple[Cause, ...] = ()) -> None:
        super().__init__(text)
        self.at, self.text, self.causes = at, text, causes


# Endpoints declare these so that the generated client knows them.
REFUSALS: dict[Any, Any] = {401: Problem, 403: Problem, 404: Problem, 422: Problem}
# The same where trying too often is slowed.
SLOWED: dict[Any, Any] = {**REFUSALS, 429: Problem}

# PostgreSQL's word for it.
_DISK_FULL = "53100"

_SENTENCES = {
    "missing": "This is missing.",
    "string_type": "Here should be text.",
    "string_too_short": "This is empty.",
    "string_too_long": "This is too long.",
    "float_parsing": "Here should be a number, like 12.5.",
    "float_type": "Here should be a number, like 12.5.",
    "int_parsing": "Here should be a whole number.",
    "int_from_float": "Here should be a whole number.",
    "int_type": "Here should be a whole number.",
    "too_long": "That is more than fits here at once.",
    "json_invalid": "This is not JSON.",
    "datetime_from_date_parsing": "Here should be a date and time.",
    "datetime_parsing": "Here should be a date and time.",
    "timezone_aware": "The time needs its zone.",
}


def install(api: NinjaAPI) -> None:
    """Turn every expected error into a Problem with its status."""

    def answer(request: HttpRequest, status: int, text: str, at: str = "") -> HttpResponse:
        return api.create_response(request, {"errors": [{"at": at, "text": text}]}, status=status)

    @api.exception_handler(JobError)
    def job(request: HttpRequest, error: JobError) -> HttpResponse:
        return answer(request, 422, error.text, error.at)

    @api.exception_handler(QuestionedError)
    def questioned(request: HttpRequest, error: QuestionedError) -> HttpResponse:
        problem = Problem(
            errors=[ProblemItem(at=error.at, text=error.text)],
            causes=[
                CauseOut(
                    code=c.code,
                    text=c.text,
                    likely_sg=c.likely_sg,
                    sure=c.sure,
                )
                for c in error.causes
            ],
            insist_allowed=True,
        )
        return api.create_response(request, problem, status=422)

    @api.exception_handler(TooOftenError)
    def too_often(request: HttpRequest, error: TooOftenError) -> HttpResponse:
        response = answer(request, 429, error.text, error.at)
        response["Retry-After"] = str(round(error.wait.total_seconds()))
        return response

    @api.exception_handler(ConflictError)
    def conflict(request: HttpRequest, error: ConflictError) -> HttpResponse:
        return answer(request, 409, str(error))

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        items = [
            {
                "at": _place(item["loc"]),
                "text": _SENTENCES.get(item["type"], f"{item['msg']}."),
            }
            for item in error.errors
        ]
        return api.create_response(request, {"errors": items}, status=422)

    @api.exception_handler(AuthenticationError)
    def signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return answer(request, 401, "Sign in first.")

    @api.exception_handler(PermissionDenied)
    def denied(request: HttpRequest, error: PermissionDenied) -> HttpResponse:
        return answer(request, 403, "That is not allowed.")

    @api.exception_handler(Http404)
    def missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return answer(request, 404, "There is nothing here, or it is not yours.")

    @api.exception_handler(RequestDataTooBig)
    def too_much(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
        return answer(request, 422, TOO_MUCH)

    @api.exception_handler(RawPostDataException)
    def a_form(request: HttpRequest, error: RawPostDataException) -> HttpResponse:
        return answer(request, 422, _SENTENCES["json_invalid"])

    @api.exception_handler(DataError)
    def unkeepable(request: HttpRequest, error: DataError) -> HttpResponse:
        return answer(request, 422, "A figure in this is larger than can be kept: check them.")

    @api.exception_handler(OperationalError)
    def broken(request: HttpRequest, error: OperationalError) -> HttpResponse:
        if getattr(error.__cause__, "sqlstate", "") != _DISK_FULL:
            raise error
        text = (
            "There is no room left on the server's disk: nothing was kept. Tell whoever runs it;"
            " what you typed is still here."
        )
        return answer(request, 507, text)

    @api.exception_handler(HttpError)
    def other(request: HttpRequest, error: HttpError) -> HttpResponse:
        if error.status_code == 400:
            # The library's word for a body that it cannot read, a form say.
            return answer(request, 422, _SENTENCES["json_invalid"])
        return answer(request, error.status_code, str(error))


def _place(location: tuple[str | int, ...]) -> str:
    """("body", "payload", "pours", 1, "name") as "pours[1].name"."""
    place = ""
    # The first two name the request's body and our parameter, not the sender's fields.
    for part in location[2:]:
        place += f"[{part}]" if isinstance(part, int) else f".{part}" if place else str(part)
    return place
