"""What to mind in a plan, the most harmful first, each with its reason and a way out."""

from collections.abc import Iterable

from core import tables
from core.aim.solve import Aim, solve
from core.errors import JobError
from core.ferment.finish import dry_abv
from core.finish.holding import LEAST_ABV
from core.finish.losses import pulpy
from core.must.brought import juice_share
from core.must.mixing import EMPTY_G, JUICES, Pour, mix_of
from core.plan.acid_checks import about_acid
from core.plan.amounts_in_words import measured
from core.plan.balance import usual_enzyme_g
from core.plan.caution import HARMS, Caution, Edit, Planned, Remedy, plan_dose
from core.plan.dose_checks import about_doses
from core.plan.glass import InTheGlass
from core.plan.planned_dose import dosed_g
from core.plan.pour_checks import about_pours
from core.plan.vessel import usual_fill_ml

# Yeast labours above this; beyond it most never finish. Common practice.
_HEAVY_SG = 1.120
# What a must too heavy is brought back to, and one without any sugar given: SG, % vol.
_WORKABLE_SG, _LIGHT_ABV = 1.100, 8.0
_HAIR = 1e-6
# What stays behind, as a share of the jug, from which it is worth planning for.
_HEAVY_LOSS = 0.06
# A must with less juice than this is thin. Common practice.
_THIN_SHARE = 0.25
# Nobody reads a brim nearer than this, as a share of the vessel.
_NO_MARK = 0.005
_TOLD_SHARE = 0.005


def checks(plan: Planned) -> tuple[Caution, ...]:
    """What to mind, the most harmful first."""
    found = [
        *_about_room(plan),
        *_about_strength(plan),
        *about_acid(plan),
        *about_doses(plan),
        *_about_gas(plan),
        *_about_losses(plan),
        *about_pours(plan),
        *_about_price(plan),
    ]
    return tuple(sorted(found, key=lambda caution: HARMS.index(caution.code)))


def _about_room(plan: Planned) -> Iterable[Caution]:
    name = plan.vessel_name.lower()
    if "gal" in name and not any(word in name for word in ("us", "imperial", "uk")):
        yield Caution(
            "gallon_not_named",
            "Which gallon? A US one is 3.79 L, an imperial one 4.55 L, and a fifth lies between.",
            (
                Remedy("It is 3.79 L (US)", (Edit("vessel", key="jug_us_gallon"),)),
                Remedy("It is 4.55 L (imperial)", (Edit("vessel", key="demijohn_4550"),)),
            ),
        )
    if plan.vessel_ml is None:
        return
    usual = usual_fill_ml(plan.vessel_ml)
    volume = plan.must.in_vessel_ml - plan.hold_back_ml
    over = volume - plan.vessel_ml
    if over > _NO_MARK * plan.vessel_ml:
        yield Caution(
            "overflow",
            f"{over:.0f} ml too much for this vessel: pour less, or take a bigger one.",
            (*_pour_less(plan, volume - usual), *_bigger_vessel(plan.must.in_vessel_ml)),
        )
    elif volume - usual > 0.5:
        back = round(plan.must.in_vessel_ml - usual)
        yield Caution(
            "foam_room",
            f"Little room for foam: hold back about {back} ml for two or three days, or it comes"
            " out of the airlock.",
            (Remedy(f"Hold back {back} ml", (Edit("hold_back", value=float(back)),)),),
        )


def _pour_less(plan: Planned, too_much: float) -> Iterable[Remedy]:
    """Less of what gives for it: the aim's fill, or the water, or the largest pour."""
    usual = usual_fill_ml(plan.vessel_ml or 0.0)
    if plan.fill_aimed:
        yield Remedy(
            f"Fill to {usual / 1000:.2f} L",
            (Edit("aim_fill", value=usual), Edit("hold_back", value=0.0)),
        )
        return
    wet = [p for p in plan.pours if not p.by_mass and p.kind != "boiled_off"]
    water = [p for p in wet if p.kind == "water" and p.amount >= too_much]
    largest = max(water or wet, key=lambda p: p.amount, default=None)
    if largest is not None and largest.amount > too_much:
        yield Remedy(
            f"Pour {too_much:.0f} ml less {largest.name}",
            (Edit("amount", largest.name, largest.amount - too_much),),
        )


