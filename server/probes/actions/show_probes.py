"""A jug's probes, with their points thinned to what a chart can show."""

from datetime import timedelta

from django.db import connection
from django.db.models import Avg
from django.utils import timezone

from core.ferment.probe import PAIRED_WITHIN, fitted_offset, state_to_tell, warmth_to_tell
from server.jugs.state import JugState
from server.probes.models import Probe
from server.probes.schemas import ProbeOut, SeenOut

# So many stretches from the first point to the last: more than a chart has pixels for them.
_STRETCHES = 400
_SHORTEST = timedelta(seconds=60)
_THINNED = """
    SELECT min(at), max(at), min(sg), max(sg), min(temperature_c), max(temperature_c)
    FROM probes_probepoint WHERE probe_id = %s
    GROUP BY date_bin(make_interval(secs => %s), at, %s) ORDER BY 1
"""


def show_probes(state: JugState) -> list[ProbeOut]:
    """Every probe of the jug that was not taken away."""
    return [_shown(state, probe) for probe in state.jug.probes.filter(removed_at=None)]


def told_of(probe: Probe) -> list[str]:
    """What is to be looked at: the jug's warmth, and the probe itself."""
    found = (
        warmth_to_tell(probe.last_c, probe.low_c, probe.high_c),
        state_to_tell(probe.last_at, probe.battery, timezone.now()),
    )
    return [text for text in found if text]


def _shown(state: JugState, probe: Probe) -> ProbeOut:
    offset = _offset(state, probe)
    return ProbeOut(
        id=probe.id,
        name=probe.name,
        low_c=probe.low_c,
        high_c=probe.high_c,
        last_at=probe.last_at,
        last_sg=_less(probe.last_sg, offset),
        last_c=probe.last_c,
        battery=probe.battery,
        offset=offset,
        told=told_of(probe),
        seen=_thinned(probe, offset),
    )


def _less(sg: float | None, offset: float | None) -> float | None:
    return None if sg is None else round(sg - (offset or 0.0), 5)


def _offset(state: JugState, probe: Probe) -> float | None:
    """From what was read on the stem while the probe sent."""
    pairs = []
    for reading in state.readings:
        near = probe.points.filter(
            at__range=(reading.at - PAIRED_WITHIN, reading.at + PAIRED_WITHIN), sg__isnull=False
        ).aggregate(sg=Avg("sg"))["sg"]
        if near is not None:
            pairs.append((near, reading.sg_at_20))
    return fitted_offset(pairs)


def _thinned(probe: Probe, offset: float | None) -> list[SeenOut]:
    """The lowest and the highest of each stretch: nothing that stuck out is lost."""
    if probe.last_at is None:
        return []
    first = probe.points.order_by("at").values_list("at", flat=True).first()
    if first is None:
        return []
    width = max((probe.last_at - first) / _STRETCHES, _SHORTEST)
    with connection.cursor() as cursor:
        cursor.execute(_THINNED, [probe.id, width.total_seconds(), first])
        return [
            SeenOut(
                at=at,
                until=until,
                low=_less(low, offset),
                high=_less(high, offset),
                low_c=low_c,
                high_c=high_c,
            )
            for at, until, low, high, low_c, high_c in cursor.fetchall()
        ]
