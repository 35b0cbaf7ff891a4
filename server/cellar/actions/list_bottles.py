"""The bottles of an account as they stand, by place."""

from datetime import datetime

from django.utils import timezone

from core.batch.windows import Shelved, Window, cellar_says
from server.accounts.models import Account
from server.cellar.schemas import CellarLotOut, CellarOut, PlaceOut
from server.jugs.rows import refresh_rows


def list_bottles(account: Account) -> CellarOut:
    """Every lot that has bottles left, by where it stands.

    Three queries, however many batches there are: lines are kept beside each jug.
    """
    now = timezone.now()
    jugs = account.jugs.filter(removed_at=None)
    # What something happened to gets its line made anew.
    refresh_rows(jugs)
    kept = jugs.filter(row__lots__0__isnull=False).order_by("-number")
    places: dict[str, list[CellarLotOut]] = {}
    told = []
    # Of a line no more than is told: a cellar of ten years is not checked twice over.
    for jug, number, name, drinks, lots in kept.values_list(
        "id", "number", "name", "row__drinks", "row__lots"
    ):
        for lot in lots:
            if not lot["left"]:
                continue
            best = Window(
                *(datetime.fromisoformat(lot[end]) for end in ("ready_from", "best_until"))
            )
            told.append(Shelved(name, lot["left"], best))
            places.setdefault(lot["place"], []).append(
                CellarLotOut(
                    **lot,
                    jug=jug,
                    number=number,
                    jug_name=name,
                    drinks=drinks,
                    standing=best.standing(now),
                )
            )
    # Where nobody said comes last.
    named = sorted(places, key=lambda name: (name == "", name.lower()))
    return CellarOut(
        said=cellar_says(told, now),
        places=[PlaceOut(name=name, lots=places[name]) for name in named],
    )
