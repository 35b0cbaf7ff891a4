"""What is wrong with a drink, and what in its own journal may have made it so."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass

from core import tables
from core.batch.events import (
    Bottled,
    Cared,
    Dosed,
    Event,
    Measured,
    Noticed,
    Pitched,
    Racked,
    Read,
)

# Yeast that is warmer than this makes solvents, and what is fuller than this has little air over
# it. Common practice.
_WARM_C, _FULL = 25.0, 0.9
# Fizz takes so many days at room temperature. Common practice.
_FIZZ_DAYS = 14


@dataclass(frozen=True, slots=True)
class Fault:
    """A sign that somebody noticed (a key of core.tables.SIGNS), what it tends to mean, the
    likely `causes` that this journal shows, and what to do."""

    key: str
    name: str
    means: str
    causes: tuple[str, ...]
    do: str


def faults(events: Sequence[Event]) -> tuple[Fault, ...]:
    """The signs to be minded among what was noticed, each once, the worst first. `events` are the
    jug's that stand, in order."""
    seen = [
        chip
        for event in events
        if isinstance(event.what, Noticed)
        for chip in event.what.chips
        if chip in tables.SIGNS and tables.SIGNS[chip].tone != "good"
    ]
    by_tone = sorted(dict.fromkeys(seen), key=lambda chip: tables.SIGNS[chip].tone != "bad")
    return tuple(_fault(chip, events) for chip in by_tone)


def _fault(chip: str, events: Sequence[Event]) -> Fault:
    sign = tables.SIGNS[chip]
    causes = tuple(cause for of in _CAUSES.get(chip, ()) for cause in of(events))
    return Fault(chip, sign.name, sign.means, causes, sign.do)


def _of(events: Iterable[Event], *kinds: str) -> list[Event]:
    return [e for e in events if isinstance(e.what, Dosed) and e.what.dose in kinds]


def _sulphite(events: Sequence[Event]) -> list[Event]:
    return _of(events, "sulphite_potassium", "sulphite_sodium")


def _sorbate_alone(events: Sequence[Event]) -> Iterable[str]:
    sorbate = _of(events, "sorbate")
    if sorbate and not _sulphite(events):
        yield f"Sorbate went in on {_day(sorbate[0])}, and no sulphite with it."


def _no_sulphite(events: Sequence[Event]) -> Iterable[str]:
    if not _sulphite(events):
        yield "No sulphite was written down."


def _no_nutrient(events: Sequence[Event]) -> Iterable[str]:
    if not _of(events, "nutrient_dap", "nutrient_organic"):
        yield "No nutrient was written down."


def _on_lees(events: Sequence[Event]) -> Iterable[str]:
    racked = [e for e in events if isinstance(e.what, Racked)]
    if not racked:
        yield "It was never racked off its yeast."


def _warm(events: Sequence[Event]) -> Iterable[str]:
    known = [(c, e) for e in events for c in _warmths(e)]
    if known:
        warmest, event = max(known, key=lambda item: item[0])
        if warmest > _WARM_C:
            yield f"It was {warmest:.0f} °C on {_day(event)}."


def _warmths(event: Event) -> Iterable[float]:
    what = event.what
    if isinstance(what, Measured | Cared | Pitched) and what.temperature_c is not None:
        yield what.temperature_c


def _airy(events: Sequence[Event]) -> Iterable[str]:
    racked = [e for e in events if isinstance(e.what, Racked)]
    if len(racked) > 1:
        yield f"It was racked {len(racked)} times: each brings air."
    for event in events:
        if isinstance(event.what, Measured) and (event.what.fill or 1.0) < _FULL:
            yield f"On {_day(event)} the vessel was only {100 * (event.what.fill or 0):.0f} % full."
            return


def _often_opened(events: Sequence[Event]) -> Iterable[str]:
    taken = [e for e in events if isinstance(e.what, Read)]
    if len(taken) > 8:
        yield f"It was opened for {len(taken)} readings."


def _no_enzyme(events: Sequence[Event]) -> Iterable[str]:
    if not _of(events, "enzyme"):
        yield "No pectic enzyme was written down."


def _no_finings(events: Sequence[Event]) -> Iterable[str]:
    if not _of(events, "finings_a", "finings_b"):
        yield "No finings were written down."


def _young(events: Sequence[Event]) -> Iterable[str]:
    filled = [e for e in events if isinstance(e.what, Bottled)]
    if filled and (events[-1].at - filled[-1].at).days < _FIZZ_DAYS:
        days = (events[-1].at - filled[-1].at).days
        yield f"It was {days} days in the bottle: two weeks are the least."


def _day(event: Event) -> str:
    return f"{event.at.day} {event.at:%b}"


_Cause = Callable[[Sequence[Event]], Iterable[str]]
_CAUSES: Mapping[str, tuple[_Cause, ...]] = {
    "geranium": (_sorbate_alone,),
    "eggs": (_no_nutrient, _warm, _on_lees),
    "bready": (_on_lees, _young),
    "solvent": (_warm,),
    "vinegar": (_airy, _no_sulphite, _often_opened),
    "film": (_airy, _no_sulphite),
    "mould": (_airy, _no_sulphite),
    "brown": (_airy, _no_sulphite),
    "cardboard": (_airy, _no_sulphite),
    "butter": (_no_sulphite, _young),
    "hazy": (_no_enzyme, _no_finings, _on_lees),
    "ropy": (_no_sulphite,),
}
