"""Pours mixed into a must, by mass balance.

Masses add, volumes do not: 1 kg of sugar takes up about 0.62 L once dissolved.
"""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from core.errors import JobError
from core.interval import Interval
from core.measure.amounts import amount_sd
from core.measure.density import brix_from_sg, density_g_per_ml, sg_from_brix
from core.must.composition import Composition, compose, juice_share
from core.pack.declared import Label

# More than any home brewer's vessel: past this a unit was misread.
MOST_ML = 1_000_000.0
JUICES = ("juice", "fruit")
"""Kinds of pour that are juice, or become it."""
# Kinds that are weighed unless a volume is given.
WEIGHED = ("sugar", "fruit", "acid", "powder", "tannin")
# Fibre and seeds, g/ml. Cellulose 1.5; memory.
_PULP_G_PER_ML = 1.5
# Less than a drop is nothing.
EMPTY_G = 0.01


# Without slots, so that its composition is looked up once.
@dataclass(frozen=True)
class Pour:
    """One thing poured: what it is and how much, as `volume_ml` or as `mass_g`.

    `juice_percent` as printed on a drink; `amount_by` says how the amount is known (a key of
    core.measure.amounts.WAYS; None: the usual way for it). `richness` is the sugar its carton was
    found to hold, as a share of what its label says, `cloudier_g_per_l` the extract besides what
    the tables have.
    """

    name: str
    kind: str
    volume_ml: float | None = None
    mass_g: float | None = None
    fruit: str | None = None
    sugar: str | None = None
    label: Label | None = None
    measured_sg: float | None = None
    acid: str | None = None
    tannin: str | None = None
    juice_percent: float | None = None
    amount_by: str | None = None
    richness: float = 1.0
    cloudier_g_per_l: float = 0.0

    def composition(self) -> Composition:
        """What a gram of it holds. Raises JobError (see `compose`)."""
        return self._composition

    @cached_property
    def _composition(self) -> Composition:
        return compose(
            self.name,
            self.kind,
            self.fruit,
            self.sugar,
            self.label,
            self.measured_sg,
            self.acid,
            self.tannin,
            self.juice_percent,
            self.richness,
            self.cloudier_g_per_l,
        )

    @property
    def juice_share(self) -> float:
        """What part of it, 0 to 1, is juice as its fruit's row of the table says."""
        return juice_share(self.fruit, self.juice_percent)

    @property
    def by_mass(self) -> bool:
        """Whether the amount is weighed rather than measured by volume."""
        if self.mass_g is not None:
            return True
        return self.volume_ml is None and self.kind in WEIGHED

    @property
    def amount(self) -> float:
        """How much of it, in g or ml as it is measured; 0 when not said."""
        return (self.mass_g if self.by_mass else self.volume_ml) or 0.0

    def with_amount(self, amount: float) -> "Pour":
        """The same pour with another amount, in the unit it is measured in."""
        if self.by_mass:
            return replace(self, mass_g=amount)
        return replace(self, volume_ml=amount)


@dataclass(frozen=True, slots=True)
class Mix:
    """Grams in a mixture: all of it, sugar as weighed, sugar as sucrose, other solids.

    Negative amounts are allowed while a sum is being solved.
    """

    mass: float
    sugar: float
    ferment: float
    extract: float

    @staticmethod
    def of(pours: "Sequence[Pour]") -> "Mix":
        """What all these pours bring together. Raises JobError as `mix_of`."""
        total = NOTHING
        for pour in pours:
            total = total.plus(mix_of(pour))
        return total

    def plus(self, other: "Mix", times: float = 1.0) -> "Mix":
        """This mixture with `times` the other added."""
        return Mix(
            self.mass + times * other.mass,
            self.sugar + times * other.sugar,
            self.ferment + times * other.ferment,
            self.extract + times * other.extract,
        )

    @property
    def brix(self) -> float:
        """Dissolved solids, g per 100 g. Raises JobError when nothing is in it."""
        if self.mass < EMPTY_G:
            raise JobError("Every amount is zero: add some of at least one ingredient.", "pours")
        return 100 * (self.sugar + self.extract) / self.mass

    @property
    def as_sucrose(self) -> float:
        """What 1 g of its sugar is worth as sucrose to the yeast."""
        worth = self.ferment / self.sugar if self.sugar else 1.0
        # 0.95 to 1 for any real sugar; a trace of it, varied to find a slope, says nothing.
        return worth if 0.5 <= worth <= 1.1 else 1.0

    @property
    def sg(self) -> float:
        """Apparent gravity 20/20 once all is dissolved. Raises JobError above 95 °Bx."""
        brix = self.brix
        if brix > 95:
            raise JobError(
                "There is too little liquid to dissolve that much sugar: add water or juice.",
                "pours",
            )
        return sg_from_brix(brix)

    @property
    def volume_ml(self) -> float:
        """Volume at 20 °C once all is dissolved."""
        return self.mass / density_g_per_ml(self.sg)


NOTHING = Mix(0.0, 0.0, 0.0, 0.0)


