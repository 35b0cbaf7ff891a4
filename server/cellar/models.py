"""Links by which guests say how one lot tastes."""

from django.db import models
from django.db.models import Q

from server.jugs.models import Jug


class TastingLink(models.Model):
    """A link to one tasting of one lot, for whoever has it, until it is taken back; `blind` does
    not tell what it is."""

    jug = models.ForeignKey(Jug, on_delete=models.CASCADE, related_name="tasting_links")
    lot = models.CharField(max_length=20)
    token = models.CharField(max_length=32, unique=True)
    blind = models.BooleanField(default=False)
    answers = models.PositiveIntegerField(default=0)
    made_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["jug", "lot"], condition=Q(removed_at=None), name="one_tasting_a_lot"
            )
        ]
