"""Show a batch to whoever has its link, signed in or not: what its label says, and how it came."""

from django.http import Http404

from core.learn.outcome import Outcome
from core.learn.taste import sides
from server.cellar.actions.list_tastings import list_tastings
from server.cellar.actions.print_labels import contents
from server.cellar.schemas import BatchPageOut, SharedBottleOut
from server.jugs.actions.share_plan import shared
from server.jugs.outcomes import OUTCOME
from server.jugs.rows import lots_of, row_as_of_now
from server.jugs.state import JugState


def show_batch(token: str) -> BatchPageOut:
    """The batch as it is now. Raises Http404 for a link that is none, or was taken back.

    Nothing of its owner but the name on the door; no prices, no places, nobody's words.
    """
    state = shared(token)
    if state.world is None:
        raise Http404
    row = row_as_of_now(state)
    came = _outcome(state)
    (liked,) = sides(("overall",), {}, [each.scores for each in list_tastings(state)])
    return BatchPageOut(
        name=row.name,
        number=row.number,
        # Never the name somebody signs in with.
        by=state.jug.account.first_name,
        headline=row.headline,
        contents=contents(state),
        bottles=[
            SharedBottleOut(
                name=lot.name,
                bottle=lot.bottle,
                closure=lot.closure,
                size_ml=lot.size_ml,
                abv=lot.abv,
                fizzy=lot.fizzy,
                says=lot.says,
                filled_at=lot.filled_at,
                ready_from=lot.ready_from,
                best_until=lot.best_until,
                drink=lot.drink,
            )
            for lot in lots_of(state)
        ],
        start_sg=came.start.found if came else None,
        end_sg=came.end.found if came else None,
        days=came.days.found if came and came.days else None,
        liked=liked.marked,
        tastings=liked.count,
    )


def _outcome(state: JugState) -> Outcome | None:
    kept = type(state.jug).objects.filter(id=state.jug.id).values_list("outcome", flat=True).first()
    return OUTCOME.validate_json(kept) if kept else None
