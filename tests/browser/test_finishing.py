"""From stopped to bottled at the screen: still, sweet, fizzy, vented, split, blended; and refused."""

import re

import pytest
from playwright.sync_api import expect

from server.jugs.models import Jug
from tests.browser.conftest import PHONE
from tests.browser.test_access import violations
from tests.server.conftest import Caller
from tests.server.test_finishing import WHITE, held, stopped, wrote

pytestmark = pytest.mark.django_db(transaction=True)

CROWN = "beer_bottle_returnable/crown"


@pytest.fixture
def call(person):
    person.sign_in()
    return Caller(person.client)


@pytest.fixture
def dry(page, person, call):
    """A jug that is proven dry, at its clearing."""
    jug = stopped(call)
    at(page, person, jug, "clear")
    return jug


def at(page, person, jug, place):
    page.goto(f"{person.home}/jugs/{jug['id']}/{place}")
    page.wait_for_load_state("networkidle")


def lots(page):
    return page.get_by_role("list", name="Bottles to fill")


def headline(page):
    return page.get_by_role("heading", level=2).first


def prime(page, by, much, of=""):
    page.get_by_label(f"Priming{of}", exact=True).select_option(by)
    field = f"Volumes{of}" if by == "volumes" else f"How much{of}"
    page.get_by_label(field, exact=True).fill(much)


def test_still_racked_clear_and_corked(page, person, dry):
    racked = page.get_by_role("form", name="Rack it")
    expect(racked).to_contain_text("go over")
    page.get_by_label("Into", exact=True).select_option("demijohn_4550")
    page.get_by_label("Stays behind").fill("150 ml")
    expect(racked).to_contain_text("150 ml stay with the lees")
    page.get_by_role("button", name="Save racking").click()
    expect(page.get_by_role("heading", name="It is off its lees")).to_be_visible()
    # Of another racking nothing is told until it is begun.
    expect(racked).not_to_contain_text("go over")
    page.get_by_label("Stays behind").fill("50 ml")
    expect(racked).to_contain_text("50 ml stay with the lees")
    page.get_by_label("Stays behind").fill("")
    page.get_by_text("Brilliant", exact=True).click()
    page.get_by_role("button", name="Save how it looks").click()
    expect(page.get_by_role("region", name="How it came out")).to_contain_text("Time: clear after")
    # Taken back it is not clear any more, and it can be said again.
    told = page.locator("[data-part=root]").filter(has_text="Brilliant.")
    told.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("region", name="How it came out")).to_have_count(0)
    page.get_by_role("link", name="Next: bottling").click()
    expect(headline(page)).to_have_text("These bottles may be closed.")
    expect(lots(page).get_by_text("Go", exact=True)).to_be_visible()
    page.get_by_role("button", name="Save bottling").click()
    expect(page.get_by_role("heading", name=re.compile("^Bottled "))).to_be_visible()
    # What was said of the jug before offers no way back past the bottling.
    told = page.locator("[data-part=root]")
    expect(told.filter(has_text="Bottled.")).to_be_visible()
    expect(told.get_by_role("button", name="Undo")).to_have_count(0)


def test_finings_are_timed_and_the_wait_stands_on_today(page, person, dry):
    page.get_by_text("Two-part finings: a week or two").click()
    page.get_by_label("How much", exact=True).fill("25 ml")
    page.get_by_role("button", name="Part A is in: time the hour").click()
    expect(page.get_by_role("timer", name="Wait: Finings, part B")).to_contain_text("59:")
    page.goto(f"{person.home}/today")
    expect(page.get_by_text("Finings, part B")).to_be_visible()


def test_sweet_is_held_tasted_in_glasses_and_corked(page, person, call, dry):
    both = page.get_by_role("listitem", name="Sulphite with sorbate")
    at(page, person, dry, "finish")
    page.get_by_text("Sweet and still", exact=True).click()
    expect(both).to_contain_text("Not yet. Its pH is not known")
    expect(both.get_by_role("button", name="It is in: save it")).to_have_count(0)
    wrote(call, dry, "racked", {"left_behind_ml": 100})
    wrote(call, dry, "noticed", {"chips": ["clear"]})
    wrote(call, dry, "measured", {"ph": 3.4})
    page.reload()
    expect(both).to_contain_text("g potassium metabisulphite")
    both.get_by_role("button", name="It is in: save it").click()
    expect(page.get_by_text("Sulphite with sorbate: written down.")).to_be_visible()
    page.get_by_label("Up to, g/L of sugar").fill("36")
    glasses = page.get_by_role("radiogroup", name="Which glass is right?")
    expect(glasses.get_by_role("radio")).to_have_count(4)
    glasses.get_by_text("medium", exact=True).first.click()
    expect(page.get_by_text("For the whole jug:")).to_contain_text("White sugar")
    page.get_by_role("button", name="It is in: save it").last.click()
    expect(page.get_by_text(re.compile(r"^\d+ g White sugar\.$"))).to_be_visible()
    page.get_by_role("link", name="Next: bottling").click()
    expect(headline(page)).to_have_text("These bottles may be closed.")
    page.get_by_role("button", name="Save bottling").click()
    expect(page.get_by_text("contains sulphites")).to_be_visible()


