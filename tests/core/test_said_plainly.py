"""What figures are like, in words; words of the trade; the same drink in another vessel."""

import re
from dataclasses import replace

import pytest

from core import tables
from core.batch.words import DUE
from core.errors import JobError
from core.files.recipe_file import read_recipe
from core.plan.evaluation import evaluate
from core.plan.scaling import scaled, times_larger
from core.plan.standing import standings

PEAR = {
    "name": "Pear juice",
    "kind": "juice",
    "fruit": "pear",
    "label": {"sugars_g": "10.8", "per_ml": 100},
}
SUGAR = {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": 0}
WATER = {"name": "Water", "kind": "water", "volume_ml": 0}


def plan(*pours, **more):
    return read_recipe(
        {
            "format": "amber-jug-recipe",
            "version": 1,
            "pours": list(pours),
            "vessel": {"volume_ml": 5000},
            "yeast": {"tolerance_abv": 18},
            **more,
        }
    )


def word_of(recipe, key):
    return next(row.word for row in standings(recipe, evaluate(recipe)) if row.key == key)


# Common practice: beers are about 4 to 5 %, ciders 6 to 7, table wines 11 to 14, sherry 17 and up.
@pytest.mark.parametrize(
    ("abv", "like"),
    [(4.5, "a beer"), (6.5, "a cider"), (11.5, "a table wine"), (13.5, "a table wine")],
)
def test_a_strength_is_like_a_drink_people_know(abv, like):
    aim = {"abv": abv, "fill_ml": 4600, "solve": ["White sugar", "Water"]}
    # Little juice, so that even a beer's strength wants sugar.
    recipe = plan({**PEAR, "volume_ml": 1500}, SUGAR, WATER, aim=aim)
    assert word_of(recipe, "abv") == f"like {like}"


# Common practice: 5 to 7 g/L as tartaric is a fresh table wine, below it is soft, above it sharp.
@pytest.mark.parametrize(
    ("acid", "word"), [(2.0, "flat"), (4.0, "soft"), (6.2, "fresh"), (8.0, "sharp")]
)
def test_sharpness_in_a_word(acid, word):
    citric = {"name": "Citric acid", "kind": "acid", "acid": "citric", "mass_g": 0}
    water = {**WATER, "volume_ml": 3000}
    aim = {"acid_g_per_l": acid, "solve": ["Citric acid"]}
    recipe = plan({**SUGAR, "mass_g": 500}, water, citric, aim=aim)
    assert word_of(recipe, "acid") == word


def test_juice_is_what_was_poured_as_juice_and_lees_are_what_stays_behind():
    recipe = plan({**PEAR, "volume_ml": 3000}, {**WATER, "volume_ml": 1000})
    result = evaluate(recipe)
    assert result.juice_share == pytest.approx(0.75, abs=0.001)
    assert result.lees_ml == pytest.approx(result.finish.volume_ml - result.reaching_ml.value)
    assert 0 < result.lees_ml < 0.2 * result.finish.volume_ml
    assert evaluate(plan({**SUGAR, "mass_g": 300}, {**WATER, "volume_ml": 2000})).juice_share == 0


def test_the_same_drink_in_another_vessel():
    recipe = plan({**PEAR, "volume_ml": 3000}, {**SUGAR, "mass_g": 400})
    times = times_larger(5000, 23_000)
    larger = replace(
        recipe,
        vessel_ml=23_000,
        pours=tuple(
            replace(item, pour=item.pour.with_amount(scaled(item.pour.amount, times)))
            for item in recipe.pours
        ),
    )
    small, large = evaluate(recipe), evaluate(larger)
    assert large.must.sg.value == pytest.approx(small.must.sg.value, abs=1e-5)
    assert large.must.mix.volume_ml == pytest.approx(4.6 * small.must.mix.volume_ml, rel=1e-4)
    with pytest.raises(JobError, match="100 ml to 100 L"):
        times_larger(5000, 50)
    with pytest.raises(JobError, match="how much the present vessel holds"):
        times_larger(0, 5000)


def test_each_word_of_the_trade_has_one_meaning_in_one_or_two_sentences():
    forms = [word.lower() for term in tables.GLOSSARY.values() for word in term.words]
    assert len(forms) == len(set(forms))
    for term in tables.GLOSSARY.values():
        assert re.fullmatch(r"[^a-z].*[.]", term.meaning)
        assert len(term.meaning) < 140
    wanted = {"must", "lees", "rack", "prime", "pitch", "gravity", "volumes", "tannin", "airlock"}
    assert wanted <= set(forms)


def test_what_comes_next_is_said_as_something_to_do():
    for words, short in DUE.values():
        assert words[0].isupper()
        assert not words.endswith(".")
        assert len(short) <= 14
