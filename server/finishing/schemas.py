"""What the finishing endpoints take and give. Amounts in ml, g, °C; money as text."""

from datetime import datetime
from typing import Literal

from pydantic import BaseModel, Field

from server.config.limits import MOST_LINES, MOST_TOGETHER
from server.jugs.bottle_schemas import BottleCountIn
from server.jugs.plan_schemas import PourIn, VesselIn
from server.shelf.schemas import IntervalOut


class RouteDoseOut(BaseModel):
    """Grams for this jug, as they are dosed; in words, and in spoons or tablets where it comes to
    any."""

    dose: str
    name: str
    mass_g: float
    mg_per_l: float
    words: str
    things: str | None


class BathOut(BaseModel):
    """Minutes at a temperature in the middle of the bottle."""

    core_c: float
    minutes: int


class RouteOut(BaseModel):
    """A way to what is wanted; `why_not` says why it is not open (empty: it is)."""

    key: str
    name: str
    why_not: str
    holds: str
    fails: str
    other: str
    doses: list[RouteDoseOut]
    bath: list[BathOut]


class WishOut(BaseModel):
    """Something it may be wanted to be, with the ways there."""

    key: str
    name: str
    routes: list[RouteOut]


class LookOut(BaseModel):
    """How clear it looked, and the photographs of it."""

    at: datetime
    grade: str
    pictures: list[str]


class ClearedOut(BaseModel):
    """How another jug came clear, and in how many days."""

    jug: int
    name: str
    way: str
    days: float


class SteepOut(BaseModel):
    """What may be steeped in this jug: least and most grams, and minutes after which to taste."""

    key: str
    name: str
    low_g: float
    high_g: float
    tasted_after_min: list[float]
    mind: str


class TimerOfJugOut(BaseModel):
    """A wait that runs for this jug."""

    id: int
    title: str
    until: datetime


class LapsedOut(BaseModel):
    """Something noted before it stopped (clear, racked, ph) that no longer counts."""

    what: str
    text: str


class FinishingOut(BaseModel):
    """A jug that has fermented: how it clears, what it may become, and what waits for it. The
    wish is the planned one; `usual_left_ml` is what one racking leaves behind; `lapsed` what was
    noted too early to count."""

    stopped: bool
    proven: bool
    racked: bool
    clear: bool
    lapsed: list[LapsedOut]
    usual_left_ml: IntervalOut
    looks: list[LookOut]
    way: str
    days: float | None
    others: list[ClearedOut]
    wish: str
    wishes: list[WishOut]


class RackQuery(BaseModel):
    """Into which vessel it is racked, the one it stands in or another, and what stays behind (None:
    the usual)."""

    vessel_ml: float
    same: bool = False
    left_ml: float | None = None


class RackOut(BaseModel):
    """What stays, what goes over, the air over it, how that is filled, and the spare vessel that
    it takes (empty: none)."""

    left_ml: float
    goes_over_ml: float
    air_ml: float
    fill: list[str]
    spare: str


class GlassesIn(BaseModel):
    """Rising doses of a sweetener, up to as sweet as so much sugar."""

    pour: PourIn
    up_to_g_per_l: float
    count: int = 4


class GlassOfTrialOut(BaseModel):
    """One glass: how much in 100 ml and in the jug (in words too), and what it makes of it."""

    amount: float
    for_jug: float
    words: str
    things: str | None
    by_mass: bool
    abv: float
    tastes_g_per_l: float
    acid_g_per_l: float
    volume_ml: float
    word: str


class DropsIn(BaseModel):
    """Drops of flavour that were right in a glass of 100 ml."""

    drops: float
    bottle_ml: float = 750


class DropsOut(BaseModel):
    """The same for a bottle and for the jug: drops and ml."""

    bottle_drops: float
    bottle_ml: float
    jug_ml: float


class TimerIn(BaseModel):
    """A wait to begin: what for, and how long."""

    title: str = Field(max_length=200)
    minutes: float


class EmptiesIn(BaseModel):
    """So many empty bottles of a kind; none takes the row away."""

    size_ml: int
    bottle: str
    closure: str
    count: int


class EmptiesOut(EmptiesIn):
    """The same with its name."""

    name: str


class MixIn(BaseModel):
    """The gas that is wanted, volumes (None: still)."""

    volumes: float | None = None


class MixOut(BaseModel):
    """Bottles to fill with the least left over; `said` names the part bottle."""

    bottles: list[BottleCountIn]
    wash: int
    left_ml: float
    said: str


class WantedIn(BaseModel):
    """How a blend should be; None: as it comes."""

    abv: float | None = None
    sugar_g_per_l: float | None = None
    acid_g_per_l: float | None = None
    cost_per_litre: float | None = None


class BlendIn(BaseModel):
    """Two to five jugs to blend to what is wanted; all of it where no volume is named."""

    jugs: list[int] = Field(max_length=MOST_TOGETHER)
    wanted: WantedIn
    volume_ml: float | None = None


class BlendPartOut(BaseModel):
    """How much of one jug goes in; `amount` in words."""

    jug: int
    name: str
    volume_ml: float
    there_ml: float
    words: str


class BlendOut(BaseModel):
    """What comes nearest, what is out of reach, and what to mind of it."""

    parts: list[BlendPartOut]
    volume_ml: float
    abv: float
    sugar_g_per_l: float
    acid_g_per_l: float | None
    cost_per_litre: str | None
    word: str
    missed: list[str]
    mind: list[str]


class BlendPourIn(BlendIn):
    """A blend to pour together into a vessel, under a name."""

    name: str
    vessel: VesselIn


class FlavourIn(BaseModel):
    """One flavour of a base: its name, how much of the base it gets, into which vessel, and the
    juice with how sweet it is to be (or how much of it)."""

    name: str
    base_ml: float
    vessel: VesselIn
    pour: PourIn | None = None
    sugar_g_per_l: float | None = None
    amount: float | None = None


class FlavoursIn(BaseModel):
    flavours: list[FlavourIn] = Field(max_length=MOST_LINES)


class FlavourOut(BaseModel):
    """One flavour worked out: what of the juice it needs, and what it becomes."""

    name: str
    base_ml: float
    added: float
    added_words: str
    volume_ml: float
    abv: float
    tastes_g_per_l: float
    acid_g_per_l: float
    word: str


class FlavoursOut(BaseModel):
    """The flavours, what of the base is left over, and what to mind."""

    flavours: list[FlavourOut]
    left_ml: float
    mind: list[str]


TimerMark = Literal["done", "undo"]
