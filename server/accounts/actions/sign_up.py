"""Create account."""

from zoneinfo import available_timezones

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from core.errors import JobError
from server.accounts.models import Account
from server.accounts.names import check_name


def sign_up(name: str, password: str, time_zone: str, currency: str) -> Account:
    """A new account. Raises JobError when the name, or one that looks like it, is taken, or
    the password is weak."""
    name = check_name(name)
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
        raise JobError(
            f"Somebody is called {name} already, or nearly so: choose another name.", "name"
        ) from None
    return account
