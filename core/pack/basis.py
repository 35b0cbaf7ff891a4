"""What the figures of a printed column are for."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Basis:
    """What a column of figures is for: so many ml or g, as sold or made up; 0 when not said.

    `heads` is False for a serving whose size is told but which heads no column itself; `neat` is
    True where it says itself that it is for the thing as sold.
    """

    amount: float
    unit: str
    prepared: bool
    start: int
    end: int
    sure: bool = True
    heads: bool = True
    neat: bool = False
