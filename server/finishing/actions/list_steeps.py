"""What may be steeped for its flavour, reckoned for a jug."""

from core.finish.steeping import steeping
from core.tables import STEEPS
from server.finishing.schemas import SteepOut
from server.jugs.state import JugState


def list_steeps(state: JugState, hot: bool) -> list[SteepOut]:
    """For what the jug holds, or is planned to: in hot water on brew day, or cold in the jug.

    Raises the JobError that stands in the plan's way.
    """
    now = state.life.now if state.life and state.pitched else None
    volume = now.volume_ml.value if now else state.evaluation.must.in_vessel_ml
    found = []
    for key, row in STEEPS.items():
        if hot and not row.taste_minutes:
            continue
        how = steeping(key, volume, hot)
        found.append(
            SteepOut(
                key=key,
                name=row.name,
                low_g=how.low_g,
                high_g=how.high_g,
                tasted_after_min=list(how.tasted_after_min),
                mind=how.mind,
            )
        )
    return found
