"""What the cellar's endpoints take and give. Amounts in ml; money as text."""

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel

from server.jugs.bottle_schemas import DrinkOut, LotRow
from server.shelf.schemas import IntervalOut, NamedOut, SideOut


class CellarLotOut(LotRow):
    """What of a lot stands `here` in one `place` of the cellar, with its batch; `standing` is wait,
    ready, soon or past."""

    place: str
    here: int

    jug: int
    number: int
    jug_name: str
    standing: str


class PlaceOut(BaseModel):
    """A place with what stands there; no name: nobody said where."""

    name: str
    lots: list[CellarLotOut]


class CellarOut(BaseModel):
    """All bottles, by place, and what to drink first."""

    said: str
    places: list[PlaceOut]


class TastingOut(BaseModel):
    """How a batch tasted: when, how old it was, by whom, its mark and words."""

    id: str
    at: datetime
    days: int | None
    by: str
    lot: str | None
    overall: float | None
    scores: dict[str, float]
    words: str


class TasteSideOut(BaseModel):
    """A side of the taste: its ends, the mean of `count` marks (None: nobody marked it), the mark
    that its figures have it at with a 90 % interval (None: nothing measured says), and how the two
    differ, in words."""

    key: str
    low: str
    high: str
    marked: float | None
    count: int
    expected: IntervalOut | None
    text: str


class FaultOut(BaseModel):
    """A sign that was noticed, what it means, what in this journal may have made it, what to do."""

    key: str
    name: str
    means: str
    causes: list[str]
    do: str


class AgainOut(BaseModel):
    """The same once more with one change."""

    key: str
    text: str
    why: str
    sure: str


class TasteOut(BaseModel):
    """How a batch tasted, the newest first; each side of it against what its figures have; what
    was wrong with it; and changes that would mend what people found."""

    tastings: list[TastingOut]
    sides: list[TasteSideOut]
    faults: list[FaultOut]
    again: list[AgainOut]
    overall: float | None


class AgainIn(BaseModel):
    """Plan it once more with the change of that key."""

    key: str


class LabelsQuery(BaseModel):
    """Which labels: how many on a page, which lot (none: all), at which place of the first page to
    begin, and whether with an outline to cut along."""

    per_page: int = 8
    lot: str | None = None
    begin_at: int = 1
    outlined: bool = True


class CostLineOut(BaseModel):
    """What one ingredient cost, and its share of all."""

    name: str
    used: str
    share: float


class SupplyLineOut(BaseModel):
    """A supply that was used up, and what it came to at today's price (None: nobody knows)."""

    name: str
    used: str | None


class CostsOut(BaseModel):
    """Where the money of a batch went: as used and at the till (whole packs); a litre and a unit of
    alcohol (10 ml) of what got into bottles; and what a bottle of the first lot `saves` against
    the shop price that was asked about. `supplies` are what was used up beside the drink, and
    `next_litre` what one more litre would cost by today's shelf. None where nothing is priced,
    bottled or asked."""

    lines: list[CostLineOut]
    supplies: list[SupplyLineOut]
    supplies_used: str | None
    next_litre: str | None
    used: str | None
    packs: str | None
    per_litre: str | None
    per_unit: str | None
    saves: str | None
    unpriced: list[str]


class SharedBottleOut(BaseModel):
    """Bottles of a batch as anybody may see them."""

    name: str
    bottle: str
    closure: str
    size_ml: int
    abv: float
    fizzy: bool
    says: list[str]
    filled_at: datetime
    ready_from: datetime
    best_until: datetime
    drink: DrinkOut | None


class BatchPageOut(BaseModel):
    """A batch for whoever has its link: what its labels say, and how it came. Gravities 20/20;
    `days` from the yeast to dry; `liked` of 5, over so many `tastings`."""

    name: str
    number: int
    by: str
    headline: str
    contents: list[str]
    bottles: list[SharedBottleOut]
    start_sg: float | None
    end_sg: float | None
    days: float | None
    liked: float | None
    tastings: int


class AskIn(BaseModel):
    """Ask guests about a lot, telling them what it is or not."""

    lot: str
    blind: bool = False


class GuestAskedOut(BaseModel):
    """What a guest sees: the name (none where it is blind), strength, what has to be said, and what
    may be marked."""

    name: str
    abv: float
    says: list[str]
    blind: bool
    marks: list[NamedOut]
    sides: list[SideOut]


class GuestTastedIn(BaseModel):
    """What a guest says; `id` is the sender's, so that twice is once."""

    by: str
    words: str = ""
    scores: dict[str, float] = {}
    id: UUID | None = None
