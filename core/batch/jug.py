"""A vessel, and bottles, with all that is known of what is in them."""

from dataclasses import dataclass, field, replace
from datetime import datetime
from decimal import Decimal

from core.batch.brew import Brew
from core.batch.doses import Dosed
from core.batch.estimator import Estimator
from core.batch.holding import Holding
from core.batch.watch import FALLEN, STILL_TRUE_DAYS, Watch, days_between
from core.estimate.views import Estimate
from core.must.mixing import Pour
from core.plan.evaluation import Recipe

# Less than this, or than this share of what was there, is dregs. Common practice.
_LEFT_ML, _LEFT_SHARE = 100.0, 0.02
_HAIR = 1e-9


# Where fresh yeast may not eat, a sample that does not fall proves nothing. Common practice.
TOO_STRONG_ABV, TOO_SOUR_PH = 10.0, 3.0


def waits_beside(jug: str) -> str:
    """The name of what was held back from a jug."""
    return f"{jug}/held back"


def poured_at_start(jug: str, index: int) -> str:
    """The name of a pour at the start of a jug, by its place."""
    return f"{jug}/start/{index}"


@dataclass(frozen=True, slots=True)
class Note:
    """Something to be told: a code and a sentence."""

    code: str
    text: str


@dataclass(slots=True)
class Jug:
    """A vessel and what is known of what is in it.

    `unsettled` is the newest gravity: what it means depends on
    what is in by the time something else goes in or out. `fed` is what has gone in since, as
    sucrose in g; `as_it_went` the jug before the last of it was poured on or bottled.
    """

    name: str
    plan: Recipe | None
    brew: Brew = field(default_factory=Brew)
    held_back: Brew | None = None
    dosed: Dosed = field(default_factory=Dosed)
    pours: tuple[Pour, ...] = ()
    money: Decimal | None = None
    # Names of what is in it, or was, without a price.
    unpriced: tuple[str, ...] = ()
    tolerance_abv: float | None = None
    vessel_ml: float | None = None
    ph: float | None = None
    # It may be so much higher or lower: read off a strip.
    ph_within: float = 0.0
    watch: Watch = field(default_factory=Watch)
    pitched_at: datetime | None = None
    yeast_g: float | None = None
    unsettled: float | None = None
    read_at: datetime | None = None
    fed: tuple[tuple[datetime, float], ...] = ()
    # Whether sugar went in since anybody read it.
    sugared: bool = False
    swirled_at: datetime | None = None
    # When its sugar was last measured, and how much there was, g/L; None: more than the test tells.
    tested_at: datetime | None = None
    tested_g_per_l: float | None = None
    # The hydrometer was tried in water, or how much it is off is written; every reading since the
    # yeast says how warm the sample was.
    stem_tried: bool = False
    warmth_written: bool = True
    holding: Holding = field(default_factory=Holding)
    # What the stem showed when it was first dosed at rest: below it by two points nothing holds.
    held_sg: float | None = None
    # Sugar that went in at rest with nothing to hold it: when, how the stem stood but for it, and
    # the events.
    unheld: tuple[datetime, Watch, tuple[str, ...]] | None = None
    # The moment that all this is of.
    as_of: datetime | None = None
    # What could be in it, by all jugs together; `moment` names when, where it is not now.
    estimator: Estimator = field(default_factory=Estimator)
    moment: str | None = None
    most_ml: float = 0.0
    notes: list[Note] = field(default_factory=list)
    as_it_went: "Jug | None" = None

    def copy(self) -> "Jug":
        """As it is at this moment."""
        return replace(
            self,
            brew=self.brew.copy(),
            dosed=replace(self.dosed, said=set(self.dosed.said)),
            watch=self.watch.copy(),
            holding=self.holding.copy(),
            notes=list(self.notes),
        )

    @property
    def emptied(self) -> bool:
        """Whether it was poured on or bottled, and next to nothing of it is left."""
        if self.brew.empty:
            return self.most_ml > 0
        if self.as_it_went is None:
            return False
        left = self.brew.drink().volume_ml
        return left < _LEFT_ML or left < _LEFT_SHARE * self.most_ml

    @property
    def estimate(self) -> Estimate | None:
        """What could be in it; None where nothing is. Asked once the journal is folded."""
        return None if self.brew.empty else self.estimator.of(self.name, self.moment)

    @property
    def tested_today(self) -> float | None:
        """Sugar found by a test of the last day, g/L; None where none tells it."""
        if self.tested_at is None or self.as_of is None:
            return None
        recent = days_between(self.tested_at, self.as_of) <= STILL_TRUE_DAYS
        return self.tested_g_per_l if recent else None

    @property
    def rests_since(self) -> datetime | None:
        """Since when it has stood still; None while it does not."""
        if not self.watch.readings:
            return None
        return self.watch.rests_since(self.pitched_at or self.watch.readings[0].at)

    def _at_rest(self, at: datetime | None) -> bool:
        since = self.rests_since
        return at is not None and since is not None and at >= since

    @property
    def clear(self) -> bool:
        """Whether it was seen clear after it stopped, and nothing clouded it since."""
        return self._at_rest(self.holding.clear_at) and not self.holding.sediment

    @property
    def racked(self) -> bool:
        """Whether it was racked after it stopped."""
        return self._at_rest(self.holding.racked_at)

    @property
    def would_fall(self) -> bool:
        """Whether fresh yeast would eat what sugar a sample of it holds: it is not too strong, too
        sour or sulphited."""
        sulphited = self.dosed.so2_mg > 0 or self.dosed.sorbic_mg > 0
        sour = self.ph is not None and self.ph - self.ph_within < TOO_SOUR_PH
        return not (sulphited or sour or self.brew.drink().abv > TOO_STRONG_ABV)

    @property
    def ph_at_rest(self) -> float | None:
        """Its pH at the most, as measured after it stopped; None where nobody has, or it was
        changed since."""
        return self.ph_at_most if self._at_rest(self.holding.ph_at) else None

    @property
    def ph_at_most(self) -> float | None:
        """Its pH at the high end, which is the less safe one."""
        return None if self.ph is None else self.ph + self.ph_within

    def takes(self, share: float) -> Dosed:
        """A share of the drink goes, 0 to 1, with what is dosed in it; returns the doses."""
        self.brew.take(share)
        self.holding.take(share)
        return self.dosed.take(share)

    def fell(self, sg: float) -> None:
        """It reads so much; two points below where it was dosed, nothing holds it any more."""
        if self.held_sg is not None and sg - self.watch.moved <= self.held_sg - FALLEN + _HAIR:
            self.nothing_holds()

    def nothing_holds(self) -> None:
        """Yeast is at work in it: what held it does not."""
        self.holding.ended()
        self.held_sg, self.unheld = None, None

    def note(self, code: str, text: str) -> None:
        """Something to be told about it."""
        self.notes.append(Note(code, text))

    def pays(self, money: Decimal) -> None:
        """What is in it has cost so much more."""
        self.money = (self.money or Decimal(0)) + money

    def pays_on(self, share: float) -> None:
        """A share of it left for where it is drunk from, and its cost with it."""
        if self.money is not None:
            self.money *= 1 - Decimal(repr(share))

    def follows(self, source: "Jug") -> None:
        """An empty vessel goes on as the one that is poured into it."""
        self.ph, self.ph_within = source.ph, source.ph_within
        self.tolerance_abv = source.tolerance_abv
        self.pitched_at, self.read_at = source.pitched_at, source.read_at
        self.held_sg, self.unheld = source.held_sg, source.unheld
        self.stem_tried, self.warmth_written = source.stem_tried, source.warmth_written
        self.most_ml, self.as_it_went = 0.0, None

    def blends(self, source: "Jug") -> None:
        """What holds of both holds of the blend; of the rest the less safe side."""
        known = [(jug.ph, jug.ph_within) for jug in (self, source) if jug.ph is not None]
        self.ph, self.ph_within = max(known, key=sum) if len(known) == 2 else (None, 0.0)
        limits = [jug.tolerance_abv for jug in (self, source)]
        self.tolerance_abv = max(x for x in limits if x is not None) if all(limits) else None
        self.pitched_at = self.pitched_at or source.pitched_at
        warm = [jug.watch.warmest_c for jug in (self, source)]
        self.watch.warmest_c = min((c for c in warm if c is not None), default=None)
