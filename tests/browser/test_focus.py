"""By keyboard and by ear: where the focus is, what the page is called, what is said."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import at_rest, tab_to

pytestmark = pytest.mark.django_db(transaction=True)


def focused(page):
    """What has the focus, once the page has settled."""
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(150)
    return page.evaluate(
        "() => document.activeElement === document.body ? 'body' : document.activeElement.innerText"
        " || document.activeElement.ariaLabel || document.activeElement.tagName"
    )


@pytest.fixture
def bench(page, person):
    person.sign_in()
    person.shelve("Plum juice", "plum", "10.4", "1.45")
    person.with_pear_in_a_jug()
    return page


def press(page, role, name):
    tab_to(page, page.get_by_role(role, name=name).first, 120)
    page.keyboard.press("Enter")


def test_the_focus_is_never_lost_and_every_page_has_its_name(bench, person):
    titles = [bench.title()]
    press(bench, "button", "More for Pear juice")
    assert focused(bench) != "body"
    expect(bench.get_by_role("menuitem", name="Lock the amount")).to_be_visible()
    bench.keyboard.press("End")
    bench.keyboard.press("Enter")
    expect(bench.get_by_label("How much Pear juice")).to_have_count(0)
    assert focused(bench) != "body"
    bench.keyboard.press("z")
    expect(bench.get_by_label("How much Pear juice")).to_be_visible()
    assert focused(bench) != "body"
    press(bench, "button", "Shopping list")
    assert focused(bench) != "body"
    for name, heading in (("Shelf", "Shelf"), ("Jugs", "Jugs")):
        press(bench, "link", name)
        expect(bench.get_by_role("heading", name=heading, exact=True)).to_be_visible()
        assert heading in focused(bench)
        titles.append(bench.title())
    press(bench, "button", "Put Pear away")
    expect(bench.get_by_text("is put away")).to_be_visible()
    assert focused(bench) != "body"
    press(bench, "button", "Undo")
    expect(bench.get_by_role("button", name="Put Pear away")).to_be_visible()
    assert focused(bench) != "body"
    press(bench, "link", re.compile("Pear"))
    press(bench, "button", "Next: pitch the yeast")
    expect(bench.get_by_label("Gravity", exact=True)).to_be_visible()
    assert focused(bench) != "body"
    titles.append(bench.title())
    tab_to(bench, bench.get_by_label("Gravity", exact=True))
    bench.keyboard.type("1.052")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("heading", name="Log", exact=True)).to_be_visible()
    assert focused(bench) != "body"
    titles.append(bench.title())
    press(bench, "button", re.compile("^Delete: "))
    expect(bench.get_by_text("is deleted")).to_be_visible()
    assert focused(bench) != "body"
    assert len(set(titles)) == len(titles)


def test_escape_closes_and_the_focus_goes_back(bench):
    press(bench, "button", "Shopping list")
    expect(bench.get_by_role("table", name="Shopping list")).to_be_visible()
    bench.keyboard.press("Escape")
    expect(bench.get_by_role("table", name="Shopping list")).to_have_count(0)
    assert focused(bench) == "Shopping"


def test_the_focus_is_seen_on_fields(bench):
    tab_to(bench, bench.get_by_label("Amount of Pear juice, ml"), 120)
    ring = bench.evaluate(
        "() => { const s = getComputedStyle(document.activeElement);"
        " return [s.outlineStyle, parseFloat(s.outlineWidth)] }"
    )
    assert ring[0] == "solid"
    assert ring[1] >= 2


def test_a_drag_says_its_answer_once_when_the_hand_rests(bench):
    bench.wait_for_timeout(1200)
    bench.evaluate(
        """() => {
            window.heard = [];
            new MutationObserver((seen) => {
                for (const one of seen) {
                    const at = one.target.parentElement ?? one.target;
                    const region = at.closest('[role=status], [role=alert], [aria-live=polite]');
                    if (region && region.dataset.testid !== 'kept') heard.push(region.innerText);
                }
            }).observe(document.body, {subtree: true, childList: true, characterData: true});
        }"""
    )
    bar = bench.get_by_label("How much Pear juice")
    bar.scroll_into_view_if_needed()
    box = bar.bounding_box()
    middle = box["y"] + box["height"] / 2
    bench.mouse.move(box["x"] + box["width"] * 0.6, middle)
    bench.mouse.down()
    for turn in range(4):
        share = 0.3 if turn % 2 else 0.7
        bench.mouse.move(box["x"] + box["width"] * share, middle, steps=25)
    bench.mouse.up()
    bench.wait_for_timeout(1500)
    expect(bench.get_by_label("Amount of Pear juice, ml")).not_to_have_value("3000")
    heard = bench.evaluate("heard")
    assert len(heard) == 1
    assert " L reads 1." in heard[0]


@pytest.mark.parametrize("width", [390, 320])
def test_compare_fits_a_phone(bench, person, width):
    bench.set_viewport_size({"width": width, "height": 844})
    bench.goto(f"{person.home}/shelf")
    for name in ("Pear juice", "Plum juice"):
        bench.get_by_label(f"Compare {name}").check(force=True)
    bench.get_by_role("link", name="Compare 2").click()
    table = bench.get_by_role("table")
    expect(table.get_by_role("row", name="and cost")).to_be_visible()
    assert bench.evaluate("document.documentElement.scrollWidth") <= width
    over = bench.evaluate(
        "() => document.querySelector('table').parentElement.scrollWidth - "
        "document.querySelector('table').parentElement.clientWidth"
    )
    assert over <= 0


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)])
def test_what_is_told_covers_no_field_that_has_the_focus(page, person, size):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    person.sign_in()
    for name in ("Pear juice", "Plum juice", "Quince juice", "Medlar juice"):
        person.shelve(name, "pear", "10.8", "1.15")
    page.goto(f"{person.home}/shelf")
    told = page.locator("[data-told]")
    for name in ("Plum juice", "Quince juice", "Medlar juice"):
        page.get_by_role("button", name=f"Take {name} off the shelf").click()
        expect(told.filter(has_text=f"{name} is off the shelf.")).to_be_visible()
    expect(told).to_have_count(2)
    page.get_by_role("link", name="Pear juice").click()
    expect(page.get_by_label("Gravity", exact=True)).to_be_visible()
    at_rest(page, told.first)
    fields = page.locator("main input:visible, main select:visible, main textarea:visible")
    assert fields.count() >= 5
    for field in fields.all():
        page.evaluate("window.scrollTo(0, 0)")
        field.focus()
        box = field.bounding_box()
        for each in told.all():
            over = each.bounding_box()
            assert box["y"] + box["height"] <= over["y"] or box["y"] >= over["y"] + over["height"]
