"""What a batch was expected to be by the tables, and what it became."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from core.batch.events import Added, Bottled, Event, Pitched, Read, Transferred
from core.batch.jug import Jug
from core.batch.outlook import conditions
from core.batch.watch import LAG_DAYS, days_between
from core.batch.world import World
from core.cost.costing import per_bottle
from core.errors import JobError
from core.ferment.forecast import days_to_dry
from core.interval import Z90, sd_of_uniform
from core.must.composition import LABELLED, READING_SD
from core.must.mixing import Pour
from core.plan.evaluation import Evaluation, PricedPour, Recipe, evaluate, solved
from core.plan.kitchen import BY_TABLES

# What a batch's gravity is off by besides what is known to be in doubt, points. Common practice.
_LEAST_OFF_POINTS = 0.5
_STEP, _STEP_G_PER_L = 0.02, 2.0
# Losses of two batches alike differ by about so much of what is usual, and what was made is known
# to a hundredth. Common practice.
_LOSSES_VARY, _MADE_SD = 0.35, 0.01
# Of a jug that was bottled so much is lees, and nobody is going to fill it. Common practice.
_LEES_AT_MOST = 0.2
# Dry is within a point of where it ended.
_DRY_WITHIN = 0.001


@dataclass(frozen=True, slots=True)
class Pair:
    """A figure as the tables had it, and as it was found; None: nobody measured it."""

    expected: float
    found: float | None = None

    @property
    def off(self) -> float | None:
        """Found less expected."""
        return None if self.found is None else self.found - self.expected


@dataclass(frozen=True, slots=True)
class Carton:
    """A pour with a label: by how many points twice its sugar would lift the start and the end,
    one standard deviation of what its label leaves open, as a share, and by how many points each
    g/L of extract more in it lifts them."""

    name: str
    start_points: float
    end_points: float
    label_sd: float
    start_points_cloudier: float = 0.0
    end_points_cloudier: float = 0.0


@dataclass(frozen=True, slots=True)
class Outcome:
    """A batch against the tables: gravities (SG), % vol, ml that did not reach the bottles, and
    what a litre in bottles cost. `start_sd` and `end_sd` are points of all doubt but the cartons'
    sugar and the yeast's end, `lost_sd` ml by which losses vary; `days` from the yeast to dry, as
    usual under the conditions that it stood in and as they were; None before it is."""

    yeast: str
    cartons: tuple[Carton, ...]
    start: Pair
    start_sd: float
    end: Pair
    end_sd: float
    abv: Pair
    lost_ml: Pair
    lost_sd: float
    days: Pair | None
    litre: tuple[Decimal | None, Decimal | None]


def outcome(
    world: World, name: str, recipe: Recipe, events: Sequence[Event], yeast: str
) -> Outcome | None:
    """How a jug came out that ran by itself from `recipe`, as it was really poured.

    `events` are the jug's that stand, in order; `yeast` a key of its kind. None before it was read
    or bottled, and for a recipe that does not work out.
    """
    jug = world.jugs[name]
    if not any(isinstance(event.what, Pitched) for event in events):
        return None
    try:
        plain = by_tables(recipe)
        expected = evaluate(plain)
    except JobError:
        return None
    cartons = _cartons(plain, expected)
    ran = jug.as_it_went if jug.emptied and jug.as_it_went is not None else jug
    alone = not world.flows.get(name) and not any(
        isinstance(event.what, Added | Transferred) for event in events
    )
    # Whatever it stood still at, short of dry too: many that do so alike are this kitchen.
    ended = alone and ran.rests_since is not None
    end_sg = ran.watch.last_sg if ended and ran.watch.readings else None
    lots = [lot for lot in world.lots.values() if lot.jug == name]
    bottled = sum(lot.lot.volume_ml for lot in lots)
    made = expected.finish.volume_ml
    # What does not fill a bottle is drunk: up to one of the smallest.
    half = min((lot.lot.size_ml for lot in lots), default=0.0) / 2
    paid = sum((lot.money or Decimal(0) for lot in lots), Decimal(0))
    ready = expected.cost.known and expected.reaching_ml.value > 0
    found = Outcome(
        yeast,
        cartons,
        Pair(expected.must.mix.sg, _start(world, jug, events)),
        _start_sd(expected, cartons),
        Pair(expected.finish.sg.value, end_sg),
        math.hypot(_LEAST_OFF_POINTS, READING_SD * 1000),
        Pair(expected.finish.abv.value, ran.estimate.abv.value if ended and ran.estimate else None),
        Pair(expected.lees_ml, made - bottled - half if alone and lots and _spent(jug) else None),
        math.hypot(_LOSSES_VARY * expected.lees_ml, _MADE_SD * made, sd_of_uniform(half)),
        _days(ran, expected, end_sg),
        (
            per_bottle(expected.cost.used, expected.reaching_ml.value, 1000) if ready else None,
            per_bottle(paid, bottled, 1000) if paid and bottled else None,
        ),
    )
    measured = (found.start.found, found.end.found, found.lost_ml.found)
    return None if all(figure is None for figure in measured) else found


def by_tables(recipe: Recipe) -> Recipe:
    """The recipe with the amounts it came to, and nothing that was found of this kitchen. Raises
    JobError where it comes to none."""
    return replace(
        recipe,
        pours=tuple(
            PricedPour(replace(pour, richness=1.0, cloudier_g_per_l=0.0), item.pack, item.known)
            for pour, item in zip(solved(recipe), recipe.pours, strict=True)
        ),
        aim=None,
        kitchen=BY_TABLES,
    )


def _spent(jug: Jug) -> bool:
    """Whether what is left in it is what it left behind, and nobody means to drink it."""
    return jug.emptied or jug.brew.drink().volume_ml < _LEES_AT_MOST * jug.most_ml


def _start(world: World, jug: Jug, events: Sequence[Event]) -> float | None:
    """The must's gravity as it was first read, at 20 °C."""
    for event in events:
        if isinstance(event.what, Added | Bottled):
            return None
        if isinstance(event.what, Read):
            late = jug.pitched_at is not None and days_between(jug.pitched_at, event.at) > LAG_DAYS
            return None if late else world.at_20.get(event.id)
    return None


