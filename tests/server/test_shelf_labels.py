"""Labels by text, by barcode and by photograph."""

import threading
import time

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from simulated import product_service as simulated
from tests.pictures import barcode, drawn, saved
from tests.server.conftest import CARTON

PEAR = "2000000001012"
CORDIAL = """Blackcurrant cordial, 75 cl. Dilute 1 part with 5 parts water.
Water, sugar, blackcurrant juice from concentrate 22 %, acid (E330), preservatives (potassium sorbate, E223)
Per 100 ml as sold: carbohydrate 44 g, of which sugars 44 g"""


def send(call, path, raw, name="picture.jpg", field="picture"):
    response = call.client.post(f"/api/shelf/{path}", {field: SimpleUploadedFile(name, raw)})
    return response.status_code, response.json()


def fields(reading):
    return {field["key"]: field["value"] for field in reading["fields"] if not field["doubt"]}


@pytest.fixture
def service(settings):
    """The simulated product service on a port of its own."""
    server = simulated.serve(0)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.AMBER_PRODUCT_SERVICE = f"http://127.0.0.1:{server.server_port}"
    yield
    server.shutdown()
    server.server_close()


def test_pasted_text_is_marked_up_in_place(call):
    reading = call.ok("POST", "shelf/labels/read", {"text": CORDIAL})
    marked = {CORDIAL[f["start"] : f["end"]]: f["effects"][0] for f in reading["findings"]}
    assert marked["potassium sorbate"] == "stops_yeast"
    assert marked["E223"] == "hard_on_yeast"
    assert marked["E330"] == "acid"
    assert reading["ferments"] == "will_not_ferment"
    assert fields(reading)["sugars"] == "44"
    assert reading["as_sold"] == {"sugars_g": "44", "per_ml": 100, "per_g": None}


def test_what_is_in_doubt_is_no_figure(call):
    reading = call.ok("POST", "shelf/labels/read", {"text": "Plum juice, sugars 10.4 g"})
    assert reading["as_sold"] is None
    assert "100 ml" in reading["why_not"]


@pytest.mark.parametrize(
    ("text", "status"),
    [
        ("x" * 1_000_000, 422),
        ("x" * 3_000_000, 422),
        ("<script>alert(1)</script> sugars 9 g per 100 ml", 200),
        ("", 200),
    ],
)
def test_anything_may_be_pasted(call, text, status):
    assert call("POST", "shelf/labels/read", {"text": text})[0] == status


@pytest.mark.usefixtures("service")
def test_a_barcode_that_is_known_is_read_as_its_label(call):
    found = call.ok("GET", f"shelf/barcodes/{PEAR}")
    assert found["name"] == "Tibbick Pear juice from concentrate"
    assert fields(found["reading"])["sugars"] == "10.8"
    assert found["reading"]["as_sold"]["per_ml"] == 100
    assert found["doubts"] == []


@pytest.mark.usefixtures("service")
def test_a_row_that_contradicts_itself_is_left_to_the_person(call):
    wrong = next(p for p in simulated.PRODUCTS.values() if p["product_name"] == "Elderberry juice")
    found = call.ok("GET", f"shelf/barcodes/{wrong['code']}")
    assert found["reading"]["as_sold"] is None
    assert any("more than the carbohydrate" in doubt for doubt in found["doubts"])


@pytest.mark.usefixtures("service")
def test_every_made_up_product_can_be_asked_for(call):
    for code in simulated.PRODUCTS:
        assert call("GET", f"shelf/barcodes/{code}")[0] == 200


@pytest.mark.usefixtures("service")
@pytest.mark.parametrize(
    ("code", "words"),
    [
        ("2000000055558", "No product with this barcode yet"),
        ("2000000001013", "check digit"),
        (simulated.BROKEN, "does not answer"),
        (simulated.GIBBERISH, "does not answer"),
    ],
)
def test_barcodes_nothing_comes_of(call, code, words):
    status, data = call("GET", f"shelf/barcodes/{code}")
    assert status == 422
    assert words in data["errors"][0]["text"]


