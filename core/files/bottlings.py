"""Bottles in a jug's journal: how they were filled and primed, and what became of them."""

from dataclasses import replace
from typing import Any, cast

from core import tables
from core.batch.events import Bottled, Lot, LotMoved, Priming
from core.bottle.closing import closure_of
from core.errors import JobError
from core.files.fields import (
    MOST_WORDS,
    Fields,
    between,
    key_of,
    list_of,
    mapping,
    number_of,
    one_of,
    only,
    text_of,
)
from core.files.recipe_file import pour_of
from core.measure.spoons import USUAL_DROP_G, from_spoons
from core.must.mixing import MOST_ML

_MOST_LOTS = 100
_MOST_BOTTLES = 10_000
_LOT = (
    *("id", "size_ml", "count", "bottle", "closure", "rated_volumes", "place"),
    *("against_advice", "priming"),
)
_PRIMING = ("sugar", "pour", "g_per_l", "mass_g", "per_bottle_g", "drops", "drop_g", "teaspoons")


def bottled(what: Fields, at: str) -> Bottled:
    """Lots that were filled, and what they were primed with. Raises JobError, placed."""
    items = list_of(what, "lots")
    if not items or len(items) > _MOST_LOTS:
        raise JobError("Nothing is bottled yet: list at least one lot.", f"{at}.lots")
    priming = _priming(what, at)
    lots = tuple(_lot(item, f"{at}.lots[{index}]") for index, item in enumerate(items))
    names = [lot.id for lot in lots]
    for index, lot in enumerate(lots):
        if names.index(lot.id) != index:
            raise JobError(f"Another lot is called “{lot.id}”.", f"{at}.lots[{index}].id")
        if priming is not None and lot.priming is not None:
            raise JobError(
                "Primed by lot or all together, not both.", f"{at}.lots[{index}].priming"
            )
    lees = what.get("rest_is_lees", False)
    if not isinstance(lees, bool):
        raise JobError(
            "“rest_is_lees” is true where nobody goes on with the rest.", f"{at}.rest_is_lees"
        )
    return Bottled(lots, priming, lees)


def _lot(item: object, at: str) -> Lot:
    fields = mapping(item, at, "a lot")
    only(fields, _LOT, at)
    size = number_of(fields, "size_ml", at, above=0, most=MOST_ML)
    count = number_of(fields, "count", at, most=_MOST_BOTTLES)
    if size is None or count is None:
        raise JobError("A lot has size_ml and count.", at)
    if count != int(count):
        raise JobError("Bottles are counted whole.", f"{at}.count")
    name = text_of(fields, "id", at)
    if not name:
        raise JobError("Give the lot an id, like “a”.", f"{at}.id")
    bottle, closure = key_of(fields, "bottle", at) or "", key_of(fields, "closure", at) or ""
    try:
        row = closure_of(
            bottle, closure if bottle not in ("jar", "jug") or closure == "vented" else "any"
        )
    except JobError as error:
        raise error.within(at) from error
    rated = number_of(fields, "rated_volumes", at, most=20)
    # A maker's rating opens nothing that is never closed tight.
    if rated is not None and row.limit_volumes != 0:
        row = replace(row, limit_volumes=rated)
    return Lot(
        name,
        size,
        int(count),
        row,
        text_of(fields, "place", at) or "",
        text_of(fields, "against_advice", at, MOST_WORDS) or "",
        _priming(fields, at),
    )


def _priming(fields: Fields, place: str) -> Priming | None:
    if fields.get("priming") is None:
        return None
    at = f"{place}.priming"
    given = mapping(fields["priming"], at, "what it is primed with")
    only(given, _PRIMING, at)
    amounts = {
        key: number_of(given, key, at, most=MOST_ML)
        for key in ("g_per_l", "mass_g", "per_bottle_g", "drops", "teaspoons")
    }
    said = [key for key, amount in amounts.items() if amount is not None]
    if given.get("pour") is not None:
        if said or given.get("sugar") is not None:
            raise JobError("A pour carries its own amount: nothing beside it.", at)
        return Priming(pour=pour_of(given, at))
    sugar = key_of(given, "sugar", at) or "sucrose"
    row = tables.SUGARS.get(sugar)
    if row is None or row.fermentable[1] <= 0:
        raise JobError("Prime with a sugar that ferments, like sucrose.", f"{at}.sugar")
    if len(said) != 1:
        raise JobError("How much: one of g_per_l, mass_g, per_bottle_g, drops or teaspoons.", at)
    key, amount = said[0], amounts[said[0]]
    assert amount is not None
    if key == "drops":
        each = number_of(given, "drop_g", at, above=0, most=100)
        if each is None:
            usual, most = USUAL_DROP_G
            return Priming(sugar, per_bottle_g=amount * usual, at_most=most / usual)
        return Priming(sugar, per_bottle_g=amount * each)
    if key == "teaspoons":
        least, most = _teaspoons_g(amount, sugar)
        middle = (least + most) / 2
        return Priming(sugar, per_bottle_g=middle, at_most=most / middle if middle else 1.0)
    if key == "g_per_l":
        return Priming(sugar, g_per_l=amount)
    return Priming(sugar, mass_g=amount) if key == "mass_g" else Priming(sugar, per_bottle_g=amount)


def _teaspoons_g(count: float, sugar: str) -> tuple[float, float]:
    substance = {"brown": "brown_sugar", "glucose_monohydrate": "brewing_sugar"}
    return from_spoons(count, "metric teaspoon", substance.get(sugar, "white_sugar"))


def lot_moved(what: Fields, at: str) -> LotMoved:
    """What became of bottles of a lot. Raises JobError, placed."""
    kinds = ("opened", "lively", "given", "broken", "gushed", "burst", "flat", "moved")
    did = one_of(what, "did", at, kinds, None)
    count = number_of(what, "count", at, most=_MOST_BOTTLES)
    if count is not None and count != int(count):
        raise JobError("Bottles are counted whole.", f"{at}.count")
    lot, place = text_of(what, "lot", at), text_of(what, "place", at)
    if not lot:
        raise JobError("Which lot?", f"{at}.lot")
    if did == "moved" and not place:
        raise JobError("Moved where? Give a place.", f"{at}.place")
    celsius = between(what, "temperature_c", at, -20, 60)
    if celsius is not None and did != "moved":
        raise JobError("How warm it is where they were moved to: only of “moved”.", f"{at}.did")
    return LotMoved(lot, cast(Any, did), 1 if count is None else int(count), place or "", celsius)
