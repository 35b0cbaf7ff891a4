"""A recipe evaluated: what the jug holds, where it ends, what it costs, what to mind."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from core.aim.solve import Aim, solve
from core.bottle.filling import PlannedBottles, planned_bottles
from core.cost.costing import Cost, Pack, cost_of, unpriced
from core.errors import JobError
from core.ferment.finish import Finish, finish
from core.finish.losses import reaching_bottles
from core.interval import Interval
from core.measure.amounts import whole_packs
from core.must.brought import Brought, juice_share
from core.must.composition import Composition
from core.must.mixing import Must, Pour, make_must, mix_of
from core.must.sharpness import sharpness
from core.must.tannin import tannin
from core.plan.balance import low
from core.plan.caution import NOTHING_KNOWN, Caution, Known, Planned
from core.plan.checks import checks
from core.plan.glass import Base, GlassPlan, InTheGlass, in_the_glass
from core.plan.kitchen import BY_TABLES, Kitchen
from core.plan.planned_dose import PlannedDose


@dataclass(frozen=True, slots=True)
class PricedPour:
    """A pour with the pack it comes from, when the price is known, and what else is known."""

    pour: Pour
    pack: Pack | None = None
    known: Known = NOTHING_KNOWN


@dataclass(frozen=True, slots=True)
class Recipe:
    """What is planned for one vessel. `tolerance_abv` in % vol, `vessel_ml` to the shoulder.

    An aimed strength is the one in the glass, as `glass` says it gets there. `hold_back_ml`
    of the must waits beside the jug until the foam has settled; `ph` is one somebody
    measured. `most_per_bottle` is a ceiling to be warned at. `kitchen` is what was found of it.
    """

    pours: tuple[PricedPour, ...]
    name: str = ""
    currency: str | None = None
    vessel_ml: float | None = None
    tolerance_abv: float | None = None
    aim: Aim | None = None
    vessel_name: str = ""
    glass: GlassPlan | None = None
    doses: tuple[PlannedDose, ...] = ()
    hold_back_ml: float = 0.0
    ph: float | None = None
    most_per_bottle: Decimal | None = None
    kitchen: Kitchen = BY_TABLES

    def must_aim(self) -> Aim | None:
        """The aim as the must's sugar has to meet it. Raises JobError, placed in the glass."""
        if self.aim is None or self.aim.abv is None:
            return self.aim
        try:
            abv = self.glass.must_abv(self.aim.abv) if self.glass else self.aim.abv
        except JobError as error:
            raise error.within("glass") from error
        return replace(self.aim, abv=abv + self.kitchen.weaker_abv)


@dataclass(frozen=True, slots=True)
class PourShare:
    """What one pour of `mass_g` brings: volume as part of the jug's, sugar, acid (as tartaric)
    and tannin in g, and its cost, None where no price is known."""

    name: str
    mass_g: float
    sugar_g: float
    volume_ml: float
    acid_g: float
    tannin_g: float
    cost: Decimal | None


@dataclass(frozen=True, slots=True)
class Evaluation:
    """The recipe's answer. `pours` carry solved amounts; `solved` names those. `acid` is as
    tartaric; `reaching_ml` is what of the jug gets into bottles, before anything is added at
    the end (see `glass`); `low` names the sides of its balance that are (core.plan.balance)."""

    pours: tuple[Pour, ...]
    solved: tuple[str, ...]
    must: Must
    finish: Finish
    cost: Cost
    unpriced: tuple[str, ...]
    shares: tuple[PourShare, ...]
    acid: Brought
    tannin: Brought
    reaching_ml: Interval
    glass: InTheGlass
    bottles: PlannedBottles
    warnings: tuple[Caution, ...]
    low: tuple[str, ...]

    @property
    def lees_ml(self) -> float:
        """What of the finished jug stays behind: lees, and what samples took, ml."""
        return max(self.finish.volume_ml - self.reaching_ml.value, 0.0)

    @property
    def juice_share(self) -> float:
        """What part of the must, 0 to 1, is juice or fruit."""
        return juice_share(self.pours, self.must.mix.volume_ml)


