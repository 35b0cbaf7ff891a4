"""The cellar: bottles by place and window, labels as they print, how a batch tasted."""

import io
import json
from datetime import timedelta
from uuid import uuid4
from xml.etree import ElementTree

import pypdfium2
import pytest
import zxingcpp
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from PIL import Image

from server.cellar.models import TastingLink
from server.cellar.schemas import CellarOut
from server.jugs.models import Jug
from tests.server.conftest import Caller
from tests.server.test_finishing import CORK, CROWN, path, stopped, wrote

pytestmark = pytest.mark.django_db

LONG = "Weißdorn, Żurawina y piña de la abuela"


def bottled(call, name="Pear", lots=None, **more):
    jug = stopped(call, name)
    lots = lots or [
        {"size_ml": 750, "count": 3, **CORK, "place": "Under the stairs"},
        {"size_ml": 330, "count": 4, **CROWN, "priming": {"volumes": 2.3}},
    ]
    return call.ok("POST", path(jug, "bottling"), {"bottles": lots, "insist": True, **more})


def pages(call, jug, **query):
    asked = "&".join(f"{key}={value}" for key, value in query.items())
    answer = call.client.get(f"/api/jugs/{jug['id']}/labels.pdf?{asked}")
    assert answer.status_code == 200, answer.content
    assert answer["Content-Type"] == "application/pdf"
    return pypdfium2.PdfDocument(answer.content)


def text_of(document):
    return "\n".join(page.get_textpage().get_text_range() for page in document)


def test_bottles_stand_by_place_with_their_windows(call, other_call):
    jug = bottled(call)
    cellar = call.ok("GET", "cellar")
    CellarOut.model_validate(cellar, strict=False)
    assert [place["name"] for place in cellar["places"]] == ["Under the stairs", ""]
    corked, fizzy = (place["lots"][0] for place in cellar["places"])
    assert (corked["left"], corked["standing"], corked["jug"]) == (3, "wait", jug["id"])
    # A still wine from three months, fizz from two weeks. Practice: no published source.
    day = timedelta(days=1)
    ready = [
        (timezone.datetime.fromisoformat(lot["ready_from"]) - timezone.now()) / day
        for lot in (corked, fizzy)
    ]
    assert ready == [pytest.approx(90, abs=0.1), pytest.approx(14, abs=0.1)]
    assert cellar["said"].startswith("7 bottles. None is ready before")
    assert other_call.ok("GET", "cellar") == {"said": "No bottles yet.", "places": []}


def test_what_became_of_bottles_is_counted_and_the_last_takes_the_lot_away(call):
    jug = bottled(call)
    wrote(call, jug, "lot_moved", {"lot": "a", "did": "opened", "count": 1})
    wrote(call, jug, "lot_moved", {"lot": "b", "did": "moved", "count": 4, "place": "Garage"})
    cellar = call.ok("GET", "cellar")
    left = {
        (place["name"], lot["id"]): lot["left"]
        for place in cellar["places"]
        for lot in place["lots"]
    }
    assert left == {("Under the stairs", "a"): 2, ("Garage", "b"): 4}
    wrote(call, jug, "lot_moved", {"lot": "a", "did": "given", "count": 2})
    wrote(call, jug, "lot_moved", {"lot": "b", "did": "opened", "count": 4})
    assert call.ok("GET", "cellar")["places"] == []


def test_the_cellar_takes_no_more_queries_for_more_batches(call):
    def queries():
        with CaptureQueriesContext(connection) as caught:
            call.ok("GET", "cellar")
        return len(caught)

    bottled(call)
    one = queries()
    for name in ("Two", "Three", "Four"):
        bottled(call, name)
    assert queries() == one


