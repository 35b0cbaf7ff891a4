"""What is read, measured and noticed, and what it says of what is in the jug."""

from core.batch.bottling import felt
from core.batch.events import Cared, Event, Explained, Measured, Noticed, Pitched, Read, Tested
from core.batch.jug import Jug
from core.batch.watch import FALLEN, LAG_DAYS, day_of, days_between
from core.batch.world import World, not_empty
from core.errors import JobError
from core.estimate import priors
from core.estimate.cloud import AMOUNT, PRODUCT
from core.estimate.drinks import ACID, EATEN, FERMENT
from core.estimate.ledger import Explained as Because
from core.estimate.ledger import Marked, Titrated, Warmed
from core.estimate.ledger import Pitched as YeastIn
from core.estimate.ledger import Read as ReadOff
from core.estimate.ledger import Tested as Trial
from core.estimate.trials import TASTES
from core.ferment.reading import MOST_PITCHING_C
from core.ferment.refractometer import while_fermenting
from core.ferment.strength import sg_from_mark
from core.ferment.yeast import yeast_dose
from core.interval import Z90
from core.measure.density import brix_from_sg, sg_from_brix
from core.measure.scales import sg_from_baume, sg_read_at
from core.must.acidity import PH_RANGE
from core.must.composition import READING_SD
from core.tables import CLARITY

_CLEAR = {key for key, row in CLARITY.items() if row.clear}
# As the page has them, and as people write them.
_NOT_CLEAR = {key for key, row in CLARITY.items() if not row.clear} | {
    "lively", "foam", "bubbling", "bubbles", "fizzing", "haze",
}  # fmt: skip
# Of what a must wants. Common practice.
_LITTLE_YEAST = 0.5
_LEES = {"thick_lees", "lees", "sediment"}
_SCALES = {
    "sg": lambda figure: figure,
    "brix": sg_from_brix,
    "baume": sg_from_baume,
    "potential_abv": sg_from_mark,
}


def pitched(world: World, jug: Jug, event: Event, what: Pitched) -> None:
    """Yeast goes in: the ferment begins, or goes on with another yeast's limit."""
    not_empty(jug, "pitch into")
    if what.tolerance_abv is not None:
        jug.tolerance_abv = what.tolerance_abv
    world.happened(YeastIn(jug.name, day_of(event.at), what.tolerance_abv))
    if what.temperature_c is not None:
        _warmed(world, jug, event, what.temperature_c)
        if what.temperature_c > MOST_PITCHING_C:
            jug.note(
                "pitched_warm",
                f"The must was {what.temperature_c:g} °C: yeast wants less than"
                f" {MOST_PITCHING_C:g}, and may not have lived.",
            )
    if what.yeast_g is not None:
        _little_yeast(jug, what.yeast_g)
    jug.nothing_holds()
    if jug.pitched_at is not None:
        jug.watch.woken_at = event.at
    else:
        jug.pitched_at, jug.yeast_g = event.at, what.yeast_g
        if not jug.watch.readings:
            jug.watch.restart(event.at, jug.brew.drink().sg)


def _little_yeast(jug: Jug, yeast_g: float) -> None:
    """Less than half of what such a must wants is a slip, or a ferment that stays behind."""
    drink = jug.brew.drink()
    litres = drink.volume_ml / 1000
    left = max(jug.brew.parts[FERMENT] - jug.brew.parts[EATEN], 0.0)
    wants = yeast_dose(drink.volume_ml, left / litres, jug.ph).mass_g / litres
    if yeast_g / litres < _LITTLE_YEAST * wants:
        jug.note(
            "little_yeast",
            f"{yeast_g:g} g of yeast is {yeast_g / litres:.1f} g a litre, and this must wants about"
            f" {wants:.1f}: it may start late and stop early. More of it now does no harm.",
        )