def evaluate(recipe: Recipe) -> Evaluation:
    """Solve the aim, if there is one, then work out the whole jug.

    Raises JobError, placed in the recipe, for pours that cannot be or an aim that cannot
    be met.
    """
    pours = solved(recipe)
    must = make_must(pours)
    ends = finish(must, recipe.tolerance_abv, recipe.kitchen.weaker_abv)
    acid = sharpness(pours, must.mix.volume_ml)
    tannins = tannin(pours, must.mix.volume_ml)
    reaching = reaching_bottles(ends.volume_ml, pours, times_usual=recipe.kitchen.losses)
    plan = recipe.glass or GlassPlan("dry_still")
    try:
        glass = in_the_glass(plan, Base.planned(ends), reaching.value, acid.g_per_l.value)
    except JobError as error:
        raise error.within("glass") from error
    bought = [(pour, item.pack) for pour, item in zip(pours, recipe.pours, strict=True)]
    if glass.late:
        bought.append((glass.late, plan.late_pack))
    cost = cost_of(bought)
    bottles = planned_bottles(glass.bottled_ml, cost.used if cost.known else None)
    planned = Planned(
        pours,
        [item.known for item in recipe.pours],
        must,
        ends,
        acid.g_per_l,
        reaching,
        recipe.doses,
        recipe.vessel_ml,
        recipe.vessel_name,
        recipe.tolerance_abv,
        recipe.hold_back_ml,
        recipe.aim is not None,
        recipe.aim is not None and recipe.aim.fill_ml is not None,
        recipe.ph,
        bottles.each,
        recipe.most_per_bottle,
        glass,
    )
    return Evaluation(
        pours,
        recipe.aim.names() if recipe.aim else (),
        must,
        ends,
        cost,
        unpriced(bought),
        _shares(pours, must, acid, tannins, cost),
        acid,
        tannins,
        reaching,
        glass,
        bottles,
        checks(planned),
        low(pours, must, acid.g_per_l, tannins.g_per_l, recipe.doses),
    )


def solved(recipe: Recipe) -> tuple[Pour, ...]:
    """The pours with the amounts that meet the aim, where there is one. Raises JobError."""
    pours: Sequence[Pour] = tuple(item.pour for item in recipe.pours)
    aim = recipe.must_aim()
    if aim is not None:
        pours = solve(pours, aim, recipe.tolerance_abv)
    return tuple(as_known(pour, item.pack) for pour, item in zip(pours, recipe.pours, strict=True))


def as_known(pour: Pour, pack: Pack | None) -> Pour:
    """The pour, known to a carton where it is whole ones and nobody says otherwise."""
    if pour.amount_by or pack is None or pour.by_mass:
        return pour
    return replace(pour, amount_by="carton") if whole_packs(pour.amount, pack.pack_ml) else pour


def _shares(
    pours: Sequence[Pour], must: Must, acid: Brought, tannins: Brought, cost: Cost
) -> tuple[PourShare, ...]:
    """Each pour's part of the jug. Volumes add up to the must's.

    A dry pour counts the room it takes once dissolved: what the jug would lack without it.
    """
    mixes = [mix_of(pour) for pour in pours]
    volumes = [
        _wet_volume(mix.mass, pour.composition()) for mix, pour in zip(mixes, pours, strict=True)
    ]
    dry = sum(m.mass for m, v in zip(mixes, volumes, strict=True) if v is None)
    room = must.mix.volume_ml - sum(v for v in volumes if v is not None)
    return tuple(
        PourShare(
            pour.name,
            mix.mass / (1 - pour.composition().pulp),
            mix.sugar,
            volume if volume is not None else room * mix.mass / dry if dry else 0.0,
            acid_g,
            tannin_g,
            of_used,
        )
        for pour, mix, volume, acid_g, tannin_g, of_used in zip(
            pours,
            mixes,
            volumes,
            acid.by_pour_g,
            tannins.by_pour_g,
            cost.by_pour[: len(pours)],
            strict=True,
        )
    )


def _wet_volume(mass: float, holds: Composition) -> float | None:
    return None if holds.density_g_per_ml is None else mass / holds.density_g_per_ml
