"""Whole walks: somebody new, in few presses; and a US and an imperial kitchen to the same drink."""

import re
from datetime import timedelta

import pytest
from django.db.models import F
from playwright.sync_api import expect

from core.measure.density import brix_from_sg
from core.plan.amounts_in_words import measured
from server.jugs.models import Event, Jug
from tests.browser.conftest import aimed

pytestmark = pytest.mark.django_db(transaction=True)

LABEL = """Pear juice from concentrate 1 L
Per 100 ml: carbohydrate 11.2 g, of which sugars 10.8 g"""
MOST_PRESSES = 14


def test_somebody_new_gets_from_account_to_yeast_in_few_presses(page, live_server):
    presses = 0

    def press(locator):
        nonlocal presses
        presses += 1
        locator.click()

    page.goto(live_server.url)
    press(page.get_by_role("button", name="Create account"))
    page.get_by_label("Name").fill("Ada")
    page.get_by_label("Password").fill("plums-and-pears")
    press(page.get_by_role("button", name="Open it"))
    press(page.get_by_role("button", name="Start your first jug"))
    page.get_by_label("Name on the tape").fill("Pear")
    press(page.get_by_role("button", name="Create"))
    press(page.get_by_role("link", name="Read the label of a carton first."))
    page.get_by_label("The label, typed or pasted").fill(LABEL)
    expect(page.get_by_label("Of which sugars, g")).to_have_value("10.8")
    page.get_by_label("What is it?").fill("Pear juice")
    press(page.get_by_role("button", name="Put on the shelf"))
    # Back in the jug that waited for it, and poured.
    amount = page.get_by_label("Amount of Pear juice, ml")
    expect(amount).to_have_value("1000")
    press(amount)
    amount.fill("3 L")
    press(page.get_by_label("Strength, %"))
    page.get_by_label("Strength, %").fill("11")
    expect(page.locator("h2").filter(has_text=re.compile("^Add .* white sugar"))).to_be_visible()
    press(page.get_by_role("button", name="Next: pitch the yeast"))
    press(page.get_by_label("Gravity", exact=True))
    page.get_by_label("Gravity", exact=True).fill("1.080")
    press(page.get_by_role("button", name="Save reading and pitch"))
    expect(page.get_by_text("1.080 is saved.")).to_be_visible()
    assert Event.objects.filter(kind="pitched").count() == 1
    assert presses <= MOST_PRESSES


# 3 L and 4.6 L in gallons of 3.785411784 L (US) and 4.54609 L (imperial).
@pytest.mark.parametrize(
    ("shows", "poured", "fill"),
    [("us", "0.7925162 gal", "1.2151914 gal"), ("imperial", "0.6599078 gal", "1.0118585 gal")],
)
def test_another_kitchen_makes_the_same_drink(page, person, shows, poured, fill):
    person.sign_in()
    settings = person.client.get("/api/session").json()["settings"]
    settings |= {"shows": shows, "gravity_scale": "brix", "temperature": "f"}
    sent = person.client.put("/api/session/settings", settings, content_type="application/json")
    assert sent.status_code == 200, sent.content
    person.shelve("Pear juice", "pear", "10.8", "1.15")
    person.begin()
    person.pour("Pear juice")
    page.get_by_label("Amount of Pear juice, ml").fill(poured)
    page.get_by_role("button", name="Let sugar and water adjust").click()
    sight = "US gal" if shows == "us" else "gal"
    page.get_by_label(f"Fill, {sight}").fill(fill)
    page.get_by_label("Strength, %").fill("11.5")
    person.kept()

    core = aimed(abv=11.5)
    plan = Jug.objects.get().plans.last().plan
    assert plan["pours"][0]["volume_ml"] == pytest.approx(3000, abs=0.01)
    assert plan["aim"]["fill_ml"] == pytest.approx(4600, abs=0.01)
    sugar = measured(core.pours[1].mass_g, by_mass=True, system=shows)
    water = measured(core.pours[2].volume_ml, by_mass=False, system=shows)
    expect(person.answer()).to_have_text(f"Add {sugar} white sugar and {water} water.")
    start = core.must.mix.brix
    expect(page.locator("main")).to_contain_text(f"starts at {start:.1f} °Bx")
    expect(page.get_by_role("img", name=re.compile(f"Demijohn 5 L: .* {sight} in"))).to_be_visible()

    page.get_by_role("button", name="Next: pitch the yeast").click()
    page.get_by_label("Gravity", exact=True).fill(f"{start:.1f}")
    page.get_by_label("Sample, °F").fill("68")
    page.get_by_role("button", name="Save reading and pitch").click()
    expect(page.get_by_text("Keep it at 64-72 °F")).to_be_visible()
    read = Event.objects.get(kind="read").what
    assert read["sg"] == pytest.approx(core.must.sg.value, abs=0.0005)
    assert read.get("temperature_c", 20) == 20

    # Two weeks on, dry by the same stem, then proven, and into the same bottles.
    end = core.finish.sg.value
    for wait in (14, 8):
        Event.objects.update(at=F("at") - timedelta(days=wait))
        page.reload()
        page.get_by_label("Gravity", exact=True).fill(f"{brix_from_sg(end):.1f}")
        page.get_by_role("button", name="Save reading").click()
        expect(page.get_by_text(re.compile(r"°Bx is saved\."))).to_be_visible()
    last = Event.objects.filter(kind="read").order_by("at").last().what
    assert last["sg"] == pytest.approx(end, abs=0.0005)
    expect(page.get_by_text("Dry, and proven.")).to_be_visible()
    page.get_by_role("link", name="Next: clearing").click()
    page.get_by_role("button", name="Save racking").click()
    page.get_by_role("link", name="Next: bottling").click()
    page.get_by_role("button", name="Save bottling").click()
    expect(page.get_by_role("list", name="Lots, and whether each may be closed")).to_contain_text(
        f"{core.bottles.count} × 75 cl wine bottle, cork"
    )
