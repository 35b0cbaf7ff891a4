"""What core forecasts of a jug, on the calendar."""

from datetime import timedelta

from core.batch.outlook import Asked, outlook, pace_of
from core.batch.stages import FERMENTED
from core.ferment.forecast import Pace
from server.jugs.journal import key_of, with_events
from server.jugs.models import Jug
from server.jugs.schemas import ForecastOut, ForecastPoint, WhatIfQuery
from server.jugs.state import JugState

# What the newest finished jugs of the same yeast say is enough, and so many are looked at anew.
_MOST_PACES = 12
_MOST_ANEW = 4


def look_ahead(state: JugState, asked: WhatIfQuery) -> ForecastOut:
    """The forecast as of now. Raises JobError for a change no yeast is glad of."""
    if state.world is None or state.life is None:
        return _none("Before the yeast is in there is nothing to forecast.")
    jug, verdict = state.world.jugs[key_of(state.jug)], state.life.verdict
    change = Asked(asked.warmer, asked.nutrient, asked.sugar)
    paces = _paces(state)
    seen = outlook(jug, verdict, change, paces)
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
        may_not_get_there=found.may_not,
        proof_days=seen.proof_days,
        learned_from=len(paces),
        nutrient_g=seen.nutrient_g,
        sugar_g=seen.sugar_g,
    )


def _paces(state: JugState) -> list[Pace]:
    """How this kitchen's finished jugs of the same yeast ran; kept beside each jug."""
    finished = state.jug.account.jugs.filter(removed_at=None, stage__in=FERMENTED).exclude(
        id=state.jug.id
    )
    anew = list(with_events(finished.filter(pace__isnull=True)).order_by("-id")[:_MOST_ANEW])
    for jug in anew:
        Jug.objects.filter(id=jug.id).update(pace=_kept(JugState.load(jug)))
    yeast = _yeast(state)
    same = finished.filter(pace__yeast=yeast, pace__middle__isnull=False).order_by("-id")
    return [
        Pace(tuple(row["middle"]), tuple(row["spread"]))
        for row in same.values_list("pace", flat=True)[:_MOST_PACES]
        if row
    ]


def _kept(state: JugState) -> dict[str, object]:
    """A finished jug's pace as it is kept: empty where it tells none."""
    if state.world is None or state.life is None:
        return {}
    found = pace_of(state.world.jugs[key_of(state.jug)], state.life.verdict)
    if found is None:
        return {}
    return {"yeast": _yeast(state), "middle": found.middle, "spread": found.spread}


def _yeast(state: JugState) -> str:
    """What kind its plan names; nothing where it names none."""
    yeast = state.plan.get("yeast")
    return str(yeast.get("key") or "") if isinstance(yeast, dict) else ""


def _none(why: str) -> ForecastOut:
    return ForecastOut(
        why_not=why,
        points=[],
        dry_from=None,
        dry_likely=None,
        dry_until=None,
        open_ended=False,
        may_not_get_there=0.0,
        proof_days=None,
        learned_from=0,
        nutrient_g=None,
        sugar_g=None,
    )
