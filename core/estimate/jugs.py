"""From a ledger to the cloud of every jug: all that happened, in order."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import singledispatchmethod

import numpy as np

from core.estimate import priors
from core.estimate.cloud import Cloud, Mask, Portion
from core.estimate.drinks import EATEN, ETHANOL, FERMENT, MASS, Drinks
from core.estimate.ledger import (
    Brought,
    Filled,
    Gone,
    Marked,
    Moved,
    Pitched,
    Poured,
    Read,
    Step,
    Tested,
    Warmed,
)
from core.estimate.net import MEMBERS, Array
from core.estimate.priors import Spread
from core.estimate.rest import Course, Seen, Stretch, settle, unread
from core.estimate.trials import log_likelihood
from core.estimate.views import ENOUGH, Estimate
from core.must.mixing import EMPTY_G, Pour

# Where too few members count, four times as many are drawn, twice at most.
_MOST_MEMBERS = 4 * MEMBERS
_ROOM_C, _COLDEST_C, _WARMEST_C = 20.0, 0.0, 35.0
_FILM = 1e-7
_POINTS_PER_DRY_G_PER_L = 1 / 2.6


@dataclass(slots=True)
class _Vessel:
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
    dry_sugar_g: float = 0.0
    stretches: int = 0

    def clock(self, day: float) -> float:
        """Warm days until a day."""
        self.warm_days += max(day - self.day, 0.0) * _warmth(self.celsius)
        self.day = max(self.day, day)
        return self.warm_days

    @property
    def sticks(self) -> float:
        return priors.STICKS * (priors.STICKS_COLDER_TIMES if self.celsius < priors.COLD_C else 1.0)


def _warmth(celsius: float) -> float:
    warm = min(max(celsius, _COLDEST_C), _WARMEST_C)
    return float(priors.WARMTH_PER_10_C ** ((warm - _ROOM_C) / 10))


@dataclass(frozen=True, slots=True)
class Estimates:
    """What could be in each jug as of the last day, and in it when bottles were filled."""

    jugs: Mapping[str, Estimate]
    filled: Mapping[str, Estimate]


def estimates(ledger: Iterable[Step], limits: Mapping[str, float | None], day: float) -> Estimates:
    """Walk a ledger to a day. `limits` are the planned yeasts' limits, % vol, by jug (None: of no
    named yeast); every jug is among them. Jugs that ran together are one cloud; where too few of
    its members count, it is drawn anew with four times as many, twice at most."""
    steps = tuple(ledger)
    jugs: dict[str, Estimate] = {}
    filled: dict[str, Estimate] = {}
    for names in _together(steps, limits):
        mine = tuple(step for step in steps if step.jug in names)
        members = MEMBERS
        while True:
            walk = _Walk({name: limits[name] for name in sorted(names)}, members)
            walk.through(mine, day)
            if walk.in_effect >= ENOUGH or members >= _MOST_MEMBERS:
                break
            members *= 4
        jugs |= walk.now
        filled |= walk.filled
    return Estimates(jugs, filled)


def _together(steps: tuple[Step, ...], names: Iterable[str]) -> list[set[str]]:
    """Names by whether drink ran from one to the other."""
    groups: dict[str, set[str]] = {name: {name} for name in names}
    for step in steps:
        if isinstance(step, Moved):
            for into, _ in step.into:
                if groups[into] is not groups[step.jug]:
                    both = groups[step.jug] | groups[into]
                    for name in both:
                        groups[name] = both
    return list({id(group): group for group in groups.values()}.values())


class _Walk:
    """One cloud, and the vessels of it."""

    def __init__(self, limits: Mapping[str, float | None], members: int) -> None:
        self.cloud = Cloud(members)
        self.vessels = {
            name: _Vessel(name, self.cloud.empty(), limit_abv=limit)
            for name, limit in limits.items()
        }
        self.now: dict[str, Estimate] = {}
        self.filled: dict[str, Estimate] = {}
        self.in_effect = float("inf")

    def through(self, steps: Iterable[Step], day: float) -> None:
        for step in steps:
            self._happens(step)
        for name, vessel in self.vessels.items():
            self._pour_pending(vessel)
            if self._empty(vessel):
                continue
            self._settled(vessel, day)
            self.now[name] = self._seen_now(vessel, day)
        self._count()

    def _count(self) -> None:
        self.in_effect = min(self.in_effect, self.cloud.in_effect)

    def _empty(self, vessel: _Vessel) -> bool:
        return bool(vessel.portion.parts[:, MASS].max(initial=0.0) < EMPTY_G)

    # What happens.

    @singledispatchmethod
    def _happens(self, step: Step) -> None:
        raise TypeError(step)

    @_happens.register
    def _(self, step: Poured) -> None:
        vessel = self.vessels[step.jug]
        if vessel.stretch is None:
            vessel.pending.append(step)
            return
        self._settled(vessel, step.day)
        self._goes_in(vessel, step)
        self._changed(vessel, step.ferments)

    @_happens.register
    def _(self, step: Brought) -> None:
        vessel = self.vessels[step.jug]
        self._settled(vessel, step.day)
        vessel.portion.parts[:, MASS] += step.mass_g
        vessel.portion.parts[:, ETHANOL] += step.ethanol_g
        self._changed(vessel, False)

    @_happens.register
    def _(self, step: Gone) -> None:
        vessel = self._there(step.jug)
        if self._empty(vessel):
            return
        if step.volume_ml is not None:
            off = self.cloud.knob(step.name, Spread(priors.MARK, priors.MARK, 0.0))
            volume = self.cloud.drinks(vessel.portion.parts).volume_ml
            stays = np.minimum(step.volume_ml * (1 + off) / volume, 1.0)
        elif step.spread:
            off = self.cloud.knob(step.name, Spread(step.spread, step.spread, 0.0))
            stays = np.clip(1 - step.share - off, 0.0, 1.0)
        else:
            stays = np.full(self.cloud.members, 1 - step.share)
        self._keep(vessel, stays)

    @_happens.register
    def _(self, step: Moved) -> None:
        giver = self._there(step.jug)
        self._settled(giver, step.day)
        if self._empty(giver):
            return
        volume = self.cloud.drinks(giver.portion.parts).volume_ml
        asked = sum(ml for _, ml in step.into)
        stays = np.ones(self.cloud.members)
        for index, (name, ml) in enumerate(step.into):
            if step.whole:
                share = np.full(self.cloud.members, ml / asked)
            else:
                off = self.cloud.knob(f"{step.name}/{index}", Spread(priors.MARK, priors.MARK, 0.0))
                share = np.clip(ml * (1 + off) / volume, 0.0, stays)
            stays = stays - share
            self._receive(self._there(name), giver, share, step.day)
        self._keep(giver, np.maximum(stays, 0.0))
        self._goes_on(giver)

    @_happens.register
    def _(self, step: Pitched) -> None:
        vessel = self._there(step.jug)
        if step.tolerance_abv is not None:
            vessel.limit_abv = step.tolerance_abv
        self._settled(vessel, step.day)
        self._begin(vessel, step.day, lags=vessel.stretch is None)

    @_happens.register
    def _(self, step: Read) -> None:
        vessel = self._there(step.jug)
        stem = self._stem(step)
        if step.of_must:
            error = f"{step.name}/must"
            self.cloud.knob(error, priors.MUST_READING)
            also: dict[str, Array | float] = {stem: 1.0, error: 1.0}
            if vessel.dry_sugar_g > 0:
                also = {**also, self._undissolved(vessel, step): 1.0, error: 1.0}
                also[error] = also.pop(error)
            self.cloud.observe(vessel.portion, step.points, _points, also)
            vessel.read = True
            return
        if vessel.stretch is None:
            self._begin(vessel, step.day, lags=True)
        vessel.stem, vessel.read, vessel.course = stem, True, None
        spread = priors.EYE_POINTS if step.spread is None else step.spread
        vessel.readings.append(Seen(vessel.clock(step.day), step.points, spread))

    @_happens.register
    def _(self, step: Marked) -> None:
        vessel = self._there(step.jug)
        error = f"{step.name}/mark"
        spread = priors.AMOUNTS["mark"]
        self.cloud.knob(
            error,
            Spread(spread.narrow * step.volume_ml, spread.wide * step.volume_ml, spread.share),
        )
        self.cloud.observe(vessel.portion, step.volume_ml, _volume, {error: 1.0})

    @_happens.register
    def _(self, step: Warmed) -> None:
        vessel = self.vessels[step.jug]
        vessel.clock(step.day)
        vessel.celsius = step.celsius

    @_happens.register
    def _(self, step: Tested) -> None:
        vessel = self._there(step.jug)
        if step.kind == "stem":
            error = f"{step.day}/water"
            self.cloud.knob(error, Spread(priors.STEM_TRIED, priors.STEM_TRIED, 0.0))
            stem = step.stem or "stem"
            self.cloud.knob(stem, priors.STEM)
            self.cloud.observe(vessel.portion, step.found, _nothing, {stem: 1.0, error: 1.0})
            return
        self._settled(vessel, step.day)
        found = self.cloud.drinks(vessel.portion.parts)
        self.cloud.log_weight = self.cloud.log_weight + log_likelihood(step, found)
        if vessel.course is not None:
            # It was looked at now.
            vessel.course.seen = vessel.course.left_at(vessel.warm_days)
        self._goes_on(vessel)

    @_happens.register
    def _(self, step: Filled) -> None:
        vessel = self._there(step.jug)
        self._settled(vessel, step.day)
        self._count()
        self.filled[step.name] = self._seen_now(vessel, step.day)
        self._goes_on(vessel)

    # How it is done.

    def _there(self, name: str) -> _Vessel:
        vessel = self.vessels[name]
        self._pour_pending(vessel)
        return vessel

    def _pour_pending(self, vessel: _Vessel) -> None:
        """What went in between two looks, in an order that is nobody's: by name."""
        for step in sorted(vessel.pending, key=lambda each: (each.pour.name, each.name)):
            self._goes_in(vessel, step)
        vessel.pending.clear()

    def _goes_in(self, vessel: _Vessel, step: Poured) -> None:
        self.cloud.pour(vessel.portion, vessel.name, step.name, step.pour)
        vessel.dry_sugar_g += _dry_g(step.pour)

    def _stem(self, step: Read) -> str:
        tried = step.stem != "stem"
        self.cloud.knob(
            step.stem, Spread(priors.STEM_TRIED, priors.STEM.wide, 0.02) if tried else priors.STEM
        )
        return step.stem

    def _undissolved(self, vessel: _Vessel, step: Read) -> str:
        """Part of the dry sugar lay on the bottom: the stem shows so much less."""
        litres = self.cloud.drinks(vessel.portion.parts).volume_ml.mean() / 1000
        points = vessel.dry_sugar_g / litres * _POINTS_PER_DRY_G_PER_L
        name = f"{step.name}/undissolved"
        spread = max(priors.UNDISSOLVED_SPREAD * points, 0.3)
        self.cloud.knob(
            name,
            Spread(1e-3, spread, priors.UNDISSOLVED_SHARE, -priors.UNDISSOLVED_PART * points),
        )
        return name

    def _keep(self, vessel: _Vessel, share: Array) -> None:
        # A film stays, so that an empty vessel of a member is still a drink.
        kept = vessel.portion.scaled(np.maximum(share, _FILM))
        vessel.portion.parts, vessel.portion.by = kept.parts, kept.by

    def _begin(self, vessel: _Vessel, day: float, lags: bool, still: Array | None = None) -> None:
        vessel.stretches += 1
        vessel.stretch = Stretch(
            f"{vessel.name}/{vessel.stretches}",
            vessel.clock(day),
            lags,
            vessel.sticks,
            vessel.limit_abv,
            still,
        )
        vessel.readings, vessel.course = [], None

    def _settled(self, vessel: _Vessel, day: float) -> None:
        """What was read is weighed, and each member's sugar eaten to the day."""
        if vessel.stretch is None:
            return
        if vessel.course is None:
            if vessel.readings:
                vessel.course = settle(
                    self.cloud, vessel.portion, vessel.stretch, vessel.readings, vessel.stem
                )
            else:
                vessel.course = unread(self.cloud, vessel.portion, vessel.stretch)
        self._eat(vessel, vessel.course.left_at(vessel.clock(day)))

    def _eat(self, vessel: _Vessel, left: Array) -> None:
        vessel.portion.parts[:, EATEN] = self.cloud.held(vessel.portion.parts, left)[:, EATEN]

    def _changed(self, vessel: _Vessel, ferments: bool) -> None:
        """Something went in: what ferments sets it going, anything else leaves it as it was."""
        if vessel.stretch is None:
            return
        if ferments:
            self._begin(vessel, vessel.day, lags=False)
        else:
            self._goes_on(vessel)

    def _goes_on(self, vessel: _Vessel) -> None:
        """From here as it was: what stood still stands still, what moved moves."""
        if vessel.stretch is None or vessel.course is None:
            return
        course = vessel.course
        there = self.cloud.drinks(vessel.portion.parts).left
        part = there / np.maximum(course.left_at(vessel.warm_days), 1e-6)
        ends = np.where(course.moving, np.minimum(course.ends * part, there), there)
        still = np.where(course.moving, 0.0, 1.0)
        self._begin(vessel, vessel.day, lags=False, still=still)
        vessel.course = Course(
            vessel.warm_days,
            there,
            course.tail,
            ends,
            course.moving,
            course.limited,
            course.seen * part,
        )

    def _receive(self, into: _Vessel, giver: _Vessel, share: Array, day: float) -> None:
        was_empty = self._empty(into)
        if not was_empty:
            self._settled(into, day)
        into.portion.add(giver.portion.scaled(share))
        if was_empty:
            into.day, into.warm_days, into.celsius = giver.day, giver.warm_days, giver.celsius
            into.limit_abv, into.read = giver.limit_abv, giver.read
            into.stem = giver.stem
            if giver.course is None:
                return
            into.stretches += 1
            into.stretch = Stretch(
                f"{into.name}/{into.stretches}", giver.warm_days, False, giver.sticks,
                giver.limit_abv, np.where(giver.course.moving, 0.0, 1.0),
            )  # fmt: skip
            into.course = replace(giver.course)
            into.readings = []
        elif into.stretch is not None or giver.stretch is not None:
            self._begin(into, day, lags=False)

    def _seen_now(self, vessel: _Vessel, day: float) -> Estimate:
        course = vessel.course
        parts = vessel.portion.parts.copy()
        found = self.cloud.drinks(parts)
        dry, must = parts.copy(), parts.copy()
        dry[:, EATEN], must[:, EATEN] = parts[:, FERMENT], 0.0
        no_one: Mask = np.zeros(self.cloud.members, dtype=bool)
        ends = found.left if course is None else np.minimum(course.ends, found.left)
        return Estimate(
            weights=self.cloud.weights,
            in_effect=self.cloud.in_effect,
            parts=parts,
            found=found,
            dry=self.cloud.drinks(dry),
            must=self.cloud.drinks(must),
            ended=self.cloud.drinks(self.cloud.held(parts, ends)),
            moving=no_one if course is None else course.moving,
            limited=no_one if course is None else course.limited,
            ends=ends,
            seen=found.left if course is None else np.maximum(course.seen, found.left),
            tail=course.tail / _warmth(vessel.celsius) if course else np.ones(self.cloud.members),
            read=vessel.read,
        )


def _points(found: Drinks) -> Array:
    return found.points


def _volume(found: Drinks) -> Array:
    return found.volume_ml


def _nothing(found: Drinks) -> Array:
    return np.zeros_like(found.points)


def _dry_g(pour: Pour) -> float:
    return (pour.mass_g or 0.0) if pour.kind in ("sugar", "powder") else 0.0
