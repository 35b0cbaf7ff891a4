"""Every figure of a jug from its folded journal: now, what may be closed, lots."""

from dataclasses import dataclass, replace
from datetime import datetime
from decimal import Decimal

import numpy as np

from core.batch.advice import Advice, advice
from core.batch.conditioning import conditioning
from core.batch.due import Due, due
from core.batch.judge import Judged, judged
from core.batch.jug import FilledLot, Jug, Note
from core.batch.surprises import surprised
from core.batch.watch import days_between
from core.batch.world import World
from core.bottle.closing import Closing, Contents, PrimedBy, closing, label_says
from core.bottle.pressure import MOST_VOLUMES, RATED_AT_C, gauge_pressure_bar
from core.bottle.priming import residual_volumes
from core.bottle.ways_out import WayOut, ways_out
from core.errors import JobError
from core.estimate.views import Estimate
from core.ferment.yeast import DAP_LIMIT_G_PER_L
from core.finish.pasteurising import ENOUGH_PU, pasteurisation_units
from core.finish.stabilising import SORBIC_LIMIT_MG_PER_L, TOTAL_SO2_LIMIT_MG_PER_L
from core.interval import Interval
from core.measure.money import money
from core.must.acidity import PH_LIMIT, PH_WARN
from core.must.mixing import Mix
from core.must.must_ph import estimated_ph
from core.plan.glass import GlassPlan
from core.plan.schools import AS_USUAL, Choices
from core.tables import CLOSURES, Closure

# A gravity read so long ago is still the jug's. Common practice.
_STILL_TRUE_DAYS = 1.0
# What is counted at the worst, and how likely a bottle that may be closed goes over all the same.
_WORST, GO_CHANCE = 0.95, 0.005
# Below this it all but stops, and a label says that it has to stay there. Common practice.
_COLD_C = 4.0
_MOST_ABV = 20.0
_RUNNING = ("pitched", "not_started", "going", "slow", "near", "restarted")


@dataclass(frozen=True, slots=True)
class Now:
    """What is in the vessel, with its lees, at 20 °C; `measured` where a reading settles it."""

    volume_ml: Interval
    sg: Interval
    measured: bool
    abv: Interval
    sugar_g_per_l: Interval
    acid_g_per_l: Interval
    ph: float | None
    so2_added_mg_per_l: float
    sorbic_acid_mg_per_l: float
    nitrogen_added_mg_per_l: float
    cost: Decimal | None
    cost_per_litre: Decimal | None


@dataclass(frozen=True, slots=True)
class BottledLot:
    """Bottles of one filling: how many are left, strength, gas, what a label says, whether only
    cold or a vent keeps it as it is (`paused`), and what else could be done where it should not be
    closed."""

    filled: FilledLot
    abv: Interval
    closing: Closing
    pressure_bar: tuple[float, ...]
    cost_each: Decimal | None
    label_says: tuple[str, ...]
    held: bool
    paused: bool
    ways_out: tuple[WayOut, ...]


@dataclass(frozen=True, slots=True)
class Life:
    """A jug as of a moment. `now` is None of one that is empty; `closing` judges it unprimed in
    every bottle and closure there is; `due` and `advice` there are from a first moment on."""

    jug: Jug
    at: datetime | None
    now: Now | None
    verdict: Judged
    closing: tuple[tuple[Closure, Closing], ...]
    lots: tuple[BottledLot, ...]
    due: tuple[Due, ...]
    advice: Advice | None
    warnings: tuple[Note, ...]


def life(world: World, name: str, at: datetime | None, choices: Choices = AS_USUAL) -> Life:
    """All there is to say of one jug of a folded journal, as of `at` (None: nothing happened),
    the way that was chosen where brewers differ."""
    jug = world.jugs[name]
    verdict = judged(jug)
    now = _now(jug, verdict, at) if not jug.brew.empty else None
    lots = tuple(bottled_lot(filled) for filled in world.lots.values() if filled.jug == name)
    contents = contents_of(jug, verdict, jug.estimate)
    comes = (
        (
            *due(jug, verdict, at, choices),
            *conditioning([(lot.filled, lot.held) for lot in lots], at, choices),
        )
        if at is not None
        else ()
    )
    return Life(
        jug,
        at,
        now,
        verdict,
        tuple((row, closing(contents, row)) for row in CLOSURES.values())
        if contents is not None
        else (),
        lots,
        comes,
        advice(jug, verdict, comes, at) if at is not None else None,
        _warnings(jug, verdict, now, lots),
    )


