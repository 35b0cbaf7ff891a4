"""The practice endpoints."""

from django.http import HttpRequest
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.practice.actions.show_practice import show_practice
from server.practice.actions.switch_fact import switch_fact
from server.practice.schemas import PracticeOut, SwitchIn

router = Router(auth=signed_in)


@router.get("", response={200: PracticeOut, **REFUSALS})
def get_practice(request: HttpRequest) -> PracticeOut:
    """What the batches taught."""
    return show_practice(account_of(request))


@router.post("/facts", response={200: PracticeOut, **REFUSALS})
def post_switch(request: HttpRequest, payload: SwitchIn) -> PracticeOut:
    """Switch something that was found on or off."""
    account = account_of(request)
    switch_fact(account, payload.key, payload.on)
    return show_practice(account)
