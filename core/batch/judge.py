"""How a jug stands by its journal: stopped, dry, proven, and in one word."""

import math
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from core.batch.jug import Jug
from core.ferment.finish import Finish, finish
from core.ferment.progress import Progress, progress
from core.ferment.strength import Strength, potential_scale, quick_sum
from core.finish.holding import Stabilised, unmet
from core.interval import Interval

CODES = (
    "bottled",
    "stabilised",
    "restarted",
    "dry",
    "stopped_sweet",
    "stopped_short",
    "near",
    "slow",
    "going",
    "not_started",
    "pitched",
    "planned",
)
"""In the order they are asked: the first that holds is the jug's."""

_FALLEN = 0.002
_HAIR = 1e-9


@dataclass(frozen=True, slots=True)
class Judged:
    """`code` is one of CODES; `points_may_fall` behind the newest equal readings (95 %), None
    where there are none; `read_again_at` when the same reading would prove it; `unmet` what
    lacks before sulphite and sorbate hold it, empty too where neither is in. `ends` and
    `progress` are what it rests on, None of a jug that is empty, or has not begun."""

    code: str
    stopped: bool
    dry: bool
    proven: bool
    points_may_fall: float | None
    read_again_at: datetime | None
    text: str
    unmet: tuple[str, ...]
    ends: Finish | None
    progress: Progress | None


def judged(jug: Jug) -> Judged:
    """How the jug stands, its newest reading settled."""
    if jug.emptied:
        text = "Bottled, or poured on: next to nothing is left in it."
        if jug.as_it_went is None:
            return _plain("bottled", text)
        return replace(judged(jug.as_it_went), code="bottled", text=text, read_again_at=None)
    if jug.brew.empty:
        return _plain("planned", "Nothing is in it yet.")
    ends = finish(jug.brew.must, jug.tolerance_abv)
    if not _begun(jug):
        return _plain("planned", "Not pitched yet.", ends)
    began = jug.pitched_at or jug.watch.readings[0].at
    readings = jug.watch.in_days(began)
    first, last = readings[0].sg, readings[-1].sg
    come = Strength(
        jug.brew.abv,
        max(quick_sum(first, last), 0.0),
        max(potential_scale(first, last), 0.0) if first >= last else 0.0,
    )
    found = progress(readings, ends, first, jug.tolerance_abv, jug.brew.mix.as_sucrose, come)
    dry = found.stopped and last <= found.dry_band[1] + _HAIR
    proven = dry and found.proven and not jug.watch.sweetened
    lacks = _unmet(jug, found)
    code, text = found.verdict, f"{found.headline} {found.advice}"
    if found.stopped and lacks == () and jug.dosed.sorbic_mg > 0:
        code, text = (
            "stabilised",
            "Stabilised: sulphite and sorbate hold it. Stand it warm for two weeks and look before"
            " it goes into bottles.",
        )
    elif jug.watch.sweetened and code == "dry" and not proven:
        text = "It was sweetened once it stood still: what went in would ferment if it could."
    may_fall = found.rest.points_may_fall
    start = readings[0].days
    again = (
        max(began, jug.watch.readings[0].at)
        + timedelta(minutes=math.ceil(round((found.rest.proves_on - start) * 1440, 3)))
        if code in ("near", "dry") and not proven and not jug.watch.sweetened
        else None
    )
    return Judged(
        code,
        found.stopped,
        dry,
        proven,
        may_fall if may_fall < 1000 else None,
        again,
        text,
        lacks,
        ends,
        found,
    )


@dataclass(frozen=True, slots=True)
class Shown:
    """What the stem would show of a jug, SG at 20 °C, and where it ends dry."""

    sg: float
    dry_sg: Interval


def shown_by(jug: Jug) -> Shown | None:
    """What the next reading is held against: the newest one, moved by what went in since. None
    of a must that nobody has read and no yeast is in."""
    if jug.brew.empty or not jug.watch.readings:
        return None
    return Shown(jug.watch.last_sg, finish(jug.brew.must, jug.tolerance_abv).dry_sg)


def _begun(jug: Jug) -> bool:
    """Whether yeast went in, or plainly is at work all the same."""
    if not jug.watch.readings:
        return False
    fell = jug.watch.first_sg - jug.watch.last_sg
    return jug.pitched_at is not None or fell >= _FALLEN - _HAIR


def _plain(code: str, text: str, ends: Finish | None = None) -> Judged:
    return Judged(code, False, False, False, None, None, text, (), ends, None)


def _unmet(jug: Jug, found: Progress) -> tuple[str, ...]:
    """What lacks before sulphite and sorbate hold it; empty where neither went in."""
    dosed = jug.dosed
    if (dosed.sorbic_mg <= 0 and dosed.so2_mg <= 0) or jug.as_of is None:
        return ()
    drink = jug.brew.drink()
    litres = drink.volume_ml / 1000
    free = jug.holding.free_so2_mg_at(jug.as_of) / litres
    sorbic = jug.holding.sorbic_mg_at(jug.as_of) / litres
    there = Stabilised.free(free, sorbic, drink.volume_ml, jug.ph_at_rest)
    lacks = list(unmet(there, drink.abv, found.stopped))
    if not jug.racked:
        lacks.append("it has not been racked off its lees since it stopped")
    if not jug.clear:
        lacks.append("nobody has written that it is clear since it stopped")
    return tuple(lacks)
