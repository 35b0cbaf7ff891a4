"""What to mind in a plan's doses: too much, counted twice, or missed."""

from collections.abc import Iterable

from core.ferment.yeast import DAP_LIMIT_G_PER_L
from core.finish.stabilising import SO2_SHARE, TABLET_G
from core.plan.balance import dosed_nitrogen_mg, usual_enzyme_g, usual_nutrient
from core.plan.caution import Caution, Planned, plan_dose
from core.plan.planned_dose import dosed_g, met_by_yeast_g

# More nutrient than this many times the need feeds what comes after the yeast.
_TOO_MUCH_NUTRIENT = 1.5
# Nitrogen that is missed, mg/L, from here on is worth a dose.
_MISSED_NITROGEN = 25.0
# Enzyme past this many times the usual dose, and SO2 (mg/L) past which yeast is slow to start.
_TOO_MUCH_ENZYME = 2.0
_TOO_MUCH_SO2 = 100.0
_HAIR = 1e-6


def about_doses(plan: Planned) -> Iterable[Caution]:
    """Nutrient, enzyme and sulphite against what this must needs and bears."""
    if plan.must.mix.ferment < 1:
        return
    yield from _about_nutrient(plan)
    enzyme, usual = dosed_g(plan.doses, "enzyme"), usual_enzyme_g(plan.must.mix.volume_ml)
    if enzyme > _TOO_MUCH_ENZYME * usual:
        yield Caution(
            "double_dose",
            f"{enzyme:.1f} g of enzyme is planned and {usual:.1f} g is usual: counted twice?",
            (plan_dose("enzyme", usual),),
        )
    sulphite = met_by_yeast_g(plan.doses, "sulphite")
    so2 = sulphite * SO2_SHARE["potassium"] / plan.must.mix.volume_ml * 1e6
    if so2 > _TOO_MUCH_SO2:
        yield Caution(
            "sulphite_stops_yeast",
            f"The sulphite planned comes to {so2:.0f} mg/L: yeast does not start in that. A"
            f" tablet of {TABLET_G} g is the usual, a day before the yeast.",
            (plan_dose("sulphite", TABLET_G),),
        )
    elif so2 and any(d.kind == "sulphite" and d.when == "with_yeast" for d in plan.doses):
        yield Caution(
            "sulphite_stops_yeast",
            "Sulphite together with the yeast kills it: give it a day to work and air out.",
            (plan_dose("sulphite", sulphite),),
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
            (plan_dose("nutrient", nutrient.mass_g),),
        )
    elif given > _TOO_MUCH_NUTRIENT * usual:
        yield Caution(
            "double_dose",
            f"The nutrient planned brings {given:.0f} mg/L of nitrogen and about {usual:.0f} is"
            " needed: counted twice? What yeast leaves over feeds what comes after it.",
            (plan_dose("nutrient", nutrient.mass_g),),
        )
    elif nutrient.missing_mg_per_l - given > _MISSED_NITROGEN and dap < nutrient.mass_g - 0.05:
        yield Caution(
            "nitrogen",
            f"Juice like this is poor in nitrogen: about {nutrient.mass_g - dap:.1f} g more"
            " nutrient keeps the yeast from stalling and from smelling of eggs.",
            (plan_dose("nutrient", nutrient.mass_g),),
        )