def test_one_base_over_three_flavours(page, person, call):
    person.shelve("Quince juice", "quince", "9.5", "2.95")
    base = held(call, stopped(call, "Base"))
    at(page, person, base, "finish")
    page.get_by_text("Split", exact=True).click()
    flavours = page.get_by_role("list", name="Flavours")
    for number, (name, much) in enumerate([("Quince", "1"), ("Plain", "1.2"), ("Sugared", "1")], 1):
        page.get_by_label(f"Name {number}").fill(name)
        flavours.get_by_label("Base, L").nth(number - 1).fill(much)
    page.get_by_label("With 1").select_option(label="Quince juice")
    flavours.get_by_label("Sugar, g/L").nth(0).fill("9")
    page.get_by_label("With 3").select_option(label="White sugar")
    flavours.get_by_label("Sugar, g/L").nth(2).fill("20")
    expect(flavours.get_by_role("listitem").first).to_contain_text("Quince juice")
    expect(page.get_by_text("of the base stay in this jug")).to_be_visible()
    page.get_by_role("button", name="Share it out").click()
    expect(page.get_by_text("hold the flavours now")).to_be_visible()
    for name in ("Quince", "Plain", "Sugared"):
        expect(page.get_by_role("link", name=re.compile(f"· {name}$"))).to_be_visible()
        jug = Jug.objects.get(name=name)
        now = call.ok("GET", f"jugs/{jug.id}")["now"]
        assert 1000 < now["volume_ml"]["value"] < 1300


def test_a_primed_cider_in_crown_caps_small_against_large(page, person, call, dry):
    at(page, person, dry, "bottle")
    page.get_by_label("Size", exact=True).select_option("330")
    page.get_by_label("Kind and closure", exact=True).select_option(CROWN)
    page.get_by_label("How many", exact=True).fill("6")
    prime(page, "volumes", "2.3")
    expect(page.get_by_text("like a lager")).to_be_visible()
    page.get_by_role("button", name="Add another kind").click()
    page.get_by_label("Size, lot 2").select_option("750")
    page.get_by_label("Kind and closure, lot 2").select_option("sparkling_bottle/wired")
    page.get_by_label("How many, lot 2").fill("2")
    prime(page, "volumes", "4", ", lot 2")
    # At 2.3 volumes a bottle for 2.5 has no room for what the stem does not show.
    expect(headline(page)).to_have_text("Think again before these are closed.")
    small, large = lots(page).get_by_role("listitem").all()
    # 4.0 g/L a volume, less the 0.87 dissolved at 20 °C: 1.9 g in 33 cl, 9.3 g in 75 cl. Practice.
    expect(small).to_contain_text("1.9 g in each")
    expect(large).to_contain_text("9.3 g in each")
    expect(page.get_by_text("Weigh 30 g white sugar")).to_be_visible()
    large.get_by_text("Pressure at the worst").click()
    expect(large).to_contain_text("20 °C, a cool room")
    page.get_by_text("The day in its order").click()
    expect(page.get_by_text("Stopper, then its wire cage at once")).to_be_visible()
    page.get_by_role("button", name="Save bottling").click()
    page.get_by_role("button", name="I have thought about it: save").click()
    expect(page.get_by_text("under pressure")).to_be_visible()
    # A bottle that burst warns of the others.
    page.get_by_label("What became of them").select_option("burst")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("chill the others").first).to_be_visible()
    page.goto(f"{person.home}/today")
    expect(page.get_by_text("Chill the bottles, and cover them").first).to_be_visible()


def test_a_lively_cider_goes_under_vented_caps(page, person, call):
    going = stopped(call, "Lively", 1.010)
    at(page, person, going, "bottle")
    page.get_by_label("Kind and closure", exact=True).select_option("beer_bottle/vented")
    expect(lots(page)).to_contain_text("Gas leaves by itself")
    expect(headline(page)).to_have_text("These bottles may be closed.")
    page.get_by_role("button", name="Save bottling").click()
    expect(page.get_by_role("button", name="Undo bottling")).to_be_visible()


