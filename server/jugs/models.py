"""A jug: its plan in versions, its readings as events, its bottling."""

from django.conf import settings
from django.db import models
from django.db.models import Q


class Jug(models.Model):
    """One batch. What state it is in is derived from its plan and events by core."""

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="jugs"
    )
    number = models.PositiveIntegerField()
    name = models.CharField(max_length=120)
    plan_version = models.PositiveIntegerField(default=0)
    begun_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)
    # The jug whose plan this one began from: a variant of it, or an arm it was split into.
    begun_from = models.ForeignKey(
        "self", on_delete=models.SET_NULL, null=True, related_name="variants"
    )
    # An arm got its share of that jug's must, so that jug cannot be pitched as well.
    is_arm = models.BooleanField(default=False)
    # Its line in the list, and what made it (see server.jugs.rows).
    row = models.JSONField(null=True)
    row_of = models.CharField(max_length=64, blank=True)

    class Meta:
        ordering = ["-number"]
        constraints = [
            models.UniqueConstraint(fields=["account", "number"], name="one_number_a_jug")
        ]


class PlanVersion(models.Model):
    """A plan as kept, in the shape of the recipe file. Never changed, only followed."""

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="plans")
    version = models.PositiveIntegerField()
    plan = models.JSONField()
    kept_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["version"]
        constraints = [
            # Two windows keeping the same next version: the database lets only one.
            models.UniqueConstraint(fields=["jug", "version"], name="one_plan_a_version")
        ]


class PlanLink(models.Model):
    """A link that shows a jug's present plan to whoever has it, until it is taken back."""

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="links")
    token = models.CharField(max_length=32, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["jug"], condition=Q(removed_at=None), name="one_link_a_jug"
            )
        ]


class OwnVessel(models.Model):
    """A vessel somebody has and has measured, to its brim and to its shoulder."""

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="vessels"
    )
    name = models.CharField(max_length=80)
    shape = models.CharField(max_length=16)
    brim_ml = models.FloatField()
    volume_ml = models.FloatField()
    removed_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["volume_ml", "id"]
        constraints = [
            models.CheckConstraint(
                condition=Q(volume_ml__gt=0, brim_ml__gte=models.F("volume_ml")),
                name="a_brim_is_above_the_shoulder",
            )
        ]


class Reading(models.Model):
    """A gravity read off the stem, as read, with the sample's temperature.

    `insisted`: it was questioned, and the person stood by it.
    """

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="readings")
    at = models.DateTimeField()
    sg = models.FloatField()
    temperature_c = models.FloatField(default=20.0)
    note = models.CharField(max_length=500, blank=True)
    insisted = models.BooleanField(default=False)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["at", "id"]
        constraints = [
            models.CheckConstraint(condition=Q(sg__gte=0.9, sg__lt=2), name="sg_is_a_gravity"),
            models.CheckConstraint(
                condition=Q(temperature_c__gte=0, temperature_c__lte=40),
                name="sample_is_liquid_and_cool",
            ),
        ]


class Bottling(models.Model):
    """The jug filled into bottles: what it was primed and stabilised with, and why it was
    closed where that was advised against."""

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="bottlings")
    at = models.DateTimeField()
    priming_sugar = models.CharField(max_length=32, default="sucrose")
    priming_g_per_l = models.FloatField(default=0.0)
    sulphite_g = models.FloatField(default=0.0)
    sorbate_g = models.FloatField(default=0.0)
    against_advice = models.CharField(max_length=300, blank=True)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["at", "id"]
        constraints = [
            models.UniqueConstraint(
                fields=["jug"], condition=Q(removed_at=None), name="a_jug_is_bottled_once"
            )
        ]


class BottleCount(models.Model):
    """How many of one size and kind a bottling filled. Those of before the kinds were asked
    have none."""

    bottling = models.ForeignKey(Bottling, on_delete=models.CASCADE, related_name="counts")
    size_ml = models.PositiveIntegerField()
    count = models.PositiveIntegerField()
    bottle = models.CharField(max_length=32, blank=True)
    closure = models.CharField(max_length=32, blank=True)

    class Meta:
        ordering = ["-size_ml", "id"]
        constraints = [
            models.UniqueConstraint(
                fields=["bottling", "size_ml", "bottle", "closure"], name="a_lot_counted_once"
            )
        ]
