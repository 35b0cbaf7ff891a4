"""Write a jug whole as a jug file, with the jugs its drink ran together with, and bring one in."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from django.db import transaction

from core.batch.fold import fold
from core.errors import JobError
from core.files.jug_file import FORMAT, VERSION, read_jug_file
from core.files.recipe_file import FORMAT as RECIPE
from core.files.recipe_file import VERSION as RECIPE_VERSION
from server.accounts.models import Account
from server.jugs.actions import recipe_file
from server.jugs.actions.begin import begin_with
from server.jugs.actions.keep_picture import keep_picture
from server.jugs.actions.write_down import check_note
from server.jugs.models import Event, Jug, TransferLine
from server.jugs.state import JugState

# Names what came in under an id that is no number of ours, or is taken here.
_BROUGHT_IN = UUID("8f1d9d0e-6a52-4b8e-9d43-2f2c1e3a7b55")


def written(state: JugState) -> dict[str, Any]:
    """The jug in the open format; several where drink ran between them."""
    jugs = state.kitchen
    names = _names(jugs)
    head = {"format": FORMAT, "version": VERSION, "currency": state.jug.account.currency}
    # By itself a jug has a plan; among several one may have none.
    if len(jugs) == 1 and state.plan["pours"]:
        return {**head, **_one(state, names)}
    return {**head, "jugs": [_one(JugState.load(jug), names) for jug in jugs]}


def _names(jugs: list[Jug]) -> dict[str, str]:
    """What each is called in the file: its name, and its number where two are called alike."""
    taken = [jug.name for jug in jugs]
    return {
        str(jug.id): jug.name if taken.count(jug.name) == 1 else f"{jug.name} ({jug.number})"
        for jug in jugs
    }


def _one(state: JugState, names: Mapping[str, str]) -> dict[str, Any]:
    plan = recipe_file.written(state) if state.plan["pours"] else None
    named = {str(event.id): event.file_id for event in state.events}
    return {
        "name": names[str(state.jug.id)],
        "plan": plan,
        "journal": [
            {
                "id": event.file_id,
                "at": event.at.isoformat(),
                "kind": event.kind,
                "what": _what(event, names, named),
                **({"note": event.note} if event.note else {}),
                **({"insisted": True} if event.insisted else {}),
            }
            for event in sorted(state.events, key=lambda event: event.number)
        ],
    }


def _what(event: Event, names: Mapping[str, str], events: Mapping[str, str]) -> dict[str, Any]:
    """As the file says it: jugs and events by their names in it."""
    if event.kind == "transferred":
        return {"into": [{**line, "jug": names[line["jug"]]} for line in event.what["into"]]}
    if event.kind == "struck":
        return {"event": events[event.what["event"]]}
    if event.what.get("pictures"):
        return {**event.what, "pictures": [_picture(event.jug, id_) for id_ in _shown(event)]}
    return dict(event.what)


def _shown(event: Event) -> list[str]:
    return list(event.what.get("pictures") or [])


def _picture(jug: Jug, id_: str) -> str:
    """What a photograph is called beside the file: by the jug's number and its place there."""
    ids = [str(key) for key in jug.pictures.order_by("id").values_list("id", flat=True)]
    return f"{jug.number:04d}-{ids.index(id_) + 1}.jpg"


def pictures_beside(state: JugState) -> list[tuple[str, bytes]]:
    """The photographs that the log of the jug shows, with what they are called beside its file."""
    shown = {id_ for event in state.events for id_ in _shown(event)}
    return [
        (_picture(state.jug, str(kept.id)), bytes(kept.image))
        for kept in (state.jug.pictures.order_by("id") if shown else ())
        if str(kept.id) in shown
    ]


