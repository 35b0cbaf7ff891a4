"""The reader of whole labels against labels written by hand."""

import tomllib
from pathlib import Path

import pytest

from core.pack.reader import read_label_text

LABELS = tomllib.loads((Path(__file__).parent / "data" / "labels.toml").read_text("utf-8"))["label"]
FIELDS = (
    "sugars", "carbohydrate", "polyols", "basis", "prepared", "dilution", "makes", "pack", "kind",
    "fruit", "juice",
)  # fmt: skip


def judged(label):
    """Each field as (key, right, silent): silent is a wrong figure put forward as sure."""
    reading = read_label_text(label["text"])
    unsure = label.get("unsure", [])
    for key in FIELDS:
        expected, field = label.get(key), reading.fields.get(key)
        if key in unsure:
            said = field.value if field and field.sure else None
            yield key, said is None or said == expected, said is not None and said != expected
        elif expected or field:
            right = field is not None and field.value == expected and field.sure
            yield key, right, field is not None and field.sure and field.value != expected
    yield "verdict", reading.ingredients.verdict == label["verdict"], False
    if "label" in unsure:
        yield "label", reading.label is None, reading.label is not None
    elif "g_per_100_ml" in label:
        per = 100 * reading.label.per_unit() if reading.label else -1
        yield "label", per == pytest.approx(label["g_per_100_ml"], rel=1e-3), False
    elif "sugars" in label:
        yield "label", reading.label is not None, False


def test_there_are_sixty_labels_in_four_languages_and_on_every_basis():
    assert len(LABELS) >= 60
    assert {label.get("basis", "").split(" ")[-1] for label in LABELS} >= {"ml", "g"}


def test_nineteen_fields_in_twenty_are_right():
    every = [right for label in LABELS for _, right, _ in judged(label)]
    assert sum(every) / len(every) >= 0.95


@pytest.mark.parametrize("label", LABELS, ids=lambda label: label["text"][:40])
def test_nothing_wrong_is_put_forward_as_sure(label):
    assert [key for key, _, silent in judged(label) if silent and key != "kind"] == []


TABLE = "per 100 ml\nEnergy 190 kJ\nFat 0 g{second}\nof which saturates 0 g\nCarbohydrate 11 g\nof which sugars 10.8 g"


@pytest.mark.parametrize("second", ["", " 0 g"])
@pytest.mark.parametrize("above", ["Ingredients: water, sugar, pear juice.\n", "Water, sugar, pear juice 30 %\n", "Sugar, Water\n"])  # fmt: skip
def test_sugar_among_the_ingredients_is_no_row_of_the_table(above, second):
    reading = read_label_text(above + TABLE.format(second=second))
    assert reading.fields["sugars"].value == "10.8"
    assert reading.label is not None


@pytest.mark.parametrize("energy", ["Énergie", "nergie", "ānergie", "ønergie"])
def test_an_accent_that_a_camera_lost_hides_no_row(energy):
    heads = "par 100 ml tel que   pour 100 ml\nvendu   reconstitu"
    rows = f"{energy}   542 kJ / 128 kcal   49 kJ / 12 kcal\nGlucides   31,9g   2,9g"
    reading = read_label_text(f"Sirop de coing\n{heads}\n{rows}\nDONT SUCRES   31,7g   2,9g")
    assert reading.label is not None
    assert reading.label.sugars_g == 31.7


@pytest.mark.parametrize("unit", ["g", "6", "9"])
def test_a_gram_alone_in_its_line_is_one_whatever_a_camera_made_of_it(unit):
    reading = read_label_text(f"Miel\npour 100\n{unit}\nGlucides  83g\nDONT SUCRES  82g")
    assert reading.fields["basis"].value == "100 g"
    assert reading.label is not None


@pytest.mark.parametrize("price", ["0,18 € / 100 ml", "0,18 / 100 ml", "0.18/100ml", "100 ml = 0,18"])  # fmt: skip
def test_a_price_by_volume_is_no_column_whatever_became_of_its_sign(price):
    honey = "pour 100 g   par cuillere (20 g)\nGlucides   81g   16g\ndont sucres   79g   16g"
    reading = read_label_text(f"Miel de fleurs 500 g\n{price}\n{honey}")
    assert reading.fields["basis"].value == "100 g"
    assert reading.fields["pack"].value == "500 g"
    assert reading.label is not None


