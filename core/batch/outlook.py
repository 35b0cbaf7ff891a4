"""How a jug is likely to go on from here, in its own days and dates."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from core.batch.due import FED_UNTIL_SHARE
from core.batch.judge import Judged
from core.batch.jug import Jug
from core.batch.watch import LAG_DAYS, days_between
from core.errors import JobError
from core.estimate.views import Estimate
from core.ferment.forecast import Ends, Forecast, Pace, forecast, pace
from core.ferment.kinetics import Conditions, WhatIf
from core.ferment.yeast import NUTRIENT_MG_PER_G
from core.plan.balance import juice_nitrogen_mg_per_l, usual_nutrient

_WARMEST_C, _ROOM_C = 35.0, 20.0
_MOST_FED_G_PER_L = 100.0
# What is asked about being fed: some twenty points, as one weighs it.
_FED_G_PER_L, _FED_STEP_G = 44.0, 50.0
_MOST_NUTRIENT_G_PER_L = 1.0
_DONE = "It is done: there is nothing to forecast."
# What may yet creep is not told that it does not ferment.
_STANDS = "It stands still. Whether it goes on, the next reading tells, and no forecast."
_TOO_FEW = "After the second reading there is a forecast."


@dataclass(frozen=True, slots=True)
class Asked:
    """What would be changed from the last reading on: degrees warmer, grams of nutrient
    (diammonium phosphate) and of sugar put in."""

    warmer_c: float = 0.0
    nutrient_g: float = 0.0
    sugar_g: float = 0.0


@dataclass(frozen=True, slots=True)
class Outlook:
    """`why_not` says why there is no forecast, and what would bring one; it is empty where there
    is one. `dry` are the 10, 50 and 90 % dates of being within a point of the end; by its pace
    the same reading `proof_days` apart then proves it. `nutrient_g` is a portion that would still
    be of use, `sugar_g` what lifts it by some twenty points."""

    why_not: str
    began: datetime | None = None
    forecast: Forecast | None = None
    dry: tuple[datetime, datetime, datetime] | None = None
    proof_days: float | None = None
    nutrient_g: float | None = None
    sugar_g: float | None = None


def outlook(
    jug: Jug, verdict: Judged, asked: Asked | None = None, paces: Sequence[Pace] = ()
) -> Outlook:
    """The forecast of a jug as it stands, or as it would be; `paces` of finished jugs like it.

    Raises JobError, placed at what is asked, for a change that no yeast is glad of.
    """
    told = jug.estimate
    if told is None or verdict.progress is None:
        return Outlook("It does not ferment: there is nothing to forecast.")
    if verdict.stopped:
        done = verdict.proven or verdict.code == "stabilised"
        return Outlook(_DONE if done else _STANDS)
    began = jug.pitched_at
    readings = jug.watch.in_days(began) if began else ()
    if began is None or len(readings) < 2:
        return Outlook(_TOO_FEW)
    if jug.watch.jug_c is None:
        return Outlook("Write how warm the jug stands, and there is a forecast.")
    if not 0 <= jug.watch.jug_c <= _WARMEST_C:
        return Outlook(f"At {jug.watch.jug_c:.0f} °C yeast is not at work: 18 to 22 suits it.")
    what_if = _what_if(jug, verdict, asked or Asked())
    found = forecast(readings, _ends(jug, told), conditions(jug), what_if, paces)
    if found is None:
        return Outlook(_TOO_FEW)
    # The moment that its days are counted from (see Watch.in_days).
    first = max(began, jug.watch.readings[0].at)
    early, likely, late = (first + timedelta(days=day) for day in found.dry_days)
    # Only where a reading can prove it at all.
    needs = verdict.progress.rest.needs_days if verdict.promise is not None else None
    litres = jug.brew.drink().volume_ml / 1000
    return Outlook(
        "",
        first,
        found,
        (early, likely, late),
        needs,
        _portion_g(jug, verdict),
        max(round(_FED_G_PER_L * litres / _FED_STEP_G), 1) * _FED_STEP_G,
    )


def pace_of(jug: Jug, verdict: Judged) -> Pace | None:
    """How a jug that is finished ran, for the next ones like it; None where it does not tell."""
    ran = jug.as_it_went if jug.emptied and jug.as_it_went is not None else jug
    told = ran.estimate
    if not verdict.proven or told is None or ran.pitched_at is None:
        return None
    if ran.watch.jug_c is None or ran.brew.empty:
        return None
    return pace(ran.watch.in_days(ran.pitched_at), _ends(ran, told), conditions(ran))


def _ends(jug: Jug, told: Estimate) -> Ends:
    """Where each of its members comes to, those that stick too; and where it began, which a first
    reading over undissolved sugar does not show."""
    sg, dry, must = (1 + told.shows(drinks) / 1000 for drinks in (told.ended, told.dry, told.must))
    first = jug.watch.readings[0].at
    began = jug.pitched_at is not None and days_between(jug.pitched_at, first) <= LAG_DAYS
    return Ends(sg, dry, told.weights, must if began else None)


def _portion_g(jug: Jug, verdict: Judged) -> float | None:
    """A third of the nutrient that its must asks for, while it is of use."""
    if verdict.progress is None or verdict.progress.share > FED_UNTIL_SHARE:
        return None
    return round(usual_nutrient(jug.pours, jug.brew.must).portion_g, 1) or None


def conditions(jug: Jug) -> Conditions:
    """What a jug ferments under; in a room of 20 °C where nobody wrote how warm it stands."""
    warm_c = _ROOM_C if jug.watch.jug_c is None else jug.watch.jug_c
    if jug.brew.empty:
        return Conditions(warm_c, jug.tolerance_abv)
    litres = jug.brew.drink().volume_ml / 1000
    brought = juice_nitrogen_mg_per_l(jug.pours, litres * 1000)
    return Conditions(
        warm_c,
        jug.tolerance_abv,
        jug.ph,
        brought + jug.dosed.nitrogen_mg / litres,
        jug.yeast_g / litres if jug.yeast_g else None,
    )


def _what_if(jug: Jug, verdict: Judged, asked: Asked) -> WhatIf:
    warm = (jug.watch.jug_c or 0.0) + asked.warmer_c
    if not 0 <= warm <= _WARMEST_C:
        raise JobError(f"{warm:.0f} °C is nothing for yeast: stay between 0 and 35.", "warmer")
    litres = jug.brew.drink().volume_ml / 1000
    if not 0 <= asked.sugar_g <= _MOST_FED_G_PER_L * litres:
        most = _MOST_FED_G_PER_L * litres
        raise JobError(f"Feed {most:.0f} g at the most at a time.", "sugar")
    if not 0 <= asked.nutrient_g <= _MOST_NUTRIENT_G_PER_L * litres:
        most = _MOST_NUTRIENT_G_PER_L * litres
        raise JobError(f"Of nutrient {most:.1f} g is the most for this jug.", "nutrient")
    gone = verdict.progress is not None and verdict.progress.share > FED_UNTIL_SHARE
    if asked.nutrient_g and gone:
        raise JobError(
            "A third of the sugar is gone: nutrient now feeds what spoils it.", "nutrient"
        )
    nitrogen = asked.nutrient_g * NUTRIENT_MG_PER_G["diammonium_phosphate"] / litres
    return WhatIf(asked.warmer_c, nitrogen, asked.sugar_g / litres)
