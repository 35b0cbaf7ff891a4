"""The shelf: what a person has bought or could buy, with its label as printed."""

from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Q

from core.cost.costing import Pack
from core.errors import JobError
from core.must.mixing import Pour
from core.pack.declared import Label, neat, read_label, undiluted
from core.pack.no_juice import printed_share


class Product(models.Model):
    """A carton, bottle, bag or tub as bought. The label's figures stay as printed.

    What core makes of it is kept in `facts` and the columns below it, so that a long shelf
    sorts in the database; `facts_of` says which core made them.
    """

    account = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="products"
    )
    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=16)
    fruit = models.CharField(max_length=32, blank=True)
    sugar = models.CharField(max_length=32, blank=True)
    # Text, because "10" and "10.0" do not promise the same.
    sugars_g = models.CharField(max_length=12, blank=True)
    per_ml = models.FloatField(null=True)
    per_g = models.FloatField(null=True)
    # The figures are for the diluted drink: 1 part to so many, or so much from the pack.
    made_up = models.BooleanField(default=False)
    dilution_parts = models.FloatField(null=True)
    makes_ml = models.FloatField(null=True)
    # As printed on a drink that is only part juice.
    juice_percent = models.FloatField(null=True)
    measured_sg = models.FloatField(null=True)
    measured_on = models.DateField(null=True)
    pack_ml = models.FloatField(null=True)
    pack_g = models.FloatField(null=True)
    pack_count = models.PositiveIntegerField(null=True)
    # The newest of its prices, None while none is known; all of them are in ProductPrice.
    price = models.DecimalField(max_digits=8, decimal_places=2, null=True)
    price_on = models.DateField(null=True)
    # When its sugars and ingredients were last read off a pack.
    label_on = models.DateField(null=True)
    label_text = models.TextField(blank=True)
    # Keys of what the person set against what the label's reader made of it.
    corrected = models.JSONField(default=list)
    barcode = models.CharField(max_length=14, blank=True)
    colour = models.CharField(max_length=32, blank=True)
    at_home = models.DecimalField(max_digits=7, decimal_places=2, default=0)
    best_before = models.DateField(null=True)
    added_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True)

    facts = models.JSONField(default=dict)
    facts_of = models.CharField(max_length=16, blank=True)
    verdict = models.CharField(max_length=16, blank=True)
    sugar_price = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    litre_price = models.DecimalField(max_digits=9, decimal_places=2, null=True)
    strength_alone = models.FloatField(null=True)
    acid_g_per_l = models.FloatField(null=True)

    class Meta:
        ordering = ["-added_at", "-id"]
        indexes = [models.Index(fields=["account", "removed_at"], name="standing_on_a_shelf")]
        constraints = [
            models.CheckConstraint(condition=Q(price__gte=0), name="price_not_negative"),
            models.CheckConstraint(condition=Q(at_home__gte=0), name="at_home_not_negative"),
            models.CheckConstraint(
                condition=Q(pack_ml__gt=0, pack_g=None, pack_count=None)
                | Q(pack_g__gt=0, pack_ml=None, pack_count=None)
                | Q(pack_count__gt=0, pack_ml=None, pack_g=None),
                name="one_pack_size",
            ),
            models.UniqueConstraint(
                fields=["account", "barcode"],
                condition=Q(removed_at=None) & ~Q(barcode=""),
                name="one_product_a_barcode",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def label(self) -> Label | None:
        """The sugar of the thing as sold. Raises JobError for figures that cannot be."""
        if not self.sugars_g:
            return None
        amount, unit = (self.per_ml, "ml") if self.per_ml is not None else (self.per_g, "g")
        label = read_label(self.sugars_g, amount or 100, unit)
        if not self.made_up:
            return label
        if self.dilution_parts:
            return neat(label, self.dilution_parts)
        if self.makes_ml and self.pack_ml:
            return undiluted(label, self.pack_ml, self.makes_ml)
        raise JobError(
            "The figures are for the diluted drink: say how it is diluted, like 5 parts of water.",
            "dilution_parts",
        )

    def as_typed(self) -> dict[str, Any]:
        """What a person put in, by the names of the form: None where nothing stands."""
        return {
            "name": self.name,
            "kind": self.kind,
            "fruit": self.fruit or None,
            "sugar": self.sugar or None,
            "sugars_g": self.sugars_g or None,
            "per_ml": self.per_ml,
            "per_g": self.per_g,
            "made_up": self.made_up,
            "dilution_parts": self.dilution_parts,
            "makes_ml": self.makes_ml,
            "juice_percent": self.juice_percent,
            "measured_sg": self.measured_sg,
            "pack_ml": self.pack_ml,
            "pack_g": self.pack_g,
            "pack_count": self.pack_count,
            "price": None if self.price is None else f"{self.price:.2f}",
            "label_text": self.label_text,
            "corrected": self.corrected,
            "barcode": self.barcode,
            "colour": self.colour,
            "at_home": self.at_home,
            "best_before": self.best_before,
        }

    def pour(self) -> Pour:
        """It as core knows it, without an amount."""
        return Pour(
            self.name,
            self.kind,
            fruit=self.fruit or None,
            sugar=self.sugar or None,
            label=self.label(),
            measured_sg=self.measured_sg,
            juice_percent=printed_share(self.kind, self.juice_percent, self.label_text),
        )

    def pack(self) -> Pack | None:
        """Its price and size; None while no price is known."""
        return None if self.price is None else Pack(self.price, self.pack_ml, self.pack_g)


class ProductPrice(models.Model):
    """What a pack cost, where and when. Never changed, only followed."""

    product = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="prices")
    amount = models.DecimalField(max_digits=8, decimal_places=2)
    place = models.CharField(max_length=80, blank=True)
    on = models.DateField()
    written_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["on", "id"]
        constraints = [
            models.CheckConstraint(condition=Q(amount__gte=0), name="amount_not_negative")
        ]
