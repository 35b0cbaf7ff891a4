"""Signing up, in and out."""

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from ninja import Router, Schema

from core.errors import JobError
from server.accounts.actions.sign_up import sign_up
from server.accounts.auth import anyone, signed_in
from server.accounts.models import Account
from server.config.problems import REFUSALS
from server.demo import kitchen as demo

router = Router()


class SessionOut(Schema):
    """Who is signed in, if anyone, and how they like things shown."""

    signed_in: bool
    name: str = ""
    currency: str = "GBP"
    time_zone: str = "UTC"
    demo_offered: bool


class SignUpIn(Schema):
    name: str
    password: str
    time_zone: str = "UTC"
    currency: str = "GBP"


class SignInIn(Schema):
    name: str
    password: str


def _session(request: HttpRequest) -> SessionOut:
    user = request.user
    if not isinstance(user, Account):
        return SessionOut(signed_in=False, demo_offered=settings.AMBER_DEMO)
    return SessionOut(
        signed_in=True,
        name=user.first_name or user.username,
        currency=user.currency,
        time_zone=user.time_zone,
        demo_offered=settings.AMBER_DEMO,
    )


@router.get("", response=SessionOut)
def session(request: HttpRequest) -> SessionOut:
    return _session(request)


@router.post("/sign-up", response={200: SessionOut, **REFUSALS}, auth=anyone)
def post_sign_up(request: HttpRequest, payload: SignUpIn) -> SessionOut:
    account = sign_up(payload.name, payload.password, payload.time_zone, payload.currency)
    login(request, account)
    return _session(request)


@router.post("/sign-in", response={200: SessionOut, **REFUSALS}, auth=anyone)
def post_sign_in(request: HttpRequest, payload: SignInIn) -> SessionOut:
    user = authenticate(request, username=payload.name.strip(), password=payload.password)
    if user is None:
        raise JobError("That name and password do not belong together.", "password")
    login(request, user)
    return _session(request)


@router.post("/demo", response={200: SessionOut, **REFUSALS}, auth=anyone)
def post_demo(request: HttpRequest) -> SessionOut:
    account = Account.objects.filter(username=demo.NAME).first() if settings.AMBER_DEMO else None
    if account is None:
        raise JobError("The demo kitchen is not offered here: open an account of your own.")
    login(request, account, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request)


@router.post("/sign-out", response={200: SessionOut, **REFUSALS}, auth=signed_in)
def post_sign_out(request: HttpRequest) -> SessionOut:
    logout(request)
    return _session(request)
