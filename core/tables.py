"""The reference tables in core/data, each row with its source."""

import csv
import json
from dataclasses import dataclass
from pathlib import Path

_DATA = Path(__file__).parent / "data"


@dataclass(frozen=True, slots=True)
class Fruit:
    """A juice by its fruit, as ranges: sugars g per 100 ml, sugar-free extract g/L, titratable
    acidity g/L named by `acid_as`, pH, tannin g/L. `pulp` is what of the whole fruit never
    dissolves, g per g; `heavy_lees` says that the juice throws much of them. `juice_share` of
    what the row describes is juice: 1, but for what is only sold as a nectar."""

    key: str
    name: str
    sugars: tuple[float, float]
    extract: tuple[float, float]
    sucrose_share: tuple[float, float]
    acid: tuple[float, float]
    acid_as: str
    ph: tuple[float, float]
    tannin: tuple[float, float]
    pulp: tuple[float, float]
    heavy_lees: bool
    juice_share: float


@dataclass(frozen=True, slots=True)
class Tannin:
    """A source of tannin, g per g as weighed, as ranges: tannin in it, and what dissolves."""

    key: str
    name: str
    tannin: tuple[float, float]
    dissolves: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Sugar:
    """A sugar or polyol. `fermentable` and `unfermentable` are g per g as weighed (ranges)."""

    key: str
    name: str
    fermentable: tuple[float, float]
    hexose_per_fermentable: float
    unfermentable: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Yeast:
    """A kind of yeast with the range of strengths, % vol, at which it gives up."""

    key: str
    name: str
    tolerance: tuple[float, float]

    @property
    def tolerance_abv(self) -> float:
        """The middle of the range: what a plan reckons with, give or take."""
        return sum(self.tolerance) / 2


@dataclass(frozen=True, slots=True)
class Vessel:
    """A vessel as sold; `shape` is one of demijohn, jug, bucket, carboy, bottle, and
    `volume_ml` goes to the shoulder."""

    key: str
    name: str
    shape: str
    volume_ml: int


@dataclass(frozen=True, slots=True)
class Bottle:
    """A bottle size, ml."""

    key: str
    name: str
    volume_ml: int


@dataclass(frozen=True, slots=True)
class Closure:
    """A kind of bottle with what closes it. `limit_volumes` of gas are the most it may have to
    bear at the worst, None where gas leaves; `still` ones are for drinks without fizz, never
    primed."""

    bottle: str
    closure: str
    bottle_name: str
    closure_name: str
    limit_volumes: float | None
    still: bool

    @property
    def name(self) -> str:
        """Both, as said in a sentence."""
        return f"{self.bottle_name}, {self.closure_name}"


@dataclass(frozen=True, slots=True)
class Acid:
    """An acid: g/mol, and the pK of each proton at 25 °C and no ionic strength."""

    key: str
    name: str
    molar_mass: float
    pks: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Term:
    """A word of the trade: the forms it is met in, and what it means in a sentence."""

    name: str
    words: tuple[str, ...]
    meaning: str


@dataclass(frozen=True, slots=True)
class Option:
    """A way of doing something: why one would, and what `follows` for times and doses. One
    without a reason is not offered, because it hurts somebody or spoils the drink: `follows`
    says how."""

    key: str
    name: str
    why: str
    follows: str

    @property
    def offered(self) -> bool:
        """Whether it may be chosen."""
        return bool(self.why)


@dataclass(frozen=True, slots=True)
class School:
    """A question that brewers answer in more than one way, the usual way here first; `place` is
    where it is asked: plan, brew_day, ferment or bottle."""

    place: str
    question: str
    options: tuple[Option, ...]

    @property
    def usual(self) -> Option:
        """What is done where nothing was chosen."""
        return self.options[0]


@dataclass(frozen=True, slots=True)
class Sign:
    """Something seen or smelt (`sense`), whether it is good, to be minded or bad (`tone`), what it
    tends to mean, and what to `do`."""

    name: str
    sense: str
    tone: str
    means: str
    do: str


@dataclass(frozen=True, slots=True)
class Clarity:
    """How clear a drink looks: what is seen of it, and whether that is clear."""

    name: str
    seen: str
    clear: bool


@dataclass(frozen=True, slots=True)
class Steep:
    """What is steeped for its flavour: g in a litre (range), minutes after which it is tasted in
    hot water and hours in the jug (none where it is not steeped so), and what to mind."""

    name: str
    g_per_l: tuple[float, float]
    taste_minutes: tuple[float, ...]
    taste_hours: tuple[float, ...]
    mind: str


