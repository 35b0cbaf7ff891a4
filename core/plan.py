"""A recipe evaluated: what the jug holds, where it ends, what it costs, what to mind."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from core.aim import Aim, solve
from core.bottling import PlannedBottles, planned_bottles
from core.brought import Brought
from core.composition import Composition
from core.cost import Cost, Pack, cost_of
from core.errors import JobError
from core.ferment import Finish, finish
from core.interval import Interval
from core.losses import reaching_bottles
from core.must import Must, Pour, make_must, mix_of
from core.sharpness import sharpness
from core.tannin import tannin

# Yeast labours above this; beyond it most never finish. Common practice.
_HEAVY_SG = 1.120
# Foam wants about a tenth of the vessel in the first days. Common practice.
_FOAM_ROOM = 0.08


@dataclass(frozen=True, slots=True)
class PricedPour:
    """A pour with the pack it comes from, when the price is known."""

    pour: Pour
    pack: Pack | None = None


@dataclass(frozen=True, slots=True)
class Recipe:
    """What is planned for one vessel. `tolerance_abv` in % vol, `vessel_ml` to the shoulder."""

    pours: tuple[PricedPour, ...]
    name: str = ""
    currency: str | None = None
    vessel_ml: float | None = None
    tolerance_abv: float | None = None
    aim: Aim | None = None


@dataclass(frozen=True, slots=True)
class Caution:
    """Something to mind; `code` is stable, `text` gives the reason and the way out."""

    code: str
    text: str


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
    tartaric; `reaching_ml` is what of it gets into bottles."""

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
    bottles: PlannedBottles
    warnings: tuple[Caution, ...]


def usual_fill_ml(vessel_ml: float) -> float:
    """How far a vessel is filled when nothing else is said: up to the room foam wants."""
    return (1 - _FOAM_ROOM) * vessel_ml


def evaluate(recipe: Recipe) -> Evaluation:
    """Solve the aim, if there is one, then work out the whole jug.

    Raises JobError, placed in the recipe, for pours that cannot be or an aim that cannot
    be met.
    """
    pours: Sequence[Pour] = tuple(item.pour for item in recipe.pours)
    if recipe.aim is not None:
        pours = solve(pours, recipe.aim, recipe.tolerance_abv)
    must = make_must(pours)
    ends = finish(must, recipe.tolerance_abv)
    unpriced = tuple(
        pour.name
        for pour, item in zip(pours, recipe.pours, strict=True)
        if item.pack is None and pour.kind != "water" and (pour.mass_g or pour.volume_ml)
    )
    cost = cost_of([(pour, item.pack) for pour, item in zip(pours, recipe.pours, strict=True)])
    acid = sharpness(pours, must.mix.volume_ml)
    tannins = tannin(pours, must.mix.volume_ml)
    reaching = reaching_bottles(ends.volume_ml, pours)
    return Evaluation(
        tuple(pours),
        recipe.aim.names() if recipe.aim else (),
        must,
        ends,
        cost,
        unpriced,
        _shares(pours, must, acid, tannins, cost),
        acid,
        tannins,
        reaching,
        planned_bottles(reaching.value, cost.used),
        _warnings(recipe, pours, must, ends),
    )


def packs_more(recipe: Recipe, index: int, by: int) -> Evaluation:
    """The recipe with so many whole packs of one pour more, or fewer, its aim still held.

    Raises JobError when that pour has no pack, or there is less of it than would go.
    """
    item = recipe.pours[index]
    pour, pack = item.pour, item.pack
    size = (pack.pack_g if pour.by_mass else pack.pack_ml) if pack else None
    if not size:
        raise JobError(f"Say how much a pack of {pour.name} holds.", f"pours[{index}].price")
    amount = pour.amount + by * size
    if amount < 0:
        raise JobError(f"There is not that much {pour.name} to leave out.", f"pours[{index}]")
    changed = replace(item, pour=pour.with_amount(amount))
    pours = (*recipe.pours[:index], changed, *recipe.pours[index + 1 :])
    return evaluate(replace(recipe, pours=pours))


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
            cost.by_pour,
            strict=True,
        )
    )


def _wet_volume(mass: float, holds: Composition) -> float | None:
    return None if holds.density_g_per_ml is None else mass / holds.density_g_per_ml


def _warnings(
    recipe: Recipe, pours: Sequence[Pour], must: Must, ends: Finish
) -> tuple[Caution, ...]:
    """What to mind, the most harmful first."""
    found = []
    volume = must.in_vessel_ml
    if recipe.vessel_ml is not None:
        over = volume - recipe.vessel_ml
        if over > 0.5:
            found.append(
                Caution(
                    "overflow",
                    f"{over:.0f} ml too much for this vessel: pour less, or take a bigger one.",
                )
            )
        elif -over < _FOAM_ROOM * recipe.vessel_ml:
            back = volume - usual_fill_ml(recipe.vessel_ml)
            found.append(
                Caution(
                    "foam_room",
                    f"Little room for foam: hold back about {back:.0f} ml for two or three days,"
                    " or it comes out of the airlock.",
                )
            )
    if must.mix.sg > _HEAVY_SG:
        found.append(
            Caution(
                "heavy_must",
                f"{must.mix.sg:.3f} is more sugar than most yeast can work through: aim below"
                f" {_HEAVY_SG:.3f} and sweeten at the end.",
            )
        )
    if ends.limited_by == "yeast":
        found.append(
            Caution(
                "yeast_stops_short",
                f"The yeast gives up near {ends.abv.value:.0f} % and leaves about"
                f" {ends.residual_sugar_g_per_l:.0f} g/L of sugar. That stop is not stable: never"
                " bottle it as still without stabilising.",
            )
        )
    if must.mix.ferment < 1:
        found.append(Caution("no_sugar", "Nothing in it ferments: add juice, honey or sugar."))
    found.extend(_about_pours(pours))
    return tuple(found)


def _about_pours(pours: Sequence[Pour]) -> list[Caution]:
    found = []
    for pour in pours:
        holds = pour.composition()
        if "reading_above_label" in holds.notes:
            found.append(
                Caution(
                    "label_and_reading",
                    f"{pour.name} reads richer than its label: a richer carton, or a sample with"
                    " sugar from the bottom. The two are weighed against each other.",
                )
            )
        if "reading_below_label" in holds.notes:
            found.append(
                Caution(
                    "label_and_reading",
                    f"{pour.name} reads thinner than its label: a sample that was warm, foamy or"
                    " misread? The two are weighed against each other.",
                )
            )
        if pour.kind == "sugar" and holds.ferment == 0 and pour.mass_g:
            text = f"{pour.name} does not ferment: it sweetens and adds no strength."
            if pour.sugar == "xylitol":
                text += " Xylitol is poisonous to dogs."
            found.append(Caution("not_fermentable", text))
    return found
