"""What one line of a label says, with its place in the text."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Field:
    """One thing the label says: `text` as printed at `start` to `end`, `value` as read.

    `doubt` is why it is not sure, in a sentence; empty when it is.
    """

    key: str
    value: str
    start: int
    end: int
    doubt: str = ""

    @property
    def sure(self) -> bool:
        """Whether it may be used without asking."""
        return not self.doubt
