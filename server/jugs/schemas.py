"""What the jugs' endpoints take and give. Amounts in ml, g, °C, SG 20/20; money as text."""

from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from pydantic import BaseModel, Field

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
    price: str | None = None
    pack_ml: float | None = None
    pack_g: float | None = None
    ingredients: str | None = None
    label_on: str | None = None
    price_on: str | None = None
    product_id: int | None = None
    colour: str | None = None
    locked: bool | None = None


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


class PlanIn(BaseModel):
    """A plan in the shape of the recipe file."""

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


class ReadingIn(BaseModel):
    """A gravity as it stood on the stem, or what a refractometer showed in °Bx. The first one
    pitches: `plan_version` is then the plan that was in sight. `cause` is what was accepted as
    explaining an odd one: it is written down with it. Of the sample `drunk_ml` did not go back,
    drunk or set aside. `id` is the sender's, so that twice is once.
    """

    id: UUID | None = None
    sg: float | None = None
    brix: float | None = None
    seen: list[Literal["foam", "grain"]] = Field(default_factory=list)
    cause: str | None = None
    plan_version: int | None = None
    temperature_c: float = 20.0
    drunk_ml: float = 0.0
    set_aside: bool = False
    note: str = ""
    at: datetime | None = None
    insist: bool = False


class ReadingOut(BaseModel):
    """A reading as read on a stem (null: on another scale), and what it means at 20 °C."""

    id: UUID
    at: datetime
    sg: float | None
    sg_at_20: float
    temperature_c: float
    note: str
    insisted: bool


class EventIn(BaseModel):
    """Something that happened, in the jug file's words; `id` is the sender's, so that twice is
    once. `instead_of` is an event that this one puts right: it is struck. An odd reading is
    written all the same with `insist`."""

    kind: str
    what: dict[str, Any] = Field(default_factory=dict)
    id: UUID | None = None
    at: datetime | None = None
    note: str = ""
    instead_of: UUID | None = None
    insist: bool = False


class PictureOut(BaseModel):
    """A photograph that was kept: what an entry of the log names it by."""

    id: str


class EventOut(BaseModel):
    """One line of the journal, as a sentence and whole; `insisted` on though questioned; `about`
    what is seen or smelt tends to mean, and what to do."""

    id: UUID
    at: datetime
    written_at: datetime
    kind: str
    text: str
    about: list[str]
    what: dict[str, Any]
    note: str
    insisted: bool
    struck: bool


class NowOut(BaseModel):
    """What is in the jug now; `measured` where a reading settles it."""

    volume_ml: IntervalOut
    sg: IntervalOut
    measured: bool
    abv: IntervalOut
    sugar_g_per_l: IntervalOut
    ph: float | None
    so2_added_mg_per_l: float
    cost: str | None


class ProgressOut(BaseModel):
    """How far the ferment has come. `share` 0 to 1, `points_to_go` in thousandths."""

    strength: StrengthOut
    share: float
    points_to_go: float
    verdict: str
    headline: str
    advice: str
    stopped: bool
    proven: bool
    sugar_left_g_per_l: IntervalOut
    ends: IntervalOut


class ForecastPoint(BaseModel):
    """Gravity at a moment to come: the middle, and the bounds of 80 %."""

    at: datetime
    sg: float
    low: float
    high: float


class ForecastOut(BaseModel):
    """How a jug is likely to go on; `why_not` says why there is nothing to show. Dry is within a
    point of the end: in one of ten cases before `dry_from`, in one of ten after `dry_until`
    (`open_ended`: or later than can be looked ahead), and the same reading `proof_days` apart then
    proves it. `learned_from` so many finished jugs of this kitchen; `nutrient_g` is a portion that
    would still be of use, `sugar_g` one of sugar to ask about."""

    why_not: str
    points: list[ForecastPoint]
    dry_from: datetime | None
    dry_likely: datetime | None
    dry_until: datetime | None
    open_ended: bool
    proof_days: float | None
    learned_from: int
    nutrient_g: float | None
    sugar_g: float | None


class WhatIfQuery(BaseModel):
    """What would be changed from now on: degrees warmer, grams of nutrient and of sugar."""

    warmer: float = 0.0
    nutrient: float = 0.0
    sugar: float = 0.0


class PrimingIn(BaseModel):
    """What primes bottles, by one of its measures: the gas wanted in all (volumes), grams in a
    litre or in a bottle, level teaspoons or drops in a bottle (each so heavy); of a sugar, or of a
    juice, honey or syrup, which goes by the gas wanted alone."""

    volumes: float | None = None
    g_per_l: float | None = None
    per_bottle_g: float | None = None
    teaspoons: float | None = None
    drops: float | None = None
    drop_g: float | None = None
    sugar: str = "sucrose"
    pour: PourIn | None = None


class BottleCountIn(BaseModel):
    """So many of one size, of a kind of bottle and with what closes it, each lot primed in its own
    way (None: not, or with all the rest)."""

    size_ml: int
    count: int
    bottle: str
    closure: str
    priming: PrimingIn | None = None
    place: str = ""


