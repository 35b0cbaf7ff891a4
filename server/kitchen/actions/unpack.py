"""Bring a whole kitchen in: all of it, or none."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db import transaction
from django.db.models import F
from django.utils import timezone

from core.errors import JobError
from core.plan.vessel import shoulder_ml
from server.accounts.actions.change_settings import change_settings
from server.accounts.models import Account
from server.accounts.schemas import Settings
from server.jugs.actions import jug_file
from server.jugs.actions.keep_vessels import add_vessel
from server.jugs.models import Jug
from server.jugs.schemas import OwnVesselIn
from server.kitchen.actions.pack_up import FORMAT, VERSION
from server.kitchen.archive import KITCHEN, MOST_BYTES, SHELF, document, unpacked
from server.shelf.actions.bring_in import bring_in

# More than any number in use, while numbers are set anew.
_OUT_OF_THE_WAY = 1_000_000


@dataclass(frozen=True)
class Unpacked:
    """How much came in; products that stood on the shelf already are left as they are."""

    products: int
    known: int
    vessels: int
    jugs: int


@transaction.atomic
def unpack(account: Account, raw: bytes) -> Unpacked:
    """A kitchen's zip added to the account. Jugs keep their numbers where it had none yet.

    Raises JobError, placed at the file in it and the line that is wrong; then nothing came in.
    """
    if len(raw) > MOST_BYTES:
        raise JobError("That file is larger than 30 MB.", "file")
    files = unpacked(raw)
    kitchen = document(files, KITCHEN)
    if (kitchen.get("format"), kitchen.get("version")) != (FORMAT, VERSION):
        raise JobError(f"This reads version {VERSION} of a kitchen: “{FORMAT}”.", KITCHEN)
    first = not account.jugs.exists()
    if first and not account.products.exists():
        _settle(account, kitchen)
    shelf = _shelf(account, files)
    vessels = _vessels(account, kitchen)
    jugs = _jugs(account, files, kitchen, first)
    return Unpacked(shelf[0], shelf[1], vessels, jugs)


def _settle(account: Account, kitchen: Mapping[str, Any]) -> None:
    """An empty kitchen takes over how figures are shown and read."""
    try:
        change_settings(account, Settings.model_validate(kitchen.get("settings") or {}))
    except ValueError as error:
        text = error.text if isinstance(error, JobError) else "These are no settings."
        raise JobError(text, f"{KITCHEN}: settings") from None


def _shelf(account: Account, files: Mapping[str, bytes]) -> tuple[int, int]:
    if not document(files, SHELF).get("products"):
        return 0, 0
    done = bring_in(account, files[SHELF])
    if done.errors:
        wrong = done.errors[0]
        raise JobError(wrong.text, f"{SHELF}: products[{wrong.row - 1}].{wrong.at}")
    return done.added, done.known


def _vessels(account: Account, kitchen: Mapping[str, Any]) -> int:
    there = set(account.vessels.filter(removed_at=None).values_list("name", flat=True))
    added = 0
    for index, row in enumerate(_list(kitchen, "vessels")):
        at = f"{KITCHEN}: vessels[{index}]"
        try:
            vessel = OwnVesselIn.model_validate(row)
            shoulder_ml(vessel.shape, vessel.brim_ml, vessel.volume_ml)
            if vessel.name not in there:
                add_vessel(account, vessel)
                added += 1
        except ValueError as error:
            text = error.text if isinstance(error, JobError) else "This is no vessel."
            raise JobError(text, at) from None
    return added


def _jugs(
    account: Account, files: Mapping[str, bytes], kitchen: Mapping[str, Any], first: bool
) -> int:
    told: dict[int, tuple[Jug, Mapping[str, Any]]] = {}
    for index, item in enumerate(_list(kitchen, "files")):
        name = item.get("file") if isinstance(item, dict) else None
        if not isinstance(name, str):
            raise JobError("Say which file of the zip a jug is in.", f"{KITCHEN}: files[{index}]")
        try:
            made = jug_file.brought_in(account, document(files, name))
        except JobError as error:
            raise JobError(error.text, f"{name}: {error.at}" if error.at else name) from error
        rows = item.get("jugs")
        for place, jug in enumerate(made):
            row = rows[place] if isinstance(rows, list) and place < len(rows) else {}
            row = row if isinstance(row, dict) else {}
            own = _number(row.get("number"))
            told[own if own and own not in told else -1 - len(told)] = (jug, row)
    _as_they_were(account, told, first)
    return len(told)


def _as_they_were(
    account: Account, told: Mapping[int, tuple[Jug, Mapping[str, Any]]], first: bool
) -> None:
    """Numbers, days and families as they stood in the kitchen that was packed up."""
    if first:
        account.jugs.update(number=F("number") + _OUT_OF_THE_WAY)
    spare = max([0, *told]) + 1
    for number, (jug, row) in sorted(told.items()):
        changed: dict[str, Any] = {"row": None}
        if first:
            changed["number"] = number if number > 0 else spare
            spare += number <= 0
        if _is_time(row.get("begun_at")):
            changed["begun_at"] = datetime.fromisoformat(row["begun_at"])
        if row.get("put_away") is True:
            changed["removed_at"] = timezone.now()
        parent = told.get(_number(row.get("begun_from")))
        if parent is not None and parent[0].id != jug.id:
            changed |= {"begun_from_id": parent[0].id, "is_arm": row.get("is_arm") is True}
        Jug.objects.filter(id=jug.id).update(**changed)


def _number(value: object) -> int:
    """A jug's number; 0, which no jug has, for what is none."""
    if not isinstance(value, int) or isinstance(value, bool):
        return 0
    return value if 0 < value < 100_000 else 0


def _is_time(text: object) -> bool:
    try:
        return isinstance(text, str) and datetime.fromisoformat(text).tzinfo is not None
    except ValueError:
        return False


def _list(kitchen: Mapping[str, Any], key: str) -> list[Any]:
    rows = kitchen.get(key, [])
    if not isinstance(rows, list):
        raise JobError("Here should be a list.", f"{KITCHEN}: {key}")
    return rows