def rows(name: str) -> list[dict[str, str]]:
    """The rows of a table in core/data, as they stand there."""
    with (_DATA / f"{name}.csv").open(newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


def _range(row: dict[str, str], column: str) -> tuple[float, float]:
    return float(row[f"{column}_low"]), float(row[f"{column}_high"])


FRUITS = {
    row["key"]: Fruit(
        row["key"],
        row["name"],
        _range(row, "sugars"),
        _range(row, "extract"),
        _range(row, "sucrose_share"),
        _range(row, "acid"),
        row["acid_as"],
        _range(row, "ph"),
        _range(row, "tannin"),
        _range(row, "pulp"),
        row["lees"] == "heavy",
        float(row["juice_share"]),
    )
    for row in rows("fruits")
}

# A juice whose fruit is not named: the common ground of the table (apple to orange).
GENERIC_SUGARS = (8.0, 16.0)
GENERIC_EXTRACT = (12.0, 30.0)
GENERIC_SUCROSE_SHARE = (0.0, 0.5)
# Its acid and pH are not known: from coconut water or carrot to orange.
GENERIC_ACID = (0.3, 10.0)
GENERIC_ACID_AS = "malic"
GENERIC_PH = (3.0, 6.4)
GENERIC_TANNIN = (0.0, 0.6)
GENERIC_PULP = (0.01, 0.05)

TANNINS = {
    row["key"]: Tannin(row["key"], row["name"], _range(row, "tannin"), _range(row, "dissolves"))
    for row in rows("tannins")
}

SUGARS = {
    row["key"]: Sugar(
        row["key"],
        row["name"],
        _range(row, "fermentable"),
        float(row["hexose_per_fermentable"]),
        _range(row, "unfermentable"),
    )
    for row in rows("sugars")
}

YEASTS = {
    row["key"]: Yeast(row["key"], row["name"], _range(row, "tolerance")) for row in rows("yeasts")
}

VESSELS = {
    row["key"]: Vessel(row["key"], row["name"], row["shape"], int(row["volume_ml"]))
    for row in rows("vessels")
}

BOTTLES = {
    row["key"]: Bottle(row["key"], row["name"], int(row["volume_ml"])) for row in rows("bottles")
}

CLOSURES = {
    (row["bottle"], row["closure"]): Closure(
        row["bottle"],
        row["closure"],
        row["bottle_name"],
        row["closure_name"],
        float(row["limit_volumes"]) if row["limit_volumes"] else None,
        row["still"] == "yes",
    )
    for row in rows("closures")
}

ACIDS = {
    row["key"]: Acid(
        row["key"],
        row["name"],
        float(row["molar_mass"]),
        tuple(float(row[column]) for column in ("pk1", "pk2", "pk3") if row[column]),
    )
    for row in rows("acids")
}

GLOSSARY = {
    row["key"]: Term(row["term"], tuple(row["words"].split("|")), row["meaning"])
    for row in rows("glossary")
}
"""Words of the trade, with what each means. Common usage."""


def _schools() -> dict[str, School]:
    found: dict[str, School] = {}
    for row in rows("schools"):
        option = Option(row["option"], row["name"], row["why"], row["follows"])
        before = found.get(row["school"], School(row["place"], row["question"], ()))
        found[row["school"]] = School(before.place, before.question, (*before.options, option))
    return found


SIGNS = {
    row["key"]: Sign(row["name"], row["sense"], row["tone"], row["means"], row["do"])
    for row in rows("signs")
}
"""What is seen and smelt of a jug. Common practice throughout; nobody publishes it."""

DRINK_COLOURS: dict[str, str] = json.loads(
    (_DATA / "drink_colours.json").read_text(encoding="utf-8")
)
"""What a drink looks like, by its fruit or its kind."""

CLARITY = {
    row["key"]: Clarity(row["name"], row["seen"], row["clear"] == "yes") for row in rows("clarity")
}
"""How clear a drink looks, the clearest first. Common practice; nobody publishes it."""


def _counted(cell: str) -> tuple[float, ...]:
    return tuple(float(part) for part in cell.split("|") if part)


STEEPS = {
    row["key"]: Steep(
        row["name"],
        _range(row, "g_per_l"),
        _counted(row["taste_minutes"]),
        _counted(row["taste_hours"]),
        row["mind"],
    )
    for row in rows("steeps")
}
"""What is steeped for its flavour. Common practice; nobody publishes it."""

SCHOOLS = _schools()
"""Where brewers differ. Common practice throughout; nobody publishes it."""