def test_a_label_says_all_that_it_has_to(call):
    jug = stopped(call, LONG)
    for dose in (
        {"dose": "sulphite_potassium", "mass_g": 0.6},
        {"dose": "sweetener", "sugar": "xylitol", "mass_g": 60},
        {"dose": "finings_a", "volume_ml": 20, "made_of": "fish"},
    ):
        wrote(call, jug, "dosed", dose)
    lots = [{"size_ml": 330, "count": 2, **CROWN, "priming": {"volumes": 2.3}}]
    asked = {"bottles": lots, "insist": True, "against_advice": "for the bonfire"}
    call.ok("POST", path(jug, "bottling"), asked)
    abv = call.ok("GET", path(jug))["bottling"]["bottles"][0]["abv"]["value"]
    for per_page in (2, 4, 8, 10, 14, 21, 24):
        text = " ".join(text_of(pages(call, jug, per_page=per_page)).split())
        for said in ("Weißdorn", "Żurawina", "piña", f"{abv:.1f} % vol", "33 cl", "1 of 2",
                     "Contains sulphites", "Contains fish", "poisonous to dogs",
                     "Under pressure", "batch 1"):  # fmt: skip
            assert said in text, (per_page, said)


@pytest.mark.parametrize("per_page", [4, 8, 21])
def test_the_code_on_it_leads_to_the_batch(call, per_page):
    jug = bottled(call, LONG)
    first = pages(call, jug, per_page=per_page)[0].render(scale=4).to_pil()
    found = {code.text for code in zxingcpp.read_barcodes(first)}
    assert found == {f"http://testserver/jugs/{jug['id']}/bottle"}


@pytest.mark.parametrize("per_page", [2, 8, 24])
def test_no_label_reaches_past_its_edge(call, per_page):
    """Every letter lies within a label of the sheet, whatever has to be said."""
    jug = bottled(call, LONG)
    from core.bottle.label_sheets import SHEETS

    sheet = SHEETS[per_page]
    for page in pages(call, jug, per_page=per_page):
        letters = page.get_textpage()
        high = page.get_height()
        for at in range(letters.count_chars()):
            left, bottom, right, top = letters.get_charbox(at)
            if right <= left:
                continue
            x, y = (left + right) / 2 * 0.3528, (high - (top + bottom) / 2) * 0.3528
            row = (y - sheet.top_mm) / sheet.height_mm
            assert 0 <= row < sheet.down
            assert sheet.left_mm <= x <= 210 - sheet.left_mm
            assert 0.01 < row % 1 < 0.99


def test_labels_begin_where_the_sheet_is_still_whole_and_for_one_lot(call):
    jug = bottled(call)
    assert len(pages(call, jug, per_page=8)) == 1
    assert len(pages(call, jug, per_page=8, begin_at=3)) == 2
    one = text_of(pages(call, jug, per_page=8, lot="b"))
    assert one.count("33 cl") == 4
    assert "75 cl" not in one
    wrote(call, jug, "lot_moved", {"lot": "b", "did": "opened", "count": 3})
    assert text_of(pages(call, jug, per_page=8, lot="b")).count("33 cl") == 1


@pytest.mark.parametrize(
    ("query", "at"), [("per_page=9", "per_page"), ("lot=z", "lot"), ("begin_at=0", "begin_at")]
)
def test_labels_that_cannot_be(call, query, at):
    jug = bottled(call)
    status, said = call("GET", path(jug, f"labels.pdf?{query}"))
    assert status == 422
    assert at in said["errors"][0]["at"]


def test_labels_are_ones_own(call, other_call):
    jug = bottled(call)
    assert other_call("GET", path(jug, "labels.pdf"))[0] == 404
    assert other_call("GET", path(jug, "taste"))[0] == 404


def test_how_it_tasted_is_kept_with_its_age(call):
    jug = bottled(call)
    taste = {"lot": "a", "by": "Ida", "scores": {"overall": 4}, "words": "Round, of plums."}
    wrote(call, jug, "tasted", taste)
    (tasting,) = call.ok("GET", path(jug, "taste"))["tastings"]
    assert (tasting["by"], tasting["overall"], tasting["days"]) == ("Ida", 4, 0)
    assert tasting["words"] == "Round, of plums."
    call.ok("POST", path(jug, "events", tasting["id"], "strike"))
    assert call.ok("GET", path(jug, "taste"))["tastings"] == []


