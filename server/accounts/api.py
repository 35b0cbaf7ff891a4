"""Signing up, in and out."""

from django.conf import settings
from django.contrib.auth import login, logout
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from server.accounts.actions.change_settings import change_settings, settings_of
from server.accounts.actions.sign_in import sign_in
from server.accounts.actions.sign_up import sign_up
from server.accounts.actions.throttle import throttle
from server.accounts.auth import account_of, anyone, signed_in
from server.accounts.known_devices import remember
from server.accounts.models import Account
from server.accounts.schemas import Settings
from server.config.problems import REFUSALS, SLOWED

router = Router()

BACKEND = "django.contrib.auth.backends.ModelBackend"
# From one address in an hour: a family.
_MOST_SIGN_UPS = 20


class SessionOut(Schema):
    """Who is signed in, if anyone, and how they like things shown; `id` is nought for nobody."""

    signed_in: bool
    id: int = 0
    name: str = ""
    currency: str = "GBP"
    time_zone: str = "UTC"
    settings: Settings = Settings()
    demo_offered: bool


class SignUpIn(Schema):
    name: str
    password: str
    time_zone: str = "UTC"
    currency: str = "GBP"


class SignInIn(Schema):
    name: str
    password: str


def session_of(request: HttpRequest) -> SessionOut:
    """Who is signed in, for the page."""
    user = request.user
    if not isinstance(user, Account):
        return SessionOut(signed_in=False, demo_offered=settings.AMBER_DEMO)
    return SessionOut(
        signed_in=True,
        id=user.id,
        name=user.first_name or user.username,
        currency=user.currency,
        time_zone=user.time_zone,
        settings=settings_of(user),
        demo_offered=settings.AMBER_DEMO,
    )


@router.get("", response=SessionOut)
def session(request: HttpRequest) -> SessionOut:
    return session_of(request)


@router.post("/sign-up", response={200: SessionOut, **SLOWED}, auth=anyone)
def post_sign_up(request: HttpRequest, response: HttpResponse, payload: SignUpIn) -> SessionOut:
    throttle(request, _MOST_SIGN_UPS)
    account = sign_up(payload.name, payload.password, payload.time_zone, payload.currency)
    login(request, account, backend=BACKEND)
    remember(response, account)
    return session_of(request)


@router.post("/sign-in", response={200: SessionOut, **SLOWED}, auth=anyone)
def post_sign_in(request: HttpRequest, response: HttpResponse, payload: SignInIn) -> SessionOut:
    sign_in(request, payload.name, payload.password)
    remember(response, account_of(request))
    return session_of(request)


@router.post("/sign-out", response={200: SessionOut, **REFUSALS}, auth=signed_in)
def post_sign_out(request: HttpRequest) -> SessionOut:
    logout(request)
    return session_of(request)


@router.put("/settings", response={200: SessionOut, **REFUSALS}, auth=signed_in)
def put_settings(request: HttpRequest, payload: Settings) -> SessionOut:
    """How figures are shown and read from now on."""
    change_settings(account_of(request), payload)
    return session_of(request)
