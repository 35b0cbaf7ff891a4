"""What comes next for a jug, between which moments, and why."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta

from core.batch.judge import Judged
from core.batch.jug import Jug
from core.batch.standing import COLD, COLD_C
from core.plan.schools import Choices, chosen

FED_UNTIL_SHARE = 1 / 3
"""Nutrient is of use until so much of the sugar is gone; later it feeds what spoils. Common
practice."""
# Hours after the yeast at which a planned portion goes in (core.plan.planned_dose.WHEN), and how
# long it may wait.
_PORTION_HOURS = {"after_24_h": 24, "after_48_h": 48, "after_72_h": 72}
_PORTION_WAITS_HOURS = 12
# The foam of the first days has settled by then, and what was held back has room. Common practice.
_ROOM_AFTER_DAYS = (2, 4)
# Swirled once a day for the first week, and racked so many days after the yeast. Common practice.
_SWIRLED_DAYS = 7
_RACKED_DAYS = {"week": 7, "month": 30, "three_months": 90}
_RACKING_WAITS_DAYS = 7
# A portion that was weighed out a little short is given all the same.
_GIVEN = 0.9


@dataclass(frozen=True, slots=True)
class Due:
    """Something to do between two moments, and why; `grams` of it where it is weighed out, `lot`
    and how many `bottles` where it is for those, and to which `place` where one is known."""

    what: str
    since: datetime
    until: datetime
    why: str
    grams: float | None = None
    lot: str | None = None
    bottles: int = 0
    place: str = ""


def done_by(found: Due) -> tuple[str, dict[str, object]] | None:
    """What is written into the journal when it is done, as the kind and the `what` of an event;
    None where more has to be said than that it is done."""
    match found.what:
        case "nutrient":
            return "dosed", {"dose": "nutrient_dap", "mass_g": found.grams}
        case "pour_held_back":
            return "added", {"held_back": True}
        case "warm_and_swirl" | "swirl":
            return "cared", {"did": "swirled"}
        case "rack":
            return "racked", {}
        case "move_cold" | "make_safe":
            to = {"place": found.place or COLD, "temperature_c": COLD_C}
            return "lot_moved", {"lot": found.lot, "did": "moved", "count": found.bottles, **to}
        case _:
            return None


AHEAD = timedelta(days=14)
"""How far ahead what is due is looked at."""


def presses(since: datetime, until: datetime, now: datetime) -> str:
    """How something due presses at a moment: late, now or coming."""
    if until < now:
        return "late"
    return "now" if since <= now else "coming"


def due(jug: Jug, verdict: Judged, at: datetime, choices: Choices) -> tuple[Due, ...]:
    """What comes next as of `at`, the soonest first, the way that was chosen where brewers
    differ."""
    found = (
        *_ferment(jug, verdict, at),
        *_portions(jug, verdict, choices),
        *_held_back(jug),
        *_swirl(jug, verdict, choices, at),
        *_first_racking(jug, verdict, choices),
    )
    # What is done daily does not stand before what comes once.
    return tuple(sorted(found, key=lambda each: (each.what == "swirl", each.until)))


def _ferment(jug: Jug, verdict: Judged, at: datetime) -> Iterable[Due]:
    last = jug.read_at or jug.pitched_at or at

    def after(what: str, first: float, most: float, why: str) -> tuple[Due, ...]:
        return (Due(what, last + timedelta(days=first), last + timedelta(days=most), why),)

    match verdict.code:
        case "planned" if not jug.brew.empty:
            return after("pitch", 0, 1, "The must stands without yeast.")
        case "pitched" | "going":
            return after("read", 2, 3, "To see how it runs.")
        case "not_started":
            return after("warm_and_repitch", 0, 1, "Two days and it has not fallen.")
        case "slow":
            return after("warm_and_swirl", 0, 1, "It falls by less than 2 points a day.")
        case "near" | "dry" | "stopped_unsure" if verdict.promise is not None:
            since = verdict.promise.at
            why = f"{verdict.promise.levels} then proves it dry."
            return (Due("read", since, since + timedelta(days=2), why),)
        case "dry" if verdict.proven or jug.watch.sweetened:
            return after("rack_or_bottle", 0, 14, "It is dry, and proven.")
        case "near":
            return after("read", 2, 4, "To see whether it still falls.")
        case "dry" | "stopped_unsure":
            return after("read", 3, 7, "No reading will prove it dry: a test for sugar tells.")
        case "restarted" | "stopped_short":
            return after("read", 3, 4, verdict.progress.headline if verdict.progress else "")
        case "stopped_sweet":
            why = "Sugar is left, and the stop is not stable."
            return after("stabilise_or_chill", 0, 3, why)
        case "stabilised":
            return after("look", 14, 21, "Two weeks warm show whether it holds.")
        case _:
            return ()


def _portions(jug: Jug, verdict: Judged, choices: Choices) -> Iterable[Due]:
    """Planned portions of nutrient that are not in yet, while they are still of use."""
    if jug.plan is None or jug.pitched_at is None or jug.brew.empty or verdict.stopped:
        return
    if chosen(choices, "nutrient") in ("once", "none"):
        return
    if verdict.progress is not None and verdict.progress.share > FED_UNTIL_SHARE:
        return
    given, planned = jug.dosed.dap_mg / 1000, 0.0
    doses = [dose for dose in jug.plan.doses if dose.kind == "nutrient"]
    for dose in sorted(doses, key=lambda each: _PORTION_HOURS.get(each.when, 0)):
        planned += dose.mass_g
        hours = _PORTION_HOURS.get(dose.when)
        if hours is None or given >= _GIVEN * planned:
            continue
        since = jug.pitched_at + timedelta(hours=hours)
        until = since + timedelta(hours=_PORTION_WAITS_HOURS)
        why = "Fed in portions it runs cooler. None once a third of the sugar is gone."
        yield Due("nutrient", since, until, why, dose.mass_g)


def _held_back(jug: Jug) -> Iterable[Due]:
    """The part that waits beside the jug until the foam has settled."""
    if jug.held_back is None or jug.pitched_at is None:
        return
    first, most = (timedelta(days=days) for days in _ROOM_AFTER_DAYS)
    why = "The foam has settled: there is room for what was held back."
    yield Due("pour_held_back", jug.pitched_at + first, jug.pitched_at + most, why)


def _swirl(jug: Jug, verdict: Judged, choices: Choices, at: datetime) -> Iterable[Due]:
    """Once a day for the first week, while it ferments."""
    stirred = chosen(choices, "air") == "stirred"
    if jug.pitched_at is None or jug.brew.empty or verdict.stopped:
        return
    if chosen(choices, "swirl") == "never" and not stirred:
        return
    since = (jug.swirled_at or jug.pitched_at) + timedelta(days=1)
    # A day left out is not made up for: it is never late.
    until = jug.pitched_at + timedelta(days=_SWIRLED_DAYS)
    if max(since, at) > until:
        return
    why = "It lifts the yeast and frees gas: gently, under an airlock or a loose cap."
    yield Due("swirl", since, until, why)


def _first_racking(jug: Jug, verdict: Judged, choices: Choices) -> Iterable[Due]:
    """By date, where that was chosen; otherwise when it has stopped."""
    days = _RACKED_DAYS.get(chosen(choices, "first_rack"))
    if (
        days is None
        or jug.pitched_at is None
        or jug.holding.racked_at
        or jug.emptied
        or verdict.proven
    ):
        return
    since = jug.pitched_at + timedelta(days=days)
    yield Due("rack", since, since + timedelta(days=_RACKING_WAITS_DAYS), "The date chosen for it.")
