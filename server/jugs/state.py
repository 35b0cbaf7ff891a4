"""A jug's state, worked out by core from its plan and its events."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from functools import cached_property
from typing import Any
from uuid import UUID, uuid4

from django.db.models import F, Prefetch, Q, QuerySet
from django.utils import timezone

from core.batch.events import Event as CoreEvent
from core.batch.events import Transferred
from core.batch.fold import fold
from core.batch.life import BottledLot, Life, how_strong, life
from core.batch.words import in_words
from core.batch.world import World
from core.bottle import filling
from core.errors import JobError
from core.ferment.progress import Progress, stage
from core.files.journal import POUR_KEYS, read_event
from core.files.recipe_file import FORMAT, VERSION, money_text, read_recipe
from core.measure.money import money
from core.plan.evaluation import Evaluation, Recipe, evaluate
from server.jugs.evaluation import closing_out, evaluation_out, strength_out
from server.jugs.models import Event, Jug, PlanVersion, TransferLine
from server.jugs.schemas import (
    BottleCountIn,
    BottleOutcome,
    BottlingIn,
    BottlingOut,
    EventOut,
    JugOut,
    NowOut,
    PlanIn,
    PlanOut,
    PrimingIn,
    ProgressOut,
    ReadingOut,
    RelatedOut,
)
from server.shelf.schemas import IntervalOut


def recipe_of(plan: dict[str, object], currency: str) -> Recipe:
    """The plan as core's recipe. Raises JobError at the place that is wrong."""
    return read_recipe({**plan, "format": FORMAT, "version": VERSION, "currency": currency})


@dataclass(frozen=True)
class ReadingRow:
    """A reading that stands, as read and at 20 °C."""

    id: UUID
    at: datetime
    sg: float
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
        """From a jug fetched with `jugs_with_events`; makes no query of its own."""
        return cls(jug, jug.plan_version, plan_of(jug), list(jug.events.all()))

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
    def kitchen(self) -> list[Jug]:
        """The jugs whose drink ran together with this one's, this one first."""
        return run_together(self.jug)

    @cached_property
    def world(self) -> World | None:
        """The journal folded; None where the plan cannot be worked out. A jug without one holds
        what was poured on into it."""
        return None if self.problem and self.plan["pours"] else self.folded(())

    def folded(self, more: Iterable[CoreEvent], until: datetime | None = None) -> World:
        """The journal folded with more events after it, or only with those before a moment.

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
        return fold(plans, [*held, *more])

    @cached_property
    def life(self) -> Life | None:
        """Every figure of the jug as of now; None where the plan cannot be worked out."""
        if self.world is None:
            return None
        return life(self.world, key_of(self.jug), timezone.now())

    @cached_property
    def standing(self) -> list[Event]:
        """The events that hold, in the order they happened."""
        by_id = {event.id: event for event in self.events}
        strikes = {event.strikes_id: event for event in self.events if event.strikes_id}

        def holds(event: Event) -> bool:
            strike = strikes.get(event.id)
            return strike is None or not holds(strike)

        return [event for event in by_id.values() if event.kind != "struck" and holds(event)]

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
                event.what["sg"],
                at_20.get(str(event.id), event.what["sg"]),
                event.what.get("temperature_c", 20.0),
                event.note,
                event.insisted,
            )
            for event in self.standing
            if event.kind == "read" and "sg" in event.what
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
        """Where it is on its way (see core.ferment.progress.stage)."""
        told = self.life.verdict if self.life else None
        closable = told is not None and (
            told.proven or told.code in ("stopped_sweet", "stabilised", "bottled")
        )
        return stage(self.pitched, closable, self.bottling is not None)

    def bottling_out(self, asked: BottlingIn, saved: Event | None) -> BottlingOut:
        """Costs, strength and closing of these bottles. Raises JobError when they cannot be."""
        total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
        # Says why where the plan cannot be worked out.
        unpriced = list(self.evaluation.unpriced) if self.plan["pours"] else []
        world = self.folded(() if saved else bottling_events(self, asked))
        told = life(world, key_of(self.jug), timezone.now())
        lots = told.lots
        paid = [lot.filled.money for lot in lots if lot.filled.money is not None]
        return BottlingOut(
            id=saved.id if saved else None,
            at=saved.at if saved else None,
            bottles=[_lot_out(lot) for lot in lots],
            bottled_ml=total,
            left_ml=self._left_ml(asked, saved, total),
            abv=IntervalOut.of(lots[0].abv) if lots else None,
            how=how_strong(lots[0]) if lots else "",
            base=strength_out(self.progress.strength) if self.progress else None,
            cost_per_litre=money_text(money(sum(paid, Decimal(0)) * 1000 / total))
            if paid
            else None,
            unpriced=unpriced,
            priming=asked.priming,
            stabilised=asked.stabilised,
            against_advice=asked.against_advice,
        )

    def _left_ml(self, asked: BottlingIn, saved: Event | None, total: float) -> float:
        """What of it did not get into these bottles."""
        before = self.folded((), until=saved.at) if saved else self.world
        brew = before.jugs[key_of(self.jug)].brew if before else None
        if brew is None or brew.empty:
            return 0.0
        base = total * (1 - _share_added(self)) if _late_pour(self, total) or saved else total
        return filling.left_behind_ml(brew.drink().volume_ml, base)


def plan_of(jug: Jug) -> dict[str, object]:
    """The jug's plan as it is kept now."""
    current = next((p for p in jug.plans.all() if p.version == jug.plan_version), None)
    return current.plan if current else {"pours": []}


