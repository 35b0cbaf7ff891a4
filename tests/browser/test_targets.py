"""Targets set on the drawing: by mouse, by finger, by key, by typing; and what stays in sight."""

import re

import pytest
from playwright.sync_api import expect

from server.jugs.models import Jug
from tests.browser.conftest import PHONE, aimed, finger, tab_to

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def bench(page, person):
    person.sign_in()
    person.with_pear_in_a_jug()
    return page


def kept_aim():
    return Jug.objects.get().plans.last().plan.get("aim", {})


def pull(page, grip, along):
    box = grip.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + along, steps=12)
    page.mouse.up()


def test_the_stem_is_pulled_to_a_strength_and_sugar_and_water_follow(bench, person):
    grip = bench.get_by_role("slider", name="Strength wanted")
    before = float(grip.get_attribute("aria-valuenow"))
    pull(bench, grip, 40)
    person.kept()
    aim = kept_aim()
    assert aim["abv"] > before + 1
    assert aim["solve"] == ["White sugar", "Water"]
    core = aimed(abv=aim["abv"])
    expect(person.answer()).to_contain_text(f"{core.pours[1].mass_g:.0f} g white sugar")
    field = bench.get_by_label("Strength, %")
    expect(field).to_have_value(f"{aim['abv']:.1f}")
    # By key from where it stands, and typed.
    grip.focus()
    bench.keyboard.press("ArrowUp")
    expect(field).to_have_value(f"{aim['abv'] + 0.1:.1f}")
    field.fill("11")
    expect(person.answer()).to_contain_text(f"{aimed().pours[1].mass_g:.0f} g white sugar")
    bench.get_by_label("Start gravity, SG").fill("1.080")
    expect(bench.get_by_role("slider", name="Start gravity wanted")).to_have_attribute(
        "aria-valuetext", "1.080"
    )
    person.kept()
    assert (kept_aim()["og"], kept_aim().get("abv")) == (1.08, None)


def test_the_fill_is_pulled_up_the_glass_and_water_makes_it_up(bench, person):
    grip = bench.get_by_role("slider", name="Fill wanted")
    pull(bench, grip, -30)
    person.kept()
    aim = kept_aim()
    assert 3200 < aim["fill_ml"] <= 5000
    assert aim["solve"] == ["Water"]
    litres = f"{aim['fill_ml'] / 1000:.2f} L"
    expect(bench.get_by_role("img", name=f"Demijohn 5 L: {litres} in")).to_be_visible()


def test_the_mouth_line_is_bent_to_sharp_sweet_and_bite(bench, person):
    pull(bench, bench.get_by_role("slider", name="Sharp wanted"), -25)
    expect(bench.get_by_label("Amount of Citric acid, g")).to_have_count(0)
    expect(person.answer()).to_contain_text("citric acid")
    person.kept()
    assert kept_aim()["acid_g_per_l"] > 4
    bench.get_by_label("Tannin, g/L").fill("1")
    expect(person.answer()).to_contain_text("black tea")
    bench.get_by_label("Sweetness, g/L").fill("20")
    person.kept()
    glass = Jug.objects.get().plans.last().plan["glass"]
    assert (glass["style"], glass["sugar_g_per_l"]) == ("sweet_still", 20)
    bench.get_by_label("Sweetness, g/L").fill("")
    bench.get_by_label("Sharpness, g/L").fill("")
    person.kept()
    assert Jug.objects.get().plans.last().plan.get("glass", {}).get("style") != "sweet_still"
    # What was worked out stays as a fixed amount.
    expect(bench.get_by_label("Amount of Citric acid, g")).not_to_have_value("0")


def test_a_limit_on_the_tag_is_minded(bench):
    bench.get_by_role("button", name="set a limit").click()
    bench.get_by_label("A bottle at most, GBP").fill("0.50")
    expect(bench.get_by_text("over the 0.50")).to_be_visible()
    bench.get_by_label("A bottle at most, GBP").fill("cheap")
    wrong = bench.get_by_role("region", name="Targets", exact=True).get_by_role("alert")
    expect(wrong).to_contain_text("like 1.50")


def test_a_word_of_the_trade_opens_its_meaning(bench):
    word = bench.get_by_role("button", name="nutrient", exact=True).first
    word.click()
    expect(bench.get_by_text("Juice drinks and sugar have little of their own")).to_be_visible()
    bench.keyboard.press("Escape")
    expect(bench.get_by_text("Juice drinks and sugar have little of their own")).to_be_hidden()
    # A label holds no button: what its word means is asked beside it.
    bench.get_by_role("button", name="What is “Tannin”?").click()
    expect(bench.get_by_text("What makes strong tea grip the tongue.")).to_be_visible()


