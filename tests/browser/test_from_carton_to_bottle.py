"""The five steps on an empty account; every figure on the screen is core's."""

import re
from datetime import timedelta

import pytest
from django.db.models import F
from playwright.sync_api import expect

from core.cost.costing import per_bottle
from core.ferment.strength import strength
from core.plan.amounts_in_words import measured
from core.shelf.facts import facts
from server.jugs.journal import with_events
from server.jugs.models import Event, Jug
from server.jugs.state import JugState
from tests.browser.conftest import PEAR, PHONE, aimed, by_core, tab_to

pytestmark = pytest.mark.django_db(transaction=True)


def carton():
    item = by_core({**PEAR, "volume_ml": 1000})
    from decimal import Decimal

    from core.cost.costing import Pack

    return facts(item.pours[0], Pack(Decimal("1.15"), pack_ml=1000))


def sign_up(page, home):
    page.goto(home)
    page.get_by_role("button", name="Create account").click()
    page.get_by_label("Name").fill("Ada")
    page.get_by_label("Password").fill("plums-and-pears")
    page.get_by_role("button", name="Open it").click()
    expect(page.get_by_role("heading", name="No jug yet")).to_be_visible()


def shelve_the_carton(page, home):
    page.goto(f"{home}/shelf?read")
    page.get_by_label("What is it?").fill("Pear juice")
    page.get_by_label("Fruit").select_option(label="Pear")
    page.get_by_label("Of which sugars, g").fill("10.8")
    page.get_by_label("Pack holds").fill("1000")
    page.get_by_label("Price, GBP").fill("1.15")
    page.get_by_role("button", name="Put on the shelf").click()
    row = page.get_by_role("list", name="On the shelf").get_by_role("listitem")
    expect(row.filter(has_text="Pear juice")).to_be_visible()


def begin(page, home):
    page.goto(f"{home}/jugs?new")
    page.get_by_label("Name on the tape").fill("Pear")
    page.get_by_role("button", name="Create").click()
    expect(page.get_by_role("heading", name="An empty jug")).to_be_visible()


def check_carton(page):
    known = carton()
    row = page.get_by_role("list", name="On the shelf").get_by_role("listitem")
    expect(row).to_contain_text(
        f"{known.sugar_g_per_l.low:.0f}–{known.sugar_g_per_l.high:.0f} g/L sugar"
    )
    expect(row).to_contain_text(f"reads {known.reads.low:.3f}–{known.reads.high:.3f}")
    expect(row).to_contain_text(f"alone {known.strength_alone.value:.1f} %")
    expect(row).to_contain_text(f"£{known.price_per_100_g_sugar}")


def check_plan(page, core):
    sugar = measured(core.pours[1].mass_g, by_mass=True)
    water = measured(core.pours[2].volume_ml, by_mass=False)
    answer = page.locator("h2, p").filter(has_text=re.compile("^Add .*\\.$")).first
    expect(answer).to_have_text(f"Add {sugar} white sugar and {water} water.")
    page_text = page.locator("main")
    sg, end, abv = core.must.sg, core.finish.sg, core.finish.abv
    expect(page_text).to_contain_text(f"{sg.value:.3f} ({sg.low:.3f}–{sg.high:.3f})")
    expect(page_text).to_contain_text(f"{end.value:.3f} ({end.low:.3f}–{end.high:.3f})")
    page.get_by_text("How we got this").click()
    schools = page.get_by_role("table", name="Strength, three ways")
    expect(schools).to_contain_text(f"{abv.value:.1f} % ({abv.low:.1f}–{abv.high:.1f} %)")
    expect(schools).to_contain_text(f"{core.finish.strength.quick_sum:.1f} %")
    expect(schools).to_contain_text(f"{core.finish.strength.potential_scale:.1f} %")
    bottles = core.bottles
    expect(page_text).to_contain_text(
        f"at least £{bottles.each} a bottle without White sugar, which has no price · {bottles.count} × 75 cl"
    )


def move_back(days):
    """Age what is in the record, so that the next reading is days later."""
    Event.objects.update(at=F("at") - timedelta(days=days))


def by_the_fold():
    """What core makes of the jug's journal."""
    return JugState.load(with_events(Jug.objects.all()).get())


def assert_weighed(abv, og, now, core):
    """A strength lies between what the two readings alone say, and what the plan makes of the
    amounts where it ends: it weighs both."""
    by_readings = strength(og, now, core.must.mix.as_sucrose).mass_balance.value
    by_amounts = core.finish.abv.value if now < og else 0.0
    low, high = sorted((by_readings, by_amounts))
    assert low - 0.03 <= abv <= high + 0.03


def check_ferment(page, og, now, core):
    expect(page.locator("main")).to_contain_text(f"{og:.3f} → {now:.3f}")
    schools = by_the_fold().progress.strength
    assert_weighed(schools.mass_balance.value, og, now, core)
    expect(page.locator("main")).to_contain_text(
        f"{schools.mass_balance.value:.1f} % so far"
        f" ({schools.mass_balance.low:.1f}–{schools.mass_balance.high:.1f} %)"
    )


