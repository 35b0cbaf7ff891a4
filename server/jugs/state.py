"""A jug's state, worked out by core from its plan and its journal."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property
from uuid import UUID

from django.utils import timezone

from core.batch.events import Event as CoreEvent
from core.batch.fold import fold
from core.batch.judge import Progress
from core.batch.life import Life, life
from core.batch.stages import stage
from core.batch.start import as_poured
from core.batch.strikes import holds
from core.batch.world import World
from core.errors import JobError
from core.plan.evaluation import Evaluation, Recipe, evaluate
from core.plan.schools import Choices
from server.jugs.journal import core_event, key_of, plan_of, recipe_of, run_together, with_events
from server.jugs.models import Event, Jug


@dataclass(frozen=True)
class ReadingRow:
    """A reading that stands, as read on a stem (None: on another scale) and at 20 °C."""

    id: UUID
    at: datetime
    sg: float | None
    sg_at_20: float
    temperature_c: float
    note: str
    insisted: bool


@dataclass
class JugState:
    """A jug with its current plan and its journal, as loaded by `load`."""

    jug: Jug
    version: int
    plan: dict[str, object]
    events: list[Event]

    @classmethod
    def load(cls, jug: Jug) -> "JugState":
        """From a jug fetched with `with_events`; makes no query of its own."""
        return cls(jug, jug.plan_version, plan_of(jug), list(jug.events.all()))

    @cached_property
    def recipe(self) -> Recipe:
        """The plan as core's recipe. Raises the JobError that stands in its way."""
        return recipe_of(self.plan, self.jug.account.currency)

    @cached_property
    def as_poured(self) -> Recipe:
        """The same with what was really poured. Raises the JobError that stands in its way."""
        poured = [core_event(event) for event in self.standing if event.kind == "poured"]
        return as_poured(self.recipe, poured)

    @cached_property
    def happened(self) -> list[CoreEvent]:
        """The events that stand as core reads them."""
        return [core_event(event) for event in self.standing]

    @cached_property
    def _worked_out(self) -> Evaluation | JobError:
        try:
            return evaluate(self.as_poured)
        except JobError as error:
            return error

    @property
    def evaluation(self) -> Evaluation:
        """What was planned, or poured instead, worked out. Raises the JobError that stands in the
        way."""
        if isinstance(self._worked_out, JobError):
            raise self._worked_out
        return self._worked_out

    @property
    def unsolved(self) -> bool:
        """Whether the plan cannot be worked out."""
        return isinstance(self._worked_out, JobError)

    @property
    def problem(self) -> str | None:
        """Why the plan cannot be worked out, or its journal folded, if it cannot."""
        if isinstance(self._worked_out, JobError):
            return self._worked_out.text
        return self._folded.text if isinstance(self._folded, JobError) else None

    @cached_property
    def kitchen(self) -> list[Jug]:
        """The jugs whose drink ran together with this one's, this one first."""
        return run_together(self.jug)

    @cached_property
    def world(self) -> World | None:
        """The journal folded; None where the plan cannot be worked out. A jug without one holds
        what was poured on into it."""
        return self._folded if isinstance(self._folded, World) else None

    @cached_property
    def _folded(self) -> World | JobError | None:
        if isinstance(self._worked_out, JobError) and self.plan["pours"]:
            return None
        try:
            return self.folded(())
        except JobError as error:
            # What today's rules refuse of an old journal is told, and everything else stands.
            return error

    def folded(self, more: Iterable[CoreEvent], until: datetime | None = None) -> World:
        """The journal folded with more events after it, as of now, or only with those before a
        moment, as of the last of them.

        Raises JobError for one that cannot have been.
        """
        plans = {
            key_of(jug): recipe_of(plan, jug.account.currency) if plan["pours"] else None
            for jug, plan in ((jug, plan_of(jug)) for jug in self.kitchen)
        }
        held = [
            core_event(event)
            for jug in self.kitchen
            for event in (self.events if jug.id == self.jug.id else jug.events.all())
            if until is None or event.at < until
        ]
        events = [*held, *more]
        if until is not None:
            return fold(plans, events)
        # A clock that runs ahead may have written what comes in a minute.
        return fold(plans, events, max([timezone.now(), *(event.at for event in events)]))

    @cached_property
    def life(self) -> Life | None:
        """Every figure of the jug as of now; None where the plan cannot be worked out."""
        if self.world is None:
            return None
        return life(self.world, key_of(self.jug), timezone.now(), self.choices)

    @cached_property
    def really_poured(self) -> dict[str, Event]:
        """What was written of pours that went in otherwise than planned, by their names."""
        return {e.what["pour"]["name"]: e for e in self.standing if e.kind == "poured"}

    @property
    def choices(self) -> Choices:
        """The ways chosen where brewers differ: for this batch, or by habit."""
        return {**self.jug.account.habits, **self.jug.choices}

    @cached_property
    def standing(self) -> list[Event]:
        """The events that hold, in the order they happened."""
        struck_by = {event.strikes_id: event.id for event in self.events if event.strikes_id}
        return [e for e in self.events if e.kind != "struck" and holds(e.id, struck_by)]

    @property
    def pitched(self) -> bool:
        """Whether the yeast is in, here or in what was poured on into it: what was planned is
        history then."""
        if any(event.kind == "pitched" for event in self.standing):
            return True
        return self.world is not None and self.world.jugs[key_of(self.jug)].pitched_at is not None

    @cached_property
    def readings(self) -> list[ReadingRow]:
        """The readings that stand, in order."""
        at_20 = self.world.at_20 if self.world else {}
        return [
            ReadingRow(
                event.id,
                event.at,
                event.what.get("sg"),
                at_20.get(str(event.id), event.what.get("sg", 1.0)),
                event.what.get("temperature_c", 20.0),
                event.note,
                event.insisted,
            )
            for event in self.standing
            if event.kind == "read" and ("sg" in event.what or str(event.id) in at_20)
        ]

    @property
    def bottling(self) -> Event | None:
        """The newest time that bottles were filled from it."""
        found = [event for event in self.standing if event.kind == "bottled"]
        return found[-1] if found else None

    @property
    def emptied(self) -> bool:
        """Whether what was in it is in bottles, or in other jugs."""
        return self.life is not None and self.life.verdict.code == "bottled"

    def fresh(self) -> Jug:
        """The jug as it is in the record by now."""
        return with_events(Jug.objects.filter(id=self.jug.id)).get()

    @property
    def progress(self) -> Progress | None:
        """How far the ferment has come; None before the yeast is in."""
        return self.life.verdict.progress if self.life and self.pitched else None

    @property
    def stage(self) -> str:
        """Where it is on its way (see core.batch.stages)."""
        jug = self.world.jugs[key_of(self.jug)] if self.world else None
        verdict = self.life.verdict if self.life else None
        return stage(jug, verdict, self.pitched, self.bottling is not None)
