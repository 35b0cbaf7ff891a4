"""What is in a gram of anything that can be poured: sugar, other solids, and how sure.

Every pour is water + fermentable sugar + other dissolved solids. From a label, from a
measured gravity, from both, or from the fruit's usual figures.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import lru_cache

from core import tables
from core.errors import JobError
from core.interval import Z90, sd_of_range90, sd_of_uniform
from core.measure.density import (
    BRIX_MAX,
    brix_from_sg,
    brix_from_solids_g_per_l,
    density_g_per_ml,
    sg_from_brix,
    solids_g_per_l,
)
from core.pack.declared import Label

# 1 g of sucrose takes up water and becomes this much hexose when yeast splits it.
HEXOSE_PER_SUCROSE = 1.0526

# A gravity read once on a kitchen hydrometer: ± 0.001 nine times in ten. Common practice.
READING_SD = 0.001 / Z90

KINDS = (
    "juice",
    "concentrate",
    "kit",
    "syrup",
    "powder",
    "sugar",
    "water",
    "fruit",
    "acid",
    "tannin",
    "boiled_off",
)
"""What can be poured; and `boiled_off`, water that leaves."""

LABELLED = ("juice", "concentrate", "kit", "syrup")
"""What may be richer or poorer in sugar than its label says."""

BOUGHT = tuple(kind for kind in KINDS if kind != "boiled_off")
"""What of it can stand on a shelf."""

# Sugar-free share of all solids. Concentrates: 8-15 % (USDA apple 9.7 %; memory). Kits: the
# same, or with dextrins for body (common practice). Syrups and honey: 0-2 % (USDA honey
# 0.5-1 %; memory).
_EXTRACT_SHARE = {"concentrate": (0.08, 0.15), "kit": (0.08, 0.25), "syrup": (0.0, 0.02)}
# Share of the sugar that is sucrose. Drink powders are mostly white sugar. Common practice.
_SUCROSE_SHARE = {"syrup": (0.0, 0.5), "powder": (0.5, 1.0)}
# What a carton may hold of the sugar its label says, as a share: more or less is a slip.
RICHNESS = (0.75, 1.3)
# What it may hold of extract besides what the tables have, g/L. Common practice.
CLOUDIER = (-20.0, 30.0)
# What a drink brings besides sugar and juice, g/L: a little acid and salts. Common practice.
_ADDED_EXTRACT = (0.0, 0.5)


@dataclass(frozen=True, slots=True)
class Shift:
    """What one standard deviation of one doubt moves, per gram poured.

    `source` names the doubt: pours that share a source are wrong together.
    """

    source: str
    sugar: float
    ferment: float
    extract: float
    density: float


@dataclass(frozen=True, slots=True)
class Composition:
    """Per gram: `sugar` as weighed, `ferment` (the same as sucrose), `extract` (the rest).

    `density_g_per_ml` at 20 °C is None for dry things, which are weighed. `pulp` never
    dissolves: skins, fibre, seeds, leaf; a whole fruit's other figures count it in the gram.
    `notes` are codes of what was odd about label and reading together.
    """

    sugar: float
    ferment: float
    extract: float
    density_g_per_ml: float | None
    shifts: tuple[Shift, ...] = ()
    notes: tuple[str, ...] = ()
    pulp: float = 0.0

    @property
    def brix(self) -> float:
        """Dissolved solids, g per 100 g of what is liquid."""
        return 100 * (self.sugar + self.extract) / (1 - self.pulp)


WATER = Composition(0.0, 0.0, 0.0, density_g_per_ml(1.0))
ACID = Composition(0.0, 0.0, 1.0, None)


def _middle(pair: tuple[float, float]) -> float:
    return (pair[0] + pair[1]) / 2


def _as_sucrose(sucrose_share: float) -> float:
    """Sucrose with the same hexose as 1 g of juice sugar, of which a share is sucrose."""
    return (1 + (HEXOSE_PER_SUCROSE - 1) * sucrose_share) / HEXOSE_PER_SUCROSE


def _dissolved(sugar_g_per_l: float, extract_g_per_l: float, as_sucrose: float) -> Composition:
    brix = brix_from_solids_g_per_l(max(sugar_g_per_l + extract_g_per_l, 0.0))
    density = density_g_per_ml(sg_from_brix(brix))
    sugar = sugar_g_per_l / density / 1000
    return Composition(sugar, sugar * as_sucrose, extract_g_per_l / density / 1000, density)


def _with_doubts(
    name: str,
    build: Callable[..., Composition],
    middle: dict[str, float],
    deviations: dict[str, float],
    notes: tuple[str, ...] = (),
) -> Composition:
    """`build` at the middle of its inputs, with a Shift for each input that is in doubt."""
    base = build(**middle)
    shifts = []
    for doubt, deviation in deviations.items():
        if deviation == 0:
            continue
        moved = build(**{**middle, doubt: middle[doubt] + deviation})
        shifts.append(
            Shift(
                f"{name}/{doubt}",
                moved.sugar - base.sugar,
                moved.ferment - base.ferment,
                moved.extract - base.extract,
                (moved.density_g_per_ml or 0) - (base.density_g_per_ml or 0),
            )
        )
    return Composition(
        base.sugar, base.ferment, base.extract, base.density_g_per_ml, tuple(shifts), notes
    )


@lru_cache(maxsize=4096)
def compose(
    name: str,
    kind: str,
    fruit: str | None = None,
    sugar: str | None = None,
    label: Label | None = None,
    measured_sg: float | None = None,
    acid: str | None = None,
    tannin: str | None = None,
    juice_percent: float | None = None,
    richness: float = 1.0,
    cloudier_g_per_l: float = 0.0,
) -> Composition:
    """The composition of one thing that can be poured.

    `kind` is one of KINDS; `fruit`, `sugar`, `acid` and `tannin` are keys of the tables,
    `measured_sg` apparent 20/20 °C. With a believable label beside a measured gravity sugar
    stays the label's and the rest is extract; otherwise the two are weighed by their doubts
    and a note says so. Whole fruit counts all it will give up (see core.must.whole_fruit).
    `juice_percent`, as printed, says how much of a drink is juice, the rest sugar and water.
    `richness` is the sugar it was found to hold, as a share of what all that says (RICHNESS), and
    `cloudier_g_per_l` the extract besides it (CLOUDIER).
    Raises JobError for an unknown kind or key, or when nothing tells the sugar.
    """
    if richness != 1.0 or cloudier_g_per_l != 0.0:
        told = compose(name, kind, fruit, sugar, label, measured_sg, acid, tannin, juice_percent)
        return _as_found(told, kind, richness, cloudier_g_per_l)
    if kind not in KINDS:
        raise JobError(f"“{kind}” is not a kind of pour: use one of {', '.join(KINDS)}.", "kind")
    if fruit is not None and fruit not in tables.FRUITS:
        raise JobError(
            f"“{fruit}” is not a fruit known here: leave it out for a generic juice, or use"
            f" one of {', '.join(tables.FRUITS)}.",
            "fruit",
        )
    if acid is not None and acid not in tables.ACIDS:
        raise JobError(
            f"“{acid}” is not an acid known here: use one of {', '.join(tables.ACIDS)}.", "acid"
        )
    if measured_sg is not None and not 0.99 <= measured_sg <= 1.45:
        raise JobError(
            f"A gravity of {measured_sg:g} is not a drink: juices read 1.010 to 1.080,"
            " syrups to 1.450.",
            "measured_sg",
        )
    if juice_percent is not None and not 0 <= juice_percent <= 100:
        raise JobError("The share of juice is 0 to 100 %, as printed.", "juice_percent")
    if kind in ("water", "boiled_off"):
        return WATER
    if kind == "acid":
        return ACID
    if kind == "sugar":
        return _dry_sugar(name, sugar)
    if kind == "powder":
        return _powder(name, label)
    if kind == "tannin":
        return _tannin(name, tannin)
    if kind == "fruit":
        return _whole_fruit(name, fruit, label, measured_sg)
    return _drink(name, kind, fruit, label, measured_sg, juice_share(fruit, juice_percent))


def _as_found(told: Composition, kind: str, richness: float, cloudier: float) -> Composition:
    """The sugar and extract as found, everything else as told."""
    if kind not in LABELLED:
        raise JobError(f"Of {', '.join(LABELLED)} a richness can be found.", "richness")
    low, high = RICHNESS
    if not low <= richness <= high:
        raise JobError(f"A richness lies between {low:g} and {high:g}.", "richness")
    low, high = CLOUDIER
    if not low <= cloudier <= high:
        raise JobError(
            f"A juice is cloudier by {low:g} to {high:g} g/L, or less so.", "cloudier_g_per_l"
        )
    sugar = told.sugar * richness
    extract = max(told.extract + cloudier / 1000 / (told.density_g_per_ml or 1.0), 0.0)
    brix = min(100 * (sugar + extract), BRIX_MAX)
    return replace(
        told,
        sugar=sugar,
        ferment=told.ferment * richness,
        extract=extract,
        density_g_per_ml=density_g_per_ml(sg_from_brix(brix)),
    )


def juice_share(fruit: str | None, juice_percent: float | None) -> float:
    """What part of a drink, 0 to 1, is as its fruit's row of the table says."""
    if juice_percent is None:
        return 1.0
    whole = tables.FRUITS[fruit].juice_share if fruit in tables.FRUITS else 1.0
    return min(juice_percent / 100 / whole, 1.0)


