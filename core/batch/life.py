"""Every figure of a jug from its folded journal: now, what may be closed, lots."""

from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal

from core.batch.advice import Advice, advice
from core.batch.conditioning import conditioning, make_safe
from core.batch.counted import contents_of, estimate_of
from core.batch.due import Due, due
from core.batch.judge import Judged, judged
from core.batch.jug import Jug, Note
from core.batch.lots import BottledLot, bottled_lot
from core.batch.surprises import surprised
from core.batch.watch import STILL_TRUE_DAYS, days_between
from core.batch.world import World
from core.bottle.closing import Closing, closing
from core.ferment.yeast import DAP_LIMIT_G_PER_L
from core.finish.stabilising import SORBIC_LIMIT_MG_PER_L, TOTAL_SO2_LIMIT_MG_PER_L
from core.interval import Interval
from core.measure.money import money
from core.must.acidity import PAST_LIMIT, PH_LIMIT, PH_WARN
from core.must.mixing import Mix
from core.must.must_ph import estimated_ph
from core.plan.schools import AS_USUAL, Choices
from core.tables import CLOSURES, Closure


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
    ph_within: float
    so2_added_mg_per_l: float
    sorbic_acid_mg_per_l: float
    nitrogen_added_mg_per_l: float
    cost: Decimal | None
    cost_per_litre: Decimal | None


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
            *make_safe([(lot.filled, lot.closing) for lot in lots]),
            *due(jug, verdict, at, choices),
            *conditioning([(lot.filled, lot.closing, lot.held) for lot in lots], at, choices),
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
        jug.ph_within,
        jug.dosed.so2_mg / litres,
        jug.dosed.sorbic_mg / litres,
        jug.dosed.nitrogen_mg / litres,
        money(jug.money) if jug.money is not None else None,
        money(jug.money / Decimal(repr(litres))) if jug.money is not None else None,
    )


def _measured(jug: Jug, verdict: Judged, at: datetime | None) -> bool:
    """Whether a reading says what is in it now."""
    if jug.read_at is None or jug.sugared:
        return False
    if verdict.progress is None or verdict.stopped or at is None:
        return True
    return days_between(jug.read_at, at) <= STILL_TRUE_DAYS


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
            f"Bicarbonate went in and nobody has measured its pH{may_be}."
            f" {PAST_LIMIT.capitalize()}, and below {PH_WARN} is safe: measure it, or add acid.",
        )
    ]


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
    ph = jug.ph_at_most
    if ph is not None and ph >= PH_WARN and now is not None:
        code = "ph_past_limit" if ph > PH_LIMIT else "ph_high"
        may_be = "may be " if jug.ph_within else ""
        why = f"{PAST_LIMIT}, and below" if ph > PH_LIMIT else "below"
        said = f"{may_be}{ph:.2f}: {why} {PH_WARN} is safe; more acid, or keep it cold."
        told.append(Note(code, f"pH {said}"))
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
