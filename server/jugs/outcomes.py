"""How batches came out and what they took, kept beside each; and what they say of the kitchen,
kept with the account."""

from decimal import Decimal

from pydantic import TypeAdapter

from core import tables
from core.learn.facts import Fact, cloudiness, facts, kitchen, richness, taken
from core.learn.outcome import Outcome, outcome
from core.learn.spending import Spent, Supply, spent
from core.shelf.supplies import KINDS
from server.accounts.models import Account
from server.jugs.journal import key_of
from server.jugs.models import Jug
from server.jugs.plan_schemas import KitchenIn, PlanIn, YeastIn
from server.jugs.state import JugState

OUTCOME = TypeAdapter(Outcome)
SPENT = TypeAdapter(Spent)
_FACTS = TypeAdapter(tuple[Fact, ...])


def outcome_of(state: JugState) -> str | None:
    """How the jug came out, as it is kept; None before anything was measured."""
    if state.world is None or not state.plan["pours"] or not state.pitched:
        return None
    yeast = PlanIn.model_validate(state.plan).yeast
    found = outcome(state.world, key_of(state.jug), state.as_poured, state.happened, _kind(yeast))
    return None if found is None else OUTCOME.dump_json(found).decode()


def spent_of(state: JugState) -> str | None:
    """What the jug took, as it is kept; None before its yeast is in."""
    if state.unsolved and state.plan["pours"]:
        return None
    recipe = state.as_poured if state.plan["pours"] else None
    found = spent(recipe, state.happened)
    return None if found is None else SPENT.dump_json(found, exclude_defaults=True).decode()


def supplies_of(account: Account) -> dict[str, Supply]:
    """How what is used up beside the drink is sold on the account's shelf, by its kind: what is
    at home before what is not."""
    found = account.products.filter(removed_at=None, kind__in=KINDS, price__isnull=False)
    return {
        product.kind: Supply(
            product.price or Decimal(0), product.pack_g, product.pack_ml, product.pack_count
        )
        for product in found.order_by("at_home", "-id")
    }


def batches_changed(jug: Jug) -> None:
    """What its account's batches say together is worked out anew when it is next asked for."""
    Account.objects.filter(id=jug.account_id).update(found=None)


def found_of(account: Account) -> tuple[Fact, ...]:
    """All that is known of the kitchen, taken or not: as it is kept, or worked out anew where a
    batch changed since."""
    if account.found is not None:
        return _FACTS.validate_python(account.found)
    kept = account.jugs.filter(removed_at=None, outcome__isnull=False).order_by("id")
    outcomes = kept.values_list("outcome", flat=True)
    found = facts([OUTCOME.validate_json(came) for came in outcomes if came])
    account.found = _FACTS.dump_python(found, mode="json")
    account.save(update_fields=["found"])
    return found


def reckon(account: Account, plan: PlanIn) -> None:
    """Set in a plan what was found of this kitchen, and nothing else of that kind."""
    known = taken(found_of(account), account.found_off)
    holds, clouds, here = richness(known), cloudiness(known), kitchen(known, _kind(plan.yeast))
    late = plan.glass.late if plan.glass else None
    for pour in (*plan.pours, *([late] if late else [])):
        pour.richness = holds.get(pour.name)
        pour.cloudier_g_per_l = clouds.get(pour.name)
    plan.kitchen = KitchenIn(losses=here.losses, ends_points=here.ends_points) if known else None


def _kind(yeast: YeastIn | None) -> str:
    """The kind of yeast by its key, or that of its limit."""
    if yeast is None:
        return ""
    if yeast.key in tables.YEASTS:
        return yeast.key or ""
    return f"{yeast.tolerance_abv:g} %"
