"""Who brews here."""

from datetime import date
from zoneinfo import ZoneInfo

from django.contrib.auth.models import AbstractUser
from django.db import models
from django.utils import timezone


class Account(AbstractUser):
    """A person with a kitchen. Everything else in the record belongs to one."""

    time_zone = models.CharField(max_length=64, default="UTC")
    currency = models.CharField(max_length=3, default="GBP")

    def today(self) -> date:
        """The date in this kitchen."""
        return timezone.now().astimezone(ZoneInfo(self.time_zone)).date()
