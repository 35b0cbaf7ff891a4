"""Whole lives of made-up jugs with a hidden truth, by relations that core does not use.

Strength and gravity by Tabarié's sum (alcohol and extract each lift or sink the stem by itself),
alcohol by the grams of hexose it takes, the ferment by Monod's law with a lag, a limit and warmth.
A life is a jug file for core to read, and what is truly in it.
"""

from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta

import numpy as np

# The shares of what goes wrong. Written down before anything was scored, and not turned since.
SLIPS_SHARE = 0.75  # of hard lives carry one to three slips
STICKS_SHARE = 0.18  # stick anywhere
LIMITED_SHARE = 0.07  # end at the yeast's limit
CREEPS_SHARE = 0.07  # still creep when their brewer thinks they are done
SLIPS = (
    "carton", "cloudy", "cups", "short_jug", "stem", "undissolved", "warm_sample", "misread",
    "never_read", "fed", "racked", "split", "blended", "refractometer",
)  # fmt: skip
KINDS = ("normal", "slow", "sluggish", "swinging", "sticking", "undissolved")
LOTS = (
    ("wine_bottle", "cork", 0.0, 2.0),
    ("beer_bottle", "crown", 0.0, 2.5),
    ("beer_bottle", "crown", 3.0, 2.5),
    ("swing_top_rated", "swing", 0.0, 3.5),
    ("swing_top_rated", "swing", 5.0, 3.5),
)
"""Bottle, closure, priming in g/L, ceiling in volumes."""

_BEGAN = datetime(2026, 3, 1, 12, tzinfo=UTC)
_STEP = 0.25
# Fruit, label g/100 ml, sugar-free extract g/L (low, high): from handbooks of food composition
# and common practice, from memory.
_JUICES = (
    ("grape", 15.5, 15, 25), ("orange", 8.9, 25, 40), ("pear", 10.4, 20, 35),
    ("pineapple", 11.8, 15, 25), ("grapefruit", 8.1, 20, 32), ("apple", 10.4, 12, 25),
)  # fmt: skip


@dataclass
class Truth:
    """What is truly in a vessel, g. Sugar as hexose; `stuck_at` in g/L."""

    water: float = 0.0
    hexose: float = 0.0
    extract: float = 0.0
    ethanol: float = 0.0
    made: float = 0.0  # glycerol and acids
    per_hexose: float = 0.461
    glycerol: float = 0.04
    speed: float = 12.0
    half: float = 40.0
    awake: float = 0.02
    limit: float = 25.0
    stuck_at: float = 0.0
    rest_at: float = 0.5
    bent: float = 0.0  # points that no formula knows

    @property
    def litres(self) -> float:
        """Room each part takes up by itself (water 1.002, sugar 0.62, alcohol 1.17 ml/g)."""
        return (
            self.water * 1.0018 + self.hexose * 0.62 + self.extract * 0.6 + self.ethanol * 1.18
            + self.made * 0.7
        ) / 1000  # fmt: skip

    @property
    def abv(self) -> float:
        return self.ethanol / 7.8924 / self.litres

    def sg(self, hexose: float | None = None) -> float:
        solids = (self.hexose if hexose is None else hexose) + self.extract + self.made
        per_l, a = solids / self.litres, self.abv
        alcohol = -1.472 * a + 0.0129 * a * a
        return 1 + (alcohol + 0.3862 * per_l - 3.5e-6 * per_l**2 + self.bent) / 1000

    def dry_sg(self) -> float:
        """Where it reads with every gram of sugar gone."""
        dry = self.share(1.0)
        dry._eat(dry.hexose)
        return dry.sg()

    def share(self, part: float) -> "Truth":
        taken = Truth(**self.__dict__)
        for name in ("water", "hexose", "extract", "ethanol", "made"):
            setattr(taken, name, getattr(self, name) * part)
        return taken

    def keep(self, part: float) -> "Truth":
        """What goes when only a part stays."""
        gone, stays = self.share(1 - part), self.share(part)
        self.__dict__.update(stays.__dict__)
        return gone

    def add(self, other: "Truth") -> None:
        for name in ("water", "hexose", "extract", "ethanol", "made"):
            setattr(self, name, getattr(self, name) + getattr(other, name))

    def _eat(self, grams: float) -> None:
        self.hexose -= grams
        self.ethanol += grams * self.per_hexose
        self.made += grams * self.glycerol

    def run(self, days: float, celsius: float, swing: float = 0.0, began: float = 0.0) -> None:
        """Let it ferment."""
        for step in range(max(round(days / _STEP), 0)):
            warm = celsius + swing * np.sin((began + step * _STEP) * 2 * np.pi / 5)
            pace = 2.1 ** ((warm - 20) / 10)
            self.awake = min(self.awake * (1 + 1.1 * pace * _STEP), 1.0)
            per_l = self.hexose / self.litres
            left = per_l - max(self.stuck_at, self.rest_at)
            if left <= 0:
                continue
            tired = max(1 - self.abv / self.limit, 0.0) ** 0.5
            rate = self.speed * pace * self.awake * tired * left / (self.half + left)
            self._eat(min(rate * _STEP, left) * self.litres)


