"""The rules alone."""

from functools import partial

import numpy as np

from core.batch.fold import fold
from core.batch.judge import judged
from core.bottle.mix import Empties, best_mix
from core.ferment.forecast import Ends, forecast
from core.ferment.kinetics import Conditions
from core.ferment.stopping import Reading
from core.files.jug_file import JugFile, read_jug_file
from core.files.recipe_file import read_recipe
from core.finish.blending import Component, Wanted, blend
from core.pack.additives import read_ingredients
from core.pack.reader import read_label_text
from core.plan.evaluation import evaluate
from core.shelf.cheapest import Limits, cheapest
from launch.bench.figures import line, seconds, typical
from launch.bench.journals import long_journal, ten_years
from launch.bench.plans import plan_of
from simulated.labels import label
from tests.shelves import made_up_shelf

_ORDINARY_LABEL, _LONGEST_LABEL = 4_000, 20_000


def _read_anew(text: str) -> None:
    read_ingredients.cache_clear()
    read_label_text(text)


def bench_core() -> None:
    """The rules alone."""
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **plan_of(10)})
    median = typical(lambda: evaluate(recipe), 100)
    line("core: evaluate 10 pours, median", f"{median:.2f} ms", "below 1 ms", median < 1)
    aimed = {**plan_of(10), "aim": {"abv": 9, "fill_ml": 4500, "solve": ["Sugar", "Water"]}}
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **aimed})
    median = typical(lambda: evaluate(recipe), 100)
    line(
        "core: solve two unknowns and evaluate, median",
        f"{median:.2f} ms",
        "below 5 ms",
        median < 5,
    )

    cordial = {"name": "Cordial", "kind": "syrup", "label": {"sugars_g": "42", "per_ml": 100}}
    sweet = {**aimed, "glass": {"style": "sweet_still", "sugar_g_per_l": 25, "late": cordial}}
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **sweet})
    median = typical(lambda: evaluate(recipe), 100)
    line(
        "core: aim at the glass, to the pours, median",
        f"{median:.2f} ms",
        "below 10 ms",
        median < 10,
    )

    text = "\n".join(label(seed, "en").text for seed in range(12))[:_ORDINARY_LABEL]
    median = typical(partial(_read_anew, text), 40)
    line("core: read a label of 4 kB, median", f"{median:.0f} ms", "below 40 ms", median < 40)

    limits = Limits(least_juice_share=0.6, most_kinds=4)
    for products, aim in ((60, 0.5), (300, 1.5)):
        shelf = made_up_shelf(products, products)
        seconds(
            f"core: cheapest basket of {products} products",
            partial(cheapest, shelf, 11.5, 4500, limits),
            aim,
        )


def bench_solvers() -> None:
    """What is solved at bottling: a mix of twelve kinds of bottles, a blend of five jugs."""
    sizes = (187, 250, 330, 341, 355, 375, 500, 620, 650, 700, 750, 1000)
    empties = [Empties(size, 60) for size in sizes]
    seconds("core: bottle mix of 12 kinds for 23 L", partial(best_mix, 23_017, empties), 0.5)
    drinks = [
        Component(f"Jug {n}", 4000, 6 + 1.7 * n, 11.0 * n, 9 - n, 1 + 0.3 * n) for n in range(5)
    ]
    wanted = Wanted(abv=9.1, sugar_g_per_l=17, acid_g_per_l=6.2, cost_per_litre=1.4)
    seconds("core: blend of 5 jugs", partial(blend, drinks, wanted, 9000), 0.5)


def bench_forecast() -> None:
    """How a jug is likely to go on, after six readings."""
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **plan_of(3)})
    sg = evaluate(recipe).finish.sg
    comes_to = np.linspace(sg.low, sg.high, 1024)
    ends = Ends(comes_to, comes_to, np.full(1024, 1 / 1024))
    fallen = (0.0, 4.0, 16.0, 28.0, 36.0, 41.0)
    readings = [Reading(2.0 * i, 1.080 - fall / 1000) for i, fall in enumerate(fallen)]
    median = typical(lambda: forecast(readings, ends, Conditions(19.0, 14.0)), 10)
    line("core: forecast, median", f"{median:.0f} ms", "below 60 ms", median < 60)


def bench_fold() -> None:
    """A jug with 300 events, and ten years of one kitchen."""
    file = read_jug_file(long_journal(300))
    median = typical(lambda: fold(file.plans, file.events), 30)
    line("core: fold a jug of 300 events, median", f"{median:.1f} ms", "below 10 ms", median < 10)
    kitchen = read_jug_file(ten_years(400))
    seconds("core: fold 400 jugs, blended and split", partial(_told, kitchen), 2)


def _told(file: JugFile) -> None:
    world = fold(file.plans, file.events)
    for name in file.plans:
        judged(world.jugs[name])


def bench_worst_cases() -> None:
    """The most that any one request may bring."""
    for name, piece in (
        ("numbers", "100 "),
        ("bases", "per 100 ml "),
        ("lines", "\n"),
        ("entities", "&lt;"),
        ("words", "sugar, pear juice 12 %, "),
    ):
        text = (piece * (_LONGEST_LABEL // len(piece)))[:_LONGEST_LABEL]
        seconds(f"core: a label of 20 kB of {name}", partial(read_label_text, text), 0.5)
