"""One base over several flavours: each its own jug, with the juice it needs."""

from django.db import transaction
from django.utils import timezone

from core.batch.glasses import Base, Glass, sweetened, with_amount
from core.batch.running_together import before_flavouring
from core.errors import JobError
from core.finish.racking import check_room
from core.must.mixing import Pour
from core.plan.amounts_in_words import measured
from core.plan.vessel import check_vessel
from server.accounts.models import Account
from server.finishing.actions.try_glasses import poured, settled
from server.finishing.schemas import FlavourIn, FlavourOut, FlavoursIn, FlavoursOut
from server.jugs.actions.begin import begin_with
from server.jugs.actions.write_down import write_event
from server.jugs.journal import with_events
from server.jugs.models import Jug
from server.jugs.schemas import EventIn
from server.jugs.state import JugState

_FEWEST, _MOST = 1, 12


def work_out_flavours(state: JugState, payload: FlavoursIn) -> FlavoursOut:
    """What each flavour needs and becomes. Raises JobError as core does."""
    shows = state.jug.account.shows
    worked = _worked(state, payload)
    there = Base.of(settled(state)).volume_ml
    return FlavoursOut(
        flavours=[
            FlavourOut(
                name=asked.name,
                base_ml=asked.base_ml,
                added=glass.for_jug,
                added_words=f"{measured(glass.for_jug, pour.by_mass, shows)} {pour.name}"
                if pour and glass.for_jug
                else "nothing",
                volume_ml=glass.volume_ml,
                abv=glass.abv,
                tastes_g_per_l=glass.tastes_g_per_l,
                acid_g_per_l=glass.acid_g_per_l,
                word=glass.word,
            )
            for asked, pour, glass in worked
        ],
        left_ml=max(there - sum(asked.base_ml for asked in payload.flavours), 0.0),
        mind=list(
            before_flavouring(
                settled(state), [(asked.name, glass) for asked, pour, glass in worked if pour]
            )
        )
        if any(pour for _, pour, _ in worked)
        else [],
    )


@transaction.atomic
def share_base(state: JugState, by: Account, payload: FlavoursIn) -> list[Jug]:
    """Pour the base over into its flavours' jugs, and the juice into each.

    The base is locked by whoever calls. Raises JobError as `work_out_flavours`.
    """
    worked = _worked(state, payload)
    jugs = [
        begin_with(
            by,
            asked.name,
            {"pours": [], "vessel": asked.vessel.model_dump(exclude_none=True)},
            state.jug,
        )
        for asked, _, _ in worked
    ]
    at = timezone.now()
    into = [
        {"jug": str(jug.id), "volume_ml": asked.base_ml}
        for jug, (asked, _, _) in zip(jugs, worked, strict=True)
    ]
    # Whether each has room in its vessel is looked at above.
    over = EventIn(kind="transferred", what={"into": into}, at=at, insist=True)
    write_event(state, by, over)
    for jug, (asked, pour, glass) in zip(jugs, worked, strict=True):
        if pour is None or asked.pour is None or not glass.for_jug:
            continue
        whole = asked.pour.model_dump(
            exclude_none=True, exclude={"product_id", "colour", "locked", "volume_ml", "mass_g"}
        )
        whole["mass_g" if pour.by_mass else "volume_ml"] = glass.for_jug
        fresh = JugState.load(with_events(Jug.objects.filter(id=jug.id)).get())
        write_event(
            fresh, by, EventIn(kind="added", what={"pour": whole}, at=timezone.now(), insist=True)
        )
    return jugs


def _worked(state: JugState, payload: FlavoursIn) -> list[tuple[FlavourIn, Pour | None, Glass]]:
    if not _FEWEST <= len(payload.flavours) <= _MOST:
        raise JobError(f"Name one to {_MOST} flavours.", "flavours")
    base = Base.of(settled(state))
    there = base.volume_ml
    shared = sum(asked.base_ml for asked in payload.flavours)
    if shared > there * (1 + 1e-6):
        raise JobError(
            f"The flavours take {shared:.0f} ml together, and there are {there:.0f} ml.",
            "flavours",
        )
    found = []
    for place, asked in enumerate(payload.flavours):
        check_vessel(asked.vessel.volume_ml)
        part = base.portion(asked.base_ml)
        pour = poured(asked.pour) if asked.pour else None
        if pour is None:
            glass = with_amount(part, Pour("Nothing", "water", volume_ml=0), 0.0)
        elif asked.amount is not None:
            glass = with_amount(part, pour, max(asked.amount, 0.0))
        else:
            glass = sweetened(part, pour, asked.sugar_g_per_l or 0.0)
        where = f"flavours[{place}].vessel"
        check_room(f"“{asked.name}”", glass.volume_ml, asked.vessel.volume_ml, where)
        found.append((asked, pour, glass))
    return found
