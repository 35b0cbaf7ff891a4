"""Simulated kitchens: what is true there, and batches brewed in them, with all their slips."""

import random
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta

from core.batch.events import Bottled, Event, Lot, Pitched, Read
from core.batch.fold import fold
from core.bottle.closing import closure_of
from core.ferment.strength import abv_by_mass_balance
from core.learn.outcome import Outcome, outcome
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.plan.evaluation import PricedPour, Recipe, evaluate

BEGUN = datetime(2025, 1, 4, 10, tzinfo=UTC)
YEAST = "wine"
CARTONS = {"Larch Lane pear": "10.6", "Ostler plum": "12.2"}


@dataclass(frozen=True)
class Truth:
    """What a kitchen really is: each carton's sugar as a share of its label's, points by which its
    yeast ends above the tables, losses as a multiple of the usual, what its stem shows too much,
    points, and by how many g/L its cartons are cloudier than the tables have them."""

    sugar: dict[str, float]
    ends: float = 0.0
    losses: float = 1.0
    stem: float = 0.0
    cloudier: float = 0.0


@dataclass(frozen=True)
class Came:
    """What a batch really became."""

    start: float
    end: float
    abv: float
    made_ml: float


def plan(draw: random.Random) -> Recipe:
    """One or both of the cartons, sugar and water: what somebody might brew."""
    names = draw.sample(sorted(CARTONS), draw.choice((1, 2)))
    juices = [
        Pour(
            name,
            "juice",
            volume_ml=draw.uniform(2500, 4000) / len(names),
            label=read_label(CARTONS[name], 100, "ml"),
        )
        for name in names
    ]
    rest = [
        Pour("Sugar", "sugar", mass_g=draw.uniform(150, 400)),
        Pour("Water", "water", volume_ml=draw.uniform(300, 900)),
    ]
    return Recipe(
        tuple(PricedPour(pour) for pour in (*juices, *rest)), vessel_ml=5000.0, tolerance_abv=14.0
    )


def came(recipe: Recipe, truth: Truth, draw: random.Random | None = None) -> Came:
    """What comes of a plan here: by a label that says what its cartons really hold, and, with
    `draw`, poured as people pour, one in a hundred more or less. The strength is that of the two
    gravities."""
    pours = []
    for item in recipe.pours:
        pour = item.pour
        if pour.label is not None:
            grams = pour.label.sugars_g * truth.sugar[pour.name]
            pour = replace(pour, label=replace(pour.label, sugars_g=grams))
        slip = draw.gauss(1, 0.01) if draw else 1.0
        pours.append(PricedPour(pour.with_amount(pour.amount * slip)))
    found = evaluate(replace(recipe, pours=tuple(pours)))
    start, end = found.must.mix.sg, found.finish.sg.value + truth.ends / 1000
    strength = abv_by_mass_balance(start, end, found.must.mix.as_sucrose)
    # What is cloudy lifts both alike, by 0.4 points for each g/L, and makes no alcohol.
    juice_ml = sum(item.pour.amount for item in pours if item.pour.label is not None)
    lifted = 0.0004 * truth.cloudier * juice_ml / found.must.mix.volume_ml
    return Came(start + lifted, end + lifted, strength, found.finish.volume_ml)


def brewed(truth: Truth, draw: random.Random, number: int) -> Outcome | None:
    """One batch from carton to bottle, written down as people write, and how it came out."""
    recipe = plan(draw)
    became = came(recipe, truth, draw)
    lost = max(evaluate(recipe).lees_ml * draw.gauss(truth.losses, 0.25), 0.0)
    begun = BEGUN + timedelta(days=40 * number)

    def seen(gravity: float) -> Read:
        return Read(round(gravity + (truth.stem + draw.gauss(0, 0.5)) / 1000, 3))

    last, crown = seen(became.end), closure_of("beer_bottle", "crown")
    large, small = divmod(int(became.made_ml - lost), 500)
    lots = [Lot("a", 500.0, large, crown), Lot("b", 100.0, small // 100, crown)]
    happened = [
        (0, seen(became.start)),
        (0.1, Pitched(temperature_c=20.0)),
        (6, seen((became.start + became.end) / 2)),
        (16, last),
        (38, last),
        (39, Bottled(tuple(lot for lot in lots if lot.count))),
    ]
    events = [
        Event(f"e{place}", "jug", begun + timedelta(days=day), what)
        for place, (day, what) in enumerate(happened)
    ]
    return outcome(fold({"jug": recipe}, events), "jug", recipe, events, YEAST)
