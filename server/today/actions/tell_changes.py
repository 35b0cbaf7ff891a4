"""What a new version no longer says of a jug: told until somebody has seen it."""

from django.shortcuts import get_object_or_404

from server.accounts.models import Account
from server.today.schemas import ChangeOut


def changes_of(account: Account) -> list[ChangeOut]:
    """Those that nobody has seen, the newest jug first."""
    told = account.jugs.filter(removed_at=None, no_longer_seen=False).exclude(no_longer="")
    return [
        ChangeOut(jug=jug.id, number=jug.number, name=jug.name, text=jug.no_longer)
        for jug in told.order_by("-number").only("number", "name", "no_longer")
    ]


def tell_change(account: Account, jug_id: int, seen: bool) -> None:
    """Somebody has seen it, or that was a slip."""
    jug = get_object_or_404(account.jugs.exclude(no_longer=""), id=jug_id)
    jug.no_longer_seen = seen
    jug.save(update_fields=["no_longer_seen"])
