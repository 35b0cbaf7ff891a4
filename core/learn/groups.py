"""Batches against the tables, taken together by what they have in common."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from core.learn.outcome import Outcome


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
    by_name: dict[str, list[Outcome]] = {}
    for one, names in batches:
        for name in dict.fromkeys(names):
            by_name.setdefault(name, []).append(one)
    lines = [_group(name, its) for name, its in by_name.items()]
    return tuple(sorted(lines, key=lambda line: (-line.batches, line.name.lower())))


def _group(name: str, its: Sequence[Outcome]) -> Group:
    def mean(of: Callable[[Outcome], float | None], times: float = 1.0) -> float | None:
        found = [value * times for value in map(of, its) if value is not None]
        return sum(found) / len(found) if found else None

    return Group(
        name,
        len(its),
        mean(lambda one: one.start.off, 1000),
        mean(lambda one: one.end.off, 1000),
        mean(lambda one: one.abv.off),
        mean(lambda one: one.lost_ml.off),
        mean(lambda one: one.days.off if one.days else None),
        mean(_dearer),
    )


def _dearer(one: Outcome) -> float | None:
    planned, paid = one.litre
    return float(paid / planned) - 1 if planned and paid is not None else None
