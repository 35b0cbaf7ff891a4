"""Today: where one begins when something is due; done, later, left out, and taken back."""

import re
from datetime import timedelta

import pytest
from django.db.models import F
from playwright.sync_api import expect

from server.jugs.models import Event, Jug
from server.jugs.rows import renew_all
from tests.browser.conftest import PEAR, PHONE, tab_to
from tests.kitchens import remade

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def fed(page, person):
    """A jug a day after its yeast, with a portion of nutrient to be given."""
    person.sign_in()
    jug = person._kept("jugs", {"name": "Pear", "vessel": {"volume_ml": 5000}, "yeast": {"key": "wine", "tolerance_abv": 14}})  # fmt: skip
    doses = [{"kind": "nutrient", "mass_g": 0.9, "when": "after_24_h"}]
    plan = {"pours": [{**PEAR, "volume_ml": 4000}], "vessel": {"volume_ml": 5000}, "doses": doses}
    kept = {"based_on": jug["kept"]["version"], "plan": plan}
    sent = person.client.put(f"/api/jugs/{jug['id']}/plan", kept, content_type="application/json")
    assert sent.status_code == 200, sent.content
    quiet = {"school": "swirl", "option": "never"}
    sent = person.client.put(
        f"/api/jugs/{jug['id']}/choices", quiet, content_type="application/json"
    )
    assert sent.status_code == 200, sent.content
    person._kept(f"jugs/{jug['id']}/readings", {"sg": 1.052})
    Event.objects.update(at=F("at") - timedelta(hours=25))
    remade()
    page.goto(person.home)
    expect(page.get_by_role("heading", name="One thing to do now.")).to_be_visible()
    return page


def test_it_is_where_one_begins_and_done_goes_into_the_log(fed):
    todo = fed.get_by_role("list", name="To do")
    expect(todo).to_contain_text("Feed it nutrient, 0.9 g")
    expect(todo).to_contain_text("1 · Pear")
    fed.get_by_role("button", name="Done").click()
    expect(fed.get_by_role("heading", name="Nothing to do today.")).to_be_visible()
    given = Event.objects.get(kind="dosed")
    assert given.what == {"dose": "nutrient_dap", "mass_g": 0.9}
    fed.get_by_role("button", name="Undo", exact=True).click()
    expect(fed.get_by_role("heading", name="One thing to do now.")).to_be_visible()


def test_later_and_left_out_with_its_reason(fed):
    later = fed.get_by_role("button", name="Later: Feed it nutrient, Pear")
    later.click()
    fed.get_by_role("button", name="In 3 days").click()
    expect(fed.get_by_role("heading", name="Nothing to do today.")).to_be_visible()
    fed.get_by_role("button", name="Undo", exact=True).click()
    later.click()
    fed.get_by_role("button", name="Leave it out").click()
    expect(fed.get_by_text("Say why it is left out")).to_be_visible()
    fed.get_by_label("Or leave it out, because").fill("the leaflet says none")
    fed.get_by_role("button", name="Leave it out").click()
    expect(fed.get_by_role("heading", name="Nothing to do today.")).to_be_visible()


def test_by_keyboard_to_the_jug_and_its_calendar(fed):
    line = fed.get_by_role("list", name="The next two weeks")
    expect(line.get_by_role("listitem").first).to_contain_text("1 feed")
    calendar = fed.get_by_role("button", name="Show it in my calendar")
    tab_to(fed, calendar)
    fed.keyboard.press("Enter")
    address = fed.get_by_test_id("calendar")
    expect(address).to_contain_text(".ics")
    assert "BEGIN:VEVENT" in fed.request.get(address.inner_text()).text()
    tab_to(fed, fed.get_by_role("link", name=re.compile("Pear")), 120)
    fed.keyboard.press("Enter")
    expect(fed.get_by_role("heading", name="Log", exact=True)).to_be_visible()


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone(fed):
    assert fed.evaluate("document.documentElement.scrollWidth") <= 390
    fed.get_by_role("button", name="Done").tap()
    expect(fed.get_by_role("heading", name="Nothing to do today.")).to_be_visible()


def test_nothing_due_says_what_is_next(page, person):
    person.sign_in()
    page.goto(f"{person.home}/today")
    expect(page.get_by_role("heading", name="Nothing to do for two weeks.")).to_be_visible()
    expect(page.get_by_role("link", name="To the jugs")).to_be_visible()


def test_what_it_is_no_longer_is_told_once_and_told_again_where_that_was_a_slip(fed):
    Jug.objects.update(row='{"headline": "Dry, and proven."}', row_of="the rules before")
    renew_all(Jug.objects.all())
    fed.reload()
    told = fed.get_by_role("list", name="No longer sure")
    expect(told).to_contain_text("Called proven dry until now")
    fed.get_by_role("button", name="Seen, Pear").click()
    expect(told).to_have_count(0)
    fed.get_by_role("button", name="Undo", exact=True).click()
    expect(told).to_be_visible()
