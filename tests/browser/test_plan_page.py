"""The plan page: what it draws, what it refuses, and that nothing is lost."""

import re

import pytest
from playwright.sync_api import expect

from server.jugs.models import Event, Jug
from tests.browser.conftest import PEAR, aimed, by_core

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def bench(page, person):
    person.sign_in()
    person.with_pear_in_a_jug()
    return page


def test_a_fast_drag_ends_on_the_newest_answer_with_one_request_in_flight(bench):
    flying, most = set(), 0

    def started(request):
        nonlocal most
        if request.url.endswith("/evaluate"):
            flying.add(request)
            most = max(most, len(flying))

    bench.on("request", started)
    # One already under way when the drag begins ends without having been counted as begun.
    bench.on("requestfinished", lambda request: flying.discard(request))
    bench.on("requestfailed", lambda request: flying.discard(request))
    bar = bench.get_by_label("How much Pear juice")
    box = bar.bounding_box()
    y = box["y"] + box["height"] / 2
    bench.mouse.move(box["x"] + 20, y)
    bench.mouse.down()
    for turn in range(4):
        bench.mouse.move(box["x"] + (box["width"] - 30 if turn % 2 else 30), y, steps=25)
    bench.mouse.up()
    amount = float(bench.get_by_label("Amount of Pear juice, ml").input_value())
    assert amount > 4000
    sg = by_core({**PEAR, "volume_ml": amount}).must
    fill = f"{sg.mix.volume_ml / 1000:.2f} L"
    expect(bench.get_by_role("img", name=f"Demijohn 5 L: {fill} in 5.00 L")).to_be_visible()
    assert most == 1


def test_too_much_is_drawn_and_said_as_overflow(bench):
    bench.get_by_label("Amount of Pear juice, ml").fill("5.3 L")
    expect(bench.get_by_text("300 ml too much for this vessel")).to_be_visible()
    expect(bench.locator("svg ellipse")).to_have_count(1)


@pytest.mark.parametrize(
    ("typed", "sentence"),
    [
        ("-5", "An amount is 0 or more, like 750 ml, 1.5 L or 2 cups."),
        ("", "Write how much, like 750 ml, 1.5 L or 2 cups."),
        ("2 kg", "This goes by volume: write 750 ml, 1.5 L or 2 cups."),
        ("lots", "Write an amount like 750 ml, 1.5 L or 2 cups."),
        ("1000000000", "1,000,000,000 is too much: at most 1,000,000."),
    ],
)
def test_a_wrong_amount_keeps_what_was_typed(bench, typed, sentence):
    field = bench.get_by_label("Amount of Pear juice, ml")
    field.fill(typed)
    expect(bench.get_by_text(sentence).first).to_be_visible()
    expect(field).to_have_value(typed)
    expect(field).to_have_attribute("aria-invalid", "true")


def test_an_aim_that_cannot_be_met_says_why_beside_it(bench):
    bench.get_by_label("Amount of Pear juice, ml").fill("4000")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    aim = bench.get_by_role("region", name="Targets", exact=True)
    for field, typed, sentence in [
        ("Strength, %", "16", "The yeast gives up near 14 %"),
        ("Strength, %", "99", "not a strength yeast reaches"),
        ("Strength, %", "strong", "Write a strength in %"),
        ("Fill, L", "3", "already comes to 4.00 L, and 3.00 L is wanted"),
    ]:
        bench.get_by_label("Strength, %").fill("11")
        bench.get_by_label(field).fill(typed)
        expect(aim).to_contain_text(sentence)
        expect(bench.get_by_label(field)).to_have_value(typed)
        bench.get_by_label(field).fill("11" if "%" in field else "4.6")


def test_undo_brings_a_pour_back_and_redo_takes_it_away_again(bench, person):
    person.pour_no("Pear juice")
    empty = bench.get_by_role("heading", name="An empty jug")
    expect(empty).to_be_visible()
    bench.get_by_role("button", name="Undo").click()
    expect(bench.get_by_label("How much Pear juice")).to_be_visible()
    bench.get_by_role("button", name="Redo").click()
    expect(empty).to_be_visible()
    bench.keyboard.press("z")
    expect(bench.get_by_label("How much Pear juice")).to_be_visible()


