"""A jug whole, in the shape of the API."""

from django.db.models import Q

from core.batch.counted import estimate_of
from core.batch.events import Transferred
from core.batch.learned import learned
from core.batch.settling import helps
from core.batch.surprises import SURPRISES, expected_in_words, likely, says
from core.batch.words import in_words, signs_in_words
from core.estimate.views import DRY_G_PER_L
from core.files.recipe_file import money_text
from server.jugs.bottling import bottled_out
from server.jugs.evaluation import evaluation_out, strength_out
from server.jugs.journal import core_event, key_of
from server.jugs.models import Event, Jug
from server.jugs.plan_schemas import PlanIn
from server.jugs.rows import stands_in
from server.jugs.schemas import (
    CauseOfSurpriseOut,
    EventOut,
    HelpOut,
    JugOut,
    NowOut,
    PlanOut,
    ProgressOut,
    ReadingOut,
    RelatedOut,
    SurpriseOut,
)
from server.jugs.state import JugState
from server.shelf.schemas import IntervalOut


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
        if state.unsolved
        else evaluation_out(state.as_poured, state.evaluation, jug.account),
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
        learned=[each.text for each in learned(state.world.jugs[key_of(jug)])]
        if state.world and state.pitched and not state.emptied
        else [],
        told=[note.text for note in state.life.warnings if note.code != SURPRISES]
        if state.life and state.pitched
        else [],
        surprises=_surprises_out(state),
        helps=_helps_out(state),
        progress=ProgressOut(
            strength=strength_out(gone.strength),
            share=gone.share,
            points_to_go=gone.points_to_go,
            verdict=state.life.verdict.code,
            headline=state.life.advice.headline,
            advice=state.life.advice.text,
            stopped=state.life.verdict.stopped,
            proven=state.life.verdict.proven,
            sugar_left_g_per_l=IntervalOut.of(gone.sugar_left_g_per_l),
            ends=IntervalOut.of(gone.ends_sg),
        )
        if gone and state.life and state.life.advice
        else None,
        bottling=bottled_out(state, state.life, state.bottling)
        if state.bottling and state.life
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
            text=told(event, names),
            about=signs_in_words(core_event(event).what),
            what=event.what,
            note=event.note,
            insisted=event.insisted,
            struck=event.id not in standing,
        )
        for event in reversed(state.events)
        if event.kind != "struck"
    ]


def told(event: Event, names: dict[str, str]) -> str:
    """What happened in a sentence, other jugs by their names."""
    what = core_event(event).what
    if isinstance(what, Transferred):
        what = Transferred(tuple((names.get(jug, jug), ml) for jug, ml in what.into))
    return in_words(what)


def _surprises_out(state: JugState) -> list[SurpriseOut]:
    if state.world is None or not state.pitched or state.emptied:
        return []
    jug = state.world.jugs[key_of(state.jug)]
    return [
        SurpriseOut(
            reading=each.reading,
            text=expected_in_words(each),
            causes=[
                CauseOfSurpriseOut(
                    kind=cause.kind, pour=cause.pour, text=says(cause), chance=cause.chance
                )
                for cause in likely(each)
            ],
        )
        for each in jug.estimator.surprises(jug.name)
    ]


def _helps_out(state: JugState) -> list[HelpOut]:
    """What would settle whether it may be closed, where it stands and that is in doubt."""
    if state.world is None or state.life is None or state.emptied:
        return []
    jug = state.world.jugs[key_of(state.jug)]
    found = helps(jug, state.life.verdict)
    return [HelpOut(kind=each.kind, settles=each.settles) for each in found]


def _now_out(state: JugState) -> NowOut | None:
    now = state.life.now if state.life and state.pitched and not state.emptied else None
    if now is None or state.life is None:
        return None
    hundred = estimate_of(state.life.jug).hundred
    shape, vessel_ml = stands_in(state, PlanIn.model_validate(state.plan))
    return NowOut(
        volume_ml=IntervalOut.of(now.volume_ml),
        sg=IntervalOut.of(now.sg),
        measured=now.measured,
        abv=IntervalOut.of(now.abv),
        sugar_g_per_l=IntervalOut.of(now.sugar_g_per_l),
        ph=now.ph,
        ph_within=now.ph_within,
        hundred=[round(sugar, 2) for sugar in hundred],
        dry=sum(sugar <= DRY_G_PER_L for sugar in hundred),
        dry_g_per_l=DRY_G_PER_L,
        shape=shape,
        vessel_ml=vessel_ml,
        so2_added_mg_per_l=now.so2_added_mg_per_l,
        cost=None if now.cost is None else money_text(now.cost),
    )


def related(jug: Jug) -> list[Jug]:
    """The jug this one began from, its other variants, and this one's own."""
    family = Q(begun_from=jug)
    if jug.begun_from_id:
        family |= Q(id=jug.begun_from_id) | Q(begun_from=jug.begun_from_id)
    found = Jug.objects.filter(family, account=jug.account_id, removed_at=None)
    return list(found.exclude(id=jug.id).order_by("number"))