@dataclass
class Made:
    """A life: its file, when it is asked of, and the truth then."""

    file: dict
    name: str
    truth: Truth
    honest: bool
    kind: str
    slips: tuple[str, ...]
    readings_at_rest: int
    at: datetime
    # Days from the yeast to within a point of its end; None: never.
    dry_day: float | None = None
    events: list = field(default_factory=list)

    @property
    def left(self) -> float:
        """Sugar left, g/L as sucrose."""
        return self.truth.hexose / self.truth.litres / 1.0526

    def gas(self, priming: float) -> float:
        """Volumes that a closed bottle of it comes to, degassed when filled."""
        return 0.72 + (self.left + priming) / 3.8


class _Writer:
    def __init__(self, rng: np.random.Generator, honest: bool, kind: str | None) -> None:
        self.rng, self.honest = rng, honest
        self.day, self.journal = 0.0, []
        self.slips = self._slips()
        fate = rng.random()
        self.kind = kind or "normal"
        if kind is None and not honest:
            if fate < STICKS_SHARE:
                self.kind = "sticking"
            elif fate < STICKS_SHARE + LIMITED_SHARE:
                self.kind = "limited"
            elif fate < STICKS_SHARE + LIMITED_SHARE + CREEPS_SHARE:
                self.kind = "creeping"
        if kind == "undissolved":
            self.slips = {*self.slips, "undissolved"} - {"never_read"}
        self.stem = rng.normal(0, 0.5) + ("stem" in self.slips) * rng.choice([-2, 2])
        # Some write how warm a sample is, and it is 20; a warm one is not written.
        self.warm = ("warm_sample" in self.slips) * rng.uniform(1.0, 2.5)

    def _slips(self) -> set[str]:
        if self.honest or self.rng.random() > SLIPS_SHARE:
            return set()
        return set(self.rng.choice(SLIPS, self.rng.integers(1, 4), replace=False))

    def about(self, amount: float, nine_in_ten: float) -> float:
        """Truly so much, where one says `amount`."""
        off = self.rng.normal(0, nine_in_ten / 1.645)
        most = 1.6 * nine_in_ten if self.honest else 0.5
        return amount * (1 + float(np.clip(off, -most, most)))

    def write(self, kind: str, **what) -> None:
        at = _BEGAN + timedelta(days=self.day)
        self.journal.append({"at": at.isoformat(), "kind": kind, "what": what})

    def must(self) -> tuple[dict, Truth]:
        """A plan and what truly went in."""
        rng = self.rng
        fruit, label, low, high = _JUICES[rng.integers(len(_JUICES))]
        ml = float(rng.uniform(2500, 4300))
        by = str(rng.choice(["carton", "mark", "measuring_jug"]))
        nine = {"carton": 0.015, "mark": 0.02, "measuring_jug": 0.04}[by]
        truly_ml = self.about(ml, nine)
        pressed = rng.random() < 0.25
        per_l = 10 * label * (1 + rng.normal(0, (0.08 if pressed else 0.03) / 1.645))
        extract = rng.uniform(low, high)
        if "carton" in self.slips:
            per_l *= 1 + rng.choice([-0.1, 0.1])
        if "cloudy" in self.slips:
            extract *= rng.uniform(1.3, 1.9)
        if "short_jug" in self.slips:
            truly_ml *= 1 + rng.choice([-1, 1]) * rng.uniform(0.04, 0.09)
        litres = truly_ml / 1000
        truth = Truth(
            water=(1000 - 0.62 * per_l - 0.6 * extract) * litres / 1.0018,
            hexose=per_l * litres * 1.01,
            extract=extract * litres,
        )
        sugar = float(round(rng.uniform(30, 110) * ml / 1000 / 10) * 10)
        spooned = "cups" in self.slips or (not self.honest and rng.random() < 0.3)
        truly_g = self.about(sugar, 0.08 if spooned else 0.01)
        if "cups" in self.slips:
            truly_g *= 1 + rng.choice([-0.22, 0.22])
        truth.hexose += truly_g * 1.0526
        truth.water -= truly_g * 0.0526
        pours = [
            {"name": "Juice", "kind": "juice", "fruit": fruit, "volume_ml": round(ml), "amount_by": by,
             "label": {"sugars_g": f"{label}", "per_ml": 100}},
            {"name": "Sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": sugar,
             "amount_by": "spoons" if spooned else "scale"},
        ]  # fmt: skip
        self.sugar_per_l = truly_g / truth.litres
        truth.per_hexose = rng.normal(0.461, 0.005)
        truth.glycerol = rng.uniform(0.03, 0.05)
        truth.bent = rng.normal(0, 0.4)
        tolerance = float(rng.choice([14, 16, 18]))
        self._fate(truth, tolerance)
        return {"pours": pours, "yeast": {"tolerance_abv": tolerance}}, truth

    def _fate(self, truth: Truth, tolerance: float) -> None:
        rng = self.rng
        tail = float(np.exp(rng.normal(np.log(2.6), 0.45)))
        truth.half = rng.uniform(20, 60)
        if self.kind == "slow":
            tail *= 2
        if self.kind == "sluggish":
            tail *= 3
        if self.kind == "creeping":
            tail, truth.half = rng.uniform(9, 18), rng.uniform(60, 120)
        truth.speed = truth.half / tail
        truth.rest_at = rng.exponential(0.5)
        truth.limit = tolerance + rng.normal(2.5, 0.8)
        if self.kind == "limited":
            would = truth.hexose * truth.per_hexose / 7.8924 / truth.litres
            truth.limit = would - rng.uniform(0.3, 2.5)
        if self.kind == "sticking":
            per_l = truth.hexose / truth.litres
            anywhere = rng.uniform(0.05, 0.5) * per_l
            truth.stuck_at = anywhere if rng.random() < 0.6 else rng.uniform(4, 15)

    def seen(self, truth: Truth, less_sugar: float = 0.0) -> float:
        """What is read off the stem, whole points."""
        sg = truth.sg(truth.hexose - less_sugar * truth.litres)
        return float(round(sg + (self.stem - self.warm + self.rng.normal(0, 0.6)) / 1000, 3))

    def read(self, truth: Truth, less_sugar: float = 0.0) -> float:
        shown = self.seen(truth, less_sugar)
        if "misread" in self.slips and self.rng.random() < 0.25:
            shown = float(round(shown + self.rng.choice([-0.004, 0.004, 0.01]), 3))
        self.write("read", sg=shown)
        return shown


