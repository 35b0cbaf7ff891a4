"""What to mind in what is poured: preservatives, poison in the plant, labels and readings."""

from collections.abc import Iterable

from core.must.mixing import Pour
from core.pack.additives import read_ingredients
from core.plan.caution import Caution, Edit, Known, Planned, Remedy


def about_pours(plan: Planned) -> Iterable[Caution]:
    """Each pour by itself: its ingredients, its plant, its label and its reading."""
    stronger = _boiled_down(plan)
    for pour, known in zip(plan.pours, plan.known, strict=True):
        if not pour.amount:
            continue
        yield from _about_ingredients(pour, known, stronger)
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


# From here on boiling down is told.
_TOLD_TIMES = 1.1
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


def _boiled_down(plan: Planned) -> float:
    """How many times as strong boiling down makes whatever does not boil away."""
    away = sum(p.amount for p in plan.pours if p.kind == "boiled_off")
    there = plan.must.mix.volume_ml
    return (there + away) / there


def _about_ingredients(pour: Pour, known: Known, stronger: float) -> Iterable[Caution]:
    if not known.ingredients:
        return
    read = read_ingredients(known.ingredients)
    boiled = (
        f" Boiled down it is {stronger:.1f} times as strong: sorbate and benzoate do not boil away,"
        " and sulphite only in part."
        if stronger >= _TOLD_TIMES
        else ""
    )
    if read.verdict == "will_not_ferment":
        remedies = [_without(pour)]
        if pour.composition().sugar > 0 and pour.kind != "powder":
            remedies.append(
                Remedy("Keep it for the end, to sweeten", (Edit("late", name=pour.name),))
            )
        yield Caution("preservative", f"{pour.name}: {read.sentence}{boiled}", tuple(remedies))
    elif read.verdict == "hard":
        yield Caution("hard_on_yeast", f"{pour.name}: {read.sentence}{boiled}", (_without(pour),))


def _without(pour: Pour) -> Remedy:
    return Remedy(f"Leave {pour.name} out", (Edit("remove", name=pour.name),))


def _label_alone(pour: Pour) -> Remedy:
    return Remedy("Go by the label alone", (Edit("label_alone", name=pour.name),))
