"""What stands on the shelf."""

from django.conf import settings
from django.db import models
from django.db.models import Q

from core.composition import KINDS
from core.cost import Pack
from core.label import read_label
from core.must import Pour


class Product(models.Model):
    """A carton, bottle or bag as bought. The label's figures stay as printed."""

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="products"
    )
    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=16, choices=[(k, k) for k in KINDS])
    fruit = models.CharField(max_length=32, blank=True)
    sugar = models.CharField(max_length=32, blank=True)
    # Text, because "10" and "10.0" do not promise the same.
    sugars_g = models.CharField(max_length=12, blank=True)
    per_ml = models.FloatField(null=True)
    per_g = models.FloatField(null=True)
    measured_sg = models.FloatField(null=True)
    pack_ml = models.FloatField(null=True)
    pack_g = models.FloatField(null=True)
    price = models.DecimalField(max_digits=8, decimal_places=2)
    added_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["name", "id"]
        constraints = [
            models.CheckConstraint(condition=Q(price__gte=0), name="price_not_negative"),
            models.CheckConstraint(
                condition=Q(pack_ml__gt=0, pack_g__isnull=True)
                | Q(pack_g__gt=0, pack_ml__isnull=True),
                name="one_pack_size",
            ),
        ]

    def pour(self) -> Pour:
        """The product as core sees it. Raises JobError when the label cannot be."""
        label = None
        if self.sugars_g:
            amount, unit = (self.per_ml, "ml") if self.per_ml else (self.per_g or 100.0, "g")
            label = read_label(self.sugars_g, amount, unit)
        return Pour(
            self.name,
            self.kind,
            fruit=self.fruit or None,
            sugar=self.sugar or None,
            label=label,
            measured_sg=self.measured_sg,
        )

    def pack(self) -> Pack:
        """Its price and size."""
        return Pack(self.price, self.pack_ml, self.pack_g)
