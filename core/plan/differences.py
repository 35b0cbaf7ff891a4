"""Plans side by side: each figure of every one of them, and which of them differ."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.plan.evaluation import Evaluation, Recipe
from core.plan.planned_dose import DOSED, WHEN

# How far figures may lie apart and still be the same to a brewer, by unit.
_SAME = {"SG": 0.0005, "%": 0.05, "ml": 5.0, "g": 0.5, "g/L": 0.05}


@dataclass(frozen=True, slots=True)
class Row:
    """One figure: `values` in the plans' order, a number in `unit` or a text; None where a
    plan has none of it."""

    name: str
    unit: str
    values: tuple[float | str | None, ...]
    differ: bool


def differences(plans: Sequence[tuple[Recipe, Evaluation]]) -> tuple[Row, ...]:
    """What goes into each plan and what becomes of it."""
    rows = [
        _row("Vessel", "ml", [recipe.vessel_ml for recipe, _ in plans]),
        _row("Yeast gives up near", "%", [recipe.tolerance_abv for recipe, _ in plans]),
    ]
    poured = [{pour.name: pour for pour in result.pours} for _, result in plans]
    for name in dict.fromkeys(name for one in poured for name in one):
        by_mass = next(one[name] for one in poured if name in one).by_mass
        amounts = [one[name].amount if name in one else None for one in poured]
        rows.append(_row(name, "g" if by_mass else "ml", amounts))
    dosed = [{(dose.kind, dose.when): dose.mass_g for dose in recipe.doses} for recipe, _ in plans]
    for kind, when in dict.fromkeys(key for one in dosed for key in one):
        grams = [one.get((kind, when)) for one in dosed]
        rows.append(_row(f"{DOSED[kind]}, {WHEN[when]}", "g", grams))
    results = [result for _, result in plans]
    rows += [
        _row("Fill", "ml", [r.must.in_vessel_ml for r in results]),
        _row("Starts at", "SG", [r.must.sg.value for r in results]),
        _row("Ends near", "SG", [r.finish.sg.value for r in results]),
        _row("Strength in the glass", "%", [r.glass.abv.value for r in results]),
        _row("Sugar in the glass", "g/L", [r.glass.sugar_g_per_l for r in results]),
        _row("Sharpness, as tartaric", "g/L", [r.acid.g_per_l.value for r in results]),
        _row("Tannin", "g/L", [r.tannin.g_per_l.value for r in results]),
        _row(
            "A bottle costs",
            "money",
            [None if r.bottles.each is None else f"{r.bottles.each:.2f}" for r in results],
        ),
    ]
    return tuple(rows)


def _row(name: str, unit: str, values: Sequence[float | str | None]) -> Row:
    first = values[0]
    return Row(name, unit, tuple(values), any(not _same(first, value, unit) for value in values))


def _same(one: float | str | None, other: float | str | None, unit: str) -> bool:
    if isinstance(one, str) or isinstance(other, str) or one is None or other is None:
        return one == other
    return abs(one - other) <= _SAME[unit]
