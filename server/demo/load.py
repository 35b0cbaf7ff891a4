"""Puts a copy of the demo kitchen into the record, dated back from now."""

import secrets
from datetime import datetime, timedelta
from decimal import Decimal

from django.db import transaction

from core import tables
from server.accounts.models import Account
from server.demo.kitchen import EMPTIES, JUGS, PRICES_BEFORE, PRODUCTS, SHOWN_NAME, DemoJug
from server.finishing.actions.keep_bottles import keep_bottles
from server.finishing.schemas import EmptiesIn
from server.jugs.actions.begin import begin
from server.jugs.actions.keep_plan import keep_plan
from server.jugs.actions.write_down import Step, write
from server.jugs.bottling import lot_name
from server.jugs.models import Jug
from server.jugs.plan_schemas import PlanIn, VesselIn, YeastIn
from server.jugs.rows import renew_all
from server.jugs.schemas import JugIn, KeepPlanIn
from server.jugs.state import JugState
from server.shelf.actions.put_on_shelf import put_on_shelf
from server.shelf.models import Product
from server.shelf.schemas import ProductIn

# How long a visitor's copy is kept.
_KEPT = timedelta(days=3)


# How the demo's jugs are racked before they are bottled.
_RACKED_BEFORE, _LEFT_BEHIND_ML = timedelta(days=1), 180


@transaction.atomic
def load(now: datetime) -> Account:
    """A copy of the demo kitchen for one visitor, dated back from `now`. Old copies go."""
    Account.objects.filter(is_demo=True, date_joined__lt=now - _KEPT).delete()
    account = Account(
        username=f"demo-{secrets.token_hex(8)}",
        first_name=SHOWN_NAME,
        time_zone="Europe/London",
        is_demo=True,
        date_joined=now,
    )
    # Entered with one click, never with a password.
    account.set_unusable_password()
    account.save()
    shelf = {}
    for row in PRODUCTS:
        product = put_on_shelf(account, ProductIn.model_validate(row))
        shelf[product.name] = product
        for days, place, amount in PRICES_BEFORE.get(product.name, []):
            on = (now - timedelta(days=days)).date()
            product.prices.create(amount=Decimal(amount), place=place, on=on)
    for size_ml, bottle, closure, count in EMPTIES:
        empties = EmptiesIn(size_ml=size_ml, bottle=bottle, closure=closure, count=count)
        keep_bottles(account, empties)
    for demo in JUGS:
        _load_jug(account, demo, shelf, now)
    renew_all(account.jugs.all())
    return account


def _pour(name: str, amount: float, shelf: dict[str, Product]) -> dict[str, object]:
    if name == "Water":
        return {"name": name, "kind": "water", "volume_ml": amount}
    product = shelf[name]
    by_mass = product.pack_g is not None
    pour: dict[str, object] = {
        "name": name,
        "kind": product.kind,
        "fruit": product.fruit or None,
        "sugar": product.sugar or None,
        "mass_g" if by_mass else "volume_ml": amount,
        "price": None if product.price is None else str(product.price),
        "pack_ml": product.pack_ml,
        "pack_g": product.pack_g,
        "product_id": product.id,
    }
    if product.sugars_g:
        pour["label"] = {
            "sugars_g": product.sugars_g,
            "per_ml": product.per_ml,
            "per_g": product.per_g,
        }
    return pour


def _load_jug(account: Account, demo: DemoJug, shelf: dict[str, Product], now: datetime) -> None:
    vessel, yeast = tables.VESSELS[demo.vessel], tables.YEASTS[demo.yeast]
    vessel_in = VesselIn(volume_ml=vessel.volume_ml, key=vessel.key)
    yeast_in = YeastIn(tolerance_abv=yeast.tolerance_abv, key=yeast.key)
    jug = begin(account, JugIn(name=demo.name, vessel=vessel_in, yeast=yeast_in))
    plan = {
        "vessel": vessel_in,
        "yeast": yeast_in,
        "pours": [_pour(name, amount, shelf) for name, amount in demo.pours],
    }
    if demo.doses:
        plan["doses"] = [{"kind": k, "mass_g": g, "when": w} for k, g, w in demo.doses]
    if demo.aim:
        abv, fill_ml, solve = demo.aim
        plan["aim"] = {"abv": abv, "fill_ml": fill_ml, "solve": solve}
    if demo.sweet:
        wanted, product = demo.sweet
        late = _pour(product, 0, shelf)
        plan["glass"] = {"style": "sweet_still", "sugar_g_per_l": wanted, "late": late}
    keep_plan(JugState.load(jug), KeepPlanIn(based_on=1, plan=PlanIn.model_validate(plan)))
    jug.refresh_from_db()
    if demo.variant_of:
        jug.begun_from = account.jugs.get(name=demo.variant_of)
        jug.save(update_fields=["begun_from"])
    if demo.readings:
        first = demo.readings[0][0]
        Jug.objects.filter(id=jug.id).update(begun_at=now - timedelta(days=first + 0.1))
    _load_events(jug, demo, now)


def _load_events(jug: Jug, demo: DemoJug, now: datetime) -> None:
    result = JugState.load(jug).evaluation
    start, end = result.must.mix.sg, result.finish.sg.value
    steps = []
    for index, (days_ago, share, temperature_c, note) in enumerate(demo.readings):
        at = now - timedelta(days=days_ago)
        read = start + demo.richer / 1000 - share * (start + demo.richer / 1000 - end)
        what = {"sg": round(read, 3), "temperature_c": temperature_c}
        steps.append(Step("read", what, at, note))
        if index == 0:
            steps.append(Step("pitched", {}, at))
            steps.append(Step("measured", {"temperature_c": temperature_c}, at))
    for days_ago, kind, what in demo.besides:
        steps.append(Step(kind, what, now - timedelta(days=days_ago)))
    if demo.bottles:
        lots = [
            {
                "id": lot_name(index),
                "size_ml": size,
                "count": count,
                "bottle": kind,
                "closure": closed,
            }
            for index, ((size, kind, closed), count) in enumerate(demo.bottles.items())
        ]
        filled = now - timedelta(days=demo.bottled_days_ago)
        # A little sulphite as it is racked, for the malic acid.
        racked = filled - _RACKED_BEFORE
        steps.append(Step("racked", {"left_behind_ml": _LEFT_BEHIND_ML}, racked))
        dose = {"dose": "sulphite_potassium", "mass_g": 0.4}
        steps.append(Step("dosed", dose, filled))
        steps.append(Step("bottled", {"lots": lots, "rest_is_lees": True}, filled))
    if steps:
        steps.sort(key=lambda step: step.at)
        write(JugState.load(jug), jug.account, steps)
