"""axe on every view: light and dark, desktop and phone."""

from pathlib import Path

import pytest
from playwright.sync_api import expect

from server.jugs.models import Jug, OwnVessel
from server.jugs.rows import renew_all
from server.shelf.models import Product
from tests.browser.conftest import PHONE

pytestmark = pytest.mark.django_db(transaction=True)

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
VIEWS = [
    "/today", "/shelf", "/shelf?read&find=pear", "product", "compare", "/shelf/files", "/settings", "/jugs?new", "plan", "pitch",
    "ferment", "clear", "finish", "bottle", "labels", "taste", "/cellar", "/look-back", "side-by-side", "shared",
]  # fmt: skip


# All that the dark can change: the page is the same but for its colours.
OF_COLOUR = ["color-contrast", "link-in-text-block"]


def violations(page, rules=None):
    # The policy forbids foreign scripts, so axe comes in through the debugger.
    if not page.evaluate("() => 'axe' in window"):
        page.evaluate(AXE.read_text())
    found = page.evaluate("rules => axe.run(rules ? {runOnly: rules} : {})", rules)["violations"]
    return [(rule["id"], [node["target"] for node in rule["nodes"]]) for rule in found]


@pytest.fixture
def demo(page, live_server, settings):
    settings.AMBER_DEMO = True
    page.goto(live_server.url)
    expect(page.get_by_role("button", name="Try the demo")).to_be_visible()
    return page


def places_of(page, home):
    """Where each view that is about something is, in this kitchen."""
    rows = page.request.get(f"{home}/api/jugs").json()
    jug = {row["stage"]: row["id"] for row in rows}
    shelf = page.request.get(f"{home}/api/shelf/products?search=osmerly&sort=name").json()["items"]
    first, other = (product["id"] for product in shelf[:2])
    return {
        "product": f"/shelf/{first}",
        "compare": f"/shelf/compare?ids={first},{other}",
        **{view: f"/jugs/{jug['plan']}/{view}" for view in ("plan", "pitch")},
        "ferment": f"/jugs/{jug['ferment']}/ferment",
        "clear": f"/jugs/{jug['clear']}/clear",
        "finish": f"/jugs/{jug['finish']}/finish",
        "bottle": f"/jugs/{jug['bottle']}/bottle",
        "labels": f"/jugs/{jug['bottled']}/labels",
        "taste": f"/jugs/{jug['bottled']}/taste",
        "side-by-side": f"/jugs/side-by-side?jug={jug['plan']}&jug={jug['bottled']}",
        "shared": f"/plans/{Jug.objects.get(id=jug['plan']).links.create(token='shown').token}",
    }


def wrong_here(page):
    """What axe finds in the light, and then in the dark."""
    found = violations(page)
    page.emulate_media(color_scheme="dark")
    found += [("dark", *rule) for rule in violations(page, OF_COLOUR)]
    page.emulate_media(color_scheme="light")
    return found


def look_at_everything(page, home):
    assert wrong_here(page) == []
    page.get_by_role("button", name="Try the demo").click()
    expect(page.get_by_role("navigation", name="Places")).to_be_visible()
    places = places_of(page, home)
    for view in VIEWS:
        page.goto(home + places.get(view, view))
        page.wait_for_load_state("networkidle")
        expect(page.locator("h1")).to_be_visible()
        assert (view, wrong_here(page)) == (view, [])
        small = page.evaluate(
            """() => [...document.querySelectorAll("main a, main button, main input, main select")]
                .filter(e => e.getClientRects().length && !e.closest("[disabled]"))
                .map(e => [e.ariaLabel || e.innerText, e.type === "radio" ? e.closest("label") : e])
                .map(([name, e]) => [name, Math.round(e.getBoundingClientRect().height)])
                .filter(([, height]) => height < 44)"""
        )
        assert (view, small) == (view, [])
        if view == "plan":
            look_at_the_tools(page)


def look_at_the_tools(page):
    names = page.get_by_role("navigation", name="More with this plan").get_by_role("button")
    for place in range(names.count()):
        button = names.nth(place)
        name = button.get_attribute("aria-label")
        if name is None:
            continue
        button.click()
        page.wait_for_load_state("networkidle")
        opened = page.get_by_role("region", name=name)
        expect(opened).to_be_visible()
        # Not while it is still fetching: a wait fades in.
        expect(opened.get_by_role("status")).to_have_count(0)
        assert (name, wrong_here(page)) == (name, [])
        page.keyboard.press("Escape")


# Who makes a page so wide.
WIDEST = """() => [...document.querySelectorAll("main *")]
    .filter(e => e.getBoundingClientRect().right > innerWidth + 1)
    .slice(-3).map(e => `${e.tagName}.${e.className}`.slice(0, 80))"""
# What a page is there for, on the views that have one such act.
ACTS = {
    "/shelf": "Read a label",
    "/jugs?new": "Create",
    "plan": "Next: pitch the yeast",
    "pitch": "Save reading and pitch",
    "ferment": "Save reading",
    "clear": "Save racking",
    "bottle": "Save bottling",
    "/cellar": "Open one",
    "/settings": "Save",
}


def test_no_page_hides_what_it_is_for_below_the_fold(demo, live_server):
    demo.get_by_role("button", name="Try the demo").click()
    expect(demo.get_by_role("navigation", name="Places")).to_be_visible()
    places = places_of(demo, live_server.url)
    for view, name in ACTS.items():
        demo.goto(live_server.url + places.get(view, view))
        act = demo.get_by_role("button", name=name, exact=True)
        expect(act).to_be_visible()
        box = act.bounding_box()
        assert (view, box["y"] + box["height"] <= 800) == (view, True)


def as_long_as_can_be():
    """Every name in one word of as many letters as are kept."""
    for product in Product.objects.all():
        product.name = f"Osmerly{product.id}".ljust(120, "q")
        product.save()
    for vessel in OwnVessel.objects.all():
        vessel.name = f"Crock{vessel.id}".ljust(80, "q")
        vessel.save()
    for jug in Jug.objects.all():
        jug.name = f"Jug{jug.id}".ljust(120, "q")
        jug.row = None
        jug.save()
        plan = jug.plans.order_by("version").last()
        # The log calls pours by their names.
        if plan and not jug.events.exists():
            for pour in plan.plan["pours"]:
                pour["name"] = pour["name"].replace(" ", "").ljust(120, "q")
            plan.save()
    renew_all(Jug.objects.all())


@pytest.mark.browser_context_args(viewport={"width": 320, "height": 640})
@pytest.mark.parametrize("long", [False, True])
def test_at_320_pixels_no_page_scrolls_sideways(demo, live_server, long):
    demo.get_by_role("button", name="Try the demo").click()
    expect(demo.get_by_role("navigation", name="Places")).to_be_visible()
    if long:
        as_long_as_can_be()
    places = places_of(demo, live_server.url)
    wide = []
    for view in VIEWS:
        demo.goto(live_server.url + places.get(view, view))
        demo.wait_for_load_state("networkidle")
        expect(demo.locator("h1")).to_be_visible()
        width = demo.evaluate("document.documentElement.scrollWidth")
        if width != 320:
            wide.append((view, width, demo.evaluate(WIDEST)))
    assert not wide, "\n".join(map(str, wide))


def test_desktop(demo, live_server):
    look_at_everything(demo, live_server.url)


@pytest.mark.browser_context_args(**PHONE)
def test_phone(demo, live_server):
    look_at_everything(demo, live_server.url)
