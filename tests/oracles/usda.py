"""Fresh fruit, juice and sugars as the pours count them, against USDA's analyses.

data/usda_sr24.csv holds the rows used, from National Nutrient Database release 24 (public
domain), as printed there.
"""

import csv
from pathlib import Path

from core import tables
from core.must.composition import compose
from core.pack.declared import read_label
from tests.oracles.check import Check

_ROWS = list(
    csv.DictReader((Path(__file__).parent / "data" / "usda_sr24.csv").open(encoding="utf-8"))
)
# Analyses of one fruit, by year and sort, differ by this share of its sugar.
_SPREAD = 0.2


def _sugar_of_fruit(row: dict[str, str]) -> Check:
    ours = 100 * compose("x", row["kind"], fruit=row["key"]).sugar
    theirs = float(row["sugars_g"])
    return Check(
        f"sugar in 100 g: {row['food']}",
        ours,
        theirs,
        _SPREAD * theirs,
        "g",
        _source(row),
    )


def _pulp(row: dict[str, str]) -> Check:
    low, high = tables.FRUITS[row["key"]].pulp
    theirs = float(row["fibre_g"])
    return Check(
        f"pulp in 100 g: {row['food']}", 50 * (low + high), theirs, 0.05 * theirs, "g fibre", _source(row)
    )  # fmt: skip


def _solids_of_juice(row: dict[str, str]) -> Check:
    """All dissolved solids, with the label that USDA's own sugar would print."""
    label = read_label(row["sugars_g"], 100, "g")
    ours = compose("x", row["kind"], fruit=row["key"], label=label).brix
    return Check(
        f"solids in 100 g: {row['food']}", ours, 100 - float(row["water_g"]), 1.0, "g", _source(row)
    )


def _source(row: dict[str, str]) -> str:
    return f"USDA SR24 {row['code']}"


# A fresh mango is not the watered drink sold by its name; passion fruit is half seeds; USDA's
# cranberry juice counts all its carbohydrate as sugar; its carrot juice counts pulp and starch.
_NOT_COMPARED = {
    ("fruit", "mango"),
    ("fruit", "passion_fruit"),
    ("juice", "cranberry"),
    ("juice", "carrot"),
}
_COMPARED = [row for row in _ROWS if (row["kind"], row["key"]) not in _NOT_COMPARED]

CHECKS = [
    *(_sugar_of_fruit(r) for r in _COMPARED if r["kind"] in ("fruit", "juice") and r["sugars_g"]),
    *(_pulp(r) for r in _ROWS if r["kind"] == "fruit" and r["fibre_g"]),
    *(_solids_of_juice(r) for r in _COMPARED if r["kind"] in ("juice", "concentrate")),
]
