"""A jug's state, worked out by core from its plan and its events."""

from dataclasses import dataclass
from decimal import Decimal
from functools import cached_property

from django.db.models import Q

from core.batch.bottled import Bottled, bottled
from core.bottle import filling
from core.bottle.closing import PrimedBy
from core.cost.costing import per_bottle
from core.errors import JobError
from core.ferment.progress import Progress, progress, stage
from core.ferment.stopping import Reading as CoreReading
from core.files.recipe_file import FORMAT, VERSION, money_text, read_recipe
from core.measure.density import sg_at_20
from core.plan.evaluation import Evaluation, Recipe, evaluate
from core.tables import CLOSURES
from server.jugs.evaluation import closing_out, evaluation_out, strength_out
from server.jugs.models import Bottling, Jug, Reading
from server.jugs.schemas import (
    BottleCountIn,
    BottleOutcome,
    BottlingIn,
    BottlingOut,
    JugOut,
    PlanIn,
    PlanOut,
    PrimingIn,
    ProgressOut,
    ReadingOut,
    RelatedOut,
    StabilisedIn,
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
            self.evaluation.finish,
            self.evaluation.must.mix.sg,
            self.recipe.tolerance_abv,
            self.evaluation.must.mix.as_sucrose,
        )

    @property
    def stage(self) -> str:
        """Where it is on its way (see core.ferment.progress.stage)."""
        gone = self.progress
        closable = gone is not None and (gone.proven or gone.verdict == "stopped_sweet")
        return stage(bool(self.readings), closable, self.bottling is not None)

    def bottled(self, asked: BottlingIn) -> Bottled | None:
        """The drink as it goes into these bottles; None before the first reading."""
        if self.progress is None:
            return None
        primed = asked.priming
        held = asked.stabilised
        return bottled(
            self.recipe,
            self.evaluation,
            self.progress,
            filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles]),
            PrimedBy(primed.g_per_l, primed.sugar) if primed else None,
            held.sulphite_g if held else 0.0,
            held.sorbate_g if held else 0.0,
        )

    def bottling_out(self, asked: BottlingIn, saved: Bottling | None) -> BottlingOut:
        """Costs, strength and closing of these bottles. Raises JobError when they cannot be."""
        result = self.evaluation
        total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
        late_ml = result.glass.late_ml
        filling.check_fits(total, result.must.mix.volume_ml + late_ml)
        used = result.cost.used if result.cost.known else None
        drink = self.bottled(asked)
        return BottlingOut(
            id=saved.id if saved else None,
            at=saved.at if saved else None,
            bottles=[
                self._lot(line, drink, asked, used, total) for line in asked.bottles if line.count
            ],
            bottled_ml=total,
            left_ml=filling.left_behind_ml(result.finish.volume_ml + late_ml, total),
            abv=IntervalOut.of(drink.abv) if drink else None,
            how=drink.how if drink else "",
            base=strength_out(self.progress.strength) if self.progress else None,
            cost_per_litre=None if used is None else money_text(per_bottle(used, total, 1000)),
            unpriced=list(result.unpriced),
            priming=asked.priming,
            stabilised=asked.stabilised,
            against_advice=asked.against_advice,
        )

    def _lot(
        self,
        line: BottleCountIn,
        drink: Bottled | None,
        asked: BottlingIn,
        used: Decimal | None,
        total: float,
    ) -> BottleOutcome:
        kind = CLOSURES.get((line.bottle, line.closure))
        # Bottlings of before the kinds were asked have none, and nothing to be judged by.
        of_old = self.bottling is not None and not line.bottle
        lot = (
            drink.lot(line.bottle, line.closure, bool(asked.against_advice))
            if drink and not of_old
            else None
        )
        return BottleOutcome(
            size_ml=line.size_ml,
            count=line.count,
            bottle=line.bottle,
            closure=line.closure,
            name=kind.name if kind else "",
            cost_each=None if used is None else money_text(per_bottle(used, total, line.size_ml)),
            closing=closing_out(lot.closing, lot.pressure_bar) if lot else None,
            label_says=list(lot.label_says) if lot else [],
        )


def as_asked(saved: Bottling) -> BottlingIn:
    """A bottling of the record, as it was asked for."""
    return BottlingIn(
        bottles=[
            BottleCountIn(size_ml=c.size_ml, count=c.count, bottle=c.bottle, closure=c.closure)
            for c in saved.counts.all()
        ],
        priming=PrimingIn(g_per_l=saved.priming_g_per_l, sugar=saved.priming_sugar)
        if saved.priming_g_per_l
        else None,
        stabilised=StabilisedIn(sulphite_g=saved.sulphite_g, sorbate_g=saved.sorbate_g)
        if saved.sulphite_g or saved.sorbate_g
        else None,
        against_advice=saved.against_advice,
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
            stopped=gone.stopped,
            proven=gone.proven,
            sugar_left_g_per_l=IntervalOut.of(gone.sugar_left_g_per_l),
        )
        if gone
        else None,
        bottling=state.bottling_out(as_asked(state.bottling), state.bottling)
        if state.bottling
        else None,
    )