def test_half_a_tablespoon_in_a_small_bottle_is_refused(page, person, call, dry):
    at(page, person, dry, "bottle")
    page.get_by_label("Size", exact=True).select_option("330")
    page.get_by_label("Kind and closure", exact=True).select_option(CROWN)
    prime(page, "teaspoons", "1 1/2")
    expect(headline(page)).to_have_text("These bottles can't be closed as it is.")
    page.get_by_role("button", name="Close it against advice").click()
    expect(page.get_by_text("To close it all the same, write why")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Prime with")).click()
    expect(headline(page)).not_to_have_text("These bottles can't be closed as it is.")
    expect(page.get_by_label("Priming", exact=True)).to_have_value("g_per_l")


def test_stopped_sweet_is_refused_in_corks_and_led_to_a_vent(page, person, call):
    sweet = stopped(call, "Sweet", 1.020)
    at(page, person, sweet, "bottle")
    expect(headline(page)).to_have_text("These bottles can't be closed as it is.")
    page.get_by_role("button", name="Vented caps, then the fridge").click()
    expect(lots(page)).to_contain_text("Gas leaves by itself")
    expect(headline(page)).to_have_text("These bottles may be closed.")


def test_three_jugs_are_blended_to_a_target(page, person, call):
    dry, weak = stopped(call, "Dry"), stopped(call, "Weak")
    stopped(call, "Third")
    wrote(call, weak, "racked", {"left_behind_ml": 0, "vessel_ml": 10_000})
    wrote(call, weak, "added", {"pour": {"name": "Water", "kind": "water", "volume_ml": 2500}})
    at(page, person, dry, "finish")
    page.get_by_text("Blend", exact=True).click()
    page.get_by_role("checkbox", name=re.compile("Weak")).check(force=True)
    page.get_by_role("checkbox", name=re.compile("Third")).check(force=True)
    page.get_by_label("Strength, %").fill("9.5")
    page.get_by_label("How much, L").fill("3")
    expect(page.get_by_text("3.00 L at 9.5 %")).to_be_visible()
    page.get_by_label("Name of the blend").fill("Blend of three")
    page.get_by_role("button", name="Pour it together").click()
    expect(page.get_by_text("Jug 4 · Blend of three")).to_be_visible()
    expect(page.locator("main")).to_contain_text("9.5 %, 3.00 L")


def test_the_bottles_at_home_are_filled_with_least_left_over(page, person, call, dry):
    at(page, person, dry, "bottle")
    expect(page.get_by_text("Write down which empty bottles you have")).to_be_visible()
    for size, count, kind in (("750", "4", "wine_bottle/cork"), ("330", "9", CROWN)):
        page.get_by_label("Empties: size").select_option(size)
        page.get_by_label("Empties: kind and closure").select_option(kind)
        page.get_by_label("Empties: how many").fill(count)
        page.get_by_role("button", name="Add empties").click()
        expect(page.get_by_text(re.compile(rf"{count} × {int(size) // 10} cl"))).to_be_visible()
    page.get_by_role("button", name="Fill these").click()
    expect(page.get_by_text(re.compile(r"^Wash \d+\. .* left over"))).to_be_visible()
    expect(headline(page)).to_have_text("These bottles may be closed.")
    page.get_by_label("With gas, volumes").fill("2.3")
    page.get_by_role("button", name="Fill these").click()
    expect(page.get_by_label("Kind and closure", exact=True)).to_have_value(CROWN)
    expect(page.get_by_label("Volumes", exact=True)).to_have_value("2.3")


@pytest.mark.browser_context_args(**PHONE)
def test_on_a_phone_nothing_is_wider_than_it(page, person, call):
    jug = held(call, stopped(call))
    wrote(call, jug, "added", {"pour": {**WHITE, "mass_g": 60}})
    for place in ("clear", "finish", "bottle"):
        at(page, person, jug, place)
        assert (place, page.evaluate("document.documentElement.scrollWidth")) == (place, 390)
        assert (place, violations(page)) == (place, [])
    at(page, person, jug, "finish")
    for tool in ("Flavour", "Split", "Blend"):
        page.get_by_text(tool, exact=True).tap()
        page.wait_for_timeout(300)
        assert (tool, page.evaluate("document.documentElement.scrollWidth")) == (tool, 390)
        assert (tool, violations(page)) == (tool, [])
