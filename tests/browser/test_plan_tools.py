"""Everything the bench does, by pointer at three sizes and by keyboard alone; every figure core's."""

import re

import pytest
from playwright.sync_api import expect

from core.files.recipe_file import read_recipe
from core.plan.amounts_in_words import measured
from core.plan.evaluation import evaluate
from server.accounts.models import Account
from server.jugs.models import Jug
from server.shelf.actions.put_on_shelf import put_on_shelf
from server.shelf.schemas import ProductIn
from tests.browser.conftest import PHONE, finger, tab_to

pytestmark = pytest.mark.django_db(transaction=True)

# From so many pixels on there is room to type on the drawing.
BESIDE = 1024
TABLET = {"viewport": {"width": 820, "height": 1180}}
SHELF = [
    {"name": "Pear", "kind": "juice", "fruit": "pear", "sugars_g": "10.8", "per_ml": 100,
     "pack_ml": 1000, "price": "1.15", "at_home": 2, "place": "Quay Stores"},
    {"name": "Grape", "kind": "juice", "fruit": "grape", "sugars_g": "15.6", "per_ml": 100,
     "pack_ml": 1500, "price": "2.10"},
    {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "pack_g": 1000, "price": "1.19"},
    {"name": "Cordial", "kind": "syrup", "sugars_g": "42", "per_ml": 100, "pack_ml": 500,
     "price": "2.75"},
    {"name": "Sorbated squash", "kind": "syrup", "sugars_g": "22", "per_ml": 100, "pack_ml": 1000,
     "price": "1.45", "label_text": "Water, sugar, preservative: potassium sorbate"},
]  # fmt: skip


@pytest.fixture
def bench(page, person):
    """An empty jug, and a shelf to pour from."""
    person.sign_in()
    account = Account.objects.get()
    for row in SHELF:
        put_on_shelf(account, ProductIn.model_validate(row))
    person.begin("Pear")
    return page


def kept_plan():
    """Core's own evaluation of the newest plan in the record."""
    jug = Jug.objects.order_by("-number").first()
    plan = jug.plans.get(version=jug.plan_version).plan
    recipe = read_recipe({**plan, "format": "amber-jug-recipe", "version": 1})
    return recipe, evaluate(recipe)


def check(page, person):
    """Every figure on the bench against core's answer for the plan as kept."""
    person.kept()
    page.wait_for_timeout(300)
    recipe, core = kept_plan()
    solved = [pour for pour in core.pours if pour.name in core.solved]
    if solved:
        said = [f"{measured(p.amount, p.by_mass)} {p.name.lower()}" for p in solved]
        *most, last = said
        expect(person.answer()).to_have_text(
            f"Add {', '.join(most)} and {last}." if most else f"Add {last}."
        )
    main = page.locator("main")
    sg, end, abv = core.must.sg, core.finish.sg, core.finish.abv
    expect(main).to_contain_text(f"{sg.value:.3f} ({sg.low:.3f}–{sg.high:.3f})")
    expect(main).to_contain_text(f"{end.value:.3f} ({end.low:.3f}–{end.high:.3f})")
    expect(main).to_contain_text(f"{abv.value:.1f} % ({abv.low:.1f}–{abv.high:.1f} %)")
    drink = core.glass.abv
    expect(main).to_contain_text(f"about {drink.value:.1f} % ({drink.low:.1f}–{drink.high:.1f} %)")
    expect(main).to_contain_text(f"In the glass: {core.glass.word}")
    drawn = f"The stem: starts at {sg.value:.3f}, ends at {end.value:.3f}"
    expect(page.get_by_role("img", name=drawn)).to_be_visible()
    vessel = re.compile(f": {core.must.in_vessel_ml / 1000:.2f} L in ")
    expect(page.get_by_role("img", name=vessel).first).to_be_visible()
    if page.viewport_size["width"] >= BESIDE:
        sharp = page.get_by_label("Sharpness, g/L")
        expect(sharp).to_have_attribute("placeholder", f"{core.acid.g_per_l.value:.1f}")
        bite = page.get_by_label("Tannin, g/L")
        expect(bite).to_have_attribute("placeholder", f"{core.tannin.g_per_l.value:.1f}")
    expect(main).to_contain_text(f"£{core.bottles.each} a bottle")
    expect(main).to_contain_text(f"{core.bottles.count} × 75 cl")
    # Behind whatever tool is open.
    checks = page.locator("section[aria-label=Checks]")
    for caution in core.warnings:
        expect(checks).to_contain_text(caution.text)
    return recipe, core