@pytest.mark.usefixtures("service")
def test_a_service_that_dawdles_is_not_waited_for(call):
    began = time.monotonic()
    assert call("GET", f"shelf/barcodes/{simulated.SLOW}")[0] == 422
    assert time.monotonic() - began < simulated._LATE_S / 2


def test_no_service_and_a_service_that_is_down(call, settings):
    settings.AMBER_PRODUCT_SERVICE = ""
    assert "No product service" in call("GET", f"shelf/barcodes/{PEAR}")[1]["errors"][0]["text"]
    settings.AMBER_PRODUCT_SERVICE = "http://127.0.0.1:9"
    assert "does not answer" in call("GET", f"shelf/barcodes/{PEAR}")[1]["errors"][0]["text"]


def test_a_barcode_in_a_picture(call):
    status, data = send(call, "pictures/barcode", saved(barcode(PEAR)))
    assert (status, data) == (200, {"codes": [PEAR]})
    status, data = send(call, "pictures/barcode", saved(drawn()))
    assert status == 422
    assert "type the digits" in data["errors"][0]["text"]


def test_a_photograph_is_read_with_a_crop_for_every_figure(call):
    status, photo = send(call, "pictures/label", saved(drawn()))
    assert status == 200
    read = fields(photo["reading"])
    assert (read["sugars"], read["carbohydrate"], read["basis"]) == ("10.4", "10.9", "100 ml")
    crops = {crop["key"]: crop["image"] for crop in photo["crops"]}
    assert set(crops) == {field["key"] for field in photo["reading"]["fields"]}
    assert all(image.startswith("data:image/png;base64,") for image in crops.values())


def test_a_photograph_taken_sideways_is_read_upright(call):
    upright = drawn()
    exif = upright.getexif()
    # 6: turn a quarter to the right to see it upright. Source: Exif 2.3, tag 0x0112.
    exif[0x0112] = 6
    raw = saved(upright.rotate(90, expand=True), exif=exif)
    status, photo = send(call, "pictures/label", raw)
    assert status == 200
    assert fields(photo["reading"])["sugars"] == "10.4"


def test_a_file_larger_than_anything_is_not_taken_in(call):
    status, data = send(call, "pictures/label", b"x" * 41_000_000)
    assert (status, data["errors"][0]["text"][:25]) == (422, "That is more than this ta")


@pytest.mark.parametrize(
    ("raw", "words"),
    [
        (b"%PDF-1.7\n1 0 obj\n<<>>\nendobj\n", "not a picture"),
        (b"", "not a picture"),
        (saved(drawn())[:400], "not a picture"),
        (b"\xff\xd8\xff" + b"\x00" * 30_000_000, "at most 12 MB"),
        (saved(drawn((("", ""),))), "No print"),
    ],
)
@pytest.mark.parametrize("path", ["pictures/label", "pictures/barcode"])
def test_pictures_that_are_none(call, path, raw, words):
    status, data = send(call, path, raw)
    assert status == 422
    text = data["errors"][0]["text"]
    assert words in text or (path == "pictures/barcode" and "No barcode" in text)


def test_twelve_digits_and_thirteen_are_one_product(call):
    body = {**CARTON, "barcode": "036000291452"}
    product = call.ok("POST", "shelf/products", body)
    assert product["barcode"] == "0036000291452"
    status, said = call(
        "POST", "shelf/products", {**body, "name": "Other", "barcode": "0036000291452"}
    )
    assert (status, said["errors"][0]["at"]) == (422, "barcode")


def test_a_record_without_sugars_or_size_asks_for_them(call, monkeypatch):
    record = {"brands": "Osmerly", "product_name": "Pear juice", "ingredients_text": "pear juice"}
    monkeypatch.setattr("server.shelf.product_service.ask", lambda code: record)
    found = call.ok("GET", "shelf/barcodes/2000000001012")
    assert found["reading"]["as_sold"] is None
    assert [text.split(":")[0] for text in found["doubts"]] == [
        "The record has no sugars",
        "The record does not say how much is in it",
    ]