def key_of(jug: Jug) -> str:
    """What core calls it: names may be alike, numbers are not."""
    return str(jug.id)


def core_event(event: Event) -> CoreEvent:
    """An event of the record as core reads it."""
    return read_event(
        {
            "id": str(event.id),
            "at": event.at.isoformat(),
            "kind": event.kind,
            "what": event.what,
            "note": event.note,
        },
        str(event.jug_id),
        "",
    )


def with_events(jugs: QuerySet[Jug]) -> QuerySet[Jug]:
    """Jugs with all that JugState needs, in a fixed number of queries."""
    current = PlanVersion.objects.filter(version=F("jug__plan_version"))
    return jugs.select_related("account").prefetch_related(
        Prefetch("plans", queryset=current), "events", "received"
    )


def run_together(jug: Jug) -> list[Jug]:
    """The jugs whose drink ran into it or out of it, it itself first; mostly it alone."""
    poured_on = any(event.kind == "transferred" for event in jug.events.all())
    if not poured_on and not jug.received.all():
        return [jug]
    known = {jug.id}
    while True:
        lines = TransferLine.objects.filter(
            Q(into_id__in=known) | Q(event__jug_id__in=known), into__account=jug.account_id
        ).values_list("event__jug_id", "into_id")
        found = known | {each for line in lines for each in line}
        if found == known:
            break
        known = found
    family = Jug.objects.filter(id__in=known - {jug.id}, account=jug.account_id).order_by("id")
    return [jug, *with_events(family)]


def bottling_events(state: JugState, asked: BottlingIn) -> list[CoreEvent]:
    """What is written down when these bottles are filled, in order."""
    now = timezone.now().isoformat()
    return [
        read_event(
            {"id": str(uuid4()), "at": now, "kind": kind, "what": what}, key_of(state.jug), ""
        )
        for kind, what in bottling_steps(state, asked)
    ]


def bottling_steps(state: JugState, asked: BottlingIn) -> list[tuple[str, dict[str, Any]]]:
    """The same as kinds with what: what reaches the bottles, stabilised, sweetened as the plan
    has it, bottled."""
    total = filling.counted_ml([(line.size_ml, line.count) for line in asked.bottles])
    late = _late_pour(state, total)
    steps: list[tuple[str, dict[str, Any]]] = []
    there = state.life.now if state.life else None
    base_ml = total * (1 - _share_added(state)) if late else total
    if there and not asked.some_left and base_ml < there.volume_ml.value:
        # The bottles measure what was left of it: the rest is lees.
        steps.append(("measured", {"volume_ml": base_ml}))
    held = asked.stabilised
    if held and held.racked:
        steps.append(("racked", {"left_behind_ml": 0}))
    if held and held.clear:
        steps.append(("noticed", {"chips": ["clear"]}))
    if held and held.sulphite_g:
        steps.append(("dosed", {"dose": "sulphite_potassium", "mass_g": held.sulphite_g}))
    if held and held.sorbate_g:
        steps.append(("dosed", {"dose": "sorbate", "mass_g": held.sorbate_g}))
    if late:
        steps.append(("added", {"pour": late}))
    before = sum(len(event.what["lots"]) for event in state.standing if event.kind == "bottled")
    what: dict[str, Any] = {
        "lots": [
            {
                "id": lot_name(before + index),
                "size_ml": line.size_ml,
                "count": line.count,
                "bottle": line.bottle,
                "closure": line.closure,
                **({"against_advice": asked.against_advice} if asked.against_advice else {}),
            }
            for index, line in enumerate(line for line in asked.bottles if line.count)
        ]
    }
    if asked.priming and asked.priming.g_per_l:
        what["priming"] = {"sugar": asked.priming.sugar, "g_per_l": asked.priming.g_per_l}
    return [*steps, ("bottled", what)]