def _bigger_vessel(volume_ml: float) -> Iterable[Remedy]:
    fits = [v for v in tables.VESSELS.values() if usual_fill_ml(v.volume_ml) >= volume_ml]
    if fits:
        smallest = min(fits, key=lambda v: v.volume_ml)
        yield Remedy(f"Take the {smallest.name}", (Edit("vessel", key=smallest.key),))


def _about_strength(plan: Planned) -> Iterable[Caution]:
    must, ends = plan.must, plan.ends
    if must.mix.sg > _HEAVY_SG:
        yield Caution(
            "heavy_must",
            f"{must.mix.sg:.3f} is more sugar than most yeast can work through: aim below"
            f" {_HEAVY_SG:.3f} and sweeten at the end.",
            tuple(_lighter(plan)),
        )
    if ends.limited_by == "yeast":
        yield Caution(
            "yeast_stops_short",
            f"The yeast gives up near {ends.abv.value:.0f} % and leaves about"
            f" {ends.residual_sugar_g_per_l:.0f} g/L of sugar. That stop is not stable: never"
            " bottle it as still without stabilising.",
            tuple(_stands_more(plan)),
        )
    if must.mix.ferment < 1:
        yield Caution(
            "no_sugar",
            "Nothing in it ferments: add juice, honey or sugar.",
            tuple(_some_sugar(plan)),
        )

    if must.mix.ferment >= 1:
        yield from _about_thinness(plan)


def _about_thinness(plan: Planned) -> Iterable[Caution]:
    """Mostly water with a little juice: sour enough, and fed, only by what is added."""
    whole = plan.must.mix.volume_ml
    share = juice_share(plan.pours, whole)
    # Less than a drop is none.
    drinks = [p for p in plan.pours if p.kind in JUICES and mix_of(p).mass >= EMPTY_G]
    water = sum(p.amount for p in plan.pours if p.kind == "water")
    let_down = water > share * whole or any(p.juice_percent is not None for p in drinks)
    if drinks and share < _THIN_SHARE and let_down:
        much = f"Only about {100 * share:.0f} % of it" if share >= _TOLD_SHARE else "Nothing in it"
        yield Caution(
            "thin_must",
            f"{much} is juice: thin, flat, and little for the"
            " yeast to live on. More juice and less water, or acid, tea and nutrient beside it.",
        )


def _lighter(plan: Planned) -> Iterable[Remedy]:
    """Less of the sugar, down to a gravity that yeast works through."""
    sugars = [p for p in plan.pours if p.kind in ("sugar", "syrup") and p.amount]
    for pour in sorted(sugars, key=lambda p: mix_of(p).ferment, reverse=True)[:1]:
        try:
            less = solve(plan.pours, Aim((pour.name,), og=_WORKABLE_SG))
        except JobError:
            return
        amount = next(p.amount for p in less if p.name == pour.name)
        yield Remedy(
            f"Only {measured(amount, pour.by_mass)} {pour.name}",
            (Edit("amount", pour.name, amount),),
        )


def _some_sugar(plan: Planned) -> Iterable[Remedy]:
    """White sugar for a light drink."""
    wet = [p for p in plan.pours if p.amount and p.kind not in ("acid", "tannin")]
    try:
        sweet = solve([*wet, Pour("Sugar", "sugar", mass_g=0.0)], Aim(("Sugar",), abv=_LIGHT_ABV))
    except JobError:
        return
    grams = round(sweet[-1].amount)
    yield Remedy(f"Add {measured(grams, True)} white sugar", (Edit("sugar", value=float(grams)),))


