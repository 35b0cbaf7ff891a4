"""The estimate of every jug of a folded journal, worked out when it is first asked for."""

from dataclasses import dataclass, field, replace
from functools import cached_property

from core.estimate.causes import PourFound, Surprise
from core.estimate.jugs import Estimates, estimates
from core.estimate.ledger import Moved, Poured, Read, Step
from core.estimate.views import Estimate


@dataclass
class Estimator:
    """What happened to the drink (`ledger`), the planned yeasts' limits by jug, and the day that
    all is as of. Nothing is added once it was asked."""

    limits: dict[str, float | None] = field(default_factory=dict)
    ledger: list[Step] = field(default_factory=list)
    day: float = 0.0

    @cached_property
    def _found(self) -> Estimates:
        return self._worked_out(tuple(self.ledger), self.day)

    def of(self, jug: str, moment: str | None = None) -> Estimate | None:
        """What could be in a jug now, or at a moment that was kept under a name. None of one that
        is empty."""
        if moment is not None:
            return self._found.filled.get(moment)
        return self._found.jugs.get(jug)

    def by_then(self, jug: str, day: float) -> Estimate | None:
        """What could be in it by a day, by what has happened up to now; while a journal is
        folded."""
        return self._worked_out(tuple(self.ledger), day).jugs.get(jug)

    def surprises(self, jug: str) -> tuple[Surprise, ...]:
        """First readings of it that nobody would have expected."""
        return tuple(each for each in self._found.surprises if each.jug == jug)

    def pour(self, name: str) -> PourFound | None:
        """What readings say of a pour, by the name that the ledger gives it."""
        return self._found.pours.get(name)

    def had_it_read(self, jug: str, points: float, day: float) -> Estimate | None:
        """The same jug had it been read so much on a later day, and nothing else happened."""
        stem = next(
            (s.stem for s in reversed(self.ledger) if isinstance(s, Read) and s.jug == jug), "stem"
        )
        read = Read(jug, day, f"{jug}/promised/{day:.3f}", points, False, stem)
        return self._worked_out((*self.ledger, read), day).jugs.get(jug)

    def _worked_out(self, steps: tuple[Step, ...], day: float) -> Estimates:
        names = {step.jug for step in steps}
        names |= {name for step in steps if isinstance(step, Moved) for name, _ in step.into}
        limits = {name: self.limits.get(name) for name in sorted(names)}
        return estimates(steps, limits, day)


def unheld(ledger: list[Step], names: set[str]) -> None:
    """Pours of these names set nothing going after all: what holds them went in beside them."""
    for place, step in enumerate(ledger):
        if isinstance(step, Poured) and step.name in names:
            ledger[place] = replace(step, ferments=False)
