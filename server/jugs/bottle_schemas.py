"""Bottles as the endpoints take and give them: lots, priming, gas, what they wait for."""

from datetime import date, datetime
from typing import Any, Literal
from uuid import UUID

from pydantic import BaseModel, field_validator

from core.batch.standing import Stands
from server.config.limits import few
from server.jugs.plan_schemas import ClosingOut, PourIn, StrengthOut
from server.shelf.schemas import IntervalOut


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
    into all of it, where the lots have none of their own. `late`: what the plan adds at the end
    goes in with these bottles, or is left out; None while nobody has said."""

    bottles: list[BottleCountIn]
    some_left: bool = False
    priming: PrimingIn | None = None
    late: Literal["in", "out"] | None = None
    insist: bool = False
    against_advice: str = ""

    _few = field_validator("bottles")(few)


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


class StandsOut(BaseModel):
    """So many bottles of a lot in one place, and whether it is so cold there that all but stops."""

    place: str
    count: int
    cold: bool

    @classmethod
    def of(cls, stands: Stands) -> "list[StandsOut]":
        """Where there are any."""
        there = [part for part in stands.parts if part.count]
        return [cls(place=part.place, count=part.count, cold=part.cold) for part in there]


class GasOnOut(BaseModel):
    """Gas in a closed bottle on a day, volumes, and the pressure of the worst over the air."""

    on: date
    expected_volumes: float
    worst_volumes: float
    bar: float


class BottleOutcome(BaseModel):
    """One lot; `closing` is None for one of before the kinds were asked. `left` are those that
    nobody has opened, given or lost, and `stands` where. `gas` is what comes day by day where they
    stand, at `gas_at_c`; none where gas leaves or none is to come."""

    id: str
    size_ml: int
    count: int
    left: int
    stands: list[StandsOut]
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
    label_lines: list[str]
    gas_at_c: float
    gas: list[GasOnOut]


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


class LateOut(BaseModel):
    """What the plan adds at the end and no event says went in: what the page asks of it, with how
    much it is; `unsure` while nobody has answered."""

    asks: str
    unsure: bool


class BottlingOut(BaseModel):
    """What was really bottled; `left_ml` is what did not get there, `abv` is in the bottle,
    `weigh` what is weighed for it, `steps` the day in its order, `due` what filled bottles wait
    for, and `late` what the plan adds at the end that is not in."""

    id: UUID | None
    at: datetime | None
    bottles: list[BottleOutcome]
    bottled_ml: float
    left_ml: float
    left_says: str
    abv: IntervalOut | None
    how: str
    base: StrengthOut | None
    cost_per_litre: str | None
    unpriced: list[str]
    priming: PrimingIn | None
    weigh: list[str]
    steps: list[str]
    due: list[DueOut]
    late: LateOut | None
    against_advice: str


class DrinkOut(BaseModel):
    """What a pour is, for its colour, and its part of what was poured together."""

    ml: float
    fruit: str | None
    colour: str | None
    kind: str


class LotRow(BaseModel):
    """A lot of bottles in a line: how many are left, where, how strong, what one cost, and between
    when they are at their best; `drink` is what it looks like, `warns` what somebody has to know
    who takes one in hand, `unpriced` names what `cost_each` leaves out."""

    id: str
    size_ml: int
    count: int
    left: int
    bottle: str
    closure: str
    name: str
    stands: list[StandsOut]
    filled_at: datetime
    abv: float
    fizzy: bool
    cost_each: str | None
    unpriced: list[str]
    says: list[str]
    warns: list[str]
    ready_from: datetime
    best_until: datetime
    drink: DrinkOut | None
