"""What the shelf's endpoints take and give."""

from datetime import date
from decimal import Decimal
from typing import Literal

from pydantic import BaseModel, Field

from core.interval import Interval
from server.config.limits import MOST_TOGETHER


class IntervalOut(BaseModel):
    """A figure with the ends of its 90 % interval."""

    value: float
    low: float
    high: float

    @classmethod
    def of(cls, interval: Interval) -> "IntervalOut":
        return cls(value=interval.value, low=interval.low, high=interval.high)


class PrintedIn(BaseModel):
    """The sugars line: grams as text, in so many ml or g, of it as sold or made up."""

    sugars_g: str | None = None
    per_ml: float | None = None
    per_g: float | None = None


class ProductIn(PrintedIn):
    """A product as typed. Amounts in ml or g; `sugars_g` and `price` as text.

    `price` may be as on a shelf edge, "2 for £3"; `place` and `bought_on` go with it. `corrected`
    names what the person set against the label's reader.
    """

    name: str
    kind: str = "juice"
    fruit: str | None = None
    sugar: str | None = None
    made_up: bool = False
    dilution_parts: float | None = None
    makes_ml: float | None = None
    juice_percent: float | None = None
    measured_sg: float | None = None
    pack_ml: float | None = None
    pack_g: float | None = None
    pack_count: int | None = None
    price: str | None = None
    place: str = ""
    bought_on: date | None = None
    label_text: str = ""
    corrected: list[str] = []
    barcode: str = ""
    colour: str = ""
    at_home: Decimal = Decimal(0)
    best_before: date | None = None


class PriceOut(BaseModel):
    amount: str
    place: str
    on: date


class KeptProduct(ProductIn):
    """A product whole, as an export keeps it: with every price seen and its dates."""

    measured_on: date | None = None
    label_on: date | None = None
    prices: list[PriceOut] = []


class VerdictOut(BaseModel):
    """`code` is stable, `word` two or three words, `reason` and `uses` sentences."""

    code: str
    word: str
    reason: str
    uses: list[str]


class BesideOut(BaseModel):
    """A measured gravity beside what the label alone gives."""

    label_reads: IntervalOut
    measured_sg: float
    agree: bool
    sentence: str


class FactsOut(BaseModel):
    """What core makes of a product: g/L, g per 100 g, SG 20/20, % vol, acidity as tartaric in
    g/L, and prices of 100 g of its sugar, of a litre and of one piece."""

    sugar_g_per_l: IntervalOut | None
    sugar_g_per_100_g: float
    reads: IntervalOut | None
    strength_alone: IntervalOut | None
    acid_g_per_l: IntervalOut | None
    price_per_100_g_sugar: Decimal | None
    price_per_litre: Decimal | None
    price_each: Decimal | None
    verdict: VerdictOut
    preservatives: list[str] | None
    beside: BesideOut | None


class ProductOut(BaseModel):
    """A product on the shelf. `as_sold` is its sugar as a pour takes it, made up or not."""

    id: int
    name: str
    kind: str
    fruit: str | None
    sugar: str | None
    sugars_g: str | None
    per_ml: float | None
    per_g: float | None
    made_up: bool
    dilution_parts: float | None
    makes_ml: float | None
    juice_percent: float | None
    as_sold: PrintedIn | None
    measured_sg: float | None
    measured_on: date | None
    pack_ml: float | None
    pack_g: float | None
    pack_count: int | None
    price: str | None
    label_text: str
    corrected: list[str]
    barcode: str
    colour: str
    at_home: Decimal
    best_before: date | None
    facts: FactsOut


class ShelfOut(BaseModel):
    """A stretch of the shelf. `total` match what was asked; `standing` and `at_home` are all."""

    total: int
    standing: int
    at_home: int
    items: list[ProductOut]


Sort = Literal["newest", "name", "sugar_price", "strength", "acid", "litre_price", "at_home"]


class ShelfQuery(BaseModel):
    """What to look for: words in the name, kinds, verdicts; how sorted; which stretch."""

    search: str = ""
    kind: list[str] = Field(default_factory=list)
    verdict: list[str] = Field(default_factory=list)
    home: bool = False
    sort: Sort = "newest"
    offset: int = Field(0, ge=0, le=1_000_000)
    limit: int = Field(100, ge=1, le=200)


class PriceIn(BaseModel):
    """A price seen, as on the shelf edge."""

    amount: str
    place: str = ""
    on: date | None = None


class HomeIn(BaseModel):
    """How many packs stand at home, whole and part: 2.5."""

    at_home: Decimal


class MeasuredIn(BaseModel):
    """A gravity read in it, or None to take it back."""

    sg: float | None
    temperature_c: float = 20.0


class LabelTextIn(BaseModel):
    text: str


class FieldOut(BaseModel):
    """A figure or word of the label, at `start` to `end` of the text; `doubt` when not sure."""

    key: str
    value: str
    start: int
    end: int
    doubt: str


class FindingOut(BaseModel):
    """An ingredient that matters, where it stands; `effects` the most harmful first."""

    start: int
    end: int
    name: str
    e_number: str
    effects: list[str]
    reason: str
    workaround: str


class HintOut(BaseModel):
    code: str
    text: str


