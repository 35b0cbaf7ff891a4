"""One cloud, and all that happens to its vessels, in order."""

from collections.abc import Iterable, Mapping
from dataclasses import replace
from functools import singledispatchmethod

import numpy as np
from scipy.special import ndtri

from core.estimate import priors
from core.estimate.causes import (
    READING,
    STEM,
    UNDISSOLVED,
    Saw,
    surprises,
)
from core.estimate.cloud import Cloud, Doubt, Portion, Sight
from core.estimate.course import Course, Stretch, unread
from core.estimate.drinks import ACID, EATEN, ETHANOL, MASS, Drinks
from core.estimate.ledger import (
    Brought,
    Explained,
    Filled,
    Gone,
    Marked,
    Moved,
    Pitched,
    Poured,
    Read,
    Step,
    Tested,
    Titrated,
    Warmed,
)
from core.estimate.level import Seen
from core.estimate.net import Array
from core.estimate.priors import Spread
from core.estimate.rest import settle
from core.estimate.trials import fits, log_likelihood
from core.estimate.vessel import Vessel, seen_now
from core.estimate.views import Estimate, quantiles
from core.interval import Interval
from core.must.mixing import EMPTY_G, Pour

_FILM = 1e-7
_UNKNOWN_DAYS = 14.0
_POINTS_PER_DRY_G_PER_L = 1 / 2.6