def drag_to(page, name, amount):
    """Pull a bar to an amount, by the hand this screen is for: a mouse goes to the place, a
    finger as far as there is to go."""
    bar = page.get_by_label(f"How much {name}")
    bar.scroll_into_view_if_needed()
    box = bar.bounding_box()
    most, now = float(bar.get_attribute("max")), float(bar.input_value())
    if page.viewport_size["width"] == PHONE["viewport"]["width"]:
        finger(page, bar.locator(".."), across=(amount - now) / most * box["width"], at=0.2)
        return
    middle = box["y"] + box["height"] / 2
    page.mouse.move(box["x"] + 12 + (box["width"] - 24) * 0.1, middle)
    page.mouse.down()
    page.mouse.move(box["x"] + 12 + (box["width"] - 24) * amount / most, middle, steps=8)
    page.mouse.up()


def sides_fit(page):
    width = page.viewport_size["width"]
    assert page.evaluate("document.documentElement.scrollWidth") <= width


def all_of_it(page, person):
    person.pour("Pear")
    drag_to(page, "Pear", 3005)
    amount = page.get_by_label("Amount of Pear, ml")
    expect(amount).to_have_value("3000")
    page.get_by_role("button", name="More for Pear").click()
    page.get_by_role("menuitem", name="Lock the amount").click()
    expect(page.get_by_role("button", name="Unlock Pear")).to_be_visible()
    expect(amount).to_be_disabled()
    drag_to(page, "Pear", 4500)
    expect(amount).to_have_value("3000")

    page.get_by_role("button", name="Let sugar and water adjust").click()
    small = page.viewport_size["width"] < BESIDE
    if small:
        page.get_by_role("button", name="Targets", exact=True).click()
    page.get_by_label("Strength, %").fill("10.5")
    check(page, person)
    page.keyboard.press("Escape")
    said = person.answer().inner_text()
    page.get_by_role("button", name="Undo").click()
    expect(person.answer()).not_to_have_text(said)
    page.get_by_role("button", name="Redo").click()
    expect(person.answer()).to_have_text(said)
    sides_fit(page)

    page.get_by_role("button", name=re.compile("^Plan .* g nutrient")).click()
    _, core = check(page, person)
    assert "nitrogen" not in [caution.code for caution in core.warnings]

    page.get_by_role("button", name="Cheaper ways").click()
    sides_fit(page)
    basket = page.get_by_role("region", name="Cheapest way", exact=True)
    shown = basket.inner_text()
    basket.get_by_role("button", name="Use this one").click()
    expect(page.get_by_text("Done. Undo brings your own ingredients back.")).to_be_visible()
    _, core = check(page, person)
    assert f"£{core.bottles.each} a bottle" in shown
    assert f"{core.glass.abv.value:.1f} %" in shown

    page.get_by_role("button", name="Copy and change").click()
    page.get_by_role("button", name="Create").click()
    expect(page.get_by_role("heading", name="Pear, copy")).to_be_visible()
    page.get_by_label("Amount of White sugar, g").fill("150")
    expect(page.get_by_test_id("kept")).to_have_text("saving …")
    _, variant = check(page, person)
    page.get_by_role("button", name="Copy and change").click()
    page.get_by_role("link", name="Side by side with jug 1").click()
    table = page.get_by_role("table", name="Figures side by side")
    row = table.get_by_role("row").filter(has_text="Starts at")
    expect(row).to_contain_text(f"{variant.must.sg.value:.3f}{core.must.sg.value:.3f}")
    expect(table.get_by_role("row").filter(has_text="White sugar")).to_contain_text("150 g")
    expect(page.get_by_role("img", name=re.compile("^Jug [12]:"))).to_have_count(2)
    sides_fit(page)


def test_by_pointer(bench, person):
    all_of_it(bench, person)


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone(bench, person):
    all_of_it(bench, person)


@pytest.mark.browser_context_args(**TABLET)
def test_on_a_tablet(bench, person):
    all_of_it(bench, person)


