"""The empty bottles at home."""

from django.conf import settings
from django.db import models
from django.db.models import Q


class Empties(models.Model):
    """So many empty bottles of one size and kind, with what closes them."""

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="empties"
    )
    size_ml = models.PositiveIntegerField()
    bottle = models.CharField(max_length=40)
    closure = models.CharField(max_length=40)
    count = models.PositiveIntegerField()

    class Meta:
        ordering = ["size_ml", "bottle", "closure"]
        constraints = [
            models.UniqueConstraint(
                fields=["account", "size_ml", "bottle", "closure"], name="one_row_a_bottle"
            ),
            models.CheckConstraint(condition=Q(size_ml__gt=0), name="a_bottle_has_a_size"),
        ]