class Walk:
    """One cloud, and the vessels of it."""

    def __init__(
        self, limits: Mapping[str, float | None], members: int, slips_oftener: float
    ) -> None:
        self.cloud = Cloud(members, slips_oftener)
        self.vessels = {
            name: Vessel(name, self.cloud.empty(), limit_abv=limit)
            for name, limit in limits.items()
        }
        self.now: dict[str, Estimate] = {}
        self.filled: dict[str, Estimate] = {}
        self.saw: dict[str, Saw] = {}
        self.explained: set[str] = set()
        self.in_effect = float("inf")

    def through(self, steps: Iterable[Step], day: float) -> None:
        for step in steps:
            self._happens(step)
        for name, vessel in self.vessels.items():
            self._pour_pending(vessel)
            if self._empty(vessel):
                continue
            self._settled(vessel, day)
            self.now[name] = seen_now(self.cloud, vessel)
        self._count()

    def _count(self) -> None:
        self.in_effect = min(self.in_effect, self.cloud.in_effect)

    def _empty(self, vessel: Vessel) -> bool:
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
        vessel.portion.parts[:, ACID] += step.acid_g
        self._changed(vessel, False)

    @_happens.register
    def _(self, step: Gone) -> None:
        vessel = self._there(step.jug)
        if self._empty(vessel):
            return
        if step.taken_ml is not None:
            volume = self.cloud.drinks(vessel.portion.parts).volume_ml
            stays = np.maximum(1 - step.taken_ml / volume, 0.0)
        elif step.left_ml is not None:
            off = self._poured_off(priors.MARK)
            volume = self.cloud.drinks(vessel.portion.parts).volume_ml
            stays = np.minimum(step.left_ml * (1 + off) / volume, 1.0)
        elif step.spread:
            off = self._poured_off(step.spread)
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
        for name, ml in step.into:
            if step.whole:
                share = np.full(self.cloud.members, ml / asked)
            else:
                off = self._poured_off(priors.MARK)
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
            knobs = [stem, error]
            if vessel.dry_sugar_g > 0:
                knobs.insert(1, self._undissolved(vessel, step))
            sight = Sight(vessel.portion, step.points, _points, dict.fromkeys(knobs, 1.0))
            self._see_must(step, sight)
            vessel.must_read_on = step.day
            vessel.read, vessel.stem, vessel.shown_by = True, stem, tuple(knobs)
            return
        if vessel.stretch is None:
            # Nobody wrote when the yeast went in: since it was read before, or long enough ago.
            began = vessel.must_read_on
            self._begin(vessel, step.day - _UNKNOWN_DAYS if began is None else began, lags=True)
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
        self.cloud.observe(
            Sight(vessel.portion, step.volume_ml, _volume, {error: 1.0}, of_any_part=False)
        )

    @_happens.register
    def _(self, step: Warmed) -> None:
        vessel = self.vessels[step.jug]
        vessel.clock(step.day)
        vessel.celsius = step.celsius
        if vessel.stretch is not None and vessel.sticks > vessel.stretch.sticks:
            # It was cold once while it ran, and that is enough.
            vessel.stretch = replace(vessel.stretch, sticks=vessel.sticks)

    @_happens.register
    def _(self, step: Tested) -> None:
        vessel = self._there(step.jug)
        if step.kind == "stem":
            error = f"{step.day}/water"
            self.cloud.knob(error, Spread(priors.STEM_TRIED, priors.STEM_TRIED, 0.0))
            stem = step.stem or "stem"
            self.cloud.knob(stem, priors.STEM)
            sight = Sight(vessel.portion, step.found, _nothing, {stem: 1.0, error: 1.0})
            self.cloud.observe(sight)
            return
        self._settled(vessel, step.day)
        found = self.cloud.drinks(vessel.portion.parts)
        told = log_likelihood(step, found, vessel.unseen_g(step.day))
        if step.kind == "sugar":
            vessel.test_fits = fits(step, self.cloud.weights, told, found)
        self.cloud.log_weight = self.cloud.log_weight + told
        if vessel.course is not None:
            # It was looked at now.
            vessel.course.seen = vessel.course.left_at(vessel.warm_days)
        self._goes_on(vessel)

    @_happens.register
    def _(self, step: Titrated) -> None:
        vessel = self._there(step.jug)
        litres = self.cloud.drinks(vessel.portion.parts).volume_ml / 1000
        vessel.portion.parts[:, ACID] = step.acid_g_per_l * litres
        vessel.portion.sour.clear()

    @_happens.register
    def _(self, step: Explained) -> None:
        if step.reading in self.saw:
            self.explained.add(step.reading)
            self.saw[step.reading].explained(self.cloud, step.kind, step.pour)

    @_happens.register
    def _(self, step: Filled) -> None:
        vessel = self._there(step.jug)
        self._settled(vessel, step.day)
        self._count()
        self.filled[step.name] = seen_now(self.cloud, vessel)
        self._goes_on(vessel)

    # How it is done.

    def _there(self, name: str) -> Vessel:
        vessel = self.vessels[name]
        self._pour_pending(vessel)
        return vessel

    def _pour_pending(self, vessel: Vessel) -> None:
        """What went in between two looks, in an order that is nobody's: by name."""
        for step in sorted(vessel.pending, key=lambda each: (each.pour.name, each.name)):
            self._goes_in(vessel, step)
        vessel.pending.clear()

    def _goes_in(self, vessel: Vessel, step: Poured) -> None:
        self.cloud.pour(vessel.portion, vessel.name, step.name, step.pour)
        if vessel.stretch is not None and step.pour.sugar in (None, "sucrose"):
            vessel.fed.append((step.day, _dry_g(step.pour)))
        vessel.dry_sugar_g += _dry_g(step.pour)

    def _see_must(self, step: Read, sight: Sight) -> None:
        """A must is read, and what was expected of it is kept."""
        weights, drink = self.cloud.weights, _points(self.cloud.drinks(sight.portion.parts))
        surprising = surprises(self.cloud.shown(sight), weights, step.points)
        expected = Interval(*quantiles(drink, weights, 0.5, 0.05, 0.95))
        told = self.cloud.observe(sight)
        other = {step.stem: Doubt(STEM, ""), f"{step.name}/undissolved": Doubt(UNDISSOLVED, "")}
        causes = tuple(
            self.cloud.doubts.get(knob) or other.get(knob) or Doubt(READING, "")
            for knob in self.cloud.knobs
        )
        self.saw[step.name] = Saw(
            step.jug, step.name, step.points, expected, told.row, causes, surprising
        )

    def _stem(self, step: Read) -> str:
        tried = step.stem != "stem"
        self.cloud.knob(
            step.stem, Spread(priors.STEM_TRIED, priors.STEM.wide, 0.02) if tried else priors.STEM
        )
        return step.stem

    def _undissolved(self, vessel: Vessel, step: Read) -> str:
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

    def _poured_off(self, spread: float) -> Array:
        """How far what was poured off, or left, is from what was written; as a share."""
        return np.asarray(spread * ndtri(self.cloud.net.beside()))

    def _keep(self, vessel: Vessel, share: Array) -> None:
        # A film stays, so that an empty vessel of a member is still a drink.
        vessel.portion.keep(np.maximum(share, _FILM))

    def _begin(self, vessel: Vessel, day: float, lags: bool, still: Array | None = None) -> None:
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
        # An eye errs anew each time.
        vessel.shown_by = (vessel.stem,) if vessel.read else ()

    def _settled(self, vessel: Vessel, day: float) -> None:
        """What was read is weighed, and each member's sugar eaten to the day."""
        if vessel.stretch is None:
            return
        if vessel.course is None:
            if vessel.readings:
                vessel.course, vessel.shown_by = settle(
                    self.cloud, vessel.portion, vessel.stretch, vessel.readings, vessel.stem
                )
            else:
                vessel.course = unread(self.cloud, vessel.portion, vessel.stretch)
        self._eat(vessel, vessel.course.left_at(vessel.clock(day)))

    def _eat(self, vessel: Vessel, left: Array) -> None:
        vessel.portion.parts[:, EATEN] = self.cloud.held(vessel.portion.parts, left)[:, EATEN]

    def _changed(self, vessel: Vessel, ferments: bool) -> None:
        """Something went in: what ferments sets it going, anything else leaves it as it was."""
        if vessel.stretch is None:
            return
        if ferments:
            self._begin(vessel, vessel.day, lags=False)
        else:
            self._goes_on(vessel)

    def _goes_on(self, vessel: Vessel) -> None:
        """From here as it was: what stood still stands still, what moved moves."""
        if vessel.stretch is None or vessel.course is None:
            return
        course = vessel.course
        there = self.cloud.drinks(vessel.portion.parts).left
        part = there / np.maximum(course.left_at(vessel.warm_days), 1e-6)
        ends = np.where(course.moving, np.minimum(course.ends * part, there), there)
        still = np.where(course.moving, 0.0, 1.0)
        shown_by = vessel.shown_by
        self._begin(vessel, vessel.day, lags=False, still=still)
        vessel.shown_by = shown_by
        vessel.course = Course(
            vessel.warm_days,
            there,
            course.tail,
            ends,
            course.moving,
            course.limited,
            course.seen * part,
        )

    def _receive(self, into: Vessel, giver: Vessel, share: Array, day: float) -> None:
        was_empty = self._empty(into)
        if not was_empty:
            self._settled(into, day)
        poured = giver.portion.scaled(share)
        courses = _blended(self.cloud, into, giver, poured) if not was_empty else None
        into.portion.add(poured)
        part = float(self.cloud.weights @ share)
        into.fed += [(fed_on, grams * part) for fed_on, grams in giver.fed]
        if was_empty:
            into.must_read_on = giver.must_read_on
            into.day, into.warm_days, into.celsius = giver.day, giver.warm_days, giver.celsius
            into.limit_abv, into.read = giver.limit_abv, giver.read
            into.stem, into.shown_by = giver.stem, giver.shown_by
            if giver.course is None:
                return
            into.stretches += 1
            into.stretch = Stretch(
                f"{into.name}/{into.stretches}", giver.warm_days, False, giver.sticks,
                giver.limit_abv, np.where(giver.course.moving, 0.0, 1.0),
            )  # fmt: skip
            into.course = replace(giver.course)
            into.readings = []
        elif courses is not None:
            into.course = courses
            self._goes_on(into)
        elif into.stretch is not None or giver.stretch is not None:
            self._begin(into, day, lags=False)