def test_letting_go_of_the_aim_keeps_its_amounts(bench, person):
    bench.get_by_label("Amount of Pear juice, ml").fill("3000")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    core = aimed()
    expect(person.answer()).to_contain_text(f"{core.pours[1].mass_g:.0f} g")
    bench.get_by_role("button", name="Remove targets").click()
    field = bench.get_by_label("Amount of White sugar, g")
    expect(field).to_have_value(
        re.compile(rf"^{core.pours[1].mass_g:.0f}\b|^{core.pours[1].mass_g:.1f}")
    )


def test_a_plan_comes_back_as_kept(bench, person):
    bench.get_by_label("Amount of Pear juice, ml").fill("2750")
    expect(bench.get_by_test_id("kept")).to_have_text("saving …")
    person.kept()
    bench.reload()
    expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("2750")


def test_what_changes_while_a_plan_is_being_kept_is_kept_after_it(bench, person):
    def slowly(route):
        bench.wait_for_timeout(1500)
        route.continue_()

    bench.route("**/plan", slowly)
    field = bench.get_by_label("Amount of Pear juice, ml")
    with bench.expect_request("**/plan"):
        field.fill("2000")
    field.fill("2600")
    with bench.expect_request("**/plan") as second:
        pass
    assert second.value.post_data_json["plan"]["pours"][0]["volume_ml"] == 2600
    person.kept()
    bench.unroute("**/plan")
    bench.reload()
    expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("2600")


def test_a_plan_is_kept_once_the_server_answers_again(bench, person):
    bench.route("**/plan", lambda route: route.fulfill(status=503, body="gone"))
    bench.get_by_label("Amount of Pear juice, ml").fill("2200")
    expect(bench.get_by_test_id("kept")).to_have_text("not saved yet")
    bench.unroute("**/plan")
    person.kept()


def test_the_second_window_is_told_and_chooses(bench, person):
    other = bench.context.new_page()
    other.goto(bench.url)
    field = other.get_by_label("Amount of Pear juice, ml")
    expect(field).to_be_visible()
    bench.get_by_label("Amount of Pear juice, ml").fill("2000")
    person.kept()
    bench.wait_for_timeout(800)
    field.fill("4000")
    told = other.get_by_role("alert").filter(has_text="changed in another window")
    expect(told).to_be_visible()
    expect(field).to_have_value("4000")
    told.get_by_role("button", name="Show that one").click()
    expect(other.get_by_label("Amount of Pear juice, ml")).to_have_value("2000")
    other.get_by_role("button", name="Undo").click()
    expect(other.get_by_label("Amount of Pear juice, ml")).to_have_value("4000")


def test_a_server_that_does_not_answer_loses_nothing(page, person):
    person.sign_in()
    page.goto(f"{person.home}/shelf?read")
    page.get_by_label("What is it?").fill("Pear juice")
    page.get_by_label("Of which sugars, g").fill("10.8")
    page.route("**/api/shelf/products", lambda route: route.fulfill(status=503, body="gone"))
    page.get_by_label("Price, GBP").fill("1.15")
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_role("alert")).to_contain_text("does not answer")
    expect(page.get_by_label("What is it?")).to_have_value("Pear juice")


def test_a_bad_label_is_told_beside_its_field(page, person):
    person.sign_in()
    page.goto(f"{person.home}/shelf?read")
    page.get_by_label("Price, GBP").fill("1.15")
    page.get_by_label("Of which sugars, g").fill("140")
    expect(page.get_by_text("140 g in 100 ml is more than sugar can dissolve")).to_be_visible()
    expect(page.get_by_label("Of which sugars, g")).to_have_value("140")
    page.get_by_label("Of which sugars, g").fill("10.8")
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_text("Give it a name you would know it by.")).to_be_visible()


def test_an_empty_shelf_shows_the_way_to_the_first_label(page, person):
    person.sign_in()
    person.begin()
    page.get_by_role("link", name="Read the label of a carton first.").click()
    expect(page.get_by_label("What is it?")).to_be_visible()


def test_a_price_nobody_gave_is_not_nought(page, person):
    person.sign_in()
    person.begin()
    person.pour("White sugar")
    page.get_by_role("button", name="Let sugar and water adjust").click()
    expect(page.get_by_text("No price yet for White sugar")).to_be_visible()
    expect(page.get_by_text(re.compile(r"£.* a bottle"))).to_have_count(0)