@transaction.atomic
def brought_in(
    account: Account, data: dict[str, Any], pictures: Mapping[str, bytes] | None = None
) -> list[Jug]:
    """New jugs as the file has them, their journals with them, and such of their photographs as lie
    beside it.

    Raises JobError, placed in the file, for what is no jug file, or cannot have been.
    """
    file = read_jug_file(data)
    fold(file.plans, file.events)
    items = data["jugs"] if file.several else [data]
    jugs = {}
    for name, item in zip(file.plans, items, strict=True):
        jugs[name] = _begun(account, name, item)
    _Journal(account, jugs, pictures or {}).write(items, list(file.plans))
    return list(jugs.values())


def _begun(account: Account, name: str, item: Mapping[str, Any]) -> Jug:
    if item.get("plan") is None:
        return begin_with(account, name, {"pours": []}, None)
    recipe = {"format": RECIPE, "version": RECIPE_VERSION, **item["plan"]}
    return recipe_file.read(account, {**recipe, "name": name})[0]


class _Journal:
    """Writes the events of a file, each under its own id where that is free."""

    def __init__(
        self, account: Account, jugs: Mapping[str, Jug], pictures: Mapping[str, bytes]
    ) -> None:
        self.account, self.jugs, self.pictures = account, jugs, pictures
        self.kept: dict[tuple[int, str], str] = {}
        self.rows: dict[str, Event] = {}
        self.taken: set[UUID] = set()

    def write(self, items: list[Mapping[str, Any]], names: list[str]) -> None:
        journals = [item.get("journal") or [] for item in items]
        named = [_uuid(data.get("id")) for journal in journals for data in journal]
        self.taken = set(
            Event.objects.filter(id__in=filter(None, named)).values_list("id", flat=True)
        )
        events = [
            self._event(self.jugs[name], number, data)
            for name, journal in zip(names, journals, strict=True)
            for number, data in enumerate(journal, start=1)
            # Met twice it is one, as core reads it.
            if data.get("id") is None or str(data["id"]) not in self.rows
        ]
        Event.objects.bulk_create(events, batch_size=500)
        TransferLine.objects.bulk_create(
            TransferLine(event=event, into_id=int(line["jug"]), volume_ml=line["volume_ml"])
            for event in events
            if event.kind == "transferred"
            for line in event.what["into"]
        )

    def _event(self, jug: Jug, number: int, data: Mapping[str, Any]) -> Event:
        given = str(data.get("id") or f"{jug.id}/{number}")
        what = dict(data.get("what") or {})
        strikes = None
        if data["kind"] == "struck":
            strikes = self.rows.get(what["event"])
            if strikes is None:
                raise JobError("A strike stands after what it strikes.", "journal")
            what = {"event": str(strikes.id)}
        if data["kind"] == "transferred":
            what = {
                "into": [{**line, "jug": str(self.jugs[line["jug"]].id)} for line in what["into"]]
            }
        if what.get("pictures"):
            what["pictures"] = self._pictures(jug, what["pictures"])
        own = self._id(given, jug)
        event = Event(
            id=own,
            given="" if given == str(own) else given,
            insisted=data.get("insisted") is True,
            jug=jug,
            number=number,
            at=datetime.fromisoformat(data["at"]),
            by=self.account,
            kind=data["kind"],
            what=what,
            note=check_note(str(data.get("note") or "")),
            strikes=strikes,
        )
        self.rows[given] = event
        return event

    def _pictures(self, jug: Jug, names: list[str]) -> list[str]:
        """The photographs there are, made anew, by their numbers here."""
        for name in names:
            if name in self.pictures and (jug.id, name) not in self.kept:
                self.kept[jug.id, name] = str(keep_picture(jug, self.pictures[name]).id)
        return [self.kept[jug.id, name] for name in names if (jug.id, name) in self.kept]

    def _id(self, given: str, jug: Jug) -> UUID:
        own = _uuid(given)
        free = own is not None and own not in self.taken
        return own if own and free else uuid5(_BROUGHT_IN, f"{jug.id}/{given}")


def _uuid(given: object) -> UUID | None:
    """A number of the kind we give, or none."""
    try:
        return UUID(str(given))
    except ValueError:
        return None
