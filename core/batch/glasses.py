"""Sweetened or flavoured in a glass first, then for the jug: what each dose makes of it."""

from dataclasses import dataclass, replace

from scipy.optimize import brentq

from core.batch.brew import ACID, Brew, parts_of, sugar_left_g_per_l
from core.batch.estimator import Estimator
from core.batch.jug import Jug
from core.errors import JobError
from core.finish.sweetening import SWEETNESS, wine_word
from core.measure.trial import scaled_up
from core.must.mixing import Pour, mix_of
from core.must.sharpness import acid_g

GLASS_ML = 100.0
"""A glass of a bench trial."""
FEWEST, MOST = 3, 6
"""How many glasses are tasted side by side."""
# A drop from a dropper, ml. Common practice: twenty to a millilitre.
DROP_ML = 0.05
# As sweet as nobody would want it: a liqueur. g/L.
_MOST_SWEET = 300.0
# More than this share of sweetener is another drink. Common practice.
_MOST_SHARE = 0.9


@dataclass(frozen=True, slots=True)
class Glass:
    """One dose: `amount` of what is added (g or ml as it is measured) in a glass of 100 ml of the
    drink, `for_jug` in all `base_ml` of it; then strength, sweetness (as sugar), acid as tartaric,
    ml in the jug, and the word for it."""

    base_ml: float
    amount: float
    for_jug: float
    abv: float
    tastes_g_per_l: float
    acid_g_per_l: float
    volume_ml: float
    word: str


def glasses(jug: Jug, sweetener: Pour, up_to_g_per_l: float, count: int = 4) -> tuple[Glass, ...]:
    """Glasses with rising doses, evenly from none to as sweet as `up_to_g_per_l` of sugar.

    Raises JobError for fewer than three or more than six, an empty jug, a sweetness it has
    already, or one that this cannot bring it to.
    """
    if not FEWEST <= count <= MOST:
        raise JobError("Taste three to six glasses side by side.", "count")
    base = _drink(jug)
    here = max(sugar_left_g_per_l(base.parts), 0.0)
    step = (up_to_g_per_l - here) / (count - 1)
    if step <= 0:
        raise JobError(
            f"It has {here:.0f} g/L of sugar already: taste up to more than that.", "up_to"
        )
    return tuple(sweetened(jug, sweetener, here + step * each) for each in range(count))


def sweetened(jug: Jug, sweetener: Pour, wanted_g_per_l: float) -> Glass:
    """So much of a juice, syrup, honey, sugar or polyol that the jug tastes as sweet as wanted.

    Volume, strength and acid follow by mass; a polyol counts by its sweetness and adds no sugar.
    Raises JobError for a sweetness below what it has, or that this cannot bring.
    """
    base = _drink(jug)
    if not 0 <= wanted_g_per_l <= _MOST_SWEET:
        raise JobError(f"Sweetness is 0 to {_MOST_SWEET:g} g/L of sugar.", "sugar_g_per_l")

    def off(amount: float) -> float:
        return _tastes(base, sweetener, amount) - wanted_g_per_l

    if off(0) > 1e-9:
        raise JobError(
            f"It has {_tastes(base, sweetener, 0):.0f} g/L of sugar already: blend it with a drier"
            " one.",
            "sugar_g_per_l",
        )
    most = base.drink().volume_ml * _MOST_SHARE / (1 - _MOST_SHARE)
    if off(most) < 0:
        raise JobError(
            f"{sweetener.name} is not sweet enough for {wanted_g_per_l:.0f} g/L: take sugar, syrup"
            " or concentrate.",
            "sweetener",
        )
    return with_amount(jug, sweetener, float(brentq(off, 0, most, xtol=1e-6)))


def with_amount(jug: Jug, sweetener: Pour, amount: float) -> Glass:
    """What so much of it (g or ml, in the whole jug) makes of the jug."""
    base = _drink(jug)
    volume = base.drink().volume_ml
    after = _with(base, sweetener, amount)
    tastes = _tastes(base, sweetener, amount)
    drink = after.drink()
    acid = float(after.parts[ACID]) / drink.volume_ml * 1000
    return Glass(
        volume,
        amount * GLASS_ML / volume,
        amount,
        drink.abv,
        tastes,
        acid,
        drink.volume_ml,
        wine_word(tastes, acid or None),
    )


def portion(jug: Jug, volume_ml: float) -> Jug:
    """So many ml of the jug, as a jug to sweeten. Raises JobError for more than there is."""
    whole = _drink(jug).drink().volume_ml
    if not 0 < volume_ml <= whole * (1 + 1e-6):
        raise JobError(
            f"There are {whole:.0f} ml in this jug: share out that much or less.", "base_ml"
        )
    brew = Brew(_drink(jug).parts * (volume_ml / whole))
    # It is no jug of the journal: what is in it is all that is known.
    return replace(jug.copy(), brew=brew, estimator=Estimator())


def drops_for(drops: float, into_ml: float) -> tuple[float, float]:
    """Flavour that was right at so many drops in a glass of 100 ml: drops and ml for `into_ml`.

    Raises JobError for no drops, or less than a glass.
    """
    if not 0 < drops <= 200:
        raise JobError("Count the drops that were right in the glass, like 3.", "drops")
    scaled = scaled_up(GLASS_ML, drops, into_ml)
    return scaled, scaled * DROP_ML


def _drink(jug: Jug) -> Brew:
    if jug.brew.empty:
        raise JobError("There is nothing in this jug to taste.", "jug")
    told = jug.estimate
    if told is None:
        return jug.brew
    parts = jug.brew.parts.copy()
    parts[: len(told.middle)] = told.middle
    return Brew(parts)


def _with(base: Brew, sweetener: Pour, amount: float) -> Brew:
    if amount <= 0:
        return base
    pour = sweetener.with_amount(amount)
    return Brew(base.parts + parts_of(mix_of(pour), sum(acid_g(pour)) / 2))


def _tastes(base: Brew, sweetener: Pour, amount: float) -> float:
    """Sweetness as g/L of sugar: what is left of it, and what a polyol is worth."""
    after = _with(base, sweetener, amount)
    sugar = max(sugar_left_g_per_l(after.parts), 0.0)
    if sweetener.sugar not in SWEETNESS or amount <= 0:
        return sugar
    sweet = SWEETNESS[sweetener.sugar] * amount
    return sugar + sweet / after.drink().volume_ml * 1000
