"""Sweetened or flavoured in a glass first, then for the jug: what each dose makes of it."""

from dataclasses import dataclass, replace

from scipy.optimize import brentq

from core.batch.brew import Brew, parts_of
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


@dataclass(frozen=True, slots=True)
class Base:
    """A drink to be sweetened as it is said to be: ml, % vol, g/L of sugar and acid; and grams that
    stand for it."""

    brew: Brew
    volume_ml: float
    abv: float
    sugar_g_per_l: float
    acid_g_per_l: float

    @staticmethod
    def of(jug: Jug) -> "Base":
        """What is in a jug. Raises JobError for an empty one."""
        told = jug.estimate
        if jug.brew.empty or told is None:
            raise JobError("There is nothing in this jug to taste.", "jug")
        return Base(
            Brew(told.middle),
            told.volume_ml.value,
            told.abv.value,
            told.sugar_g_per_l.value,
            told.acid_g_per_l.value,
        )

    def portion(self, volume_ml: float) -> "Base":
        """So many ml of it. Raises JobError for more than there is."""
        if not 0 < volume_ml <= self.volume_ml * (1 + 1e-6):
            raise JobError(
                f"There are {self.volume_ml:.0f} ml in this jug: share out that much or less.",
                "base_ml",
            )
        return replace(
            self, brew=Brew(self.brew.parts * (volume_ml / self.volume_ml)), volume_ml=volume_ml
        )

    def volume_with(self, sweetener: Pour, amount: float) -> float:
        """Its room with so much of a sweetener, ml."""
        if amount <= 0:
            return self.volume_ml
        more = Brew(self.brew.parts + parts_of(mix_of(sweetener.with_amount(amount))))
        return self.volume_ml + more.drink().volume_ml - self.brew.drink().volume_ml

    def tastes(self, sweetener: Pour, amount: float) -> float:
        """Sweetness as g/L of sugar: what is left of it, what goes in, what a polyol is worth."""
        if amount <= 0:
            return self.sugar_g_per_l
        mix = mix_of(sweetener.with_amount(amount))
        grams = self.sugar_g_per_l * self.volume_ml / 1000 + mix.ferment
        grams += SWEETNESS.get(sweetener.sugar or "", 0.0) * amount
        return grams / self.volume_with(sweetener, amount) * 1000


def glasses(base: Base, sweetener: Pour, up_to_g_per_l: float, count: int = 4) -> tuple[Glass, ...]:
    """Glasses with rising doses, evenly from none to as sweet as `up_to_g_per_l` of sugar.

    Raises JobError for fewer than three or more than six, a sweetness it has
    already, or one that this cannot bring it to.
    """
    if not FEWEST <= count <= MOST:
        raise JobError("Taste three to six glasses side by side.", "count")
    here = base.sugar_g_per_l
    step = (up_to_g_per_l - here) / (count - 1)
    if step <= 0:
        raise JobError(
            f"It has {here:.0f} g/L of sugar already: taste up to more than that.", "up_to"
        )
    return tuple(sweetened(base, sweetener, here + step * each) for each in range(count))


def sweetened(base: Base, sweetener: Pour, wanted_g_per_l: float) -> Glass:
    """So much of a juice, syrup, honey, sugar or polyol that it tastes as sweet as wanted.

    Volume, strength and acid follow by mass; a polyol counts by its sweetness and adds no sugar.
    Raises JobError for a sweetness below what it has, or that this cannot bring.
    """
    if not 0 <= wanted_g_per_l <= _MOST_SWEET:
        raise JobError(f"Sweetness is 0 to {_MOST_SWEET:g} g/L of sugar.", "sugar_g_per_l")

    def off(amount: float) -> float:
        return base.tastes(sweetener, amount) - wanted_g_per_l

    if off(0) > 1e-9:
        raise JobError(
            f"It has {base.sugar_g_per_l:.0f} g/L of sugar already: blend it with a drier one.",
            "sugar_g_per_l",
        )
    most = base.volume_ml * _MOST_SHARE / (1 - _MOST_SHARE)
    if off(most) < 0:
        raise JobError(
            f"{sweetener.name} is not sweet enough for {wanted_g_per_l:.0f} g/L: take sugar, syrup"
            " or concentrate.",
            "sweetener",
        )
    return with_amount(base, sweetener, float(brentq(off, 0, most, xtol=1e-6)))


def with_amount(base: Base, sweetener: Pour, amount: float) -> Glass:
    """What so much of it (g or ml, in all of it) makes of a drink."""
    volume = base.volume_with(sweetener, amount)
    tastes = base.tastes(sweetener, amount)
    acid = base.acid_g_per_l * base.volume_ml / volume
    if amount > 0:
        acid += 1000 * sum(acid_g(sweetener.with_amount(amount))) / 2 / volume
    return Glass(
        base.volume_ml,
        amount * GLASS_ML / base.volume_ml,
        amount,
        base.abv * base.volume_ml / volume,
        tastes,
        acid,
        volume,
        wine_word(tastes, acid or None),
    )


def drops_for(drops: float, into_ml: float) -> tuple[float, float]:
    """Flavour that was right at so many drops in a glass of 100 ml: drops and ml for `into_ml`.

    Raises JobError for no drops, or less than a glass.
    """
    if not 0 < drops <= 200:
        raise JobError("Count the drops that were right in the glass, like 3.", "drops")
    scaled = scaled_up(GLASS_ML, drops, into_ml)
    return scaled, scaled * DROP_ML
