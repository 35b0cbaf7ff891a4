"""What the Today endpoints take and give."""

from datetime import datetime

from pydantic import BaseModel, Field

from server.jugs.bottle_schemas import DoneOut, DrinkOut


class TaskOut(BaseModel):
    """Something due for a jug: what, between when, why; `grams` of it where it is weighed. `asked`
    is from when it was due before anybody put it off; `put_off` names the answer that moved it,
    to be taken back."""

    jug: int
    number: int
    name: str
    stage: str
    shape: str
    drinks: list[DrinkOut]
    what: str
    words: str
    short: str
    why: str
    asked: datetime
    since: datetime
    until: datetime
    grams: float | None
    done: DoneOut | None
    state: str
    put_off: int | None = None


class TimerOut(BaseModel):
    """A wait of brew day that runs: what for, and until when."""

    jug: int
    number: int
    name: str
    title: str
    until: datetime


class SpanOut(BaseModel):
    """Between which moments a jug is likely dry."""

    jug: int
    number: int
    name: str
    drinks: list[DrinkOut]
    since: datetime
    until: datetime


class WatchOut(BaseModel):
    """Something a probe tells of a jug, to be looked at."""

    jug: int
    number: int
    name: str
    text: str


class ChangeOut(BaseModel):
    """What a jug was told as and is no longer, by a new version of the rules."""

    jug: int
    number: int
    name: str
    text: str


class SeenIn(BaseModel):
    """Whether somebody has seen it."""

    seen: bool


class TodayOut(BaseModel):
    """What is due across the jugs, the most pressing first; `said` is that in a sentence; `changes`
    what a new version no longer says of some, until somebody has seen it; `working` jugs are being
    worked out, and what is due for them is not told yet; `watch`
    what their probes tell, `spans` when they are likely dry, `timers` the waits of
    brew day that run."""

    said: str
    changes: list[ChangeOut]
    working: int
    tasks: list[TaskOut]
    watch: list[WatchOut]
    spans: list[SpanOut]
    timers: list[TimerOut]
    now: datetime


class PutOffIn(BaseModel):
    """Answer something due, `asked` for from a moment: later, by so many days, or not at all, with
    the reason."""

    jug: int
    what: str
    asked: datetime
    days: float | None = Field(None, gt=0, le=60)
    reason: str = Field("", max_length=200)


class PutOffOut(BaseModel):
    id: int


class CalendarOut(BaseModel):
    """The path of the feed; None when there is none."""

    path: str | None
