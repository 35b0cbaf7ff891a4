"""Once more with one thing changed: what would mend what people found."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from core.errors import JobError
from core.learn.taste import Side
from core.must.mixing import JUICES, Pour
from core.must.tannin import tannin_to_add_g
from core.plan.amounts_in_words import measured
from core.plan.evaluation import Evaluation, PricedPour, Recipe, evaluate
from core.tables import FRUITS

# Marks that say too much, or too little. Common practice.
_TOO_MUCH, _TOO_LITTLE = 3.75, 1.75
# Changes that are tasted and do not overdo it: g/L of acid, of tannin and of sugar, and how much
# of a juice gives way to another. Common practice.
_ACID_STEP, _TANNIN_STEP, _SUGAR_STEP = 1.0, 0.3, 8.0
_SHARE_STEP = 0.15
_ROUND_ML, _ROUND_G = 50.0, 0.5
# Tastings are marked to about one; so many agree well enough.
_MANY = 4


@dataclass(frozen=True, slots=True)
class Again:
    """One change: what it is, why, its amounts (g or ml, by the pour's name), a pour that is
    added, and the sugar in the glass where that changes. `sure` says how much stands behind it."""

    key: str
    text: str
    why: str
    sure: str
    amounts: Mapping[str, float]
    add: Pour | None = None
    sugar_g_per_l: float | None = None


def again(recipe: Recipe, marked: Sequence[Side]) -> tuple[Again, ...]:
    """Changes that would mend what was marked, the furthest off first; none where all is well.

    `recipe` is what was brewed. Each is one change alone, so that its taste says what it did.
    """
    try:
        before = evaluate(recipe)
    except JobError:
        return ()
    found: list[tuple[float, Again]] = []
    for side in marked:
        if side.marked is None:
            continue
        for change in _changes(recipe, before, side):
            found.append((abs(side.marked - 3), change))
    return tuple(change for _, change in sorted(found, key=lambda item: -item[0]))


def _changes(recipe: Recipe, before: Evaluation, side: Side) -> list[Again]:
    assert side.marked is not None
    much, little = side.marked >= _TOO_MUCH, side.marked <= _TOO_LITTLE
    made: list[Again | None] = []
    if side.key == "sharp" and much:
        made = [_softer(recipe, before, side), _sweeter(recipe, side, "Sugar rounds what is sharp")]
    elif side.key == "sharp" and little:
        made = [_sharper(before, side)]
    elif side.key == "bite" and much:
        made = [_less_of(recipe, side, "tannin"), _sweeter(recipe, side, "Sugar rounds a bite")]
    elif side.key == "body" and little:
        made = [_fuller(recipe, before, side), _grip(before, side)]
    elif side.key == "sweet" and much:
        made = [_drier(recipe, side)]
    return [change for change in made if change is not None]


def _softer(recipe: Recipe, before: Evaluation, side: Side) -> Again | None:
    """Some of the sharpest juice gives way to the softest that is in it."""
    juices = [pour for pour in before.pours if pour.kind in JUICES and pour.amount and pour.fruit]
    by_acid = sorted(juices, key=lambda pour: sum(FRUITS[pour.fruit or ""].acid))
    if len(by_acid) < 2 or by_acid[0].by_mass != by_acid[-1].by_mass:
        return None
    soft, sharp = by_acid[0], by_acid[-1]
    if sum(FRUITS[soft.fruit or ""].acid) >= sum(FRUITS[sharp.fruit or ""].acid):
        return None
    here = before.acid.g_per_l.value

    def acid_after(moved: float) -> float | None:
        amounts = {soft.name: soft.amount + moved, sharp.name: sharp.amount - moved}
        after = _with(recipe, before, amounts)
        return after.acid.g_per_l.value if after else None

    tried = acid_after(min(_ROUND_ML, sharp.amount))
    if tried is None or tried >= here:
        return None
    steps = max(round(_ACID_STEP / (here - tried)), 1)
    moved = min(steps * _ROUND_ML, sharp.amount)
    there = acid_after(moved)
    amounts = {soft.name: soft.amount + moved, sharp.name: sharp.amount - moved}
    much = measured(moved, sharp.by_mass)
    return Again(
        "softer",
        f"Again, but with {much} less {sharp.name}",
        f"{soft.name} in its place takes the acid from {here:.1f} to about {there or here:.1f}"
        " g/L.",
        _sure(side),
        amounts,
    )


def _sharper(before: Evaluation, side: Side) -> Again:
    litres = before.must.mix.volume_ml / 1000
    grams = max(round(_ACID_STEP * litres / _ROUND_G), 1) * _ROUND_G
    here = before.acid.g_per_l.value
    pour = Pour("Tartaric acid", "acid", mass_g=grams, acid="tartaric")
    return Again(
        "sharper",
        f"Again, but with {grams:g} g of tartaric acid",
        f"It lifts the acid from {here:.1f} to about {here + grams / litres:.1f} g/L.",
        _sure(side),
        {},
        pour,
    )


def _grip(before: Evaluation, side: Side) -> Again:
    volume = before.must.mix.volume_ml
    grams = max(round(tannin_to_add_g(volume, _TANNIN_STEP)[0] / _ROUND_G), 1) * _ROUND_G
    return Again(
        "grip",
        f"Again, but with {grams:g} g of wine tannin",
        f"Some {_TANNIN_STEP:g} g/L more of it gives a thin drink something to hold on to.",
        _sure(side),
        {},
        Pour("Wine tannin", "tannin", mass_g=grams, tannin="powder"),
    )


def _fuller(recipe: Recipe, before: Evaluation, side: Side) -> Again | None:
    """Juice in the place of some of the water."""
    water = next((p for p in before.pours if p.kind == "water" and p.amount), None)
    juices = [p for p in before.pours if p.kind == "juice" and p.amount]
    if water is None or not juices:
        return None
    main = max(juices, key=lambda pour: pour.amount)
    moved = max(round(_SHARE_STEP * main.amount / _ROUND_ML), 1) * _ROUND_ML
    moved = min(moved, water.amount)
    amounts = {main.name: main.amount + moved, water.name: water.amount - moved}
    after = _with(recipe, before, amounts)
    if after is None:
        return None
    share = 100 * (after.juice_share - before.juice_share)
    return Again(
        "fuller",
        f"Again, but with {measured(moved, False)} more {main.name}",
        f"In the place of water: {share:.0f} in a hundred more of it is juice.",
        _sure(side),
        amounts,
    )


def _less_of(recipe: Recipe, side: Side, kind: str) -> Again | None:
    pour = next((i.pour for i in recipe.pours if i.pour.kind == kind and i.pour.amount), None)
    if pour is None:
        return None
    half = max(round(pour.amount / 2 / _ROUND_G), 1) * _ROUND_G
    return Again(
        "less_bite",
        f"Again, but with {half:g} g of {pour.name} instead of {pour.amount:g}",
        "Half of it, and taste before the rest.",
        _sure(side),
        {pour.name: half},
    )


def _sweeter(recipe: Recipe, side: Side, why: str) -> Again | None:
    glass = recipe.glass
    if glass is None or not glass.how.sweet:
        return None
    return _sugar(glass.sugar_g_per_l + _SUGAR_STEP, "sweeter", f"{why}: it was", side, recipe)


def _drier(recipe: Recipe, side: Side) -> Again | None:
    glass = recipe.glass
    if glass is None or not glass.how.sweet or glass.sugar_g_per_l <= _SUGAR_STEP:
        return None
    return _sugar(glass.sugar_g_per_l - _SUGAR_STEP, "drier", "It was", side, recipe)


def _sugar(wanted: float, key: str, why: str, side: Side, recipe: Recipe) -> Again:
    had = recipe.glass.sugar_g_per_l if recipe.glass else 0.0
    return Again(
        key,
        f"Again, but with {wanted:.0f} g/L of sugar in the glass",
        f"{why} {had:.0f}.",
        _sure(side),
        {},
        sugar_g_per_l=wanted,
    )


def _with(recipe: Recipe, before: Evaluation, amounts: Mapping[str, float]) -> Evaluation | None:
    """What comes of it with other amounts of some pours, the rest as it came to."""
    pours = tuple(
        PricedPour(pour.with_amount(amounts.get(pour.name, pour.amount)), item.pack, item.known)
        for pour, item in zip(before.pours, recipe.pours, strict=True)
    )
    try:
        return evaluate(replace(recipe, pours=pours, aim=None))
    except JobError:
        return None


def _sure(side: Side) -> str:
    if side.count == 1:
        return "One tasting said so: taste it with somebody else first."
    if side.count < _MANY:
        return f"{side.count} tastings say so."
    return f"{side.count} tastings say so: that is as sure as a kitchen gets."