def _dry_sugar(name: str, key: str | None) -> Composition:
    key = key or "sucrose"
    row = tables.SUGARS.get(key)
    if row is None:
        raise JobError(
            f"“{key}” is not a sugar known here: use one of {', '.join(tables.SUGARS)}.", "sugar"
        )

    def build(fermentable: float, unfermentable: float) -> Composition:
        as_sucrose = row.hexose_per_fermentable / HEXOSE_PER_SUCROSE
        return Composition(fermentable, fermentable * as_sucrose, unfermentable, None)

    return _with_doubts(
        name,
        build,
        {"fermentable": _middle(row.fermentable), "unfermentable": _middle(row.unfermentable)},
        {
            "fermentable": sd_of_range90(*row.fermentable),
            "unfermentable": sd_of_range90(*row.unfermentable),
        },
    )


def _powder(name: str, label: Label | None) -> Composition:
    """A drink powder: the label's sugar, and acid, flavour and salts, which dissolve too."""
    if label is None or label.unit != "g":
        raise JobError("Give the sugars from the label in 100 g of the powder.", "label")

    def build(sugar: float, sucrose_share: float) -> Composition:
        return Composition(sugar, sugar * _as_sucrose(sucrose_share), 1 - sugar, None)

    low, high = _SUCROSE_SHARE["powder"]
    return _with_doubts(
        name,
        build,
        {"sugar": label.per_unit(), "sucrose_share": (low + high) / 2},
        {"sugar": label.sd_per_unit(), "sucrose_share": sd_of_uniform((high - low) / 2)},
    )


