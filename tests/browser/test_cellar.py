"""The cellar at the screen: a bottle opened and tasted, moved, counted; its labels."""

import re

import pytest
from playwright.sync_api import expect

from server.jugs.models import Jug
from tests.browser.conftest import PHONE, tab_to
from tests.browser.test_access import violations
from tests.server.conftest import Caller
from tests.server.test_cellar import bottled

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def cellar(page, person):
    person.sign_in()
    bottled(Caller(person.client), "Pear & plum")
    page.goto(f"{person.home}/cellar")
    expect(page.get_by_role("heading", level=1)).to_contain_text("7 bottles.")
    return page


def lot(page, size):
    return page.get_by_role("button", name=re.compile(rf"left of \d+ · {size}"))


def test_one_is_opened_tasted_and_taken_back(cellar):
    cellar.get_by_role("button", name="Open one").click()
    expect(lot(cellar, "75 cl")).to_contain_text("2 left of 3")
    cellar.get_by_label("How is it?").select_option(label="Best yet")
    cellar.get_by_label("In a line").fill("Round, of plums.")
    cellar.get_by_role("form", name="How it tastes").get_by_role("button", name="Save").click()
    told = cellar.get_by_role("region", name="How it tasted")
    expect(told).to_contain_text("Best yet 0 days in")
    expect(told).to_contain_text("Round, of plums.")
    opened = cellar.locator("[data-part=root]").filter(has_text="opened.")
    opened.get_by_role("button", name="Undo").click()
    expect(lot(cellar, "75 cl")).to_contain_text("3 left of 3")


def test_bottles_move_to_a_shelf_of_their_own_and_are_counted(cellar):
    lot(cellar, "33 cl").click()
    cellar.get_by_text("Move, give away, count").click()
    cellar.get_by_label("Where it stands").fill("Garage")
    cellar.get_by_role("button", name="Move all").click()
    garage = cellar.get_by_role("region", name="Garage")
    expect(garage).to_contain_text("4 left of 4")
    cellar.get_by_label("Counted: so many are there").fill("9")
    expect(cellar.get_by_text("There were 4: more cannot have come.")).to_be_visible()
    cellar.get_by_label("Counted: so many are there").fill("3")
    cellar.get_by_role("button", name="Save count").click()
    expect(garage).to_contain_text("3 left of 4")


def test_only_ready_ones_and_the_empty_cellar(page, person):
    person.sign_in()
    page.goto(f"{person.home}/cellar")
    page.get_by_role("link", name="See the jugs").click()
    bottled(Caller(person.client), "Pear & plum")
    page.goto(f"{person.home}/cellar")
    page.get_by_text("Only ready ones").click()
    expect(page.get_by_text("None is ready yet.")).to_be_visible()


def test_labels_are_a_pdf_for_the_sheet_that_is_left(cellar):
    cellar.get_by_role("link", name="Labels").click()
    expect(cellar.get_by_role("list", name="Labels").get_by_role("listitem")).to_have_count(7)
    cellar.get_by_label("Labels on a page").select_option("21")
    cellar.get_by_label("First free label").fill("30")
    expect(cellar.get_by_text("1 to 21.")).to_be_visible()
    cellar.get_by_label("First free label").fill("4")
    address = cellar.get_by_role("link", name="PDF to print").get_attribute("href")
    assert "per_page=21&begin_at=4" in address
    answer = cellar.request.get(cellar.url.split("/jugs/")[0] + address)
    assert answer.headers["content-type"] == "application/pdf"


def test_by_keyboard_alone(cellar):
    tab_to(cellar, lot(cellar, "33 cl"))
    cellar.keyboard.press("Enter")
    expect(lot(cellar, "33 cl")).to_have_attribute("aria-pressed", "true")
    tab_to(cellar, cellar.get_by_role("button", name="Open one"))
    cellar.keyboard.press("Enter")
    expect(lot(cellar, "33 cl")).to_contain_text("3 left of 4")


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone(cellar):
    assert cellar.evaluate("document.documentElement.scrollWidth") == 390
    cellar.get_by_role("button", name="Open one").tap()
    expect(lot(cellar, "75 cl")).to_contain_text("2 left of 3")


def test_it_is_planned_again(cellar):
    cellar.get_by_role("button", name="Plan it again").click()
    expect(cellar.get_by_text("Jug 2 · Pear & plum")).to_be_visible()


def test_what_it_cost_stands_with_the_bottles(cellar, person):
    cellar.goto(f"{person.home}/jugs/{Jug.objects.get().id}/bottle")
    cost = cellar.get_by_role("region", name="What it cost")
    expect(cost).to_contain_text("£3.99 of ingredients")
    expect(cost).to_contain_text("at the till")
    # Nobody priced yeast or corks: they are asked for.
    expect(cost).to_contain_text("Not counted: yeast and caps and corks.")
    expect(cost.get_by_role("link", name="To the shelf")).to_be_visible()
    cost.get_by_label("One like it in a shop, GBP").fill("7.50")
    expect(cost).to_contain_text("A bottle of yours saves £6.")