def _cartons(recipe: Recipe, expected: Evaluation) -> tuple[Carton, ...]:
    found = []
    for index, pour in enumerate(expected.pours):
        sd = _label_sd(pour)
        if pour.kind not in LABELLED or not pour.amount or sd is None:
            continue
        richer = replace(pour, richness=1 + _STEP)
        start, end = _moves(recipe, expected, index, richer, _STEP)
        cloudy = replace(pour, cloudier_g_per_l=_STEP_G_PER_L)
        start_cloudier, end_cloudier = _moves(recipe, expected, index, cloudy, _STEP_G_PER_L)
        found.append(Carton(pour.name, start, end, sd, start_cloudier, end_cloudier))
    return tuple(found)


def _moves(
    recipe: Recipe, expected: Evaluation, index: int, otherwise: Pour, step: float
) -> tuple[float, float]:
    """By how many points a pour that is otherwise lifts the start and the end, for each step."""
    pours = list(recipe.pours)
    pours[index] = PricedPour(otherwise)
    moved = evaluate(replace(recipe, pours=tuple(pours)))
    start = (moved.must.mix.sg - expected.must.mix.sg) * 1000 / step
    return start, (moved.finish.sg.value - expected.finish.sg.value) * 1000 / step


def _label_sd(pour: Pour) -> float | None:
    holds = pour.composition()
    if holds.sugar <= 0:
        return None
    return math.hypot(*(shift.sugar for shift in holds.shifts)) / holds.sugar


def _start_sd(expected: Evaluation, cartons: Sequence[Carton]) -> float:
    """Points: the plan's doubt without its labels', and the stem's."""
    sg = expected.must.sg
    whole = ((sg.high - sg.low) * 1000 / (2 * Z90)) ** 2
    labels = sum((carton.start_points * carton.label_sd) ** 2 for carton in cartons)
    rest = math.sqrt(max(whole - labels, _LEAST_OFF_POINTS**2))
    return math.hypot(rest, READING_SD * 1000)


def _days(jug: Jug, expected: Evaluation, end_sg: float | None) -> Pair | None:
    if end_sg is None or jug.pitched_at is None:
        return None
    dry = [seen for seen in jug.watch.readings if seen.sg + jug.watch.moved <= end_sg + _DRY_WITHIN]
    if not dry:
        return None
    usual = days_to_dry(expected.must.mix.sg, expected.finish.sg.value, conditions(jug))
    return Pair(usual, max(days_between(jug.pitched_at, dry[0].at), 0.0))
