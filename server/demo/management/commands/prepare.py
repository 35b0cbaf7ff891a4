"""Bring the database up to date: its tables, and the lines that other rules made."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from server.jugs.models import Jug
from server.jugs.rows import MOST_AHEAD, outworn, refresh_rows


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", verbosity=0, interactive=False)
        self._work_out_anew()

    def _work_out_anew(self) -> None:
        """After a new version, now: whoever looks first would wait for all of a kitchen's jugs."""
        # A visitor's copy is looked at by nobody but the visitor, and is small.
        jugs = Jug.objects.filter(account__is_demo=False)
        stale = list(outworn(jugs).order_by("id").values_list("id", flat=True))
        for done in range(0, len(stale), MOST_AHEAD):
            self.stdout.write(f"Jugs worked out anew: {done} of {len(stale)}")
            self.stdout.flush()
            refresh_rows(jugs.filter(id__in=stale[done : done + MOST_AHEAD]))
