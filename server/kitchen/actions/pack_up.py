"""Pack a whole kitchen up: its shelf, vessels and jugs, put away or not, in one zip."""

from collections.abc import Iterator
from typing import Any

from server.accounts.actions.change_settings import settings_of
from server.accounts.models import Account
from server.finishing.schemas import EmptiesIn
from server.jugs.actions import jug_file
from server.jugs.journal import with_events
from server.jugs.models import Jug
from server.jugs.schemas import OwnVesselIn
from server.jugs.state import JugState
from server.kitchen.archive import KITCHEN, PICTURES, SHELF, packed
from server.kitchen.schemas import FileTold, JugTold, KitchenFile
from server.shelf import open_food


def pack_up(account: Account) -> bytes:
    """All there is of an account, as docs/formats/kitchen.md says."""
    return packed(_files(account))


def _files(account: Account) -> Iterator[tuple[str, Any]]:
    jugs = list(with_events(account.jugs.order_by("number")))
    numbers = {jug.id: jug.number for jug in jugs}
    kitchen = KitchenFile(
        settings=settings_of(account),
        vessels=[
            OwnVesselIn(
                name=vessel.name,
                shape=vessel.shape,
                brim_ml=vessel.brim_ml,
                volume_ml=vessel.volume_ml,
            )
            for vessel in account.vessels.filter(removed_at=None)
        ],
        habits=account.habits,
        by_the_tables=account.found_off,
        bottles=[
            EmptiesIn(size_ml=row.size_ml, bottle=row.bottle, closure=row.closure, count=row.count)
            for row in account.empties.all()
        ],
    )
    seen: set[int] = set()
    for jug in jugs:
        if jug.id in seen:
            continue
        state = JugState.load(jug)
        together = state.kitchen
        seen |= {each.id for each in together}
        told = [_told(each, numbers) for each in together]
        kitchen.files.append(FileTold(file=f"jugs/{jug.number:04d}.json", jugs=told))
        yield kitchen.files[-1].file, jug_file.written(state)
        for each in together:
            for name, image in jug_file.pictures_beside(JugState.load(each)):
                yield f"{PICTURES}{name}", image
    products = account.products.filter(removed_at=None).prefetch_related("prices")
    records = [open_food.record_of(product) for product in products.order_by("name", "id")]
    yield SHELF, {"products": records}
    yield KITCHEN, kitchen.model_dump(mode="json")


def _told(jug: Jug, numbers: dict[int, int]) -> JugTold:
    return JugTold(
        number=jug.number,
        begun_at=jug.begun_at,
        put_away=jug.removed_at is not None,
        begun_from=numbers.get(jug.begun_from_id) if jug.begun_from_id else None,
        is_arm=jug.is_arm,
        choices=jug.choices,
    )