def make_life(seed: int, honest: bool = False, kind: str | None = None) -> Made:
    """One life, the same for the same seed."""
    rng = np.random.default_rng(seed)
    made = _Writer(rng, honest, kind)
    planned, truth = made.must()
    if "never_read" not in made.slips:
        gone = (
            rng.uniform(0.3, 0.8) * made.sugar_per_l * 1.0526 if "undissolved" in made.slips else 0
        )
        made.read(truth, gone)
    made.write("pitched", yeast_g=3)
    celsius = rng.uniform(17, 23)
    swing = rng.uniform(3, 5) if made.kind == "swinging" else 0.0
    made.write("measured", temperature_c=round(float(celsius)))
    other = _other(made, planned, truth)
    last, first_dry, rests = None, None, 0
    pause = 14.0 if honest else float(rng.uniform(3, 8))
    steps, wait = 0, float(rng.uniform(3, 12))
    while True:
        for _ in range(round(wait / _STEP)):
            truth.run(_STEP, celsius, swing, made.day)
            made.day += _STEP
            if first_dry is None and truth.sg() <= truth.dry_sg() + 0.001:
                first_dry = made.day
        if steps == 0:
            _on_the_way(made, truth, other)
            if "refractometer" in made.slips:
                _refracted(made, planned, truth)
        now = made.read(truth)
        steps += 1
        rests = rests + 1 if last is not None and abs(now - last) <= 0.001001 else 0
        if (rests and wait >= 3) or steps > 12:
            break
        last, wait = now, pause if now < 1.015 or steps > 3 else float(rng.uniform(3, 9))
    made.day += 0.05
    return Made(
        {"format": "amber-jug", "version": 1, "name": "Jug", "plan": planned,
         "journal": made.journal} if other is None else _two(planned, made, other),
        "Jug", truth, honest, made.kind, tuple(sorted(made.slips)), rests + 1 if rests else 0,
        _BEGAN + timedelta(days=made.day), first_dry,
    )  # fmt: skip


