"""What to mind in a plan, the most harmful first, each with its reason and a way out."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import Decimal

from core import tables
from core.acid import PH_LIMIT, PH_WARN, acid_taken_g_per_l, bicarbonate_to_add, ta_as
from core.additives import read_ingredients
from core.aim import Aim, solve
from core.amounts_in_words import measured
from core.balance import MOST_TAKEN_G_PER_L, dosed_nitrogen_mg, usual_enzyme_g, usual_nutrient
from core.errors import JobError
from core.ferment import Finish, dry_abv
from core.glass import InTheGlass
from core.holding import LEAST_ABV
from core.interval import Interval
from core.must import Must, Pour, mix_of
from core.must_ph import estimated_ph, may_be_low_in_acid, ph_with_bicarbonate, unknown_juices
from core.planned_dose import PlannedDose, dosed_g, met_by_yeast_g
from core.preserve import SO2_SHARE, TABLET_G
from core.yeast import DAP_LIMIT_G_PER_L

# Yeast labours above this; beyond it most never finish. Common practice.
_HEAVY_SG = 1.120
# What a must too heavy is brought back to, and one without any sugar given: SG, % vol.
_WORKABLE_SG, _LIGHT_ABV = 1.100, 8.0
# Foam wants about a tenth of the vessel in the first days. Common practice.
_FOAM_ROOM = 0.08
# Acidity as tartaric, g/L: below the first pH may be unsafe, above the second yeast is slow.
# Common practice.
_LITTLE_ACID, _MUCH_ACID = 3.5, 14.0
# More nutrient than this many times the need feeds what comes after the yeast.
_TOO_MUCH_NUTRIENT = 1.5
# Nitrogen that is missed, mg/L, from here on is worth a dose.
_MISSED_NITROGEN = 25.0
# Enzyme past this many times the usual dose, and SO2 (mg/L) past which yeast is slow to start.
_TOO_MUCH_ENZYME = 2.0
_TOO_MUCH_SO2 = 100.0
_HAIR = 1e-6
# What stays behind, as a share of the jug, from which it is worth planning for.
_HEAVY_LOSS = 0.06

HARMS = (
    "gallon_not_named",
    "preservative",
    "unsafe_ph",
    "overflow",
    "gas",
    "plant_poison",
    "sulphite_stops_yeast",
    "foam_room",
    "yeast_stops_short",
    "heavy_must",
    "no_sugar",
    "hard_on_yeast",
    "little_acid",
    "much_acid",
    "nitrogen",
    "double_dose",
    "losses",
    "label_and_reading",
    "not_fermentable",
    "over_price",
    "old_label",
)
"""Codes of all that is checked, the most harmful first."""

_BAD = (
    "gallon_not_named",
    "preservative",
    "unsafe_ph",
    "overflow",
    "gas",
    "plant_poison",
    "sulphite_stops_yeast",
)


@dataclass(frozen=True, slots=True)
class Edit:
    """One change of a plan. `what` is one of: amount (of the pour `name`, in its unit), remove
    (the pour `name`), late (the pour `name` goes in after stabilising), label_alone (of the
    pour `name`, without its reading), label_seen (the label of the pour `name` was read again
    and says the same), hold_back (ml), yeast (its `key`), vessel (its `key`), aim_abv,
    aim_fill (ml), closure
    (`key`: bottle and what closes it, like beer_bottle/crown), ceiling (of a bottle's price),
    dose (`key` in all, g), acid (a pour of the acid `key`, g), sugar (a pour of white sugar,
    g), water (a pour of it, ml)."""

    what: str
    name: str = ""
    value: float | None = None
    key: str | None = None


@dataclass(frozen=True, slots=True)
class Remedy:
    """A way out: the words on its button, and what it changes."""

    text: str
    edits: tuple[Edit, ...]


@dataclass(frozen=True, slots=True)
class Caution:
    """Something to mind; `code` is one of HARMS, `text` gives the reason and the way out."""

    code: str
    text: str
    remedies: tuple[Remedy, ...] = ()

    @property
    def bad(self) -> bool:
        """Whether it would hurt somebody or spoil the jug."""
        return self.code in _BAD


@dataclass(frozen=True, slots=True)
class Known:
    """What is known of a pour beyond its sugar: `ingredients` as printed, the days (like
    2026-05-31) its label was read and its newest price seen."""

    ingredients: str | None = None
    label_on: str | None = None
    price_on: str | None = None


NOTHING_KNOWN = Known()


@dataclass(frozen=True, slots=True)
class Planned:
    """All that is checked together. `volumes` in ml; `acid` as tartaric, g/L."""

    pours: Sequence[Pour]
    known: Sequence[Known]
    must: Must
    ends: Finish
    acid: Interval
    reaching_ml: Interval
    doses: Sequence[PlannedDose]
    vessel_ml: float | None
    vessel_name: str
    tolerance_abv: float | None
    hold_back_ml: float
    aiming: bool
    fill_aimed: bool
    ph: float | None
    each_bottle: Decimal | None
    most_per_bottle: Decimal | None
    glass: InTheGlass


def usual_fill_ml(vessel_ml: float) -> float:
    """How far a vessel is filled when nothing else is said: up to the room foam wants."""
    return (1 - _FOAM_ROOM) * vessel_ml


def checks(plan: Planned) -> tuple[Caution, ...]:
    """What to mind, the most harmful first."""
    found = [
        *_about_room(plan),
        *_about_strength(plan),
        *_about_acid(plan),
        *_about_doses(plan),
        *_about_gas(plan),
        *_about_losses(plan),
        *_about_pours(plan),
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
    if over > 0.5:
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


def _about_acid(plan: Planned) -> Iterable[Caution]:
    litres = plan.must.mix.volume_ml / 1000
    salt = dosed_g(plan.doses, "bicarbonate")
    acid = plan.acid.value - acid_taken_g_per_l(salt, plan.must.mix.volume_ml)
    if plan.ph is not None:
        ph = ph_with_bicarbonate(plan.ph, plan.acid.value, salt / litres)
        yield from _about_known_ph(ph, plan.ph, litres, salt)
    elif plan.must.mix.ferment >= 1:
        yield from _about_unknown_ph(plan, acid, litres, salt)
    if acid > _MUCH_ACID:
        yield Caution(
            "much_acid",
            f"About {acid:.0f} g/L of acid is sharp, and slows yeast: more water and sugar make it"
            " less sour, and so does a little potassium bicarbonate (pH up). It foams.",
            (_less_sharp(plan, acid - _MUCH_ACID, salt),),
        )


def _about_known_ph(
    ph: float, measured_ph: float, litres: float, salt_g: float
) -> Iterable[Caution]:
    """A pH somebody measured, with the bicarbonate planned on top."""
    if ph < PH_WARN:
        return
    past = ph > PH_LIMIT
    says = f"pH {ph:.2f}" if ph == measured_ph else f"With the bicarbonate planned, pH {ph:.1f}"
    yield Caution(
        "unsafe_ph" if past else "little_acid",
        f"{says} is past {PH_LIMIT}: there dangerous bacteria can grow. Add acid"
        " (more sour, lower pH), and measure again before anything else."
        if past
        else f"{says} is high: little sourness keeps this safe. Stay below"
        f" {PH_WARN} with more acid.",
        (_without_salt(),) if salt_g and measured_ph < PH_WARN else (_more_acid(1.0 * litres),),
    )


def _about_unknown_ph(
    plan: Planned, acid: float, litres: float, salt_g: float
) -> Iterable[Caution]:
    """No pH measured: what the fruits and the bicarbonate planned make likely."""
    nameless = unknown_juices(plan.pours)
    doubtful = salt_g or nameless or may_be_low_in_acid(plan.pours, PH_LIMIT)
    ph = estimated_ph(plan.pours, 1000 * litres, salt_g) if doubtful else None
    more = _more_acid(max(_LITTLE_ACID + 1 - acid, 1.0) * litres)
    if ph is not None and ph.value > PH_LIMIT and not nameless:
        yield Caution(
            "unsafe_ph",
            f"Its pH is likely past {PH_LIMIT}, where dangerous bacteria can grow: measure it,"
            " add acid (more sour, lower pH), and ferment it at once.",
            (_without_salt(),) if salt_g else (more,),
        )
    elif salt_g and ph is not None and ph.high > PH_WARN:
        yield Caution(
            "unsafe_ph" if ph.high > PH_LIMIT else "little_acid",
            f"The bicarbonate planned may lift its pH to {ph.high:.1f}: stay below {PH_WARN}."
            " Measure the pH first, add half, and measure again.",
            (_without_salt(),),
        )
    elif ph is not None and ph.high > PH_LIMIT:
        who = nameless[0] if nameless else "this"
        yield Caution(
            "little_acid",
            f"Nobody knows how sour {who} is: its pH may be past {PH_LIMIT}, where dangerous"
            " bacteria can grow. Measure the pH before the yeast, and write it down here.",
            (more,),
        )
    elif acid < _LITTLE_ACID:
        yield Caution(
            "little_acid",
            f"Only about {acid:.1f} g/L of acid: flat, and its pH may be above"
            f" {PH_WARN}, where it does not keep. Add acid (more sour, lower pH), and measure.",
            (more,),
        )


def _without_salt() -> Remedy:
    return Remedy("Leave the bicarbonate out", (Edit("dose", value=0.0, key="bicarbonate"),))


def _less_sharp(plan: Planned, fall: float, salt_g: float) -> Remedy:
    """A little bicarbonate where that is enough, and water where it is not."""
    volume = plan.must.mix.volume_ml
    if fall <= MOST_TAKEN_G_PER_L and not salt_g:
        return _all_of("bicarbonate", bicarbonate_to_add(volume, fall, "tartaric").mass_g + 0.1)
    more = volume * fall / _MUCH_ACID
    water = next((p for p in plan.pours if p.kind == "water"), None)
    edit = Edit("amount", water.name, water.amount + more) if water else Edit("water", value=more)
    return Remedy(f"Add {measured(more, False)} more water", (edit,))


def _more_acid(tartaric_g: float) -> Remedy:
    grams = round(ta_as(tartaric_g, "tartaric", "citric"), 1)
    return Remedy(f"Add {grams:g} g citric acid", (Edit("acid", value=grams, key="citric"),))


def _about_doses(plan: Planned) -> Iterable[Caution]:
    if plan.must.mix.ferment < 1:
        return
    yield from _about_nutrient(plan)
    enzyme, usual = dosed_g(plan.doses, "enzyme"), usual_enzyme_g(plan.must.mix.volume_ml)
    if enzyme > _TOO_MUCH_ENZYME * usual:
        yield Caution(
            "double_dose",
            f"{enzyme:.1f} g of enzyme is planned and {usual:.1f} g is usual: counted twice?",
            (_all_of("enzyme", usual),),
        )
    sulphite = met_by_yeast_g(plan.doses, "sulphite")
    so2 = sulphite * SO2_SHARE["potassium"] / plan.must.mix.volume_ml * 1e6
    if so2 > _TOO_MUCH_SO2:
        yield Caution(
            "sulphite_stops_yeast",
            f"The sulphite planned comes to {so2:.0f} mg/L: yeast does not start in that. A"
            f" tablet of {TABLET_G} g is the usual, a day before the yeast.",
            (_all_of("sulphite", TABLET_G),),
        )
    elif so2 and any(d.kind == "sulphite" and d.when == "with_yeast" for d in plan.doses):
        yield Caution(
            "sulphite_stops_yeast",
            "Sulphite together with the yeast kills it: give it a day to work and air out.",
            (_all_of("sulphite", sulphite),),
        )


def _about_nutrient(plan: Planned) -> Iterable[Caution]:
    nutrient = usual_nutrient(plan.pours, plan.must)
    litres = plan.must.mix.volume_ml / 1000
    dap, given = dosed_g(plan.doses, "nutrient"), dosed_nitrogen_mg(plan.doses) / litres
    # Never scolded for less than the floor that the weakest must needs.
    usual = max(nutrient.missing_mg_per_l, nutrient.needed_mg_per_l / 2)
    if dap > (DAP_LIMIT_G_PER_L + _HAIR) * litres:
        yield Caution(
            "double_dose",
            f"{dap:.1f} g of diammonium phosphate is more than the {DAP_LIMIT_G_PER_L:g} g a litre"
            " that is allowed in wine. Past that, organic nutrient or none.",
            (_all_of("nutrient", nutrient.mass_g),),
        )
    elif given > _TOO_MUCH_NUTRIENT * usual:
        yield Caution(
            "double_dose",
            f"The nutrient planned brings {given:.0f} mg/L of nitrogen and about {usual:.0f} is"
            " needed: counted twice? What yeast leaves over feeds what comes after it.",
            (_all_of("nutrient", nutrient.mass_g),),
        )
    elif nutrient.missing_mg_per_l - given > _MISSED_NITROGEN and dap < nutrient.mass_g - 0.05:
        yield Caution(
            "nitrogen",
            f"Juice like this is poor in nitrogen: about {nutrient.mass_g - dap:.1f} g more"
            " nutrient keeps the yeast from stalling and from smelling of eggs.",
            (_all_of("nutrient", nutrient.mass_g),),
        )


def _all_of(kind: str, grams: float) -> Remedy:
    grams = round(grams, 1) if grams >= 1 else round(grams, 2)
    said = {"enzyme": "pectic enzyme", "bicarbonate": "potassium bicarbonate"}.get(kind, kind)
    times = ", in three portions" if kind == "nutrient" else ""
    when = ", a day before" if kind == "sulphite" else ""
    return Remedy(f"Plan {grams:g} g {said}{times}{when}", (Edit("dose", value=grams, key=kind),))


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


def _about_losses(plan: Planned) -> Iterable[Caution]:
    finished = plan.ends.volume_ml
    lost = finished - plan.reaching_ml.value
    if finished > 0 and lost / finished > _HEAVY_LOSS:
        yield Caution(
            "losses",
            f"About {lost:.0f} ml stays with the pulp and the lees: start with that much more"
            " than you want to bottle. Enzyme before the yeast lets it settle tighter.",
            ()
            if dosed_g(plan.doses, "enzyme")
            else (_all_of("enzyme", usual_enzyme_g(plan.must.mix.volume_ml)),),
        )


def _about_pours(plan: Planned) -> Iterable[Caution]:
    for pour, known in zip(plan.pours, plan.known, strict=True):
        if not pour.amount:
            continue
        yield from _about_ingredients(pour, known)
        yield from _about_plant(pour)
        holds = pour.composition()
        if "reading_above_label" in holds.notes:
            yield Caution(
                "label_and_reading",
                f"{pour.name} reads richer than its label: a richer carton, or a sample with"
                " sugar from the bottom. The two are weighed against each other.",
                (_label_alone(pour),),
            )
        if "reading_below_label" in holds.notes:
            yield Caution(
                "label_and_reading",
                f"{pour.name} reads thinner than its label: a sample that was warm, foamy or"
                " misread? The two are weighed against each other.",
                (_label_alone(pour),),
            )
        if pour.kind == "sugar" and holds.ferment == 0:
            text = f"{pour.name} does not ferment: it sweetens and adds no strength."
            if pour.sugar == "xylitol":
                text += " Xylitol is poisonous to dogs."
            yield Caution("not_fermentable", text, (_without(pour),))
        if known.label_on and known.price_on and known.label_on < known.price_on:
            yield Caution(
                "old_label",
                f"The label of {pour.name} was read before its newest price: recipes of juices"
                " change. Look whether the sugar is still the same.",
                (Remedy("It says the same", (Edit("label_seen", name=pour.name),)),),
            )


# Whole fruit with something in it that is not eaten. Common caution; no source.
_STONES = ("plum", "apricot", "peach", "sour_cherry", "sweet_cherry", "mango")
_PIPS = ("apple", "pear", "quince")


def _about_plant(pour: Pour) -> Iterable[Caution]:
    if pour.fruit == "elderberry" and pour.kind == "fruit":
        text = (
            "Cook elderberries first, ten minutes at a boil: raw ones, and their stalks, make ill."
        )
    elif pour.kind != "fruit":
        return
    elif pour.fruit in _STONES:
        text = (
            f"Take the stones out of {pour.name}, or leave them whole: crushed, they give cyanide."
        )
    elif pour.fruit in _PIPS:
        text = f"Do not crush the pips of {pour.name}: they give cyanide."
    elif pour.fruit == "rhubarb":
        text = "Stalks of rhubarb only: its leaves are poisonous."
    else:
        return
    yield Caution("plant_poison", text, (_without(pour),))


def _about_ingredients(pour: Pour, known: Known) -> Iterable[Caution]:
    if not known.ingredients:
        return
    read = read_ingredients(known.ingredients)
    if read.verdict == "will_not_ferment":
        remedies = [_without(pour)]
        if pour.composition().sugar > 0 and pour.kind != "powder":
            remedies.append(
                Remedy("Keep it for the end, to sweeten", (Edit("late", name=pour.name),))
            )
        yield Caution("preservative", f"{pour.name}: {read.sentence}", tuple(remedies))
    elif read.verdict == "hard":
        yield Caution("hard_on_yeast", f"{pour.name}: {read.sentence}", (_without(pour),))


def _about_price(plan: Planned) -> Iterable[Caution]:
    each, most = plan.each_bottle, plan.most_per_bottle
    if each is not None and most is not None and each > most:
        yield Caution(
            "over_price",
            f"{each} a bottle is over the {most} you set: look for a cheaper way to the same aim,"
            " or let water and sugar take the place of some juice.",
            (Remedy(f"Let it cost {each}", (Edit("ceiling", value=float(each)),)),),
        )


def _without(pour: Pour) -> Remedy:
    return Remedy(f"Leave {pour.name} out", (Edit("remove", name=pour.name),))


def _label_alone(pour: Pour) -> Remedy:
    return Remedy("Go by the label alone", (Edit("label_alone", name=pour.name),))


def _lower(name: str) -> str:
    return name[0].lower() + name[1:]
