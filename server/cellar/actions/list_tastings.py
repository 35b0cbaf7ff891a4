"""How a batch tasted over time."""

from datetime import datetime

from server.cellar.schemas import TastingOut
from server.jugs.state import JugState


def list_tastings(state: JugState) -> list[TastingOut]:
    """What was written of its taste, the newest first, with how old its bottles were."""
    filled: dict[str, datetime] = {
        lot["id"]: event.at
        for event in state.standing
        if event.kind == "bottled"
        for lot in event.what["lots"]
    }
    first = min(filled.values(), default=None)
    found = []
    for event in reversed(state.standing):
        if event.kind != "tasted":
            continue
        since = filled.get(event.what.get("lot", ""), first)
        scores = event.what.get("scores") or {}
        found.append(
            TastingOut(
                id=str(event.id),
                at=event.at,
                days=(event.at - since).days if since else None,
                by=event.what.get("by", ""),
                lot=event.what.get("lot"),
                overall=scores.get("overall"),
                scores=scores,
                words=event.what.get("words", ""),
            )
        )
    return found
