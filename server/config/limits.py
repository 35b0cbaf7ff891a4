"""How much one request may hold: said once, and refused before anything is loaded or worked out.

Nobody meets these who brews at home. What is stored already is read whatever it holds.
"""

from typing import TypeVar

from pydantic import ValidationInfo
from pydantic_core import PydanticCustomError

T = TypeVar("T")

MOST_LINES = 60
"""Pours, doses, kinds of bottles, flavours or arms in one list."""
MOST_TOGETHER = 5
"""Jugs or products that one request sets together."""
MOST_LETTERS = 200
"""In a name."""


def few(listed: list[T] | None, info: ValidationInfo) -> list[T] | None:
    """No more than MOST_LINES in a list that somebody sends. What comes from the record has no
    request in its context, and is let through."""
    if info.context and listed is not None and len(listed) > MOST_LINES:
        raise PydanticCustomError("too_many", "At most {most} fit here", {"most": MOST_LINES})
    return listed


def short(text: str, info: ValidationInfo) -> str:
    """No more than MOST_LETTERS in a name that somebody sends."""
    if info.context and len(text) > MOST_LETTERS:
        raise PydanticCustomError(
            "too_long_a_name", "At most {most} letters fit here", {"most": MOST_LETTERS}
        )
    return text
