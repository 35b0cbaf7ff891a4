"""Reading labels four ways, and finding and comparing what stands on the shelf."""

import re
import threading
from pathlib import Path

import pytest
from playwright.sync_api import expect

from core.must.mixing import Pour
from core.pack.additives import read_ingredients
from core.pack.declared import read_label
from core.shelf.facts import facts
from core.shelf.verdict import verdict
from simulated import product_service as simulated
from tests.browser.conftest import PHONE
from tests.browser.test_access import violations
from tests.pictures import barcode, drawn, saved

pytestmark = pytest.mark.django_db(transaction=True)

PEAR_CODE = "2000000001012"
CORDIAL = """Blackcurrant cordial, 75 cl. Dilute 1 part with 5 parts water.
Water, sugar, blackcurrant juice from concentrate 22 %, acid (E330), preservatives (potassium sorbate, E223).
Per 100 ml as sold: carbohydrate 44 g, of which sugars 44 g"""


@pytest.fixture
def service(settings):
    server = simulated.serve(0)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.AMBER_PRODUCT_SERVICE = f"http://127.0.0.1:{server.server_port}"
    yield server
    server.shutdown()
    server.server_close()


def read(page, person):
    page.goto(f"{person.home}/shelf?read")
    return page.get_by_label("The label, typed or pasted")


def choose(page, button, raw, name="picture.jpg"):
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name=button).click()
    chooser.value.set_files({"name": name, "mimeType": "image/jpeg", "buffer": raw})


def row(page, name):
    rows = page.get_by_role("list", name="On the shelf").get_by_role("listitem")
    return rows.filter(has_text=name)


def by_core():
    """What core makes of the cordial's label."""
    pour = Pour("x", "syrup", fruit="blackcurrant", label=read_label("44", 100, "ml"))
    known = facts(pour, None)
    return known, verdict(pour, known, read_ingredients(CORDIAL))


def check_the_cordial(page):
    known, judged = by_core()
    expect(page.get_by_label("What is it?")).to_have_value("Blackcurrant cordial")
    expect(page.get_by_label("Kind", exact=True)).to_have_value("syrup")
    expect(page.get_by_label("Fruit")).to_have_value("blackcurrant")
    expect(page.get_by_label("Of which sugars, g")).to_have_value("44")
    expect(page.get_by_label("Pack holds")).to_have_value("750")
    form = page.get_by_role("form", name="Read a label")
    expect(form).to_contain_text("Won't ferment.")
    expect(form).to_contain_text(judged.uses[0])
    expect(form).to_contain_text(
        f"A hydrometer will read {known.reads.low:.3f}–{known.reads.high:.3f}"
    )
    # Marked where it stands.
    expect(form.locator("mark", has_text="potassium sorbate")).to_be_attached()


def put_on_the_shelf(page):
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_text("is on the shelf.")).to_be_visible()


def test_pasted_judged_and_on_the_shelf(page, person):
    person.sign_in()
    read(page, person).fill(CORDIAL)
    check_the_cordial(page)
    page.get_by_label("Price, GBP").fill("2 for £3.20")
    put_on_the_shelf(page)
    expect(row(page, "Blackcurrant cordial")).to_contain_text("won't ferment")
    expect(row(page, "Blackcurrant cordial")).to_contain_text("£1.60")


@pytest.mark.browser_context_args(**PHONE)
def test_in_the_shop_aisle_on_a_phone(page, person):
    person.sign_in()
    read(page, person).fill(CORDIAL)
    check_the_cordial(page)
    put_on_the_shelf(page)
    expect(row(page, "Blackcurrant cordial")).to_contain_text("won't ferment")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390


def test_by_keyboard_alone(page, person):
    person.sign_in()
    page.goto(person.home)
    keys = page.keyboard
    page.get_by_role("heading", name="No jug yet").click()
    keys.press("l")
    expect(page.get_by_label("The label, typed or pasted")).to_be_focused()
    keys.insert_text(CORDIAL)
    check_the_cordial(page)
    for _ in range(30):
        if page.get_by_role("button", name="Put on the shelf").evaluate(
            "e => e === document.activeElement"
        ):
            break
        keys.press("Tab")
    keys.press("Enter")
    expect(row(page, "Blackcurrant cordial")).to_be_visible()


