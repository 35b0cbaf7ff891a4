"""What the shelf's endpoints take and give."""

from decimal import Decimal

from pydantic import BaseModel

from core.carton import CartonFacts
from core.interval import Interval
from server.shelf.models import Product


class IntervalOut(BaseModel):
    """A figure with the ends of its 90 % interval."""

    value: float
    low: float
    high: float

    @classmethod
    def of(cls, interval: Interval) -> "IntervalOut":
        return cls(value=interval.value, low=interval.low, high=interval.high)


class ProductIn(BaseModel):
    """A product as typed. Amounts in ml or g; `sugars_g` and `price` as text."""

    name: str
    kind: str = "juice"
    fruit: str | None = None
    sugar: str | None = None
    sugars_g: str | None = None
    per_ml: float | None = None
    per_g: float | None = None
    measured_sg: float | None = None
    pack_ml: float | None = None
    pack_g: float | None = None
    price: str


class FactsOut(BaseModel):
    """What core makes of a product: g/L, g per 100 g, SG 20/20, % vol, price of 100 g sugar."""

    sugar_g_per_l: float | None
    sugar_g_per_100_g: float
    reads: IntervalOut | None
    strength_alone: IntervalOut | None
    price_per_100_g_sugar: Decimal | None

    @classmethod
    def of(cls, facts: CartonFacts) -> "FactsOut":
        return cls(
            sugar_g_per_l=facts.sugar_g_per_l,
            sugar_g_per_100_g=facts.sugar_g_per_100_g,
            reads=IntervalOut.of(facts.reads) if facts.reads else None,
            strength_alone=IntervalOut.of(facts.strength_alone) if facts.strength_alone else None,
            price_per_100_g_sugar=facts.price_per_100_g_sugar,
        )


class ProductOut(ProductIn):
    id: int
    facts: FactsOut

    @classmethod
    def of(cls, product: Product, facts: CartonFacts) -> "ProductOut":
        return cls(
            id=product.id,
            name=product.name,
            kind=product.kind,
            fruit=product.fruit or None,
            sugar=product.sugar or None,
            sugars_g=product.sugars_g or None,
            per_ml=product.per_ml,
            per_g=product.per_g,
            measured_sg=product.measured_sg,
            pack_ml=product.pack_ml,
            pack_g=product.pack_g,
            price=f"{product.price:.2f}",
            facts=FactsOut.of(facts),
        )


class NamedOut(BaseModel):
    """A row of a reference table."""

    key: str
    name: str


class YeastOut(NamedOut):
    tolerance_abv: float
    tolerance_low: float
    tolerance_high: float


class VesselOut(NamedOut):
    shape: str
    volume_ml: float
    usual_fill_ml: float


class BottleOut(NamedOut):
    volume_ml: int


class ReferenceOut(BaseModel):
    """The tables the page chooses from."""

    kinds: list[str]
    fruits: list[NamedOut]
    sugars: list[NamedOut]
    yeasts: list[YeastOut]
    vessels: list[VesselOut]
    bottles: list[BottleOut]
