"""What is said of a jug that stands so: a headline, and a sentence or two of what to do."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta

from core.estimate.views import Estimate
from core.ferment.reading import MOST_PITCHING_C
from core.ferment.stopping import Rest


@dataclass(frozen=True, slots=True)
class Promise:
    """A reading of `low` to `high` (SG) from `at` on proves the jug dry."""

    at: datetime
    low: float
    high: float

    @property
    def levels(self) -> str:
        """Those readings, as they are said."""
        low, high = f"{self.low:.3f}", f"{self.high:.3f}"
        return low if low == high else f"{low} to {high}"


@dataclass(frozen=True, slots=True)
class Case:
    """What a sentence is made from: the estimate, the stem's rest, and the reading that would
    prove it dry, where one would; `unread` since yeast, or what it eats, went in; `tested` for
    sugar within the day; `jug_c` how warm it stands, °C; `read_at` when it was last read."""

    told: Estimate
    rest: Rest
    proven: bool
    sweetened: bool
    promise: Promise | None
    unread: bool
    tested: bool
    jug_c: float | None
    read_at: datetime
    as_of: datetime

    @property
    def ends(self) -> str:
        """Where it ends dry."""
        dry = self.told.dry_sg
        return f"{dry.low:.3f} to {dry.high:.3f}"

    @property
    def at_most(self) -> str:
        """Sugar that may be left, at the high end."""
        return f"{self.told.sugar_g_per_l.high:.0f} g/L"

    @property
    def stood(self) -> str:
        """For how long the stem has stood."""
        return f"The gravity has stood for {days_in_words(self.rest.days)}"

    @property
    def settles(self) -> str:
        """What would settle it."""
        if self.promise is None:
            return "No reading will prove it dry: a test for sugar in g/L tells today."
        return (
            f"Read it again on {_day(self.promise.at)}: {self.promise.levels} proves it dry. A test"
            " for sugar in g/L tells today."
        )

    def again(self, days: int) -> str:
        """From which day it is worth another reading, or that it is overdue."""
        at = self.read_at + timedelta(days=days)
        if self.as_of >= at:
            since = "" if self.unread else f": it was last read on {_day(self.read_at)}"
            return f"Read it now{since}"
        return f"Read it again from {_day(at)}"

    def warmth(self, usual: str) -> str:
        """What to do about how warm it stands; `usual` where nobody knows, or it is not hot."""
        if self.jug_c is None or self.jug_c <= MOST_PITCHING_C:
            return usual
        return (
            f"It stands at {self.jug_c:.0f} °C, and yeast suffers above {MOST_PITCHING_C:g}: cool"
            " it to 18-22 °C, in a bath of cold water"
        )


def _day(at: datetime) -> str:
    return f"{at.day} {at:%b}"


def days_in_words(days: float) -> str:
    """Whole days, at least one: "1 day", "9 days". Parts of a day count as one more."""
    whole = max(round(days + 0.49), 1)
    return f"{whole} day{'' if whole == 1 else 's'}"


def said(code: str, case: Case) -> tuple[str, str]:
    """Headline and advice for a verdict of core.batch.judge.CODES."""
    return _SAY[code](case)


def _pitched(case: Case) -> tuple[str, str]:
    return (
        "Pitched.",
        f"{case.warmth('Keep it at 18-22 °C')}. It may take a day or two to show anything."
        f" {case.again(2)}.",
    )


def _not_started(case: Case) -> tuple[str, str]:
    return (
        "Not started.",
        f"Two days and the gravity has not fallen. {case.warmth('Warm it to 20-22 °C')} and swirl;"
        " nothing a day later, pitch fresh yeast. Look on the labels for a preservative, and"
        " measure the pH: below 3.0 yeast hardly starts.",
    )


def _going(case: Case) -> tuple[str, str]:
    ends = f"Dry, it ends at {case.ends}. {case.again(2)}."
    hot = case.warmth("")
    return ("Going, and too warm.", f"{hot}. {ends}") if hot else ("Going well. Leave it be.", ends)


def _slow(case: Case) -> tuple[str, str]:
    return (
        "Slow.",
        f"It falls by less than 2 points a day. {case.warmth('Warm it to 20-22 °C')} and swirl up"
        " the lees; give nutrient only while less than a third of the sugar is gone."
        f" {case.again(3)}.",
    )


def _near(case: Case) -> tuple[str, str]:
    if case.unread:
        return (
            "Probably nearly there.",
            "Nobody has read it since: this is an estimate. Read it now; dry, it ends at"
            f" {case.ends}.",
        )
    still_falls = f"{case.again(3)}, and until two agree. A test for sugar in g/L tells today."
    return (
        "Nearly there.",
        f"Dry, it ends at {case.ends}. Bubbles prove nothing either way."
        # It may fall yet: what the next reading will not prove those after it may.
        f" {case.settles if case.promise else still_falls}",
    )


def _restarted(case: Case) -> tuple[str, str]:
    return (
        "Going again.",
        "It had stopped and has fallen since: it was not stable, and what was bottled from it"
        " then is not either. Put those bottles in the fridge and open them with care."
        f" {case.again(3)}.",
    )


def _stopped_short(case: Case) -> tuple[str, str]:
    return (
        "Stopped short.",
        f"{case.stood}, but dry it would end at {case.ends}: up to {case.at_most} of sugar may be"
        " left. Not safe to close in a bottle.",
    )


def _stopped_sweet(case: Case) -> tuple[str, str]:
    left = case.told.sugar_g_per_l.value
    return (
        "Stopped sweet.",
        f"The yeast has given up near its limit, with about {left:.0f} g/L of sugar left. It is"
        " not stable: it may go on when it is warmed or stirred. Drink it, keep it cold, or"
        " stabilise it; never cork it as it is, and never prime it.",
    )


def _stopped_unsure(case: Case) -> tuple[str, str]:
    if not case.told.test_fits:
        return (
            "The test for sugar and the readings do not fit together.",
            "It shows less than they leave room for. Test again, with a fresh strip or tablet for"
            " reducing sugar: one for glucose alone misses most of what is left. Until then it"
            " counts as sweet.",
        )
    if not case.told.settled:
        off = "One of them, or an amount, is off by more than is usual: strike or correct it"
        return (
            "These readings do not fit together.",
            f"{off}. Today the test for sugar alone says what may be closed."
            if case.tested
            else f"{off}, or test for sugar. Until then it counts as sweet.",
        )
    return (
        "Stopped: dry, or some sugar left.",
        f"{case.stood}. It may be dry, or hold up to {case.at_most} of sugar. {case.settles}",
    )


def _stabilised(case: Case) -> tuple[str, str]:
    return (
        "Stabilised.",
        "Sulphite and sorbate hold it. Stand it warm for two weeks and look before it goes into"
        " bottles.",
    )


def _dry(case: Case) -> tuple[str, str]:
    if case.proven:
        return (
            "Dry, and proven.",
            f"{case.stood} where this jug ends dry ({case.ends}). Rack or bottle when it is clear.",
        )
    if case.sweetened:
        return (
            "It stood still, and was sweetened.",
            "What went in would ferment if it could.",
        )
    return (
        "It looks dry.",
        f"It stands where this jug ends dry ({case.ends}), and up to {case.at_most} of sugar may be"
        f" left. {case.settles}",
    )


_SAY: Mapping[str, Callable[[Case], tuple[str, str]]] = {
    "pitched": _pitched,
    "not_started": _not_started,
    "going": _going,
    "slow": _slow,
    "near": _near,
    "restarted": _restarted,
    "stopped_short": _stopped_short,
    "stopped_sweet": _stopped_sweet,
    "stopped_unsure": _stopped_unsure,
    "stabilised": _stabilised,
    "dry": _dry,
}
