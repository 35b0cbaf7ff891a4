"""What is asked where the must did not read as it was planned."""

from collections.abc import Mapping

from core.batch.jug import Note
from core.estimate.causes import READING, SEVERAL, STEM, UNDISSOLVED, Cause, Surprise
from core.estimate.cloud import AMOUNT, PRODUCT

# Causes less likely than this are not named.
_NAMED = 0.05
# Below this it is not its sugar or extract that makes it another: what it weighs, say.
_BY_ITS_SUGAR = 0.05


SURPRISES = "reading_surprises"
"""The code of what is told of it."""


def surprised(by: Surprise) -> Note:
    """What was read and expected, and what it may come from, with odds."""
    causes = "; ".join(f"{says(each)} ({100 * each.chance:.0f} %)" for each in likely(by))
    return Note(SURPRISES, f"{expected_in_words(by)} Likeliest first: {causes}.")


def expected_in_words(by: Surprise) -> str:
    """What was read, and what was expected."""
    low, high = 1 + by.expected.low / 1000, 1 + by.expected.high / 1000
    return f"It read {1 + by.points / 1000:.3f} where {low:.3f} to {high:.3f} was expected."


def likely(by: Surprise) -> tuple[Cause, ...]:
    """The causes that are worth naming."""
    return tuple(each for each in by.causes if each.chance >= _NAMED)


def because(kind: str, pour: str) -> str:
    """A cause of core.estimate.causes.KINDS in words."""
    return _WORDS[kind].format(pour=pour)


def says(cause: Cause) -> str:
    """A cause in words, with how much of it there would have to be."""
    more, size = cause.by > 0, abs(cause.by)
    if cause.kind == AMOUNT:
        return f"{100 * size:.0f} % {'more' if more else 'less'} {cause.pour} than written"
    if cause.kind == PRODUCT and size >= _BY_ITS_SUGAR:
        return f"{cause.pour} {100 * size:.0f} % {'richer' if more else 'poorer'} than its label"
    if cause.kind == STEM:
        return f"a hydrometer that shows {size:.0f} points too {'much' if more else 'little'}"
    return because(cause.kind, cause.pour)


_WORDS: Mapping[str, str] = {
    AMOUNT: "another amount of {pour} than written",
    PRODUCT: "{pour} that is not as its label says",
    UNDISSOLVED: "sugar that was not all dissolved",
    STEM: "the hydrometer",
    SEVERAL: "several small things together",
    READING: "the reading itself: foam, a warm sample, a slip of the pen",
}
