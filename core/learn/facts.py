"""What a kitchen's finished batches say together: its cartons' real sugar and how cloudy they are,
where its yeast ends, what it loses, and what its stem shows too much.

One linear sum: a start reads off by what its cartons hold besides their labels and by what the
stem is off; an end by where the yeast ends, by what is cloudy and by the stem again. Each thing
begins at the tables, as far off as is usual, and as few things as can be are taken to be off: each
has to make what was read so much likelier as the doubts it brings cost (see core.learn.linear).
"""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from core.learn.linear import Line, explain
from core.learn.outcome import Outcome
from core.must.composition import CLOUDIER, RICHNESS
from core.plan.kitchen import Kitchen

# How far off things usually are, one standard deviation. Labels may be off by a fifth for sugars
# of 10 g/100 g and more (the EU's guidance on tolerances, 2012; memory). The rest: common practice.
_CARTON_SD = 0.06
_CLOUDIER_SD_G_PER_L = 5.0
_YEAST_SD_POINTS = 2.0
_STEM_SD_POINTS = 0.8
_LOSSES_SD = 0.6
# A stem is tried in water before anything else is blamed on it: how much less likely it is off
# than a carton, as a logarithm. Common practice.
_STEM_UNLIKELY = 10.0
_LOSSES_RANGE = (0.3, 4.0)
_MOST_POINTS = 6.0
# Taken from so many batches on.
_LEAST_BATCHES = 2

STEM, LOSSES = "stem", "losses"
_CARTON, _CLOUDY, _YEAST = "carton:", "cloudy:", "yeast:"


@dataclass(frozen=True, slots=True)
class Fact:
    """Something of this kitchen, over `batches`: `value` with one standard deviation `sd`, and
    whether it is `sure` enough to be reckoned with.

    A carton's and the losses' value is a multiple of the label's, and of the usual; how cloudy a
    carton is, g/L above the tables; of the yeast and the stem it is points above. `name` is the
    carton, or the yeast's key.
    """

    key: str
    name: str
    value: float
    sd: float
    batches: int
    sure: bool


def facts(outcomes: Sequence[Outcome]) -> tuple[Fact, ...]:
    """All that the batches say, cartons first, the most often used first."""
    return (*_of_gravities(outcomes), *_of_losses(outcomes))


def taken(found: Iterable[Fact], off: Collection[str]) -> tuple[Fact, ...]:
    """Those that are sure, but for the keys that are switched `off`."""
    return tuple(fact for fact in found if fact.sure and fact.key not in off)


def richness(found: Iterable[Fact]) -> dict[str, float]:
    """What cartons hold of the sugar on their labels, by their names."""
    return {fact.name: fact.value for fact in found if fact.key.startswith(_CARTON)}


def cloudiness(found: Iterable[Fact]) -> dict[str, float]:
    """Extract that cartons hold besides what the tables have, g/L, by their names."""
    return {fact.name: fact.value for fact in found if fact.key.startswith(_CLOUDY)}


def kitchen(found: Iterable[Fact], yeast: str) -> Kitchen:
    """What else a plan for this kind of yeast is reckoned with here."""
    by_key = {fact.key: fact.value for fact in found}
    return Kitchen(by_key.get(LOSSES, 1.0), by_key.get(_YEAST + yeast, 0.0))


def _of_gravities(outcomes: Sequence[Outcome]) -> list[Fact]:
    counted: dict[str, int] = {}
    for one in outcomes:
        for key in _keys(one):
            counted[key] = counted.get(key, 0) + 1
    keys = sorted(
        counted, key=lambda key: (not key.startswith(_CARTON), key == STEM, -counted[key])
    )
    lines = [line for one in outcomes for line in _lines(one)]
    found = explain(lines, {key: _prior_sd(key) for key in keys}, {STEM: _STEM_UNLIKELY})
    return [_fact(key, *found[key], counted[key]) for key in keys]


def _keys(one: Outcome) -> set[str]:
    keys: set[str] = set()
    if one.start.found is not None or one.end.found is not None:
        keys |= {STEM, *(of + carton.name for of in (_CARTON, _CLOUDY) for carton in one.cartons)}
    if one.end.found is not None:
        keys.add(_YEAST + one.yeast)
    return keys


def _lines(one: Outcome) -> Iterable[Line]:
    """What was found off, in points, and by what it would be so."""
    if one.start.off is not None:
        by = {STEM: 1.0}
        for carton in one.cartons:
            _moved(by, _CARTON + carton.name, carton.start_points)
            _moved(by, _CLOUDY + carton.name, carton.start_points_cloudier)
        yield Line(one.start.off * 1000, one.start_sd, by)
    if one.end.off is not None:
        by = {STEM: 1.0, _YEAST + one.yeast: 1.0}
        for carton in one.cartons:
            _moved(by, _CARTON + carton.name, carton.end_points)
            _moved(by, _CLOUDY + carton.name, carton.end_points_cloudier)
        yield Line(one.end.off * 1000, one.end_sd, by)


def _moved(by: dict[str, float], key: str, points: float) -> None:
    by[key] = by.get(key, 0.0) + points


def _prior_sd(key: str) -> float:
    if key.startswith(_CARTON):
        return _CARTON_SD
    if key.startswith(_CLOUDY):
        return _CLOUDIER_SD_G_PER_L
    return _STEM_SD_POINTS if key == STEM else _YEAST_SD_POINTS


def _fact(key: str, off: float, sd: float, believed: bool, batches: int) -> Fact:
    sure = believed and batches >= _LEAST_BATCHES
    if key.startswith(_CARTON):
        return Fact(key, key.removeprefix(_CARTON), _within(1 + off, RICHNESS), sd, batches, sure)
    if key.startswith(_CLOUDY):
        return Fact(key, key.removeprefix(_CLOUDY), _within(off, CLOUDIER), sd, batches, sure)
    name = "" if key == STEM else key.removeprefix(_YEAST)
    return Fact(key, name, _within(off, (-_MOST_POINTS, _MOST_POINTS)), sd, batches, sure)


def _within(value: float, bounds: tuple[float, float]) -> float:
    return min(max(value, bounds[0]), bounds[1])


def _of_losses(outcomes: Sequence[Outcome]) -> list[Fact]:
    lines = [
        Line(one.lost_ml.off, one.lost_sd, {LOSSES: one.lost_ml.expected})
        for one in outcomes
        if one.lost_ml.off is not None and one.lost_ml.expected > 0
    ]
    if not lines:
        return []
    off, sd, believed = explain(lines, {LOSSES: _LOSSES_SD}, {})[LOSSES]
    sure = believed and len(lines) >= _LEAST_BATCHES
    return [Fact(LOSSES, "", _within(1 + off, _LOSSES_RANGE), sd, len(lines), sure)]
