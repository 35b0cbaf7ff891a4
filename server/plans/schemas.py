"""What plans' endpoints take and give. Amounts in ml, g, SG 20/20; money as text."""

from pydantic import BaseModel

from server.jugs.plan_schemas import DoseIn, EvaluationOut, PlanIn, PourIn, VesselIn
from server.shelf.schemas import IntervalOut


class ScaleIn(BaseModel):
    """A plan, and the vessel that it is wanted in."""

    plan: PlanIn
    vessel: VesselIn


class AmountOut(BaseModel):
    """A pour's amount in the unit it is measured in."""

    name: str
    amount: float


class NearestOut(BaseModel):
    """The nearest that can be; `text` is empty when nothing comes near. What `adjusts` was fixed,
    and the aim is met once it is not."""

    text: str
    amounts: list[AmountOut]
    abv: float | None
    adjusts: list[str]


class AdditionOut(BaseModel):
    """Something to add: said in g and spoons; a pour of `key`, or all `doses` of its kind then."""

    text: str
    spoons: str | None
    kind: str
    key: str | None
    mass_g: float
    doses: list[DoseIn]


class WeighedOut(BaseModel):
    """One side of the balance: where it is, the usual band, and what to add."""

    key: str
    name: str
    unit: str
    there: IntervalOut
    band: list[float]
    word: str
    sentence: str
    additions: list[AdditionOut]


class CheapestIn(BaseModel):
    """A plan, and what a cheaper one must keep to. `least_juice` is a share of the fill;
    `keep_flavours`: at least as much of each fruit as now."""

    plan: PlanIn
    least_juice: float | None = None
    keep_flavours: bool = False
    most_kinds: int | None = None


class BoughtOut(BaseModel):
    """One product of a basket: amount used (g or ml), packs, those to buy, what stays over."""

    name: str
    by_mass: bool
    amount: float
    packs: int
    to_buy: int
    left_over: float


class BasketOut(BaseModel):
    """A cheaper plan: what is in it, the bill, and what it becomes."""

    items: list[BoughtOut]
    bill: str
    pours: list[PourIn]
    evaluation: EvaluationOut


class CheapestOut(BaseModel):
    """Up to three baskets, the cheapest first, none of them dearer than the plan; `least_juice` is
    the share they kept to. `sure` is False where time ran out before the cheapest was proven.
    `unpriced` is what of the plan has no price and cannot be compared; `left_out` what of it is in
    none of the baskets."""

    baskets: list[BasketOut]
    unpriced: list[str]
    left_out: list[str]
    per_bottle: str | None
    least_juice: float
    sure: bool


class OutcomeOut(BaseModel):
    """The plan with a pack more or fewer of one pour; `why_not` when that cannot be."""

    amount: float
    abv: float | None
    fill_ml: float | None
    each: str | None
    why_not: str


class CartonsOut(BaseModel):
    """One pour in packs: the plan with one fewer and one more."""

    name: str
    packs: float
    fewer: OutcomeOut
    more: OutcomeOut


class ShoppingLineOut(BaseModel):
    """One line of the list. `words` is how much the plan takes."""

    name: str
    words: str
    packs: float | None
    at_home: float
    to_buy: int | None
    pack: str
    price: str | None
    cost: str | None
    place: str


class ShoppingOut(BaseModel):
    """What to buy; `unpriced` are lines no price is known for. `text` is the list to paste."""

    lines: list[ShoppingLineOut]
    total: str
    currency: str
    unpriced: list[str]
    text: str