def test_anything_is_found_by_one_key(bench):
    bench.get_by_role("heading", name="Targets").click()
    bench.keyboard.press("/")
    field = bench.get_by_role("combobox", name="Find anything")
    expect(field).to_be_focused()
    bench.keyboard.type("lees")
    expect(bench.get_by_role("option", name="Lees")).to_be_visible()
    bench.keyboard.press("Enter")
    expect(bench.get_by_text("The layer of spent yeast")).to_be_visible()
    bench.keyboard.press("/")
    expect(field).to_be_focused()
    bench.keyboard.type("pear juice")
    expect(bench.get_by_role("option", name="Pear juice", exact=True)).to_be_visible()
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("heading", name="Pear juice", level=1)).to_be_visible()
    bench.keyboard.press("/")
    expect(field).to_be_focused()
    bench.keyboard.press("Escape")
    expect(field).to_have_count(0)


def test_the_recipe_goes_to_another_vessel(bench, person):
    bench.get_by_role("button", name="Vessel and yeast: Demijohn 5 L").click()
    bench.get_by_label("Vessel", exact=True).select_option(label="Bucket 10 L")
    bench.get_by_role("button", name="Scale the recipe").click()
    expect(bench.get_by_role("button", name="Scale the recipe")).to_have_count(0)
    bench.keyboard.press("Escape")
    expect(bench.get_by_label("Amount of Pear juice, ml")).to_have_value("6000")


@pytest.mark.parametrize("height", [800])
def test_the_next_step_and_the_tools_are_in_sight_without_scrolling(bench, height):
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    for name in ("Next: pitch the yeast", "Cheaper ways", "Balance and doses"):
        box = bench.get_by_role("button", name=name).bounding_box()
        assert box["y"] + box["height"] <= height
    bench.get_by_role("button", name="Balance and doses").click()
    head = bench.get_by_role("heading", name="Balance and doses").bounding_box()
    assert head["y"] + head["height"] <= height
    answer = bench.get_by_role("heading", name="white sugar").bounding_box()
    assert answer["y"] + answer["height"] <= height


def in_view(page, locator):
    """All of it lies within the window."""
    box, size = locator.bounding_box(), page.viewport_size
    return (
        box["y"] >= 0
        and box["y"] + box["height"] <= size["height"]
        and box["x"] >= 0
        and box["x"] + box["width"] <= size["width"]
    )


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone_answer_price_and_share_stay_in_sight_while_a_bar_is_pulled(bench, person):
    bench.get_by_role("button", name="Let sugar and water adjust").tap()
    said = person.answer()
    expect(said).to_contain_text("white sugar")
    bar = bench.get_by_label("How much Pear juice").locator("..")
    # Clear of what stays on top.
    bar.evaluate("element => element.scrollIntoView({ block: 'center' })")
    before = said.inner_text()
    finger(bench, bar, across=20, at=0.2)
    expect(said).not_to_have_text(before)
    assert in_view(bench, said)
    price = bench.get_by_text(re.compile(r"a bottle.* % juice"))
    assert in_view(bench, price)
    expect(price).to_contain_text("a bottle")
    # A finger that goes down over a grip scrolls; sideways it pulls.
    bench.wait_for_timeout(900)
    person.kept()
    aim = kept_aim()
    grip = bench.get_by_role("slider", name="Strength wanted")
    finger(bench, grip, along=-60)
    person.kept()
    assert kept_aim()["abv"] == aim["abv"]
    finger(bench, grip, across=30)
    person.kept()
    bench.wait_for_timeout(900)
    assert kept_aim()["abv"] > aim["abv"]


@pytest.mark.browser_context_args(viewport={"width": 320, "height": 640})
@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_at_320_pixels_nothing_runs_out_of_the_screen(bench, person, scheme):
    bench.emulate_media(color_scheme=scheme)
    bench.get_by_role("button", name="Let sugar and water adjust").click()
    expect(person.answer()).to_be_visible()
    for name in ("Next: pitch the yeast", "Targets", "Vessel"):
        assert in_view(bench, bench.get_by_role("button", name=name, exact=True))
    assert bench.evaluate("document.documentElement.scrollWidth") <= 320
    bench.get_by_role("button", name="Targets", exact=True).click()
    bench.get_by_label("Strength, %").fill("10")
    assert bench.evaluate("document.documentElement.scrollWidth") <= 320


def test_by_keyboard_every_target_is_reached(bench):
    for name in ("Fill wanted", "Strength wanted", "Sweet wanted", "Sharp wanted", "Bite wanted"):
        grip = bench.get_by_role("slider", name=name)
        tab_to(bench, grip, 120)
        assert grip.get_attribute("aria-valuetext")