def test_what_the_person_sets_wins_and_is_remembered(page, person):
    person.sign_in()
    text = read(page, person)
    text.fill(CORDIAL)
    sugars = page.get_by_label("Of which sugars, g")
    expect(sugars).to_have_value("44")
    sugars.fill("42")
    text.press_sequentially(" Keep cool.")
    expect(page.get_by_role("form")).to_contain_text("407–433 g of sugar in a litre")
    expect(sugars).to_have_value("42")
    put_on_the_shelf(page)
    page.get_by_role("link", name="Blackcurrant cordial").click()
    expect(page.get_by_text("You set sugars yourself.")).to_be_visible()


def test_a_figure_that_is_none_is_told_and_not_dropped(page, person):
    person.sign_in()
    read(page, person).fill(CORDIAL)
    check_the_cordial(page)
    page.get_by_label("Pack holds").fill("a jarful")
    expect(page.get_by_text("Write how much is in a pack, like 1000.")).to_be_visible()
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_label("Pack holds")).to_have_value("a jarful")
    expect(row(page, "Blackcurrant cordial")).to_have_count(0)


def test_a_doubtful_figure_is_asked_for_and_not_filled_in(page, person):
    person.sign_in()
    read(page, person).fill("Plum juice 1 L per 100 ml: carbohydrate 10.9 g of which sugars 10.49")
    expect(page.get_by_text("a g misread as a 9")).to_be_visible()
    expect(page.get_by_label("Of which sugars, g")).to_have_value("")


@pytest.mark.usefixtures("service")
def test_a_barcode_typed_and_in_a_picture(page, person):
    person.sign_in()
    read(page, person)
    page.get_by_label("Barcode", exact=True).fill(PEAR_CODE)
    page.get_by_role("button", name="Look it up").click()
    expect(page.get_by_label("What is it?")).to_have_value("Tibbick Pear juice from concentrate")
    expect(page.get_by_label("Of which sugars, g")).to_have_value("10.8")
    read(page, person)
    choose(page, "Picture of the barcode", saved(barcode(PEAR_CODE)))
    expect(page.get_by_label("Of which sugars, g")).to_have_value("10.8")
    put_on_the_shelf(page)
    expect(row(page, "Tibbick Pear")).to_contain_text("ferments")


def test_barcodes_that_come_to_nothing_lose_nothing(page, person, service):
    person.sign_in()
    read(page, person).fill("Quince juice, my own words")
    field, look = (
        page.get_by_label("Barcode", exact=True),
        page.get_by_role("button", name="Look it up"),
    )
    field.fill("2000000055558")
    look.click()
    expect(page.get_by_text("No product with this barcode yet")).to_be_visible()
    service.shutdown()
    service.server_close()
    field.fill(PEAR_CODE)
    look.click()
    expect(page.get_by_text("The product service does not answer")).to_be_visible()
    expect(page.get_by_label("The label, typed or pasted")).to_have_value(
        "Quince juice, my own words"
    )
    expect(field).to_have_value(PEAR_CODE)


def test_a_photograph_is_confirmed_figure_by_figure_and_corrected(page, person):
    person.sign_in()
    read(page, person)
    choose(page, "Photograph it", saved(drawn()))
    expect(page.get_by_text("Reading the picture")).to_be_visible()
    check = page.get_by_role("region", name="Check each against the picture")
    expect(check).to_be_visible(timeout=60_000)
    sugars = page.get_by_role("textbox", name="Of which sugars, g")
    # Nothing counts before the person has looked.
    expect(sugars).to_have_value("")
    expect(check.get_by_role("img", name="As printed: of which sugars, g")).to_be_visible()
    check.get_by_role("button", name="of which sugars, g 10.4 is right").click()
    expect(sugars).to_have_value("10.4")
    sugars.fill("10.6")
    expect(page.get_by_label("Fruit")).to_have_value("plum")
    put_on_the_shelf(page)
    expect(row(page, "Plum juice")).to_contain_text("ferments")
    page.get_by_role("link", name="Plum juice").click()
    expect(page.get_by_text("You set sugars yourself.")).to_be_visible()


