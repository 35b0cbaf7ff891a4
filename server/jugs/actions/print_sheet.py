"""Print a batch as a sheet: its plan for the counter, and its life once it has one."""

from typing import Any
from zoneinfo import ZoneInfo

from django.template.loader import render_to_string

from core import tables
from core.batch.lots import BottledLot
from core.bottle.label import label_lines
from core.interval import Interval
from core.plan.amounts_in_words import in_kitchen_things, measured, spooned
from core.plan.planned_dose import DOSED, WHEN
from server.jugs.state import JugState
from server.jugs.telling import told

_LINES_TO_WRITE = 10


def print_sheet(state: JugState) -> bytes:
    """The sheet as a PDF. Raises JobError for a plan that cannot be worked out."""
    # Half a second to load, and only needed here.
    from server.jugs.typesetting import typeset

    return typeset(render_to_string("jugs/sheet.html", _context(state)))


def _context(state: JugState) -> dict[str, Any]:
    recipe, result, account = state.as_poured, state.evaluation, state.jug.account
    system = account.shows
    plan: dict[str, Any] = state.plan
    vessel = tables.VESSELS.get(plan.get("vessel", {}).get("key", ""))
    yeast = tables.YEASTS.get(plan.get("yeast", {}).get("key", ""))
    named = vessel.name if vessel else recipe.vessel_name
    return {
        "jug": state.jug,
        "account": account,
        "counted": f"plan {state.version}",
        "vessel": named or (measured(recipe.vessel_ml, False, system) if recipe.vessel_ml else ""),
        "yeast": yeast.name if yeast else "",
        "pours": [
            {
                "name": f"{pour.name}, {WHEN['before_yeast']}"
                if pour.kind in ("acid", "tannin")
                else pour.name,
                "words": measured(pour.amount, pour.by_mass, system),
                "things": in_kitchen_things(pour, item.pack, account.spoons),
            }
            for pour, item in zip(result.pours, recipe.pours, strict=True)
            if pour.amount > 0
        ],
        "held": measured(recipe.hold_back_ml, False, system) if recipe.hold_back_ml else "",
        "doses": [
            {
                "name": DOSED[dose.kind],
                "words": measured(dose.mass_g, True, system),
                "when": WHEN[dose.when],
                "spoons": spooned(dose.mass_g, dose.kind, account.spoons),
            }
            for dose in sorted(recipe.doses, key=lambda dose: list(WHEN).index(dose.when))
        ],
        "starts": _gravity(result.must.sg),
        "ends": _gravity(result.finish.sg),
        "abv": f"{result.glass.abv.value:.1f} % vol",
        "word": result.glass.word,
        "steps": result.glass.steps,
        "warnings": result.warnings,
        # Once something happened the sheet tells it; until then there is room to write.
        "lines": () if state.pitched else range(_LINES_TO_WRITE),
        "log": _log(state) if state.pitched else (),
        "lots": _lots(state),
        "so_far": _so_far(state),
    }


def _log(state: JugState) -> list[dict[str, str]]:
    """Everything that happened and stands, in its order."""
    zone = ZoneInfo(state.jug.account.time_zone)
    names = {str(jug.id): jug.name for jug in state.kitchen}
    return [
        {
            "day": event.at.astimezone(zone).strftime("%-d %b %Y"),
            "text": told(event, names),
            "note": event.note,
        }
        for event in state.standing
    ]


def _lots(state: JugState) -> list[dict[str, object]]:
    """Its bottles, with what stands in them and what one cost."""
    return [
        {
            "count": lot.filled.lot.count,
            "left": lot.filled.left,
            "size": measured(lot.filled.lot.size_ml, False, state.jug.account.shows),
            "name": lot.filled.lot.closure.name.lower(),
            "abv": f"{lot.abv.value:.1f} % vol",
            "cost": _cost(lot, state.jug.account.currency),
            "says": " ".join(label_lines(lot.label_says, lot.filled.lot.against_advice)),
        }
        for lot in (state.life.lots if state.life else ())
    ]


def _cost(lot: BottledLot, currency: str) -> str:
    """What one of its bottles cost, and what that leaves out."""
    if lot.cost_each is None:
        return ""
    without = " without " + ", ".join(lot.unpriced) if lot.unpriced else ""
    return f"{'at least ' if without else ''}{lot.cost_each} {currency} each{without}"


def _so_far(state: JugState) -> str:
    """How strong it has become by its readings."""
    gone = state.progress
    if gone is None:
        return ""
    found = gone.strength.mass_balance
    return f"{found.value:.1f} % vol ({found.low:.1f}–{found.high:.1f})"


def _gravity(sg: Interval) -> str:
    return f"{sg.value:.3f} ({sg.low:.3f}–{sg.high:.3f})"
