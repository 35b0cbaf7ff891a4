"""What ties a packed kitchen together: kitchen.json, as docs/formats/kitchen.md says."""

from typing import Annotated, Literal

from pydantic import AwareDatetime, BaseModel, Field

from server.accounts.schemas import Settings
from server.finishing.schemas import EmptiesIn
from server.jugs.schemas import OwnVesselIn


class JugTold(BaseModel):
    """What a jug file does not say of a jug, for it is this kitchen's own."""

    number: int = Field(ge=1, lt=100_000)
    begun_at: AwareDatetime
    put_away: bool = False
    begun_from: int | None = None
    is_arm: bool = False
    choices: dict[str, str] = {}


class FileTold(BaseModel):
    """A file of the zip, and its jugs in its order."""

    file: str
    jugs: list[JugTold]


class KitchenFile(BaseModel):
    """The whole."""

    format: Literal["amber-jug-kitchen"] = "amber-jug-kitchen"
    version: Literal[1] = 1
    settings: Settings | None = None
    vessels: list[OwnVesselIn] = []
    habits: dict[str, str] = {}
    bottles: list[EmptiesIn] = []
    by_the_tables: list[Annotated[str, Field(max_length=200)]] = Field(default=[], max_length=1000)
    files: list[FileTold] = []
