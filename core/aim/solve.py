"""The amounts that reach an aim: one or two unknown pours, by mass balance."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from scipy.optimize import brentq

from core.aim.balancing import balancing
from core.errors import JobError
from core.ferment.finish import dry_abv
from core.measure.density import brix_from_sg, density_g_per_ml
from core.must.mixing import EMPTY_G, MOST_ML, NOTHING, Mix, Pour, mix_of

# No yeast goes further, % vol.
MOST_ABV = 20.0
# Nobody adds more than this many times what is already there.
_REACH = 20.0
# How near the aim a solution comes: % vol, or points.
_CLOSE = 1e-3
_ROUNDS = 60


# A pour by its name, or a blend of two.
Unknown = str | tuple[str, str]


@dataclass(frozen=True, slots=True)
class Aim:
    """What is wanted: `abv` (% vol) or `og` (20/20), `fill_ml` of must, or one with the other.

    `solve` names as many unknowns as there are aims. One is a pour, whose given amount is
    ignored, or two pours: the share between them then gives, and their total stays.
    Beside these, acidity (`acid_g_per_l`, as tartaric) is reached by a pour of acid in
    `solve`, tannin (`tannin_g_per_l`) by one of tannin; `shares` say of which pours what
    part of the must's volume (0 to 1) they are to be.
    """

    solve: tuple[Unknown, ...]
    abv: float | None = None
    og: float | None = None
    fill_ml: float | None = None
    acid_g_per_l: float | None = None
    tannin_g_per_l: float | None = None
    shares: Mapping[str, float] = field(default_factory=dict)

    def names(self) -> tuple[str, ...]:
        """Every pour that may give."""
        given = tuple(
            name
            for unknown in self.solve
            for name in ((unknown,) if isinstance(unknown, str) else unknown)
        )
        return (*given, *(name for name in self.shares if name not in given))

    def wanted(self) -> str:
        """The strength part of the aim, or the fill alone, as said in a sentence."""
        if self.abv is not None:
            return f"{self.abv:g} %"
        return f"{self.og:.3f}" if self.og is not None else f"{(self.fill_ml or 0) / 1000:.2f} L"

    @property
    def by_strength(self) -> bool:
        """Whether a strength or a gravity is wanted, or a fill alone: made up to the mark."""
        return self.abv is not None or self.og is not None


def solve(pours: Sequence[Pour], aim: Aim, tolerance_abv: float | None = None) -> tuple[Pour, ...]:
    """The pours with the unknown amounts filled in.

    Strength is that of the finished drink (mass balance), gravity that of the must.
    Raises JobError when the aim does not determine the pours, or cannot be met; the
    sentence says which way it fails.
    """
    balance = balancing(
        pours,
        aim.solve,
        aim.acid_g_per_l,
        aim.tannin_g_per_l,
        aim.shares,
        aim.fill_ml is not None,
    )
    if not balance:
        return _solve_strength(pours, aim, tolerance_abv)
    own = {pours[place].name for place in balance}
    main = replace(
        aim,
        solve=tuple(unknown for unknown in aim.solve if unknown not in own),
        acid_g_per_l=None,
        tannin_g_per_l=None,
        shares={},
    )
    # Grams of acid hardly move the rest, so turn and turn about settles in a few rounds.
    solved = tuple(
        pour.with_amount(0.0) if place in balance else pour for place, pour in enumerate(pours)
    )
    for _ in range(_ROUNDS):
        before = solved
        if main.solve or main.by_strength or main.fill_ml is not None:
            solved = _solve_strength(solved, main, tolerance_abv)
        solved = tuple(
            pour.with_amount(balance[place](solved, place)) if place in balance else pour
            for place, pour in enumerate(solved)
        )
        if all(abs(a.amount - b.amount) < 1e-6 for a, b in zip(before, solved, strict=True)):
            return solved
    raise JobError("These targets pull against each other: remove one of them.", "aim")


def _solve_strength(
    pours: Sequence[Pour], aim: Aim, tolerance_abv: float | None
) -> tuple[Pour, ...]:
    """Strength or gravity, and perhaps fill, reached."""
    unknown = _unknowns(pours, aim)
    if aim.abv is not None and tolerance_abv is not None and aim.abv > tolerance_abv:
        raise JobError(
            f"The yeast gives up near {tolerance_abv:g} %: aim lower than {aim.abv:g} %, or"
            " choose a yeast that stands more.",
            "aim.abv",
        )
    ignored = {places[0] for places in unknown if len(places) == 1}
    fixed = NOTHING
    for index, pour in enumerate(pours):
        if index not in ignored:
            fixed = fixed.plus(_placed_mix(pour, index))
    per_unit = []
    for first, *other in unknown:
        mix = _placed_mix(pours[first].with_amount(1.0), first)
        for second in other:
            mix = mix.plus(_placed_mix(pours[second].with_amount(1.0), second), -1.0)
        per_unit.append(mix)

    if not aim.by_strength and aim.fill_ml is not None:
        amounts = [_to_the_mark(fixed, per_unit[0], aim.fill_ml)]
    elif aim.fill_ml is None:
        blend = [pours[place] for place in unknown[0]] if len(unknown[0]) == 2 else None
        amounts = [_solve_one(fixed, per_unit[0], aim, blend)]
    else:
        amounts = _solve_two(fixed, per_unit, aim, aim.fill_ml)
    solved = list(pours)
    for places, amount in zip(unknown, amounts, strict=True):
        if len(places) == 2:
            more, less = (pours[place] for place in places)
            _refuse_impossible_share(more, less, amount, aim)
            solved[places[0]] = more.with_amount(max(more.amount + amount, 0.0))
            solved[places[1]] = less.with_amount(max(less.amount - amount, 0.0))
        else:
            _refuse_impossible(pours[places[0]], amount, fixed, aim)
            solved[places[0]] = pours[places[0]].with_amount(max(amount, 0.0))
    return tuple(solved)


def _placed_mix(pour: Pour, index: int) -> Mix:
    try:
        return mix_of(pour)
    except JobError as error:
        raise error.within(f"pours[{index}]") from error


def _unknowns(pours: Sequence[Pour], aim: Aim) -> list[tuple[int, ...]]:
    """Places in `pours` of each unknown: one, or two for a blend."""
    if not pours:
        raise JobError("Nothing has been added yet: add at least one ingredient.", "pours")
    if aim.abv is not None and aim.og is not None:
        raise JobError("Set a strength (abv) or a start gravity (og), one of them.", "aim")
    if not aim.by_strength and aim.fill_ml is None:
        raise JobError("Set a strength (abv), a start gravity (og), or a fill (fill_ml).", "aim")
    if aim.abv is not None and not 0 < aim.abv <= MOST_ABV:
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
    aims = int(aim.by_strength) + int(aim.fill_ml is not None)
    named = [(name,) if isinstance(name, str) else name for name in aim.solve]
    flat = aim.names()
    if len(aim.solve) != aims or len(set(flat)) != len(flat):
        raise JobError(
            "Strength and fill need two ingredients set to “Adjusts”."
            if aims == 2
            else f"A {'strength' if aim.by_strength else 'fill'} needs one ingredient set to"
            " “Adjusts”.",
            "aim.solve",
        )
    if not aim.by_strength and not isinstance(aim.solve[0], str):
        raise JobError("Another share of a blend fills no more: let one ingredient adjust.", "aim")
    known = [pour.name for pour in pours]
    for name in flat:
        if known.count(name) != 1:
            raise JobError(
                f"No ingredient is called “{name}”."
                if name not in known
                else f"Two ingredients are called “{name}”: give them names of their own.",
                "aim.solve",
            )
    places = [tuple(known.index(name) for name in names) for names in named]
    for blend in places:
        if len(blend) == 2 and pours[blend[0]].by_mass != pours[blend[1]].by_mass:
            raise JobError("Measure both ingredients of a blend in ml, or both in g.", "aim.solve")
    return places


def _strength_of(aim: Aim) -> Callable[[Mix], float]:
    if aim.abv is not None:
        return dry_abv
    return lambda mix: 1000 * (mix.sg - 1)


def _target(aim: Aim) -> float:
    if aim.abv is not None:
        return aim.abv
    assert aim.og is not None
    return 1000 * (aim.og - 1)


def _solve_one(fixed: Mix, per_unit: Mix, aim: Aim, blend: Sequence[Pour] | None) -> float:
    """Amount of one pour; negative when some would have to come out again.

    With a `blend`, how much more of its first and less of its second.
    """
    if per_unit.mass < 0 and blend is None:
        # What is boiled off is water taken out: the same search, the other way round.
        return -_solve_one(fixed, NOTHING.plus(per_unit, -1.0), aim, None)
    strength_of, target = _strength_of(aim), _target(aim)

    def off(amount: float) -> float:
        mix = fixed.plus(per_unit, amount)
        try:
            return strength_of(mix) - target
        except JobError:
            # Past what dissolves, or nothing left: very strong, or very weak.
            return math.copysign(1e6, mix.sugar)

    if blend:
        low, high = -blend[0].amount, blend[1].amount
    else:
        # Taking out stops short of an empty jug, and of one with no sugar or solids left.
        low = -0.95 * fixed.mass / per_unit.mass
        solids = per_unit.sugar + per_unit.extract
        if solids > 0:
            low = max(low, -(fixed.sugar + fixed.extract) / solids)
        high = _REACH * max(fixed.mass, 1000.0) / per_unit.mass
    found = None
    if off(low) * off(high) <= 0:
        found = float(brentq(off, low, high, xtol=1e-9, rtol=1e-12))
    # Where the trial mixtures break off there is a jump through the aim, and no root.
    if blend and found is None:
        side = "weaker" if max(off(low), off(high)) < 0 else "stronger"
        raise JobError(
            f"No share of {blend[0].name} and {blend[1].name} reaches {aim.wanted()}: any blend of"
            f" them is {side}.",
            "aim",
        )
    if found is None or abs(off(found)) > _CLOSE:
        already = "stronger" if off(0.0 if fixed.mass > 0 else high) > 0 else "weaker"
        raise JobError(
            f"No amount of {_said(aim.solve[0])} reaches {aim.wanted()}: the rest is already"
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
    sizes = [abs(mix.mass) + abs(mix.sugar + mix.extract) for mix in per_unit]
    one, other = (_said(unknown) for unknown in aim.solve)
    if abs(determinant) <= 1e-6 * sizes[0] * sizes[1]:
        raise JobError(
            f"{one} and {other} are the same strength: solve for a stronger and a weaker pour.",
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
            f"{aim.wanted()} cannot be reached with {one} and {other}: let a sugar or a juice"
            " adjust.",
            "aim",
        )
    return amounts(float(brentq(off, low, high, xtol=1e-12, rtol=1e-12)))


def _to_the_mark(fixed: Mix, per_unit: Mix, fill_ml: float) -> float:
    """Amount of one pour that fills so far; negative when some would have to come out again."""

    def off(amount: float) -> float:
        mix = fixed.plus(per_unit, amount)
        if mix.mass < EMPTY_G:
            return -fill_ml
        try:
            return mix.volume_ml - fill_ml
        except JobError:
            # More than dissolves is more than enough.
            return fill_ml

    start = off(0.0)
    # Nothing takes more room dissolved than so much water.
    most = (2 * abs(start) + 1) / abs(per_unit.mass)
    if start * per_unit.mass > 0 or off(most) * start > 0:
        return -abs(start) / abs(per_unit.mass)
    return float(brentq(off, 0.0, most, xtol=1e-9))


def _said(unknown: Unknown) -> str:
    return f"“{unknown}”" if isinstance(unknown, str) else " and ".join(f"“{n}”" for n in unknown)


def _refuse_impossible_share(first: Pour, second: Pour, amount: float, aim: Aim) -> None:
    for pour, left in ((first, first.amount + amount), (second, second.amount - amount)):
        if left < -1e-6:
            unit = "g" if pour.by_mass else "ml"
            raise JobError(
                f"Without any {pour.name} it is still {-left:.0f} {unit} too much: no share of"
                f" {first.name} and {second.name} reaches {aim.wanted()} in that fill.",
                "aim",
            )


def _refuse_impossible(pour: Pour, amount: float, fixed: Mix, aim: Aim) -> None:
    if amount >= -1e-6:
        if amount > MOST_ML:
            raise JobError(f"It would take more {pour.name} than a kitchen holds.", "aim")
        return
    unit = "g" if pour.by_mass else "ml"
    holds = pour.composition()
    alone = fixed.volume_ml if fixed.mass > 0 else 0.0
    if aim.fill_ml is not None and alone > aim.fill_ml:
        why = (
            f"the rest already comes to {alone / 1000:.2f} L, and {aim.fill_ml / 1000:.2f} L is"
            " wanted"
        )
    elif pour.kind == "boiled_off":
        why = f"nothing need boil off to reach {aim.wanted()}"
    elif holds.ferment > 0:
        why = f"the juice alone is stronger than {aim.wanted()}"
    else:
        why = f"the rest is too weak for {aim.wanted()}"
    raise JobError(
        f"Without any {pour.name} it is still {-amount:.0f} {unit} too much: {why}.", "aim"
    )
