"""Long journals to fold: one jug with much written down, and ten years of a kitchen."""

from datetime import UTC, datetime, timedelta
from typing import Any

from launch.bench.plans import plan_of

_BEGAN = datetime(2016, 9, 1, 18, tzinfo=UTC)
# What somebody writes down who writes down everything: a reading is one in five.
_EVERYTHING: list[tuple[str, dict[str, Any]]] = [
    ("read", {}),
    ("measured", {"temperature_c": 19}),
    ("noticed", {"words": "Foam, smells of pears"}),
    ("cared", {"did": "swirled"}),
    ("dosed", {"dose": "nutrient_organic", "mass_g": 0.1}),
    ("noticed", {"chips": ["settling"]}),
    ("read", {"sample": "drunk", "sample_ml": 20}),
    ("measured", {"ph": 3.4}),
    ("cared", {"did": "cap_eased"}),
    ("added", {"pour": {"name": "Water", "kind": "water", "volume_ml": 20}}),
]


def _event(at: datetime, kind: str, what: dict[str, Any]) -> dict[str, Any]:
    return {"at": at.isoformat(), "kind": kind, "what": what}


def long_journal(events: int) -> dict[str, Any]:
    """A jug file of one jug with so many events over a hundred days."""
    journal = [_event(_BEGAN, "pitched", {"temperature_c": 20})]
    for index in range(1, events):
        kind, what = _EVERYTHING[index % len(_EVERYTHING)]
        if kind == "read":
            what = {**what, "sg": round(0.995 + 0.075 * (1 - index / events) ** 3, 3)}
        journal.append(_event(_BEGAN + timedelta(days=100 * index / events), kind, what))
    return {"format": "amber-jug", "version": 1, "plan": plan_of(10), "journal": journal}


def ten_years(jugs: int) -> dict[str, Any]:
    """A jug file of so many jugs, one in four of them poured in part into the next."""
    listed = []
    for number in range(jugs):
        began = _BEGAN + timedelta(days=3650 * number / jugs)
        journal = [_event(began, "read", {"sg": 1.06}), _event(began, "pitched", {})]
        for day in range(2, 40, 4):
            sg = round(0.996 + 0.064 * (1 - day / 40) ** 3, 3)
            journal.append(_event(began + timedelta(days=day), "read", {"sg": sg}))
        journal.append(_event(began + timedelta(days=41), "racked", {}))
        if number % 4 == 0 and number + 1 < jugs:
            into = [{"jug": f"Jug {number + 1}", "volume_ml": 400}]
            journal.append(_event(began + timedelta(days=60), "transferred", {"into": into}))
        lot = {"id": "a", "size_ml": 330, "count": 3, "bottle": "beer_bottle", "closure": "crown"}
        journal.append(_event(began + timedelta(days=90), "bottled", {"lots": [lot]}))
        listed.append({"name": f"Jug {number}", "plan": plan_of(4), "journal": journal})
    return {"format": "amber-jug", "version": 1, "jugs": listed}
