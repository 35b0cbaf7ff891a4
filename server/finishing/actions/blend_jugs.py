"""Blend jugs to what is wanted: the shares solved, then poured together."""

from collections.abc import Sequence
from decimal import Decimal

from django.db import transaction

from core.batch.running_together import before_blending
from core.errors import JobError
from core.files.recipe_file import money_text
from core.finish.blending import Blend, Component, Wanted, blend
from core.finish.racking import check_room
from core.finish.sweetening import wine_word
from core.measure.money import money
from core.plan.amounts_in_words import measured
from core.plan.vessel import check_vessel
from server.accounts.models import Account
from server.finishing.schemas import BlendIn, BlendOut, BlendPartOut, BlendPourIn
from server.jugs.actions.begin import begin_with
from server.jugs.actions.write_down import write_event
from server.jugs.models import Jug
from server.jugs.schemas import EventIn
from server.jugs.state import JugState


def solve_blend(states: Sequence[JugState], payload: BlendIn) -> BlendOut:
    """What comes nearest. Raises JobError for a jug with nothing in it, and as core does."""
    components = [_component(state) for state in states]
    volume = payload.volume_ml or sum(each.there_ml for each in components)
    found = blend(components, Wanted(**payload.wanted.model_dump()), volume)
    return _blend_out(states, components, found, volume)


@transaction.atomic
def pour_blend(states: Sequence[JugState], by: Account, payload: BlendPourIn) -> Jug:
    """Pour it together into a new jug, each drink's part written into its own log.

    The jugs are locked by whoever calls. Raises JobError as `solve_blend`, or for a vessel or name
    that is none.
    """
    check_vessel(payload.vessel.volume_ml)
    found = solve_blend(states, payload)
    check_room("The blend", found.volume_ml, payload.vessel.volume_ml, "vessel.volume_ml")
    plan: dict[str, object] = {
        "pours": [],
        "vessel": payload.vessel.model_dump(exclude_none=True),
    }
    jug = begin_with(by, payload.name, plan, None)
    for state, part in zip(states, found.parts, strict=True):
        if part.volume_ml > 0:
            # A pour before it may have joined this jug's drink with the others'.
            fresh = JugState.load(state.fresh())
            into = [{"jug": str(jug.id), "volume_ml": part.volume_ml}]
            over = EventIn(kind="transferred", what={"into": into}, insist=True)
            write_event(fresh, by, over)
    return jug


def _component(state: JugState) -> Component:
    now = state.life.now if state.life else None
    if now is None or not state.pitched:
        raise JobError(f"“{state.jug.name}” holds nothing that has fermented.", "jugs")
    return Component(
        state.jug.name,
        now.volume_ml.value,
        now.abv.value,
        now.sugar_g_per_l.value,
        now.acid_g_per_l.value,
        float(now.cost_per_litre) if now.cost_per_litre is not None else None,
    )


def _blend_out(
    states: Sequence[JugState], components: Sequence[Component], found: Blend, volume_ml: float
) -> BlendOut:
    parts = [
        BlendPartOut(
            jug=state.jug.id,
            name=state.jug.name,
            volume_ml=ml,
            there_ml=each.there_ml,
            words=measured(ml, False, state.jug.account.shows) if ml else "none of it",
        )
        for state, each, ml in zip(states, components, found.volumes_ml, strict=True)
    ]
    poured = [
        (state.jug.name, state.life.verdict, each.sugar_g_per_l)
        for state, each, ml in zip(states, components, found.volumes_ml, strict=True)
        if ml and state.life
    ]
    return BlendOut(
        parts=parts,
        volume_ml=volume_ml,
        abv=found.abv,
        sugar_g_per_l=found.sugar_g_per_l,
        acid_g_per_l=found.acid_g_per_l,
        cost_per_litre=money_text(money(Decimal(repr(found.cost_per_litre))))
        if found.cost_per_litre is not None
        else None,
        word=wine_word(found.sugar_g_per_l, found.acid_g_per_l),
        missed=list(found.missed),
        mind=list(before_blending(poured)),
    )