def read(world: World, jug: Jug, event: Event, what: Read) -> None:
    """A gravity: of the must at the start, or of what is left of its sugar later on."""
    not_empty(jug, "read")
    sg, spread = at_20(jug, what)
    world.at_20[event.id] = sg
    of_must = _of_the_must(jug, event, sg)
    tool = what.instrument
    jug.stem_tried = jug.stem_tried or tool.offset != 0
    refracted = tool.kind == "refractometer"
    stem = "refractometer" if refracted else f"stem {tool.offset:g}" if tool.offset else "stem"
    points = 1000 * (sg - 1)
    day = day_of(event.at)
    world.happened(ReadOff(jug.name, day, event.id, points, of_must, stem, spread))
    if of_must:
        jug.brew.starts_at(sg)
    else:
        jug.unsettled = sg
        jug.warmth_written = jug.warmth_written and what.temperature_c is not None
    # Alcohol bends light as sugar does: worked back, it is not what a proof stands on.
    worked_out = refracted and jug.pitched_at is not None
    jug.watch.read(event.at, sg, by_stem=not worked_out)
    jug.fell(sg)
    jug.read_at, jug.fed, jug.sugared, jug.unheld = event.at, (), False, None
    if what.taken_ml:
        world.settled(jug)
        share = world.share(jug, what.taken_ml, day, "what.sample_ml")
        world.lose(jug, event, "samples", share, taken_ml=what.taken_ml)


def _of_the_must(jug: Jug, event: Event, sg: float) -> bool:
    """Whether it was read before yeast had done anything."""
    if jug.brew.parts[EATEN] != 0 or jug.unsettled is not None:
        return False
    first = jug.watch.readings[:1]
    if first and first[0].seen and sg <= jug.watch.first_sg - FALLEN:
        return False
    return jug.pitched_at is None or days_between(jug.pitched_at, event.at) <= LAG_DAYS


def at_20(jug: Jug, what: Read) -> tuple[float, float | None]:
    """The gravity at 20/20 behind what was seen; and its standard deviation, points, where it is
    not a stem's.

    A refractometer is worked back by the must's own Brix once something has fermented. Raises
    JobError for a scale it does not have, or what no instrument shows.
    """
    tool = what.instrument
    if tool.kind == "hydrometer":
        shown = _SCALES[what.scale](what.figure) - tool.offset
        return sg_read_at(shown, what.sample_c, tool.calibrated_c), None
    if what.scale != "brix":
        raise JobError("A refractometer is read in brix.", "what.brix")
    first = brix_from_sg(jug.brew.mix.sg)
    begun = jug.pitched_at is not None or jug.brew.parts[EATEN] > 0
    if not begun or what.figure >= first:
        return sg_from_brix(what.figure), 1000 * READING_SD
    behind = while_fermenting(first, what.figure, jug.brew.mix.as_sucrose).sg
    return behind.value, 1000 * (behind.high - behind.low) / (2 * Z90)


def measured(world: World, jug: Jug, event: Event, what: Measured) -> None:
    """pH, acidity, warmth, and how much there is by the mark."""
    if what.ph is not None and not PH_RANGE[0] <= what.ph <= PH_RANGE[1]:
        jug.note(
            "no_ph", f"pH {what.ph:g} is none of a drink: it is not counted. Measure it again."
        )
    elif what.ph is not None:
        jug.ph, jug.ph_within, jug.holding.ph_at = what.ph, what.ph_within, event.at
    if what.temperature_c is not None:
        _warmed(world, jug, event, what.temperature_c)
    if what.ta_g_per_l is not None:
        not_empty(jug, "titrate")
        acid = what.ta_g_per_l * world.settled(jug).brew.drink().volume_ml / 1000
        jug.brew.know(ACID, acid)
        world.happened(Titrated(jug.name, day_of(event.at), what.ta_g_per_l))
    volume = what.volume_ml
    if what.fill is not None:
        if jug.vessel_ml is None:
            raise JobError("Say how much the vessel holds, or give volume_ml.", "what.fill")
        volume = what.fill * jug.vessel_ml
    if volume is not None:
        not_empty(jug, "measure", "what.volume_ml")
        _at_the_mark(world, world.settled(jug), event, volume)


