"""Probes, and the points they sent."""

from django.conf import settings
from django.db import models

from core.ferment.probe import BAND_C
from server.jugs.models import Jug


class Probe(models.Model):
    """A device that sends gravity and temperature for one jug. Its token is kept as a digest: who
    reads the record cannot send for it. The newest of what came stands beside it."""

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="probes"
    )
    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="probes")
    name = models.CharField(max_length=60)
    token_digest = models.CharField(max_length=64, unique=True)
    low_c = models.FloatField(default=BAND_C[0])
    high_c = models.FloatField(default=BAND_C[1])
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)
    last_at = models.DateTimeField(null=True)
    last_sg = models.FloatField(null=True)
    last_c = models.FloatField(null=True)
    battery = models.FloatField(null=True)

    class Meta:
        ordering = ["id"]


class ProbePoint(models.Model):
    """What a probe sent once. `said_at` by its own clock, by which it is known again; `at` by
    ours."""

    probe = models.ForeignKey(Probe, on_delete=models.CASCADE, related_name="points")
    said_at = models.DateTimeField()
    at = models.DateTimeField()
    sg = models.FloatField(null=True)
    temperature_c = models.FloatField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["probe", "said_at"], name="one_point_a_moment")
        ]
        # A chart is drawn from the index alone.
        indexes = [
            models.Index(
                fields=["probe", "at"], include=["sg", "temperature_c"], name="a_probes_points"
            )
        ]
