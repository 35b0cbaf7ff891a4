"""Recipe files bent at random: an answer or core's own sentence, never anything else."""

import copy
import json
import random
from pathlib import Path

from core.aim.nearest import nearest
from core.errors import JobError
from core.files.recipe_file import answer, read_recipe
from core.plan.evaluation import evaluate
from tests.cases import seeds

_EXAMPLES = [
    json.loads(path.read_text())
    for path in sorted((Path(__file__).parents[2] / "docs" / "formats").glob("example-*.json"))
]
_ODD = [
    None, True, False, 0, -1, 1e-300, 1e300, 1e999, float("nan"), 10**400, 0.1, 1e6, "", "x", "\x00",
    "10", "<0.5", "1e3", "-1", "99999999999", [], {}, [[]], {"": {}}, ["Sugar"], "sucrose", "juice",
    "carton", "beer_bottle", "crown", "cork", 4.59, 100, 101, "\ud800", "９",
]  # fmt: skip


def places(item, path=()):
    """Every place in a JSON value, the root first."""
    yield path
    if isinstance(item, dict):
        for key, value in item.items():
            yield from places(value, (*path, key))
    elif isinstance(item, list):
        for index, value in enumerate(item):
            yield from places(value, (*path, index))


def odd(dice):
    """One of its own each time: a list that two recipes shared would carry over what bent it."""
    return copy.deepcopy(dice.choice(_ODD))


def bent(dice):
    """An example with a few of its values replaced, moved, doubled or left out."""
    recipe = copy.deepcopy(dice.choice(_EXAMPLES))
    pour = dice.choice(recipe["pours"])
    for key in ("juice_percent", "amount_by", "pack_ml", "mass_g", "measured_sg"):
        if dice.random() < 0.1:
            pour[key] = odd(dice)
    if dice.random() < 0.2:
        recipe["glass"] = {"style": "fizzy", "volumes": dice.uniform(0, 6), "bottle": "beer_bottle", "closure": "crown"}  # fmt: skip
    for _ in range(dice.randint(1, 4)):
        *path, last = dice.choice([p for p in places(recipe) if p])
        at = recipe
        for step in path:
            at = at[step]
        what = dice.random()
        if what < 0.7:
            at[last] = odd(dice)
        elif isinstance(at, list):
            at.insert(last, copy.deepcopy(at[last]))
        else:
            del at[last]
        if not isinstance(recipe.get("pours"), list):
            break
    return recipe


def test_bent_recipes_get_an_answer_or_a_sentence():
    for seed in seeds(400):
        recipe = bent(random.Random(seed))  # noqa: S311
        try:
            read = read_recipe(recipe)
            json.dumps(answer(read, evaluate(read)), allow_nan=False)
        except JobError as error:
            assert error.text.endswith((".", "?")), (seed, error.text)
        except Exception as error:
            raise AssertionError(f"seed {seed}: {json.dumps(recipe)[:2000]}") from error
        else:
            continue
        # An aim that cannot be met has a nearest, or none, and nothing else.
        try:
            aim = read_recipe(recipe).must_aim()
            if aim:
                nearest([item.pour for item in read_recipe(recipe).pours], aim)
        except JobError:
            pass
        except Exception as error:
            raise AssertionError(f"seed {seed}: nearest of {json.dumps(recipe)[:2000]}") from error
