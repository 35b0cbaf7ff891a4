"""What is wanted of a drink, and the ways there: when each holds, and when it fails."""

import math
from dataclasses import dataclass

from core.errors import JobError
from core.finish.holding import LEAST_ABV, MOST_PH, Stabilised, ToHold, doses_to_hold
from core.finish.pasteurising import ENOUGH_PU, minutes_for
from core.finish.stabilising import SORBIC_LIMIT_MG_PER_L, TOTAL_SO2_LIMIT_MG_PER_L
from core.must.acidity import PAST_LIMIT, PH_LIMIT

THINNED = 0.1
"""Room in the doses for what sweetens it after: a tenth of juice or syrup. Common practice."""

WISHES = {
    "dry_fizzy": "Dry and fizzy",
    "dry_still": "Dry and still",
    "sweet_still": "Sweet and still",
    "sweet_fizzy": "Sweet and fizzy",
}
"""What a drink may be wanted to be in the glass."""

# The middle of the bottle, °C, as water baths at home reach it.
_BATH_C = (60.0, 65.0, 70.0)
# What a kitchen scale shows, steps in a gram.
_STEPS_IN_A_GRAM, _HAIR = 10, 1e-6


@dataclass(frozen=True, slots=True)
class Standing:
    """How a drink stands: `stopped`, and `proven` dry; its volume, ml, and strength, % vol; its pH
    where it was measured; and what is in it already."""

    stopped: bool
    proven: bool
    volume_ml: float
    abv: float
    ph: float | None
    so2_mg_per_l: float = 0.0
    sorbic_mg_per_l: float = 0.0
    racked: bool = False
    clear: bool = False


@dataclass(frozen=True, slots=True)
class RouteDose:
    """Grams for this jug of a key of core.batch.doses.DOSES, and what they bring, mg/L."""

    dose: str
    mass_g: float
    mg_per_l: float


@dataclass(frozen=True, slots=True)
class Route:
    """A way to what is wanted. `why_not` says why it is not open yet (empty: it is), `holds` and
    `fails` when it can be trusted and when not, `other` what the other school says; `doses` for
    this jug, and `bath` how long at which temperature in the middle of the bottle (°C, min)."""

    key: str
    name: str
    why_not: str
    holds: str
    fails: str
    other: str
    doses: tuple[RouteDose, ...] = ()
    bath: tuple[tuple[float, int], ...] = ()

    @property
    def open(self) -> bool:
        """Whether it may be taken now."""
        return not self.why_not


def routes(wish: str, at: Standing) -> tuple[Route, ...]:
    """The ways to a key of WISHES for a drink as it stands, the usual one first.

    Common practice throughout, doses by core.finish.holding. Raises JobError for another wish.
    """
    match wish:
        case "dry_still":
            return (_left_dry(at), _sulphite_alone(at))
        case "dry_fizzy":
            return (_primed(at),)
        case "sweet_still":
            return (_both(at), _heated(at), _sweetener(at), _cold(at))
        case "sweet_fizzy":
            return (_sweetener(at), _vented(at))
    raise JobError(f"Say how it is to be: one of {', '.join(WISHES.values())}.", "wish")


_RUNS = "It still falls: wait until its readings show that it has stopped."
_NOT_PROVEN = "It is not proven dry yet: read it again on the day it names."


def _dry(at: Standing) -> str:
    if at.proven:
        return ""
    return _NOT_PROVEN if at.stopped else _RUNS


def _left_dry(at: Standing) -> Route:
    return Route(
        "leave",
        "Leave it as it is",
        _dry(at),
        "It is proven dry: nothing is left that could ferment.",
        "Sugar or juice added afterwards ferments in the bottle.",
        "Some add sulphite all the same: it keeps its colour, and holds malic acid.",
    )


def _sulphite_alone(at: Standing) -> Route:
    there = _there(at)
    need, why_not = doses_to_hold(there, max(at.abv, LEAST_ABV))
    dose = _sulphite(at, need)
    return Route(
        "sulphite",
        "Sulphite, to keep it",
        _dry(at) or _no_ph(at) or why_not.get("sulphite", ""),
        "In a dry drink, below pH 3.8: against browning, and against malic acid turning.",
        "It holds no sugar back by itself.",
        "None at all: drink it within the year, and keep air away.",
        (dose,) if need.sulphite_g > 0 else (),
    )


def _weighed(dose: str, mass_g: float, mg_per_l: float, room_mg_per_l: float) -> RouteDose:
    """As a kitchen scale shows it: up to the next tenth of a gram, for less would not hold; in a
    small jug, where that is more than there is room for, as it is."""
    shown = math.ceil(mass_g * _STEPS_IN_A_GRAM - _HAIR) / _STEPS_IN_A_GRAM
    if mass_g <= 0 or mg_per_l * shown / mass_g > room_mg_per_l:
        return RouteDose(dose, mass_g, mg_per_l)
    return RouteDose(dose, shown, mg_per_l * shown / mass_g)