def test_by_keyboard_alone(bench, person):
    keys = bench.keyboard

    def go(role, name, most=120):
        found = bench.get_by_role(role, name=name)
        tab_to(bench, found, most)
        return found

    def press(role, name):
        go(role, name)
        keys.press("Enter")

    tab_to(bench, bench.get_by_role("combobox", name="Add an ingredient"))
    keys.type("Pear")
    expect(bench.get_by_role("option", name="Pear", exact=True)).to_be_visible()
    keys.press("Enter")
    go("slider", "How much Pear")
    keys.press("Shift+ArrowRight")
    keys.press("Shift+ArrowRight")
    amount = bench.get_by_label("Amount of Pear, ml")
    expect(amount).to_have_value("3000")
    keys.press("k")
    expect(amount).to_be_disabled()
    keys.press("ArrowRight")
    expect(amount).to_have_value("3000")
    keys.press("z")
    expect(amount).to_be_enabled()
    keys.press("Shift+Z")
    expect(amount).to_be_disabled()

    press("button", "Let sugar and water adjust")
    check(bench, person)
    go("slider", "How much Water")
    keys.press("Alt+ArrowLeft")
    pours = bench.get_by_role("list", name="Ingredients").get_by_role("listitem")
    expect(pours.nth(1)).to_contain_text("Water")
    press("button", re.compile("^Plan .* g nutrient"))
    check(bench, person)
    press("button", "Cheaper ways")
    take = bench.get_by_role("region", name="Cheapest way", exact=True).get_by_role("button")
    expect(take).to_be_visible()
    tab_to(bench, take)
    keys.press("Enter")
    check(bench, person)
    press("button", "Copy and change")
    press("button", "Create")
    expect(bench.get_by_role("heading", name="Pear, copy")).to_be_visible()
    check(bench, person)


def test_how_it_is_in_the_glass_is_planned_backwards(bench, person):
    person.pour("Pear")
    bench.get_by_label("Amount of Pear, ml").fill("2500")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    bench.get_by_role("button", name="How you want it").click()
    style = bench.get_by_role("combobox", name="How you want it")
    style.select_option(label="Sweet and still, after stabilising")
    # Nothing is taken for it that nobody chose.
    late = bench.get_by_role("combobox", name="Added at the end")
    expect(late).to_have_value("")
    expect(bench.locator("main")).to_contain_text("Choose what is added at the end")
    late.select_option(index=1)
    _, core = check(bench, person)
    assert core.glass.sugar_g_per_l == pytest.approx(15, abs=0.1)
    expect(bench.locator("main")).to_contain_text(f"Stir in {core.glass.late_ml:.0f} ml")
    style.select_option(label="Dry and fizzy, by priming")
    expect(bench.get_by_text("2.5 volumes of gas")).to_be_attached()
    _, core = check(bench, person)
    expect(bench.locator("main")).to_contain_text(
        f"dissolve {core.glass.priming_g:.0f} g white sugar"
    )


def test_sharpness_and_a_share_are_aims_too(bench, person):
    person.pour("Pear")
    person.pour("Grape")
    bench.get_by_label("Amount of Grape, ml").fill("500")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    bench.get_by_label("Sharpness, g/L").fill("6")
    bench.get_by_role("button", name="More for Pear").click()
    bench.get_by_role("menuitem", name="Keep it at a % of the batch").click()
    bench.get_by_label("Share of Pear, %").fill("45")
    _, core = check(bench, person)
    pear = next(pour for pour in core.pours if pour.name == "Pear")
    assert pear.volume_ml / core.must.mix.volume_ml == pytest.approx(0.45, abs=1e-3)
    assert core.acid.g_per_l.value == pytest.approx(6.0, abs=1e-3)
    bench.get_by_label("Sharpness, g/L").fill("")
    expect(bench.get_by_label("Amount of Citric acid, g")).not_to_have_value("0")
    check(bench, person)


def test_a_preservative_is_the_first_thing_said_and_one_press_puts_it_right(bench, person):
    person.pour("Pear")
    person.pour("Sorbated squash")
    checks = bench.get_by_role("list", name="What to mind").get_by_role("listitem")
    expect(checks.first).to_contain_text("Sorbated squash")
    bench.get_by_role("button", name="Keep it for the end, to sweeten").click()
    expect(bench.get_by_label("How much Sorbated squash")).to_have_count(0)
    bench.get_by_role("button", name="How you want it: Sweet and still").click()
    expect(bench.get_by_label("Added at the end")).to_have_value(re.compile(r"\d+"))
    check(bench, person)


