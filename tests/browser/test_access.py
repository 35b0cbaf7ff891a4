"""axe on every view: light and dark, desktop and phone."""

from pathlib import Path

import pytest
from playwright.sync_api import expect

from server.jugs.models import Jug
from tests.browser.conftest import PHONE

pytestmark = pytest.mark.django_db(transaction=True)

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
VIEWS = [
    "/shelf", "/shelf?read&find=pear", "product", "compare", "/shelf/files", "/settings", "/jugs?new", "plan", "pitch",
    "ferment", "bottle", "labels", "side-by-side", "shared",
]  # fmt: skip


def violations(page):
    # The policy forbids foreign scripts, so axe comes in through the debugger.
    page.evaluate(AXE.read_text())
    found = page.evaluate("axe.run()")["violations"]
    return [(rule["id"], [node["target"] for node in rule["nodes"]]) for rule in found]


@pytest.fixture
def demo(page, live_server, settings):
    settings.AMBER_DEMO = True
    page.goto(live_server.url)
    expect(page.get_by_role("button", name="Try the demo")).to_be_visible()
    return page


def look_at_everything(page, home):
    assert violations(page) == []
    page.get_by_role("button", name="Try the demo").click()
    expect(page.get_by_role("heading", name="Jugs")).to_be_visible()
    rows = page.request.get(f"{home}/api/jugs").json()
    jug = {row["stage"]: row["id"] for row in rows}
    shelf = page.request.get(f"{home}/api/shelf/products?search=osmerly&sort=name").json()["items"]
    first, other = (product["id"] for product in shelf[:2])
    places = {
        "product": f"/shelf/{first}",
        "compare": f"/shelf/compare?ids={first},{other}",
        **{view: f"/jugs/{jug['plan']}/{view}" for view in ("plan", "pitch")},
        "ferment": f"/jugs/{jug['ferment']}/ferment",
        "bottle": f"/jugs/{jug['bottle']}/bottle",
        "labels": f"/jugs/{jug['bottled']}/labels",
        "side-by-side": f"/jugs/side-by-side?jug={jug['plan']}&jug={jug['bottled']}",
        "shared": f"/plans/{Jug.objects.get(id=jug['plan']).links.create(token='shown').token}",
    }
    for view in VIEWS:
        page.goto(home + places.get(view, view))
        page.wait_for_load_state("networkidle")
        expect(page.locator("h1")).to_be_visible()
        assert (view, violations(page)) == (view, [])
        small = page.evaluate(
            """() => [...document.querySelectorAll("main a, main button, main input, main select")]
                .filter(e => e.getClientRects().length && !e.closest("[disabled]"))
                .map(e => [e.ariaLabel || e.innerText, Math.round(e.getBoundingClientRect().height)])
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
        assert (name, violations(page)) == (name, [])
        page.keyboard.press("Escape")


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_desktop(demo, live_server, scheme):
    demo.emulate_media(color_scheme=scheme)
    look_at_everything(demo, live_server.url)


@pytest.mark.browser_context_args(**PHONE)
@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_phone(demo, live_server, scheme):
    demo.emulate_media(color_scheme=scheme)
    look_at_everything(demo, live_server.url)
