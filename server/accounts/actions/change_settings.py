"""Change how figures are shown and read."""

from zoneinfo import available_timezones

from core.errors import JobError
from core.ferment.stems import stems
from core.measure.units import SHOWN, THERMOMETERS
from server.accounts.models import Account
from server.accounts.schemas import Settings

# No hydrometer is made for less or more, °C, nor worth keeping that is further off, SG.
_CALIBRATED_C = (10.0, 25.0)
_MOST_OFF = 0.02


def change_settings(account: Account, wanted: Settings) -> None:
    """Keep all of them. Raises JobError, placed at the field, for one that cannot be."""
    for at, allowed in (
        ("shows", tuple(SHOWN)),
        ("gallon", ("", "us", "imperial")),
        ("cup", ("", "us", "metric")),
        ("gravity_scale", tuple(stem.key for stem in stems())),
        ("temperature", tuple(THERMOMETERS)),
    ):
        if getattr(wanted, at) not in allowed:
            said = ", ".join(each for each in allowed if each)
            raise JobError(f"Choose one of {said}.", at)
    currency = wanted.currency.upper()
    if not (len(currency) == 3 and currency.isalpha() and currency.isascii()):
        raise JobError("A currency is three letters, like GBP.", "currency")
    if wanted.time_zone not in available_timezones():
        raise JobError("A time zone is one like Europe/London.", "time_zone")
    low, high = _CALIBRATED_C
    if not low <= wanted.calibrated_c <= high:
        raise JobError("Hydrometers are made for 15, 15.6 or 20 °C.", "calibrated_c")
    if not -_MOST_OFF <= wanted.stem_offset <= _MOST_OFF:
        raise JobError("So far off, no hydrometer is of use: at most 0.020.", "stem_offset")
    for field, value in {**wanted.model_dump(), "currency": currency}.items():
        setattr(account, field, value)
    account.save(update_fields=list(Settings.model_fields))


def settings_of(account: Account) -> Settings:
    """As they are."""
    return Settings(**{field: getattr(account, field) for field in Settings.model_fields})