@dataclass(frozen=True, slots=True)
class Must:
    """A mixture with its doubts: each of `shifts` is one independent standard deviation.

    `pulp_g` of fruit and leaf lie in it and do not dissolve.
    """

    mix: Mix
    shifts: tuple[Mix, ...]
    pulp_g: float = 0.0

    @property
    def in_vessel_ml(self) -> float:
        """The room it takes in a vessel, with the pulp in it."""
        return self.mix.volume_ml + self.pulp_g / _PULP_G_PER_ML

    def interval(self, value: float, slopes: Mix, also: Sequence[float] = ()) -> Interval:
        """90 % interval of a figure that changes by `slopes` per gram of each part.

        `also` are further independent one-standard-deviation shifts of the figure itself.
        """
        own = (
            slopes.mass * shift.mass
            + slopes.sugar * shift.sugar
            + slopes.ferment * shift.ferment
            + slopes.extract * shift.extract
            for shift in self.shifts
        )
        return Interval.around(value, [*own, *also])

    @property
    def sg(self) -> Interval:
        """Gravity at the start as a hydrometer shows it."""
        mix = self.mix
        step = 0.01
        slope = (sg_from_brix(mix.brix + step) - mix.sg) / step
        per_solid = 100 * slope / mix.mass
        return self.interval(mix.sg, Mix(-slope * mix.brix / mix.mass, per_solid, 0.0, per_solid))


def mix_of(pour: Pour) -> Mix:
    """The grams one pour brings to the liquid. Raises JobError when its amount cannot be."""
    holds = pour.composition()
    mass = _mass_g(pour, holds) * _sign(pour)
    liquid = mass * (1 - holds.pulp)
    return Mix(liquid, mass * holds.sugar, mass * holds.ferment, mass * holds.extract)


def _mass_g(pour: Pour, holds: Composition) -> float:
    if pour.mass_g is not None and pour.volume_ml is not None:
        raise JobError("Give volume_ml or mass_g, not both.", "mass_g")
    at, amount = (
        ("mass_g", pour.mass_g) if pour.mass_g is not None else ("volume_ml", pour.volume_ml)
    )
    if amount is None:
        return 0.0
    unit = "g" if at == "mass_g" else "ml"
    if amount < 0:
        raise JobError(f"{amount:g} {unit} is below zero: an amount is 0 or more.", at)
    if amount > MOST_ML:
        raise JobError(
            f"{amount:.0f} {unit} is more than a kitchen holds: at most {MOST_ML:.0f} {unit}.", at
        )
    if at == "mass_g":
        return amount
    if holds.density_g_per_ml is None:
        raise JobError("A spoonful of grains is no measure: weigh it and give mass_g.", at)
    return amount * holds.density_g_per_ml


def _sign(pour: Pour) -> float:
    """Less than nothing is poured of what is boiled off."""
    return -1.0 if pour.kind == "boiled_off" else 1.0


def make_must(pours: Sequence[Pour]) -> Must:
    """Mix the pours. Raises JobError, placed at `pours[i]…`, when one cannot be."""
    if not pours:
        raise JobError("Nothing has been added yet: add at least one ingredient.", "pours")
    total, doubts, pulp = mixed(pours)
    must = Must(total, tuple(doubts.values()), pulp)
    total.sg  # noqa: B018 - says at once when it cannot be a drink
    return must


def mixed(pours: Sequence[Pour], each: str = "") -> tuple[Mix, dict[str, Mix], float]:
    """What the pours bring: their sum, each doubt by its source, and pulp in g.

    A doubt is one standard deviation. What is doubtful about a product is so wherever it goes;
    how much of it went in is doubted pour by pour, named by `each` and its place. Raises
    JobError, placed at `pours[i]…`, when one cannot be.
    """
    total, pulp = NOTHING, 0.0
    doubts: dict[str, Mix] = defaultdict(lambda: NOTHING)
    for index, pour in enumerate(pours):
        try:
            holds = pour.composition()
            mass = _mass_g(pour, holds) * _sign(pour)
        except JobError as error:
            raise error.within(f"pours[{index}]") from error
        whole = Mix(1 - holds.pulp, holds.sugar, holds.ferment, holds.extract)
        total = total.plus(whole, mass)
        pulp += mass * holds.pulp
        off = mass * amount_sd(pour.amount, pour.by_mass, pour.amount_by)
        # One pour of a thing may be short and the next brim-full.
        doubts[f"{each}{index}/amount"] = NOTHING.plus(whole, off)
        for shift in holds.shifts:
            # Poured by volume, a denser drink also weighs more.
            more = (
                mass * shift.density / holds.density_g_per_ml
                if holds.density_g_per_ml and not pour.by_mass
                else 0.0
            )
            doubts[shift.source] = doubts[shift.source].plus(
                Mix(
                    more * (1 - holds.pulp),
                    more * holds.sugar + mass * shift.sugar,
                    more * holds.ferment + mass * shift.ferment,
                    more * holds.extract + mass * shift.extract,
                )
            )
    return total, doubts, pulp


def dry_sugar_g(pours: Sequence[Pour]) -> float:
    """What goes in as dry sugar, g: it may lie on the bottom for a while."""
    return sum(pour.mass_g or 0.0 for pour in pours if pour.kind in ("sugar", "powder"))


def water_to_reach_ml(mix: Mix, sg: float) -> float:
    """Water (ml) whose adding brings the mixture to `sg`; negative: that much is missing.

    Raises JobError when `sg` is not above 1, which no amount of water reaches.
    """
    if sg <= 1:
        raise JobError("No amount of water brings a must to 1.000 or below.")
    solids = mix.sugar + mix.extract
    return (100 * solids / brix_from_sg(sg) - mix.mass) / density_g_per_ml(1.0)
