"""Reckon with something that was found of a kitchen, or no more."""

from core.errors import JobError
from server.accounts.models import Account
from server.jugs.outcomes import found_of


def switch_fact(account: Account, key: str, on: bool) -> None:
    """Plans made from now on are reckoned with it, or by the tables. Raises JobError for nothing
    that was found."""
    if key not in {fact.key for fact in found_of(account)}:
        raise JobError("Nothing of that kind was found yet.", "key")
    account.found_off = sorted({*account.found_off} - {key} if on else {*account.found_off, key})
    account.save(update_fields=["found_off"])
