"""One check of core against something outside the project."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Check:
    """`ours` and `outside` in `unit`, which may differ by `tolerance`.

    `source` is a standard, handbook table or library with its version; "common practice"
    where nothing is published; and says "memory" where a value was recalled.
    """

    what: str
    ours: float
    outside: float
    tolerance: float
    unit: str
    source: str

    @property
    def holds(self) -> bool:
        """Whether the two agree."""
        return abs(self.ours - self.outside) <= self.tolerance