def _other(made: _Writer, planned: dict, truth: Truth) -> tuple[dict, Truth, list] | None:
    """A second jug: half of this one, or one that will be blended in."""
    if "split" in made.slips:
        return {}, Truth(), []
    if "blended" in made.slips:
        more = _Writer(made.rng, made.honest, None)
        more.stem, more.warm = made.stem, made.warm
        plan, inside = more.must()
        more.read(inside)
        more.write("pitched", yeast_g=3)
        return plan, inside, more.journal
    return None


def _on_the_way(made: _Writer, truth: Truth, other: tuple[dict, Truth, list] | None) -> None:
    """What happens while it runs."""
    rng = made.rng
    if "fed" in made.slips:
        made.read(truth)
        grams = float(round(rng.uniform(15, 40) * truth.litres / 10) * 10)
        truly = made.about(grams, 0.01)
        truth.hexose += truly * 1.0526
        truth.water -= truly * 0.0526
        made.write(
            "added", pour={"name": "Sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": grams}
        )
        made.day += 0.05
    if "racked" in made.slips:
        truth.keep(1 - rng.uniform(0.03, 0.08))
        made.write("racked")
        made.day += 0.05
    if "split" in made.slips:
        made.read(truth)
        ml = round(truth.litres * rng.uniform(300, 600))
        truth.keep(1 - made.about(ml, 0.03) / truth.litres / 1000)
        made.write("transferred", into=[{"jug": "Other", "volume_ml": ml}])
        made.day += 0.05
    elif other is not None:
        _, inside, journal = other
        inside.run(made.day, 20)
        keeper, made.journal = made.journal, journal
        made.read(inside)
        ml = round(inside.litres * 500)
        truth.add(inside.keep(1 - made.about(ml, 0.03) / inside.litres / 1000))
        made.write("transferred", into=[{"jug": "Jug", "volume_ml": ml}])
        made.journal = keeper
        made.day += 0.05


def _refracted(made: _Writer, planned: dict, truth: Truth) -> None:
    """Read by a refractometer as well: Brix by the refraction that sugar and alcohol add up to
    (1.4 °Bx for 5 % vol, a rule of thumb)."""
    per_100 = (truth.hexose + truth.extract + truth.made) / truth.litres / 10.4
    brix = per_100 + 0.29 * truth.abv + made.rng.normal(0, 0.15)
    made.write("read", brix=round(float(brix), 1), instrument={"kind": "refractometer"})
    made.day += 0.05


def _two(planned: dict, made: _Writer, other: tuple[dict, Truth, list]) -> dict:
    plan, _, journal = other
    second = {"name": "Other", "journal": journal, **({"plan": plan} if plan else {"plan": None})}
    return {
        "format": "amber-jug", "version": 1,
        "jugs": [{"name": "Jug", "plan": planned, "journal": made.journal}, second],
    }  # fmt: skip


def with_lots(life: Made, *before: dict) -> dict:
    """Its file with a bottle of each lot filled, after whatever is written first."""
    lots = [
        {"id": f"{index}", "size_ml": 330, "count": 1, "bottle": bottle, "closure": closure,
         **({"priming": {"sugar": "sucrose", "g_per_l": priming}} if priming else {})}
        for index, (bottle, closure, priming, _) in enumerate(LOTS)
    ]  # fmt: skip
    at = life.at.isoformat()
    more = [
        *({"at": at, **event} for event in before),
        {"at": at, "kind": "bottled", "what": {"lots": lots}},
    ]
    if "jugs" not in life.file:
        return {**life.file, "journal": [*life.file["journal"], *more]}
    first, *rest = life.file["jugs"]
    return {**life.file, "jugs": [{**first, "journal": [*first["journal"], *more]}, *rest]}
