"""What the jugs' endpoints take and give. Amounts in ml, g, °C, SG 20/20; money as text."""

from datetime import datetime

from pydantic import BaseModel

from server.shelf.schemas import IntervalOut


class LabelIn(BaseModel):
    sugars_g: str | float
    per_ml: float | None = None
    per_g: float | None = None


class PourIn(BaseModel):
    """A pour of the recipe file; `product_id` remembers what on the shelf it came from, and
    `colour` what it looks like there."""

    name: str
    kind: str
    volume_ml: float | None = None
    mass_g: float | None = None
    fruit: str | None = None
    sugar: str | None = None
    label: LabelIn | None = None
    measured_sg: float | None = None
    price: str | None = None
    pack_ml: float | None = None
    pack_g: float | None = None
    product_id: int | None = None
    colour: str | None = None


class VesselIn(BaseModel):
    """The vessel; `key` names a row of the reference table, whose shape is drawn."""

    volume_ml: float
    key: str | None = None


class YeastIn(BaseModel):
    tolerance_abv: float
    key: str | None = None


class AimIn(BaseModel):
    solve: list[str]
    abv: float | None = None
    og: float | None = None
    fill_ml: float | None = None


class PlanIn(BaseModel):
    """A plan in the shape of the recipe file."""

    name: str = ""
    pours: list[PourIn]
    vessel: VesselIn | None = None
    yeast: YeastIn | None = None
    aim: AimIn | None = None


class JugIn(BaseModel):
    name: str
    vessel: VesselIn
    yeast: YeastIn


class KeepPlanIn(BaseModel):
    """`based_on` is the version this window started from."""

    based_on: int
    plan: PlanIn


class MustOut(BaseModel):
    volume_ml: float
    sugar_g: float
    sg: IntervalOut


class StrengthOut(BaseModel):
    """% vol by the three schools."""

    mass_balance: IntervalOut
    quick_sum: float
    potential_scale: float


class FinishOut(BaseModel):
    sg: IntervalOut
    strength: StrengthOut
    residual_sugar_g_per_l: float
    limited_by: str


class PourOut(BaseModel):
    """One pour worked out: its amount, and its part of the jug."""

    name: str
    volume_ml: float | None
    mass_g: float | None
    solved: bool
    sugar_g: float
    room_ml: float


class CostOut(BaseModel):
    """Money as text. Bottles are whole ones of `bottle_ml`, after what stays on the lees."""

    used: str
    packs: str
    currency: str
    unpriced: list[str]
    bottles: int
    bottle_ml: float
    per_bottle: str | None


class WarningOut(BaseModel):
    code: str
    text: str


class EvaluationOut(BaseModel):
    pours: list[PourOut]
    must: MustOut
    finish: FinishOut
    cost: CostOut
    warnings: list[WarningOut]


class ReadingIn(BaseModel):
    sg: float
    temperature_c: float = 20.0
    note: str = ""
    at: datetime | None = None
    insist: bool = False


class ReadingOut(BaseModel):
    """A reading as read, and what it means at 20 °C."""

    id: int
    at: datetime
    sg: float
    sg_at_20: float
    temperature_c: float
    note: str
    insisted: bool


class ProgressOut(BaseModel):
    """How far the ferment has come. `share` 0 to 1, `points_to_go` in thousandths."""

    strength: StrengthOut
    share: float
    points_to_go: float
    verdict: str
    headline: str
    advice: str


class BottleCountIn(BaseModel):
    size_ml: int
    count: int


class BottlingIn(BaseModel):
    bottles: list[BottleCountIn]
    insist: bool = False


class BottleOutcome(BaseModel):
    size_ml: int
    count: int
    cost_each: str


class BottlingOut(BaseModel):
    """What was really bottled; `left_ml` is what did not get there."""

    id: int | None
    at: datetime | None
    bottles: list[BottleOutcome]
    bottled_ml: float
    left_ml: float
    strength: StrengthOut | None
    cost_per_litre: str


class PlanOut(BaseModel):
    version: int
    plan: PlanIn


class JugOut(BaseModel):
    """Everything about one jug. `problem` says why the plan cannot be worked out."""

    id: int
    number: int
    name: str
    stage: str
    begun_at: datetime
    kept: PlanOut
    evaluation: EvaluationOut | None
    problem: str | None
    readings: list[ReadingOut]
    progress: ProgressOut | None
    bottling: BottlingOut | None


class DrinkOut(BaseModel):
    """What a pour is, for its colour."""

    fruit: str | None
    colour: str | None
    kind: str


class JugRow(BaseModel):
    """A jug in the list."""

    id: int
    number: int
    name: str
    stage: str
    begun_at: datetime
    headline: str
    drinks: list[DrinkOut]
    sg: float | None
    abv: float | None
    share: float


class KeptOut(BaseModel):
    """A plan kept, with its new version."""

    version: int
    evaluation: EvaluationOut