@pytest.mark.browser_context_args(**PHONE)
def test_a_guest_tastes_on_a_phone_without_an_account(cellar, person):
    client = Caller(person.client)
    jug = Jug.objects.get()
    token = client.ok("POST", f"jugs/{jug.id}/guests", {"lot": "a", "blind": True})["token"]
    cellar.context.clear_cookies()
    cellar.goto(f"{person.home}/taste/{token}")
    expect(cellar.get_by_role("heading", level=1)).to_have_text("How does it taste?")
    assert violations(cellar) == []
    assert cellar.evaluate("document.documentElement.scrollWidth") == 390
    cellar.get_by_role("button", name="Save").tap()
    expect(cellar.get_by_text("Say who tasted it, like Ida.")).to_be_visible()
    cellar.get_by_label("Who tasted").fill("Ida")
    cellar.get_by_label("In a line").fill("Crisp.")
    cellar.get_by_text("Every side of it").tap()
    cellar.get_by_role("group", name="Sharp").get_by_role("radio", name="5, very sharp").tap()
    cellar.get_by_role("button", name="Save").tap()
    expect(cellar.get_by_text("Thank you, Ida. It is written down.")).to_be_visible()
    (tasting,) = client.ok("GET", f"jugs/{jug.id}/taste")["tastings"]
    assert (tasting["by"], tasting["scores"]["sharp"]) == ("Ida", 5)


def test_a_link_for_guests_is_made_and_closed(cellar):
    cellar.get_by_role("button", name="Copy a link for guests").click()
    guests = cellar.get_by_role("region", name="Guests")
    expect(guests).to_contain_text("/taste/")
    guests.get_by_role("button", name="Close the link").click()
    expect(guests).not_to_contain_text("/taste/")


def test_a_batch_is_marked_by_keys_and_planned_again_with_one_change(cellar, person):
    jug = Jug.objects.get()
    cellar.goto(f"{person.home}/jugs/{jug.id}/taste")
    expect(cellar.get_by_text("Nobody has said how it tastes yet.")).to_be_visible()
    # The arrows of the keyboard go along the marks.
    sharp = cellar.get_by_role("group", name="Sharp")
    sharp.get_by_role("radio", name="1, flat").focus()
    cellar.keyboard.press("Space")
    expect(sharp.get_by_role("radio", name="1, flat")).to_be_checked()
    cellar.keyboard.press("ArrowRight")
    expect(sharp.get_by_role("radio", name="2 of 5")).to_be_checked()
    # The radio itself is not seen: its mark wears the ring.
    on = sharp.get_by_role("radio", name="2 of 5").locator("..")
    expect(on).to_have_css("outline-style", "solid")
    expect(on).to_have_css("outline-width", "3px")
    off = sharp.get_by_role("radio", name="3 of 5").locator("..")
    expect(off).to_have_css("outline-style", "none")
    cellar.keyboard.press("ArrowLeft")
    cellar.get_by_role("button", name="Of eggs").click()
    cellar.get_by_label("In a line").fill("Flat, and of eggs.")
    cellar.get_by_role("button", name="Save", exact=True).click()
    expect(cellar.get_by_role("heading", name="Tasted once, 4.0 of 5")).to_be_visible()
    expect(cellar.get_by_role("img", name=re.compile("sharp 1"))).to_be_visible()
    wrong = cellar.get_by_role("region", name="What was wrong")
    expect(wrong).to_contain_text("No nutrient was written down.")
    once_more = cellar.get_by_role("region", name="Once more")
    expect(once_more).to_contain_text("of tartaric acid")
    once_more.get_by_role("button", name="Plan it with this change").click()
    expect(cellar).to_have_url(re.compile(r"/jugs/\d+/plan"))
    expect(cellar.get_by_text("Tartaric acid").first).to_be_visible()


def test_looking_back_says_what_came_of_it_and_what_it_cost(cellar, person):
    cellar.goto(f"{person.home}/look-back")
    expect(cellar.get_by_role("heading", level=1)).to_have_text(
        "1 batch, and nothing clearly off the labels and tables."
    )
    row = cellar.get_by_role("row").filter(has_text="Pear & plum")
    expect(row).to_contain_text("1.081")
    money = cellar.get_by_role("region", name="Money")
    expect(money).to_contain_text("£3.99 in all")
    expect(money).to_contain_text("Juice")


def test_nothing_to_look_back_on_leads_to_the_jugs(page, person):
    person.sign_in()
    page.goto(f"{person.home}/look-back")
    expect(page.get_by_role("heading", name="Nothing to look back on yet")).to_be_visible()
    page.get_by_role("link", name="See the jugs").click()
    expect(page).to_have_url(re.compile("/jugs"))


def test_a_test_bottle_that_is_hard_where_it_should_not_be_comes_first(cellar, person):
    cellar.get_by_text("Move, give away, count").click()
    felt = cellar.get_by_role("group", name="How the test bottle feels")
    felt.get_by_role("button", name="Hard").click()
    expect(cellar.get_by_text("The test bottle is hard.")).to_be_visible()
    cellar.goto(f"{person.home}/today")
    first = cellar.get_by_role("list", name="To do").get_by_role("listitem").first
    expect(first).to_contain_text("Chill the bottles, and cover them")
    expect(first).to_contain_text("felt hard")
