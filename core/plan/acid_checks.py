"""What to mind in a plan's acid: too little to be safe, too much for yeast, what salt takes."""

from collections.abc import Iterable

from core.must.acidity import PH_LIMIT, PH_WARN, acid_taken_g_per_l, bicarbonate_to_add, ta_as
from core.must.must_ph import estimated_ph, may_be_low_in_acid, ph_with_bicarbonate, unknown_juices
from core.plan.amounts_in_words import measured
from core.plan.balance import MOST_TAKEN_G_PER_L
from core.plan.caution import Caution, Edit, Planned, Remedy, plan_dose, plan_doses
from core.plan.planned_dose import dosed_g

# Acidity as tartaric, g/L: below the first pH may be unsafe, above the second yeast is slow.
# Common practice.
_LITTLE_ACID, _MUCH_ACID = 3.5, 14.0


def about_acid(plan: Planned) -> Iterable[Caution]:
    """By pH where every juice is known, else by acidity as tartaric; bicarbonate planned counts."""
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
            f"Its label does not say how sour {who} is: its pH may be past {PH_LIMIT}, where"
            " dangerous bacteria can grow. Measure the pH before the yeast, and write it down"
            " here.",
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
    return Remedy("Leave the bicarbonate out", (plan_doses("bicarbonate", 0.0),))


def _less_sharp(plan: Planned, fall: float, salt_g: float) -> Remedy:
    """A little bicarbonate where that is enough, and water where it is not."""
    volume = plan.must.mix.volume_ml
    if fall <= MOST_TAKEN_G_PER_L and not salt_g:
        return plan_dose("bicarbonate", bicarbonate_to_add(volume, fall, "tartaric").mass_g + 0.1)
    more = volume * fall / _MUCH_ACID
    water = next((p for p in plan.pours if p.kind == "water"), None)
    edit = Edit("amount", water.name, water.amount + more) if water else Edit("water", value=more)
    return Remedy(f"Add {measured(more, False)} more water", (edit,))


def _more_acid(tartaric_g: float) -> Remedy:
    grams = round(ta_as(tartaric_g, "tartaric", "citric"), 1)
    return Remedy(f"Add {grams:g} g citric acid", (Edit("acid", value=grams, key="citric"),))
