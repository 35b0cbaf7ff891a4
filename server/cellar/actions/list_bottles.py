"""The bottles of an account as they stand, by place."""

from datetime import datetime
from typing import Any

from django.utils import timezone
from pydantic_core import from_json

from core.batch.windows import Shelved, Window, cellar_says
from server.accounts.models import Account


def list_bottles(account: Account) -> dict[str, Any]:
    """Every lot that has bottles left, by where it stands, in the shape of CellarOut.

    Plain: what is kept was checked when it was kept, and to check ten years of bottles again takes
    longer than all the rest.
    One query, however many batches there are: lines are kept beside each jug.
    """
    now = timezone.now()
    jugs = account.jugs.filter(removed_at=None)
    kept = jugs.filter(lots__isnull=False).order_by("-number")
    places: dict[str, list[dict[str, Any]]] = {}
    told = []
    for jug, number, name, lots in kept.values_list("id", "number", "name", "lots"):
        for lot in from_json(lots or "[]"):
            if not lot["left"]:
                continue
            best = Window(
                *(datetime.fromisoformat(lot[end]) for end in ("ready_from", "best_until"))
            )
            told.append(Shelved(name, lot["left"], best))
            row = {
                # What lines that were kept before do not say yet.
                "stands": [{"place": lot.get("place", ""), "count": lot["left"], "cold": False}],
                "warns": [],
                "unpriced": [],
                **lot,
                "jug": jug,
                "number": number,
                "jug_name": name,
                "standing": best.standing(now),
            }
            for part in row["stands"]:
                here = {**row, "place": part["place"], "here": part["count"]}
                places.setdefault(part["place"], []).append(here)
    # Where nobody said comes last.
    named = sorted(places, key=lambda name: (name == "", name.lower()))
    return {
        "said": cellar_says(told, now),
        "places": [{"name": name, "lots": places[name]} for name in named],
    }