def _blended(cloud: Cloud, into: Vessel, giver: Vessel, poured: Portion) -> Course | None:
    """How a blend of two that ferment, or have, goes on: each as it did, by its part."""
    if into.course is None or giver.course is None:
        return None
    volumes = [cloud.drinks(parts).volume_ml for parts in (into.portion.parts, poured.parts)]
    part = volumes[0] / np.maximum(volumes[0] + volumes[1], _FILM)
    mine, other = into.course, giver.course
    left = [mine.left_at(into.warm_days), other.left_at(giver.warm_days)]

    def both(one: Array, two: Array) -> Array:
        return np.asarray(part * one + (1 - part) * two)

    return Course(
        into.warm_days,
        both(*left),
        np.where(mine.moving, both(mine.tail, other.tail), other.tail),
        both(np.minimum(mine.ends, left[0]), np.minimum(other.ends, left[1])),
        mine.moving | other.moving,
        mine.limited & other.limited,
        both(mine.seen, other.seen),
    )


def _points(found: Drinks) -> Array:
    return found.points


def _volume(found: Drinks) -> Array:
    return found.volume_ml


def _nothing(found: Drinks) -> Array:
    return np.zeros_like(found.points)


def _dry_g(pour: Pour) -> float:
    return (pour.mass_g or 0.0) if pour.kind in ("sugar", "powder") else 0.0
