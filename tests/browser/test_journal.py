"""What happened to a jug, written down, put right and struck on the page; every figure core's."""

import pytest
from playwright.sync_api import expect

from server.jugs.journal import with_events
from server.jugs.models import Event, Jug
from server.jugs.state import JugState
from tests.browser.conftest import PHONE

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def fermenting(page, person):
    person.sign_in()
    person.with_pear_in_a_jug()
    person.pitch("1.049")
    return page


def told(page):
    return page.get_by_role("list", name="What happened").get_by_role("listitem")


def now():
    return JugState.load(with_events(Jug.objects.all()).get()).life.now


def write(page, kind):
    page.get_by_role("button", name="Add to the log").click()
    page.get_by_label("What happened?").select_option(label=kind)


def test_sugar_fed_is_told_struck_brought_back_and_put_right(fermenting):
    page = fermenting
    before = now().volume_ml.value
    write(page, "Poured in")
    page.get_by_label("Grams").fill("lots")
    page.get_by_role("button", name="Save entry").click()
    expect(page.get_by_text("Write an amount like 400 g, 1 kg or 2 lb 4 oz.")).to_be_visible()
    page.get_by_label("Grams").fill("200 g")
    page.get_by_role("button", name="Save entry").click()
    expect(told(page).first).to_contain_text("Added 200 g White sugar.")
    fed = now()
    assert fed.volume_ml.value == pytest.approx(before + 200 * 0.62, abs=3)
    expect(page.locator("main")).to_contain_text(f"Now: {fed.volume_ml.value / 1000:.2f} L")
    page.get_by_role("button", name="Delete: Added 200 g White sugar.").click()
    expect(page.get_by_text("is deleted")).to_be_visible()
    assert now().volume_ml.value == pytest.approx(before, abs=0.01)
    page.get_by_role("button", name="Restore").click()
    expect(page.get_by_role("button", name="Restore")).to_have_count(0)
    page.get_by_role("button", name="Correct: Added 200 g White sugar.").click()
    form = page.get_by_role("form", name="Save correction")
    form.get_by_label("Grams").fill("100")
    form.get_by_role("button", name="Save correction").click()
    expect(told(page).filter(has_text="Added 100 g White sugar.")).to_be_visible()
    # What was wrong is still there to be seen, struck.
    expect(told(page).filter(has_text="200 g White sugar")).to_be_visible()
    assert Event.objects.filter(kind="added").count() == 2


def sulphited(page):
    page.get_by_label("Dose", exact=True).select_option("sulphite_potassium")
    page.get_by_label("Grams").fill("0,4")


def test_every_kind_can_be_written_down(fermenting):
    page = fermenting
    for kind, fill, text in (
        ("Dosed", lambda: page.get_by_label("Grams").fill("0,4"), "Dosed 0.4 g nutrient (diammonium phosphate)."),
        ("Dosed", lambda: sulphited(page), "Dosed 0.4 g potassium metabisulphite."),
        ("Racked off the lees", lambda: page.get_by_label("Left behind, ml").fill("20"), "Racked off the lees, 20 ml left behind."),
        ("Measured", lambda: page.get_by_label("pH", exact=True).fill("3.4"), "Measured pH 3.4."),
        ("Noticed", lambda: page.get_by_role("button", name="Clear", exact=True).click(), "Noticed: clear."),
        ("Looked after", lambda: None, "Swirled."),
    ):  # fmt: skip
        write(page, kind)
        fill()
        page.get_by_role("button", name="Save entry").click()
        expect(told(page).filter(has_text=text)).to_be_visible()
    drink = now()
    assert (drink.ph, Event.objects.exclude(kind__in=["read", "pitched"]).count()) == (3.4, 6)
    expect(page.locator("main")).to_contain_text(
        f"{drink.so2_added_mg_per_l:.0f} mg/L of sulphite added"
    )


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone_half_typed_is_there_again(fermenting):
    page = fermenting
    write(page, "Poured in")
    page.get_by_label("Grams").fill("75")
    page.reload()
    page.get_by_role("button", name="Add to the log").tap()
    expect(page.get_by_label("Grams")).to_have_value("75")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
