"""The shelf in and out: CSV of any dialect, and open food-data JSON."""

import csv
import io
import json
import re

import pytest

from server.shelf.shelf_csv import COLUMNS
from simulated.product_service import PRODUCTS
from tests.server.conftest import CARTON
from tests.server.test_shelf_labels import send

ENGLISH = """name,kind,fruit,sugars_g,per,pack,price,place,at_home
Tibbick pear,juice,pear,10.8,100 ml,1 L,£1.15,Quay Stores,2.5
White sugar,sugar,,,,1 kg,1.19,,1
Crown caps,closure,,,,100,3.50,,1
"""
GERMAN = (
    "\ufeffname;kind;fruit;sugars_g;per;pack;price;place;at_home\r\n"
    "Hof Brennicke Birne;juice;pear;10,4;100 ml;1,0 l;1,15 €;Markt;2,5\r\n"
)


def bring(call, text, name="shelf.csv"):
    raw = text if isinstance(text, bytes) else text.encode()
    return send(call, "import", raw, name, "file")


def items(call):
    return call.ok("GET", "shelf/products?sort=name")["items"]


@pytest.mark.parametrize(
    ("text", "count"), [(ENGLISH, 3), (GERMAN, 1), (ENGLISH.replace(",", "\t"), 3)]
)
def test_brought_in_once_and_only_once(call, text, count):
    assert bring(call, text) == (200, {"added": count, "known": 0, "errors": []})
    before = items(call)
    assert len(before) == count
    assert bring(call, text) == (200, {"added": 0, "known": count, "errors": []})
    assert items(call) == before


def test_a_german_file_means_what_it_says(call):
    bring(call, GERMAN)
    [pear] = items(call)
    assert (pear["sugars_g"], pear["pack_ml"], pear["price"], pear["at_home"]) == (
        "10,4",
        1000,
        "1.15",
        "2.50",
    )
    assert pear["facts"]["sugar_g_per_l"]["value"] == pytest.approx(104)


def test_one_broken_row_and_nothing_comes_in(call):
    broken = (
        ENGLISH
        + "Plum,juice,plum,140,100 ml,1 L,1.30,,\nQuince,juice,quince,9,100 ml,a big one,1,,\n"
    )
    status, done = bring(call, broken)
    assert status == 200
    assert done["added"] == 0
    assert [(e["row"], e["at"]) for e in done["errors"]] == [(5, "sugars_g"), (6, "pack")]
    assert "more than sugar can dissolve" in done["errors"][0]["text"]
    assert items(call) == []


@pytest.mark.parametrize(
    ("row", "at"),
    [
        ("x,juice,dragon,9,100 ml,1 L,1,,", "fruit"),
        ("x,soup,,9,100 ml,1 L,1,,", "kind"),
        ("x,juice,,9,a glass,1 L,1,,", "per"),
        ("x,juice,,9,100 ml,1 L,cheap,,", "price"),
        ("x,juice,,9,100 ml,1 L,1,,many", "at_home"),
        ("x,juice,,9,100 ml,1 L,1,,nan", "at_home"),
        (",juice,,9,100 ml,1 L,1,,", "name"),
    ],
)
def test_every_wrong_cell_is_named(call, row, at):
    _, done = bring(call, ENGLISH.splitlines()[0] + "\n" + row)
    assert [(e["row"], e["at"]) for e in done["errors"]] == [(2, at)]
    assert done["errors"][0]["text"].endswith(".")


@pytest.mark.parametrize(
    ("raw", "words"),
    [
        (b"", "not a table"),
        (b"\x00\x01\x02", "not a table"),
        (b"a,b,c\n1,2,3\n", "name the columns"),
        (b"name,pack\n", "nothing in that file"),
        (b"{ not json", "begins like JSON"),
        (b'{"products": 7}', "is a list"),
        (b"x" * 4_000_001, "larger than 4 MB"),
    ],
)
def test_files_that_are_none(call, raw, words):
    status, data = bring(call, raw)
    assert status == 422
    assert words in data["errors"][0]["text"]


def test_what_goes_out_comes_in_again_the_same(call, other_call):
    bring(call, ENGLISH)
    bring(call, GERMAN)
    call.ok("POST", "shelf/products", {**CARTON, "name": "=HYPERLINK(1)", "sugars_g": "9.8", "kind": "syrup",
                                       "made_up": True, "dilution_parts": 4, "best_before": "2027-03-01",
                                       "label_text": "water, sugar, E202"})  # fmt: skip
    out = call.client.get("/api/shelf/export.csv")
    text = out.content.decode()
    # A spreadsheet must not run a name.
    assert "'=HYPERLINK" in text
    table = list(csv.DictReader(io.StringIO(text)))
    assert tuple(table[0]) == COLUMNS
    assert bring(other_call, out.content) == (200, {"added": 5, "known": 0, "errors": []})

    def told(caller):
        return [{**item, "id": 0, "corrected": []} for item in items(caller)]

    assert told(other_call) == told(call)


@pytest.mark.parametrize(
    "name", ["=1+1", "a;=1+1", "a,+b", "Pear, -5 %", "a;;@b", "'=a", "''-a;'=b", "pear - quince"]
)
def test_no_part_of_a_name_runs_as_a_formula_and_all_of_it_comes_back(call, other_call, name):
    call.ok("POST", "shelf/products", {**CARTON, "name": name, "label_text": f"Pear\n{name}"})
    text = call.client.get("/api/shelf/export.csv").content.decode()
    _, row = text.split("\r\n", 1)
    for delimiter in ",;\t":
        for cells in csv.reader(io.StringIO(row), delimiter=delimiter):
            for cell in cells:
                # Opened with another delimiter, or taken apart without minding quotes.
                for part in re.split(r"[;,\t\n]", cell.replace('"', "")):
                    assert part.lstrip()[:1] not in ("=", "+", "-", "@") or not part
    assert bring(other_call, text.encode())[1]["added"] == 1
    assert [item["name"] for item in items(other_call)] == [name]


def test_json_of_the_open_shape_goes_out_and_in(call, other_call):
    bring(call, ENGLISH)
    out = call.client.get("/api/shelf/export.json").content
    record = json.loads(out)["products"][1]
    assert (record["product_name"], record["nutriments"]["sugars_100g"]) == ("Tibbick pear", 10.8)
    assert bring(other_call, out, "shelf.json")[1]["added"] == 3
    assert [i["sugars_g"] for i in items(other_call)] == [i["sugars_g"] for i in items(call)]


def test_json_with_rows_in_doubt_names_them(call):
    status, done = bring(call, json.dumps({"products": list(PRODUCTS.values())}), "food.json")
    assert (status, done["added"]) == (200, 0)
    named = {list(PRODUCTS.values())[e["row"] - 1]["product_name"] for e in done["errors"]}
    assert named == {"Elderberry juice", "Mulberry syrup", "Perry apple pear blend", ""}
    good = [p for p in PRODUCTS.values() if p["product_name"] not in named]
    assert bring(call, json.dumps(good), "food.json")[1] == {
        "added": len(good),
        "known": 0,
        "errors": [],
    }
    assert bring(call, json.dumps(good), "food.json")[1]["added"] == 0
