"""The real interface in Debian's Chromium, and a person to use it."""

import re
import threading
import time
from dataclasses import dataclass, field

import pytest
from django.conf import settings
from django.core.signals import request_finished, request_started
from django.test import Client
from playwright.sync_api import Page, expect

from core.files.recipe_file import read_recipe
from core.plan.evaluation import Evaluation, evaluate
from launch import chromium
from server.accounts.models import Account
from server.jugs.actions.pour_from_shelf import poured_from
from server.shelf.models import Product

PHONE = {"viewport": {"width": 390, "height": 844}, "has_touch": True, "is_mobile": True}

# Each test starts a server thread and a fresh profile; a slow machine needs the room.
expect.set_options(timeout=10_000)


@pytest.fixture(scope="session")
def browser_type_launch_args():
    # A camera that shows a moving picture: there is none on a machine without a monitor.
    flags = [*chromium.FLAGS, "--use-fake-device-for-media-stream"]
    return {"executable_path": chromium.PROGRAM, "args": flags}


@pytest.fixture(scope="session")
def browser_context_args():
    # What ships is fetched once more for the days without a network: only tests of those want it.
    return {
        "viewport": {"width": 1280, "height": 800},
        "timezone_id": "Europe/London",
        "service_workers": "block",
    }


@pytest.fixture(autouse=True)
def quiet_page(page: Page, live_server):
    """Fails the test when the page errs, is refused by its own policy, or asks another host."""
    wrong = []
    page.on("pageerror", lambda error: wrong.append(f"page error: {error}"))

    def console(message):
        # A refused request is also told to the console: those are tested for on purpose.
        if message.type == "error" and "Failed to load resource" not in message.text:
            wrong.append(f"console: {message.text}")

    page.on("console", console)

    def requested(request):
        if not request.url.startswith((live_server.url, "data:", "blob:")):
            wrong.append(f"asked elsewhere: {request.url}")

    page.on("request", requested)

    def answered(response):
        if response.status == 500:
            wrong.append(f"status 500: {response.url}")

    page.on("response", answered)
    under_way = set()

    def began(**_):
        under_way.add(threading.get_ident())

    def ended(**_):
        under_way.discard(threading.get_ident())

    request_started.connect(began)
    request_finished.connect(ended)
    yield
    page.remove_listener("console", console)
    # A page that is left sends what is not kept yet: the record is wiped only after that.
    for each in page.context.pages:
        each.goto("about:blank")
    page.wait_for_timeout(100)
    until = time.monotonic() + 10
    while under_way and time.monotonic() < until:
        page.wait_for_timeout(50)
    request_started.disconnect(began)
    request_finished.disconnect(ended)
    assert wrong == []


@dataclass
class Person:
    """Somebody with an account of their own, at the keyboard or with a finger."""

    page: Page
    home: str
    client: Client = field(default_factory=Client)

    def sign_in(self, name="Ada"):
        """An account, and a browser that is signed in to it: a visit to the door costs seconds."""
        self.client.force_login(Account.objects.create_user(name))
        cookie = self.client.cookies[settings.SESSION_COOKIE_NAME]
        self.page.context.add_cookies(
            [{"name": cookie.key, "value": cookie.value, "url": self.home}]
        )

    def with_pear_in_a_jug(self):
        """At the plan of a jug with 3 litres of pear in it, kept."""
        self.shelve("Pear juice", "pear", "10.8", "1.15")
        jug = self._begun("Pear")
        pear = poured_from(Product.objects.get(name="Pear juice"), 3000)
        plan = {**jug["kept"]["plan"], "pours": [pear.model_dump(exclude_none=True, mode="json")]}
        body = {"based_on": jug["kept"]["version"], "plan": plan}
        self._kept(f"jugs/{jug['id']}/plan", body, "put")
        self.page.goto(f"{self.home}/jugs/{jug['id']}/plan")
        expect(self.page.get_by_label("Amount of Pear juice, ml")).to_have_value("3000")
        # What comes after the first drawing moves the rest down.
        self.page.wait_for_load_state("networkidle")

    def _kept(self, path, body, method="post"):
        send = getattr(self.client, method)
        answer = send(f"/api/{path}", body, content_type="application/json")
        assert answer.status_code == 200, answer.content
        return answer.json()

    def shelve(self, name, fruit, sugars, price):
        self._kept(
            "shelf/products",
            {
                "name": name,
                "kind": "juice",
                "fruit": fruit,
                "sugars_g": sugars,
                "per_ml": 100,
                "pack_ml": 1000,
                "price": price,
            },
        )

    def _begun(self, name):
        yeast = {"key": "wine", "tolerance_abv": 14}
        vessel = {"key": "demijohn_5", "volume_ml": 5000}
        return self._kept("jugs", {"name": name, "vessel": vessel, "yeast": yeast})

    def begin(self, name="Pear"):
        jug = self._begun(name)
        self.page.goto(f"{self.home}/jugs/{jug['id']}")
        expect(self.page.get_by_role("heading", name="An empty jug")).to_be_visible()

    def pour(self, name):
        self.page.get_by_role("combobox", name="Add an ingredient").fill(name)
        self.page.get_by_role("option", name=name, exact=True).click()
        expect(self.page.get_by_label(f"How much {name}")).to_be_visible()

    def pour_no(self, name):
        """Take a pour out."""
        self.page.get_by_role("button", name=f"More for {name}").click()
        self.page.get_by_role("menuitem", name=f"Remove {name}").click()

    def answer(self):
        """The sentence that says what to add."""
        told = self.page.locator("h2, p").filter(has_text=re.compile("^(Add|Boil off) .*\\.$"))
        return told.first

    def kept(self):
        """Wait until the plan on the screen is kept."""
        expect(self.page.get_by_test_id("kept")).to_have_text("saved")

    def pitch(self, sg):
        page = self.page
        page.get_by_role("button", name="Next: pitch the yeast").click()
        page.get_by_label("Gravity", exact=True).fill(sg)
        page.get_by_role("button", name="Save reading and pitch").click()
        expect(page.get_by_role("heading", name="Log", exact=True)).to_be_visible()


