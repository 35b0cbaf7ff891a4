"""A jug while it ferments: without a network, with a probe, by refractometer, to its end."""

import re
from datetime import timedelta

import pytest
from django.db.models import F
from django.utils import timezone
from playwright.sync_api import expect

from server.jugs.models import Event, Jug, StepMark
from simulated.probe import points, send
from tests.browser.conftest import PEAR, PHONE, ready_for_no_network, tab_to
from tests.server.test_pictures import photographed

pytestmark = pytest.mark.django_db(transaction=True)
with_worker = pytest.mark.browser_context_args(service_workers="allow")


@pytest.fixture
def must(page, person):
    """A jug planned and not pitched, and its page."""
    person.sign_in()
    jug = person._kept("jugs", {"name": "Pear", "vessel": {"volume_ml": 5000}, "yeast": {"key": "wine", "tolerance_abv": 14}})  # fmt: skip
    plan = {"pours": [{**PEAR, "volume_ml": 4000}], "vessel": {"volume_ml": 5000}}
    kept = {"based_on": jug["kept"]["version"], "plan": plan}
    sent = person.client.put(f"/api/jugs/{jug['id']}/plan", kept, content_type="application/json")
    assert sent.status_code == 200, sent.content
    return jug


@pytest.fixture
def going(page, person, must):
    """The same four days after its yeast."""
    at = (timezone.now() - timedelta(days=4)).isoformat()
    person._kept(f"jugs/{must['id']}/readings", {"sg": 1.052, "at": at, "insist": True})
    page.goto(f"{person.home}/jugs/{must['id']}/ferment")
    expect(page.get_by_role("heading", name="Log", exact=True)).to_be_visible()
    return page


def read(page, figure):
    page.get_by_label("Gravity", exact=True).fill(figure)
    page.get_by_role("button", name="Save reading").click()


def offline(page):
    return page.get_by_role("status", name="Without a network")


@with_worker
def test_a_reading_offline_is_sent_once_after_a_reload_offline(going):
    ready_for_no_network(going, going.url)
    # A page that is loaded anew has a network for a moment, whatever the browser was told.
    going.context.route("**/api/**", lambda route: route.abort())
    going.context.set_offline(True)
    expect(offline(going)).to_contain_text("You are offline.")
    read(going, "1.020")
    expect(offline(going)).to_contain_text("Kept here until there is a network: 1.020.")
    going.reload()
    expect(going.get_by_role("heading", name="Log", exact=True)).to_be_visible()
    expect(offline(going)).to_contain_text("Kept here until there is a network: 1.020.")
    going.goto(going.url.split("/jugs/")[0] + "/today")
    expect(going.get_by_role("list", name="The next two weeks")).to_be_visible()
    going.context.unroute("**/api/**")
    going.context.set_offline(False)
    expect(offline(going)).to_have_count(0)
    going.wait_for_timeout(500)
    said = [event.what["sg"] for event in Event.objects.filter(kind="read").order_by("at")]
    assert said == [1.052, 1.020]
    going.reload()
    going.wait_for_timeout(1000)
    assert Event.objects.filter(kind="read").count() == 2


@with_worker
def test_what_cannot_be_saved_when_it_is_sent_shows_both(going):
    going.context.set_offline(True)
    read(going, "1.062")
    expect(offline(going)).to_contain_text("1.062")
    going.context.set_offline(False)
    expect(offline(going)).to_contain_text("Not saved: 1.062. The gravity rose from 1.052")
    expect(offline(going)).to_contain_text("There now: 1.052")
    going.get_by_role("button", name="Save it all the same").click()
    expect(offline(going)).to_have_count(0)
    assert Event.objects.get(what__sg=1.062).insisted


@with_worker
def test_a_tick_and_a_note_offline(going, person, must):
    going.context.set_offline(True)
    going.get_by_role("button", name="Add to the log").click()
    going.get_by_label("What happened?").select_option("noticed")
    going.get_by_label("Note", exact=True).fill("Smells of pears")
    going.get_by_role("button", name="Save entry").click()
    expect(offline(going)).to_contain_text("Noticed, jug 1")
    going.context.set_offline(False)
    expect(offline(going)).to_have_count(0)
    assert Event.objects.get(kind="noticed").note == "Smells of pears"


