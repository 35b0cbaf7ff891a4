"""Aim at the glass: what is wanted there, worked back to the first day.

Backwards through bottle fermentation, the juice added at the end, the yeast's limit and what
stays on the lees, to the strength and the fill that the must has to have.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from core.bottle.closing import NOT_PRIMED, Closing, Contents, PrimedBy, closing
from core.bottle.priming import priming, residual_volumes, strength_from_priming
from core.cost.costing import Pack
from core.errors import JobError
from core.ferment.finish import Finish
from core.ferment.stopping import MOST_LEFT_POINTS
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L
from core.finish.holding import LEAST_ABV
from core.finish.sweetening import Part, sweetener_g, wine_word
from core.interval import Interval
from core.must.mixing import Pour, mix_of
from core.tables import CLOSURES, Closure


def _base_abv(abv: float, late_share: float, primed_g_per_l: float) -> float:
    """Strength the base has to reach, before it is thinned at the end and primed."""
    base = (abv - strength_from_priming(primed_g_per_l)) / (1 - late_share)
    if base <= 0:
        raise JobError(
            "Priming alone makes it stronger than that: less gas, or more strength.", "abv"
        )
    return base


def _late_share(sugar_g_per_l: float, late_sugar_g_per_l: float) -> float:
    """Share of the bottle that the late addition is, to bring the sugar wanted."""
    if late_sugar_g_per_l <= 2 * sugar_g_per_l:
        raise JobError(
            f"{late_sugar_g_per_l:.0f} g/L is too thin to sweeten to {sugar_g_per_l:.0f}"
            " without watering it down by half: use concentrate or syrup.",
            "late",
        )
    return sugar_g_per_l / late_sugar_g_per_l


@dataclass(frozen=True, slots=True)
class Style:
    """A way to be in the glass: its name, whether it is fizzy, made as sweet as wanted, and has
    something added at the end; and where it begins when nothing else is said: sugar in g/L,
    volumes of gas, the share added at the end."""

    name: str
    fizzy: bool = False
    sweet: bool = False
    late: bool = False
    sugar_g_per_l: float | None = None
    volumes: float | None = None
    late_share: float | None = None


STYLES: Mapping[str, Style] = {
    "dry_still": Style("Dry and still"),
    "sweet_still": Style(
        "Sweet and still, after stabilising", sweet=True, late=True, sugar_g_per_l=15.0
    ),
    "fizzy": Style("Dry and fizzy, by priming", fizzy=True, volumes=2.5),
    "fizzy_sweet": Style(
        "Sweet and fizzy, with a sweetener",
        fizzy=True,
        sweet=True,
        sugar_g_per_l=15.0,
        volumes=2.5,
    ),
    "late_juice": Style("Juice added at the end", late=True, late_share=0.15),
}
"""Ways to be in the glass. 15 g/L is off dry, 2.5 volumes lively: common practice."""

SWEETENERS = ("erythritol", "xylitol")
"""What sweetens a fizzy drink, and yeast leaves alone."""

# Sugar in the glass is tasted from here on.
_TASTED_G_PER_L = 1.0
_MOST_LATE_SHARE = 0.5


@dataclass(frozen=True, slots=True)
class GlassPlan:
    """How it is to be in the glass, and what brings it there after the ferment.

    `style` is a key of STYLES. `sugar_g_per_l`: as sweet as so much sugar. `volumes` of gas
    for a fizzy one. `late` sweetens after stabilising, or is the juice added at the end, as
    `late_share` of the bottle; a polyol in it is the sweetener of a sweet and fizzy one. While
    nobody has chosen it, nothing is added.
    `closure` is the bottle it is meant for, with what closes it, when that is said.
    Raises JobError, placed in the plan, for what does not go together.
    """

    style: str
    sugar_g_per_l: float = 0.0
    volumes: float | None = None
    late: Pour | None = None
    late_share: float = 0.0
    late_pack: Pack | None = None
    warmest_c: float = 20.0
    closure: Closure | None = None

    def __post_init__(self) -> None:
        if self.style not in STYLES:
            raise JobError(f"Say how it is to be: one of {', '.join(STYLES)}.", "style")
        if not 0 <= self.sugar_g_per_l <= 200:
            raise JobError("Sweetness in the glass is 0 to 200 g/L.", "sugar_g_per_l")
        if self.how.sweet and self.sugar_g_per_l == 0:
            raise JobError("How sweet? 15 g/L is off dry, 40 is sweet.", "sugar_g_per_l")
        if self.how.fizzy and self.volumes is None:
            raise JobError("How fizzy? 2.5 volumes is lively, 3.5 like sparkling.", "volumes")
        if self.style == "late_juice" and not 0 < self.late_share <= _MOST_LATE_SHARE:
            raise JobError("The juice added at the end is up to half of the bottle.", "late_share")
        if self.volumes is not None:
            # Says what gas can be had.
            priming(1000.0, self.volumes, self.warmest_c)

    @property
    def how(self) -> Style:
        """The style's row of the table."""
        return STYLES[self.style]

    @property
    def primed_g_per_l(self) -> float:
        """Priming sugar, g/L."""
        if not self.how.fizzy or self.volumes is None:
            return 0.0
        return priming(1000.0, self.volumes, self.warmest_c).g_per_l

    @property
    def share_added(self) -> float:
        """What of the bottle is added at the end, 0 to 1."""
        if self.late is None:
            return 0.0
        if self.style == "late_juice":
            return self.late_share
        if self.style == "sweet_still":
            return _late_share(self.sugar_g_per_l, self.late_sugar_g_per_l)
        return 0.0

    def late_for(self, base_ml: float) -> Pour | None:
        """What is added at the end to so many ml of the jug; None where nothing is.

        Raises JobError for a syrup or juice too thin for the sweetness wanted.
        """
        share = self.share_added
        if self.late is None or not share:
            return None
        return self.late.with_amount(_as_measured(self.late, base_ml * share / (1 - share)))

    @property
    def late_sugar_g_per_l(self) -> float:
        """Sugar of what is added at the end, in g per litre of it."""
        if self.late is None:
            return 0.0
        mix = mix_of(self.late.with_amount(1000.0))
        return mix.sugar / mix.volume_ml * 1000

    def must_abv(self, abv: float) -> float:
        """The strength the must has to end at, for `abv` in the glass. Raises JobError."""
        return _base_abv(abv, self.share_added, self.primed_g_per_l)


