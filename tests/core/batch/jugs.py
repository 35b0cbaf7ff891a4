"""Jug files by hand, for tests: short words for plans, events and answers."""

from core.files.journal import read_moment
from core.files.jug_file import answer_jug, read_jug_file

PEAR = {
    "name": "Pear juice", "kind": "juice", "fruit": "pear", "volume_ml": 4000,
    "label": {"sugars_g": "10.8", "per_ml": 100}, "price": "1.15", "pack_ml": 1000,
}  # fmt: skip


def sugar(grams):
    return {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": grams,
            "price": "1.19", "pack_g": 1000}  # fmt: skip


def water(ml):
    return {"name": "Water", "kind": "water", "volume_ml": ml}


def plan(*pours, tolerance=14, **more):
    return {"pours": list(pours), "yeast": {"tolerance_abv": tolerance}, **more}


def on(day, kind, hour=12, **what):
    """Something on a day, counted from 1 September."""
    month, of_month = divmod(day - 1, 30)
    at = f"2026-{9 + month:02d}-{of_month + 1:02d}T{hour:02d}:00:00Z"
    return {"at": at, "kind": kind, "what": what}


def lot(name="a", size=750, count=4, bottle="wine_bottle", closure="cork", **more):
    return {
        "id": name,
        "size_ml": size,
        "count": count,
        "bottle": bottle,
        "closure": closure,
        **more,
    }


def file_of(planned, *journal):
    return {
        "format": "amber-jug",
        "version": 1,
        "name": "Jug",
        "plan": planned,
        "journal": list(journal),
    }


def told(planned, *journal, at=None):
    """core's answer for one jug."""
    read = read_jug_file(file_of(planned, *journal))
    return answer_jug(read, read_moment(at) if at else None)


def told_of(jugs):
    """core's answers for several jugs, each a plan (or None) and its events."""
    listed = [
        {"name": name, "plan": planned, "journal": journal}
        for name, (planned, *journal) in jugs.items()
    ]
    return answer_jug(read_jug_file({"format": "amber-jug", "version": 1, "jugs": listed}))["jugs"]


STABILISED = (
    on(40, "racked", 13), on(40, "noticed", 14, chips=["clear"]), on(40, "measured", 15, ph=3.4),
    on(41, "dosed", 12, dose="sulphite_potassium", mass_g=0.6),
    on(41, "dosed", 13, dose="sorbate", mass_g=1.0),
)  # fmt: skip
