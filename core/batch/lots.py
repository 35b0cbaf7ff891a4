"""A lot of bottles: gas, word, strength and label, by what has become of its bottles since."""

from dataclasses import dataclass, replace
from datetime import datetime
from decimal import Decimal

from core.batch.counted import contents_of, estimate_of
from core.batch.felt import as_felt, unexpected
from core.batch.filled_lot import FilledLot
from core.batch.judge import judged
from core.batch.standing import COLD_C
from core.bottle.closing import Closing, PrimedBy, closing, label_says
from core.bottle.gas_by_day import GasOn, gas_by_day
from core.bottle.pressure import MOST_VOLUMES, RATED_AT_C, gauge_pressure_bar
from core.bottle.ways_out import WayOut, ways_out
from core.errors import JobError
from core.finish.pasteurising import ENOUGH_PU, pasteurisation_units
from core.interval import Interval
from core.measure.money import money
from core.must.acidity import PAST_LIMIT, PH_LIMIT

_MOST_ABV = 20.0
_ROOM_C = 20.0
# Less gas than this still to come is not told day by day.
_TOLD_VOLUMES = 0.3


@dataclass(frozen=True, slots=True)
class BottledLot:
    """Bottles of one filling: how many are left, strength, gas, what a label says, whether only
    cold or a vent keeps it as it is (`paused`), and what else could be done where it should not be
    closed. It was closed on `dissolved_volumes` of gas; `unpriced` names what is in it and not
    in `cost_each`."""

    filled: FilledLot
    abv: Interval
    closing: Closing
    pressure_bar: tuple[float, ...]
    cost_each: Decimal | None
    unpriced: tuple[str, ...]
    label_says: tuple[str, ...]
    held: bool
    paused: bool
    ways_out: tuple[WayOut, ...]
    dissolved_volumes: float


def bottled_lot(filled: FilledLot) -> BottledLot:
    """A lot as it is closed, by what its bottles have shown since: gas, pressure, word, label."""
    before = filled.before
    verdict = judged(before)
    heated = _heated(filled)
    held = verdict.code == "stabilised" if heated is None else heated == ()
    closed = estimate_of(before)
    showed = unexpected(closed, filled.felt, held)
    held = held and not showed
    contents = contents_of(before, verdict, as_felt(closed, filled.felt, held))
    if contents is None:
        raise JobError("Nothing was in the jug.", filled.lot.id)
    contents = replace(contents, held=held, showed=showed, asks="")
    if heated is not None:
        contents = replace(contents, unmet=heated)
    lot = filled.lot
    primed = PrimedBy(
        min(filled.primed_g_per_l, 100.0),
        filled.primed_with,
        min(filled.primed_most_g_per_l, 150.0),
    )
    word = closing(contents, lot.closure, primed)
    brew = filled.brew
    if primed.g_per_l and not contents.held:
        brew = brew.eaten(filled.primed_g_per_l * lot.volume_ml / 1000)
    # What priming adds, on top of what could be in the jug.
    more = brew.drink().abv - before.brew.drink().abv if not brew.empty else 0.0
    base = closed.abv
    abv = Interval(*(max(each + more, 0.0) for each in (base.value, base.low, base.high)))
    strength = min(abv.value, _MOST_ABV)
    so2 = before.dosed.so2_mg / (before.brew.drink().volume_ml / 1000)
    says = label_says(word, primed, so2, bool(lot.against_advice))
    return BottledLot(
        filled,
        abv,
        word,
        tuple(
            gauge_pressure_bar(min(word.worst_volumes, MOST_VOLUMES), celsius, strength)
            for celsius in RATED_AT_C
        )
        if word.limit_volumes is not None
        else (),
        money(filled.money / lot.count) if filled.money is not None and lot.count else None,
        tuple(dict.fromkeys((*before.unpriced, *filled.unpriced))),
        (
            *says,
            *(["contains_sorbate"] if before.dosed.sorbic_mg > 0 else []),
            *sorted(before.dosed.said),
            *(["keep_cold"] if filled.cold else []),
        ),
        contents.held,
        filled.cold
        or (lot.closure.limit_volumes is None and not verdict.proven and not contents.held),
        ways_out(contents, lot.closure, primed),
        contents.dissolved_volumes,
    )


def gas_to_come(lot: BottledLot, at: datetime) -> tuple[float, tuple[GasOn, ...]]:
    """How warm its bottles stand, °C (a room's 20 where nobody wrote it, a fridge's 4 where it is
    said to be cold), and their gas day by day from then; none where gas leaves, none is to come any
    more, or no bottle is left."""
    stands, word = lot.filled.stands, lot.closing
    celsius = stands.warmest_c
    if celsius is None:
        celsius = COLD_C if stands.cold else _ROOM_C
    if not lot.filled.left or word.limit_volumes is None:
        return celsius, ()
    if word.worst_volumes - lot.dissolved_volumes < _TOLD_VOLUMES:
        return celsius, ()
    celsius = min(max(celsius, 0.0), 40.0)
    told = gas_by_day(
        lot.dissolved_volumes,
        word.expected_volumes,
        word.worst_volumes,
        # To some two hours: what is told day by day is no finer.
        round(stands.warm_days(at), 1),
        celsius,
        lot.abv.value,
    )
    to_come = told[-1].worst - told[0].worst >= _TOLD_VOLUMES / 2
    return celsius, told if to_come else ()


def how_strong(lot: BottledLot) -> str:
    """What the strength of a lot is made of, in a sentence."""
    before = lot.filled.before
    parts = ["From the jug's readings" if before.read_at else "From its plan, never read"]
    if before.sugared or before.watch.sweetened:
        parts.append("thinned by what was added since")
    if lot.filled.primed_g_per_l:
        parts.append(f"with what {lot.filled.primed_g_per_l:.1f} g/L of priming sugar adds")
    return ", ".join(parts) + "."


def warns(lot: BottledLot) -> tuple[str, ...]:
    """What somebody has to know before he takes one of these bottles in hand; of most, nothing."""
    closed, filled = lot.closing, lot.filled
    if not filled.left:
        return ()
    told = list(dict.fromkeys(filled.told))
    if closed.unsafe:
        told.append(
            f"Up to {closed.worst_volumes:.1f} volumes may come of it, and this bottle bears"
            f" {closed.limit_volumes:g}. Goggles and gloves: chill it well, put a thick cloth over"
            " it, and open it outside, slowly. In doubt leave it in the cold, covered."
        )
    return tuple(told)


def _heated(filled: FilledLot) -> tuple[str, ...] | None:
    """What lacks before heat in the bottle holds it; None where nobody heated it."""
    units = sum(
        pasteurisation_units(cared.core_c or 0.0, cared.minutes or 0.0)
        for _, cared in filled.cared
        if cared.did == "heated"
    )
    if not units:
        return None
    lacks = []
    if units < ENOUGH_PU:
        lacks.append(f"{units:.0f} PU of heat are fewer than the {ENOUGH_PU:.0f} it takes")
    ph = filled.before.ph_at_most
    if ph is None:
        lacks.append(f"nobody has measured its pH, and heat is no cure above {PH_LIMIT}")
    elif ph > PH_LIMIT:
        lacks.append(f"at pH {ph:.1f} heat like this is no cure: {PAST_LIMIT}")
    return tuple(lacks)
