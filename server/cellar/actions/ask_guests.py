"""Ask guests how one lot tastes, by a link that works without signing in."""

import secrets

from django.db import IntegrityError, transaction
from django.db.models import F
from django.http import Http404
from django.utils import timezone

from core.batch.tasting import MARKS, SIDES, check_scores
from core.errors import JobError
from server.cellar.models import TastingLink
from server.cellar.schemas import GuestAskedOut, GuestTastedIn
from server.jugs.actions.write_down import write_event
from server.jugs.journal import held_together, with_events
from server.jugs.models import Jug
from server.jugs.rows import lots_of
from server.jugs.schemas import EventIn
from server.jugs.state import JugState
from server.shelf.schemas import NamedOut, SideOut

_BYTES = 18
# A table has so many guests; who has the link and means ill is stopped there.
_MOST_ANSWERS = 60
_MOST_NAME, _MOST_WORDS = 60, 300


def open_tasting(state: JugState, lot: str, blind: bool) -> str:
    """The token of the lot's link, made where there is none; told anew whether it is blind.

    Raises JobError for no such lot.
    """
    lots = state.life.lots if state.life else ()
    if lot not in {each.filled.lot.id for each in lots}:
        raise JobError("There are no such bottles of this batch.", "lot")
    standing = state.jug.tasting_links.filter(lot=lot, removed_at=None).first()
    if standing is None:
        try:
            with transaction.atomic():
                standing = state.jug.tasting_links.create(
                    lot=lot, blind=blind, token=secrets.token_urlsafe(_BYTES)
                )
        except IntegrityError:
            standing = state.jug.tasting_links.get(lot=lot, removed_at=None)
    if standing.blind != blind:
        standing.blind = blind
        standing.save(update_fields=["blind"])
    return standing.token


def close_tasting(jug: Jug, lot: str) -> None:
    """The link asks nobody any more."""
    jug.tasting_links.filter(lot=lot, removed_at=None).update(removed_at=timezone.now())


def asked(token: str) -> GuestAskedOut:
    """What a guest sees. Raises Http404 for a link that is none, or was taken back.

    What may make somebody ill is told even where it is tasted blind.
    """
    link = _link(token)
    state = JugState.load(with_events(Jug.objects.filter(id=link.jug_id)).get())
    lot = next((each for each in lots_of(state) if each.id == link.lot), None)
    if lot is None:
        raise Http404
    return GuestAskedOut(
        name="" if link.blind else state.jug.name,
        abv=lot.abv,
        says=lot.says,
        blind=link.blind,
        marks=[NamedOut(key=str(mark), name=name) for mark, name in MARKS.items()],
        sides=[SideOut(key=key, low=low, high=high) for key, (low, high) in SIDES.items()],
    )


@transaction.atomic
def taste(token: str, payload: GuestTastedIn) -> None:
    """Write down what a guest says. Raises JobError for one without a name or a mark that is none,
    Http404 as `asked`."""
    link = _link(token)
    name, words = payload.by.strip(), payload.words.strip()
    if not name or len(name) > _MOST_NAME:
        raise JobError("Say who tasted it, like Ida.", "by")
    if len(words) > _MOST_WORDS:
        raise JobError(f"At most {_MOST_WORDS} letters fit here.", "words")
    check_scores(payload.scores)
    held_together(link.jug.account, link.jug)
    counted = TastingLink.objects.filter(id=link.id, answers__lt=_MOST_ANSWERS)
    if not counted.update(answers=F("answers") + 1):
        raise JobError(f"{_MOST_ANSWERS} have answered: ask for a new link.")
    state = JugState.load(with_events(Jug.objects.filter(id=link.jug_id)).get())
    what = {"lot": link.lot, "by": name, "words": words, "scores": payload.scores}
    event = EventIn(kind="tasted", what=what, id=payload.id)
    write_event(state, link.jug.account, event)


def _link(token: str) -> TastingLink:
    links = TastingLink.objects.select_related("jug__account")
    found = links.filter(token=token, removed_at=None, jug__removed_at=None).first()
    if found is None:
        raise Http404
    return found
