"""Show how a jug that has fermented stands: how it clears, and what it may become."""

from dataclasses import asdict

from core.batch.clearing import WAYS, Cleared, cleared
from core.batch.doses import DOSES
from core.batch.held import lapsed
from core.errors import JobError
from core.finish.racking import racking, usual_left_ml
from core.finish.routes import WISHES, Route, Standing, routes, wish_of
from core.finish.stabilising import TABLET_G
from core.measure.spoons import in_pieces
from core.plan.amounts_in_words import measured, spooned
from core.tables import VESSELS
from server.accounts.models import Account
from server.finishing.schemas import (
    BathOut,
    ClearedOut,
    FinishingOut,
    LapsedOut,
    LookOut,
    RackOut,
    RackQuery,
    RouteDoseOut,
    RouteOut,
    WishOut,
)
from server.jugs.journal import key_of, with_events
from server.jugs.plan_schemas import PlanIn
from server.jugs.rows import own_vessel
from server.jugs.state import JugState
from server.shelf.schemas import IntervalOut

# So many earlier jugs are told of.
_COMPARED = 6


def show_finishing(state: JugState) -> FinishingOut:
    """Everything the clear and finish pages show. Raises JobError for a jug with nothing in it."""
    at = _standing(state)
    looks = _cleared(state)
    assert state.world is not None
    assert state.life is not None
    jug = state.world.jugs[key_of(state.jug)]
    glass = state.plan.get("glass")
    style = glass.get("style") if isinstance(glass, dict) else None
    return FinishingOut(
        stopped=at.stopped,
        proven=at.proven,
        racked=at.racked,
        clear=at.clear,
        lapsed=[LapsedOut(what=each.what, text=each.text) for each in lapsed(jug)],
        usual_left_ml=IntervalOut.of(usual_left_ml(jug.pours, at.volume_ml)),
        looks=[
            LookOut(at=look.at, grade=look.grade, pictures=list(look.pictures))
            for look in looks.looks
        ],
        way=WAYS[looks.way],
        days=looks.days,
        others=_others(state),
        wish=wish_of(style),
        wishes=[
            WishOut(
                key=key,
                name=name,
                routes=[_route_out(route, state.jug.account) for route in routes(key, at)],
            )
            for key, name in WISHES.items()
        ],
    )


def rack(state: JugState, asked: RackQuery) -> RackOut:
    """Racked into a vessel: what goes over, and the air over it. Raises JobError as core does."""
    at = _standing(state)
    assert state.world is not None
    pours = state.world.jugs[key_of(state.jug)].pours
    left = usual_left_ml(pours, at.volume_ml).value if asked.left_ml is None else asked.left_ml
    empty = _empty_vessels(state.jug.account)
    found = racking(at.volume_ml, left, asked.vessel_ml, empty, asked.same)
    return RackOut(
        left_ml=found.left_ml,
        goes_over_ml=found.goes_over_ml,
        air_ml=found.air_ml,
        fill=list(found.fill),
        spare=found.spare,
    )


def _empty_vessels(account: Account) -> list[tuple[str, float]]:
    """Vessels of one's own that no batch stands in; where nobody measured any, those sold."""
    own = list(account.vessels.filter(removed_at=None))
    if not own:
        return [
            (f"a {v.name[0].lower()}{v.name[1:]}", float(v.volume_ml)) for v in VESSELS.values()
        ]
    standing = with_events(account.jugs.filter(removed_at=None))
    states = [JugState.load(jug) for jug in standing]
    stands = [
        own_vessel(state, PlanIn.model_validate(state.plan))
        for state in states
        if state.bottling is None
    ]
    return [(f"“{v.name}”", v.volume_ml) for v in own if v not in stands]


def _standing(state: JugState) -> Standing:
    if state.world is None or state.life is None or state.life.now is None or not state.pitched:
        raise JobError("Nothing in this jug has fermented yet.")
    jug = state.world.jugs[key_of(state.jug)]
    now, verdict = state.life.now, state.life.verdict
    return Standing(
        stopped=verdict.stopped,
        proven=verdict.proven,
        volume_ml=now.volume_ml.value,
        abv=now.abv.value,
        ph=jug.ph_at_most,
        so2_mg_per_l=now.so2_added_mg_per_l,
        sorbic_mg_per_l=now.sorbic_acid_mg_per_l,
        racked=jug.racked,
        clear=jug.clear,
    )


def _cleared(state: JugState) -> Cleared:
    return cleared(state.happened)


def _others(state: JugState) -> list[ClearedOut]:
    """How the jugs before this one came clear, the newest first."""
    jugs = state.jug.account.jugs.filter(removed_at=None, events__kind="noticed").distinct()
    found = []
    for jug in with_events(jugs.exclude(id=state.jug.id).order_by("-number")[:_COMPARED]):
        told = _cleared(JugState.load(jug))
        if told.days is not None:
            found.append(ClearedOut(jug=jug.id, name=jug.name, way=WAYS[told.way], days=told.days))
    return found


def _route_out(route: Route, account: Account) -> RouteOut:
    return RouteOut(
        **{
            key: value
            for key, value in asdict(route).items()
            if key in ("key", "name", "why_not", "holds", "fails", "other")
        },
        doses=[
            RouteDoseOut(
                dose=dose.dose,
                name=DOSES[dose.dose],
                mass_g=dose.mass_g,
                mg_per_l=dose.mg_per_l,
                words=_weighed(dose.mass_g, account),
                things=_in_things(dose.dose, dose.mass_g, account),
            )
            for dose in route.doses
        ],
        bath=[BathOut(core_c=core_c, minutes=minutes) for core_c, minutes in route.bath],
    )


def _weighed(mass_g: float, account: Account) -> str:
    """As finely as it matters."""
    return measured(mass_g, True, account.shows) if mass_g >= 10 else f"{mass_g:.2g} g"


def _in_things(dose: str, mass_g: float, account: Account) -> str | None:
    """In tablets or spoons, where it comes to any."""
    if not dose.startswith("sulphite"):
        return spooned(mass_g, dose, account.spoons)
    try:
        return in_pieces(mass_g, TABLET_G, "tablet")[1]
    except JobError:
        return None