def _at_the_mark(world: World, jug: Jug, event: Event, volume: float) -> None:
    there = jug.brew.drink().volume_ml
    if volume <= 0:
        raise JobError("A jug holds more than nothing.", "what.volume_ml")
    day = day_of(event.at)
    if volume < there:
        # Less than the sum is a loss without a name.
        world.lose(jug, event, "unnamed", 1 - volume / there, left_ml=volume)
        return
    most = world.may_hold_ml(jug, day)
    if volume > most + Z90 * priors.MARK * volume:
        jug.note(
            "more_than_went_in",
            f"{volume:.0f} ml at the mark is more than the {most:.0f} ml at the most that went"
            " in: was something not written down?",
        )
    world.happened(Marked(jug.name, day, event.id, volume))


def tested(world: World, jug: Jug, event: Event, what: Tested) -> None:
    """How much sugar is left, tried otherwise than with the stem; or the stem itself, in water."""
    day = day_of(event.at)
    if what.stem_in_water is not None:
        shows = 1000 * (what.stem_in_water - 1)
        world.happened(Trial(jug.name, day, "stem", shows, stem="stem"))
        jug.stem_tried = True
        return
    if what.bottle is not None:
        felt(world, jug, event, what.lot or "", what.bottle)
        return
    not_empty(jug, "test")
    if what.sugar_g_per_l is not None:
        world.happened(Trial(jug.name, day, "sugar", what.sugar_g_per_l, over=what.over))
        jug.tested_at = event.at
        jug.tested_g_per_l = None if what.over else what.sugar_g_per_l
    elif what.fell_points is not None:
        fell = what.fell_points
        world.happened(Trial(jug.name, day, "forced", fell, says_dry=jug.would_fall))
    elif what.taste is not None:
        world.happened(Trial(jug.name, day, "taste", TASTES.index(what.taste)))


def explained(world: World, jug: Jug, event: Event, what: Explained) -> None:
    """Where a reading off the plan came from: likely so, and no more than that."""
    of_must = any(
        isinstance(step, ReadOff)
        and step.of_must
        and (step.jug, step.name) == (jug.name, what.reading)
        for step in world.estimator.ledger
    )
    if not of_must:
        raise JobError("There is no reading of that id of this must.", "what.reading")
    if what.cause in (AMOUNT, PRODUCT) and what.pour not in {pour.name for pour in jug.pours}:
        raise JobError("Say which pour, by its name.", "what.pour")
    world.happened(Because(jug.name, day_of(event.at), what.reading, what.cause, what.pour))


def noticed(world: World, jug: Jug, event: Event, what: Noticed) -> None:
    """What holds its sugar rests on whether it is clear; any sign that it is not comes first."""
    chips = set(what.chips)
    jug.holding.sediment = jug.holding.sediment or bool(chips & _LEES)
    if chips & _NOT_CLEAR:
        jug.holding.clear_at = None
    elif chips & _CLEAR:
        jug.holding.clear_at = event.at


def cared(world: World, jug: Jug, event: Event, what: Cared) -> None:
    """A lot heated or held cold, or the jug swirled, or moved to where it is warmer or colder."""
    if what.lot is not None:
        lot = world.lot(jug, what.lot)
        lot.cared.append((event.at, what))
        if what.did == "held_at" and what.temperature_c is not None:
            lot.stands.all_at(what.temperature_c, event.at)
    elif what.did == "swirled":
        jug.swirled_at = event.at
    elif what.did == "held_at" and what.temperature_c is not None:
        _warmed(world, jug, event, what.temperature_c)


def _warmed(world: World, jug: Jug, event: Event, celsius: float) -> None:
    jug.watch.warmed(celsius)
    world.happened(Warmed(jug.name, day_of(event.at), celsius))