class BottlingIn(BaseModel):
    """`against_advice` says why it is closed where the answer is do_not; `insist` goes on past
    a think. `some_left`: the jug goes on with the rest, which else is lees. `priming` is stirred
    into all of it, where the lots have none of their own."""

    bottles: list[BottleCountIn]
    some_left: bool = False
    priming: PrimingIn | None = None
    insist: bool = False
    against_advice: str = ""


class WayOutOut(BaseModel):
    """What to do instead: the words on its button, the bottle, and the priming it then has."""

    text: str
    bottle: str
    closure: str
    g_per_l: float


class LotPrimedOut(BaseModel):
    """Priming of one lot as it is weighed: in a bottle and in all, g, with spoons where a bottle
    takes as much as one, and how far a spoon may be off."""

    per_bottle_g: float
    mass_g: float
    g_per_l: float
    words: str
    spoons: str | None


class BottleOutcome(BaseModel):
    """One lot; `closing` is None for one of before the kinds were asked. `left` are those that
    nobody has opened, given or lost."""

    id: str
    size_ml: int
    count: int
    left: int
    place: str
    abv: IntervalOut
    priming: LotPrimedOut | None
    ways_out: list[WayOutOut]
    notes: list[str]
    bottle: str
    closure: str
    name: str
    cost_each: str | None
    closing: ClosingOut | None
    label_says: list[str]


class DoneOut(BaseModel):
    """What is written into the log once it is done: the kind and the `what` of an event."""

    kind: str
    what: dict[str, Any]


class DueOut(BaseModel):
    """What comes next, in words and in `short`, between two moments, and why; `grams` where it is
    weighed, `done` where doing it is all there is to say."""

    what: str
    words: str
    short: str
    why: str
    since: datetime
    until: datetime
    grams: float | None
    done: DoneOut | None


class BottlingOut(BaseModel):
    """What was really bottled; `left_ml` is what did not get there, `abv` is in the bottle,
    `weigh` what is weighed for it, `steps` the day in its order, and `due` what filled bottles wait
    for."""

    id: UUID | None
    at: datetime | None
    bottles: list[BottleOutcome]
    bottled_ml: float
    left_ml: float
    abv: IntervalOut | None
    how: str
    base: StrengthOut | None
    cost_per_litre: str | None
    unpriced: list[str]
    priming: PrimingIn | None
    weigh: list[str]
    steps: list[str]
    due: list[DueOut]
    against_advice: str


class PlanOut(BaseModel):
    version: int
    plan: PlanIn


class RelatedOut(BaseModel):
    """Another jug that began from the same plan."""

    id: int
    number: int
    name: str


class VersionOut(BaseModel):
    """A plan as it was kept: when, and what was in it."""

    version: int
    kept_at: datetime
    said: str


class ForkIn(BaseModel):
    """Name of the copy; empty: after the jug it begins from."""

    name: str = ""


class ArmIn(BaseModel):
    """One arm of a split: its vessel and yeast, with or without enzyme."""

    name: str
    vessel: VesselIn
    yeast: YeastIn
    enzyme: bool = False


class SplitIn(BaseModel):
    arms: list[ArmIn]


class DifferenceOut(BaseModel):
    """One figure of the plans side by side."""

    name: str
    unit: str
    values: list[float | str | None]
    differ: bool


class LinkOut(BaseModel):
    """A link's token, or none."""

    token: str | None


class OwnVesselIn(BaseModel):
    """A vessel of one's own: `brim_ml` full to the brim, `volume_ml` to the shoulder."""

    name: str
    shape: str
    brim_ml: float
    volume_ml: float | None = None


class OwnVesselOut(BaseModel):
    id: int
    name: str
    shape: str
    brim_ml: float
    volume_ml: float
    usual_fill_ml: float


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
    related: list[RelatedOut]
    readings: list[ReadingOut]
    journal: list[EventOut]
    now: NowOut | None
    told: list[str]
    learned: list[str]
    progress: ProgressOut | None
    bottling: BottlingOut | None


class DrinkOut(BaseModel):
    """What a pour is, for its colour, and its part of what was poured together."""

    ml: float

    fruit: str | None
    colour: str | None
    kind: str


class JugsQuery(BaseModel):
    """Which stretch of the jugs; `put_away` those that were."""

    offset: int = Field(0, ge=0, le=1_000_000)
    limit: int = Field(60, ge=1, le=200)
    put_away: bool = False


class JugRow(BaseModel):
    """A jug in the list: its vessel, what is in it, what comes next, the soonest first, and between
    which days it is likely dry, where that was looked at."""

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
    shape: str
    vessel_ml: float | None
    held_ml: float
    due: list[DueOut]
    dry_from: datetime | None = None
    dry_until: datetime | None = None


class SideBySideOut(BaseModel):
    """Jugs side by side: each whole, and every figure of their plans."""

    jugs: list[JugOut]
    rows: list[DifferenceOut]


class SharedPlanOut(BaseModel):
    """A plan somebody shows by a link: its name, who planned it, and what it becomes."""

    name: str
    by: str
    plan: PlanIn
    evaluation: EvaluationOut | None
    problem: str | None


class KeptOut(BaseModel):
    """A plan kept, with its new version; `problem` says why it cannot be worked out."""

    version: int
    problem: str | None
