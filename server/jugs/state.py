"""A jug's state, worked out by core from its plan and its events."""

from dataclasses import dataclass
from functools import cached_property

from core import bottling as bottling_rules
from core.cost import per_bottle
from core.density import sg_at_20
from core.errors import JobError
from core.plan import Evaluation, Recipe, evaluate
from core.progress import Progress, progress, stage
from core.progress import Reading as CoreReading
from core.recipe import FORMAT, VERSION, money_text, read_recipe
from core.strength import Strength
from server.jugs.models import Bottling, Jug, Reading
from server.jugs.schemas import (
    BottleOutcome,
    BottlingOut,
    CostOut,
    DrinkOut,
    EvaluationOut,
    FinishOut,
    JugOut,
    JugRow,
    MustOut,
    PlanIn,
    PlanOut,
    PourOut,
    ProgressOut,
    ReadingOut,
    StrengthOut,
    WarningOut,
)
from server.shelf.schemas import IntervalOut


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
    def _worked_out(self) -> Evaluation | JobError:
        try:
            return evaluate(recipe_of(self.plan, self.jug.account.currency))
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


def strength_out(strength: Strength) -> StrengthOut:
    """Core's three schools for the API."""
    return StrengthOut(
        mass_balance=IntervalOut.of(strength.mass_balance),
        quick_sum=strength.quick_sum,
        potential_scale=strength.potential_scale,
    )


def evaluation_out(result: Evaluation, currency: str) -> EvaluationOut:
    """Core's evaluation for the API."""
    bottles = result.bottles
    return EvaluationOut(
        pours=[
            PourOut(
                name=pour.name,
                volume_ml=pour.volume_ml,
                mass_g=pour.mass_g,
                solved=pour.name in result.solved,
                sugar_g=share.sugar_g,
                room_ml=share.volume_ml,
            )
            for pour, share in zip(result.pours, result.shares, strict=True)
        ],
        must=MustOut(
            volume_ml=result.must.mix.volume_ml,
            sugar_g=result.must.mix.sugar,
            sg=IntervalOut.of(result.must.sg),
        ),
        finish=FinishOut(
            sg=IntervalOut.of(result.finish.sg),
            strength=strength_out(result.finish.strength),
            residual_sugar_g_per_l=result.finish.residual_sugar_g_per_l,
            limited_by=result.finish.limited_by,
        ),
        cost=CostOut(
            used=money_text(result.cost.used),
            packs=money_text(result.cost.packs),
            currency=currency,
            unpriced=list(result.unpriced),
            bottles=bottles.count,
            bottle_ml=bottles.size_ml,
            per_bottle=money_text(bottles.each) if bottles.each is not None else None,
        ),
        warnings=[WarningOut(code=w.code, text=w.text) for w in result.warnings],
    )


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
        else evaluation_out(state.evaluation, jug.account.currency),
        problem=state.problem,
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