def _share_added(state: JugState) -> float:
    glass = state.recipe.glass if state.plan["pours"] else None
    return glass.share_added if glass else 0.0


def _late_pour(state: JugState, total_ml: float) -> dict[str, Any] | None:
    """What the plan adds at the end, for so many ml in bottles, unless it is in already."""
    if not state.plan["pours"]:
        return None
    planned, result = state.plan.get("glass"), state.evaluation.glass
    late = result.late
    if not isinstance(planned, dict) or late is None or not result.late_ml:
        return None
    if any(event.kind == "added" and _is_late(event, late.name) for event in state.standing):
        return None
    amount = late.amount * total_ml * _share_added(state) / result.late_ml
    kept = {key: value for key, value in planned["late"].items() if key in POUR_KEYS}
    kept.pop("volume_ml", None)
    kept.pop("mass_g", None)
    return {**kept, "mass_g" if late.by_mass else "volume_ml": amount}


def _is_late(event: Event, name: str) -> bool:
    return bool(event.what.get("pour", {}).get("name") == name)


def lot_name(index: int) -> str:
    """a, b, c …"""
    return chr(ord("a") + index % 26) + ("" if index < 26 else str(index // 26))


def _lot_out(lot: BottledLot) -> BottleOutcome:
    filled = lot.filled.lot
    return BottleOutcome(
        size_ml=round(filled.size_ml),
        count=filled.count,
        bottle=filled.closure.bottle,
        closure=filled.closure.closure,
        name=filled.closure.name,
        cost_each=None if lot.cost_each is None else money_text(lot.cost_each),
        closing=closing_out(lot.closing, lot.pressure_bar),
        label_says=list(lot.label_says),
    )


def as_asked(saved: Event) -> BottlingIn:
    """A bottling of the record, as it was asked for."""
    lots, priming = saved.what["lots"], saved.what.get("priming")
    return BottlingIn(
        bottles=[
            BottleCountIn(
                size_ml=lot["size_ml"],
                count=lot["count"],
                bottle=lot["bottle"],
                closure=lot["closure"],
            )
            for lot in lots
        ],
        priming=PrimingIn(g_per_l=priming["g_per_l"], sugar=priming["sugar"])
        if priming and "g_per_l" in priming
        else None,
        against_advice=next((lot["against_advice"] for lot in lots if "against_advice" in lot), ""),
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
                sg_at_20=r.sg_at_20,
                temperature_c=r.temperature_c,
                note=r.note,
                insisted=r.insisted,
            )
            for r in state.readings
        ],
        journal=journal_out(state),
        now=_now_out(state),
        told=[note.text for note in state.life.warnings] if state.life and state.pitched else [],
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
            ends=IntervalOut.of(state.life.verdict.ends.sg),
        )
        if gone and state.life and state.life.verdict.ends
        else None,
        bottling=state.bottling_out(as_asked(state.bottling), state.bottling)
        if state.bottling
        else None,
    )


def journal_out(state: JugState) -> list[EventOut]:
    """Everything that was written down, struck or not, the newest first."""
    standing = {event.id for event in state.standing}
    names = {str(jug.id): jug.name for jug in state.kitchen}
    return [
        EventOut(
            id=event.id,
            at=event.at,
            written_at=event.written_at,
            kind=event.kind,
            text=_told(event, names),
            what=event.what,
            note=event.note,
            insisted=event.insisted,
            struck=event.id not in standing,
        )
        for event in reversed(state.events)
        if event.kind != "struck"
    ]


def _told(event: Event, names: dict[str, str]) -> str:
    what = core_event(event).what
    if isinstance(what, Transferred):
        what = Transferred(tuple((names.get(jug, jug), ml) for jug, ml in what.into))
    return in_words(what)


def _now_out(state: JugState) -> NowOut | None:
    now = state.life.now if state.life and state.pitched and not state.emptied else None
    if now is None:
        return None
    return NowOut(
        volume_ml=IntervalOut.of(now.volume_ml),
        sg=IntervalOut.of(now.sg),
        measured=now.measured,
        abv=IntervalOut.of(now.abv),
        sugar_g_per_l=IntervalOut.of(now.sugar_g_per_l),
        ph=now.ph,
        so2_added_mg_per_l=now.so2_added_mg_per_l,
        cost=None if now.cost is None else money_text(now.cost),
    )