def _stands_more(plan: Planned) -> Iterable[Remedy]:
    tolerance = plan.tolerance_abv or 0.0
    stronger = [y for y in tables.YEASTS.values() if y.tolerance_abv > tolerance]
    enough = [y for y in stronger if y.tolerance[0] >= dry_abv(plan.must.mix)]
    if stronger:
        yeast = (
            min(enough, key=lambda y: y.tolerance_abv)
            if enough
            else max(stronger, key=lambda y: y.tolerance_abv)
        )
        yield Remedy(f"Take {_lower(yeast.name)}", (Edit("yeast", key=yeast.key),))
    if plan.aiming and tolerance > 1:
        yield Remedy(
            f"Aim for {tolerance - 1:g} %", (Edit("aim_abv", value=round(tolerance - 1, 1)),)
        )


def _about_gas(plan: Planned) -> Iterable[Caution]:
    """The worst that could come in a closed bottle, by what the plan says goes into it."""
    closing = plan.glass.closing
    if closing is not None and closing.word != "go":
        yield Caution("gas", closing.why, tuple(_easier_bottles(plan.glass)))
    elif plan.glass.worst_volumes > max(_LIMITS):
        yield Caution(
            "gas",
            f"At the worst {plan.glass.worst_volumes:.1f} volumes of gas, more than any bottle"
            " bears: prime less, or let less sugar be left.",
        )
    if plan.glass.late_not_chosen:
        yield Caution(
            "late_not_chosen",
            "Choose what is added at the end: a juice, concentrate or syrup. Until then it is"
            " reckoned without.",
        )
    if plan.glass.held_in_vain:
        yield Caution(
            "gas",
            f"Sugar in a drink below {LEAST_ABV:g} % vol is not held by sorbate: pasteurise it in"
            " the bottle, keep it cold and drink it soon, or sweeten with what does not ferment.",
        )


_LIMITS = tuple(row.limit_volumes or 0.0 for row in tables.CLOSURES.values())


def _easier_bottles(glass: InTheGlass) -> Iterable[Remedy]:
    """The weakest bottle that bears it, where one does."""
    enough = [
        row
        for row in tables.CLOSURES.values()
        if row.limit_volumes and row.limit_volumes >= glass.worst_volumes and not row.still
    ]
    if enough:
        row = min(enough, key=lambda row: row.limit_volumes or 0.0)
        yield Remedy(
            f"Take a {_lower(row.name)}", (Edit("closure", key=f"{row.bottle}/{row.closure}"),)
        )


def _stays(plan: Planned) -> str:
    """What it stays with: pulp where there is any."""
    return "the pulp and the lees" if any(map(pulpy, plan.pours)) else "the lees and in samples"


def _about_losses(plan: Planned) -> Iterable[Caution]:
    finished = plan.ends.volume_ml
    lost = finished - plan.reaching_ml.value
    if finished > 0 and lost / finished > _HEAVY_LOSS:
        yield Caution(
            "losses",
            f"About {lost:.0f} ml stays with {_stays(plan)}: start with that much more"
            " than you want to bottle. Enzyme before the yeast lets it settle tighter.",
            ()
            if dosed_g(plan.doses, "enzyme")
            else (plan_dose("enzyme", usual_enzyme_g(plan.must.mix.volume_ml)),),
        )


def _about_price(plan: Planned) -> Iterable[Caution]:
    each, most = plan.each_bottle, plan.most_per_bottle
    if each is not None and most is not None and each > most:
        yield Caution(
            "over_price",
            f"{each} a bottle is over the {most} you set: look for a cheaper way to the same"
            " targets, or let water and sugar take the place of some juice.",
            (Remedy(f"Let it cost {each}", (Edit("ceiling", value=float(each)),)),),
        )


def _lower(name: str) -> str:
    return name[0].lower() + name[1:]
