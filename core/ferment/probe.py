"""What a floating probe or a shelf thermometer tells, beside what a person reads."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from statistics import median

# A probe's figure and a stem's belong together within so long. Common practice.
PAIRED_WITHIN = timedelta(hours=1)
# Two readings on the stem tell a probe's offset; one may be a slip.
_LEAST_PAIRS = 2
# A floating probe that is further off than this lies against the glass, or in foam.
_MOST_OFFSET = 0.02
BAND_C = (15.0, 26.0)
"""What a jug may stand at before somebody is told, °C, where nobody set it. Common practice."""
_SILENT = timedelta(hours=12)
_BATTERY_LOW = 0.15


def fitted_offset(pairs: Sequence[tuple[float, float]]) -> float | None:
    """By how much a probe shows too high, SG, from (probe, stem) pairs at 20 °C; None where they
    do not tell.

    The middle of their differences, so that one odd reading moves nothing.
    """
    if len(pairs) < _LEAST_PAIRS:
        return None
    found = median(probe - stem for probe, stem in pairs)
    return found if abs(found) <= _MOST_OFFSET else None


def warmth_to_tell(celsius: float | None, low_c: float, high_c: float) -> str | None:
    """The sentence for a jug that stands too cold or too warm; None for one at ease."""
    if celsius is None or low_c <= celsius <= high_c:
        return None
    if celsius > high_c:
        return f"It stands at {celsius:.1f} °C, above {high_c:g}: cool it, yeast coarsens."
    return f"It stands at {celsius:.1f} °C, below {low_c:g}: warm it, or it may stop."


def state_to_tell(last: datetime | None, battery: float | None, now: datetime) -> str | None:
    """The sentence for a probe that is silent or nearly empty; None for one that is well."""
    if battery is not None and battery < _BATTERY_LOW:
        return f"The battery is at {100 * battery:.0f} %: charge it."
    if last is not None and now - last > _SILENT:
        hours = (now - last) / timedelta(hours=1)
        return f"Nothing has come from it for {hours:.0f} hours: is it within reach, and charged?"
    return None
