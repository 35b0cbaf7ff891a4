"""Bring a whole kitchen in: all of it, or none."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from django.db import transaction
from django.db.models import F
from django.utils import timezone
from pydantic import ValidationError

from core.errors import JobError
from core.plan.schools import check_choice
from server.accounts.actions.change_settings import change_settings
from server.accounts.models import Account
from server.finishing.actions.keep_bottles import keep_bottles
from server.finishing.schemas import EmptiesIn
from server.jugs.actions import jug_file
from server.jugs.actions.keep_vessels import add_vessel
from server.jugs.models import Jug
from server.jugs.rows import renew_all
from server.jugs.schemas import OwnVesselIn
from server.kitchen.archive import KITCHEN, MOST_BYTES, PICTURES, SHELF, Zipped, document
from server.kitchen.schemas import FileTold, JugTold, KitchenFile
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
    files = Zipped.read(raw)
    kitchen = _read(files)
    first = not account.jugs.exists()
    if first and not account.products.exists() and kitchen.settings:
        try:
            change_settings(account, kitchen.settings)
        except JobError as error:
            raise JobError(error.text, f"{KITCHEN}: settings.{error.at}") from error
    products, known = _shelf(account, files)
    vessels = _vessels(account, kitchen.vessels)
    _bottles(account, kitchen.bottles)
    for school, option in kitchen.habits.items():
        # What is a habit here already stays.
        if school not in account.habits:
            _choose(account.habits, school, option, f"{KITCHEN}: habits")
    if first:
        account.found_off = sorted(set(kitchen.by_the_tables))
    account.save(update_fields=["habits", "found_off"])
    jugs = [pair for told in kitchen.files for pair in _jugs(account, files, told)]
    _as_they_were(account, jugs, first)
    # Who brings in years waits here, not at the first list that is opened.
    renew_all(account.jugs.all())
    return Unpacked(products, known, vessels, len(jugs))


def _read(files: Mapping[str, bytes]) -> KitchenFile:
    try:
        kitchen = KitchenFile.model_validate(
            {"format": None, "version": None, **document(files, KITCHEN)}
        )
    except ValidationError as error:
        first = error.errors()[0]
        at = "".join(f"[{part}]" if isinstance(part, int) else f".{part}" for part in first["loc"])
        raise JobError(f"{first['msg']}.", f"{KITCHEN}: {at.lstrip('.')}") from error
    numbers = [jug.number for told in kitchen.files for jug in told.jugs]
    if len(set(numbers)) != len(numbers):
        raise JobError("Two jugs have the same number.", f"{KITCHEN}: files")
    return kitchen


def _shelf(account: Account, files: Mapping[str, bytes]) -> tuple[int, int]:
    if not document(files, SHELF).get("products"):
        return 0, 0
    done = bring_in(account, files[SHELF], MOST_BYTES)
    if done.errors:
        wrong = done.errors[0]
        raise JobError(wrong.text, f"{SHELF}: products[{wrong.row - 1}].{wrong.at}")
    return done.added, done.known


def _vessels(account: Account, vessels: Iterable[OwnVesselIn]) -> int:
    there = set(account.vessels.filter(removed_at=None).values_list("name", flat=True))
    added = 0
    for index, vessel in enumerate(vessels):
        if vessel.name.strip() in there:
            continue
        try:
            add_vessel(account, vessel)
        except JobError as error:
            raise JobError(error.text, f"{KITCHEN}: vessels[{index}].{error.at}") from error
        added += 1
    return added


def _bottles(account: Account, bottles: Iterable[EmptiesIn]) -> None:
    """Empties of a kind that nobody wrote down here."""
    for index, row in enumerate(bottles):
        kind = row.model_dump(include={"size_ml", "bottle", "closure"})
        if account.empties.filter(**kind).exists():
            continue
        try:
            keep_bottles(account, row)
        except JobError as error:
            raise JobError(error.text, f"{KITCHEN}: bottles[{index}].{error.at}") from error


def _choose(into: dict[str, str], school: str, option: str, at: str) -> None:
    try:
        check_choice(school, option)
    except JobError as error:
        raise JobError(error.text, at) from error
    into[school] = option


def _jugs(account: Account, files: Zipped, told: FileTold) -> list[tuple[Jug, JugTold]]:
    """The jugs of one file, each with what the kitchen says of it."""
    try:
        made = jug_file.brought_in(account, document(files, told.file), files.folder(PICTURES))
    except JobError as error:
        at = error.at if error.at == told.file else f"{told.file}: {error.at}"
        raise JobError(error.text, at) from error
    if len(made) != len(told.jugs):
        raise JobError(f"There are {len(made)} jugs in {told.file}.", f"{KITCHEN}: files")
    return list(zip(made, told.jugs, strict=True))


def _as_they_were(account: Account, jugs: list[tuple[Jug, JugTold]], first: bool) -> None:
    """Numbers, days and families as they stood in the kitchen that was packed up."""
    if first:
        account.jugs.update(number=F("number") + _OUT_OF_THE_WAY)
    by_number = {told.number: jug for jug, told in jugs}
    for jug, told in jugs:
        if first:
            jug.number = told.number
        jug.begun_at = told.begun_at
        jug.removed_at = timezone.now() if told.put_away else None
        for school, option in told.choices.items():
            _choose(jug.choices, school, option, f"{KITCHEN}: files")
        parent = by_number.get(told.begun_from or 0)
        if parent is not None and parent.id != jug.id:
            jug.begun_from, jug.is_arm = parent, told.is_arm
    told_of = ["number", "begun_at", "removed_at", "begun_from", "is_arm", "choices"]
    Jug.objects.bulk_update([jug for jug, _ in jugs], told_of, 200)
