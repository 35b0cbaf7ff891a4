"""A jug: its plan in versions, and the journal of what happened to it."""

import uuid

from django.conf import settings
from django.db import models
from django.db.models import Q

from core.files.journal import KINDS


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
    # The ways chosen for this batch where brewers differ: options by schools (see core.tables).
    choices = models.JSONField(default=dict)
    # The jug whose plan this one began from: a variant of it, or an arm it was split into.
    begun_from = models.ForeignKey(
        "self", on_delete=models.SET_NULL, null=True, related_name="variants"
    )
    # An arm got its share of that jug's must, so that jug cannot be pitched as well.
    is_arm = models.BooleanField(default=False)
    # Its line in the list and its bottles' in the cellar, as JSON, and what made them (see
    # server.jugs.rows). Lists are read as they are written: as text that takes a fifth of the time.
    row = models.TextField(null=True)
    lots = models.TextField(null=True)
    row_of = models.CharField(max_length=64, blank=True)
    # The moment that they are of, and how often something made them old: what was worked out
    # before a write is not kept after it.
    row_at = models.DateTimeField(null=True)
    writes = models.PositiveIntegerField(default=0)
    # What a new version no longer says of it, in a sentence, and whether somebody has seen that.
    no_longer = models.TextField(blank=True)
    no_longer_seen = models.BooleanField(default=False)
    stage = models.CharField(max_length=16, blank=True)
    # How it ran, once it is finished, for the forecasts of others (see core.ferment.forecast).
    pace = models.JSONField(null=True)
    # How it came out against the tables, kept with its line as JSON (see core.learn.outcome).
    outcome = models.TextField(null=True)
    # What it took, as JSON (see core.learn.spending).
    spent = models.TextField(null=True)
    # Where it stands in the list: what comes next, and by when.
    due_rank = models.PositiveSmallIntegerField(default=0)
    due_until = models.DateTimeField(null=True)

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


class StepMark(models.Model):
    """A step of a jug's brew day: since when its wait runs, how long and what for, and when it was
    done."""

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="steps")
    step = models.CharField(max_length=160)
    started_at = models.DateTimeField(null=True)
    minutes = models.FloatField(null=True)
    title = models.CharField(max_length=200, blank=True)
    done_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["jug", "step"], name="one_mark_a_step")]


class Picture(models.Model):
    """A photograph of a jug, as a JPEG made anew: nothing of where or by what it was taken."""

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="pictures")
    image = models.BinaryField()
    made_at = models.DateTimeField(auto_now_add=True)


class Event(models.Model):
    """Something that happened to a jug: never changed, never deleted.

    `what` is in the jug file's shape, read by core alone. `id` is made by whoever sends it, so
    that sending twice is once; `given` is the id it had in the file it came in with, where that
    is another; `number` counts a jug's events in the order they were written. A
    strike takes back the event it names, once. `insisted`: it was questioned, and the person
    stood by it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="events")
    number = models.PositiveIntegerField()
    at = models.DateTimeField()
    written_at = models.DateTimeField(auto_now_add=True)
    by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    kind = models.CharField(max_length=16)
    what = models.JSONField(default=dict)
    note = models.CharField(max_length=500, blank=True)
    given = models.CharField(max_length=200, blank=True)
    insisted = models.BooleanField(default=False)
    strikes = models.OneToOneField(
        "self", on_delete=models.CASCADE, null=True, related_name="struck_by"
    )

    @property
    def file_id(self) -> str:
        """What it is called in a jug file."""
        return self.given or str(self.id)

    class Meta:
        ordering = ["at", "number"]
        indexes = [models.Index(fields=["jug", "at"], name="a_jugs_events_in_time")]
        constraints = [
            models.UniqueConstraint(fields=["jug", "number"], name="one_number_an_event"),
            models.CheckConstraint(condition=Q(kind__in=KINDS), name="an_event_is_of_a_kind"),
            models.CheckConstraint(
                condition=Q(kind="struck", strikes__isnull=False)
                | (~Q(kind="struck") & Q(strikes__isnull=True)),
                name="a_strike_names_what_it_strikes",
            ),
        ]


class TransferLine(models.Model):
    """How much of what was poured on went into which jug: drink never leaves the account."""

    event = models.ForeignKey(Event, on_delete=models.CASCADE, related_name="lines")
    into = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="received")
    volume_ml = models.FloatField()

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(condition=Q(volume_ml__gt=0), name="something_is_poured_on"),
            models.UniqueConstraint(fields=["event", "into"], name="one_line_a_jug"),
        ]