def write_a_sugar_test(page):
    """What the stem cannot tell of a jug that sticks seldom, a test does: written into the log."""
    page.get_by_role("button", name="Add to the log").click()
    page.get_by_label("What happened?").select_option(label="Tested for sugar")
    page.get_by_label("Sugar, g/L").fill("0")
    page.get_by_role("button", name="Save entry").click()
    expect(page.get_by_text("Tested: 0 g/L of sugar.").first).to_be_visible()


def check_bottled(page, core, og, end):
    each = per_bottle(core.cost.used, 5 * 750 + 330, 750)
    small = per_bottle(core.cost.used, 5 * 750 + 330, 330)
    lots = page.get_by_role("list", name="Lots, and whether each may be closed")
    expect(lots).to_contain_text(f"5 × 75 cl wine bottle, cork · at least £{each} each")
    expect(lots).to_contain_text(
        f"1 × 33 cl one-trip beer bottle, crown cap · at least £{small} each"
    )
    expect(lots.get_by_text("Go", exact=True)).to_have_count(2)
    expect(page.get_by_role("button", name="Undo bottling")).to_be_visible()
    abv = by_the_fold().life.lots[0].abv.value
    assert_weighed(abv, og, end, core)
    expect(page.locator("main")).to_contain_text(f"{abv:.1f} % in the bottle")
    return abv


def test_by_pointer(page, person):
    sign_up(page, person.home)
    shelve_the_carton(page, person.home)
    check_carton(page)

    begin(page, person.home)
    person.pour("Pear juice")
    expect(page.get_by_text("It starts at")).to_be_visible()
    bar = page.get_by_label("How much Pear juice")
    box = bar.bounding_box()
    middle = box["y"] + box["height"] / 2
    page.mouse.move(box["x"] + 12 + (box["width"] - 24) * 0.2, middle)
    page.mouse.down()
    page.mouse.move(box["x"] + 12 + (box["width"] - 24) * 0.602, middle, steps=12)
    page.mouse.up()
    # Near the third whole carton the bar stops on it.
    expect(page.get_by_label("Amount of Pear juice, ml")).to_have_value("3000")
    page.get_by_role("button", name="Let sugar and water adjust").click()
    page.get_by_label("Strength, %").fill("11.5")
    page.get_by_label("Fill, L").fill("4.6")
    core = aimed(abv=11.5)
    check_plan(page, core)
    person.kept()

    page.get_by_role("button", name="Next: pitch the yeast").click()
    page.get_by_label("Gravity", exact=True).fill("1.182")
    page.get_by_role("button", name="Save reading and pitch").click()
    questioned = page.get_by_role("alert")
    expect(questioned).to_contain_text("A whole division misread: 1.182 written for 1.082.")
    questioned.get_by_role("button", name="Make it 1.082").click()
    page.get_by_role("button", name="Save reading and pitch").click()
    check_ferment(page, 1.082, 1.082, core)

    move_back(14)
    end = round(core.finish.sg.value, 3)
    for wait, verdict in [(8, "Nearly there."), (0, "Dry, and proven.")]:
        page.reload()
        page.get_by_label("Gravity", exact=True).fill(f"{end:.3f}")
        page.get_by_role("button", name="Save reading").click()
        expect(page.get_by_text(verdict, exact=True)).to_be_visible()
        move_back(wait)
    check_ferment(page, 1.082, end, core)
    write_a_sugar_test(page)

    page.get_by_role("link", name="Next: clearing").click()
    page.get_by_role("button", name="Save racking").click()
    page.get_by_role("link", name="Next: bottling").click()
    filling = page.get_by_role("list", name="Bottles to fill")
    expect(filling.get_by_text("Go", exact=True)).to_be_visible()
    page.get_by_role("button", name="Add another kind").click()
    expect(filling.get_by_role("button", name="Remove lot 2")).to_be_visible()
    page.get_by_role("button", name="Save bottling").click()
    abv = check_bottled(page, core, 1.082, end)
    page.get_by_role("link", name="Print labels").click()
    labels = page.get_by_role("list", name="Labels").get_by_role("listitem")
    expect(labels).to_have_count(6)
    expect(labels.first).to_contain_text(f"{abv:.1f} % vol")
    expect(labels.first).to_contain_text("Batch 1")


