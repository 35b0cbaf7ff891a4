"""Brew day: ticked as one goes, waits that run on through a reload and on a second device."""

import re

import pytest
from playwright.sync_api import expect

from server.jugs.models import StepMark
from tests.browser.conftest import PHONE, tab_to

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def day(page, person):
    person.sign_in()
    person.with_pear_in_a_jug()
    page.get_by_role("button", name="Let sugar and water adjust").click()
    person.kept()
    page.get_by_role("button", name="Next: pitch the yeast").click()
    expect(page.get_by_role("list", name="Steps")).to_be_visible()
    return page


def rest_of(page):
    minutes, seconds = page.get_by_role("timer").inner_text().split(":")
    return 60 * int(minutes) + int(seconds)


def test_a_wait_runs_on_through_a_reload_and_on_another_device(day, browser, person):
    day.get_by_role("button", name=re.compile("^Time 2 minutes.*Sanitise")).click()
    expect(day.get_by_role("timer")).to_be_visible()
    assert 110 <= rest_of(day) <= 120
    day.wait_for_timeout(2500)
    day.reload()
    expect(day.get_by_role("timer")).to_be_visible()
    assert rest_of(day) <= 118
    other = browser.new_context(storage_state=day.context.storage_state()).new_page()
    other.goto(day.url)
    expect(other.get_by_role("timer")).to_be_visible()
    assert abs(rest_of(other) - rest_of(day)) <= 2
    other.get_by_role("checkbox", name="Sanitise what touches it").check(force=True)
    day.reload()
    expect(day.get_by_role("checkbox", name="Sanitise what touches it")).to_be_checked()
    expect(day.get_by_role("timer")).to_have_count(0)
    other.context.close()


def test_out_of_order_it_says_what_that_costs_and_can_be_undone(day):
    yeast = day.get_by_role("checkbox", name="Sprinkle on")
    yeast.check(force=True)
    expect(day.get_by_text("Once yeast is in, nobody knows where it began.")).to_be_visible()
    yeast.uncheck(force=True)
    expect(day.get_by_text("Once yeast is in, nobody knows where it began.")).to_have_count(0)
    assert StepMark.objects.filter(done_at__isnull=False).count() == 0


def test_two_ticked_at_once_are_both_kept(day):
    asked, answered = [], []

    def first_answered_last(route):
        asked.append(route)
        is_first = len(asked) == 1
        answer = route.fetch()
        if is_first:
            day.wait_for_timeout(500)
        route.fulfill(response=answer)
        answered.append(route)

    day.route("**/brew-day", first_answered_last)
    day.get_by_role("checkbox", name="Sanitise what touches it").check(force=True)
    day.get_by_role("checkbox", name="Have ready").check(force=True)
    for _ in range(200):
        if len(answered) == 2:
            break
        day.wait_for_timeout(50)
    assert len(answered) == 2
    # Time for the page to show what came last.
    day.wait_for_timeout(300)
    expect(day.get_by_text("7 of 9 to go")).to_be_visible()
    day.reload()
    expect(day.get_by_text("7 of 9 to go")).to_be_visible()


def test_by_keyboard_and_the_other_side_of_a_choice(day):
    tab_to(day, day.get_by_role("checkbox", name="Have ready"))
    day.keyboard.press("Space")
    expect(day.get_by_text("8 of 9 to go")).to_be_visible()
    day.get_by_text("How the yeast goes in: sprinkled on top").click()
    day.get_by_role("radio", name="Woken in warm water first").check(force=True)
    expect(day.get_by_role("checkbox", name=re.compile("^Wake .* g of yeast$"))).to_be_visible()
    day.get_by_role("button", name="Do it so from now on").click()
    expect(
        day.get_by_text("How the yeast goes in: woken in warm water first, from now on.")
    ).to_be_visible()


def test_what_really_went_in_changes_what_it_should_read(day):
    before = day.get_by_text(re.compile("By what went in it should read")).inner_text()
    water = day.get_by_role("listitem").filter(
        has=day.get_by_role("checkbox", name=re.compile("water$"))
    )
    water.get_by_role("button", name="It was another amount").click()
    day.get_by_label("Water, really").fill("2 L")
    day.get_by_role("button", name="Save", exact=True).click()
    expect(day.get_by_text("2.00 L went in, not what was planned.")).to_be_visible()
    expect(day.get_by_text(before)).to_be_hidden()
    day.get_by_role("button", name="As planned after all").click()
    expect(day.get_by_text(before)).to_be_visible()


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone(day):
    assert day.evaluate("document.documentElement.scrollWidth") <= 390
    day.get_by_role("checkbox", name="Have ready").check(force=True)
    expect(day.get_by_text("8 of 9 to go")).to_be_visible()


def test_a_sample_is_scaled_to_the_jug_half_first(page, person):
    person.sign_in()
    person.with_pear_in_a_jug()
    page.get_by_label("Amount of Pear juice, ml").fill("4000")
    page.get_by_role("combobox", name="Add an ingredient").fill("Citric")
    page.get_by_role("option", name=re.compile("^Citric acid")).first.click()
    page.get_by_label("Amount of Citric acid, g").fill("4")
    person.kept()
    page.get_by_role("button", name="Next: pitch the yeast").click()
    page.get_by_text("Try it on a sample").first.click()
    page.get_by_label("It took").fill("0.1 g")
    # 0.1 g in 100 ml of some 4 L: 4 g in all, 2 first.
    expect(
        page.get_by_text(re.compile(r"For the whole jug 4\.\d g: 2\.\d g first"))
    ).to_be_visible()