def test_two_sides_of_a_pack_are_one_label(page, person):
    person.sign_in()
    read(page, person)
    front = (("Plum juice 1 L", ""), ("Ingredients: plum juice,", ""), ("potassium sorbate", ""))
    choose(page, "Choose pictures", saved(drawn(front)))
    words = page.get_by_label("The label, typed or pasted")
    expect(words).to_have_value(re.compile("potassium sorbate"), timeout=60_000)
    back = (
        ("Typical values", "per 100 ml"),
        ("Carbohydrate", "10.9 g"),
        ("of which sugars", "10.4 g"),
    )
    choose(page, "Photograph another side", saved(drawn(back)))
    check = page.get_by_role("region", name="Check each against the picture")
    check.get_by_role("button", name="of which sugars, g 10.4 is right").click(timeout=60_000)
    expect(words).to_have_value(re.compile(r"sorbate[\s\S]+sugars"))
    expect(page.get_by_label("What is it?")).to_have_value("Plum juice")
    expect(page.get_by_role("group", name="What is in it")).to_contain_text("potassium sorbate")


def test_a_live_camera_takes_the_label(page, person):
    person.sign_in()
    page.context.grant_permissions(["camera"])
    read(page, person)
    page.get_by_role("button", name="Live camera").click()
    camera = page.get_by_role("region", name="Live camera")
    assert violations(page) == []
    with page.expect_request("**/pictures/label") as sent:
        camera.get_by_role("button", name="Take it").click()
    assert sent.value.method == "POST"
    expect(camera).to_have_count(0)
    # The picture that moves has no print in it, or little: either way it is said.
    expect(page.get_by_text("Reading the picture")).to_have_count(0, timeout=60_000)


def test_a_camera_that_is_refused_says_what_to_do(page, person):
    person.sign_in()
    page.context.clear_permissions()
    page.add_init_script(
        "if (navigator.mediaDevices) navigator.mediaDevices.getUserMedia ="
        " () => Promise.reject(new Error('denied'))"
    )
    read(page, person)
    page.get_by_role("button", name="Live camera").click()
    expect(page.get_by_text("The camera cannot be used: allow it, or choose")).to_be_visible()
    page.get_by_role("button", name="Close the camera").click()
    expect(page.get_by_role("button", name="Live camera")).to_be_visible()


def test_what_the_reader_doubts_stands_by_its_field_and_is_settled_by_a_press(page, person):
    person.sign_in()
    read(page, person).fill(
        "Quince cordial 500 ml\nDilute 1:5 with water\nPer 100 ml: sugars 11.5 g\nIngredients: quince"
    )
    sugars = page.get_by_role("textbox", name="Of which sugars, g")
    doubt = page.get_by_role("group", name="Not sure: sugars")
    expect(doubt).to_contain_text("That is little for something to dilute")
    # Nothing that is in doubt stands in the form, and each doubt stands there once.
    expect(sugars).to_have_value("")
    expect(page.get_by_text("That is little for something to dilute")).to_have_count(1)
    doubt.get_by_role("button", name="It is 11.5").click()
    expect(sugars).to_have_value("11.5")
    expect(doubt).to_have_count(0)
    expect(page.get_by_label("What is it?")).to_have_value("Quince cordial")


def test_a_picture_that_is_none_says_so_and_keeps_what_was_typed(page, person):
    person.sign_in()
    read(page, person).fill("Quince juice")
    choose(page, "Photograph it", b"%PDF-1.7 renamed")
    expect(page.get_by_text("That is not a picture this can open")).to_be_visible()
    expect(page.get_by_label("The label, typed or pasted")).to_have_value("Quince juice")


def test_found_filtered_sorted_and_side_by_side(page, person):
    person.sign_in()
    person.shelve("Pear juice", "pear", "10.8", "1.15")
    person.shelve("Grape juice", "grape", "15.6", "1.40")
    page.goto(f"{person.home}/shelf?sort=sugar_price")
    names = page.get_by_role("list", name="On the shelf").get_by_role("link")
    expect(names).to_have_text(["Grape juice", "Pear juice"])
    page.get_by_label("Sort by").select_option("name")
    page.get_by_label("Find", exact=True).fill("pear")
    expect(names).to_have_text(["Pear juice"])
    page.get_by_label("Find", exact=True).fill("nothing like it")
    page.get_by_role("button", name="Show the whole shelf").click()
    expect(names).to_have_count(2)
    page.get_by_role("button", name="One Pear juice more in stock").click()
    expect(row(page, "Pear juice")).to_contain_text("1 in stock")
    for name in ("Pear juice", "Grape juice"):
        page.get_by_label(f"Compare {name}").check(force=True)
    page.get_by_role("link", name="Compare 2").click()
    table = page.get_by_role("table")
    expect(table.get_by_role("row", name="and cost")).to_contain_text("£3.45")
    expect(table.get_by_role("row", name="3 of them fill")).to_contain_text("3.00 L")