def test_the_sheet_tells_the_life_of_a_batch(call):
    jug = bottled(call, LONG)
    wrote(call, jug, "tasted", {"lot": "a", "by": "Ida", "words": "Round, of plums."})
    answer = call.client.get(f"/api/jugs/{jug['id']}/sheet.pdf")
    text = " ".join(text_of(pypdfium2.PdfDocument(answer.content)).split())
    abv = jug["progress"]["strength"]["mass_balance"]["value"]
    for said in ("Żurawina", "What happened", "Read 1.081 at 20 °C", "Bottled 3 × 750 ml",
                 "3 × 750 ml", f"{abv:.1f} % vol", "Tasted by Ida: Round, of plums.",
                 "Under pressure"):  # fmt: skip
        assert said in text, said
    assert "What it looks and smells like" not in text


def test_what_it_cost_and_where_that_went(call, other_call):
    jug = bottled(call)
    costs = call.ok("GET", path(jug, "costs"))
    # 3 cartons at 1.15 and 450 g of a bag of 1.19, over 3.57 L with sugar from the bag to prime.
    used = 3 * 1.15 + 0.45 * 1.19
    assert float(costs["used"]) == pytest.approx(used, abs=0.006)
    assert float(costs["packs"]) == pytest.approx(3 * 1.15 + 1.19, abs=0.006)
    shares = {line["name"]: line["share"] for line in costs["lines"]}
    assert shares == {
        "Pear": pytest.approx(3.45 / used, abs=1e-3),
        "Sugar": pytest.approx(0.5355 / used, abs=1e-3),
    }
    lots = jug["bottling"]["bottles"]
    paid = sum(lot["count"] * float(lot["cost_each"]) for lot in lots)
    assert float(costs["per_litre"]) == pytest.approx(paid / 3.57, abs=0.01)
    # A unit is 10 ml of alcohol. UK Chief Medical Officers' definition.
    alcohol = sum(lot["count"] * lot["size_ml"] * lot["abv"]["value"] / 100 for lot in lots)
    assert float(costs["per_unit"]) == pytest.approx(paid / (alcohol / 10), abs=0.01)
    each = float(lots[0]["cost_each"])
    saves = call.ok("GET", path(jug, "costs?shop=7.50"))["saves"]
    assert float(saves) == pytest.approx(7.5 - each, abs=1e-9)
    assert (costs["saves"], call("GET", path(jug, "costs?shop=dear"))[0]) == (None, 422)
    assert other_call("GET", path(jug, "costs"))[0] == 404


def test_what_was_added_is_paid_for_too(call):
    jug = stopped(call)
    honey = {"name": "Honey", "kind": "syrup", "label": {"sugars_g": "81", "per_g": 100},
             "mass_g": 227, "price": "2.60", "pack_g": 454}  # fmt: skip
    wrote(call, jug, "added", {"pour": honey})
    costs = call.ok("GET", path(jug, "costs"))
    assert next(line["used"] for line in costs["lines"] if line["name"] == "Honey") == "1.30"
    assert (costs["per_litre"], costs["per_unit"]) == (None, None)


def test_lines_kept_by_a_version_before_still_show_their_bottles(call):
    bottled(call, "Pear")
    lots = json.loads(Jug.objects.get().lots)
    for lot in lots:
        place = lot.pop("stands")[0]["place"]
        del lot["warns"], lot["unpriced"]
        lot["place"] = place
    Jug.objects.update(lots=json.dumps(lots), row_of="another")
    (place, *_) = call.ok("GET", "cellar")["places"]
    assert (place["lots"][0]["here"] > 0, place["lots"][0]["unpriced"]) == (True, [])


# ---- guests


def link_for(call, jug, lot="a", blind=False):
    return call.ok("POST", path(jug, "guests"), {"lot": lot, "blind": blind})["token"]