def test_a_reading_off_the_tape_is_written_down_for_its_day(page, person):
    person.sign_in()
    person.with_pear_in_a_jug()
    page.get_by_label("Amount of Pear juice, ml").fill("4000")
    expect(page.get_by_test_id("kept")).to_have_text("saving …")
    person.kept()
    page.get_by_role("button", name="Next: pitch the yeast").click()
    page.get_by_label("Gravity", exact=True).fill("1.052")
    page.get_by_label("Read when").select_option(label="9 days ago")
    page.get_by_role("button", name="Save reading and pitch").click()
    expect(page.get_by_role("heading", name="Log", exact=True)).to_be_visible()
    page.get_by_label("Gravity", exact=True).fill("1.020")
    page.get_by_label("Read when").select_option(label="12 days ago")
    page.get_by_role("button", name="Save reading").click()
    expect(page.get_by_text("This is before the first reading")).to_be_visible()
    page.get_by_label("Read when").select_option(label="4 days ago")
    page.get_by_role("button", name="Save reading").click()
    expect(page.get_by_text("1.020 is saved.")).to_be_visible()
    first, second = Event.objects.filter(kind="read")
    assert (second.at - first.at).days == 5


def test_a_us_kitchen_writes_gallons_cups_and_brix_and_plans_the_same(bench, person):
    amount = bench.get_by_label("Amount of Pear juice, ml")
    amount.fill("1 gal")
    expect(bench.get_by_text("Which gal: US gallon (3785 ml) or imperial gallon")).to_be_visible()
    bench.get_by_role("button", name="Imperial gallon").click()
    person.kept()
    kept = Jug.objects.get().plans.last().plan["pours"][0]
    assert kept["volume_ml"] == pytest.approx(4546.09)
    amount.fill("1 US gal")
    person.kept()
    plan = f"{person.home}{bench.evaluate('location.pathname')}"
    bench.get_by_role("link", name="Settings").click()
    bench.get_by_role("radiogroup", name="Show amounts in").get_by_text("US").click()
    bench.get_by_label("A gallon or pint is").select_option("us")
    bench.get_by_label("Show gravity as").select_option("brix")
    bench.get_by_label("Reads too high in plain water").fill("a bit")
    bench.get_by_role("button", name="Save").click()
    expect(bench.get_by_text("Write points, like 2, or 0.")).to_be_visible()
    bench.get_by_label("Reads too high in plain water").fill("0")
    bench.get_by_role("button", name="Save").click()
    expect(bench.get_by_text("Settings saved.")).to_be_visible()
    bench.goto(plan)
    # Asked once, and known from then on.
    amount.fill("1 gal")
    person.kept()
    kept = Jug.objects.get().plans.last().plan["pours"][0]
    assert kept["volume_ml"] == pytest.approx(3785.411784)
    core = by_core({**PEAR, "volume_ml": 3785.411784})
    expect(bench.locator("main")).to_contain_text(f"starts at {core.must.mix.brix:.1f} °Bx")
    expect(bench.get_by_role("img", name="Demijohn 5 L: 1.00 US gal in")).to_be_visible()
    amount.fill("3 cups")
    person.kept()
    assert Jug.objects.get().plans.last().plan["pours"][0]["volume_ml"] == pytest.approx(
        709.76, abs=0.01
    )


def test_fixed_it_keeps_what_was_worked_out_and_a_fill_alone_is_a_target(bench, person):
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    person.kept()
    expect(person.answer()).to_contain_text("white sugar")
    bench.get_by_role("button", name="White sugar adjusts: fix it").click()
    sugar = float(bench.get_by_label("Amount of White sugar, g").input_value())
    assert sugar > 100
    bench.get_by_label("Strength, %").fill("")
    expect(person.answer()).to_have_text(re.compile(r"^Add [\d.]+ (ml|L) water\.$"))
    person.kept()
    aim = Jug.objects.get().plans.last().plan["aim"]
    assert ("abv" in aim, aim["solve"]) == (False, ["Water"])
    bench.reload()
    expect(bench.get_by_label("Strength, %")).to_have_value("")
    expect(bench.get_by_label("Amount of White sugar, g")).to_have_value(f"{sugar:g}")
