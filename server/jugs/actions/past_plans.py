"""Look back at the plans that were kept."""

from itertools import pairwise

from core.errors import JobError
from core.plan.amounts_in_words import measured
from core.plan.changes import changes
from core.plan.evaluation import Recipe
from server.jugs.journal import recipe_of
from server.jugs.models import Jug, PlanVersion
from server.jugs.plan_schemas import PlanIn, PourIn
from server.jugs.schemas import VersionOut

_MOST = 200


def versions(jug: Jug) -> list[VersionOut]:
    """The plans kept, the newest first, each said in a line, with what it changed."""
    kept = list(jug.plans.order_by("-version")[: _MOST + 1])
    system = jug.account.shows
    recipes = [_readable(plan, jug.account.currency) for plan in kept]
    changed = [
        list(changes(old, new, system)) if old and new else [] for new, old in pairwise(recipes)
    ]
    return [
        VersionOut(
            version=plan.version,
            kept_at=plan.kept_at,
            said=_said(PlanIn.model_validate(plan.plan), system),
            changed=told,
        )
        # The first of all changed nothing.
        for plan, told in zip(kept[:_MOST], [*changed, []], strict=False)
    ]


def _readable(kept: PlanVersion, currency: str) -> Recipe | None:
    """None for an empty plan, and for one that no rule can read any more."""
    try:
        return recipe_of(kept.plan, currency)
    except JobError:
        return None


def _said(plan: PlanIn, system: str) -> str:
    aim = plan.aim
    giving = {n for u in aim.solve for n in ([u] if isinstance(u, str) else u)} if aim else set()
    parts = [pour.name if pour.name in giving else _poured(pour, system) for pour in plan.pours]
    if aim and aim.abv is not None:
        parts.append(f"target {aim.abv:g} %")
    return ", ".join(parts) if parts else "an empty jug"


def _poured(pour: PourIn, system: str) -> str:
    by_mass = pour.mass_g is not None
    amount = (pour.mass_g if by_mass else pour.volume_ml) or 0.0
    return f"{measured(amount, by_mass, system)} {pour.name}"
