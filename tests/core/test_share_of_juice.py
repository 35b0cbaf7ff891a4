"""How much of a drink and of a must is juice: by hand; what a list says by common sense, no source."""

from decimal import Decimal

import pytest

from core.cost.costing import Pack
from core.files.recipe_file import read_recipe
from core.must.brought import juice_ml
from core.must.mixing import Pour
from core.pack.declared import read_label
from core.pack.no_juice import names_no_juice, printed_share
from core.plan.evaluation import evaluate
from core.shelf.cheapest import Limits, Offer, cheapest
from core.shelf.facts import facts
from core.shelf.verdict import verdict


@pytest.mark.parametrize(
    "text",
    [
        "Ingredients: carbonated water, sugar, colour (E150d), phosphoric acid, flavourings.",
        "INGREDIENTS: Water, glucose-fructose syrup, citric acid, natural orange flavouring.",
        "Ingredients: sparkling spring water, sugar, acid (citric acid), fruit flavouring. No juice.",
        "Zutaten: Wasser, Zucker, Säuerungsmittel Phosphorsäure, Aroma.",
        "Ingrédients : eau gazéifiée, sucre, acidifiant : acide citrique, arômes.",
        "Ingredientes: agua carbonatada, azúcar, acidulante, aromas.",
    ],
)
def test_a_list_of_water_and_flavour_names_no_juice(text):
    assert names_no_juice(text)
    assert printed_share("juice", None, text) == 0
    # What somebody said stays, and a syrup is no drink.
    assert printed_share("juice", 12.0, text) == 12
    assert printed_share("syrup", None, text) is None


@pytest.mark.parametrize(
    "text",
    [
        "",
        "Pear juice from concentrate",
        "Ingredients: pear juice.",
        "Ingredients: water, pear juice from concentrate 45 %, sugar, citric acid.",
        "Ingredients: water, pear puree, sugar.",
        "Zutaten: Wasser, Birnensaft 45 %, Zucker.",
        "Ingrédients : eau, jus de poire, sucre.",
        "Ingredientes: agua, zumo de pera, azúcar.",
        "Per 100 ml: sugars 10.6 g. Serve with water, ice and lemon.",
        # No list at all, only an advice.
        "Water your plants with it, they say",
    ],
)
def test_a_list_with_fruit_in_it_or_none_at_all_is_let_be(text):
    assert not names_no_juice(text)


def test_what_is_juice_of_each_kind():
    label = read_label("10.6", 100, "ml")
    assert juice_ml(Pour("Pear", "juice", 1000.0, fruit="pear", label=label)) == pytest.approx(1000)
    drink = Pour("Drink", "juice", 1000.0, fruit="pear", label=label, juice_percent=45)
    assert juice_ml(drink) == pytest.approx(450)
    # 250 ml at 80 g/100 ml is 200 g of sugar: as much as some 1.25 L of grape juice of 16 %.
    grape = Pour("Grape", "concentrate", 250.0, fruit="grape", label=read_label("80", 100, "ml"))
    assert 1100 < juice_ml(grape) < 1500
    assert juice_ml(Pour("Sugar", "sugar", mass_g=500.0)) == 0
    assert juice_ml(Pour("Plums", "fruit", mass_g=1000.0, fruit="plum")) > 850


DRINK = {
    "name": "Drink", "kind": "juice", "volume_ml": 3000, "fruit": "pear",
    "label": {"sugars_g": "10.6", "per_ml": 100}, "juice_percent": 45,
}  # fmt: skip


def told(*pours, **more):
    recipe = {"format": "amber-jug-recipe", "version": 1, "pours": list(pours), "vessel": {"volume_ml": 5000}}  # fmt: skip
    return evaluate(read_recipe({**recipe, **more}))


def test_the_share_of_juice_is_of_what_is_juice():
    water = {"name": "Water", "kind": "water", "volume_ml": 600}
    found = told(DRINK, water)
    # 1350 of 3600 ml.
    assert found.juice_share == pytest.approx(0.375, abs=0.002)
    soda = {
        **DRINK,
        "juice_percent": None,
        "fruit": None,
        "ingredients": "Ingredients: carbonated water, sugar, phosphoric acid, flavourings.",
    }
    none = told(soda)
    assert none.juice_share == 0
    assert "Nothing in it is juice" in next(w.text for w in none.warnings if w.code == "thin_must")
    # A soda of 10.6 g/100 ml is sugar in water, by the density of sucrose solutions (memory: some
    # 1.0405 at 20 °C), and no juice of the same sugar, which has extract besides.
    assert none.must.sg.value == pytest.approx(1.0405, abs=0.0015)
    assert told({**DRINK, "juice_percent": None}).must.sg.value > none.must.sg.value + 0.003


def test_its_label_tells_the_shelf_that_it_holds_no_juice():
    pour = Pour("Soda", "juice", label=read_label("10.6", 100, "ml"), juice_percent=0)
    assert any(
        "No juice is on its list" in use for use in verdict(pour, facts(pour, None), None).uses
    )


def test_a_cheaper_plan_keeps_the_juice_and_not_the_litres():
    label = read_label("10.6", 100, "ml")
    pack = Pack(Decimal("0.40"), 1000.0)
    drink = Offer(Pour("Drink", "juice", fruit="pear", label=label, juice_percent=20), pack)
    pear = Offer(Pour("Pear", "juice", fruit="pear", label=label), Pack(Decimal("1.10"), 1000.0))
    sugar = Offer(Pour("Sugar", "sugar"), Pack(Decimal("1.00"), pack_g=1000.0))
    (first, *_) = cheapest([drink, pear, sugar], 6.5, 4000.0, Limits(least_juice_share=0.7)).baskets
    juice = sum(juice_ml(pour) for pour in first.pours())
    assert juice >= 0.7 * 4000 - 1
