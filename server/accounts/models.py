"""Who brews here."""

from datetime import date
from zoneinfo import ZoneInfo

from django.contrib.auth.models import AbstractUser
from django.db import models
from django.db.models import Q
from django.utils import timezone

from server.accounts.names import name_key


class Account(AbstractUser):
    """A person with a kitchen. Everything else in the record belongs to one.

    `name_key` is the same for names that look alike. An `is_demo` one is a visitor's own copy
    of the demo kitchen, entered with one click and put away after some days.
    """

    time_zone = models.CharField(max_length=64, default="UTC")
    currency = models.CharField(max_length=3, default="GBP")
    name_key = models.CharField(max_length=300, blank=True, editable=False)
    is_demo = models.BooleanField(default=False)
    # How figures are shown and read (see server.accounts.actions.change_settings): the system of
    # measures, whose gallon and cup are meant, the stem's scale and the thermometer's.
    shows = models.CharField(max_length=16, default="metric")
    gallon = models.CharField(max_length=16, blank=True)
    cup = models.CharField(max_length=16, blank=True)
    gravity_scale = models.CharField(max_length=16, default="sg")
    temperature = models.CharField(max_length=1, default="c")
    # Their hydrometer: made for so many °C, and showing so much too much.
    calibrated_c = models.FloatField(default=20.0)
    stem_offset = models.FloatField(default=0.0)
    # The ways they usually take where brewers differ: options by schools (see core.tables).
    habits = models.JSONField(default=dict)
    # What its finished batches say of this kitchen (see core.learn.facts), None where one of them
    # changed since; and the keys of what it does not want to reckon with.
    found = models.JSONField(null=True)
    found_off = models.JSONField(default=list)

    class Meta(AbstractUser.Meta):
        constraints = [
            models.UniqueConstraint(
                fields=["name_key"],
                condition=Q(is_demo=False) & ~Q(name_key=""),
                name="no_two_names_alike",
            )
        ]

    def save(self, *args: object, **kwargs: object) -> None:
        self.name_key = name_key(self.username)
        super().save(*args, **kwargs)  # type: ignore[arg-type]

    @property
    def spoons(self) -> str:
        """Whose spoons and cups are meant: metric or us."""
        return self.cup or ("us" if self.shows == "us" else "metric")

    def today(self) -> date:
        """The date in this kitchen."""
        return timezone.now().astimezone(ZoneInfo(self.time_zone)).date()


class SentOnce(models.Model):
    """A write's key, made by its sender, with what was asked and answered: sent twice it is done
    once. `asked` is a digest; empty of what was kept before there was one, for a day."""

    account = models.ForeignKey(Account, on_delete=models.CASCADE, related_name="sent")
    key = models.CharField(max_length=64)
    asked = models.CharField(max_length=64, blank=True, default="")
    answer = models.BinaryField(null=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["account", "key"], name="sent_once")]


class Opened(models.Model):
    """That an account was opened from an address, for an hour: nobody opens them by the
    hundred."""

    address = models.CharField(max_length=64)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["address", "at"])]
