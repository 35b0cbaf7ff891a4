"""What the endpoints of brew day take and give."""

from datetime import datetime
from typing import Literal

from pydantic import BaseModel, Field


class OptionOut(BaseModel):
    """A way of doing it: why one would, what follows for times and doses, and whether it is
    offered: one that is not hurts somebody or spoils the drink, and `follows` says how."""

    key: str
    name: str
    why: str
    follows: str
    offered: bool


class SchoolOut(BaseModel):
    """A question that brewers answer in more than one way, the usual way first; `chosen` for this
    batch, and whether that is the habit; `place` is where it is asked."""

    key: str
    place: str
    question: str
    options: list[OptionOut]
    chosen: str
    habit: bool


class StepOut(BaseModel):
    """A step of brew day; `minutes` can be timed, `started_at` since when they run. `cost` is
    told where it was done before what comes before it. `amount` of the pour that it puts in, by
    mass in g or in ml, and whether that was written down instead of the plan's. `tried`: a sample
    is tried first."""

    key: str
    title: str
    text: str
    minutes: float | None
    schools: list[SchoolOut]
    started_at: datetime | None
    done_at: datetime | None
    cost: str
    pour: str | None
    amount: float | None
    by_mass: bool
    really: bool
    tried: bool


class BrewDayOut(BaseModel):
    steps: list[StepOut]


class StepIn(BaseModel):
    """Mark a step: its wait begins, it is done, or neither any more."""

    step: str = Field(max_length=160)
    mark: Literal["start", "done", "undo"]


class HabitIn(BaseModel):
    """Take a way of a school for every batch that chooses nothing else."""

    school: str
    option: str


class ChoiceIn(BaseModel):
    """Take a way of a school for this batch, and with `habit` for those to come."""

    school: str
    option: str
    habit: bool = False


class PouredIn(BaseModel):
    """How much really went in of what a step pours: ml or g, as the plan has it; None: as
    planned after all."""

    pour: str
    amount: float | None = Field(None, ge=0, le=1e6)


class MixedIn(BaseModel):
    """Hot water poured in, ml and °C, and how warm all the rest is."""

    hot_ml: float
    hot_c: float
    rest_c: float


class MixedOut(BaseModel):
    """How warm it is mixed, and what that means, in sentences."""

    celsius: float
    says: list[str]


class TrialIn(BaseModel):
    """What a sample took until it tasted right."""

    sample_ml: float
    added_g: float


class TrialOut(BaseModel):
    """The same share for the whole jug, and the half of it that goes in first, g."""

    mass_g: float
    first_g: float
