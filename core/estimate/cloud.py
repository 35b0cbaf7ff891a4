"""The members: their knobs, what each jug of each member holds, and what an observation does.

A member is one whole story of the jugs that have run together. Its knobs (amounts, richness, the
stem, each reading's error) are drawn from the priors. A reading moves the knobs of each member so
that it reads just that, as the linear estimate from its own priors would (Kalman 1960, J. Basic
Eng. 82:35; drawn as Matheron's rule has it, Journel and Huijbregts 1978), and weighs the member by
how likely its kind of slip made the reading. So no surprise leaves the cloud empty.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt
from scipy.special import ndtri

from core.estimate import priors
from core.estimate.drinks import (
    ACID,
    EXTRACT,
    FERMENT,
    MASS,
    PARTS,
    SUGAR,
    Drinks,
    drinks,
    with_left,
)
from core.estimate.net import MEMBERS, Array, Net
from core.estimate.priors import Spread
from core.interval import sd_of_range90
from core.must.mixing import Mix, Pour, mixed
from core.must.sharpness import acid_g

Mask = npt.NDArray[np.bool_]

YIELD, BY_PRODUCT, MODEL = "yield", "by-product", "model"
# The step of a slope, as a share of all grams.
_STEP = 1e-4
_PART = 0.01
_DOUBTED = (MASS, SUGAR, FERMENT, EXTRACT)
# Rounds that bring a bent relation near enough to its straight line.
_ROUNDS = 2
_TINY = 1e-12


AMOUNT, PRODUCT = "amount", "product"


@dataclass(frozen=True, slots=True)
class Doubt:
    """Of a `pour` it is in doubt how much went in (AMOUNT), or what the thing is (PRODUCT)."""

    kind: str
    pour: str


@dataclass(slots=True)
class Portion:
    """What one vessel holds in each member, g, and how each knob moves it, g per unit; `sour` is
    one standard deviation of its acid, g, by each source: nothing that is read tells of it."""

    parts: Array
    by: dict[str, Array] = field(default_factory=dict)
    sour: dict[str, Array] = field(default_factory=dict)

    def copy(self) -> "Portion":
        """One that goes on by itself."""
        by = {name: move.copy() for name, move in self.by.items()}
        return Portion(self.parts.copy(), by, dict(self.sour))

    def scaled(self, share: Array) -> "Portion":
        """So much of it, a share for each member."""
        by = {name: move * share[:, None] for name, move in self.by.items()}
        sour = {name: grams * share for name, grams in self.sour.items()}
        return Portion(self.parts * share[:, None], by, sour)

    def keep(self, share: Array) -> None:
        """Only so much of it stays."""
        kept = self.scaled(share)
        self.parts, self.by, self.sour = kept.parts, kept.by, kept.sour

    def add(self, other: "Portion") -> None:
        """Pour another in."""
        self.parts = self.parts + other.parts
        for name, move in other.by.items():
            self.by[name] = self.by[name] + move if name in self.by else move
        for name, grams in other.sour.items():
            self.sour[name] = self.sour.get(name, 0.0) + grams


@dataclass(frozen=True, slots=True)
class Sight:
    """A `figure` seen of what a vessel holds: `of` its drink, with `also` the knobs that move what
    is shown by themselves, so much per unit; the last of them takes what no straight line
    settles."""

    portion: Portion
    figure: float
    of: Callable[[Drinks], Array]
    also: Mapping[str, float]
    of_any_part: bool = True


@dataclass(frozen=True, slots=True)
class Told:
    """What a figure tells: how each knob moves it (`row`), how far each goes per unit of it, times
    its `variance`; how far it lies from what was expected, and the logarithm of how likely that
    was; the sugar held, g/L."""

    row: Array
    gain: Array
    variance: Array
    before: Array
    log_likelihood: Array
    left: Array | None


class Cloud:
    """Weighted members, and the observations that they agree with."""

    def __init__(self, members: int = MEMBERS, slips_oftener: float = 1.0) -> None:
        self.net = Net(members)
        self.members = members
        # Slips are drawn so many times as often as they happen, and count so much less.
        self._oftener = slips_oftener
        self.log_weight = np.zeros(members)
        self.portions: list[Portion] = []
        # What each pour that a knob is about is called, and which doubt of it that is.
        self.doubts: dict[str, Doubt] = {}
        # How far each knob usually lies from the middle, one standard deviation.
        self.usual: dict[str, float] = {}
        # The knobs of each pour's product, with the sugar and extract of a unit of each, as a share
        # of what it brings.
        self.richness: dict[str, dict[str, float]] = {}
        self._place: dict[str, int] = {}
        self._in_logarithm: set[str] = set()
        self.value = np.zeros((members, 0))
        self._middle = np.zeros((members, 0))
        self._spread = np.zeros((members, 0))
        # One pair a hard observation: how far it moved each knob, times the variance of what it
        # showed, and that; nothing where it was not about that member.
        self._told: list[tuple[Array, Array]] = []
        self.knob(YIELD, Spread(priors.YIELD, priors.YIELD, 0.0))
        self.knob(BY_PRODUCT, Spread(priors.BY_PRODUCT, priors.BY_PRODUCT, 0.0))
        self.knob(MODEL, Spread(priors.MODEL_POINTS, priors.MODEL_POINTS, 0.0))

    # Knobs.

    @property
    def knobs(self) -> tuple[str, ...]:
        """All there are, in the order of their columns."""
        return tuple(self._place)

    def in_logarithm(self, name: str) -> bool:
        """Whether a knob's values are logarithms."""
        return name in self._in_logarithm

    def knob(self, name: str, spread: Spread, in_logarithm: bool = False) -> Array:
        """The values of a named source of doubt, drawn when it first appears."""
        if name not in self._place:
            u = self._evenly(self.net.column(name))
            share = min(self._oftener * spread.share, max(spread.share, 0.5))
            slips = u < share
            part = np.where(slips, u / max(share, _TINY), (u - share) / (1 - share))
            if share > spread.share:
                odds = np.where(slips, spread.share / share, (1 - spread.share) / (1 - share))
                self.log_weight = self.log_weight + np.log(odds)
            width = np.where(slips, spread.wide, spread.narrow)
            middle = np.where(slips, spread.slip_mean, 0.0)
            drawn = middle + width * ndtri(np.clip(part, 1e-6, 1 - 1e-6))
            # What is drawn late leans to no side, though few members may count by then.
            drawn = drawn - self.weights @ (drawn - middle)
            self._place[name] = len(self._place)
            self.usual[name] = spread.narrow
            self.value = np.column_stack([self.value, drawn])
            self._middle = np.column_stack([self._middle, middle])
            self._spread = np.column_stack([self._spread, width])
            none = np.zeros(self.members)
            self._told = [(np.column_stack([gain, none]), var) for gain, var in self._told]
            if in_logarithm:
                self._in_logarithm.add(name)
        return self.value[:, self._place[name]]

    def _evenly(self, column: Array) -> Array:
        """A column as even over the members' weights as it is over their number."""
        if not self.log_weight.any():
            return column
        order = np.argsort(column, kind="stable")
        heavy = self.weights[order]
        even = np.empty(self.members)
        even[order] = np.cumsum(heavy) - 0.5 * heavy
        return np.asarray(np.clip(even, 1e-9, 1 - 1e-9))

    def of(self, name: str) -> Array:
        """The values of a knob that is there."""
        return self.value[:, self._place[name]]

    @property
    def weights(self) -> Array:
        """Of the members, summing to 1."""
        weights: Array = np.exp(self.log_weight - self.log_weight.max())
        return np.asarray(weights / weights.sum())

    @property
    def in_effect(self) -> float:
        """How many members really count."""
        return float(1 / np.sum(self.weights**2))

    # What is in.

    def empty(self) -> Portion:
        """A vessel with nothing in it."""
        portion = Portion(np.zeros((self.members, PARTS)))
        self.portions.append(portion)
        return portion

    def pour(self, portion: Portion, jug: str, name: str, pour: Pour) -> None:
        """Grams in, each member its own."""
        mix, doubts, _ = mixed([pour], f"{name}/")
        low, high = acid_g(pour)
        base = _grams(mix)
        base[ACID] = (low + high) / 2
        way = pour.amount_by or ("scale" if pour.by_mass else "measuring_jug")
        spread = priors.AMOUNTS[way]
        if way == "scale" and pour.by_mass and pour.amount > 0:
            # A kitchen scale shows whole grams, nine times in ten.
            spread = Spread(
                max(spread.narrow, 0.6 / pour.amount),
                max(spread.wide, 1 / pour.amount),
                spread.share,
            )
        amount = self.knob(f"{name}/amount", spread)
        self.doubts[f"{name}/amount"] = Doubt(AMOUNT, pour.name)
        richness = self.richness.setdefault(name, {})
        poured = 1 + amount[:, None]
        solids = max(mix.sugar + mix.extract, _TINY)
        more = Portion(
            poured * base, {f"{name}/amount": np.broadcast_to(base, (self.members, PARTS))}
        )
        for source, shift in doubts.items():
            if source == f"{name}/0/amount":
                continue
            grams = _grams(shift)
            knob, values, moved = self._of_product(f"{jug}: {source}", pour, mix, grams)
            self.doubts[knob] = Doubt(PRODUCT, pour.name)
            richness[knob] = float(moved[SUGAR] + moved[EXTRACT]) / solids
            more.parts = more.parts + poured * moved * values[:, None]
            log = knob in self._in_logarithm
            steep = (1 + values)[:, None] if log else 1.0
            more.by[knob] = poured * moved * steep
        if high > low:
            more.sour[f"{jug}: {pour.name}"] = poured[:, 0] * sd_of_range90(low, high)
        portion.add(more)

    def _of_product(
        self, source: str, pour: Pour, mix: Mix, grams: Array
    ) -> tuple[str, Array, Array]:
        """A knob of what was poured: its name, how far each member's lies from the middle in units
        of `moved`, and the grams of a unit."""
        if source.endswith("/extract") and mix.extract > 0 and grams[EXTRACT] > 0:
            part = float(grams[EXTRACT] / mix.extract)
            half = min(part * np.sqrt(3), 0.9)
            narrow = float(np.log((1 + half) / (1 - half)) / (2 * 1.6449))
            spread = Spread(
                narrow, max(priors.EXTRACT_SLIP, 1.5 * narrow), priors.EXTRACT_SLIP_SHARE
            )
            return source, np.expm1(self.knob(source, spread, in_logarithm=True)), grams / part
        if source.endswith("/sugar") and pour.measured_sg is None and mix.sugar > 0:
            part = max(float(abs(grams[SUGAR]) / mix.sugar), _TINY)
            wide = max(priors.RICHNESS_SLIP / part, 1.5)
            spread = Spread(1.0, wide, priors.RICHNESS_SLIP_SHARE)
        else:
            spread = Spread(1.0, priors.OTHER_SLIP, priors.OTHER_SLIP_SHARE)
        return source, self.knob(source, spread), grams

    def drinks(self, parts: Array) -> Drinks:
        """What the grams make, by each member's own yield."""
        return drinks(parts, 1 + self.of(YIELD), self.of(BY_PRODUCT))

    # What is seen.

    def observe(self, sight: Sight) -> Told:
        """Every member is weighed by how likely the figure was, and moved until it shows it."""
        told = self.told(sight)
        self.log_weight = self.log_weight + told.log_likelihood
        self.learn(sight, told, np.ones(self.members, dtype=bool))
        return told

    def told(self, sight: Sight, left: Array | None = None) -> Told:
        """What a figure would tell of each member, and how likely it was. `left` holds the sugar,
        g/L; None: as it is."""
        row = self._row(sight, left)
        gain, variance = self._gain(row)
        off = sight.figure - self.shown(sight, left)
        before = off + np.sum(row * (self.value - self._middle), axis=1)
        likely = -0.5 * (before**2 / variance + np.log(2 * np.pi * variance))
        return Told(row, gain, variance, before, likely, left)

    def learn(self, sight: Sight, told: Told, about: Mask) -> None:
        """Move the members that it is `about` until they show the figure."""
        here = about.astype(float)
        gain = told.gain * here[:, None]
        self._middle = self._middle + (told.before / told.variance)[:, None] * gain
        for _ in range(_ROUNDS):
            off = sight.figure - self.shown(sight, told.left)
            self._move((off / told.variance)[:, None] * gain)
        rest = list(sight.also)[-1]
        off = sight.figure - self.shown(sight, told.left)
        self.value[:, self._place[rest]] += here * off / sight.also[rest]
        self._told.append((gain, told.variance))

    def shown(self, sight: Sight, left: Array | None = None) -> Array:
        """What each member shows."""
        shown = sight.of(self.drinks(self.held(sight.portion.parts, left)))
        for name, coefficient in sight.also.items():
            shown = shown + coefficient * self.of(name)
        return shown

    def held(self, parts: Array, left: Array | None) -> Array:
        """The grams with so much sugar left, g/L; None: as they are."""
        if left is None:
            return parts
        return with_left(parts, left, 1 + self.of(YIELD), self.of(BY_PRODUCT))

    def _row(self, sight: Sight, left: Array | None) -> Array:
        """How each knob moves the figure; slopes are the middle member's."""
        weights = self.weights
        of, portion = sight.of, sight.portion
        mass = np.maximum(portion.parts[:, MASS], _TINY)
        mean = float(weights @ mass)
        step = _STEP * mean
        # A gravity is the same of any part of a drink; a volume is not.
        like = mean / mass if sight.of_any_part else np.ones(self.members)
        # As it is, more of each part, more yield and more by-products: a row each.
        middle = weights @ (portion.parts * like[:, None])
        parts = np.repeat(middle[None, :], len(_DOUBTED) + 3, axis=0)
        for place, part in enumerate(_DOUBTED, start=1):
            parts[place, part] += step
        yields, by_products = np.ones(len(parts)), np.zeros(len(parts))
        yields[-2], by_products[-1] = 1 + _PART, _PART
        if left is not None:
            parts = with_left(
                parts, np.full(len(parts), float(weights @ left)), yields, by_products
            )
        shown = of(drinks(parts, yields, by_products))
        slopes = np.zeros(PARTS)
        slopes[list(_DOUBTED)] = (shown[1:-2] - shown[0]) / step
        row = np.zeros_like(self.value)
        for name, move in portion.by.items():
            row[:, self._place[name]] = (move @ slopes) * like
        row[:, self._place[YIELD]] = (shown[-2] - shown[0]) / _PART
        row[:, self._place[BY_PRODUCT]] = (shown[-1] - shown[0]) / _PART
        for name, coefficient in sight.also.items():
            row[:, self._place[name]] += coefficient
        return row

    def _gain(self, row: Array) -> tuple[Array, Array]:
        """How far each knob goes per unit that the figure is off, times the variance of the figure
        given all that was observed before; and that variance."""
        gain = self._spread**2 * row
        for before, variance in self._told:
            gain = gain - before * (np.sum(before * row, axis=1) / variance)[:, None]
        return gain, np.maximum(np.sum(gain * row, axis=1), _TINY)

    def _move(self, by: Array) -> None:
        """Every knob, and every vessel with it."""
        self.value = self.value + by
        for portion in self.portions:
            # In the order they were poured, so that the sum is the same to the last bit.
            for name, grams in portion.by.items():
                step = by[:, self._place[name]][:, None]
                if not np.any(step):
                    continue
                if name in self._in_logarithm:
                    step = np.expm1(np.clip(step, -3, 3))
                    portion.by[name] = grams * (1 + step)
                portion.parts = portion.parts + grams * step


def _grams(mix: Mix) -> Array:
    grams = np.zeros(PARTS)
    grams[[MASS, SUGAR, FERMENT, EXTRACT]] = (mix.mass, mix.sugar, mix.ferment, mix.extract)
    return grams
