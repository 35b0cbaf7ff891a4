"""Weigh a plan's balance: acid, tannin, nutrient, enzyme, body."""

from core.plan.balance import balance
from core.plan.evaluation import evaluate
from server.accounts.models import Account
from server.jugs.evaluation import dose_out
from server.jugs.plan_schemas import PlanIn
from server.plans.actions.work_out import recipe_now
from server.plans.schemas import AdditionOut, WeighedOut
from server.shelf.schemas import IntervalOut


def weigh_balance(account: Account, plan: PlanIn) -> list[WeighedOut]:
    """All five sides. Raises JobError at the place that is wrong."""
    recipe = recipe_now(account, plan)
    result = evaluate(recipe)
    rows = balance(
        result.pours, result.must, result.acid.g_per_l, result.tannin.g_per_l, recipe.doses
    )
    return [
        WeighedOut(
            key=row.key,
            name=row.name,
            unit=row.unit,
            there=IntervalOut.of(row.there),
            band=list(row.band),
            word=row.word,
            sentence=row.sentence,
            additions=[
                AdditionOut(
                    text=one.text,
                    spoons=one.spoons,
                    kind=one.kind,
                    key=one.key,
                    mass_g=one.mass_g,
                    doses=[dose_out(dose) for dose in one.doses],
                )
                for one in row.additions
            ],
        )
        for row in rows
    ]
