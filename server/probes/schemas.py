"""What the probes' endpoints take and give."""

from datetime import datetime

from pydantic import BaseModel, Field

MOST_POINTS = 1000


class PointIn(BaseModel):
    """A point by the probe's own clock: gravity (SG, as its scale shows it) and °C, or one of
    them."""

    at: datetime
    sg: float | None = Field(None, ge=0.9, le=1.25)
    temperature_c: float | None = Field(None, ge=-20, le=60)


class PointsIn(BaseModel):
    """Points in any order, sent before or not. `sent_at` by the same clock tells how far that is
    off ours; `battery` 0 to 1."""

    points: list[PointIn] = Field(min_length=1, max_length=MOST_POINTS)
    sent_at: datetime | None = None
    battery: float | None = Field(None, ge=0, le=1)


class PointsOut(BaseModel):
    """How many were new, and how many were here already. Answered once they are in the record."""

    kept: int
    known: int


class ProbeIn(BaseModel):
    name: str = Field(min_length=1, max_length=60)
    low_c: float | None = Field(None, ge=-5, le=40)
    high_c: float | None = Field(None, ge=-5, le=40)


class SeenOut(BaseModel):
    """A stretch of what a probe sent: the lowest and highest of it, spikes and all."""

    at: datetime
    until: datetime
    low: float | None
    high: float | None
    low_c: float | None
    high_c: float | None


class ProbeOut(BaseModel):
    """A probe of a jug, the newest it sent, and its points thinned; gravities less `offset`, which
    its jug's readings on the stem tell (null: not yet). `told` is what is to be looked at."""

    id: int
    name: str
    low_c: float
    high_c: float
    last_at: datetime | None
    last_sg: float | None
    last_c: float | None
    battery: float | None
    offset: float | None
    told: list[str]
    seen: list[SeenOut]


class ProbeMadeOut(BaseModel):
    """A new probe's token: shown this once."""

    id: int
    token: str
    path: str
