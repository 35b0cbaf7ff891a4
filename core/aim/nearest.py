"""When an aim cannot be met: the nearest that can, with the same pours."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from scipy.optimize import brentq

from core.aim.solve import MOST_ABV, Aim, solve
from core.errors import JobError
from core.ferment.finish import dry_abv
from core.must.mixing import Mix, Pour

# How a miss in strength weighs against one in fill: half a per cent as a tenth of the jug.
_ABV_WEIGHT = 0.5
_FILL_WEIGHT = 0.1
_MOST_TIMES = 50.0
# No aim has more to give than strength and fill ask for; past this it is none.
_MOST_GIVING = 4
# What gives way first where too little may: bought for it, and from the tap.
_GIVES_FIRST = ("sugar", "water", "syrup", "concentrate", "juice")


@dataclass(frozen=True, slots=True)
class Nearest:
    """Pours that come nearest to an aim; what they reach, % vol and ml; and in words.

    `adjusts` names pours whose amount was fixed: let them give, and the aim is met.
    """

    pours: tuple[Pour, ...]
    abv: float
    fill_ml: float
    text: str
    adjusts: tuple[str, ...] = ()


def nearest(
    pours: Sequence[Pour],
    aim: Aim,
    tolerance_abv: float | None = None,
    locked: Collection[str] = (),
) -> Nearest | None:
    """The nearest that these pours can come to an aim that they cannot meet; None if nothing.

    Where too few pours may give, those that may as well, but for what is `locked` (names), or
    None: what is fixed is the cause.
    Tried in turn: as strong as the yeast goes, and each pour that gives left out while the
    other reaches the fill, or the strength. Aims of acidity, tannin and shares are let go.
    """
    if _too_few_give(pours, aim):
        # Any other amounts would be near for a reason that is not theirs.
        return _released(pours, aim, tolerance_abv, locked)
    aim = replace(aim, acid_g_per_l=None, tannin_g_per_l=None, shares={})
    names = [pour.name for pour in pours]
    giving = [name for name in aim.names() if names.count(name) == 1][:_MOST_GIVING]
    if aim.fill_ml is not None and aim.fill_ml <= 0:
        raise JobError("Give the fill in ml, like 4500.", "aim.fill_ml")
    most = MOST_ABV if tolerance_abv is None else tolerance_abv
    if aim.abv is not None and aim.abv > most:
        aim = replace(aim, abv=most)
        found = _tried(pours, aim, tolerance_abv)
        if found is not None:
            return _told(found, giving, tolerance_abv)
    tries: list[tuple[Pour, ...]] = []
    for name in giving:
        others = [other for other in giving if other != name]
        without = [p.with_amount(0.0) if p.name == name else p for p in pours]
        for other in others:
            place = names.index(other)
            if aim.fill_ml is not None:
                filled = _filled(without, place, aim.fill_ml)
                tries += [filled] if filled else []
            stronger = _tried(without, replace(aim, solve=(other,), fill_ml=None), tolerance_abv)
            tries += [stronger] if stronger else []
    tries.append(tuple(p.with_amount(0.0) if p.name in giving else p for p in pours))
    can = [tried for tried in tries if Mix.of(tried).mass > 1]
    if not can:
        return None
    best = min(can, key=lambda tried: _miss(Mix.of(tried), aim, tolerance_abv))
    return _told(best, giving, tolerance_abv)


def _too_few_give(pours: Sequence[Pour], aim: Aim) -> bool:
    """Whether strength and fill have fewer pours to give than they need; acid and tannin are
    for sharpness and bite."""
    for_taste = {pour.name for pour in pours if pour.kind in ("acid", "tannin")}
    for_strength = [unknown for unknown in aim.solve if unknown not in for_taste]
    return len(for_strength) < int(aim.by_strength) + int(aim.fill_ml is not None)


def _released(
    pours: Sequence[Pour], aim: Aim, tolerance_abv: float | None, locked: Collection[str]
) -> Nearest | None:
    """The aim met by letting one or two more pours give; None where that does not meet it."""
    names = [pour.name for pour in pours]
    fixed = sorted(
        (
            pour
            for pour in pours
            if pour.kind in _GIVES_FIRST
            and pour.name not in aim.names()
            and pour.name not in locked
            and names.count(pour.name) == 1
        ),
        key=lambda pour: _GIVES_FIRST.index(pour.kind),
    )[:_MOST_GIVING]
    for more in (*combinations(fixed, 1), *combinations(fixed, 2)):
        adjusts = tuple(pour.name for pour in more)
        found = _tried(pours, replace(aim, solve=(*aim.solve, *adjusts)), tolerance_abv)
        if found is not None:
            mix = Mix.of(found)
            amounts = [_amount(pour) for pour in found if pour.name in adjusts]
            are = "is" if len(more) == 1 else "are"
            text = (
                f"{' and '.join(adjusts)} {are} set to \u201cFixed\u201d. Set to"
                f" \u201cAdjusts\u201d, the target is met with {' and '.join(amounts)}."
            )
            return Nearest(found, _strength(mix, tolerance_abv), mix.volume_ml, text, adjusts)
    return None


def _amount(pour: Pour) -> str:
    if pour.amount < 0.5:
        return f"no {pour.name}"
    return f"{pour.amount:.0f} {'g' if pour.by_mass else 'ml'} {pour.name}"


def _tried(pours: Sequence[Pour], aim: Aim, tolerance_abv: float | None) -> tuple[Pour, ...] | None:
    try:
        return solve(pours, aim, tolerance_abv)
    except JobError:
        return None


def _filled(pours: Sequence[Pour], place: int, fill_ml: float) -> tuple[Pour, ...] | None:
    """With so much of one pour that it fills `fill_ml`; None when it is over already."""

    def with_it(amount: float) -> tuple[Pour, ...]:
        return tuple(p.with_amount(amount) if i == place else p for i, p in enumerate(pours))

    def over(amount: float) -> float:
        mix = Mix.of(with_it(amount))
        try:
            return (mix.volume_ml if mix.mass > 1 else 0.0) - fill_ml
        except JobError:
            # More than dissolves is more than enough.
            return fill_ml

    high = _MOST_TIMES * fill_ml
    if over(0.0) >= 0 or over(high) <= 0:
        return None
    return with_it(float(brentq(over, 0.0, high, xtol=1e-6)))


def _strength(mix: Mix, tolerance_abv: float | None) -> float:
    dry = dry_abv(mix)
    return dry if tolerance_abv is None else min(dry, tolerance_abv)


def _miss(mix: Mix, aim: Aim, tolerance_abv: float | None) -> float:
    try:
        off = 0.0
        if aim.abv is not None:
            off += abs(_strength(mix, tolerance_abv) - aim.abv) / _ABV_WEIGHT
        if aim.og is not None:
            off += abs(mix.sg - aim.og) * 1000 / 7.5 / _ABV_WEIGHT
        if aim.fill_ml is not None:
            off += abs(mix.volume_ml / aim.fill_ml - 1) / _FILL_WEIGHT
    except JobError:
        return float("inf")
    return off


def _told(pours: tuple[Pour, ...], giving: Sequence[str], tolerance_abv: float | None) -> Nearest:
    mix = Mix.of(pours)
    amounts = [_amount(pour) for pour in pours if pour.name in giving]
    abv = _strength(mix, tolerance_abv)
    return Nearest(
        pours,
        abv,
        mix.volume_ml,
        f"The nearest: {' and '.join(amounts)}, which makes {abv:.1f} % in"
        f" {mix.volume_ml / 1000:.2f} L.",
    )
