"""May it be closed in that bottle: all the gas that could come, against glass and closure."""

from dataclasses import dataclass
from typing import Literal, get_args

from core.bottle.priming import (
    PRIMING_G_PER_L,
    VOLUMES_PER_MALIC_G_PER_L,
    WORST_G_PER_L_PER_VOLUME,
    volumes_at_worst,
)
from core.errors import JobError
from core.finish.stabilising import says_sulphites
from core.tables import CLOSURES, Closure

Word = Literal["go", "think", "do_not"]
WORDS = get_args(Word)
"""From the safest on."""

# A cork or a screw cap on a still bottle: worth a thought from so many volumes at the worst.
# Common practice (2.9 bar at 30 °C).
_STILL_THINK_VOLUMES = 1.5
_SETTLES = "A test for sugar in g/L tells today."
_HAIR = 1e-9


@dataclass(frozen=True, slots=True)
class Contents:
    """What is to be closed: gas in it, volumes; sugar that may still ferment and sugar that
    will, g/L as sucrose; malic acid that nothing holds, g/L. `at_most_g_per_l` is the sugar
    that ferments in so seldom a jug that a bottle may be closed on it; `at_rest` whether the stem
    has stood still, and its readings fit together; `asks` what to make sure of first.

    `unproven` says why so much sugar is counted, and what would prove otherwise; `held` that
    a method holds the sugar back whose every condition is met; `unmet` names what lacks when
    one was tried. `showed` is what bottles of it have shown that should not have been.
    """

    dissolved_volumes: float
    may_ferment_g_per_l: float
    will_ferment_g_per_l: float = 0.0
    malic_g_per_l: float = 0.0
    held: bool = False
    unmet: tuple[str, ...] = ()
    unproven: str = ""
    at_most_g_per_l: float = 0.0
    at_rest: bool = True
    asks: str = ""
    showed: str = ""


@dataclass(frozen=True, slots=True)
class PrimedBy:
    """Priming sugar in a litre, g: a key of core.bottle.priming.PRIMING_G_PER_L. Measured by the
    spoon it may be as much as `most_g_per_l` (None: as weighed)."""

    g_per_l: float = 0.0
    sugar: str = "sucrose"
    most_g_per_l: float | None = None

    def __post_init__(self) -> None:
        if self.sugar not in PRIMING_G_PER_L:
            raise JobError("Prime with sucrose or glucose_monohydrate.", "priming.sugar")
        if not 0 <= self.g_per_l <= 100:
            raise JobError("Priming sugar is 0 to 100 g in a litre, like 6.", "priming.g_per_l")

    @property
    def at_most(self) -> float:
        """What has to be reckoned with, g/L."""
        return self.g_per_l if self.most_g_per_l is None else self.most_g_per_l


NOT_PRIMED = PrimedBy()


@dataclass(frozen=True, slots=True)
class Closing:
    """Volumes of gas expected and at the worst, the most the closure bears (None: gas leaves),
    the word and its reason. `room_g_per_l` of priming sugar is what the bottle has room for."""

    expected_volumes: float
    worst_volumes: float
    limit_volumes: float | None
    word: Word
    why: str
    room_g_per_l: float

    @property
    def unsafe(self) -> bool:
        """Whether bottles closed so may hold more than they bear."""
        return self.word == "do_not" and self.limit_volumes is not None


def closure_of(bottle: str, closure: str) -> Closure:
    """A row of the table of bottles with what closes them. Raises JobError for none."""
    row = CLOSURES.get((bottle, closure))
    if row is None:
        fits = [pair[1] for pair in CLOSURES if pair[0] == bottle]
        if fits:
            raise JobError(f"That bottle is closed with: {', '.join(fits)}.", "closure")
        kinds = dict.fromkeys(pair[0] for pair in CLOSURES)
        raise JobError(f"A bottle is one of: {', '.join(kinds)}.", "bottle")
    return row