def _tannin(name: str, key: str | None) -> Composition:
    key = key or "powder"
    row = tables.TANNINS.get(key)
    if row is None:
        raise JobError(
            f"“{key}” is not a tannin known here: use one of {', '.join(tables.TANNINS)}.",
            "tannin",
        )
    dissolves = _middle(row.dissolves)
    return Composition(0.0, 0.0, dissolves, None, pulp=1 - dissolves)


def _whole_fruit(
    name: str, fruit: str | None, label: Label | None, measured_sg: float | None
) -> Composition:
    """The fruit's juice with its pulp; a label is for the whole fruit, a gravity for the juice."""
    pulp = _middle(tables.FRUITS[fruit].pulp) if fruit else _middle(tables.GENERIC_PULP)
    liquid = 1 - pulp
    if label is not None and label.unit == "g":
        label = replace(label, amount=label.amount * liquid)
    juice = _drink(name, "fruit", fruit, label, measured_sg)
    shifts = tuple(
        Shift(s.source, s.sugar * liquid, s.ferment * liquid, s.extract * liquid, s.density)
        for s in juice.shifts
    )
    return Composition(
        juice.sugar * liquid,
        juice.ferment * liquid,
        juice.extract * liquid,
        juice.density_g_per_ml,
        shifts,
        juice.notes,
        pulp,
    )


