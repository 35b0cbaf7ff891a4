"""Which whole packs meet an aim at least cost: an integer programme over the shelf.

Juice is poured by whole cartons; sugar, syrups, honey and concentrate by the part, from whole
packs; water is free. Solved with scipy's HiGHS.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from decimal import Decimal

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import coo_array

from core.aim.solve import MOST_ABV, Aim, solve
from core.cost.costing import Pack, packs_to_buy
from core.errors import JobError
from core.ferment.finish import dry_abv
from core.measure.money import money
from core.must.brought import juice_ml
from core.must.mixing import Mix, Pour, mix_of

# Of the strength aimed for, how far whole packs may stay off, % vol.
_STRENGTH_SLACK = 0.1
_WHOLE = ("juice", "fruit", "kit")
_SECONDS = 10.0
# How far acid and the like move the strength that so much sugar gives, as a share of it; how
# often a basket beyond the slack is cut off; and how near to the slack's edge is on it, % vol.
_SOLIDS_MOVE = 0.006
_ROUNDS = 12
_NEAR_ENOUGH = 1e-4
# What the solver's arithmetic may leave of a pack.
_HAIR = 1e-6


@dataclass(frozen=True, slots=True)
class Offer:
    """A product that could go in: what it is, its pack, and packs at home already.

    Of a juice only whole cartons count; of sugar or honey an open bag does too.
    """

    pour: Pour
    pack: Pack
    at_home: float = 0.0

    @property
    def whole(self) -> bool:
        """Whether it is poured by whole packs."""
        return self.pour.kind in _WHOLE

    @property
    def usable_at_home(self) -> float:
        """Packs in stock that a plan can draw on."""
        return float(math.floor(self.at_home)) if self.whole else self.at_home

    @property
    def by_mass(self) -> bool:
        """Whether its pack is in grams."""
        return self.pack.pack_g is not None

    @property
    def pack_size(self) -> float:
        """What one pack holds, g or ml."""
        size = self.pack.pack_g if self.by_mass else self.pack.pack_ml
        if not size:
            raise JobError("Say how much is in a pack (pack_ml or pack_g).", "pack")
        return size

    def poured(self, amount: float) -> Pour:
        """The product with an amount, in g or ml as its pack."""
        return replace(
            self.pour,
            volume_ml=None if self.by_mass else amount,
            mass_g=amount if self.by_mass else None,
        )


@dataclass(frozen=True, slots=True)
class Limits:
    """What a plan must keep to. Shares are of the fill, 0 to 1: of what is juice, and by fruit key
    of what is poured of it."""

    least_juice_share: float = 0.0
    most_kinds: int | None = None
    fruit_share: Mapping[str, tuple[float, float]] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Bought:
    """One product in a plan: amount used (g or ml), packs it is drawn from, and packs to buy."""

    offer: Offer
    amount: float
    packs: int
    to_buy: int

    @property
    def left_over(self) -> float:
        """What stays in the packs it is drawn from, g or ml."""
        if self.offer.whole:
            return self.packs * self.offer.pack_size - self.amount
        there = self.to_buy + self.offer.at_home
        return max(there * self.offer.pack_size - self.amount, 0.0)


@dataclass(frozen=True, slots=True)
class Basket:
    """A plan: what goes in, water in ml, and the bill for what is not at home."""

    items: tuple[Bought, ...]
    water_ml: float
    bill: Decimal

    def pours(self) -> tuple[Pour, ...]:
        """The plan as pours."""
        water = Pour("Water", "water", volume_ml=self.water_ml)
        return (*(item.offer.poured(item.amount) for item in self.items), water)


@dataclass(frozen=True, slots=True)
class Found:
    """Baskets, best first. `sure` is False where time ran out before the best was proven."""

    baskets: tuple[Basket, ...]
    sure: bool


def _as_long_as_it_takes() -> float:
    return _SECONDS


def cheapest(
    offers: Sequence[Offer],
    abv: float,
    fill_ml: float,
    limits: Limits = Limits(),
    plans: int = 1,
    seconds_left: Callable[[], float] = _as_long_as_it_takes,
) -> Found:
    """The cheapest baskets that reach `abv` (% vol, within 0.1) in `fill_ml`, best first.

    Each further plan does without some product of every plan before. When `seconds_left` runs
    out, the best found so far. Raises JobError when nothing on offer does it.
    """
    if not offers:
        raise JobError("There is nothing to choose from: put something on the shelf.", "offers")
    if not 0 < abv <= 20:
        raise JobError(
            f"{abv:g} % is not a strength yeast reaches: aim between 0.5 and 20 %.", "abv"
        )
    if not 0 < fill_ml <= 1e6:
        raise JobError("Give the fill in ml, like 4500.", "fill_ml")
    model = _Model(offers, fill_ml, limits)
    baskets: list[Basket] = []
    taken: list[frozenset[int]] = []
    sure = True
    for _ in range(plans):
        found = _reach(model, abv, taken, seconds_left)
        sure = sure and model.proven
        if found is None:
            break
        basket, used = found
        baskets.append(basket)
        taken.append(used)
    if not baskets:
        raise JobError(
            f"Nothing on offer reaches {abv:g} % in {fill_ml / 1000:.2f} L within these limits:"
            " allow another kind, less juice, or some sugar."
            if sure
            else "No basket was found in the time there is: fewer products, or wider limits.",
            "offers",
        )
    return Found(tuple(baskets), sure)


def _sugar_wanted_g(abv: float, fill_ml: float) -> float:
    """Sugar, g as sucrose, for a strength in a fill without other solids."""
    sugar = Pour("s", "sugar", mass_g=0.0)
    water = Pour("w", "water", volume_ml=0.0)
    return solve([sugar, water], Aim(("s", "w"), abv=abv, fill_ml=fill_ml))[0].mass_g or 0.0


def _reach(
    model: "_Model",
    abv: float,
    taken: Sequence[frozenset[int]],
    seconds_left: Callable[[], float],
) -> tuple[Basket, frozenset[int]] | None:
    """The cheapest within the slack of the strength; None when there is none.

    Bounds on the sugar are set a hair too wide at first, for other solids move the strength a
    little, and drawn in past each basket that comes out beyond the slack.
    """
    least = _sugar_wanted_g(max(abv - _STRENGTH_SLACK, 0.01), model.fill_ml) * (1 - _SOLIDS_MOVE)
    most = _sugar_wanted_g(min(abv + _STRENGTH_SLACK, MOST_ABV), model.fill_ml) * (1 + _SOLIDS_MOVE)
    for _ in range(_ROUNDS):
        if least > most:
            return None
        if seconds_left() <= 0:
            model.proven = False
            return None
        found = model.solve(least, most, taken, seconds_left())
        if found is None:
            return None
        basket = _filled_up(found[0], model.fill_ml)
        mix = Mix.of(basket.pours())
        reached = dry_abv(mix)
        if abs(reached - abv) <= _STRENGTH_SLACK + _NEAR_ENOUGH:
            return basket, found[1]
        # The same things with so much sugar would just reach the slack's edge.
        edge = abv + (_STRENGTH_SLACK if reached > abv else -_STRENGTH_SLACK)
        at_edge = mix.ferment * edge / reached
        if reached > abv:
            most = min(at_edge, mix.ferment * (1 - _HAIR))
        else:
            least = max(at_edge, mix.ferment * (1 + _HAIR))
    return None


def _filled_up(basket: Basket, fill_ml: float) -> Basket:
    """With the few ml of water that volumes not adding up leave out."""
    short = fill_ml - Mix.of(basket.pours()).volume_ml
    return replace(basket, water_ml=max(basket.water_ml + short, 0.0))


class _Model:
    """The programme's unchanging part. Columns: packs, amount in packs, to buy, used or not;
    last, water in ml."""

    def __init__(self, offers: Sequence[Offer], fill_ml: float, limits: Limits) -> None:
        self.offers = offers
        self.fill_ml = fill_ml
        self._limits = limits
        self.proven = True
        self._count = len(offers)
        per_pack = [mix_of(offer.poured(offer.pack_size)) for offer in offers]
        self._sugar = np.array([mix.ferment for mix in per_pack])
        self._room = np.array([_room_ml(o, m) for o, m in zip(offers, per_pack, strict=True)])
        self._juice = [juice_ml(offer.poured(offer.pack_size)) for offer in offers]
        self._price = np.array([float(offer.pack.price) for offer in offers])
        # No more packs than fill the vessel twice over, by room or by sugar.
        self._most = np.array([max(1, math.ceil(fill_ml / max(r, 1.0))) for r in self._room])

    def solve(
        self,
        least_sugar: float,
        most_sugar: float,
        taken: Sequence[frozenset[int]],
        seconds: float = _SECONDS,
    ) -> tuple[Basket, frozenset[int]] | None:
        """The cheapest basket within these bounds that repeats no set of products taken."""
        n = self._count
        packs, amount, buy, used, water = 0, n, 2 * n, 3 * n, 4 * n
        rows = _Rows(4 * n + 1)
        everything = range(n)
        rows.add({amount + i: self._sugar[i] for i in everything}, least_sugar, most_sugar)
        room = {amount + i: self._room[i] for i in everything}
        rows.add({**room, water: 1.0}, self.fill_ml, self.fill_ml)
        for i, offer in enumerate(self.offers):
            rows.add({packs + i: 1.0, amount + i: -1.0}, 0.0, 0.0 if offer.whole else np.inf)
            drawn = packs if offer.whole else amount
            rows.add({buy + i: 1.0, drawn + i: -1.0}, -offer.usable_at_home, np.inf)
            rows.add({packs + i: 1.0, used + i: -float(self._most[i])}, -np.inf, 0.0)
            rows.add({packs + i: 1.0, used + i: -1.0}, 0.0, np.inf)
        self._add_limits(rows, amount, used)
        for kinds in taken:
            # At least one product of each plan before is left out.
            rows.add({used + i: 1.0 for i in kinds}, -np.inf, len(kinds) - 1.0)
        # A hair for every pack, so that equal bills choose the fewer packs.
        cost = np.concatenate([np.full(n, 1e-6), np.zeros(n), self._price, np.zeros(n + 1)])
        upper = np.concatenate(
            [self._most, self._most, self._most, np.ones(n), [self.fill_ml]]
        ).astype(float)
        integer = np.concatenate([np.ones(n), np.zeros(n), np.ones(2 * n), [0]])
        result = milp(
            cost,
            constraints=rows.constraint(),
            bounds=Bounds(0, upper),
            integrality=integer,
            options={"time_limit": max(seconds, 0.01), "mip_rel_gap": 0.0},
        )
        # 1: a limit was reached first; what there is may still be a basket.
        self.proven = result.status != 1
        if result.x is None:
            return None
        return self._basket(result.x)

    def _add_limits(self, rows: "_Rows", amount: int, used: int) -> None:
        limits = self._limits
        juice = {amount + i: self._juice[i] for i in range(self._count) if self._juice[i]}
        if limits.least_juice_share > 0:
            rows.add(juice, limits.least_juice_share * self.fill_ml, np.inf)
        if limits.most_kinds is not None:
            rows.add({used + i: 1.0 for i in range(self._count)}, 0.0, float(limits.most_kinds))
        for fruit, (low, high) in limits.fruit_share.items():
            of_it = {
                amount + i: self._room[i]
                for i, offer in enumerate(self.offers)
                if offer.pour.fruit == fruit
            }
            rows.add(of_it, low * self.fill_ml, high * self.fill_ml)

    def _basket(self, x: np.ndarray) -> tuple[Basket, frozenset[int]]:
        n = self._count
        items, bill = [], Decimal(0)
        for i, offer in enumerate(self.offers):
            packs = round(float(x[i]))
            if packs == 0:
                continue
            drawn = float(packs) if offer.whole else float(x[n + i])
            to_buy = packs_to_buy(drawn - offer.usable_at_home)
            bill += offer.pack.price * to_buy
            amount = float(x[n + i]) * offer.pack_size
            items.append(Bought(offer, amount, packs, to_buy))
        used = frozenset(i for i in range(n) if round(float(x[i])) > 0)
        return Basket(tuple(items), float(x[-1]), money(bill)), used


class _Rows:
    """Linear constraints collected row by row."""

    def __init__(self, columns: int) -> None:
        self._columns = columns
        self._row: list[int] = []
        self._column: list[int] = []
        self._value: list[float] = []
        self._low: list[float] = []
        self._high: list[float] = []

    def add(self, terms: Mapping[int, float], low: float, high: float) -> None:
        """low <= sum of terms <= high."""
        row = len(self._low)
        for column, value in terms.items():
            self._row.append(row)
            self._column.append(column)
            self._value.append(value)
        self._low.append(low)
        self._high.append(high)

    def constraint(self) -> LinearConstraint:
        """All of them, for scipy."""
        shape = (len(self._low), self._columns)
        matrix = coo_array((self._value, (self._row, self._column)), shape=shape)
        return LinearConstraint(matrix.tocsr(), self._low, self._high)


def _room_ml(offer: Offer, mix: Mix) -> float:
    """Room a pack takes in the jug: its own volume, or what its solids take once dissolved."""
    density = offer.pour.composition().density_g_per_ml
    if density is not None:
        return mix.mass / density
    # Dissolved in ten times its mass of water: 1 kg of sugar takes 0.62 L.
    water = mix_of(Pour("w", "water", volume_ml=10 * mix.mass))
    return mix.plus(water).volume_ml - 10 * mix.mass
