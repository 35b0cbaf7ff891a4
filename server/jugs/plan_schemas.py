"""A plan, and what core makes of it, as the endpoints take and give them. Amounts in ml, g, °C,
SG 20/20; money as text."""

from typing import Literal

from pydantic import BaseModel, field_validator

from core.tables import DRINK_COLOURS
from server.config.limits import few, short
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
    acid: str | None = None
    tannin: str | None = None
    juice_percent: float | None = None
    amount_by: str | None = None
    richness: float | None = None
    cloudier_g_per_l: float | None = None
    price: str | None = None
    pack_ml: float | None = None
    pack_g: float | None = None
    ingredients: str | None = None
    label_on: str | None = None
    price_on: str | None = None
    product_id: int | None = None
    colour: str | None = None
    locked: bool | None = None

    _short = field_validator("name")(short)

    @field_validator("colour")
    @classmethod
    def _one_there_is(cls, colour: str | None) -> str | None:
        """How a pour is drawn; a word that is no colour here, of a file say, draws nothing."""
        return colour if colour in DRINK_COLOURS else None


class VesselIn(BaseModel):
    """The vessel; `key` names a row of the reference table, `own_id` one of the person's, whose
    shape is drawn."""

    volume_ml: float
    key: str | None = None
    own_id: int | None = None
    name: str | None = None


class YeastIn(BaseModel):
    tolerance_abv: float
    key: str | None = None


class AimIn(BaseModel):
    solve: list[str | list[str]]
    abv: float | None = None
    og: float | None = None
    fill_ml: float | None = None
    acid_g_per_l: float | None = None
    tannin_g_per_l: float | None = None
    shares: dict[str, float] | None = None


class GlassIn(BaseModel):
    """How it is to be in the glass, and what brings it there at the end."""

    style: str
    sugar_g_per_l: float | None = None
    volumes: float | None = None
    late: PourIn | None = None
    late_share: float | None = None
    warmest_c: float | None = None
    bottle: str | None = None
    closure: str | None = None


class DoseIn(BaseModel):
    """What is dosed beside the pours, and when."""

    kind: str
    mass_g: float
    when: str


class KitchenIn(BaseModel):
    """What was found of the kitchen (see core.plan.kitchen)."""

    losses: float = 1.0
    ends_points: float = 0.0


class PlanIn(BaseModel):
    """A plan in the shape of the recipe file. What was found of the kitchen, and of its cartons,
    is the account's: what is sent of it is not taken."""

    name: str = ""
    pours: list[PourIn]
    vessel: VesselIn | None = None
    yeast: YeastIn | None = None
    aim: AimIn | None = None
    glass: GlassIn | None = None
    doses: list[DoseIn] | None = None
    hold_back_ml: float | None = None
    ph: float | None = None
    most_per_bottle: str | None = None
    kitchen: KitchenIn | None = None

    _few = field_validator("pours", "doses")(few)


class MustOut(BaseModel):
    volume_ml: float
    in_vessel_ml: float
    sugar_g: float
    sg: IntervalOut
    juice_share: float


class StrengthOut(BaseModel):
    """% vol by the three schools."""

    mass_balance: IntervalOut
    quick_sum: float
    potential_scale: float


class FinishOut(BaseModel):
    sg: IntervalOut
    lees_ml: float
    strength: StrengthOut
    residual_sugar_g_per_l: float
    limited_by: str


class PourOut(BaseModel):
    """One pour worked out: its amount, also in the words of a kitchen, and its part of the
    jug."""

    name: str
    kind: str
    volume_ml: float | None
    mass_g: float | None
    solved: bool
    words: str
    things: str | None
    sugar_g: float
    room_ml: float


class CostOut(BaseModel):
    """Money as text, None where nothing has a price. Bottles are whole ones of `bottle_ml`,
    after what stays on the lees."""

    used: str | None
    packs: str | None
    currency: str
    unpriced: list[str]
    bottles: int
    bottle_ml: float
    per_bottle: str | None


class EditOut(BaseModel):
    """One change of a plan (see core.plan.caution.Edit)."""

    what: str
    name: str
    value: float | None
    key: str | None
    doses: list[DoseIn]


class RemedyOut(BaseModel):
    """A way out: the words on its button, and what it changes in the plan."""

    text: str
    edits: list[EditOut]


class WarningOut(BaseModel):
    """Something to mind; `bad` when it would hurt somebody or spoil the jug."""

    code: str
    text: str
    bad: bool
    remedies: list[RemedyOut]


class StandingOut(BaseModel):
    """One thing that can be aimed at: where it is, the usual band, what is wanted, and what it
    is like."""

    key: str
    name: str
    unit: str
    value: IntervalOut
    band: list[float]
    scale: list[float]
    wanted: float | None
    met: bool
    word: str


class ClosingOut(BaseModel):
    """May it be closed in that bottle: volumes of gas expected and at the worst, the most it
    bears (None: gas leaves), go, think or do_not, and why. `pressure_bar` is of the worst,
    over the air, at 20, 30 and 40 °C."""

    expected_volumes: float
    worst_volumes: float
    limit_volumes: float | None
    verdict: Literal["go", "think", "do_not"]
    why: str
    pressure_bar: list[float] = []


class InTheGlassOut(BaseModel):
    """What stands in the glass, and the steps that bring it there; `closed` is the bottle for it
    with what closes it, like beer_bottle/crown."""

    abv: IntervalOut
    sugar_g_per_l: float
    word: str
    volumes: float
    bottled_ml: float
    late_ml: float
    priming_g: float
    priming_g_per_l: float
    sweetener_g: float
    steps: list[str]
    worst_volumes: float
    closed: str
    closing: ClosingOut | None


class EvaluationOut(BaseModel):
    pours: list[PourOut]
    must: MustOut
    finish: FinishOut
    glass: InTheGlassOut
    cost: CostOut
    standings: list[StandingOut]
    warnings: list[WarningOut]
    low: list[str]
    reckoned_with: list[str]
