"""JSON that somebody else may have written: ordinary letters and numbers, or a sentence."""

import json
import math
from collections.abc import Callable, Iterator
from typing import Any

from core.errors import JobError

NOT_TEXT = "There is a character in this that is no text: type it again."
_NOT_A_NUMBER = "Here should be an ordinary number."
_TOO_DEEP = "That is nested too deep."
_DEEPEST = 50
_MOST_BYTES, _MOST_VALUES = 25_000_000, 2_000_000
_TOO_MUCH = "That is more than any kitchen holds."


class NotJsonError(JobError):
    """What was read is something else altogether."""


def read_json(raw: bytes | str, number: Callable[[str], Any] = float) -> Any:
    """What a JSON text says, its fractions read by `number`.

    Raises JobError, at its place like pours[1].name, for what is none, nested for ever, more than
    25 MB or two million values, or holds NaN, infinity, NUL or half a character.
    """

    def finite(text: str) -> Any:
        if not math.isfinite(float(text)):
            raise JobError(_NOT_A_NUMBER)
        return number(text)

    _check_size(raw)
    try:
        text = raw.decode("utf-8-sig") if isinstance(raw, bytes) else raw
        data = json.loads(text, parse_float=finite, parse_constant=finite)
    except JobError:
        raise
    except RecursionError:
        raise JobError(_TOO_DEEP) from None
    except json.JSONDecodeError as error:
        raise NotJsonError(f"This is not JSON: look at line {error.lineno}.") from None
    except ValueError:
        raise NotJsonError("This is not text in UTF-8.") from None
    for at, text in _texts(data, "", 0):
        if not is_text(text):
            raise JobError(NOT_TEXT, at)
    return data


def _check_size(raw: bytes | str) -> None:
    """Before it is read: so little text can unfold to so much. Each value but the first stands
    behind one of these."""
    if len(raw) > _MOST_BYTES:
        raise JobError(_TOO_MUCH)
    if isinstance(raw, bytes):
        values = sum(raw.count(mark) for mark in (b",", b"[", b"{"))
    else:
        values = sum(raw.count(mark) for mark in (",", "[", "{"))
    if values > _MOST_VALUES:
        raise JobError(_TOO_MUCH)


def is_text(text: str) -> bool:
    """Without NUL, which no database keeps, or half of a surrogate pair."""
    return "\x00" not in text and not any("\ud800" <= letter <= "\udfff" for letter in text)


def _texts(item: Any, at: str, depth: int) -> Iterator[tuple[str, str]]:
    """Every text in it, keys too, with its place."""
    if depth > _DEEPEST:
        raise JobError(_TOO_DEEP, at)
    if isinstance(item, str):
        yield at, item
    elif isinstance(item, dict):
        for key, value in item.items():
            yield at, key
            yield from _texts(value, f"{at}.{key}" if at else key, depth + 1)
    elif isinstance(item, list):
        for place, value in enumerate(item):
            yield from _texts(value, f"{at}[{place}]", depth + 1)
