"""What can happen to a jug, as frozen events: a journal of them is all that is known of it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal

from core.plan.evaluation import PricedPour
from core.tables import Closure


@dataclass(frozen=True, slots=True)
class Instrument:
    """What a gravity was read with: a stem calibrated at `calibrated_c` that shows `offset`
    (SG) too much, or a refractometer."""

    kind: Literal["hydrometer", "refractometer"] = "hydrometer"
    calibrated_c: float = 20.0
    offset: float = 0.0


@dataclass(frozen=True, slots=True)
class Read:
    """A gravity as seen, in `scale`; `taken_ml` of sample do not go back."""

    figure: float
    scale: Literal["sg", "brix", "baume", "potential_abv"] = "sg"
    temperature_c: float | None = None
    instrument: Instrument = Instrument()
    taken_ml: float = 0.0
    seen: tuple[str, ...] = ()

    @property
    def sample_c(self) -> float:
        """How warm the sample was; 20 °C where nobody wrote it."""
        return 20.0 if self.temperature_c is None else self.temperature_c


@dataclass(frozen=True, slots=True)
class Pitched:
    """Yeast goes in: grams, its kind and limit where another than the plan's, how, and how warm
    the must is."""

    yeast_g: float | None = None
    yeast: str | None = None
    tolerance_abv: float | None = None
    method: Literal["dry", "rehydrated", "starter", "lees"] = "dry"
    temperature_c: float | None = None


@dataclass(frozen=True, slots=True)
class Poured:
    """What really went in at the start, instead of the plan's pour of that name."""

    pour: PricedPour


@dataclass(frozen=True, slots=True)
class Added:
    """A pour into the jug later on; None: the part that was held back."""

    pour: PricedPour | None


@dataclass(frozen=True, slots=True)
class Dosed:
    """So many grams (or ml) of a key of core.batch.doses.DOSES; `of` names the acid, the
    sweetener, or what finings are made of; `abv` of a flavour."""

    dose: str
    mass_g: float = 0.0
    volume_ml: float = 0.0
    of: str | None = None
    abv: float = 0.0


@dataclass(frozen=True, slots=True)
class Measured:
    """pH (`ph_within` so much either way), titratable acidity (g/L as tartaric), how full (share of
    the vessel), how warm the jug is, or its volume at the mark."""

    ph: float | None = None
    ta_g_per_l: float | None = None
    fill: float | None = None
    temperature_c: float | None = None
    volume_ml: float | None = None
    ph_within: float = 0.0


@dataclass(frozen=True, slots=True)
class Noticed:
    """How it looks and smells."""

    chips: tuple[str, ...] = ()
    words: str = ""
    pictures: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Cared:
    """Swirled, degassed, cap eased, heated or held at a temperature; a lot or the jug."""

    did: Literal["swirled", "degassed", "cap_eased", "heated", "held_at"]
    lot: str | None = None
    temperature_c: float | None = None
    core_c: float | None = None
    minutes: float | None = None


@dataclass(frozen=True, slots=True)
class Racked:
    """Off its lees; None left behind: the usual for what is in it."""

    left_behind_ml: float | None = None
    vessel_ml: float | None = None


@dataclass(frozen=True, slots=True)
class Transferred:
    """Into other jugs, so many ml each."""

    into: tuple[tuple[str, float], ...]


@dataclass(frozen=True, slots=True)
class Priming:
    """What a bottle is primed with: a sugar by one of its measures, or a pour. `mass_g` is in
    all, the others by bottle; `g_per_l` of the drink before it. It may be `at_most` so many times
    as much: a spoon is not a scale."""

    sugar: str = "sucrose"
    g_per_l: float | None = None
    mass_g: float | None = None
    per_bottle_g: float | None = None
    pour: PricedPour | None = None
    at_most: float = 1.0


@dataclass(frozen=True, slots=True)
class Lot:
    """`count` bottles of one kind filled in one go."""

    id: str
    size_ml: float
    count: int
    closure: Closure
    place: str = ""
    against_advice: str = ""
    priming: Priming | None = None

    @property
    def volume_ml(self) -> float:
        """All of it."""
        return self.size_ml * self.count


@dataclass(frozen=True, slots=True)
class Bottled:
    """Lots filled from the jug; `priming` is for all of them together. `rest_is_lees`: nobody
    means to go on with what did not get into them."""

    lots: tuple[Lot, ...]
    priming: Priming | None = None
    rest_is_lees: bool = False


@dataclass(frozen=True, slots=True)
class LotMoved:
    """Bottles of a lot opened (and found lively), given away, broken, gushed, burst or found flat;
    or moved to where it is so warm."""

    lot: str
    did: Literal["opened", "lively", "given", "broken", "gushed", "burst", "flat", "moved"]
    count: int
    place: str = ""
    temperature_c: float | None = None


@dataclass(frozen=True, slots=True)
class Tasted:
    """Of the jug or of a lot: by whom, marks, words."""

    lot: str | None = None
    by: str = ""
    scores: Mapping[str, float] | None = None
    words: str = ""


@dataclass(frozen=True, slots=True)
class Tested:
    """What was tried to learn how much sugar is left, one of: reducing sugar, g/L (`over`: at
    least so much); points that a warm sample with fresh yeast fell by; its taste, a word of
    core.estimate.trials.TASTES; what the stem shows in water of 20 °C, SG; or how a plastic test
    bottle of a `lot` feels, a word of core.estimate.trials.FEELS."""

    sugar_g_per_l: float | None = None
    over: bool = False
    fell_points: float | None = None
    taste: str | None = None
    stem_in_water: float | None = None
    bottle: str | None = None
    lot: str | None = None


@dataclass(frozen=True, slots=True)
class Explained:
    """Where a `reading` (an event) off the plan came from, as who was there says: one of
    core.estimate.causes.KINDS, of which `pour` where it is one's."""

    reading: str
    cause: str
    pour: str = ""


@dataclass(frozen=True, slots=True)
class Struck:
    """Takes back the event, or the strike, of that id."""

    event: str


What = (
    Read
    | Pitched
    | Poured
    | Added
    | Dosed
    | Measured
    | Noticed
    | Cared
    | Racked
    | Transferred
    | Bottled
    | LotMoved
    | Tasted
    | Tested
    | Explained
    | Struck
)


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened to `jug` at a time (aware). `place` is where the reader found it."""

    id: str
    jug: str
    at: datetime
    what: What
    note: str = ""
    by: str = ""
    place: str = field(default="", compare=False)
