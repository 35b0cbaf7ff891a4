"""How gas comes in closed bottles, day by day, as warm as they stand."""

import math
from dataclasses import dataclass

from core.bottle.pressure import MOST_VOLUMES, gauge_pressure_bar
from core.errors import JobError
from core.ferment.kinetics import speed_by_warmth

# What is to come has come, all but a twentieth, after two weeks at 20 °C; at the worst after five
# days, when the first bottles are felt. Common practice, no source.
_TIMES = 3.0
_SLOW_DAYS, _QUICK_DAYS = 14.0, 5.0
DAYS = (0, 2, 4, 7, 14)
"""From now on."""
_COLDEST_C, _WARMEST_C = 0.0, 40.0


@dataclass(frozen=True, slots=True)
class GasOn:
    """So many days from now: volumes of gas as expected and at the worst, and the pressure of the
    worst over the air, bar, as warm as it is there."""

    days: int
    expected: float
    worst: float
    bar: float


def gas_by_day(
    dissolved_volumes: float,
    expected_volumes: float,
    worst_volumes: float,
    warm_days: float,
    celsius: float,
    abv: float,
) -> tuple[GasOn, ...]:
    """Gas on each of DAYS in bottles that stand at `celsius`, 0 to 40 °C, from now on.

    They were closed on `dissolved_volumes`, come to `expected_volumes` and at the worst to
    `worst_volumes`, and have stood warm, at 20 °C or as warm as now, for `warm_days`. In the cold
    what has come stays, and the rest all but waits. Common practice. Raises JobError for
    another warmth.
    """
    if not _COLDEST_C <= celsius <= _WARMEST_C:
        raise JobError("Bottles stand at 0 to 40 °C.", "celsius")
    return tuple(
        _on(days, dissolved_volumes, expected_volumes, worst_volumes, warm_days, celsius, abv)
        for days in DAYS
    )


def _on(
    days: int,
    dissolved: float,
    expected: float,
    worst: float,
    warm_days: float,
    celsius: float,
    abv: float,
) -> GasOn:
    speed = speed_by_warmth(celsius)
    # Warm was a room's warmth at the least, wherever they stand now.
    stood = warm_days * max(speed, 1.0) + days * speed
    usual, most = (1 - math.exp(-_TIMES * stood / whole) for whole in (_SLOW_DAYS, _QUICK_DAYS))
    most_now = dissolved + most * max(worst - dissolved, 0.0)
    return GasOn(
        days,
        dissolved + usual * max(expected - dissolved, 0.0),
        most_now,
        gauge_pressure_bar(min(most_now, MOST_VOLUMES), celsius, min(abv, 20.0)),
    )