@dataclass(frozen=True, slots=True)
class Base:
    """A fermented jug before anything is added at the end: % vol, and sugar left in g/L.
    `limited_by` is "sugar" or "yeast"."""

    abv: Interval
    sugar_g_per_l: float
    limited_by: str

    @classmethod
    def planned(cls, ends: Finish) -> "Base":
        """As a plan expects it."""
        return cls(ends.abv, ends.residual_sugar_g_per_l, ends.limited_by)


@dataclass(frozen=True, slots=True)
class InTheGlass:
    """What stands in the glass, and what is added on the way there.

    `abv` % vol, `sugar_g_per_l` still in it and its `word`, `volumes` of gas, `bottled_ml` in
    all; `late_ml` after stabilising, `priming_g` (`priming_g_per_l`) and `sweetener_g` at
    bottling. `steps` say how, in order. `worst_volumes` of gas if all that can ferment does;
    `closed` is the bottle chosen, or the usual one; `closing` judges the chosen one, None when none
    is; `held_in_vain` says that sugar is
    left which sorbate cannot hold at this strength, `late_not_chosen` that something is to be added
    at the end and nobody has said what.
    """

    abv: Interval
    sugar_g_per_l: float
    word: str
    volumes: float
    bottled_ml: float
    late: Pour | None
    late_ml: float
    priming_g: float
    priming_g_per_l: float
    sweetener_g: float
    steps: tuple[str, ...]
    worst_volumes: float
    closed: Closure
    closing: Closing | None
    held_in_vain: bool
    late_not_chosen: bool


