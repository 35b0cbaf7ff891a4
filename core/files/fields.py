"""The fields of a file that somebody else may have written: each read or refused by its place."""

import math
from collections.abc import Iterable, Mapping
from decimal import Decimal
from typing import Any

from core.errors import JobError
from core.measure.money import read_price

Fields = Mapping[str, Any]

MOST_LISTED = 200
MOST_WORDS = 10_000
"""Letters of what people write about a jug."""
_MOST_NAME = 200


def list_of(fields: Fields, key: str) -> list[Any]:
    """A list under a key, empty where there is none."""
    items = fields.get(key)
    if items is None:
        return []
    if not isinstance(items, list) or len(items) > MOST_LISTED:
        raise JobError(f"Here should be a list of at most {MOST_LISTED}.", key)
    return items


def price_of(fields: Fields, key: str, place: str) -> Decimal | None:
    """A price, as text or a number; None where there is none."""
    price = fields.get(key)
    if price is None:
        return None
    at = at_key(place, key)
    if isinstance(price, bool) or not isinstance(price, int | float | str):
        raise JobError("A price is text, like “1.15”.", at)
    try:
        return read_price(str(price))
    except JobError as error:
        raise JobError(error.text, at) from error


def mapping(item: object, place: str, what: str) -> Fields:
    """A JSON object; `what` says what it should be."""
    if not isinstance(item, Mapping):
        raise JobError(f"Here should be {what}: a JSON object in braces.", place)
    return item


def optional(fields: Fields, key: str) -> Fields | None:
    """A JSON object under a key, None where there is none."""
    return mapping(fields[key], key, f"the {key}") if fields.get(key) is not None else None


def at_key(place: str, key: str) -> str:
    """The place of a key."""
    return f"{place}.{key}" if place else key


def text_of(fields: Fields, key: str, place: str, most: int = _MOST_NAME) -> str | None:
    """Text of at most so many letters, its ends stripped; None where there is none."""
    value = fields.get(key)
    if value is None:
        return None
    if not isinstance(value, str):
        raise JobError("Here should be text.", at_key(place, key))
    if len(value) > most:
        raise JobError(f"At most {most} letters fit here.", at_key(place, key))
    return value.strip()


def key_of(fields: Fields, key: str, place: str) -> str | None:
    """The key of a table; "Sour cherry" and "sour-cherry" are sour_cherry."""
    text = text_of(fields, key, place)
    return "_".join(text.lower().replace("-", " ").replace("_", " ").split()) if text else None


def finite(value: float, at: str) -> float:
    """An ordinary number."""
    # An integer too long for a float is as absurd as infinity.
    try:
        number = float(value)
    except OverflowError:
        number = math.inf
    if not math.isfinite(number):
        raise JobError("Here should be an ordinary number.", at)
    return number


def number_of(
    fields: Fields,
    key: str,
    place: str,
    above: float | None = None,
    most: float | None = None,
) -> float | None:
    """A number, when given: not below 0 (or, with `above`, above that), at most `most`."""
    number, at = _number(fields, key, place), at_key(place, key)
    if number is None:
        return None
    if above is not None and number <= above:
        raise JobError(f"{number:g} is too small: it must be above {above:g}.", at)
    if number < 0:
        raise JobError(f"{number:g} is below zero: it must be 0 or more.", at)
    if most is not None and number > most:
        raise JobError(f"{_plain(number)} is too much: at most {_plain(most)}.", at)
    return number


def between(fields: Fields, key: str, place: str, low: float, high: float) -> float | None:
    """A number from `low` to `high`, when given."""
    number = _number(fields, key, place)
    if number is not None and not low <= number <= high:
        raise JobError(f"{number:g} cannot be: {low:g} to {high:g}.", at_key(place, key))
    return number


def _number(fields: Fields, key: str, place: str) -> float | None:
    value, at = fields.get(key), at_key(place, key)
    if value is None:
        return None
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise JobError("Here should be a number, without quotes or a unit.", at)
    return finite(value, at)


def one_of(fields: Fields, key: str, at: str, known: tuple[str, ...], usual: str | None) -> Any:
    """One of the words known; `usual` where there is none."""
    value = key_of(fields, key, at) or usual
    if value not in known:
        raise JobError(f"One of {', '.join(known)}.", at_key(at, key))
    return value


def only(fields: Fields, keys: Iterable[str], place: str) -> None:
    """Refuse what is not known: a typo in what safety rests on must not pass."""
    for key in fields:
        if key not in keys:
            known = ", ".join(keys) or "nothing"
            raise JobError(f"“{key}” is not known here: {known}.", at_key(place, str(key)))


def _plain(number: float) -> str:
    """As people write it: never with an exponent, unless nobody would read it anyway."""
    return f"{number:,.0f}" if 1e6 <= number < 1e15 else f"{number:g}"
