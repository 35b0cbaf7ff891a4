import pytest
from django.db import IntegrityError, connection
from django.test.utils import CaptureQueriesContext

from server.shelf.models import Product
from tests.server.conftest import CARTON


def test_a_carton_answers_at_once_and_stands_on_the_shelf(call):
    read = call.ok("POST", "shelf/products/read", CARTON)
    assert read["sugar_g_per_l"]["value"] == pytest.approx(108)
    assert read["reads"]["low"] < read["reads"]["value"] < read["reads"]["high"]
    assert read["price_per_100_g_sugar"] == "1.06"
    assert call.ok("GET", "shelf/products")["items"] == []
    kept = call.ok("POST", "shelf/products", CARTON)
    assert kept["facts"] == read
    shelf = call.ok("GET", "shelf/products")
    assert shelf["items"] == [kept]
    assert (shelf["total"], shelf["standing"], shelf["at_home"]) == (1, 1, 0)


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
    assert call.ok("GET", "shelf/products")["items"] == []
    call.ok("POST", f"{path}/restore")
    assert call.ok("GET", "shelf/products")["items"] == [dearer]


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
        ({"price": "cheap"}, "price", "not a price"),
        ({"barcode": "5012345678901"}, "barcode", "check digit"),
        ({"colour": "#ff0000"}, "colour", "palette"),
        ({"at_home": "-1"}, "at_home", "none and"),
        ({"place": "x" * 81}, "place", "80 letters"),
        ({"label_text": "x" * 20_001}, "label_text", "20000 letters"),
        ({"pack_ml": None, "pack_count": 6}, "pack", "in ml or g"),
        ({"made_up": True}, "dilution_parts", "how it is diluted"),
        ({"pack_ml": 0}, "pack", "more than 0"),
        ({"pack_ml": 1e9}, "pack", "at most"),
        ({"pack_ml": None}, "pack", "how much is in a pack"),
        ({"pack_ml": "a litre"}, "pack_ml", "a number"),
        ({"fruit": "dragon"}, "fruit", "not a fruit known here"),
        ({"kind": "beer"}, "kind", "not a kind of thing"),
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


def test_a_shelf_that_another_core_judged_is_judged_anew(call):
    kept = call.ok("POST", "shelf/products", CARTON)
    Product.objects.update(facts={}, facts_of="older", verdict="", sugar_price=None)
    assert call.ok("GET", "shelf/products")["items"] == [kept]
    assert Product.objects.get().sugar_price is not None


SHELF = [
    {**CARTON, "name": "Tibbick pear", "price": "1.15", "at_home": "2.5"},
    {**CARTON, "name": "Osmerly pomegranate", "fruit": "pomegranate", "sugars_g": "12.9", "price": "1.85"},
    {**CARTON, "name": "Larkmoor rhubarb", "fruit": "rhubarb", "sugars_g": "4.4", "price": "1.30",
     "label_text": "water, rhubarb juice, potassium sorbate", "barcode": "2000000001012"},
    {"name": "White sugar", "kind": "sugar", "pack_g": 1000, "price": "1.19"},
    {"name": "Crown caps", "kind": "closure", "pack_count": 100, "price": "3.50"},
    {**CARTON, "name": "Quince, no price", "fruit": "quince", "price": ""},
]  # fmt: skip


@pytest.fixture
def shelf(call):
    for product in SHELF:
        call.ok("POST", "shelf/products", product)

    def names(query=""):
        return [item["name"] for item in call.ok("GET", f"shelf/products?{query}")["items"]]

    return names


@pytest.mark.parametrize(
    ("sort", "first"),
    [
        ("sugar_price", ["White sugar"]),
        ("strength", ["Osmerly pomegranate", "Tibbick pear"]),
        ("acid", ["Larkmoor rhubarb"]),
        ("litre_price", ["Tibbick pear", "Larkmoor rhubarb", "Osmerly pomegranate"]),
        ("at_home", ["Tibbick pear"]),
        ("name", ["Crown caps", "Larkmoor rhubarb"]),
        ("newest", ["Quince, no price", "Crown caps"]),
    ],
)
def test_sorted_by_what_matters_now(shelf, sort, first):
    assert shelf(f"sort={sort}")[: len(first)] == first


@pytest.mark.parametrize(
    ("query", "names"),
    [
        ("search=POME", {"Osmerly pomegranate"}),
        ("search=quince", {"Quince, no price"}),
        ("search=2000000001012", {"Larkmoor rhubarb"}),
        ("search=tibbick+pear", {"Tibbick pear"}),
        ("kind=sugar&kind=closure", {"White sugar", "Crown caps"}),
        ("verdict=will_not_ferment", {"Larkmoor rhubarb"}),
        ("home=true", {"Tibbick pear"}),
        ("search=nothing+like+it", set()),
    ],
)
def test_searched_and_filtered(shelf, query, names):
    assert set(shelf(query)) == names