def in_the_glass(
    plan: GlassPlan, base: Base, reaching_ml: float, acid: float, primed: PrimedBy | None = None
) -> InTheGlass:
    """A finished jug brought to the glass; `acid` is its acidity as tartaric, g/L.

    `reaching_ml` is what of it reaches the bottles; `primed` what it was really primed with,
    where that is known. Alcohol and sugar are conserved. The one place where the strength of
    a drink in the bottle comes from. Raises JobError for a syrup or juice too thin for the
    sweetness wanted.
    """
    share = plan.share_added
    late_ml = reaching_ml * share / (1 - share)
    volume = reaching_ml + late_ml
    kept = reaching_ml / volume if volume else 1.0
    drink = Part(
        volume,
        base.abv.value * kept,
        base.sugar_g_per_l * kept + (plan.late_sugar_g_per_l * (1 - kept) if late_ml else 0.0),
    )
    litres = drink.volume_ml / 1000
    # What would go on by itself is never primed.
    restless = base.sugar_g_per_l > _TASTED_G_PER_L
    if primed is None:
        primed = NOT_PRIMED if restless else PrimedBy(plan.primed_g_per_l)
    gas = _gas(plan, base, drink, primed)
    sweetener = (
        sweetener_g(drink.volume_ml, plan.sugar_g_per_l, _sweetener(plan))
        if plan.style == "fizzy_sweet"
        else 0.0
    )
    held_in_vain = (
        not plan.how.fizzy and drink.sugar_g_per_l > _TASTED_G_PER_L and drink.abv < LEAST_ABV
    )
    tasted = plan.sugar_g_per_l if plan.style == "fizzy_sweet" else drink.sugar_g_per_l
    more = strength_from_priming(primed.g_per_l, primed.sugar)
    return InTheGlass(
        Interval(drink.abv + more, base.abv.low * kept + more, base.abv.high * kept + more),
        drink.sugar_g_per_l,
        wine_word(tasted, acid),
        gas.expected_volumes,
        drink.volume_ml,
        plan.late.with_amount(_as_measured(plan.late, late_ml)) if plan.late and late_ml else None,
        late_ml,
        primed.g_per_l * litres,
        primed.g_per_l,
        sweetener,
        _steps(plan, base, late_ml, primed.g_per_l * litres, sweetener, gas),
        gas.worst_volumes,
        plan.closure or (_FOR_FIZZ if primed.g_per_l else _FOR_STILL),
        gas if plan.closure else None,
        held_in_vain,
        plan.how.late and plan.late is None,
    )


def _gas(plan: GlassPlan, base: Base, drink: Part, primed: PrimedBy) -> Closing:
    """The plan's bottle judged, or the strongest there is where none is chosen.

    A plan that ends dry is taken to be proven so before it is bottled, and a still one with
    sugar to be stabilised.
    """
    left = base.sugar_g_per_l if plan.how.fizzy else 0.0
    proven = MOST_LEFT_POINTS * SUGAR_PER_POINT_G_PER_L
    unproven = (
        f"About {left:.0f} g/L of sugar is left when the yeast gives up, and goes on in the"
        " bottle: less sugar, a stronger yeast, or still and stabilised."
        if left > _TASTED_G_PER_L
        else ""
    )
    contents = Contents(
        residual_volumes(plan.warmest_c), max(left, proven), left, unproven=unproven
    )
    return closing(contents, plan.closure or _STRONGEST, primed)


_FOR_FIZZ, _FOR_STILL = CLOSURES["sparkling_bottle", "wired"], CLOSURES["wine_bottle", "cork"]
_STRONGEST = max(CLOSURES.values(), key=lambda row: row.limit_volumes or 0.0)


def _sweetener(plan: GlassPlan) -> str:
    return (plan.late.sugar if plan.late else None) or SWEETENERS[0]


def _as_measured(pour: Pour, volume_ml: float) -> float:
    """A volume of it, in g when it is weighed."""
    density = pour.composition().density_g_per_ml
    if not pour.by_mass:
        return volume_ml
    if density is None:
        raise JobError("A dry thing is dissolved first: choose a juice or syrup.", "late")
    return volume_ml * density


def _steps(
    plan: GlassPlan,
    base: Base,
    late_ml: float,
    priming_g: float,
    sweetener: float,
    gas: Closing,
) -> tuple[str, ...]:
    steps = []
    if base.limited_by == "yeast":
        steps.append("Let it ferment until the yeast gives up, and the gravity stands still.")
    else:
        steps.append("Ferment it dry: the same gravity on days apart.")
    sugar_left = base.sugar_g_per_l > _TASTED_G_PER_L or late_ml > 0
    if plan.how.fizzy:
        if sweetener:
            steps.append(
                f"Dissolve {sweetener:.0f} g {_sweetener(plan)}: it sweetens and never ferments."
                + (" It is poisonous to dogs." if _sweetener(plan) == "xylitol" else "")
            )
        if base.sugar_g_per_l > _TASTED_G_PER_L:
            steps.append(
                f"Never prime it, and never close it as it is: about {base.sugar_g_per_l:.0f} g/L"
                " of sugar is left, and would go on in the bottle and burst it."
            )
        else:
            steps.append(
                f"Once it is proven dry, dissolve {priming_g:.0f} g white sugar in it, and fill"
                f" bottles that bear {gas.worst_volumes:.1f} volumes at the worst."
            )
        return tuple(steps)
    if sugar_left:
        steps.append(
            "Once it has stopped, rack it clear and stabilise with sulphite and sorbate together;"
            " stand it warm for two weeks and look before it is corked."
        )
    if late_ml and plan.late is not None:
        steps.append(f"Stir in {late_ml:.0f} ml {plan.late.name}, wait three days, and fill.")
    else:
        steps.append("Rack it clear and fill.")
    return tuple(steps)
