"""How much one request may hold, and how much a record: said once, and refused before anything is
loaded or worked out.

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

MOST_JUGS = 2000
"""In a kitchen, those put away among them."""
MOST_VERSIONS = 5000
"""Of a jug's plan."""
MOST_EVENTS = 5000
"""In a jug's log."""
MOST_READINGS = 1000
"""Of a jug's gravity."""
MOST_PICTURES = 200
"""Photographs of a jug."""
MOST_PROBES = 50
"""That send for a kitchen's jugs."""
MOST_VESSELS = 100
"""Of one's own."""
MOST_PRODUCTS = 5000
"""On a shelf, those taken off among them."""
MOST_PRICES = 1000
"""Seen of one product."""


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
