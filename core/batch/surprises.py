"""What is asked where the must did not read as it was planned."""

from collections.abc import Callable, Mapping

from core.batch.jug import Note
from core.estimate.causes import READING, STEM, UNDISSOLVED, Cause, Surprise
from core.estimate.cloud import AMOUNT, PRODUCT

# Causes less likely than this are not named.
_NAMED = 0.05


def surprised(by: Surprise) -> Note:
    """What was read and expected, and what it may come from, with odds."""
    sg = 1 + by.points / 1000
    low, high = 1 + by.expected.low / 1000, 1 + by.expected.high / 1000
    causes = "; ".join(
        f"{says(cause)} ({100 * cause.chance:.0f} %)"
        for cause in by.causes
        if cause.chance >= _NAMED
    )
    return Note(
        "reading_surprises",
        f"It read {sg:.3f} where {low:.3f} to {high:.3f} was expected. Likeliest first: {causes}.",
    )


def says(cause: Cause) -> str:
    """A cause in words, with how much of it there would have to be."""
    return _SAYS[cause.kind](cause)


def _amount(cause: Cause) -> str:
    more = "more" if cause.by > 0 else "less"
    return f"{100 * abs(cause.by):.0f} % {more} {cause.pour} than written"


def _product(cause: Cause) -> str:
    side = "richer" if cause.by > 0 else "poorer"
    return f"{cause.pour} {100 * abs(cause.by):.0f} % {side} than its label"


def _undissolved(cause: Cause) -> str:
    return "sugar that was not all dissolved"


def _stem(cause: Cause) -> str:
    side = "much" if cause.by > 0 else "little"
    return f"a stem that shows {abs(cause.by):.0f} points too {side}"


def _reading(cause: Cause) -> str:
    return "the reading itself: foam, a warm sample, a slip of the pen"


_SAYS: Mapping[str, Callable[[Cause], str]] = {
    AMOUNT: _amount,
    PRODUCT: _product,
    UNDISSOLVED: _undissolved,
    STEM: _stem,
    READING: _reading,
}
