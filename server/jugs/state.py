"""A jug's state, worked out by core from its plan and its events."""

from dataclasses import dataclass
from functools import cached_property

from django.db.models import Q

from core import bottling as bottling_rules
from core.cost import per_bottle
from core.density import sg_at_20
from core.errors import JobError
from core.plan import Evaluation, Recipe, evaluate
from core.progress import Progress, progress, stage
from core.progress import Reading as CoreReading
from core.recipe import FORMAT, VERSION, money_text, read_recipe
from server.jugs.evaluation import evaluation_out, strength_out
from server.jugs.models import Bottling, Jug, Reading
from server.jugs.schemas import (
    BottleOutcome,
    BottlingOut,
    DrinkOut,
    JugOut,
    JugRow,
    PlanIn,
    PlanOut,
    ProgressOut,
    ReadingOut,
    RelatedOut,
)


def recipe_of(plan: dict[str, object], currency: str) -> Recipe:
    """The plan as core's recipe. Raises JobError at the place that is wrong."""
    return read_recipe({**plan, "format": FORMAT, "version": VERSION, "currency": currency})


@dataclass
class JugState:
    """A jug with its current plan, standing readings and bottling, as loaded by `load`."""

    jug: Jug
    version: int
    plan: dict[str, object]
    readings: list[Reading]
    bottling: Bottling | None

    @classmethod
    def load(cls, jug: Jug) -> "JugState":
        """From a jug fetched with `jugs_with_events`; makes no query of its own."""
        current = next((p for p in jug.plans.all() if p.version == jug.plan_version), None)
        return cls(
            jug,
            jug.plan_version,
            current.plan if current else {"pours": []},
            [r for r in jug.readings.all() if r.removed_at is None],
            next((b for b in jug.bottlings.all() if b.removed_at is None), None),
        )

    @cached_property
    def recipe(self) -> Recipe:
        """The plan as core's recipe. Raises the JobError that stands in its way."""
        return recipe_of(self.plan, self.jug.account.currency)

    @cached_property
    def _worked_out(self) -> Evaluation | JobError:
        try:
            return evaluate(self.recipe)
        except JobError as error:
            return error

    @property
    def evaluation(self) -> Evaluation:
        """The plan worked out. Raises the JobError that stands in its way."""
        if isinstance(self._worked_out, JobError):
            raise self._worked_out
        return self._worked_out

    @property
    def problem(self) -> str | None:
        """Why the plan cannot be worked out, if it cannot."""
        return self._worked_out.text if isinstance(self._worked_out, JobError) else None

    @cached_property
    def at_20(self) -> list[float]:
        """The readings as they would be at 20 °C."""
        return [sg_at_20(r.sg, r.temperature_c) for r in self.readings]

    @cached_property
    def progress(self) -> Progress | None:
        """How far the ferment has come; None before the first reading."""
        if not self.readings or self.problem:
            return None
        began = self.readings[0].at
        return progress(
            [
                CoreReading((r.at - began).total_seconds() / 86400, sg)
                for r, sg in zip(self.readings, self.at_20, strict=True)
            ],
            self.evaluation.finish.sg,
            self.evaluation.must.mix.as_sucrose,
        )

    @property
    def stage(self) -> str:
        """Where it is on its way (see core.progress.stage)."""
        done = self.progress is not None and self.progress.done
        return stage(bool(self.readings), done, self.bottling is not None)

    def bottling_out(self, counts: dict[int, int], saved: Bottling | None) -> BottlingOut:
        """Costs and strength for these bottles. Raises JobError when they cannot be."""
        total = bottling_rules.counted_ml(counts)
        poured = self.evaluation.must.mix.volume_ml
        bottling_rules.check_fits(total, poured)
        used = self.evaluation.cost.used
        return BottlingOut(
            id=saved.id if saved else None,
            at=saved.at if saved else None,
            bottles=[
                BottleOutcome(
                    size_ml=size, count=count, cost_each=money_text(per_bottle(used, total, size))
                )
                for size, count in counts.items()
                if count
            ],
            bottled_ml=total,
            left_ml=bottling_rules.left_behind_ml(self.evaluation.finish.volume_ml, total),
            strength=strength_out(self.progress.strength) if self.progress else None,
            cost_per_litre=money_text(per_bottle(used, total, 1000)),
        )


def related(jug: Jug) -> list[Jug]:
    """The jug this one began from, its other variants, and this one's own."""
    family = Q(begun_from=jug)
    if jug.begun_from_id:
        family |= Q(id=jug.begun_from_id) | Q(begun_from=jug.begun_from_id)
    found = Jug.objects.filter(family, account=jug.account_id, removed_at=None)
    return list(found.exclude(id=jug.id).order_by("number"))


def jug_out(state: JugState) -> JugOut:
    """One jug whole."""
    jug, gone = state.jug, state.progress
    return JugOut(
        id=jug.id,
        number=jug.number,
        name=jug.name,
        stage=state.stage,
        begun_at=jug.begun_at,
        kept=PlanOut(version=state.version, plan=PlanIn.model_validate(state.plan)),
        evaluation=None
        if state.problem
        else evaluation_out(state.recipe, state.evaluation, jug.account.currency),
        problem=state.problem,
        related=[RelatedOut(id=j.id, number=j.number, name=j.name) for j in related(jug)],
        readings=[
            ReadingOut(
                id=r.id,
                at=r.at,
                sg=r.sg,
                sg_at_20=sg,
                temperature_c=r.temperature_c,
                note=r.note,
                insisted=r.insisted,
            )
            for r, sg in zip(state.readings, state.at_20, strict=True)
        ],
        progress=ProgressOut(
            strength=strength_out(gone.strength),
            share=gone.share,
            points_to_go=gone.points_to_go,
            verdict=gone.verdict,
            headline=gone.headline,
            advice=gone.advice,
        )
        if gone
        else None,
        bottling=state.bottling_out(
            {c.size_ml: c.count for c in state.bottling.counts.all()}, state.bottling
        )
        if state.bottling
        else None,
    )


def jug_row(state: JugState) -> JugRow:
    """One line of the list."""
    jug, gone = state.jug, state.progress
    if state.bottling:
        headline = "Bottled."
    elif gone:
        headline = gone.headline
    else:
        headline = "Still a plan."
    return JugRow(
        id=jug.id,
        number=jug.number,
        name=jug.name,
        stage=state.stage,
        begun_at=jug.begun_at,
        headline=headline,
        drinks=[
            DrinkOut(fruit=pour.fruit, kind=pour.kind, colour=pour.colour)
            for pour in PlanIn.model_validate(state.plan).pours
        ],
        sg=state.at_20[-1] if state.at_20 else None,
        abv=gone.strength.mass_balance.value if gone else None,
        share=gone.share if gone else 0.0,
    )
