"""The jug file: reading it (see docs/formats/jug-file.md) and answering it."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta, tzinfo
from decimal import Decimal
from typing import Any

from core.batch.due import Due
from core.batch.events import Event
from core.batch.fold import fold
from core.batch.life import Life, life
from core.batch.lots import BottledLot
from core.batch.outlook import outlook
from core.batch.settling import helps
from core.batch.world import World
from core.bottle.closing import Closing
from core.bottle.pressure import RATED_AT_C
from core.errors import JobError
from core.files.fields import mapping, text_of
from core.files.journal import read_event
from core.files.recipe_file import FORMAT as RECIPE_FORMAT
from core.files.recipe_file import VERSION as RECIPE_VERSION
from core.files.recipe_file import interval, money_text, read_recipe
from core.interval import Interval
from core.plan.evaluation import Recipe
from core.tables import Closure

FORMAT = "amber-jug"
VERSION = 1
_MOST_JUGS = 1000
_MOST_EVENTS = 20_000


@dataclass(frozen=True, slots=True)
class JugFile:
    """A journal with the plan of every jug in it (None for one that only receives). `several`
    says that the file names its jugs in a list."""

    plans: Mapping[str, Recipe | None]
    events: tuple[Event, ...]
    several: bool


def read_jug_file(data: object) -> JugFile:
    """A jug, or several, from parsed JSON. Raises JobError naming the place and what is right."""
    fields = mapping(data, "", "a jug")
    if fields.get("format") != FORMAT:
        raise JobError(f"This is not a jug file: it says “format”: “{FORMAT}”.", "format")
    version = fields.get("version")
    if isinstance(version, bool) or version != VERSION:
        raise JobError(f"This reads version {VERSION} of the jug file.", "version")
    if fields.get("jugs") is None:
        name = text_of(fields, "name", "") or "Jug"
        if fields.get("plan") is None:
            raise JobError("A jug by itself needs its plan: a recipe file.", "plan")
        return JugFile({name: _plan(fields, "")}, _journal(fields, name, ""), False)
    items = fields["jugs"]
    if not isinstance(items, list) or not 0 < len(items) <= _MOST_JUGS:
        raise JobError(f"Here should be a list of 1 to {_MOST_JUGS} jugs.", "jugs")
    plans: dict[str, Recipe | None] = {}
    events: list[Event] = []
    for index, item in enumerate(items):
        place = f"jugs[{index}]"
        one = mapping(item, place, "a jug")
        named = text_of(one, "name", place)
        if not named:
            raise JobError("Give the jug a name.", f"{place}.name")
        if named in plans:
            raise JobError(f"Another jug is called “{named}”.", f"{place}.name")
        plans[named] = _plan(one, place)
        events += _journal(one, named, place)
    return JugFile(plans, tuple(events), True)


def _plan(fields: Mapping[str, Any], place: str) -> Recipe | None:
    if fields.get("plan") is None:
        return None
    at = f"{place}.plan" if place else "plan"
    plan = mapping(fields["plan"], at, "a recipe file")
    try:
        return read_recipe({"format": RECIPE_FORMAT, "version": RECIPE_VERSION, **plan})
    except JobError as error:
        raise error.within(at) from error


def _journal(fields: Mapping[str, Any], jug: str, place: str) -> tuple[Event, ...]:
    at = f"{place}.journal" if place else "journal"
    items = fields.get("journal")
    if items is None:
        return ()
    if not isinstance(items, list) or len(items) > _MOST_EVENTS:
        raise JobError(f"Here should be a list of at most {_MOST_EVENTS} events.", at)
    return tuple(read_event(item, jug, f"{at}[{i}]", i) for i, item in enumerate(items))


def answer_jug(file: JugFile, at: datetime | None = None) -> dict[str, Any]:
    """The jug file's answer as of `at` (None: the last event), ready for JSON.

    Raises JobError, placed in the file, for an event that cannot have been.
    """
    world = fold(file.plans, file.events, at)
    last = max((event.at for event in file.events if at is None or event.at <= at), default=None)
    zone = last.tzinfo if last else None
    answers = {name: _answer(world, name, at or last, zone) for name in file.plans}
    return {"jugs": answers} if file.several else next(iter(answers.values()))


def _answer(world: World, name: str, at: datetime | None, zone: tzinfo | None) -> dict[str, Any]:
    told = life(world, name, at)
    return {
        "now": _now(told),
        "verdict": _verdict(told, zone),
        "estimate": _estimate(told),
        "closing": [_closing(row, word) for row, word in told.closing],
        "lots": [_lot(lot) for lot in told.lots],
        "due": [_due(due, zone) for due in told.due],
        "forecast": _forecast(told, zone),
        "warnings": [{"code": note.code, "text": note.text} for note in told.warnings],
    }


_LEVEL = 0.8


def _forecast(told: Life, zone: tzinfo | None) -> dict[str, Any] | None:
    """How it is likely to go on; null where there is nothing to say."""
    seen = outlook(told.jug, told.verdict)
    found, began, dry = seen.forecast, seen.began, seen.dry
    if found is None or began is None or dry is None or told.jug.estimate is None:
        return None
    early, likely, late = (f"{each.astimezone(zone):%Y-%m-%d}" for each in dry)
    points = zip(found.days, found.middle, found.low, found.high, strict=True)
    return {
        "level": _LEVEL,
        "dry_on": {"value": likely, "low": early, "high": late},
        "may_not_get_there": round(found.may_not, 3),
        "ends_sg": interval(told.jug.estimate.end_sg, 6),
        "points": [
            {
                "at": (began + timedelta(days=days)).astimezone(zone).isoformat(),
                "sg": interval(Interval(middle, low, high), 6),
            }
            for days, middle, low, high in points
        ],
    }


def _now(told: Life) -> dict[str, Any] | None:
    now = told.now
    if now is None:
        return None
    return {
        "volume_ml": interval(now.volume_ml, 2),
        "sg": interval(now.sg, 6),
        "measured": now.measured,
        "abv": interval(now.abv, 4),
        "sugar_g_per_l": interval(now.sugar_g_per_l, 3),
        "acid_g_per_l": interval(now.acid_g_per_l, 3),
        "ph": now.ph,
        "ph_within": now.ph_within,
        "so2_added_mg_per_l": round(now.so2_added_mg_per_l, 3),
        "sorbic_acid_mg_per_l": round(now.sorbic_acid_mg_per_l, 3),
        "nitrogen_added_mg_per_l": round(now.nitrogen_added_mg_per_l, 3),
        "cost": _money(now.cost),
        "cost_per_litre": _money(now.cost_per_litre),
    }


def _estimate(told: Life) -> dict[str, Any] | None:
    """What could be in it: figures with their intervals, and chances."""
    seen = told.jug.estimate
    if seen is None:
        return None
    return {
        "start_sg": interval(seen.start_sg, 6),
        "sg": interval(seen.sg, 6),
        "dry_sg": interval(seen.dry_sg, 6),
        "end_sg": interval(seen.end_sg, 6),
        "abv": interval(seen.abv, 4),
        "sugar_g_per_l": interval(seen.sugar_g_per_l, 3),
        "volume_ml": interval(seen.volume_ml, 2),
        "chances": {
            "dry": round(1 - seen.sweet_chance, 6),
            "proven": round(1 - seen.unproven, 6),
            "moving": round(seen.moves, 6),
        },
        "helps": [
            {"evidence": each.kind, "settles": round(each.settles, 3)}
            for each in helps(told.jug, told.verdict)
        ],
        "members_in_effect": round(seen.in_effect),
        "settled": seen.settled,
    }


def _verdict(told: Life, zone: tzinfo | None) -> dict[str, Any]:
    verdict = told.verdict
    return {
        "code": verdict.code,
        "stopped": verdict.stopped,
        "dry": verdict.dry,
        "proven": verdict.proven,
        "points_may_fall": None
        if verdict.points_may_fall is None
        else round(verdict.points_may_fall, 3),
        "read_again_at": None
        if verdict.read_again_at is None
        else verdict.read_again_at.astimezone(zone).isoformat(),
        "proved_by": {"low": round(verdict.promise.low, 3), "high": round(verdict.promise.high, 3)}
        if verdict.promise
        else None,
        "text": verdict.text,
    }


def _closing(row: Closure, word: Closing) -> dict[str, Any]:
    return {
        "bottle": row.bottle,
        "closure": row.closure,
        "volumes": _volumes(word),
        "limit_volumes": word.limit_volumes,
        "verdict": word.word,
        "why": word.why,
    }


def _volumes(word: Closing) -> dict[str, float]:
    return {"expected": round(word.expected_volumes, 4), "worst": round(word.worst_volumes, 4)}


def _lot(lot: BottledLot) -> dict[str, Any]:
    filled = lot.filled
    return {
        "id": filled.lot.id,
        "size_ml": filled.lot.size_ml,
        "count": filled.lot.count,
        "left": filled.left,
        "place": filled.stands.place,
        "bottle": filled.lot.closure.bottle,
        "closure": filled.lot.closure.closure,
        "abv": interval(lot.abv, 4),
        "volumes": _volumes(lot.closing),
        "limit_volumes": lot.closing.limit_volumes,
        "pressure_bar": {
            f"{celsius:g}": round(bar, 3)
            for celsius, bar in zip(RATED_AT_C, lot.pressure_bar, strict=True)
        }
        if lot.pressure_bar
        else None,
        "verdict": lot.closing.word,
        "why": lot.closing.why,
        "cost_each": _money(lot.cost_each),
        "unpriced": list(lot.unpriced),
        "label_says": list(lot.label_says),
    }


def _due(due: Due, zone: tzinfo | None) -> dict[str, str]:
    return {
        "what": due.what,
        "from": due.since.astimezone(zone).date().isoformat(),
        "until": due.until.astimezone(zone).date().isoformat(),
        "why": due.why,
    }


def _money(amount: Decimal | None) -> str | None:
    return None if amount is None else money_text(amount)