def _drink(
    name: str,
    kind: str,
    fruit: str | None,
    label: Label | None,
    measured_sg: float | None,
    part: float = 1.0,
) -> Composition:
    row = tables.FRUITS[fruit] if fruit else None
    as_sucrose_range = (
        row.sucrose_share if row else _SUCROSE_SHARE.get(kind, tables.GENERIC_SUCROSE_SHARE)
    )
    as_sucrose = _as_sucrose(_middle(as_sucrose_range))
    share = _EXTRACT_SHARE.get(kind)

    if label is None and measured_sg is None:
        if row is None or share is not None or part < 1:
            raise JobError(
                "Give the sugars from the label, or a measured gravity: nothing else tells"
                " what is in it.",
                "label",
            )
        low, high = row.sugars
        label = Label(_middle(row.sugars), 100, "ml", (high - low) / 2)

    extract, extract_sd = _usual_extract(row, share, label, measured_sg, part)

    def build(sugar: float, extract: float) -> Composition:
        return _dissolved(sugar, extract, as_sucrose)

    def from_reading(solids: float, extract: float) -> Composition:
        return _dissolved(solids - extract, extract, as_sucrose)

    if measured_sg is None:
        assert label is not None
        sugar, sugar_sd = _label_g_per_l(label, extract)
        return _with_doubts(
            name,
            build,
            {"sugar": sugar, "extract": extract},
            {"sugar": sugar_sd, "extract": extract_sd},
        )

    solids = solids_g_per_l(max(brix_from_sg(measured_sg), 0.0))
    solids_sd = 2600 * READING_SD
    if label is None:
        extract = min(extract, solids)
        return _with_doubts(
            name,
            from_reading,
            {"solids": solids, "extract": extract},
            {"solids": solids_sd, "extract": min(extract_sd, extract / 2)},
        )

    sugar, sugar_sd = _label_g_per_l(label, extract, measured_sg)
    implied, implied_sd = solids - sugar, (solids_sd**2 + sugar_sd**2) ** 0.5
    if implied >= 0 and abs(implied - extract) <= Z90 * (implied_sd**2 + extract_sd**2) ** 0.5:
        return _with_doubts(
            name,
            lambda solids, sugar: _dissolved(sugar, solids - sugar, as_sucrose),
            {"solids": solids, "sugar": sugar},
            {"solids": solids_sd, "sugar": sugar_sd},
        )
    # Each of the two says how much sugar there is; the surer one counts for more.
    read_sugar, read_var = solids - extract, solids_sd**2 + extract_sd**2
    weight = read_var / (read_var + sugar_sd**2) if sugar_sd else 1.0
    agreed = min(weight * sugar + (1 - weight) * read_sugar, solids)
    agreed_sd = max(abs(agreed - sugar), abs(agreed - read_sugar)) / Z90
    return _with_doubts(
        name,
        lambda solids, sugar: _dissolved(sugar, max(solids - sugar, 0.0), as_sucrose),
        {"solids": solids, "sugar": max(agreed, 0.0)},
        {"solids": solids_sd, "sugar": agreed_sd},
        ("reading_above_label" if implied > extract else "reading_below_label",),
    )


def _usual_extract(
    row: tables.Fruit | None,
    share: tuple[float, float] | None,
    label: Label | None,
    measured_sg: float | None,
    part: float,
) -> tuple[float, float]:
    """Sugar-free extract usual for this drink: g/L and its standard deviation. Of a drink,
    only the `part` that is juice brings its fruit's."""
    if share is None:
        of_fruit = row.extract if row else tables.GENERIC_EXTRACT
        low, high = (
            part * juice + (1 - part) * added
            for juice, added in zip(of_fruit, _ADDED_EXTRACT, strict=True)
        )
        pair = (low, high)
        return _middle(pair), sd_of_uniform((pair[1] - pair[0]) / 2)
    middle = _middle(share)
    if measured_sg is not None:
        solids = solids_g_per_l(max(brix_from_sg(measured_sg), 0.0))
    else:
        assert label is not None
        # Cannot be richer than solids alone; the label's own sugar bounds the rest.
        sugar, _ = _label_g_per_l(label, 0.0)
        solids = min(sugar / (1 - middle), 1380.0)
        return solids - sugar, max(solids, sugar) * sd_of_range90(*share)
    return solids * middle, solids * sd_of_range90(*share)


def _label_g_per_l(
    label: Label, extract: float, measured_sg: float | None = None
) -> tuple[float, float]:
    """Sugar from the label in g/L with its standard deviation.

    A figure per gram needs the drink's density: measured, or found by trying.
    """
    if label.unit == "ml":
        return label.per_unit() * 1000, label.sd_per_unit() * 1000
    fraction = label.per_unit()
    density = density_g_per_ml(measured_sg) if measured_sg else 1.0 + 0.4 * fraction
    if measured_sg is None:
        for _ in range(30):
            brix = min(100 * fraction + extract / (10 * density), 94.9)
            tried, density = density, density_g_per_ml(sg_from_brix(brix))
            if abs(tried - density) < 1e-9:
                break
    return fraction * density * 1000, label.sd_per_unit() * density * 1000
