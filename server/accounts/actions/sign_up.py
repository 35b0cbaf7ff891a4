"""Open an account."""

from zoneinfo import available_timezones

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from core.errors import JobError
from server.accounts.models import Account


def sign_up(name: str, password: str, time_zone: str, currency: str) -> Account:
    """A new account. Raises JobError when the name is taken or the password is weak."""
    name = name.strip()
    if not name:
        raise JobError("Choose a name to sign in with.", "name")
    if len(name) > 150 or "\x00" in name:
        raise JobError("Choose a shorter name, of ordinary letters.", "name")
    if not (len(currency) == 3 and currency.isalpha() and currency.isascii()):
        raise JobError("A currency is three letters, like GBP.", "currency")
    account = Account(
        username=name,
        time_zone=time_zone if time_zone in available_timezones() else "UTC",
        currency=currency.upper(),
    )
    try:
        validate_password(password, account)
    except ValidationError as error:
        raise JobError(" ".join(error.messages), "password") from error
    account.set_password(password)
    try:
        with transaction.atomic():
            account.save()
    except IntegrityError:
        raise JobError(f"Somebody is called {name} already: choose another name.", "name") from None
    return account
