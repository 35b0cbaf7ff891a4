"""A must that was shared out is used up: it is what became of it that goes on."""

from collections.abc import Iterable

from core.plan.sharing_out import USE_IT_UP, used_up
from server.config.problems import ConflictError
from server.jugs.models import Jug
from server.jugs.state import JugState


def check_not_used_up(state: JugState, kinds: Iterable[str] = USE_IT_UP) -> None:
    """Raises ConflictError where one of these events, or sharing it out, makes its must twice."""
    if state.pitched or not USE_IT_UP & set(kinds):
        return
    became = state.jug.variants.filter(is_arm=True, removed_at=None).order_by("number")
    said = used_up(list(became.values_list("name", flat=True)))
    if said:
        raise ConflictError(said)


def check_its_must_is_there(arm: Jug) -> None:
    """Raises ConflictError for a test batch whose must went another way since it was put away."""
    whole = arm.begun_from
    if whole is None or not arm.is_arm:
        return
    others = whole.variants.filter(is_arm=True, removed_at=None).exclude(begun_at=arm.begun_at)
    said = used_up(list(others.order_by("number").values_list("name", flat=True)))
    if said or JugState.load(whole).pitched:
        raise ConflictError(said or f"Its must was pitched whole since, as {whole.name}.")
