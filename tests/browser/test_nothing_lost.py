"""What a hurried, clumsy or cut-off person would lose, and does not."""

import re

import pytest
from playwright.sync_api import expect

from server.jugs.models import Event, Jug
from tests.browser.conftest import PHONE, finger

pytestmark = pytest.mark.django_db(transaction=True)
with_worker = pytest.mark.browser_context_args(service_workers="allow")

SCROLL_PX = 300


@pytest.fixture
def bench(page, person):
    """A jug with 3 litres of pear in it, kept."""
    person.sign_in()
    person.with_pear_in_a_jug()
    return page


def poured():
    jug = Jug.objects.get()
    return jug.plans.get(version=jug.plan_version).plan["pours"][0]["volume_ml"]


@pytest.mark.parametrize("leave", ["pitch", "link", "reload"])
def test_a_change_just_before_leaving_is_kept(bench, person, leave):
    bench.get_by_label("Amount of Pear juice, ml").fill("2750")
    if leave == "pitch":
        person.pitch("1.052")
        assert Event.objects.filter(kind="read").count() == 1
    elif leave == "link":
        bench.get_by_role("link", name="Shelf").first.click()
        expect(bench.get_by_role("heading", name="Shelf", exact=True)).to_be_visible()
        bench.go_back()
    else:
        bench.reload()
    if leave != "pitch":
        expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("2750")
    bench.wait_for_load_state("networkidle")
    assert poured() == 2750


def test_an_amount_that_cannot_be_read_stops_nothing_else_from_being_kept(bench, person):
    bench.get_by_label("Amount of Pear juice, ml").fill("2750")
    person.kept()
    bench.get_by_label("Amount of Pear juice, ml").fill("1 bag")
    bench.get_by_role("button", name="set a limit").click()
    bench.get_by_label("A bottle at most, GBP").fill("9.50")
    expect(bench.get_by_test_id("kept")).to_have_text("saved, but not Pear juice")
    plan = Jug.objects.get().plans.last().plan
    assert (plan["most_per_bottle"], plan["pours"][0]["volume_ml"]) == ("9.50", 2750)
    bench.reload()
    # What was typed stands there still, with what is wrong about it.
    expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("1 bag")
    expect(bench.get_by_test_id("kept")).to_have_text("saved, but not Pear juice")
    bench.get_by_role("button", name="Next: pitch the yeast").click()
    expect(bench.get_by_text("Not in the plan as you typed it: Pear juice.")).to_be_visible()
    bench.go_back()
    bench.get_by_label("Amount of Pear juice, ml").fill("2 L")
    person.kept()
    assert poured() == 2000


@pytest.mark.browser_context_args(**PHONE)
def test_a_scroll_that_begins_on_a_bar_pours_nothing_and_one_across_pours(bench, person):
    field = bench.get_by_label("Amount of Pear juice, ml")
    bar = bench.get_by_label("How much Pear juice")
    before = bench.evaluate("scrollY")
    finger(bench, bar, along=-SCROLL_PX)
    assert bench.evaluate("scrollY") > before + SCROLL_PX / 2
    expect(field).to_have_value("3000")
    finger(bench, bar, across=-60)
    expect(field).not_to_have_value("3000")
    assert float(field.input_value()) < 3000
    person.kept()
    person.pitch("1.052")
    # What comes after the first drawing moves the rest down.
    bench.wait_for_load_state("networkidle")
    stem = bench.get_by_role("slider", name="Gravity on the stem")
    was = stem.get_attribute("aria-valuenow")
    finger(bench, stem, along=-SCROLL_PX)
    assert stem.get_attribute("aria-valuenow") == was
    finger(bench, stem, across=80)
    expect(stem).not_to_have_attribute("aria-valuenow", was)


def test_a_button_pressed_twice_on_a_slow_line_writes_once(bench, person):
    def slowly(route):
        bench.wait_for_timeout(700)
        route.continue_()

    bench.route("**/readings", slowly)
    bench.route("**/api/jugs", slowly)
    bench.get_by_role("button", name="Next: pitch the yeast").click()
    bench.get_by_label("Gravity", exact=True).fill("1.052")
    bench.get_by_role("button", name="Save reading and pitch").dblclick()
    expect(bench.get_by_role("heading", name="Log", exact=True)).to_be_visible()
    assert Event.objects.filter(kind="read").count() == 1
    bench.goto(f"{person.home}/jugs?new")
    bench.get_by_label("Name on the tape").fill("Second")
    bench.get_by_role("button", name="Create").dblclick()
    expect(bench.get_by_role("heading", name="An empty jug")).to_be_visible()
    assert Jug.objects.count() == 2


def test_the_same_sending_arriving_twice_counts_once(bench, person):
    """A line that breaks after the server wrote: the page's second try is known."""
    person.pitch("1.052")
    seen = []
    bench.on("request", lambda r: seen.append(r) if r.url.endswith("/readings") else None)
    # What a page streams is seen by nobody but the page.
    bench.evaluate("""() => {
        const real = window.fetch;
        window.fetch = async asked => {
            if (asked.method === "POST") window.sent = await asked.clone().text();
            return real(asked);
        };
    }""")
    bench.get_by_label("Gravity", exact=True).fill("1.040")
    bench.get_by_role("button", name="Save reading").click()
    expect(bench.get_by_text("1.040 is saved.")).to_be_visible()
    sent = seen[0].all_headers()
    same = ("content-type", "cookie", "x-csrftoken", "idempotency-key")
    again = bench.request.post(
        seen[0].url,
        data=bench.evaluate("window.sent").encode(),
        headers={name: sent[name] for name in same},
    )
    assert again.ok
    assert Event.objects.filter(kind="read").count() == 2


