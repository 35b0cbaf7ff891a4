"""What a shopper wants to know of one carton."""

from dataclasses import dataclass, replace
from decimal import Decimal

from core.cost.costing import Pack, price_per_100_g_sugar
from core.ferment.finish import finish
from core.interval import Interval
from core.measure.money import money
from core.must.composition import Composition
from core.must.mixing import WEIGHED, Pour, make_must
from core.must.sharpness import sharpness

# Above this a syrup or concentrate wants water before any yeast will start in it.
MOST_FERMENTABLE_BRIX = 35.0


@dataclass(frozen=True, slots=True)
class CartonFacts:
    """Sugar in g per litre (None for dry things), or in g per 100 g; gravity as a hydrometer
    reads it; strength if fermented alone, % vol; acidity as tartaric, g/L; price of 100 g of
    its sugar, and of a litre."""

    sugar_g_per_l: Interval | None
    sugar_g_per_100_g: float
    reads: Interval | None
    strength_alone: Interval | None
    acid_g_per_l: Interval | None
    price_per_100_g_sugar: Decimal | None
    price_per_litre: Decimal | None


@dataclass(frozen=True, slots=True)
class Beside:
    """A measured gravity beside what the label alone gives; `agree` and why, in a sentence."""

    label_reads: Interval
    measured_sg: float
    agree: bool
    sentence: str


def facts(pour: Pour, pack: Pack | None) -> CartonFacts:
    """Facts of a thing as bought. Raises JobError when it cannot be (see `compose`)."""
    holds = pour.composition()
    of_sugar = price_per_100_g_sugar(pack, pour) if pack else None
    if pour.kind in WEIGHED or holds.density_g_per_ml is None:
        return CartonFacts(None, 100 * holds.sugar, None, None, None, of_sugar, None)
    litre = replace(pour, mass_g=None, volume_ml=1000.0)
    must = make_must([litre])
    # Past what yeast starts on at all, "alone" means nothing.
    alone = finish(must).abv if holds.brix < MOST_FERMENTABLE_BRIX else None
    return CartonFacts(
        _sugar_g_per_l(holds, holds.density_g_per_ml),
        100 * holds.sugar,
        must.sg,
        alone,
        sharpness([litre], 1000).g_per_l if pour.kind != "syrup" else None,
        of_sugar,
        _per_litre(pack, holds) if pack else None,
    )


def _sugar_g_per_l(holds: Composition, density: float) -> Interval:
    """With its 90 % interval: the printed rounding, the pack, and what else is in doubt."""
    value = 1000 * holds.sugar * density
    moved = (
        1000 * (holds.sugar + shift.sugar) * (density + shift.density) - value
        for shift in holds.shifts
    )
    interval = Interval.around(value, moved)
    return Interval(value, max(interval.low, 0.0), interval.high)


def _per_litre(pack: Pack, holds: Composition) -> Decimal | None:
    ml = pack.pack_ml
    if ml is None and pack.pack_g and holds.density_g_per_ml:
        ml = pack.pack_g / holds.density_g_per_ml
    return money(pack.price * 1000 / Decimal(repr(ml))) if ml else None


def beside_label(pour: Pour) -> Beside | None:
    """The measured gravity held against the label; None without both.

    Raises JobError when the thing cannot be (see `compose`).
    """
    if pour.label is None or pour.measured_sg is None:
        return None
    expected = make_must([replace(pour, measured_sg=None, mass_g=None, volume_ml=1000.0)]).sg
    notes = pour.composition().notes
    off = 1000 * (pour.measured_sg - expected.value)
    if "reading_above_label" in notes:
        why = (
            f"It reads {off:.0f} points richer than its label: a richer carton, or sugar from the"
            " bottom of the sample. The two are weighed against each other."
        )
    elif "reading_below_label" in notes:
        why = (
            f"It reads {-off:.0f} points thinner than its label: a sample that was warm, foamy or"
            " misread? The two are weighed against each other."
        )
    else:
        why = (
            "They agree: the sugar stays the label's, and what the reading shows beyond it is the"
            " fruit's acid, pectin and minerals, which do not ferment."
        )
    return Beside(expected, pour.measured_sg, not notes, why)
