"""What happened to the drink, as the estimate needs it: in, out, on, and what was seen of it.

Written while a journal is folded (core.batch), in order. Days are counted from any fixed moment.
"""

from dataclasses import dataclass
from typing import Literal

from core.must.mixing import Pour

Kind = Literal["sugar", "forced", "taste", "stem"]
"""What may be tried of a jug besides reading it."""


@dataclass(frozen=True, slots=True)
class Poured:
    """A pour into a jug; `name` sets its amount apart from any other's. `ferments` where it sets
    yeast that is there going again."""

    jug: str
    day: float
    name: str
    pour: Pour
    ferments: bool


@dataclass(frozen=True, slots=True)
class Brought:
    """Grams beyond doubt: spirit with a flavour, acid (as tartaric) that a salt takes."""

    jug: str
    day: float
    mass_g: float = 0.0
    ethanol_g: float = 0.0
    acid_g: float = 0.0


@dataclass(frozen=True, slots=True)
class Gone:
    """A share of a jug is gone, give or take; or so many ml were taken, or are left."""

    jug: str
    day: float
    share: float = 0.0
    spread: float = 0.0
    taken_ml: float | None = None
    left_ml: float | None = None


@dataclass(frozen=True, slots=True)
class Moved:
    """From a jug into others, ml each; `whole` where nothing stays."""

    jug: str
    day: float
    into: tuple[tuple[str, float], ...]
    whole: bool


@dataclass(frozen=True, slots=True)
class Pitched:
    """Yeast goes in; its limit where one is named, % vol."""

    jug: str
    day: float
    tolerance_abv: float | None


@dataclass(frozen=True, slots=True)
class Read:
    """A gravity at 20/20, `spread` in points where it is not a stem's; `of_must` before the yeast
    had done anything. `stem` names the instrument."""

    jug: str
    day: float
    name: str
    points: float
    of_must: bool
    stem: str
    spread: float | None = None


@dataclass(frozen=True, slots=True)
class Marked:
    """So many ml by the mark."""

    jug: str
    day: float
    name: str
    volume_ml: float


@dataclass(frozen=True, slots=True)
class Warmed:
    """So warm from now on."""

    jug: str
    day: float
    celsius: float


@dataclass(frozen=True, slots=True)
class Tested:
    """What was tried of a jug: `found` is g/L of reducing sugar (`over`: at least so much), points
    that a forced sample fell by, a word of taste, or points that a stem shows in water."""

    jug: str
    day: float
    kind: Kind
    found: float = 0.0
    over: bool = False
    says_dry: bool = True
    stem: str = ""


@dataclass(frozen=True, slots=True)
class Titrated:
    """So much acid is in it, g/L as tartaric."""

    jug: str
    day: float
    acid_g_per_l: float


@dataclass(frozen=True, slots=True)
class Explained:
    """Somebody says where a reading of the must came from (core.estimate.causes.KINDS), and of
    which pour."""

    jug: str
    day: float
    reading: str
    kind: str
    pour: str


@dataclass(frozen=True, slots=True)
class Filled:
    """Bottles are filled: what is in the jug then is kept under a name."""

    jug: str
    day: float
    name: str


Step = (
    Poured
    | Brought
    | Gone
    | Moved
    | Pitched
    | Read
    | Marked
    | Warmed
    | Tested
    | Titrated
    | Explained
    | Filled
)