def test_the_nearest_is_offered_and_taken(bench, person):
    person.pour("Pear")
    bench.get_by_label("Amount of Pear, ml").fill("4000")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    bench.get_by_label("Strength, %").fill("4")
    expect(bench.get_by_text("The nearest: ")).to_be_visible()
    bench.get_by_role("button", name="Use this").click()
    expect(bench.get_by_role("button", name="Let sugar and water adjust")).to_be_visible()
    check(bench, person)


def test_a_product_takes_the_rows_place_and_what_is_fixed_is_let_adjust(bench, person):
    person.shelve("Sharp pear", "pear", "9.4", "0.80")
    bench.reload()
    bench.get_by_role("combobox", name="Add an ingredient").fill("Pear juice")
    bench.get_by_role("option", name="Pear juice, as it usually is").click()
    bench.get_by_label("Amount of Pear juice, ml").fill("2500")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    expect(bench.get_by_text("without Pear juice, which has no price")).to_be_visible()
    bench.get_by_role("button", name="Use Pear for Pear juice").click()
    expect(bench.get_by_label("Amount of Pear, ml")).to_have_value("2500")
    expect(bench.get_by_role("button", name="More for Pear juice")).to_have_count(0)
    expect(bench.get_by_text("which has no price")).to_have_count(0)
    bench.get_by_role("button", name="White sugar adjusts: fix it").click()
    bench.get_by_label("Amount of White sugar, g").fill("20")
    expect(bench.get_by_text("White sugar is set to “Fixed”.")).to_be_visible()
    bench.get_by_role("button", name="Let White sugar adjust").click()
    expect(bench.get_by_role("button", name="White sugar adjusts: fix it")).to_be_visible()
    check(bench, person)
    bench.get_by_role("button", name="More for Pear").click()
    bench.get_by_role("menuitem", name="Use Sharp pear instead").click()
    expect(bench.get_by_label("Amount of Sharp pear, ml")).to_have_value("2500")


def test_an_earlier_plan_comes_back(bench, person):
    person.pour("Pear")
    bench.get_by_label("Amount of Pear, ml").fill("2000")
    expect(bench.get_by_test_id("kept")).to_have_text("saving …")
    person.kept()
    bench.get_by_label("Amount of Pear, ml").fill("3500")
    expect(bench.get_by_test_id("kept")).to_have_text("saving …")
    person.kept()
    bench.get_by_role("button", name="Earlier plans").click()
    plans = bench.get_by_role("list", name="Earlier plans").get_by_role("listitem")
    expect(plans.first).to_contain_text("3.5 L Pear")
    plans.filter(has_text="2 L Pear").get_by_role("button").click()
    expect(bench.get_by_label("Amount of Pear, ml")).to_have_value("2000")


def test_the_shopping_list_goes_out_as_text_and_csv(bench, person):
    person.pour("Pear")
    bench.get_by_label("Amount of Pear, ml").fill("3 L")
    bench.get_by_role("button", name="Shopping list").click()
    table = bench.get_by_role("table", name="Shopping list")
    expect(table.get_by_role("row").filter(has_text="Pear")).to_contain_text("1 × 1 L£1.15")
    bench.context.grant_permissions(["clipboard-read", "clipboard-write"])
    bench.get_by_role("button", name="Copy as text").click()
    expect(bench.get_by_text("The list is copied")).to_be_visible()
    copied = bench.evaluate("navigator.clipboard.readText()")
    assert copied == "1 × Pear (1 L), Quay Stores: 1.15\nTotal: 1.15 GBP"
    with bench.expect_download() as download:
        bench.get_by_role("button", name="Save as CSV").click()
    rows = download.value.path().read_text().splitlines()
    assert rows[1] == '"Pear","3 L",2,1,"1 L",1.15,1.15,"Quay Stores"'


