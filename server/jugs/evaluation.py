"""Core's evaluation in the shape of the API."""

from core.bottle.closing import Closing
from core.ferment.strength import Strength
from core.files.recipe_file import money_text
from core.learn.words import reckoned_with
from core.plan.amounts_in_words import in_kitchen_things, measured
from core.plan.caution import Caution
from core.plan.evaluation import Evaluation, Recipe
from core.plan.planned_dose import PlannedDose
from core.plan.standing import standings
from server.accounts.models import Account
from server.jugs.plan_schemas import (
    ClosingOut,
    CostOut,
    DoseIn,
    EditOut,
    EvaluationOut,
    FinishOut,
    InTheGlassOut,
    MustOut,
    PourOut,
    RemedyOut,
    StandingOut,
    StrengthOut,
    WarningOut,
)
from server.shelf.schemas import IntervalOut


def dose_out(dose: PlannedDose) -> DoseIn:
    """A planned dose as a plan holds it."""
    return DoseIn(kind=dose.kind, mass_g=dose.mass_g, when=dose.when)


def strength_out(strength: Strength) -> StrengthOut:
    """Core's three schools for the API."""
    return StrengthOut(
        mass_balance=IntervalOut.of(strength.mass_balance),
        quick_sum=strength.quick_sum,
        potential_scale=strength.potential_scale,
    )


def closing_out(closing: Closing, pressure_bar: tuple[float, ...] = ()) -> ClosingOut:
    """Core's word on one kind of bottle for the API."""
    return ClosingOut(
        expected_volumes=closing.expected_volumes,
        worst_volumes=closing.worst_volumes,
        limit_volumes=closing.limit_volumes,
        verdict=closing.word,
        why=closing.why,
        pressure_bar=list(pressure_bar),
    )


def evaluation_out(recipe: Recipe, result: Evaluation, account: Account) -> EvaluationOut:
    """Core's evaluation of a recipe for the API."""
    bottles, glass = result.bottles, result.glass
    return EvaluationOut(
        pours=[
            PourOut(
                name=pour.name,
                kind=pour.kind,
                volume_ml=pour.volume_ml,
                mass_g=pour.mass_g,
                solved=pour.name in result.solved,
                words=measured(pour.amount, pour.by_mass, account.shows),
                things=in_kitchen_things(pour, item.pack, account.spoons),
                sugar_g=share.sugar_g,
                room_ml=share.volume_ml,
            )
            for pour, item, share in zip(result.pours, recipe.pours, result.shares, strict=True)
        ],
        must=MustOut(
            volume_ml=result.must.mix.volume_ml,
            in_vessel_ml=result.must.in_vessel_ml,
            sugar_g=result.must.mix.sugar,
            sg=IntervalOut.of(result.must.sg),
            juice_share=result.juice_share,
        ),
        finish=FinishOut(
            sg=IntervalOut.of(result.finish.sg),
            lees_ml=result.lees_ml,
            strength=strength_out(result.finish.strength),
            residual_sugar_g_per_l=result.finish.residual_sugar_g_per_l,
            limited_by=result.finish.limited_by,
        ),
        cost=CostOut(
            used=money_text(result.cost.used) if result.cost.known else None,
            packs=money_text(result.cost.packs) if result.cost.known else None,
            currency=account.currency,
            unpriced=list(result.unpriced),
            bottles=bottles.count,
            bottle_ml=bottles.size_ml,
            per_bottle=money_text(bottles.each) if bottles.each is not None else None,
        ),
        glass=InTheGlassOut(
            abv=IntervalOut.of(glass.abv),
            sugar_g_per_l=glass.sugar_g_per_l,
            word=glass.word,
            volumes=glass.volumes,
            bottled_ml=glass.bottled_ml,
            late_ml=glass.late_ml,
            priming_g=glass.priming_g,
            priming_g_per_l=glass.priming_g_per_l,
            sweetener_g=glass.sweetener_g,
            steps=list(glass.steps),
            worst_volumes=glass.worst_volumes,
            closed=f"{glass.closed.bottle}/{glass.closed.closure}",
            closing=closing_out(glass.closing) if glass.closing else None,
        ),
        standings=[
            StandingOut(
                key=row.key,
                name=row.name,
                unit=row.unit,
                value=IntervalOut.of(row.value),
                band=list(row.band),
                scale=list(row.scale),
                wanted=row.wanted,
                met=row.met,
                word=row.word,
            )
            for row in standings(recipe, result)
        ],
        warnings=[_warning_out(caution) for caution in result.warnings],
        low=list(result.low),
        reckoned_with=list(reckoned_with(recipe)),
    )


def _warning_out(caution: Caution) -> WarningOut:
    return WarningOut(
        code=caution.code,
        text=caution.text,
        bad=caution.bad,
        remedies=[
            RemedyOut(
                text=remedy.text,
                edits=[
                    EditOut(
                        what=e.what,
                        name=e.name,
                        value=e.value,
                        key=e.key,
                        doses=[dose_out(dose) for dose in e.doses],
                    )
                    for e in remedy.edits
                ],
            )
            for remedy in caution.remedies
        ],
    )
