"""What is believed of a jug before anything is read: one table, each row with its ground.

Each prior is a narrow normal and a seldom, wide one, "a slip": the wide part keeps a surprise from
being explained by the wrong thing. All spreads are one standard deviation.
"""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Spread:
    """A narrow spread, and a wide one with its share; `slip_mean` is where a slip lies, beside
    where it should."""

    narrow: float
    wide: float
    share: float
    slip_mean: float = 0.0


AMOUNTS = {
    # Kitchen scale: 1 % or 1 g nine times in ten. A slip: common practice, no source.
    "scale": Spread(0.005, 0.04, 0.02),
    # 7 to 10 % nine times in ten; one cup in four miscounted: common practice, no source.
    "spoons": Spread(0.05, 0.16, 0.10),
    # 2 %, 1.5 % and 3 to 5 % nine times in ten; a jug off by some per cent is often met.
    "mark": Spread(0.012, 0.05, 0.06),
    "carton": Spread(0.009, 0.04, 0.04),
    "measuring_jug": Spread(0.022, 0.06, 0.05),
    "about": Spread(0.075, 0.20, 0.10),
}
"""Of an amount, as a share of it, by how it is known (core.measure.amounts.WAYS)."""

# A carton's sugar beside its label: ± 3 % nine times in ten is in the label's own doubt (see
# core.must.composition); the wrong carton or a lax label: the EU's tolerance is ± 20 % (memory).
RICHNESS_SLIP, RICHNESS_SLIP_SHARE = 0.075, 0.10
# Sugar-free extract beside its fruit's middle, in logarithms: the table's range is nine in ten;
# cloudy juices lie beyond it (common practice, no source).
EXTRACT_SLIP, EXTRACT_SLIP_SHARE = 0.45, 0.12
# What else is in doubt about a product: three times as much, seldom. Common practice, no source.
OTHER_SLIP, OTHER_SLIP_SHARE = 3.0, 0.05

STEM = Spread(0.6, 2.2, 0.15)
"""What a cheap hydrometer shows too much, points. Common practice, no source."""
STEM_TRIED = 0.4
"""The same once it was tried in water."""
MUST_READING = Spread(0.7, 4.0, 0.05)
"""A reading of the must, points: 0.001 nine times in ten; foam, a warm sample."""
UNDISSOLVED_SHARE = 0.06
"""How often dry sugar still lies on the bottom when a must is read. Common practice, no source."""
UNDISSOLVED_PART, UNDISSOLVED_SPREAD = 0.5, 0.25
"""How much of it, as a share, does then."""
EYE_POINTS, SAME_EYE_POINTS = 0.6, 0.25
"""A reading at rest: what averages out over several, and what does not (same stem, same eye)."""
REST_SLIP, REST_SLIP_SHARE = 2.5, 0.03
MODEL_POINTS = 0.7
"""How far the published relations for a drink's gravity lie apart (0.0015 nine times in ten, seen
from either end)."""
YIELD = 0.01
"""Balling's yield, as a share."""
BY_PRODUCT = 0.006
"""Glycerol and acids, g per g of sugar (0.03 to 0.05)."""
MARK = 0.02 / 1.6449
"""A volume read at the mark, as a share."""

LIMIT_NAMED, LIMIT_UNNAMED, LIMIT_USUAL_ABV = 0.8, 2.0, 15.0
LIMIT_SLIP, LIMIT_SLIP_SHARE = 2.5, 0.03
"""A yeast's limit, % vol: a range, not a wall; an unnamed one's nobody knows. Common practice."""
TAIL_DAYS, TAIL_LOG, WARMTH_PER_10_C = 3.2, 0.55, 2.2
"""The time constant of a ferment's tail at 20 °C, its spread in logarithms, and what ten degrees
do to it. Common practice."""
PACE_OF_A_FALL_LOG = 0.35
"""How far the pace of one fall tells that of the next. Common practice, no source."""
TAIL_BESIDE_FALL_LOG = 0.40
HALF_G_PER_L, HALF_LOG = 40.0, 0.6
"""Sugar at which yeast eats at half its pace: above it a fall is steadier than a tail (Monod 1949,
Annu. Rev. Microbiol. 3:371, as a shape). Its size: common practice, no source."""
LAG_DAYS, LAG_LOG = 0.75, 0.5
"""From pitching to the first fall: 6 to 36 hours."""
LEFTOVER_G_PER_L = 0.6
"""Pentoses and traces in what is done (mean of an exponential; memory)."""
NEVER_STARTS = 0.02
"""Of musts that were pitched. No source."""
STICKS, STICKS_COLDER_TIMES, COLD_C = 0.06, 2.0, 12.0
"""Of jugs, besides at their yeast's limit. Common practice, no source: the one prior that sets how
many may be closed by the stem alone."""
STICKS_FROM_G_PER_L, STICKS_TO_SHARE = 1.0, 0.7
"""Where it sticks: as likely anywhere per factor of two. No source."""
DONE_G_PER_L = 0.5
"""Less than this is not still on its way."""
POINTS_PER_G_PER_L = 1 / 2.2
"""How far the gravity falls when a gram in a litre ferments."""
