"""What somebody answered to what was due, and the calendar that shows it."""

from django.conf import settings
from django.db import models
from django.db.models import Q

from server.jugs.models import Jug


class PutOff(models.Model):
    """Something due that waits until a moment, or is left out for good (`until` is None).

    It is known by what it is and from when it was due: what comes next by itself is asked anew.
    """

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="put_off")
    what = models.CharField(max_length=40)
    since = models.DateTimeField()
    until = models.DateTimeField(null=True)
    reason = models.CharField(max_length=200, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["made_at", "id"]


class CalendarFeed(models.Model):
    """An address that shows what is due to whoever has it, until it is taken back."""

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="calendar_feeds"
    )
    token = models.CharField(max_length=43, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["account"], condition=Q(removed_at=None), name="one_calendar_an_account"
            )
        ]