def test_prices_stock_and_a_gravity_on_the_products_own_page(page, person):
    person.sign_in()
    person.shelve("Pear juice", "pear", "10.8", "1.15")
    page.goto(f"{person.home}/shelf")
    page.get_by_role("link", name="Pear juice").click()
    page.get_by_label("Price now, GBP").fill("99p")
    page.get_by_label("Seen at").fill("Pockett's")
    page.get_by_role("region", name="Prices").get_by_role("button", name="Save").click()
    expect(page.get_by_role("img", name="Prices: £1.15")).to_be_visible()
    expect(page.get_by_role("list", name="Every price seen")).to_contain_text("£0.99 at Pockett's")
    page.get_by_label("Gravity", exact=True).fill("1.080")
    page.get_by_role("region", name="Measured").get_by_role("button", name="Save reading").click()
    expect(page.get_by_text("richer than its label")).to_be_visible()
    page.get_by_label("Gravity", exact=True).fill("1.O48")
    page.get_by_role("region", name="Measured").get_by_role("button", name="Save reading").click()
    expect(page.get_by_text("Write the gravity as read, like 1.048.")).to_be_visible()
    expect(page.get_by_text("richer than its label")).to_be_visible()
    page.get_by_role("button", name="Delete reading").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("richer than its label")).to_be_visible()


def test_what_is_typed_while_the_last_one_is_saved_stays(page, person):
    person.sign_in()
    person.shelve("Pear juice", "pear", "10.8", "1.15")
    page.goto(f"{person.home}/shelf")
    page.get_by_role("link", name="Pear juice").click()
    held = []
    page.route("**/measured", lambda route: held.append(route))
    gravity = page.get_by_label("Gravity", exact=True)
    gravity.fill("1.080")
    page.get_by_role("button", name="Save reading").click()
    gravity.fill("1.052")
    held[0].continue_()
    expect(page.get_by_text("Reading saved.")).to_be_visible()
    expect(gravity).to_have_value("1.052")


def test_a_file_in_with_a_broken_row_and_then_without(page, person):
    person.sign_in()
    page.goto(f"{person.home}/shelf/files")
    good = "name;kind;fruit;sugars_g;per;pack;price\r\nBirne;juice;pear;10,4;100 ml;1 l;1,15\r\n"
    choose(page, "Choose a file", f"\ufeff{good}x;soup;;9;100 ml;1 l;1\r\n".encode(), "shelf.csv")
    expect(page.get_by_role("alert")).to_contain_text("“soup” is not a kind of thing")
    choose(page, "Choose a file", good.encode(), "shelf.csv")
    expect(page.get_by_text("1 imported; 0 were here already.")).to_be_visible()
    choose(page, "Choose a file", good.encode(), "shelf.csv")
    expect(page.get_by_text("0 imported; 1 were here already.")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="As a table (CSV)").click()
    assert download.value.suggested_filename == "shelf.csv"


def test_everything_out_in_one_file_and_in_again(page, person):
    person.sign_in()
    person.shelve("Plum", "plum", "10.4", "1.20")
    person.begin("Plum and pear")
    page.goto(f"{person.home}/shelf/files")
    with page.expect_download() as download:
        page.get_by_role("link", name="Export everything").click()
    kitchen = Path(download.value.path()).read_bytes()
    choose(page, "Import a kitchen", b"Dear Ida", "letter.zip")
    expect(page.get_by_role("alert")).to_contain_text("no kitchen")
    choose(page, "Import a kitchen", kitchen, "kitchen.zip")
    expect(page.get_by_text("1 jug, 0 products and 0 vessels imported")).to_be_visible()
    page.goto(f"{person.home}/jugs")
    expect(page.get_by_role("link", name="Plum and pear")).to_have_count(2)