def _now(jug: Jug, verdict: Judged, at: datetime | None) -> Now:
    told = estimate_of(jug)
    litres = told.volume_ml.value / 1000
    return Now(
        told.volume_ml,
        told.sg,
        _measured(jug, verdict, at),
        told.abv,
        told.sugar_g_per_l,
        told.acid_g_per_l,
        jug.ph,
        jug.dosed.so2_mg / litres,
        jug.dosed.sorbic_mg / litres,
        jug.dosed.nitrogen_mg / litres,
        money(jug.money) if jug.money is not None else None,
        money(jug.money / Decimal(repr(litres))) if jug.money is not None else None,
    )


def estimate_of(jug: Jug) -> Estimate:
    """What could be in a jug that is not empty."""
    told = jug.estimate
    if told is None:
        raise JobError("There is nothing in this jug.")
    return told


def _measured(jug: Jug, verdict: Judged, at: datetime | None) -> bool:
    """Whether a reading says what is in it now."""
    if jug.read_at is None or jug.sugared:
        return False
    if verdict.progress is None or verdict.stopped or at is None:
        return True
    return days_between(jug.read_at, at) <= _STILL_TRUE_DAYS


def contents_of(
    jug: Jug, verdict: Judged, told: Estimate | None, tested: bool = False
) -> Contents | None:
    """What of the jug has to be counted in a closed bottle, by an estimate of it; None where
    nothing is in it. `tested` as if its sugar had been measured today."""
    if jug.brew.empty or told is None:
        return None
    # What was there when it was last seen: time alone proves nothing.
    left = np.maximum(told.seen, 0.0)
    # Sulphite alone is there for the malic acid; sugar it was never asked to hold.
    lacks = verdict.unmet if jug.dosed.sorbic_mg > 0 else ()
    litres = told.volume_ml.value / 1000
    return Contents(
        residual_volumes(min(max(warmest_c(jug), 0.0), 50.0)),
        told.at(left, _WORST),
        told.at(np.maximum(told.left - told.ends, 0.0), 0.5),
        0.0 if _malic_held(jug, litres) else jug.dosed.malic_g / litres,
        verdict.code == "stabilised",
        lacks,
        _unproven(jug, verdict),
        told.at(left, 1 - GO_CHANCE),
        (verdict.stopped or tested or _tested_today(jug)) and told.settled,
        _rests_on_the_stem(jug, verdict),
    )


def _tested_today(jug: Jug) -> bool:
    """Whether its sugar was measured on the day it is closed."""
    if jug.tested_at is None or jug.as_of is None:
        return False
    return days_between(jug.tested_at, jug.as_of) <= _STILL_TRUE_DAYS


def _rests_on_the_stem(jug: Jug, verdict: Judged) -> str:
    """What is asked where all rests on a stem that nobody has tried, or on a warm sample."""
    if verdict.code == "stabilised" or jug.tested_at is not None:
        return ""
    asks = []
    if not jug.stem_tried:
        asks.append("try it in water of 20 °C, where it has to show 1.000")
    if not jug.warmth_written:
        asks.append("write how warm the samples were")
    return f"All rests on the hydrometer: {', and '.join(asks)}." if asks else ""


def _malic_held(jug: Jug, litres: float) -> bool:
    return jug.as_of is not None and jug.holding.malic_held(jug.as_of, litres)


def warmest_c(jug: Jug) -> float:
    """How warm it has been at the most since it stopped, °C: as written, or as planned."""
    if jug.watch.warmest_c is not None:
        return jug.watch.warmest_c
    return (jug.plan.glass or GlassPlan("dry_still")).warmest_c if jug.plan else 20.0


def _unproven(jug: Jug, verdict: Judged) -> str:
    """Why so much sugar has to be counted, and the way out."""
    if verdict.proven or verdict.code == "stabilised":
        return ""
    if verdict.progress is None:
        return "It has not fermented yet."
    if jug.watch.sweetened:
        return "It was sweetened, and nothing holds that sugar: stabilise it first."
    if verdict.code == "stopped_sweet":
        return (
            "The yeast gave up with sugar left, and that stop is not stable: stabilise it, or take"
            " vented caps and the fridge."
        )
    if verdict.code in _RUNNING:
        return "It is still fermenting: wait until the readings prove it dry."
    return verdict.text


def bottled_lot(filled: FilledLot) -> BottledLot:
    """A lot as it is closed: gas, pressure, word and label."""
    before = filled.before
    verdict = judged(before)
    contents = contents_of(before, verdict, before.estimate)
    if contents is None:
        raise JobError("Nothing was in the jug.", filled.lot.id)
    lot = filled.lot
    heated = _heated(filled)
    if heated is not None:
        contents = replace(contents, held=heated == (), unmet=heated)
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
    base = estimate_of(before).abv
    abv = Interval(*(max(each + more, 0.0) for each in (base.value, base.low, base.high)))
    strength = min(abv.value, _MOST_ABV)
    so2 = before.dosed.so2_mg / (before.brew.drink().volume_ml / 1000)
    says = label_says(word, primed, so2, bool(lot.against_advice))
    cold = any(
        cared.did == "held_at"
        and cared.temperature_c is not None
        and cared.temperature_c <= _COLD_C
        for _, cared in filled.cared
    )
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
        (*says, *sorted(before.dosed.said), *(["keep_cold"] if cold else [])),
        contents.held,
        cold or (lot.closure.limit_volumes is None and not verdict.proven and not contents.held),
        ways_out(contents, lot.closure, primed),
    )