@with_worker
def test_a_step_ticked_offline_stays_ticked(page, person, must):
    page.goto(f"{person.home}/jugs/{must['id']}/pitch")
    clean = page.get_by_role("checkbox", name="Sanitise what touches it")
    expect(clean).to_be_visible()
    page.context.set_offline(True)
    clean.check(force=True)
    expect(clean).to_be_checked()
    page.context.set_offline(False)
    expect(offline(page)).to_have_count(0)
    expect(clean).to_be_checked()
    page.wait_for_timeout(300)
    assert StepMark.objects.get().done_at is not None


@with_worker
def test_signing_out_waits_for_what_is_not_sent(going):
    going.context.set_offline(True)
    read(going, "1.030")
    expect(offline(going)).to_contain_text("1.030")
    going.get_by_role("button", name="Sign out").click()
    expect(going.get_by_text("Something still waits for the network here")).to_be_visible()
    going.context.set_offline(False)
    expect(offline(going)).to_have_count(0)


def test_a_probe_is_live_on_the_chart(going, person):
    going.get_by_role("button", name="Add a probe").click()
    going.get_by_label("What you call it").fill("Float")
    going.get_by_role("button", name="Save", exact=True).click()
    token = going.get_by_test_id("token").inner_text()
    expect(going.get_by_text("nothing has come yet")).to_be_visible()
    now = timezone.now()
    assert send(person.home, token, list(points(4, now)), now, 0.9)["kept"] > 300
    # It asks by itself.
    expect(going.get_by_text(re.compile("20 °C · battery 90 %"))).to_be_visible(timeout=15_000)
    expect(going.get_by_test_id("sent")).to_have_count(1)
    going.get_by_role("button", name="Remove Float").click()
    expect(going.get_by_test_id("sent")).to_have_count(0)
    going.get_by_role("button", name="Undo").click()
    expect(going.get_by_test_id("sent")).to_have_count(1)


