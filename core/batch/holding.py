"""What holds the sugar of a jug back: since when, how much is there still, and what ended it.

Each thing is a state with a beginning and an end, and counts only from after the jug stopped. What
went in before the yeast is bound, spent or fallen by then.
"""

from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from core.finish.holding import BINDS

# What of each sulphite addition after the first binds; of the first core.finish.holding.BINDS.
# Common practice, no source (30 to 50 %).
_LATER_BINDS = 0.4
# Free sulphite halves in so many days under an airlock. Common practice, no source.
_HALVES_DAYS = 60.0
# What free SO2 may really be beside what is reckoned: half of it at the low end (90 %).
_LOW_END = 0.5
# What a racking costs of it by the air it brings, mg/L; what a litre of juice binds, mg.
# Common practice, no source.
_RACKING_MG_PER_L, _JUICE_BINDS_MG_PER_L = 10.0, 25.0
# Free sulphite that holds the bacteria which turn malic acid, mg/L. Common practice.
MALIC_HELD_MG_PER_L = 10.0
# Whatever was done is no longer trusted after so long.
_TRUSTED = timedelta(days=365)
# Sugar and the doses that hold it belong together where no more than this lies between.
TOGETHER = timedelta(hours=24)
_SECONDS_A_DAY = 86_400.0


@dataclass(slots=True)
class Holding:
    """Free sulphite (mg, as of `so2_at`) and sorbic acid (mg) that went in at rest; when it was
    last seen clear, racked, and its pH measured. None: never, or something ended it since."""

    free_so2_mg: float = 0.0
    so2_at: datetime | None = None
    sorbic_mg: float = 0.0
    sorbic_at: datetime | None = None
    clear_at: datetime | None = None
    racked_at: datetime | None = None
    ph_at: datetime | None = None
    # Lees were seen since it was racked.
    sediment: bool = False

    def copy(self) -> "Holding":
        """One that goes on by itself."""
        return replace(self)

    def take(self, share: float) -> "Holding":
        """A share of it goes, 0 to 1; what is true of it is true of both."""
        taken = replace(self)
        taken.free_so2_mg, taken.sorbic_mg = self.free_so2_mg * share, self.sorbic_mg * share
        self.free_so2_mg -= taken.free_so2_mg
        self.sorbic_mg -= taken.sorbic_mg
        return taken

    def blend(self, other: "Holding", at: datetime) -> None:
        """Another is poured in: what is true of both is true of the blend, from the older on."""
        self._age(at)
        self.free_so2_mg += other.free_so2_mg_at(at)
        self.sorbic_mg += other.sorbic_mg
        self.so2_at = at if self.so2_at and other.so2_at else None
        self.sorbic_at = _older(self.sorbic_at, other.sorbic_at)
        self.clear_at = _older(self.clear_at, other.clear_at)
        self.racked_at = _older(self.racked_at, other.racked_at)
        # Of two that were measured nobody has measured the blend.
        self.ph_at = None
        self.sediment = self.sediment or other.sediment

    def sulphited(self, so2_mg: float, at: datetime) -> None:
        """So much SO2 went in at rest; part of it binds."""
        self._age(at)
        binds = _LATER_BINDS if self.so2_at else BINDS
        self.free_so2_mg += so2_mg * (1 - binds)
        self.so2_at = at

    def sorbated(self, sorbic_mg: float, at: datetime) -> None:
        """So much sorbic acid went in at rest."""
        self.sorbic_mg += sorbic_mg
        self.sorbic_at = self.sorbic_at or at

    def racked(self, at: datetime, litres: float) -> None:
        """Off its lees; the air takes some of the sulphite."""
        self._age(at)
        self.free_so2_mg = max(self.free_so2_mg - _RACKING_MG_PER_L * litres, 0.0)
        self.racked_at, self.sediment = at, False

    def juiced(self, litres: float, at: datetime, pulp: bool) -> None:
        """Juice or fruit went in: it is not the drink that was seen clear and measured."""
        self._age(at)
        self.free_so2_mg = max(self.free_so2_mg - _JUICE_BINDS_MG_PER_L * litres, 0.0)
        self.clear_at = self.ph_at = None
        if pulp:
            self.racked_at = None

    def ended(self) -> None:
        """Yeast went in, or it fell again: acetaldehyde binds all sulphite, this yeast lives with
        this sorbate, and nothing is as it was seen."""
        self.free_so2_mg = self.sorbic_mg = 0.0
        self.so2_at = self.sorbic_at = None
        self.clear_at = self.racked_at = self.ph_at = None

    def free_so2_mg_at(self, at: datetime) -> float:
        """Free sulphite at a moment, mg: halved again and again; none after a year."""
        if self.so2_at is None or at - self.so2_at >= _TRUSTED:
            return 0.0
        days = max((at - self.so2_at).total_seconds(), 0.0) / _SECONDS_A_DAY
        return float(self.free_so2_mg * 0.5 ** (days / _HALVES_DAYS))

    def sorbic_mg_at(self, at: datetime) -> float:
        """Sorbic acid that counts at a moment, mg; none after a year."""
        return self.sorbic_mg if self.sorbic_at and at - self.sorbic_at < _TRUSTED else 0.0

    def malic_held(self, at: datetime, litres: float) -> bool:
        """Whether free sulphite keeps malic acid from turning, by its low end."""
        return self.free_so2_mg_at(at) * _LOW_END >= MALIC_HELD_MG_PER_L * litres

    def _age(self, at: datetime) -> None:
        self.free_so2_mg = self.free_so2_mg_at(at)
        if self.so2_at:
            self.so2_at = at


def _older(one: datetime | None, other: datetime | None) -> datetime | None:
    return min(one, other) if one and other else None