@pytest.mark.parametrize("code", ["LOT E211", "Lot: E202/3", "L E211", "L211 E", "Batch no. E 202", "Charge E211"])  # fmt: skip
def test_a_lot_code_is_no_ingredient(code):
    reading = read_label_text(f"Ingredients: pear juice. Sugars 10.4 g per 100 ml. {code}")
    assert reading.ingredients.verdict == "ferments"


@pytest.mark.parametrize("size", ["e 200 ml", "℮ 220 g", "750 ml e\n202 ml = 0,12 €", "e 211ml"])
def test_the_sign_beside_a_size_is_no_ingredient(size):
    found = read_label_text(f"Pear juice {size}\nIngredients: pear juice").ingredients
    assert found.verdict == "ferments"
    assert found.findings == ()


@pytest.mark.parametrize("said", ["Free from sorbates.", "Free from colours, flavours and sorbates.", "No added colours or benzoates.", "Zero preservatives.", "Frei von Sorbaten und Benzoaten."])  # fmt: skip
def test_what_is_said_to_be_absent_stops_nothing(said):
    reading = read_label_text(f"Ingredients: pear juice. {said}")
    assert reading.ingredients.verdict == "ferments"


def test_a_denial_ends_where_the_list_goes_on():
    reading = read_label_text("Ingredients: water, no added colour, potassium sorbate.")
    assert reading.ingredients.verdict == "will_not_ferment"


def test_no_ingredients_is_no_clean_bill():
    reading = read_label_text("Pear juice drink. Sugars 10.4 g per 100 ml.")
    assert reading.ingredients.verdict == "unknown"
    assert "No ingredients were read" in reading.ingredients.sentence
    assert read_label_text("Ingredients: pear juice.").ingredients.verdict == "ferments"


@pytest.mark.parametrize(
    ("said", "code"),
    [("Not from concentrate.", "from_concentrate"), ("Nicht aus Fruchtsaftkonzentrat.", "from_concentrate"),
     ("Once opened keep refrigerated.", "raw"), ("Keep refrigerated after opening.", "raw"),
     ("No bits.", "pulpy"), ("Ohne Fruchtfleisch.", "pulpy"), ("Sans pulpe.", "pulpy"),
     ("Dilute with sparkling water.", "fizzy"), ("Diluer dans de l'eau gazeuse.", "fizzy")],
)  # fmt: skip
def test_what_is_said_to_be_otherwise_is_no_hint(said, code):
    assert code not in [hint for hint, _ in read_label_text(f"Pear juice 1 L. {said}").hints]


@pytest.mark.parametrize(
    ("said", "code"),
    [("Pear juice from concentrate.", "from_concentrate"), ("With bits.", "pulpy"),
     ("Sparkling pear juice.", "fizzy"), ("Unpasteurised. Keep refrigerated.", "raw")],
)  # fmt: skip
def test_what_is_said_is_a_hint(said, code):
    assert code in [hint for hint, _ in read_label_text(said).hints]


@pytest.mark.parametrize(
    ("listed", "number"),
    [("Süßungsmittel: Acesulfam-K, Sucralose", "E950"), ("édulcorants : acésulfame-K", "E950"),
     ("edulcorantes: sucralosa", "E955"), ("edulcorante: glucósidos de esteviol", "E960"),
     ("édulcorant : glycosides de stéviol", "E960"), ("Süßungsmittel: Steviolglycoside", "E960"),
     ("Süßungsmittel: Xylit", "E967"), ("edulcorante: xilitol", "E967"), ("édulcorant : érythritol", "E968"),
     ("sweetener: sorbitol", "E420"), ("Sorbit", "E420"), ("aspartamo", "E951")],
)  # fmt: skip
def test_sweeteners_are_known_in_four_languages(listed, number):
    found = read_label_text(f"Ingredients: water, {listed}.").ingredients
    assert number in [finding.additive.e_number for finding in found.findings]
    assert found.verdict == "ferments"