def test_a_stretch_at_a_time(call, shelf):
    first = call.ok("GET", "shelf/products?sort=name&limit=4")
    rest = call.ok("GET", "shelf/products?sort=name&limit=4&offset=4")
    assert first["total"] == rest["total"] == 6
    names = [item["name"] for item in first["items"] + rest["items"]]
    assert names == sorted(names)
    status, _ = call("GET", "shelf/products?limit=5000")
    assert status == 422


def test_a_cordial_labelled_as_diluted_is_poured_as_it_is(call):
    cordial = {**CARTON, "name": "Cordial", "kind": "syrup", "fruit": "", "sugars_g": "9.8",
               "made_up": True, "dilution_parts": 4}  # fmt: skip
    kept = call.ok("POST", "shelf/products", cordial)
    # Source: by hand, 9.8 g times five.
    assert kept["as_sold"] == {"sugars_g": "49", "per_ml": 100, "per_g": None}
    assert kept["facts"]["sugar_g_per_l"]["value"] == pytest.approx(490)
    assert kept["sugars_g"] == "9.8"


def test_prices_follow_one_another_and_the_newest_by_date_counts(call):
    product = call.ok(
        "POST", "shelf/products", {**CARTON, "place": "Quay Stores", "bought_on": "2026-11-02"}
    )
    path = f"shelf/products/{product['id']}/prices"
    dearer = call.ok(
        "POST", path, {"amount": "2 for £2.60", "place": "Pockett's", "on": "2026-11-20"}
    )
    assert dearer["price"] == "1.30"
    assert dearer["facts"]["price_per_100_g_sugar"] == "1.20"
    # One found on an old receipt changes nothing now.
    assert call.ok("POST", path, {"amount": "99p", "on": "2026-10-01"})["price"] == "1.30"
    assert call.ok("GET", path) == [
        {"amount": "0.99", "place": "", "on": "2026-10-01"},
        {"amount": "1.15", "place": "Quay Stores", "on": "2026-11-02"},
        {"amount": "1.30", "place": "Pockett's", "on": "2026-11-20"},
    ]
    status, data = call("POST", path, {"amount": "1", "on": "2999-01-01"})
    assert (status, data["errors"][0]["at"]) == (422, "on")


def test_what_is_at_home_and_what_a_hydrometer_showed(call):
    product = call.ok("POST", "shelf/products", CARTON)
    path = f"shelf/products/{product['id']}"
    assert call.ok("POST", f"{path}/home", {"at_home": "1.5"})["at_home"] == "1.50"
    assert call("POST", f"{path}/home", {"at_home": "-1"})[0] == 422
    read = call.ok("POST", f"{path}/measured", {"sg": 1.052, "temperature_c": 20})
    assert read["facts"]["beside"]["agree"]
    richer = call.ok("POST", f"{path}/measured", {"sg": 1.080})["facts"]["beside"]
    assert not richer["agree"]
    assert "richer than its label" in richer["sentence"]
    assert call.ok("POST", f"{path}/measured", {"sg": None})["facts"] == product["facts"]
    for wrong in ({"sg": 1052}, {"sg": 1.05, "temperature_c": 90}):
        assert call("POST", f"{path}/measured", wrong)[0] == 422


def test_compared_side_by_side(call, shelf):
    items = {i["name"]: i["id"] for i in call.ok("GET", "shelf/products")["items"]}
    ids = [items["Tibbick pear"], items["Osmerly pomegranate"], items["White sugar"]]
    compared = call.ok("POST", "shelf/compare", {"ids": ids, "packs": 3, "vessel_ml": 2500})
    pear, pomegranate, sugar = compared["made"]
    assert pear["fills_ml"] == pytest.approx(3000, rel=1e-3)
    assert pear["overflows"]
    assert pear["cost"] == "3.45"
    assert pomegranate["strength"]["value"] > pear["strength"]["value"]
    assert sugar["strength"] is None
    for wrong in ([ids[0]], [ids[0], ids[0]], [*ids, 10**9], [ids[0], items["Crown caps"]]):
        assert call("POST", "shelf/compare", {"ids": wrong})[0] == 422


def test_the_tables_to_choose_from(call):
    tables = call.ok("GET", "reference")
    assert {"demijohn", "jug", "bucket", "carboy", "bottle"} == {
        vessel["shape"] for vessel in tables["vessels"]
    }
    # "A gallon" never stands alone.
    assert all(
        "gallon" not in v["name"] or "US" in v["name"] or "imperial" in v["name"]
        for v in tables["vessels"]
    )
    assert len(tables["fruits"]) > 15
    # Room for foam is left free.
    assert all(0.85 < v["usual_fill_ml"] / v["volume_ml"] < 1 for v in tables["vessels"])