def test_a_recipe_file_a_sheet_and_a_link(bench, person, browser):
    person.pour("Pear")
    bench.get_by_label("Amount of Pear, ml").fill("3 L")
    expect(bench.get_by_test_id("kept")).to_have_text("saving …")
    person.kept()
    bench.get_by_role("button", name="Share and print").click()
    sheet = bench.get_by_role("link", name="Batch sheet to print (PDF)").get_attribute("href")
    assert bench.request.get(person.home + sheet).body().startswith(b"%PDF-")
    with bench.expect_download() as download:
        bench.get_by_role("link", name="Save the recipe file").click()
    file = download.value.path()
    bench.get_by_role("button", name="Share by link").click()
    address = bench.get_by_test_id("link").inner_text()

    bench.goto(f"{person.home}/jugs")
    bench.get_by_label("Recipe file").set_input_files(
        {"name": "pear.json", "mimeType": "application/json", "buffer": file.read_bytes()}
    )
    bench.get_by_label("Into").select_option(label="Bucket 10 L")
    bench.get_by_role("button", name="Begin this jug").click()
    expect(bench.get_by_role("heading", name="Jug 2 · Pear")).to_be_visible()
    expect(bench.get_by_label("Amount of Pear, ml")).to_have_value("6000")
    bench.goto(f"{person.home}/jugs")
    bench.get_by_label("Recipe file").set_input_files(
        {"name": "notes.txt", "mimeType": "text/plain", "buffer": b"3 cartons of pear"}
    )
    expect(bench.get_by_text("This is not a recipe file")).to_be_visible()
    bench.reload()
    bench.get_by_label("Recipe file").set_input_files(
        {"name": "none.json", "mimeType": "application/json", "buffer": b"null"}
    )
    expect(bench.get_by_text("This is not a recipe file")).to_be_visible()

    other = browser.new_context().new_page()
    other.goto(address)
    other.get_by_role("button", name="Create account").click()
    other.get_by_label("Name").fill("Bo")
    other.get_by_label("Password").fill("plums-and-pears")
    other.get_by_role("button", name="Open it").click()
    expect(other.get_by_role("button", name="Copy to my jugs")).to_be_visible()
    # A sign-in name is nobody else's business.
    expect(other.get_by_text("Ada")).to_have_count(0)
    expect(other.get_by_role("button", name="More for Pear")).to_have_count(0)
    other.get_by_role("button", name="Copy to my jugs").click()
    expect(other.get_by_label("Amount of Pear, ml")).to_have_value("3000")
    assert Jug.objects.filter(account__username="Bo").count() == 1


def test_one_carton_more_and_a_vessel_of_ones_own(bench, person):
    person.pour("Pear")
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    bench.get_by_role("button", name="Cheaper ways").click()
    bench.get_by_role("button", name="One more Pear").click()
    expect(bench.get_by_label("Amount of Pear, ml")).to_have_value("2000")
    check(bench, person)
    bench.get_by_role("button", name="Vessel and yeast").click()
    bench.get_by_label("Vessel", exact=True).select_option(label="One of my own …")
    bench.get_by_label("What you call it").fill("Market jar")
    bench.get_by_label("Brim full, L").fill("lots")
    bench.get_by_role("button", name="Save").click()
    expect(bench.get_by_text("Vessels run from 100 ml to 100 L")).to_be_visible()
    bench.get_by_label("Brim full, L").fill("6,2")
    bench.get_by_role("button", name="Save").click()
    expect(bench.get_by_text("Market jar").first).to_be_visible()
    recipe, _ = check(bench, person)
    assert 5500 < recipe.vessel_ml < 6200


def test_a_must_is_split_into_arms(bench, person):
    person.pour("Pear")
    bench.get_by_label("Amount of Pear, ml").fill("4 L")
    expect(bench.get_by_test_id("kept")).to_have_text("saving …")
    person.kept()
    bench.get_by_role("button", name="Copy and change").click()
    bench.get_by_role("button", name="Split into test batches").click()
    bench.get_by_label("Yeast of batch 2").select_option(label="Cider yeast")
    bench.get_by_role("button", name="Split it", exact=True).click()
    expect(bench.get_by_role("heading", name="Side by side")).to_be_visible()
    rows = bench.get_by_role("table", name="Figures side by side").get_by_role("row")
    expect(rows).to_have_count(2)
    expect(rows.nth(1)).to_contain_text("Yeast gives up near14.0 %12.0 %")
