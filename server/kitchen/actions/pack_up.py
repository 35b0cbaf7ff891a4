"""Pack a whole kitchen up: its shelf, vessels and jugs, put away or not, in one zip."""

from collections.abc import Iterator
from typing import Any

from server.accounts.actions.change_settings import settings_of
from server.accounts.models import Account
from server.jugs.actions import jug_file
from server.jugs.journal import with_events
from server.jugs.models import Jug
from server.jugs.state import JugState
from server.kitchen.archive import KITCHEN, SHELF, packed
from server.shelf import open_food

FORMAT, VERSION = "amber-jug-kitchen", 1


def pack_up(account: Account) -> bytes:
    """All there is of an account, as docs/formats/kitchen.md says."""
    return packed(_files(account))


def _files(account: Account) -> Iterator[tuple[str, Any]]:
    jugs = list(with_events(account.jugs.order_by("number")))
    numbers = {jug.id: jug.number for jug in jugs}
    told: list[dict[str, Any]] = []
    files: list[tuple[str, Any]] = []
    seen: set[int] = set()
    for jug in jugs:
        if jug.id in seen:
            continue
        state = JugState.load(jug)
        together = state.kitchen
        seen |= {each.id for each in together}
        name = f"jugs/{jug.number:04d}.json"
        files.append((name, jug_file.written(state)))
        told.append({"file": name, "jugs": [_told(each, numbers) for each in together]})
    yield (
        KITCHEN,
        {
            "format": FORMAT,
            "version": VERSION,
            "settings": settings_of(account).model_dump(),
            "vessels": [
                {
                    "name": vessel.name,
                    "shape": vessel.shape,
                    "brim_ml": vessel.brim_ml,
                    "volume_ml": vessel.volume_ml,
                }
                for vessel in account.vessels.filter(removed_at=None)
            ],
            "files": told,
        },
    )
    products = account.products.filter(removed_at=None).prefetch_related("prices")
    records = [open_food.record_of(product) for product in products.order_by("name", "id")]
    yield SHELF, {"products": records}
    yield from files


def _told(jug: Jug, numbers: dict[int, int]) -> dict[str, Any]:
    """What a jug file does not say, for it is this kitchen's own."""
    return {
        "number": jug.number,
        "begun_at": jug.begun_at.isoformat(),
        "put_away": jug.removed_at is not None,
        "begun_from": numbers.get(jug.begun_from_id) if jug.begun_from_id else None,
        "is_arm": jug.is_arm,
    }