def test_by_keyboard_alone(page, person):
    page.goto(person.home)
    keys = page.keyboard
    tab_to(page, page.get_by_role("button", name="Create account"))
    keys.press("Enter")
    tab_to(page, page.get_by_label("Name"))
    keys.type("Ada")
    keys.press("Tab")
    keys.type("plums-and-pears")
    keys.press("Enter")
    expect(page.get_by_role("heading", name="No jug yet")).to_be_visible()

    keys.press("l")
    expect(page.get_by_label("The label, typed or pasted")).to_be_focused()
    tab_to(page, page.get_by_label("What is it?"))
    keys.type("Pear juice")
    tab_to(page, page.get_by_label("Fruit"))
    keys.type("Pear")
    tab_to(page, page.get_by_label("Of which sugars, g"))
    keys.type("10.8")
    tab_to(page, page.get_by_label("Price, GBP"))
    keys.type("1.15")
    keys.press("Enter")
    expect(page.get_by_text("Pear juice is on the shelf.")).to_be_visible()
    check_carton(page)

    page.get_by_role("heading", name="Shelf").click()
    keys.press("n")
    expect(page.get_by_label("Name on the tape")).to_be_focused()
    keys.type("Pear")
    keys.press("Enter")
    choose = page.get_by_role("combobox", name="Add an ingredient")
    expect(choose).to_be_visible()
    tab_to(page, choose)
    keys.type("Pear juice")
    expect(page.get_by_role("option", name="Pear juice", exact=True)).to_be_visible()
    keys.press("Enter")
    bar = page.get_by_label("How much Pear juice")
    expect(bar).to_be_visible()
    page.get_by_role("heading", name="Targets", exact=True).click()
    tab_to(page, bar, most=80)
    keys.press("Shift+ArrowRight")
    keys.press("Shift+ArrowRight")
    amount = page.get_by_label("Amount of Pear juice, ml")
    expect(amount).to_have_value("3000")
    keys.press("ArrowRight")
    expect(amount).to_have_value("3015")
    keys.press("z")
    expect(amount).not_to_have_value("3015")
    tab_to(page, amount, most=80)
    keys.press("Control+a")
    keys.type("3000")
    tab_to(page, page.get_by_role("button", name="Let sugar and water adjust"))
    keys.press("Enter")
    core = aimed()
    check_plan(page, core)
    person.kept()

    tab_to(page, page.get_by_role("button", name="Next: pitch the yeast"), most=80)
    keys.press("Enter")
    stem = page.get_by_role("slider", name="Gravity on the stem")
    tab_to(page, stem, most=80)
    keys.press("ArrowUp")
    keys.press("ArrowDown")
    og = round(core.must.sg.value, 3)
    expect(page.get_by_label("Gravity", exact=True)).to_have_value(f"{og:.3f}")
    tab_to(page, page.get_by_role("button", name="Save reading and pitch"))
    keys.press("Enter")
    check_ferment(page, og, og, core)

    move_back(14)
    end = round(core.finish.sg.value, 3)
    for wait in (8, 0):
        page.reload()
        field = page.get_by_label("Gravity", exact=True)
        expect(field).to_be_visible()
        tab_to(page, field, most=80)
        keys.type(f"{end:.3f}")
        keys.press("Enter")
        expect(page.get_by_text(f"{end:.3f} is saved.")).to_be_visible()
        move_back(wait)
    tab_to(page, page.get_by_role("link", name="Next: clearing"), most=80)
    keys.press("Enter")
    rack = page.get_by_role("button", name="Save racking")
    expect(rack).to_be_visible()
    tab_to(page, rack, most=80)
    keys.press("Enter")
    on = page.get_by_role("link", name="Next: bottling")
    expect(on).to_be_visible()
    tab_to(page, on, most=80)
    keys.press("Enter")
    more = page.get_by_role("button", name="Add another kind")
    expect(more).to_be_visible()
    tab_to(page, more, most=80)
    keys.press("Enter")
    expect(page.get_by_role("button", name="Remove lot 2")).to_be_visible()
    tab_to(page, page.get_by_role("button", name="Save bottling"))
    keys.press("Enter")
    check_bottled(page, core, og, end)


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone(page, person):
    def fits():
        assert page.evaluate("document.documentElement.scrollWidth") <= 390

    sign_up(page, person.home)
    fits()
    shelve_the_carton(page, person.home)
    check_carton(page)
    fits()
    begin(page, person.home)
    person.pour("Pear juice")
    page.get_by_label("Amount of Pear juice, ml").fill("3 L")
    page.get_by_role("button", name="Let sugar and water adjust").tap()
    core = aimed()
    check_plan(page, core)
    fits()
    person.kept()
    person.pitch(f"{core.must.sg.value:.3f}")
    fits()
    og = round(core.must.sg.value, 3)
    end = round(core.finish.sg.value, 3)
    move_back(14)
    for wait in (8, 0):
        page.reload()
        page.get_by_label("Gravity", exact=True).fill(f"{end:.3f}")
        page.get_by_role("button", name="Save reading").tap()
        expect(page.get_by_text(f"{end:.3f} is saved.")).to_be_visible()
        move_back(wait)
    page.get_by_role("link", name="Next: clearing").tap()
    fits()
    # What goes over is read before it is done; the button moves down as that comes.
    expect(page.get_by_text("go over")).to_be_visible()
    page.get_by_role("button", name="Save racking").tap()
    page.get_by_role("link", name="Next: bottling").tap()
    # And here too: what the bottles hold.
    filling = page.get_by_role("list", name="Bottles to fill")
    expect(filling.get_by_text("Go", exact=True)).to_be_visible()
    page.get_by_role("button", name="Add another kind").tap()
    expect(filling.get_by_role("button", name="Remove lot 2")).to_be_visible()
    fits()
    page.get_by_role("button", name="Save bottling").tap()
    check_bottled(page, core, og, end)
    fits()
