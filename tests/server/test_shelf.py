import pytest
from django.db import IntegrityError, connection
from django.test.utils import CaptureQueriesContext

from server.shelf.models import Product
from tests.server.conftest import CARTON


def test_a_carton_answers_at_once_and_stands_on_the_shelf(call):
    read = call.ok("POST", "shelf/products/read", CARTON)
    assert read["sugar_g_per_l"] == pytest.approx(108)
    assert read["reads"]["low"] < read["reads"]["value"] < read["reads"]["high"]
    assert read["price_per_100_g_sugar"] == "1.06"
    assert call.ok("GET", "shelf/products") == []
    kept = call.ok("POST", "shelf/products", CARTON)
    assert kept["facts"] == read
    assert call.ok("GET", "shelf/products") == [kept]


def test_what_is_printed_stays_as_printed(call):
    coarse = call.ok("POST", "shelf/products", {**CARTON, "sugars_g": "10"})
    assert coarse["sugars_g"] == "10"
    fine = call.ok("POST", "shelf/products", {**CARTON, "sugars_g": "10.00"})

    def width(product):
        return product["facts"]["reads"]["high"] - product["facts"]["reads"]["low"]

    assert width(coarse) > width(fine)


def test_correcting_removing_and_bringing_back(call):
    kept = call.ok("POST", "shelf/products", CARTON)
    path = f"shelf/products/{kept['id']}"
    dearer = call.ok("PUT", path, {**CARTON, "price": "1.35"})
    assert dearer["price"] == "1.35"
    call.ok("DELETE", path)
    assert call.ok("GET", "shelf/products") == []
    call.ok("POST", f"{path}/restore")
    assert call.ok("GET", "shelf/products") == [dearer]


@pytest.mark.parametrize(
    ("change", "at", "words"),
    [
        ({"name": " "}, "name", "Give it a name"),
        ({"name": "x" * 121}, "name", "120 letters"),
        ({"name": "a\x00b"}, "name", "character"),
        ({"sugars_g": "140"}, "sugars_g", "more than sugar can dissolve"),
        ({"sugars_g": "-1"}, "sugars_g", "not an amount of sugar"),
        ({"sugars_g": "10 kJ"}, "sugars_g", "not an amount of sugar"),
        ({"sugars_g": None}, "sugars_g", "as printed"),
        ({"sugars_g": ""}, "sugars_g", "as printed"),
        ({"per_ml": None}, "sugars_g", "per 100 ml or per 100 g"),
        ({"price": "-1"}, "price", "0 or more"),
        ({"price": ""}, "price", "not a price"),
        ({"price": None}, "price", "text"),
        ({"pack_ml": 0}, "pack", "more than 0"),
        ({"pack_ml": 1e9}, "pack", "at most"),
        ({"pack_ml": None}, "pack", "how much is in a pack"),
        ({"pack_ml": "a litre"}, "pack_ml", "a number"),
        ({"fruit": "dragon"}, "fruit", "not a fruit known here"),
        ({"kind": "beer"}, "kind", "not a kind of pour"),
        ({"measured_sg": 2.0}, "measured_sg", "not a drink"),
        ({"kind": "sugar", "sugar": "salt"}, "sugar", "not a sugar known here"),
    ],
)
@pytest.mark.parametrize("path", ["shelf/products", "shelf/products/read"])
def test_cartons_that_cannot_be(call, path, change, at, words):
    status, data = call("POST", path, {**CARTON, **change})
    assert status == 422
    assert data["errors"][0]["at"] == at
    assert words in data["errors"][0]["text"]
    assert Product.objects.count() == 0


@pytest.mark.parametrize("body", [b"", b"{", b"[]", b"null", b'"x"', b"\xff", b'{"pack_ml": NaN}'])
def test_what_is_no_json_object(call, body):
    status, data = call("POST", "shelf/products", body)
    assert status in (400, 422)
    assert data["errors"][0]["text"]


def test_the_database_keeps_its_own_watch(account):
    with pytest.raises(IntegrityError):
        Product.objects.create(account=account, name="x", kind="juice", price=-1, pack_ml=1)


def test_a_long_shelf_takes_no_more_queries(call):
    def queries():
        with CaptureQueriesContext(
            connection,
        ) as caught:
            call.ok("GET", "shelf/products")
        return len(caught)

    call.ok("POST", "shelf/products", CARTON)
    one = queries()
    for _ in range(5):
        call.ok("POST", "shelf/products", CARTON)
    assert queries() == one


def test_the_tables_to_choose_from(call):
    tables = call.ok("GET", "reference")
    assert {"demijohn", "jug", "bucket"} == {vessel["shape"] for vessel in tables["vessels"]}
    # "A gallon" never stands alone.
    assert all(
        "gallon" not in v["name"] or "US" in v["name"] or "imperial" in v["name"]
        for v in tables["vessels"]
    )
    assert len(tables["fruits"]) > 15
    # Room for foam is left free.
    assert all(0.85 < v["usual_fill_ml"] / v["volume_ml"] < 1 for v in tables["vessels"])