def closing(contents: Contents, closure: Closure, primed: PrimedBy = NOT_PRIMED) -> Closing:
    """Go, think or do not, for one kind of bottle.

    The worst is what is dissolved, all priming, all sugar that can ferment, and malic acid,
    less what a named method holds. Above the closure's limit it is "do not", and "think" when
    malic acid alone lifts it there. Common practice throughout.
    """
    malic = contents.malic_g_per_l * VOLUMES_PER_MALIC_G_PER_L
    sugar = 0.0 if contents.held else volumes_at_worst(contents.may_ferment_g_per_l)
    unprimed = contents.dissolved_volumes + sugar
    worst = unprimed + volumes_at_worst(primed.at_most, primed.sugar) + malic
    # In a stabilised drink priming stays flat, if all goes as it should.
    will = 0.0 if contents.held else contents.will_ferment_g_per_l / PRIMING_G_PER_L["sucrose"]
    fizz = 0.0 if contents.held else primed.g_per_l / PRIMING_G_PER_L[primed.sugar]
    expected = contents.dissolved_volumes + will + fizz
    limit = closure.limit_volumes
    room = 0.0
    if limit is not None and not closure.still:
        over = limit - unprimed
        room = max(over, 0.0) * WORST_G_PER_L_PER_VOLUME[primed.sugar]
    seldom = max(contents.at_most_g_per_l - contents.may_ferment_g_per_l, 0.0)
    at_most = worst if contents.held else worst + volumes_at_worst(seldom)
    word, why = _judged(contents, closure, primed, expected, worst, at_most, malic, room)
    return Closing(expected, worst, limit, word, why, room)


def _judged(
    contents: Contents,
    closure: Closure,
    primed: PrimedBy,
    expected: float,
    worst: float,
    at_most: float,
    malic: float,
    room: float,
) -> tuple[Word, str]:
    limit, is_primed = closure.limit_volumes, primed.g_per_l > 0
    if limit is None:
        return "go", "Gas leaves by itself. It is rated anew on the day it is closed."
    if limit == 0:
        return (
            "do_not",
            f"{closure.bottle_name}: never closed tight. Fill bottles made for it.",
        )
    if contents.showed:
        return "do_not", contents.showed
    if closure.still and is_primed:
        return (
            "do_not",
            f"{closure.name}: never primed. Take crown caps, rated swing tops or sparkling-wine"
            " bottles for fizz.",
        )
    if worst > limit + _HAIR:
        if worst - malic <= limit + _HAIR:
            return (
                "think",
                f"Malic acid may still turn and lift it to {worst:.1f} volumes, over the"
                f" {limit:g} this bears: sulphite holds that, or months of patience first.",
            )
        return "do_not", _too_much(contents, worst, limit, is_primed, room)
    if contents.unmet:
        return (
            "think",
            f"Nothing holds the sugar back: {'; '.join(contents.unmet)}. Worst case"
            f" {worst:.1f} volumes; this bottle holds {limit:g}.",
        )
    if contents.held and is_primed:
        return (
            "think",
            "It is stabilised, so priming stays flat and sweet; should it ferment after all,"
            f" {worst:.1f} volumes; this bottle holds {limit:g}.",
        )
    if not (contents.held or contents.at_rest):
        return "think", f"Time alone proves nothing. {contents.unproven}".strip()
    if closure.still and expected >= _STILL_THINK_VOLUMES - _HAIR:
        return (
            "think",
            f"About {expected:.1f} volumes are expected: a cork may weep or lift. Keep them cool"
            " and standing.",
        )
    if at_most - malic > limit + _HAIR:
        return (
            "think",
            f"Worst case {worst:.1f} volumes; this bottle holds {limit:g}, and one jug in some"
            f" hundreds comes to {at_most:.1f}. {contents.unproven or _SETTLES}",
        )
    return (
        "go",
        f"Worst case {worst:.1f} volumes; this bottle holds {limit:g}. {contents.asks}".strip(),
    )


def _too_much(contents: Contents, worst: float, limit: float, is_primed: bool, room: float) -> str:
    said = f"Worst case {worst:.1f} volumes; this bottle holds {limit:g}."
    if contents.unmet:
        return f"{said} Nothing holds the sugar back: {'; '.join(contents.unmet)}."
    if contents.unproven:
        return f"{said} {contents.unproven}"
    if is_primed and room > 0:
        return f"{said} There is room for up to {room:.1f} g of priming sugar in a litre."
    return f"{said} Take bottles made for more, or a vented cap."


def label_says(
    closing: Closing, primed: PrimedBy, so2_mg_per_l: float, against_advice: bool
) -> tuple[str, ...]:
    """What a bottle's label has to say: contains_sulphites, under_pressure, against_advice."""
    return tuple(
        key
        for key, says in (
            ("contains_sulphites", says_sulphites(so2_mg_per_l)),
            (
                "under_pressure",
                primed.g_per_l > 0
                or closing.expected_volumes > _STILL_THINK_VOLUMES
                or closing.word == "do_not",
            ),
            ("against_advice", against_advice),
        )
        if says
    )
