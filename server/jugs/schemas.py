"""What the jugs' endpoints take and give. Amounts in ml, g, °C, SG 20/20; money as text."""

from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from pydantic import BaseModel, Field

from server.config.limits import MOST_LINES
from server.jugs.bottle_schemas import BottlingOut, DrinkOut, DueOut
from server.jugs.plan_schemas import EvaluationOut, PlanIn, StrengthOut, VesselIn, YeastIn
from server.shelf.schemas import IntervalOut


class JugIn(BaseModel):
    name: str
    vessel: VesselIn
    yeast: YeastIn


class KeepPlanIn(BaseModel):
    """`based_on` is the version this window started from."""

    based_on: int
    plan: PlanIn


class ReadingIn(BaseModel):
    """A gravity as it stood on the stem, or what a refractometer showed in °Bx. The first one
    pitches: `plan_version` is then the plan that was in sight. Of the sample `drunk_ml` did not go
    back, drunk or set aside. `id` is the sender's, so that twice is once.
    """

    id: UUID | None = None
    sg: float | None = None
    brix: float | None = None
    seen: list[Literal["foam", "grain"]] = Field(default_factory=list)
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
    """What is in the jug now; `measured` where a reading settles it. `hundred` is the sugar left
    (g/L) of a hundred jugs that read as it does, the driest first; `dry` of them hold less than dry
    may, which is `dry_g_per_l`. `shape` and `vessel_ml` are of the vessel that it stands in now."""

    volume_ml: IntervalOut
    sg: IntervalOut
    measured: bool
    abv: IntervalOut
    sugar_g_per_l: IntervalOut
    ph: float | None
    ph_within: float
    hundred: list[float]
    dry: int
    dry_g_per_l: float
    shape: str
    vessel_ml: float | None
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
    """How a jug is likely to go on; `why_not` says why there is nothing to show. Of those that get
    there it is within a point of dry in one of ten cases before `dry_from`, in one of ten after
    `dry_until` (`open_ended`: or later than can be looked ahead), and the same reading `proof_days`
    apart then proves it; how likely it never gets there is `may_not_get_there`.
    `learned_from` so many finished jugs of this kitchen; `nutrient_g` is a portion that would
    still be of use, `sugar_g` one of sugar to ask about."""

    why_not: str
    points: list[ForecastPoint]
    dry_from: datetime | None
    dry_likely: datetime | None
    dry_until: datetime | None
    open_ended: bool
    may_not_get_there: float
    proof_days: float | None
    learned_from: int
    nutrient_g: float | None
    sugar_g: float | None


class WhatIfQuery(BaseModel):
    """What would be changed from now on: degrees warmer, grams of nutrient and of sugar."""

    warmer: float = 0.0
    nutrient: float = 0.0
    sugar: float = 0.0


class PlanOut(BaseModel):
    version: int
    plan: PlanIn


class RelatedOut(BaseModel):
    """Another jug that began from the same plan."""

    id: int
    number: int
    name: str


class VersionOut(BaseModel):
    """A plan as it was kept: when, what was in it, and what it changed of the one before."""

    version: int
    kept_at: datetime
    said: str
    changed: list[str]


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
    arms: list[ArmIn] = Field(max_length=MOST_LINES)


class DifferenceOut(BaseModel):
    """One figure side by side; `said` is how the others lie against the first, and how sure that
    is."""

    name: str
    unit: str
    values: list[float | str | None]
    differ: bool
    said: str = ""


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


class CauseOfSurpriseOut(BaseModel):
    """Where a reading off the plan may come from, in words, with its odds (0 to 1)."""

    kind: str
    pour: str
    text: str
    chance: float


class SurpriseOut(BaseModel):
    """A reading of the must that nobody would have expected."""

    reading: str
    text: str
    causes: list[CauseOfSurpriseOut]


class HelpOut(BaseModel):
    """A test, and in what share of cases it would settle whether a cork may go in."""

    kind: str
    settles: float


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
    surprises: list[SurpriseOut]
    helps: list[HelpOut]
    progress: ProgressOut | None
    bottling: BottlingOut | None


class JugsQuery(BaseModel):
    """Which stretch of the jugs; `put_away` those that were."""

    offset: int = Field(0, ge=0, le=1_000_000)
    limit: int = Field(60, ge=1, le=200)
    put_away: bool = False


class JugRow(BaseModel):
    """A jug in the list: its vessel, what is in it, what comes next, the soonest first, and
    between which days it is likely dry, where that was looked at. `of` is the moment of its
    figures, None while they are worked out; `proven` that it is proven dry, `corks` that a cork
    may go in."""

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
    proven: bool = False
    corks: bool = False
    of: datetime | None = None


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


class CopyIn(BaseModel):
    """Into which vessel a shared plan is copied; none: as it was planned."""

    vessel: VesselIn | None = None


class RecipeFileIn(CopyIn):
    """A recipe file as it was opened, and the vessel it is brewed in here."""

    recipe: dict[str, Any]


class BroughtOut(RelatedOut):
    """A jug that another kitchen's plan came into, and what of it is otherwise here."""

    said: list[str]


class KeptOut(BaseModel):
    """A plan kept, with its new version; `problem` says why it cannot be worked out."""

    version: int
    problem: str | None
