"""What core forecasts of a jug, on the calendar."""

from datetime import timedelta

from core.batch.outlook import outlook
from server.jugs.journal import key_of
from server.jugs.schemas import ForecastOut, ForecastPoint
from server.jugs.state import JugState


def look_ahead(state: JugState, warmer_c: float) -> ForecastOut:
    """The forecast as of now. Raises JobError for a temperature no yeast is glad of."""
    if state.world is None or state.life is None:
        return _none("Before the yeast is in there is nothing to forecast.")
    seen = outlook(state.world.jugs[key_of(state.jug)], state.life.verdict, warmer_c)
    found, began, dry = seen.forecast, seen.began, seen.dry
    if found is None or began is None or dry is None:
        return _none(seen.why_not)
    points = zip(found.days, found.middle, found.low, found.high, strict=True)
    return ForecastOut(
        why_not="",
        points=[
            ForecastPoint(at=began + timedelta(days=day), sg=sg, low=low, high=high)
            for day, sg, low, high in points
        ],
        dry_from=dry[0],
        dry_likely=dry[1],
        dry_until=dry[2],
        open_ended=found.open_ended,
    )


def _none(why: str) -> ForecastOut:
    return ForecastOut(
        why_not=why, points=[], dry_from=None, dry_likely=None, dry_until=None, open_ended=False
    )