def _sulphite(at: Standing, need: ToHold) -> RouteDose:
    room = TOTAL_SO2_LIMIT_MG_PER_L - at.so2_mg_per_l
    return _weighed("sulphite_potassium", need.sulphite_g, need.so2_mg_per_l, room)


def _sorbate(at: Standing, need: ToHold) -> RouteDose:
    room = SORBIC_LIMIT_MG_PER_L - at.sorbic_mg_per_l
    return _weighed("sorbate", need.sorbate_g, need.sorbic_mg_per_l, room)


def _primed(at: Standing) -> Route:
    return Route(
        "prime",
        "Nothing now: prime it in the bottle",
        _dry(at),
        "It is proven dry, the sugar is weighed, and the bottles are made for pressure.",
        "Sulphite and sorbate keep it flat; a stop that is not proven bursts bottles.",
        "Juice or drops instead of weighed sugar: less exact.",
    )


def _both(at: Standing) -> Route:
    need, why_not = doses_to_hold(_there(at), at.abv, THINNED)
    lacks = [
        text
        for bad, text in (
            (not at.stopped, "It still falls, and sorbate stops no running ferment."),
            (at.ph is None, "Its pH is not known: measure it first, the sulphite hangs on it."),
            (not at.racked, "Rack it off its lees first."),
            (not at.clear, "It has to be clear first: yeast in it goes on."),
        )
        if bad
    ]
    lacks += [text for text in why_not.values() if at.stopped]
    doses = [_sulphite(at, need), _sorbate(at, need)]
    return Route(
        "both",
        "Sulphite with sorbate",
        " ".join(lacks),
        f"It has stopped, is racked and clear, has {LEAST_ABV:g} % vol or more and a pH of at most"
        f" {MOST_PH:g}. Sweeten it after, with up to a tenth of juice, and stand it warm for two"
        " weeks before it is closed.",
        "In a running ferment, in a cloudy one, in a weak one; and never sorbate by itself.",
        "Some trust the yeast's limit, or sorbate alone: neither holds.",
        tuple(each for each in doses if each.mass_g > 0) if at.stopped and at.ph else (),
    )


def _heated(at: Standing) -> Route:
    no_cure = f"At pH {at.ph:.1f} heat like this is no cure: {PAST_LIMIT}." if at.ph else ""
    too_high = no_cure if at.ph and at.ph > PH_LIMIT else ""
    unknown = _no_ph(at)
    return Route(
        "heat",
        "Heat in the bottle",
        (_RUNS if not at.stopped else "") or unknown or too_high,
        f"Still drinks, degassed, with 6 % room or the cap eased until hot: {ENOUGH_PU:.0f} PU in"
        " the middle of the bottle.",
        "Fizzy drinks burst in the bath, and so does a bottle filled to the brim.",
        "It cooks the flavour a little; others would rather dose it.",
        bath=tuple((celsius, math.ceil(minutes_for(celsius))) for celsius in _BATH_C),
    )


def _sweetener(at: Standing) -> Route:
    return Route(
        "sweetener",
        "A sweetener that yeast leaves alone",
        _dry(at),
        "It is proven dry: the sweetener adds no gas, and it may be primed.",
        "Xylitol is poisonous to dogs: it has to stand on the label.",
        "Some taste it; others rather stabilise and take sugar.",
    )


def _cold(at: Standing) -> Route:
    return Route(
        "cold",
        "Cold, and drink it soon",
        "",
        "Below 4 °C it all but stands still, for a few weeks.",
        "It only pauses. The day it warms up, closed, all its sugar counts.",
        "Others never close what is still sweet.",
    )


def _vented(at: Standing) -> Route:
    return Route(
        "vented",
        "Under a vented cap, then the fridge",
        "",
        "Gas leaves through the cap, and the fridge holds it sweet for a week or two.",
        "Under a tight cap it is a bomb. It goes on getting drier, slowly.",
        "Others sweeten with what yeast leaves alone, and prime.",
    )


def _there(at: Standing) -> Stabilised:
    return Stabilised.of(at.so2_mg_per_l, at.sorbic_mg_per_l, at.volume_ml, at.ph)


def _no_ph(at: Standing) -> str:
    return "" if at.ph is not None else "Its pH is not known: measure it first."


def wish_of(style: str | None) -> str:
    """Where somebody begins who planned a key of core.plan.glass.STYLES: a key of WISHES."""
    planned = {"fizzy": "dry_fizzy", "fizzy_sweet": "sweet_fizzy", "dry_still": "dry_still"}
    return planned.get(style or "dry_still", "sweet_still")