@pytest.mark.parametrize(
    ("label", "serving", "pack"),
    [
        ("Serving size 8 fl oz (240 mL)\nServings per container 4", "240 ml", None),
        ("Serving size 1 cup (250 mL)\nNet 1.89 L", "250 ml", "1890 ml"),
        ("Eine Portion sind 200 ml\n1 Liter", "200 ml", "1000 ml"),
        ("Portionsgröße: 150 ml", "150 ml", None),
        ("Une portion de 200 ml", "200 ml", None),
        ("Ración: 200 ml", "200 ml", None),
        # Whose fluid ounce it is nobody says; a pack is no serving.
        ("Serving size 8 fl oz", None, None),
        ("Servings: many, in 2 L", None, "2000 ml"),
    ],
)
def test_a_serving_is_no_pack(label, serving, pack):
    fields = read_label_text(label).fields
    assert [fields[key].value if key in fields else None for key in ("serving", "pack")] == [
        serving,
        pack,
    ]


@pytest.mark.parametrize(
    ("label", "per_100"),
    [
        # A spoon of it, in one running line.
        ("Nutrition Facts Serv. Size 2 Tbsp (30 mL), Servings about 25, Amount Per Serving: Calories 80, Total Fat 0g (0% DV), Total Carb. 20g (7% DV), Total Sugars 20g (Incl. 20g Added Sugars, 40% DV).", 66.7),
        # The count of servings stands right before the calories.
        ("Serving Size 8 fl oz (240 mL)\nServings / Raciones 8\nCalories / Calorías 150\nTotal Carbohydrate / Carbohidrato Total 38g\nSugars / Azúcares 37g", 15.4),
        # Made up again from concentrate: the thing to drink, not to dilute.
        ("Serving size 8 fl oz (240mL)\nCalories 140\nTotal Carbohydrate 35g\nTotal Sugars 33g\nINGREDIENTS: GRAPE JUICE CONCENTRATE (WATER, GRAPE JUICE CONCENTRATE).", 13.75),
        # Told apart by what each column is of, whichever stands first.
        ("Sirup 1+7\nSirup pro 100 ml   Getränk pro 100 ml\nKohlenhydrate 73 g   9,1 g\ndavon Zucker 72 g   9,0 g", 72),
        ("pour 100 ml de boisson / pour 100 ml de sirop\nGlucides 7,4 g / 52 g\ndont sucres 7 g / 52 g", 52),
        # Said in a footnote.
        ("Typical values per 100ml*\nCarbohydrate 5.2g, of which sugars 5.1g\n*when diluted as directed, one part cordial to ten parts water", 56.1),
        # Bare sizes over the columns, and shares of a day's without their sign.
        ("Plum nectar\n100 ml   250 ml   %RI\nCarbohydrate   13 g   32.5 g   12\nof which sugars   12.6 g   31.5 g   35", 12.6),
        ("Plum nectar\n250 ml   100 ml   %RI\nCarbohydrate   32.5 g   13 g   12\nof which sugars   31.5 g   12.6 g   35", 12.6),
        ("Servings per package: 4    Serving size: 250mL\n    Quantity per serving   Quantity per 100mL\nCarbohydrate 24.5g   9.8g\n- sugars 23.3g   9.3g", 9.3),
        # A column of shares between, and how many servings a pack has.
        ("SERVING SIZE 200ML   SERVINGS PER PACK 5\n    QTY PER SERVING   %DI*   QTY PER 100ML\nCARBOHYDRATE   20.6g   7%   10.3g\n- SUGARS   18.2g   20%   9.1g", 9.1),
        ("Zutaten: Sauerkirschsaft (45 %), Zucker\n100 ml enthalten: Kohlenhydrate 14,2 g, davon Zucker 13,8 g", 13.8),
        # What stands in the next line is a lot's, or a price.
        ("per 100 ml: carbohydrate 41 g; sugars* 40 g\nL202 12:04", 40),
        ("Typical values   /100 ml\nCarbohydrate (g)   8.3\nof which sugars (g)   8.3\n2 for £3", 8.3),
        # A table for each, the drink's energy first.
        ("Ready to drink 100ml: Energy 46kcal, carbohydrate 11.2g, sugars 11.1g\nConcentrate 100ml: Energy 232kcal, carbohydrate 56g, sugars 55.5g", 55.5),
    ],
)  # fmt: skip
def test_a_column_is_for_what_its_head_says(label, per_100):
    reading = read_label_text(label)
    assert reading.label is not None, reading.why_not
    assert 100 * reading.label.per_unit() == pytest.approx(per_100, rel=0.005)


