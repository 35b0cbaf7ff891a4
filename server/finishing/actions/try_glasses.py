"""Taste in glasses first: rising doses, and what each would make of the jug."""

from core.batch.glasses import Base, Glass, drops_for, glasses
from core.batch.jug import Jug as CoreJug
from core.errors import JobError
from core.files.recipe_file import read_pour
from core.must.mixing import Pour
from core.plan.amounts_in_words import in_kitchen_things, measured
from server.accounts.models import Account
from server.finishing.schemas import DropsIn, DropsOut, GlassesIn, GlassOfTrialOut
from server.jugs.journal import key_of
from server.jugs.plan_schemas import PourIn
from server.jugs.state import JugState


def try_glasses(state: JugState, payload: GlassesIn) -> list[GlassOfTrialOut]:
    """The glasses, the first with nothing in it. Raises JobError as core does."""
    pour = poured(payload.pour)
    base = Base.of(settled(state))
    return [
        _glass_out(glass, pour, state.jug.account)
        for glass in glasses(base, pour, payload.up_to_g_per_l, payload.count)
    ]


def scale_drops(state: JugState, payload: DropsIn) -> DropsOut:
    """Drops that were right in a glass, for a bottle and for the jug."""
    drops, ml = drops_for(payload.drops, payload.bottle_ml)
    _, jug_ml = drops_for(payload.drops, Base.of(settled(state)).volume_ml)
    return DropsOut(bottle_drops=drops, bottle_ml=ml, jug_ml=jug_ml)


def settled(state: JugState) -> CoreJug:
    """The jug with its newest reading settled. Raises JobError for one with nothing in it."""
    if state.world is None or state.life is None or state.life.now is None or not state.pitched:
        raise JobError("There is nothing in this jug to taste.")
    return state.world.settled(state.world.jugs[key_of(state.jug)])


def poured(payload: PourIn) -> Pour:
    """As core reads it; how much is solved. Raises JobError for what cannot be poured."""
    given = payload.model_dump(exclude_none=True, exclude={"product_id", "colour", "locked"})
    for amount in ("volume_ml", "mass_g"):
        given.pop(amount, None)
    by_mass = payload.mass_g is not None or payload.kind in ("sugar", "powder")
    return read_pour({**given, "mass_g" if by_mass else "volume_ml": 0}, "pour").pour


def _glass_out(glass: Glass, pour: Pour, account: Account) -> GlassOfTrialOut:
    whole = pour.with_amount(glass.for_jug)
    return GlassOfTrialOut(
        amount=glass.amount,
        for_jug=glass.for_jug,
        words=measured(glass.for_jug, pour.by_mass, account.shows) if glass.for_jug else "nothing",
        things=in_kitchen_things(whole, None, account.spoons),
        by_mass=pour.by_mass,
        abv=glass.abv,
        tastes_g_per_l=glass.tastes_g_per_l,
        acid_g_per_l=glass.acid_g_per_l,
        volume_ml=glass.volume_ml,
        word=glass.word,
    )