def how_strong(lot: BottledLot) -> str:
    """What the strength of a lot is made of, in a sentence."""
    before = lot.filled.before
    parts = ["From the jug's readings" if before.read_at else "From its plan, never read"]
    if before.sugared or before.watch.sweetened:
        parts.append("thinned by what was added since")
    if lot.filled.primed_g_per_l:
        parts.append(f"with what {lot.filled.primed_g_per_l:.1f} g/L of priming sugar adds")
    return ", ".join(parts) + "."


def _unmeasured_ph(jug: Jug) -> list[Note]:
    """What bicarbonate may have made of a pH that nobody has measured."""
    poured_ml = Mix.of(jug.pours).volume_ml
    salt_g = jug.dosed.bicarbonate_g * poured_ml / jug.brew.drink().volume_ml
    likely = estimated_ph(jug.pours, poured_ml, salt_g)
    if likely is not None and likely.high < PH_WARN:
        return []
    past = likely is None or likely.value > PH_LIMIT
    may_be = "" if likely is None else f": it may be {likely.low:.1f} to {likely.high:.1f}"
    return [
        Note(
            "ph_past_limit" if past else "ph_high",
            f"Bicarbonate went in and nobody has measured its pH{may_be}. Past {PH_LIMIT} dangerous"
            f" bacteria can grow, and below {PH_WARN} is safe: measure it, or add acid.",
        )
    ]


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
    ph = filled.before.ph
    if ph is None:
        lacks.append("nobody has measured its pH, and heat is no cure above 4.6")
    elif ph > PH_LIMIT:
        lacks.append(f"at pH {ph:.1f} heat like this is no cure")
    return tuple(lacks)


def _warnings(
    jug: Jug, verdict: Judged, now: Now | None, lots: tuple[BottledLot, ...]
) -> tuple[Note, ...]:
    told = [*jug.notes, *(surprised(each) for each in jug.estimator.surprises(jug.name))]
    if now is not None:
        dap = jug.dosed.dap_mg / now.volume_ml.value
        if dap > DAP_LIMIT_G_PER_L:
            told.append(
                Note("dap_over_limit", f"{dap:.1f} g/L of DAP is more than {DAP_LIMIT_G_PER_L:g}.")
            )
        if now.so2_added_mg_per_l > TOTAL_SO2_LIMIT_MG_PER_L:
            told.append(
                Note("so2_over_limit", f"{now.so2_added_mg_per_l:.0f} mg/L of SO2 is a great deal.")
            )
        if now.sorbic_acid_mg_per_l > SORBIC_LIMIT_MG_PER_L * 1.0001:
            told.append(
                Note(
                    "sorbate_over_limit",
                    f"{now.sorbic_acid_mg_per_l:.0f} mg/L of sorbic acid is more than"
                    f" {SORBIC_LIMIT_MG_PER_L:.0f}.",
                )
            )
        if jug.dosed.sorbic_mg > 0 and jug.dosed.so2_mg <= 0:
            told.append(
                Note("sorbate_alone", "Sorbate without sulphite tastes of geraniums in time.")
            )
    if jug.ph is not None and jug.ph >= PH_WARN and now is not None:
        code = "ph_past_limit" if jug.ph > PH_LIMIT else "ph_high"
        told.append(
            Note(code, f"pH {jug.ph:.2f}: below {PH_WARN} is safe; more acid, or keep it cold.")
        )
    if jug.ph is None and jug.dosed.bicarbonate_g > 0 and now is not None:
        told += _unmeasured_ph(jug)
    if verdict.unmet and jug.dosed.sorbic_mg > 0:
        told.append(Note("not_held", f"Nothing holds its sugar back: {'; '.join(verdict.unmet)}."))
    if "xylitol" in jug.dosed.said:
        told.append(Note("xylitol", "Xylitol is poisonous to dogs: say so on the label."))
    for lot in lots:
        name = lot.filled.lot.id
        if lot.held and lot.filled.primed_g_per_l > 0:
            told.append(
                Note("primed_but_stabilised", f"Lot {name} is stabilised: its priming stays flat.")
            )
        if lot.closing.word == "do_not":
            told.append(Note("lot_do_not", f"Lot {name}: {lot.closing.why}"))
    return tuple(told)
