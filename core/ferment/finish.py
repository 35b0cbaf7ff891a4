"""Where a must ends: gravity, strength and sugar left when the yeast is done."""

from collections.abc import Callable
from dataclasses import dataclass

from core.ferment.strength import (
    BY_PRODUCT_PER_SUGAR,
    ETHANOL_PER_SUGAR,
    YIELD_SPREAD,
    Drink,
    Strength,
    fermented,
    potential_scale,
    quick_sum,
)
from core.interval import Interval, sd_of_range90
from core.must.mixing import Mix, Must

_MORE_BY_PRODUCT = BY_PRODUCT_PER_SUGAR + sd_of_range90(0.03, 0.05)
_MORE_YIELD = ETHANOL_PER_SUGAR * (1 + sd_of_range90(-YIELD_SPREAD, YIELD_SPREAD))
# How far the drink's density model and real washes lie apart, nine times in ten (0.0015).
MODEL_SD = sd_of_range90(-0.0015, 0.0015)
# A yeast named by one figure gives up within one % vol of it. Common practice.
TOLERANCE_SPREAD = 1.0
# Where no yeast is named: the strongest kind sold, % vol. No yeast goes on for ever.
_STRONGEST_ABV = 17.0
_TOLERANCE_SD = sd_of_range90(-TOLERANCE_SPREAD, TOLERANCE_SPREAD)


@dataclass(frozen=True, slots=True)
class Finish:
    """A must when its yeast is done. `limited_by` is "sugar" or "yeast"; `dry_sg` is the gravity
    with no sugar left that ferments, whatever the yeast can do."""

    sg: Interval
    dry_sg: Interval
    strength: Strength
    volume_ml: float
    residual_sugar_g_per_l: float
    limited_by: str

    @property
    def abv(self) -> Interval:
        """Strength by mass balance, % vol."""
        return self.strength.mass_balance


def _after(
    mix: Mix,
    eaten: float,
    ethanol_per_sugar: float = ETHANOL_PER_SUGAR,
    by_product_per_sugar: float = BY_PRODUCT_PER_SUGAR,
) -> Drink:
    """The mixture after `eaten` grams of its sugar (as sucrose) fermented."""
    solids = mix.sugar + mix.extract
    mix.sg  # noqa: B018 - says when it is no drink: empty, or more sugar than dissolves
    return fermented(
        mix.mass, solids, eaten, ethanol_per_sugar, by_product_per_sugar, mix.as_sucrose
    )


def _dry(mix: Mix) -> Drink:
    return _after(mix, mix.ferment)


def dry_abv(mix: Mix) -> float:
    """Strength, % vol, if every gram of sugar ferments: what the sugar allows."""
    return _dry(mix).abv


def _eaten_for(mix: Mix, abv: float) -> float:
    """Sugar (g as sucrose) whose fermenting gives `abv`; may be more than there is.

    A secant: strength is all but proportional to the sugar eaten.
    """
    before, at_before = 0.0, 0.0
    # Begin well away from nothing, however little sugar there is.
    eaten = max(mix.ferment, 0.01 * mix.mass)
    for _ in range(20):
        reached = _after(mix, eaten).abv
        if abs(reached - abv) < 1e-9:
            break
        step = (abv - reached) * (eaten - before) / (reached - at_before)
        before, at_before = eaten, reached
        eaten += step
    return eaten


def _slopes(mix: Mix, end: Drink, ending: Callable[[Mix], Drink]) -> tuple[Mix, Mix]:
    """How strength, and gravity, at the `end` change per gram of each part of the mixture."""
    step = mix.mass * 1e-5
    ends = [
        ending(mix.plus(more))
        for more in (
            Mix(step, 0, 0, 0),
            Mix(0, step, 0, 0),
            Mix(0, 0, step, 0),
            Mix(0, 0, 0, step),
        )
    ]
    return (
        Mix(*((moved.abv - end.abv) / step for moved in ends)),
        Mix(*((moved.sg - end.sg) / step for moved in ends)),
    )


def finish(must: Must, tolerance_abv: float | None = None, weaker_abv: float = 0.0) -> Finish:
    """Where the must ends, with 90 % intervals.

    Two ceilings stand side by side, the sugar and the yeast (`tolerance_abv`, % vol, give
    or take 1; unnamed, the strongest there is), and the lower one holds. Mass balance with
    Balling's yield; final gravity from what is left: sugar-free extract, sugar, by-products,
    and the ethanol. `weaker_abv`, % vol, is by how much a kitchen's own yeast ends short of
    both; below nothing where it goes further.
    """
    mix = must.mix
    dry = _ends(must, mix.ferment, _dry)
    abv, sg = dry.abv, dry.sg
    end, eaten, limited_by = dry.end, mix.ferment, "sugar"
    if weaker_abv:

        def falls_short(of: Mix) -> float:
            return _eaten_for(of, _dry(of).abv - weaker_abv)

        eaten = falls_short(mix)
        short = _ends(must, eaten, lambda of: _after(of, falls_short(of)))
        end, abv, sg = short.end, short.abv, short.sg

    # A yeast that can do clearly more than the sugar allows changes nothing.
    if tolerance_abv is None:
        tolerance_abv = _STRONGEST_ABV
    stops_at = tolerance_abv - weaker_abv
    if stops_at - TOLERANCE_SPREAD < abv.high and mix.ferment > 0:
        stops_after = _eaten_for(mix, stops_at)
        later = _after(mix, _eaten_for(mix, stops_at + _TOLERANCE_SD)).sg
        stopped = _ends(must, stops_after, lambda of: _after(of, _eaten_for(of, stops_at)), later)
        if stops_after < eaten:
            end, eaten, limited_by = stopped.end, stops_after, "yeast"
        abv = abv.smaller(Interval.around(stops_at, [_TOLERANCE_SD]))
        sg = sg.larger(stopped.sg)

    left = max(mix.ferment - eaten, 0.0) / mix.as_sucrose
    schools = Strength(
        abv,
        max(quick_sum(mix.sg, sg.value), 0.0),
        max(potential_scale(mix.sg, sg.value), 0.0),
    )
    return Finish(sg, dry.sg, schools, end.volume_ml, left / end.volume_ml * 1000, limited_by)


@dataclass(frozen=True, slots=True)
class _End:
    """The drink at one ceiling, with its strength and gravity in doubt."""

    end: Drink
    abv: Interval
    sg: Interval


def _ends(
    must: Must, eaten: float, ending: Callable[[Mix], Drink], later_sg: float | None = None
) -> _End:
    """Where `ending` leaves the must, which then has `eaten` so much; `later_sg` is one standard
    deviation of the ceiling further on."""
    mix = must.mix
    end = _after(mix, eaten)
    yields_more = _after(mix, eaten, ethanol_per_sugar=_MORE_YIELD)
    richer = _after(mix, eaten, by_product_per_sugar=_MORE_BY_PRODUCT)
    abv_slopes, sg_slopes = _slopes(mix, end, ending)
    also = [yields_more.sg - end.sg, richer.sg - end.sg, MODEL_SD]
    if later_sg is not None:
        also.append(later_sg - end.sg)
    return _End(
        end,
        must.interval(end.abv, abv_slopes, [yields_more.abv - end.abv]),
        must.interval(end.sg, sg_slopes, also),
    )