def test_1190_is_asked_about_and_taken_as_1090(page, person, must):
    sweet = {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": 462}
    plan = {"pours": [{**PEAR, "volume_ml": 4000}, sweet], "vessel": {"volume_ml": 5000}}
    based_on = person.client.get(f"/api/jugs/{must['id']}").json()["kept"]["version"]
    kept = {"based_on": based_on, "plan": plan}
    person.client.put(f"/api/jugs/{must['id']}/plan", kept, content_type="application/json")
    page.goto(f"{person.home}/jugs/{must['id']}/pitch")
    page.get_by_label("Gravity", exact=True).fill("1.190")
    page.get_by_role("button", name="Save reading and pitch").click()
    expect(page.get_by_text("A whole division misread: 1.190 written for 1.090.")).to_be_visible()
    page.get_by_role("button", name="Make it 1.090").click()
    page.get_by_role("button", name="Save reading and pitch").click()
    expect(page.get_by_text("1.090 is saved.")).to_be_visible()


def test_who_stands_by_an_odd_reading_is_asked_what_it_was(page, person, must):
    page.goto(f"{person.home}/jugs/{must['id']}/pitch")
    page.get_by_label("Gravity", exact=True).fill("1.044")
    page.get_by_role("button", name="Save reading and pitch").click()
    page.get_by_role("button", name="It did read 1.044: save it").click()
    expect(page.get_by_text("1.044 is saved.")).to_be_visible()
    asked = page.get_by_text("What was it?")
    expect(asked).to_be_visible()
    page.get_by_role("button", name="It was", exact=False).first.click()
    expect(page.get_by_text("Written down: it counts as likely")).to_be_visible()
    expect(asked).to_be_hidden()
    assert Event.objects.get(kind="explained").jug_id == must["id"]


@pytest.mark.browser_context_args(**PHONE)
def test_by_refractometer_on_a_phone(going):
    going.get_by_text("With a refractometer, or foam or sugar in it?").click()
    going.get_by_text("Refractometer", exact=True).click()
    going.get_by_label("Brix it shows").fill("8.2")
    going.get_by_role("button", name="Save reading").click()
    expect(going.get_by_text("8.2 °Bx is saved.")).to_be_visible()
    assert Event.objects.get(what__brix=8.2).what["instrument"] == {"kind": "refractometer"}
    assert going.evaluate("document.documentElement.scrollWidth") <= 390


def by_api(person, jug, days, sg, **more):
    at = (timezone.now() - timedelta(days=days)).isoformat()
    person._kept(f"jugs/{jug['id']}/readings", {"sg": sg, "at": at, "insist": True, **more})


def told(page, person, jug):
    page.goto(f"{person.home}/jugs/{jug['id']}/ferment")
    return page.get_by_role("status").filter(has=page.locator("p")).first


def test_to_dry_and_proven_with_the_day_it_asks_for(page, person, must):
    for days, sg in ((40, 1.045), (34, 1.015), (30, 1.000), (24, 0.997)):
        by_api(person, must, days, sg)
    expect(told(page, person, must)).to_contain_text(
        re.compile(r"Read it again on \d+ \w+: .*proves")
    )
    by_api(person, must, 4, 0.997)
    expect(told(page, person, must)).to_contain_text("Dry, and proven.")
    page.get_by_role("link", name="Next: clearing").click()
    expect(page.get_by_role("heading", name="Rack it off its lees")).to_be_visible()


def test_never_started_says_what_to_do_in_words(page, person, must):
    for days, sg in ((4, 1.045), (1, 1.045)):
        by_api(person, must, days, sg)
    expect(told(page, person, must)).to_contain_text("Not started.")


def test_stuck_names_the_ways_out_in_order(page, person, must):
    for days, sg in ((30, 1.045), (20, 1.025), (15, 1.025)):
        by_api(person, must, days, sg)
    advice = told(page, person, must)
    expect(advice).to_contain_text("Stopped short.")
    expect(advice).to_contain_text(
        re.compile(r"In this order: 1\. warm it.* 2\. swirl.* 4\. fresh")
    )


def test_restarted_warns_of_what_was_bottled(page, person, must):
    for days, sg in ((30, 1.045), (20, 1.020), (15, 1.020), (8, 1.014)):
        by_api(person, must, days, sg)
    expect(told(page, person, must)).to_contain_text("Going again.")


def test_by_keyboard_a_what_if(page, person, must):
    for days, sg in ((5, 1.045), (3, 1.034), (1, 1.022)):
        by_api(person, must, days, sg)
    person._kept(f"jugs/{must['id']}/events", {"kind": "measured", "what": {"temperature_c": 18}})
    page.goto(f"{person.home}/jugs/{must['id']}/ferment")
    expect(page.get_by_text(re.compile("^Likely dry"))).to_be_visible()
    before = page.get_by_text(re.compile("^Likely dry")).inner_text()
    tab_to(page, page.get_by_role("radio", name="As it is"), 80)
    page.keyboard.press("ArrowRight")
    expect(page.get_by_text(re.compile("if so from now on"))).to_be_visible()
    expect(page.get_by_text(re.compile("^Likely dry"))).not_to_have_text(before)
    assert Jug.objects.filter(events__at__lt=F("events__written_at")).exists()


def test_a_smell_says_what_it_means_and_a_photograph_is_shown(going):
    going.get_by_role("button", name="Add to the log").click()
    going.get_by_label("What happened?").select_option("noticed")
    going.get_by_role("button", name="Of eggs", exact=True).click()
    expect(going.get_by_text("The yeast is hungry or strained.").first).to_be_visible()
    going.get_by_label("Photograph", exact=True).set_input_files(
        {"name": "jug.jpg", "mimeType": "image/jpeg", "buffer": photographed()}
    )
    expect(going.get_by_role("link", name="Photograph, large")).to_be_visible()
    going.get_by_role("button", name="Save entry").click()
    expect(going.get_by_text("Noticed: it smells of eggs.")).to_be_visible()
    expect(going.get_by_role("link", name="Photograph, large")).to_be_visible()


def test_a_first_reading_off_the_plan_asks_what_it_was_and_the_answer_is_undone(page, person, must):
    by_api(person, must, 0.01, 1.030)
    told(page, person, must)
    asked = page.get_by_text("What was it?")
    expect(asked).to_contain_text("It read 1.030")
    page.get_by_role("button", name=re.compile("^It was ")).first.click()
    expect(asked).to_have_count(0)
    assert Event.objects.filter(kind="explained").count() == 1
    expect(page.get_by_text("The reading off the plan came from").first).to_be_visible()
    page.get_by_role("button", name="Undo", exact=True).click()
    expect(asked).to_be_visible()