class LabelReadingOut(BaseModel):
    """A label read. `as_sold` only when all it rests on is sure; else `why_not` says what to
    settle.

    `start` and `end` count Unicode code points.
    """

    fields: list[FieldOut]
    findings: list[FindingOut]
    hints: list[HintOut]
    as_sold: PrintedIn | None
    why_not: str
    ferments: str
    sentence: str


class ComparedOut(BaseModel):
    """What so many packs of one product make in a vessel, topped up with nothing."""

    id: int
    fills_ml: float
    overflows: bool
    start: IntervalOut | None
    strength: IntervalOut | None
    cost: str | None


class CompareIn(BaseModel):
    """Two to four products, how many packs of each, and the vessel."""

    ids: list[int] = Field(max_length=MOST_TOGETHER)
    packs: int = 3
    vessel_ml: float = 5000


class CompareOut(BaseModel):
    products: list[ProductOut]
    made: list[ComparedOut]


class RowErrorOut(BaseModel):
    """What is wrong in one row of a file; rows are counted as a person does, from 1."""

    row: int
    at: str
    text: str


class ImportOut(BaseModel):
    """What an import did. With `errors`, nothing was brought in."""

    added: int
    known: int
    errors: list[RowErrorOut]


class FoundOut(BaseModel):
    """What the product service knows of a barcode, read as a label is; `product` to begin from."""

    barcode: str
    name: str
    label_text: str
    reading: LabelReadingOut
    pack: str
    doubts: list[str]


class CodesOut(BaseModel):
    """Barcodes read in a picture, surest first."""

    codes: list[str]


class CropOut(BaseModel):
    """A piece of the photograph that a figure came from, as a PNG data address."""

    key: str
    image: str


class PhotoOut(BaseModel):
    """A photographed label: its text, the reading, and for each figure the crop it came from."""

    text: str
    reading: LabelReadingOut
    crops: list[CropOut]


class NamedOut(BaseModel):
    """A row of a reference table."""

    key: str
    name: str


class KindOut(NamedOut):
    """A kind of product: poured as drink or not, and weighed or not."""

    poured: bool
    weighed: bool


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


class ClosureOut(BaseModel):
    """A kind of bottle with what closes it, and the volumes of gas it bears (None: gas
    leaves); `still` ones are never primed."""

    bottle: str
    closure: str
    bottle_name: str
    closure_name: str
    limit_volumes: float | None
    still: bool


class DoseOut(NamedOut):
    """A dose to write down; `of` what has to be named with it, if anything."""

    of: list[NamedOut]


class StyleOut(NamedOut):
    """A way to be in the glass, and where it begins (see core.plan.glass.Style)."""

    fizzy: bool
    sweet: bool
    late: bool
    sugar_g_per_l: float | None
    volumes: float | None
    late_share: float | None


class MeasureOut(NamedOut):
    """A measure that amounts are written in (see core.measure.units.Measure)."""

    kind: str
    factor: float
    words: list[str]
    own: list[str]
    system: str


class ShownOut(BaseModel):
    """From so many ml or g up an amount is shown in this unit."""

    system: str
    kind: str
    at_least: float
    unit: str
    factor: float
    decimals: int


class ThermometerOut(NamedOut):
    """A thermometer's scale: its degrees in one of °C, and what it shows at 0 °C."""

    per_c: float
    at_0_c: float


class StemOut(NamedOut):
    """A hydrometer's scale, with (gravity, figure) along it to read between."""

    unit: str
    words: list[str]
    decimals: int
    points: list[list[float]]


class PlannedOut(BaseModel):
    """A dose as a plan holds it."""

    kind: str
    mass_g: float
    when: str


class TermOut(BaseModel):
    """A word of the trade, the forms it is met in, and what it means."""

    name: str
    words: list[str]
    meaning: str


class SideOut(BaseModel):
    """A side of a drink that may be marked from 1 to 5, and what the ends are like."""

    key: str
    low: str
    high: str


class GasWordOut(BaseModel):
    """What gas is like, up to so many volumes."""

    most: float
    words: str


class ClarityOut(BaseModel):
    """How clear a drink looks: what is seen of it, and whether that is clear."""

    key: str
    name: str
    seen: str
    clear: bool


class SignOut(BaseModel):
    """Something seen or smelt of a jug, what it tends to mean, and what to do."""

    key: str
    name: str
    sense: str
    tone: str
    means: str
    do: str


class ReferenceOut(BaseModel):
    """The tables the page chooses from. `planned` are the doses of a plan, `times` when they go
    in, `tablet` a sulphite tablet as it is planned, `step_ml` and `step_g` one
    press of an arrow key."""

    kinds: list[KindOut]
    verdicts: list[NamedOut]
    fruits: list[NamedOut]
    sugars: list[NamedOut]
    yeasts: list[YeastOut]
    vessels: list[VesselOut]
    bottles: list[BottleOut]
    closures: list[ClosureOut]
    doses: list[DoseOut]
    planned: list[NamedOut]
    times: list[NamedOut]
    tablet: list[PlannedOut]
    styles: list[StyleOut]
    sweeteners: list[NamedOut]
    step_ml: float
    step_g: float
    measures: list[MeasureOut]
    shown: list[ShownOut]
    stems: list[StemOut]
    thermometers: list[ThermometerOut]
    spooned: dict[str, float]
    label_sheets: list[int]
    gas_words: list[GasWordOut]
    marks: list[NamedOut]
    sides: list[SideOut]
    clarity: list[ClarityOut]
    glossary: list[TermOut]
    signs: list[SignOut]
