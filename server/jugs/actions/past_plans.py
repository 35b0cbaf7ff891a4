"""Look back at the plans that were kept."""

from core.plan.amounts_in_words import measured
from server.jugs.models import Jug
from server.jugs.plan_schemas import PlanIn, PourIn
from server.jugs.schemas import VersionOut

_MOST = 200


def versions(jug: Jug) -> list[VersionOut]:
    """The plans kept, the newest first, each said in a line."""
    return [
        VersionOut(
            version=kept.version,
            kept_at=kept.kept_at,
            said=_said(PlanIn.model_validate(kept.plan), jug.account.shows),
        )
        for kept in jug.plans.order_by("-version")[:_MOST]
    ]


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
