"""What the practice endpoints take and give. Gravities 20/20, ml, % vol; money as text."""

from pydantic import BaseModel


class FactOut(BaseModel):
    """Something found of this kitchen: `sure` enough to be reckoned with, and `on` unless somebody
    switched it off."""

    key: str
    text: str
    batches: int
    sure: bool
    on: bool


class PairOut(BaseModel):
    """As the tables had it, and as it was found (None: nobody measured it)."""

    expected: float
    found: float | None


class BatchOut(BaseModel):
    """One batch against the tables; a litre in bottles as planned and as it came, money."""

    jug: int
    number: int
    name: str
    start: PairOut
    end: PairOut
    abv: PairOut
    lost_ml: PairOut
    days: PairOut | None
    litre_planned: str | None
    litre_paid: str | None


class GroupOut(BaseModel):
    """Batches with something in common, and by how much they were off on average (see
    core.learn.groups)."""

    name: str
    batches: int
    start_points: float | None
    end_points: float | None
    abv: float | None
    lost_ml: float | None
    days: float | None
    cost_share: float | None


class SpendingLineOut(BaseModel):
    """A month (like 2026-11) or a kind of thing: money, how long its bar is, ml in bottles."""

    key: str
    name: str
    money: str
    share: float
    bottled_ml: float


class SpendingOut(BaseModel):
    """Where the money of all batches went; supplies at today's prices. `unpriced` names what went
    in and has no price."""

    months: list[SpendingLineOut]
    kinds: list[SpendingLineOut]
    money: str
    per_litre: str | None
    unpriced: list[str]


class PracticeOut(BaseModel):
    """What the batches taught: in a sentence, facts, batches (the newest first), and groups of
    them."""

    said: str
    facts: list[FactOut]
    batches: list[BatchOut]
    by_juice: list[GroupOut]
    by_yeast: list[GroupOut]
    by_shop: list[GroupOut]
    spending: SpendingOut


class SwitchIn(BaseModel):
    """Reckon with a fact, or no more."""

    key: str
    on: bool