@pytest.fixture
def person(page, live_server) -> Person:
    return Person(page, live_server.url)


PEAR = {
    "name": "Pear juice",
    "kind": "juice",
    "fruit": "pear",
    "label": {"sugars_g": "10.8", "per_ml": 100},
    "price": "1.15",
    "pack_ml": 1000,
}
SUGAR = {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": 0}
WATER = {"name": "Water", "kind": "water", "volume_ml": 0}


def by_core(*pours, abv=None, fill_ml=None, solve=None) -> Evaluation:
    """What core makes of the same pours, in a 5 L demijohn with general wine yeast."""
    aim = {"abv": abv, "fill_ml": fill_ml, "solve": solve} if abv else None
    return evaluate(
        read_recipe(
            {
                "format": "amber-jug-recipe",
                "version": 1,
                "pours": list(pours),
                "vessel": {"volume_ml": 5000},
                "yeast": {"tolerance_abv": 14},
                "aim": aim,
            }
        )
    )


def aimed(abv=11, fill_ml=4600) -> Evaluation:
    """Three cartons of pear with sugar and water to give, solved by core."""
    solve = ["White sugar", "Water"]
    pear = {**PEAR, "volume_ml": 3000}
    return by_core(pear, SUGAR, WATER, abv=abv, fill_ml=fill_ml, solve=solve)


def ready_for_no_network(page, address):
    """What ships is fetched once the page has been at rest for a while, and what is kept is written
    down a little after it came: the page's own clock goes ahead, and nobody waits."""
    page.clock.install()
    page.goto(address)
    page.wait_for_load_state("networkidle")
    page.clock.fast_forward(10_000)
    page.wait_for_function("() => navigator.serviceWorker.controller !== null", timeout=30_000)
    page.reload()
    page.wait_for_load_state("networkidle")
    with page.expect_response("**/api/cellar"):
        page.clock.fast_forward(10_000)
    page.wait_for_load_state("networkidle")
    page.clock.fast_forward(5000)
    page.wait_for_timeout(500)


def at_rest(page, locator):
    """Where it is once the page has stopped moving under it."""
    box = None
    while box != (box := locator.bounding_box()):
        page.wait_for_timeout(60)
    return box


def finger(page, locator, across=0.0, along=0.0, at=0.5, steps=10):
    """A finger put down on it, at a share of its width, moved so many pixels, and lifted."""
    locator.scroll_into_view_if_needed()
    box = at_rest(page, locator)
    x, y = box["x"] + box["width"] * at, box["y"] + box["height"] / 2
    screen = page.context.new_cdp_session(page)

    def touch(kind, *points):
        screen.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": list(points)})

    touch("touchStart", {"x": x, "y": y})
    for step in range(1, steps + 1):
        touch("touchMove", {"x": x + across * step / steps, "y": y + along * step / steps})
    touch("touchEnd")
    screen.detach()


def tab_to(page, locator, most=60):
    """Press Tab until the element has the focus."""
    for _ in range(most):
        if locator.evaluate("element => element === document.activeElement"):
            return
        page.keyboard.press("Tab")
    raise AssertionError(f"Tab never reached {locator}")
