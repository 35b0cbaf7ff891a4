"""Bring the database up to date, and load the demo kitchen when it is offered."""

from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.utils import timezone

from server.demo.load import load


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", verbosity=0, interactive=False)
        if settings.AMBER_DEMO and load(timezone.now()):
            self.stdout.write("The demo kitchen is set up.")