def test_a_guest_tastes_by_the_link_alone(call):
    jug = bottled(call, "Pear")
    token = link_for(call, jug)
    assert link_for(call, jug) == token
    guest = Caller(Client())
    seen = guest.ok("GET", f"guests/{token}")
    assert (seen["name"], seen["blind"]) == ("Pear", False)
    said = {
        "by": "Ida",
        "words": "Crisp.",
        "scores": {"overall": 4, "sharp": 5},
        "id": str(uuid4()),
    }
    for _ in range(2):
        guest.ok("POST", f"guests/{token}", said)
    (tasting,) = call.ok("GET", path(jug, "taste"))["tastings"]
    assert (tasting["by"], tasting["scores"]) == ("Ida", {"overall": 4, "sharp": 5})
    assert (tasting["lot"], tasting["words"]) == ("a", "Crisp.")


def test_blind_tells_no_name_but_all_that_may_hurt(call):
    jug = stopped(call, "Pear")
    wrote(call, jug, "dosed", {"dose": "sulphite_potassium", "mass_g": 0.6})
    lots = [{"size_ml": 750, "count": 2, **CORK}]
    call.ok("POST", path(jug, "bottling"), {"bottles": lots, "insist": True})
    seen = Caller(Client()).ok("GET", f"guests/{link_for(call, jug, blind=True)}")
    assert (seen["name"], seen["says"]) == ("", ["Contains sulphites."])


@pytest.mark.parametrize(
    ("change", "at"),
    [
        ({"by": " "}, "by"),
        ({"by": "x" * 61}, "by"),
        ({"words": "x" * 301}, "words"),
        ({"scores": {"overall": 6}}, "scores.overall"),
        ({"scores": {"overall": 0}}, "scores.overall"),
        ({"scores": {"colour": 3}}, "scores.colour"),
    ],
)
def test_what_a_guest_cannot_say(call, change, at):
    token = link_for(call, bottled(call))
    status, said = Caller(Client())("POST", f"guests/{token}", {"by": "Ida", **change})
    assert (status, said["errors"][0]["at"]) == (422, at)


def test_a_link_taken_back_asks_nobody_and_sixty_are_enough(call, other_call):
    jug = bottled(call)
    token = link_for(call, jug)
    guest = Caller(Client())
    TastingLink.objects.update(answers=60)
    assert guest("POST", f"guests/{token}", {"by": "Ida"})[0] == 422
    assert other_call("POST", path(jug, "guests"), {"lot": "a"})[0] == 404
    assert other_call("DELETE", path(jug, "guests", "a"))[0] == 404
    assert call("POST", path(jug, "guests"), {"lot": "z"})[0] == 422
    call.ok("DELETE", path(jug, "guests", "a"))
    assert guest("GET", f"guests/{token}")[0] == 404
    assert guest("POST", f"guests/{token}", {"by": "Ida"})[0] == 404
    assert guest("GET", "guests/nonsense")[0] == 404
    assert link_for(call, jug) != token


def test_what_people_found_says_what_to_change_and_plans_it(call, other_call):
    jug = bottled(call)
    for sharp in (1, 2, 1):
        scores = {"overall": 3, "sharp": sharp, "sweet": 1}
        wrote(call, jug, "tasted", {"lot": "a", "by": "Ida", "scores": scores, "words": "Flat."})
    wrote(call, jug, "noticed", {"chips": ["eggs"]})
    told = call.ok("GET", path(jug, "taste"))
    sharp = next(side for side in told["sides"] if side["key"] == "sharp")
    assert (sharp["count"], sharp["marked"]) == (3, pytest.approx(4 / 3))
    assert sharp["expected"]["low"] <= sharp["expected"]["value"]
    assert told["overall"] == 3
    assert [fault["key"] for fault in told["faults"]] == ["eggs"]
    assert "No nutrient was written down." in told["faults"][0]["causes"]
    change = next(each for each in told["again"] if each["key"] == "sharper")
    made = call.ok("POST", path(jug, "again"), {"key": "sharper"})
    planned = call.ok("GET", path(made))
    before = call.ok("GET", path(jug))
    added = [p["name"] for p in planned["kept"]["plan"]["pours"]][
        len(before["kept"]["plan"]["pours"]) :
    ]
    assert added == ["Tartaric acid"]
    assert "tartaric acid" in change["text"]
    assert planned["stage"] == "plan"
    assert call("POST", path(jug, "again"), {"key": "sweeter"})[0] == 422
    assert other_call("POST", path(jug, "again"), {"key": "sharper"})[0] == 404
    assert other_call("GET", path(jug, "taste"))[0] == 404


