"""The bottles of an account as they stand, by place."""

from django.utils import timezone

from core.batch.windows import Shelved, Window, cellar_says
from server.accounts.models import Account
from server.cellar.schemas import CellarLotOut, CellarOut, PlaceOut
from server.jugs.rows import rows
from server.jugs.schemas import JugRow


def list_bottles(account: Account) -> CellarOut:
    """Every lot that has bottles left, by where it stands.

    Three queries, however many batches there are: lines are kept beside each jug.
    """
    now = timezone.now()
    jugs = account.jugs.filter(removed_at=None)
    # What something happened to gets its line made anew.
    rows(jugs, 0, 0)
    kept = jugs.filter(row__lots__0__isnull=False).order_by("-number").values_list("row", flat=True)
    places: dict[str, list[CellarLotOut]] = {}
    told = []
    for row in (JugRow.model_validate(each) for each in kept):
        for lot in row.lots:
            if not lot.left:
                continue
            window = Window(lot.ready_from, lot.best_until)
            told.append(Shelved(row.name, lot.left, window))
            places.setdefault(lot.place, []).append(
                CellarLotOut(
                    **lot.model_dump(),
                    jug=row.id,
                    number=row.number,
                    jug_name=row.name,
                    drinks=row.drinks,
                    standing=window.standing(now),
                )
            )
    # Where nobody said comes last.
    named = sorted(places, key=lambda name: (name == "", name.lower()))
    return CellarOut(
        said=cellar_says(told, now),
        places=[PlaceOut(name=name, lots=places[name]) for name in named],
    )
