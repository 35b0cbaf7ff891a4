"""Bring another kitchen's plan home: into a vessel of one's own, from one's own shelf."""

from server.accounts.models import Account
from server.jugs.actions.pour_from_shelf import poured_from
from server.jugs.actions.put_in_vessel import put_in_vessel
from server.jugs.plan_schemas import PlanIn, PourIn, VesselIn
from server.shelf.models import Product


def bring_home(
    account: Account, plan: PlanIn, currency: str, vessel: VesselIn | None
) -> tuple[PlanIn, list[str]]:
    """The plan as this kitchen would brew it, and what of it is otherwise, in sentences.

    What stands on the shelf by its name is poured from there, and a juice of the same fruit stands
    in for one that does not. Prices in another currency are left behind, and so is all that was
    found of the other kitchen. Raises JobError for a vessel no kitchen has.
    """
    home = put_in_vessel(plan, vessel) if vessel else plan.model_copy(deep=True)
    home.kitchen = None
    if home.vessel:
        home.vessel.own_id = vessel.own_id if vessel else None
    shelf = list(account.products.filter(removed_at=None).order_by("-at_home", "id"))
    said = []
    late = home.glass.late if home.glass else None
    renamed: dict[str, str] = {}
    pours = [_at_home(pour, shelf) for pour in home.pours]
    for theirs, ours in zip(home.pours, pours, strict=True):
        if ours.name != theirs.name:
            renamed[theirs.name] = ours.name
            said.append(f"{ours.name} stands in for {theirs.name}.")
    # Two that one of ours stands in for would be one pour twice: they stay as they are.
    if len({pour.name for pour in pours}) < len(pours):
        pours, said, renamed = [_alone(pour) for pour in home.pours], [], {}
    home.pours = pours
    if home.glass and late:
        home.glass.late = _at_home(late, shelf)
    if home.aim:
        _rename(home, renamed)
    if currency != account.currency:
        for pour in (*home.pours, *([home.glass.late] if home.glass and home.glass.late else [])):
            if pour.product_id is None and pour.price is not None:
                pour.price = pour.price_on = None
        said.append(f"Prices in {currency} were left out: your shelf knows yours.")
    return home, said


def _at_home(pour: PourIn, shelf: list[Product]) -> PourIn:
    weighed = pour.mass_g is not None
    fits = [p for p in shelf if p.kind == pour.kind and weighed == (p.pack_g is not None)]
    named = next((p for p in fits if p.name.casefold() == pour.name.casefold()), None)
    if named is not None:
        # The same thing: its label stays as it was read there, its price is ours.
        pour.product_id, pour.richness, pour.cloudier_g_per_l = named.id, None, None
        return pour
    found = next((p for p in fits if pour.fruit and p.fruit == pour.fruit), None)
    if found is None:
        return _alone(pour)
    amount = pour.mass_g if weighed else pour.volume_ml
    ours = poured_from(found, amount or 0.0)
    ours.amount_by, ours.locked = pour.amount_by, pour.locked
    return ours


def _alone(pour: PourIn) -> PourIn:
    """Numbers of another kitchen's shelf, and what it found of its cartons, mean nothing here."""
    pour.product_id = pour.richness = pour.cloudier_g_per_l = None
    return pour


def _rename(plan: PlanIn, renamed: dict[str, str]) -> None:
    assert plan.aim is not None

    def now(name: str) -> str:
        return renamed.get(name, name)

    plan.aim.solve = [
        now(unknown) if isinstance(unknown, str) else [now(name) for name in unknown]
        for unknown in plan.aim.solve
    ]
    if plan.aim.shares:
        plan.aim.shares = {now(name): share for name, share in plan.aim.shares.items()}