def test_batches_side_by_side_say_how_they_tasted_and_how_sure_that_is(call):
    one, other = bottled(call), bottled(call, "Pear again")
    for jug, mark in ((one, 2), (other, 4)):
        wrote(call, jug, "tasted", {"lot": "a", "by": "Ida", "scores": {"overall": mark}})
    rows = call.ok("GET", f"jugs/side-by-side?jug={one['id']}&jug={other['id']}")["rows"]
    (tasted,) = (row for row in rows if row["name"] == "Tasted")
    assert (tasted["values"], tasted["differ"]) == ([2, 4], True)
    assert tasted["said"] == "Liked more by 2.0 of 5: 92% sure, from 2 tastings."


def test_one_label_is_a_picture_and_a_drawing_with_everything_said(call, other_call):
    jug = bottled(call, LONG)
    png = call.client.get(f"/api/{path(jug, 'label.png')}?lot=b")
    assert png["Content-Type"] == "image/png"
    image = Image.open(io.BytesIO(png.content))
    # 99 mm by 68 mm at 300 dots an inch.
    assert image.size == (
        pytest.approx(99 / 25.4 * 300, abs=6),
        pytest.approx(68 / 25.4 * 300, abs=6),
    )
    (code,) = zxingcpp.read_barcodes(image)
    assert code.text.endswith(f"/jugs/{jug['id']}/bottle")
    svg = call.client.get(f"/api/{path(jug, 'label.svg')}?lot=b")
    assert svg["Content-Type"] == "image/svg+xml"
    root = ElementTree.fromstring(svg.content)  # noqa: S314 - our own
    said = " ".join(
        "".join(text.itertext()) for text in root.iter("{http://www.w3.org/2000/svg}text")
    )
    for word in (
        "Weißdorn,",
        "Żurawina",
        "piña",
        "33 cl",
        "Under pressure.",
        "of 4",
        "not for sale",
    ):
        assert word in said
    # Its letters come with it.
    assert b"font/woff2;base64" in svg.content
    assert call("GET", f"{path(jug, 'label.png')}?lot=z")[0] == 422
    assert other_call("GET", path(jug, "label.svg"))[0] == 404


def test_the_code_of_a_shared_batch_opens_for_anybody_and_shows_nothing_private(call):
    jug = bottled(call)
    wrote(call, jug, "tasted", {"lot": "a", "by": "Ida", "scores": {"overall": 4}, "words": "Hm"})
    stranger = Caller(Client())
    stranger.client.get("/api/session")
    assert stranger("GET", "batches/nothing")[0] == 404
    token = call.ok("POST", path(jug, "link"))["token"]
    png = call.client.get(f"/api/{path(jug, 'label.png')}").content
    (code,) = zxingcpp.read_barcodes(Image.open(io.BytesIO(png)))
    assert code.text.endswith(f"/batches/{token}")
    seen = stranger.ok("GET", f"batches/{token}")
    assert (seen["name"], seen["number"], seen["liked"], seen["tastings"]) == ("Pear", 1, 4, 1)
    assert [lot["size_ml"] for lot in seen["bottles"]] == [750, 330]
    assert seen["start_sg"] == pytest.approx(1.081, abs=0.0003)
    told = json.dumps(seen)
    assert not any(
        private in told for private in ("Under the stairs", "Ida", "Hm", "cost", "price")
    )
    call.ok("DELETE", path(jug, "link"))
    assert stranger("GET", f"batches/{token}")[0] == 404
