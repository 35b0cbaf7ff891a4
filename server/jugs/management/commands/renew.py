"""Make lines of lists anew that a new version, a write or a day made old; beside the server, or
once for a timer."""

import logging
import time
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import DatabaseError, close_old_connections

from server.jugs.models import Jug
from server.jugs.rows import renew

# So many in one go, and how long to wait where there are none.
_AT_ONCE = 20
_WAIT_S = 3.0
_log = logging.getLogger(__name__)


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--once", action="store_true", help="end when nothing is old")

    def handle(self, *args: Any, once: bool = False, **options: Any) -> None:
        while True:
            try:
                self._all_there_are()
            except DatabaseError:
                # It is away, or was started anew: there is a next time, where this is not for once.
                if once:
                    raise
                _log.exception("Lines could not be made anew just now.")
            if once:
                return
            time.sleep(_WAIT_S)
            close_old_connections()

    def _all_there_are(self) -> None:
        done = 0
        while more := renew(Jug.objects.all(), _AT_ONCE):
            done += more
        if done:
            self.stdout.write(f"Jugs worked out anew: {done}")
            self.stdout.flush()
