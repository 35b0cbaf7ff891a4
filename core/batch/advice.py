"""What to do with a jug now: one thing, with its reason."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from core.batch.due import FED_UNTIL_SHARE, Due
from core.batch.judge import Judged
from core.batch.jug import Jug
from core.estimate.drinks import EATEN
from core.ferment.yeast import HARD_G_PER_L
from core.must.acidity import PH_WARN
from core.plan.balance import usual_nutrient

CODES = (
    "planned",
    "pitched",
    "not_started",
    "going",
    "slow",
    "feed_now",
    "stuck",
    "stopped_sweet",
    "stopped_unsure",
    "near",
    "dry",
    "proven",
    "restarted",
    "stabilised",
    "bottled",
)
"""What it can come to."""

# Yeast is at ease between these, °C, and below this pH it is not. Common practice.
_EASY_C = (18.0, 28.0)
_SOUR_PH = 3.0
_FED = "The fall is counted anew from what went in. Read again in two or three days."
_RUNNING = ("pitched", "going", "slow")
_HEADLINES: Mapping[str, str] = {
    "planned": "Still a plan.",
    "stabilised": "Stabilised.",
    "bottled": "Bottled.",
}


@dataclass(frozen=True, slots=True)
class Advice:
    """`code` is one of CODES; a headline, and a sentence or two of what to do and why."""

    code: str
    headline: str
    text: str


def advice(jug: Jug, verdict: Judged, due: Sequence[Due], at: datetime) -> Advice:
    """What a jug that stands so wants as of `at`."""
    found = verdict.progress
    if verdict.code in _HEADLINES or found is None:
        return Advice(verdict.code, _HEADLINES.get(verdict.code, "Still a plan."), verdict.text)
    if verdict.code == "stopped_short":
        return Advice("stuck", found.headline, f"{found.advice} {_in_this_order(jug)}")
    fed = _to_feed(jug, verdict, due, at) if verdict.code in _RUNNING else None
    if fed is not None:
        text = (
            f"{fed:.1f} g of nutrient, dissolved first: powder makes a lively jug erupt. It is of"
            " use until a third of the sugar is gone."
        )
        return Advice("feed_now", "Feed it now.", text)
    if verdict.code == "pitched" and jug.brew.parts[EATEN] > 0:
        # It ran before: what went in is only counted from here.
        return Advice("going", "Fed, and going on.", _FED)
    code = "proven" if verdict.code == "dry" and verdict.proven else verdict.code
    return Advice(code, found.headline, found.advice)


def _to_feed(jug: Jug, verdict: Judged, due: Sequence[Due], at: datetime) -> float | None:
    """Grams that it wants now: a planned portion whose time has come, or, where it creeps and was
    never fed, a third of what its sugar asks for."""
    for each in due:
        if each.what == "nutrient" and each.since <= at:
            return each.grams
    found = verdict.progress
    if verdict.code != "slow" or found is None or found.share > FED_UNTIL_SHARE:
        return None
    if jug.dosed.nitrogen_mg > 0 or jug.emptied:
        return None
    return usual_nutrient(jug.pours, jug.brew.must).portion_g or None


def _in_this_order(jug: Jug) -> str:
    """The way out of a stop before its time, the least trouble first."""
    ways = [f"{place}. {way}" for place, way in enumerate(_ways_out(jug), start=1)]
    return f"In this order: {'; '.join(ways)}."


def _ways_out(jug: Jug) -> Iterable[str]:
    warm = jug.watch.jug_c
    if warm is not None and warm > _EASY_C[1]:
        yield f"cool it from {warm:.0f} to 20-22 °C"
    elif warm is None or warm < _EASY_C[0]:
        since = "" if warm is None else f" from {warm:.0f}"
        yield f"warm it{since} to 20-22 °C"
    yield "swirl up the lees, and wait three days"
    if jug.ph is None:
        yield "measure its pH: below 3.0 yeast gives up"
    elif jug.ph < _SOUR_PH:
        yield f"at pH {jug.ph:.1f} soften it with bicarbonate to 3.2, and never past {PH_WARN:g}"
    litres = jug.brew.drink().volume_ml / 1000
    yield (
        f"fresh yeast of a stronger kind, {HARD_G_PER_L * litres:.0f} g, woken in warm water and"
        " used to the jug by a little of it at a time"
    )