def test_what_is_half_typed_is_there_again(bench, person):
    bench.goto(f"{person.home}/shelf?read")
    text = bench.get_by_label("The label, typed or pasted")
    text.fill("Quince juice 1 L, half ty")
    bench.keyboard.press("Escape")
    expect(text).to_have_count(0)
    bench.get_by_role("button", name="Read a label").click()
    expect(text).to_have_value("Quince juice 1 L, half ty")
    bench.reload()
    expect(text).to_have_value("Quince juice 1 L, half ty")
    expect(bench.get_by_label("What is it?")).to_have_value("Quince juice")
    bench.get_by_role("button", name="Close", exact=True).click()
    bench.go_back()
    expect(text).to_have_value("Quince juice 1 L, half ty")

    bench.goto(f"{person.home}/jugs")
    bench.get_by_role("link", name=re.compile("Pear")).first.click()
    person.pitch("1.052")
    bench.get_by_label("Gravity", exact=True).fill("1.031")
    bench.get_by_label("Look, smell, anything done").fill("smells of pear dro")
    bench.reload()
    expect(bench.get_by_label("Gravity", exact=True)).to_have_value("1.031")
    expect(bench.get_by_label("Look, smell, anything done")).to_have_value("smells of pear dro")


@with_worker
def test_a_plan_changed_offline_is_there_again_and_kept_once_online(bench):
    # All pages' code comes once the page is idle.
    bench.wait_for_timeout(3000)
    bench.context.set_offline(True)
    bench.get_by_label("Amount of Pear juice, ml").fill("1234")
    bench.wait_for_timeout(1000)
    bench.get_by_role("link", name="Shelf").first.click()
    expect(bench.get_by_text("You are offline.").first).to_be_visible()
    bench.context.set_offline(False)
    bench.go_back()
    expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("1234")
    expect(bench.get_by_test_id("kept")).to_have_text("saved", timeout=15_000)
    bench.reload()
    expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("1234")


@with_worker
def test_offline_is_said_and_every_page_still_opens(bench):
    bench.wait_for_load_state("networkidle")
    # All pages' code comes once the page is idle.
    bench.wait_for_timeout(3000)
    bench.context.set_offline(True)
    bench.get_by_role("link", name="Shelf").first.click()
    expect(bench.get_by_text("You are offline.").first).to_be_visible()
    expect(bench.get_by_role("button", name="Try again")).to_be_visible()
    bench.context.set_offline(False)
    bench.get_by_role("button", name="Try again").click()
    expect(bench.get_by_role("heading", name="Shelf", exact=True)).to_be_visible()


def test_a_failed_press_says_so_and_undo_outlives_the_next_notice(bench, person):
    bench.goto(f"{person.home}/jugs")
    bench.route("**/api/jugs/*", lambda route: route.fulfill(status=503, body="gone"))
    bench.get_by_role("button", name="Put Pear away").click()
    expect(bench.get_by_text("Amber Jug does not answer")).to_be_visible()
    bench.unroute("**/api/jugs/*")
    bench.get_by_role("button", name="Put Pear away").click()
    undo = bench.get_by_role("button", name="Undo", exact=True)
    expect(undo).to_be_visible()
    bench.get_by_role("link", name="Shelf").first.click()
    bench.get_by_role("button", name="One Pear juice more in stock").click()
    expect(undo.first).to_be_visible()
    bench.route("**/restore", lambda route: route.fulfill(status=503, body="gone"))
    undo.first.click()
    expect(bench.get_by_text("That could not be undone: ")).to_be_visible()
    bench.unroute("**/restore")
    undo.first.click()
    bench.get_by_role("link", name="Jugs").first.click()
    expect(bench.get_by_role("button", name="Put Pear away")).to_be_visible()


def test_what_was_put_away_is_found_again(bench, person):
    bench.goto(f"{person.home}/jugs")
    bench.get_by_role("button", name="Put Pear away").click()
    bench.get_by_role("button", name=re.compile("^Close: ")).click()
    bench.reload()
    bench.get_by_role("button", name=re.compile("put away", re.IGNORECASE)).click()
    bench.get_by_role("button", name="Restore Pear").click()
    bench.get_by_role("button", name="Show the jugs").click()
    expect(bench.get_by_role("button", name="Put Pear away")).to_be_visible()


def test_a_reason_belongs_to_its_bottling_alone(bench, person):
    person.pitch("1.052")
    bench.goto(re.sub("[a-z]+$", "bottle", bench.url))
    reason = bench.get_by_label("Why close it anyway?")
    bench.get_by_role("button", name="Close it against advice").click()
    expect(bench.get_by_text("the reason stays with the bottles")).to_be_visible()
    reason.fill("for a bonfire tonight")
    bench.reload()
    expect(reason).to_have_value("for a bonfire tonight")
    bench.get_by_role("button", name="Close it against advice").click()
    expect(bench.get_by_text("Closed against advice: “for a bonfire tonight”")).to_be_visible()
    bench.get_by_role("button", name="Undo bottling").click()
    expect(reason).to_have_value("")