@pytest.mark.parametrize(
    "label",
    [
        # What was put in is not all there is.
        "Ingredients: water, sugar (10 g/100 ml), pear juice 12 %",
        # A serving of what is made up, and how much that makes: not the pack.
        "Frozen concentrated grape juice\nMakes 48 fl oz (1.42 L)\nServing size 8 fl oz prepared (240 mL)\nAmount per serving\nTotal Carbohydrate 32g\nTotal Sugars 31g",
    ],
)  # fmt: skip
def test_a_figure_for_something_else_is_not_put_forward(label):
    reading = read_label_text(label)
    assert reading.label is None
    assert "pack" not in reading.fields


def test_what_it_makes_is_taken_in_the_unit_that_is_the_same_everywhere():
    makes = read_label_text("Pear juice concentrate. Makes 48 fl oz (1.42 L)").fields["makes"]
    assert (makes.value, makes.sure) == ("1420", True)


@pytest.mark.parametrize(
    "label",
    [
        # The column says made up, whatever another says.
        "Damson cordial, 1 part with 4 parts water\nSugars per 100 ml: 11.2 g made up, 56 g undiluted",
        "Plum syrup 1+4\nper 100 ml undiluted   per 100 ml diluted\nsugars 56 g   11.2 g",
    ],
)  # fmt: skip
def test_undiluted_is_said_of_one_column_alone(label):
    reading = read_label_text(label)
    assert 100 * reading.label.per_unit() == pytest.approx(56, rel=0.005)


def test_a_syrup_as_thin_as_a_drink_is_asked_about_unless_its_column_says_as_sold():
    told = "Plum syrup, 1 part with 4 parts water\nPer 100 ml{}: carbohydrate 11.3 g, sugars 11.2 g"
    assert read_label_text(told.format("")).label is None
    assert read_label_text(told.format(" undiluted")).label is not None


@pytest.mark.parametrize(
    ("label", "brand"),
    [
        ("Sambuck Hollow\nDAMSON JUICE\nfrom concentrate", "Sambuck Hollow"),
        ("Ginger cordial, Foss End Drinks\nEnergy 980 kJ", "Foss End Drinks"),
        ("Pear juice. Not from concentrate.", None),
        ("Elderflower cordial. Dilute with sparkling water.", None),
        ("Blackcurrant squash\nWater, blackcurrant juice 20 %", None),
        ("Néctar de pera\nContenido de fruta 50 % mínimo", None),
        ("Birnennektar\nFruchtgehalt: mind. 50 %", None),
        ("Grape juice. Carbohydrate 15.9 g.", None),
        ("Grape must concentrate, Brix 65", None),
        ("Quince nectar\nAverage values per 100 ml", None),
    ],
)
def test_a_brand_is_a_name_and_nothing_said_of_the_drink(label, brand):
    found = read_label_text(label).fields.get("brand")
    assert (found and found.value) == brand


@pytest.mark.parametrize(
    ("label", "kind", "sure"),
    [
        ("Frozen concentrated grape juice", "concentrate", True),
        ("Birnendicksaft", "syrup", True),
        ("Ingredients: water, grape juice concentrate", "juice", False),
        ("Ingredients: grape juice concentrate", "concentrate", False),
        ("Ingredients: glucose syrup, water", "syrup", False),
    ],
)
def test_what_is_only_among_the_ingredients_is_not_the_thing_for_sure(label, kind, sure):
    found = read_label_text(label).fields["kind"]
    assert (found.value, found.sure) == (kind, sure)


@pytest.mark.parametrize("said", ["NET WT 12 FL OZ (355 ml)", "Net contents: 355 ml", "355 ml"])
def test_how_much_is_in_it_is_no_part_of_a_name(said):
    told = read_label_text(f"Elderberry syrup {said}\nIngredients: sugar, water, elderberries.")
    assert told.fields["name"].value == "Elderberry syrup"


@pytest.mark.parametrize(
    "text",
    [
        "Bitter orange juice 1 L",
        "Seville orange drink",
        "Pomeranzensaft",
        "Jus d'orange amère",
        "Zumo de naranja amarga",
    ],
)
def test_a_bitter_orange_is_no_orange(text):
    """Some three times as sour: a fruit of its own, and in no table here."""
    assert "fruit" not in read_label_text(text).fields
    assert read_label_text("Orange juice 1 L").fields["fruit"].value == "orange"
