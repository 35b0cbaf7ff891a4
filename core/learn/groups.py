"""Batches against the tables, taken together by what they have in common."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from core.learn.outcome import Outcome

_Offs = tuple[float | None, ...]


@dataclass(frozen=True, slots=True)
class Group:
    """Batches that share a juice, a yeast or a shop, and by how much they were off the tables on
    average: points at the start and at the end, % vol, ml lost, days to dry; and what a litre
    cost against what was planned, as a share. None: nobody measured it."""

    name: str
    batches: int
    start_points: float | None
    end_points: float | None
    abv: float | None
    lost_ml: float | None
    days: float | None
    cost_share: float | None


def grouped(batches: Sequence[tuple[Outcome, Iterable[str]]]) -> tuple[Group, ...]:
    """One line for each name, those of the most batches first; a batch counts for each of its
    names."""
    by_name: dict[str, list[_Offs]] = {}
    for one, names in batches:
        its = _offs(one)
        for name in dict.fromkeys(names):
            by_name.setdefault(name, []).append(its)
    lines = [
        Group(name, len(its), *map(_mean, zip(*its, strict=True))) for name, its in by_name.items()
    ]
    return tuple(sorted(lines, key=lambda line: (-line.batches, line.name.lower())))


def _offs(one: Outcome) -> _Offs:
    """By how much a batch was off, in the order and units of Group."""
    start, end = one.start.off, one.end.off
    planned, paid = one.litre
    return (
        None if start is None else start * 1000,
        None if end is None else end * 1000,
        one.abv.off,
        one.lost_ml.off,
        one.days.off if one.days else None,
        float(paid / planned) - 1 if planned and paid is not None else None,
    )


def _mean(offs: Sequence[float | None]) -> float | None:
    found = [off for off in offs if off is not None]
    return sum(found) / len(found) if found else None
