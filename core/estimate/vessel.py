"""A jug while what happened to it is walked, and what could be in it at a moment."""

from dataclasses import dataclass, field

import numpy as np

from core.estimate import priors
from core.estimate.cloud import Cloud, Mask, Portion
from core.estimate.course import Course, Stretch
from core.estimate.drinks import EATEN, FERMENT
from core.estimate.ledger import Poured
from core.estimate.level import Seen
from core.estimate.trials import UNSEEN_DAYS
from core.estimate.views import Estimate

_ROOM_C, _COLDEST_C, _WARMEST_C = 20.0, 0.0, 35.0


@dataclass(slots=True)
class Vessel:
    """A jug while its ledger is walked. `pending` are pours that nothing has asked about yet."""

    name: str
    portion: Portion
    pending: list[Poured] = field(default_factory=list)
    day: float = 0.0
    warm_days: float = 0.0
    celsius: float = _ROOM_C
    stretch: Stretch | None = None
    readings: list[Seen] = field(default_factory=list)
    stem: str = "stem"
    course: Course | None = None
    limit_abv: float | None = None
    read: bool = False
    # White sugar that went in after the yeast: day and grams.
    fed: list[tuple[float, float]] = field(default_factory=list)
    must_read_on: float | None = None
    dry_sugar_g: float = 0.0
    stretches: int = 0
    # The knobs that moved what was read last: stem, eye.
    shown_by: tuple[str, ...] = ()
    # Whether the newest test of its sugar goes with all that was read before.
    test_fits: bool = True

    def clock(self, day: float) -> float:
        """Warm days until a day."""
        self.warm_days += max(day - self.day, 0.0) * warmth(self.celsius)
        self.day = max(self.day, day)
        return self.warm_days

    def unseen_g(self, day: float) -> float:
        """White sugar that went in so lately that a test for reducing sugar does not see it."""
        return sum(grams for fed_on, grams in self.fed if day - fed_on < UNSEEN_DAYS)

    @property
    def sticks(self) -> float:
        return priors.STICKS * (priors.STICKS_COLDER_TIMES if self.celsius < priors.COLD_C else 1.0)


def warmth(celsius: float) -> float:
    warm = min(max(celsius, _COLDEST_C), _WARMEST_C)
    return float(priors.WARMTH_PER_10_C ** ((warm - _ROOM_C) / 10))


def seen_now(cloud: Cloud, vessel: Vessel) -> Estimate:
    """What could be in it, settled to the moment."""
    course = vessel.course
    parts = vessel.portion.parts.copy()
    found = cloud.drinks(parts)
    dry, must = parts.copy(), parts.copy()
    dry[:, EATEN], must[:, EATEN] = parts[:, FERMENT], 0.0
    no_one: Mask = np.zeros(cloud.members, dtype=bool)
    ends = found.left if course is None else np.minimum(course.ends, found.left)
    return Estimate(
        weights=cloud.weights,
        in_effect=cloud.in_effect,
        parts=parts,
        found=found,
        dry=cloud.drinks(dry),
        must=cloud.drinks(must),
        ended=cloud.drinks(cloud.held(parts, ends)),
        moving=no_one if course is None else course.moving,
        limited=no_one if course is None else course.limited,
        ends=ends,
        seen=found.left if course is None else np.maximum(course.seen, found.left),
        tail=course.tail / warmth(vessel.celsius) if course else np.ones(cloud.members),
        off=sum((cloud.of(knob) for knob in vessel.shown_by), start=np.zeros(cloud.members)),
        acid_sd_g=float(
            np.sqrt(sum((cloud.weights @ grams) ** 2 for grams in vessel.portion.sour.values()))
        ),
        unseen_g=vessel.unseen_g(vessel.day),
        read=vessel.read,
        test_fits=vessel.test_fits,
    )
