"""How a jug is likely to go on from here, in its own days and dates."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from core.batch.judge import Judged
from core.batch.jug import Jug
from core.errors import JobError
from core.ferment.forecast import Forecast, forecast

_WARMEST_C = 35.0


@dataclass(frozen=True, slots=True)
class Outlook:
    """`why_not` says why there is no forecast, and what would bring one; it is empty where there
    is one. `dry` are the 10, 50 and 90 % dates of being within a point of the end."""

    why_not: str
    began: datetime | None = None
    forecast: Forecast | None = None
    dry: tuple[datetime, datetime, datetime] | None = None


def outlook(jug: Jug, verdict: Judged, warmer_c: float = 0.0) -> Outlook:
    """The forecast of a jug as it stands, or `warmer_c` degrees warmer from its last reading on.

    Raises JobError for a change of temperature that no yeast is glad of.
    """
    if verdict.stopped or verdict.ends is None or verdict.progress is None:
        return Outlook("It does not ferment: there is nothing to forecast.")
    began = jug.pitched_at
    readings = jug.watch.in_days(began) if began else ()
    if began is None or len(readings) < 2:
        return Outlook("After the second reading there is a forecast.")
    if jug.watch.jug_c is None:
        return Outlook("Write how warm the jug stands, and there is a forecast.")
    if not 0 <= jug.watch.jug_c <= _WARMEST_C:
        return Outlook(f"At {jug.watch.jug_c:.0f} °C yeast is not at work: 18 to 22 suits it.")
    warm = jug.watch.jug_c + warmer_c
    if not 0 <= warm <= _WARMEST_C:
        raise JobError(f"{warm:.0f} °C is nothing for yeast: stay between 0 and 35.", "warmer")
    found = forecast(readings, verdict.ends, jug.watch.jug_c, jug.tolerance_abv, warmer_c)
    if found is None:
        return Outlook("After the second reading there is a forecast.")
    # The moment that its days are counted from (see Watch.in_days).
    first = max(began, jug.watch.readings[0].at)
    early, likely, late = (first + timedelta(days=day) for day in found.dry_days)
    return Outlook("", first, found, (early, likely, late))
