"""The amounts that reach an aim: one or two unknown pours, by mass balance."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from scipy.optimize import brentq

from core.density import brix_from_sg, density_g_per_ml
from core.errors import JobError
from core.ferment import dry_abv
from core.must import MOST_ML, NOTHING, Mix, Pour, mix_of

# Nobody adds more than this many times what is already there.
_REACH = 20.0
# How near the aim a solution comes: % vol, or points.
_CLOSE = 1e-3


@dataclass(frozen=True, slots=True)
class Aim:
    """What is wanted: `abv` (% vol) or `og` (20/20), and perhaps `fill_ml` of must.

    `solve` names as many pours as there are aims; their given amounts are ignored.
    """

    solve: tuple[str, ...]
    abv: float | None = None
    og: float | None = None
    fill_ml: float | None = None

    def wanted(self) -> str:
        """The strength part of the aim, as said in a sentence."""
        return f"{self.abv:g} %" if self.abv is not None else f"{self.og:.3f}"


def solve(pours: Sequence[Pour], aim: Aim, tolerance_abv: float | None = None) -> tuple[Pour, ...]:
    """The pours with the unknown amounts filled in.

    Strength is that of the finished drink (mass balance), gravity that of the must.
    Raises JobError when the aim does not determine the pours, or cannot be met; the
    sentence says which way it fails.
    """
    unknown = _unknowns(pours, aim)
    if aim.abv is not None and tolerance_abv is not None and aim.abv > tolerance_abv:
        raise JobError(
            f"The yeast gives up near {tolerance_abv:g} %: aim lower than {aim.abv:g} %, or"
            " choose a yeast that stands more.",
            "aim.abv",
        )
    fixed = NOTHING
    for index, pour in enumerate(pours):
        if index not in unknown:
            try:
                fixed = fixed.plus(mix_of(pour))
            except JobError as error:
                raise error.within(f"pours[{index}]") from error
    per_unit = []
    for index in unknown:
        try:
            per_unit.append(mix_of(pours[index].with_amount(1.0)))
        except JobError as error:
            raise error.within(f"pours[{index}]") from error

    if aim.fill_ml is None:
        amounts = [_solve_one(fixed, per_unit[0], aim)]
    else:
        amounts = _solve_two(fixed, per_unit, aim, aim.fill_ml)
    solved = list(pours)
    for index, amount in zip(unknown, amounts, strict=True):
        _refuse_impossible(pours[index], amount, fixed, aim)
        solved[index] = pours[index].with_amount(max(amount, 0.0))
    return tuple(solved)


def _unknowns(pours: Sequence[Pour], aim: Aim) -> list[int]:
    if not pours:
        raise JobError("Nothing is poured yet: pour at least one thing in.", "pours")
    if (aim.abv is None) == (aim.og is None):
        raise JobError("Aim for a strength (abv) or a start gravity (og), one of them.", "aim")
    if aim.abv is not None and not 0 < aim.abv <= 20:
        raise JobError(
            f"{aim.abv:g} % is not a strength yeast reaches: aim between 0.5 and 20 %.", "aim.abv"
        )
    if aim.og is not None and not 1 < aim.og <= 1.2:
        raise JobError(
            f"A start gravity of {aim.og:g} is outside what ferments: aim between 1.001 and 1.200.",
            "aim.og",
        )
    if aim.fill_ml is not None and not 0 < aim.fill_ml <= MOST_ML:
        raise JobError(
            f"A fill of {aim.fill_ml:g} ml is not one a vessel has: give ml, like 4500.",
            "aim.fill_ml",
        )
    aims = 1 if aim.fill_ml is None else 2
    if len(aim.solve) != aims or len(set(aim.solve)) != aims:
        raise JobError(
            "An aim with a fill needs two pours to solve for."
            if aims == 2
            else "An aim without a fill needs one pour to solve for.",
            "aim.solve",
        )
    names = [pour.name for pour in pours]
    for name in aim.solve:
        if names.count(name) != 1:
            raise JobError(
                f"No pour is called “{name}”."
                if name not in names
                else f"Two pours are called “{name}”: give them names of their own.",
                "aim.solve",
            )
    return [names.index(name) for name in aim.solve]


def _strength_of(aim: Aim) -> Callable[[Mix], float]:
    if aim.abv is not None:
        return dry_abv
    return lambda mix: 1000 * (mix.sg - 1)


def _target(aim: Aim) -> float:
    if aim.abv is not None:
        return aim.abv
    assert aim.og is not None
    return 1000 * (aim.og - 1)


def _solve_one(fixed: Mix, per_unit: Mix, aim: Aim) -> float:
    """Amount of one pour; negative when some would have to come out again."""
    strength_of, target = _strength_of(aim), _target(aim)

    def off(amount: float) -> float:
        mix = fixed.plus(per_unit, amount)
        try:
            return strength_of(mix) - target
        except JobError:
            # Past what dissolves, or nothing left: very strong, or very weak.
            return math.copysign(1e6, mix.sugar)

    # Taking out stops short of an empty jug, and of one with no sugar or other solids left.
    low = -0.95 * fixed.mass / per_unit.mass
    solids = per_unit.sugar + per_unit.extract
    if solids > 0:
        low = max(low, -(fixed.sugar + fixed.extract) / solids)
    high = _REACH * max(fixed.mass, 1000.0) / per_unit.mass
    found = None
    if off(low) * off(high) <= 0:
        found = float(brentq(off, low, high, xtol=1e-9, rtol=1e-12))
    # Where the trial mixtures break off there is a jump through the aim, and no root.
    if found is None or abs(off(found)) > _CLOSE:
        already = "stronger" if off(0.0 if fixed.mass > 0 else high) > 0 else "weaker"
        raise JobError(
            f"No amount of {aim.solve[0]} reaches {aim.wanted()}: the rest is already"
            f" {already}, and it does not pull the other way.",
            "aim",
        )
    return found


def _solve_two(fixed: Mix, per_unit: Sequence[Mix], aim: Aim, fill_ml: float) -> list[float]:
    """Amounts of two pours that fill `fill_ml`; negative ones would have to come out.

    A fill at a given start gravity fixes mass and solids, which are linear in the amounts;
    the strength then rises with that gravity, so one root settles it.
    """
    first, second = per_unit
    solids = (first.sugar + first.extract, second.sugar + second.extract)
    determinant = first.mass * solids[1] - second.mass * solids[0]
    if abs(determinant) < 1e-6 * first.mass * second.mass:
        raise JobError(
            f"“{aim.solve[0]}” and “{aim.solve[1]}” are the same strength: solve for a"
            " stronger and a weaker pour.",
            "aim.solve",
        )

    def amounts(og: float) -> list[float]:
        mass = fill_ml * density_g_per_ml(og)
        more = mass - fixed.mass
        more_solids = mass * brix_from_sg(og) / 100 - fixed.sugar - fixed.extract
        return [
            (more * solids[1] - second.mass * more_solids) / determinant,
            (first.mass * more_solids - more * solids[0]) / determinant,
        ]

    if aim.og is not None:
        return amounts(aim.og)

    def off(og: float) -> float:
        x, y = amounts(og)
        return dry_abv(fixed.plus(first, x).plus(second, y)) - _target(aim)

    low, high = 1.0001, 1.3
    if off(low) * off(high) > 0:
        raise JobError(
            f"{aim.wanted()} cannot be reached with “{aim.solve[0]}” and “{aim.solve[1]}”:"
            " let a sugar or a juice give.",
            "aim",
        )
    return amounts(float(brentq(off, low, high, xtol=1e-12, rtol=1e-12)))


def _refuse_impossible(pour: Pour, amount: float, fixed: Mix, aim: Aim) -> None:
    if amount >= -1e-6:
        if amount > MOST_ML:
            raise JobError(f"It would take more {pour.name} than a kitchen holds.", "aim")
        return
    unit = "g" if pour.by_mass else "ml"
    holds = pour.composition()
    alone = fixed.volume_ml if fixed.mass > 0 else 0.0
    if aim.fill_ml is not None and alone > aim.fill_ml:
        why = f"what is poured already fills {alone / 1000:.2f} L of {aim.fill_ml / 1000:.2f} L"
    elif holds.ferment > 0:
        why = f"the juice alone is stronger than {aim.wanted()}"
    else:
        why = f"the rest is too weak for {aim.wanted()}"
    raise JobError(f"needs {amount:.0f} {unit} of {pour.name}: {why}.", "aim")
