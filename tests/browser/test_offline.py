"""What was seen stays to be seen without a network, and what was written waits for its writer."""

import re
from datetime import timedelta

import pytest
from django.utils import timezone
from playwright.sync_api import expect

from server.accounts.models import Account
from server.jugs.models import Event
from tests.browser.conftest import PEAR, ready_for_no_network

pytestmark = [
    pytest.mark.django_db(transaction=True),
    pytest.mark.browser_context_args(service_workers="allow"),
]


@pytest.fixture
def going(page, person):
    """A jug four days after its yeast, and its page, ready for no network."""
    person.sign_in()
    jug = person._kept("jugs", {"name": "Pear", "vessel": {"volume_ml": 5000}, "yeast": {"key": "wine", "tolerance_abv": 14}})  # fmt: skip
    plan = {"pours": [{**PEAR, "volume_ml": 4000}], "vessel": {"volume_ml": 5000}}
    person._kept(
        f"jugs/{jug['id']}/plan", {"based_on": jug["kept"]["version"], "plan": plan}, "put"
    )
    at = (timezone.now() - timedelta(days=4)).isoformat()
    person._kept(f"jugs/{jug['id']}/readings", {"sg": 1.052, "at": at, "insist": True})
    ready_for_no_network(page, f"{person.home}/jugs/{jug['id']}/ferment")
    return page


def off(page):
    # A page that is loaded anew has a network for a moment, whatever the browser was told.
    page.context.route("**/api/**", lambda route: route.abort())
    page.context.set_offline(True)


def on(page):
    page.context.unroute("**/api/**")
    page.context.set_offline(False)


def banner(page):
    return page.get_by_role("status", name="Without a network")


def read(page, figure):
    page.get_by_label("Gravity", exact=True).fill(figure)
    page.get_by_role("button", name="Save reading").click()


def readings():
    said = Event.objects.filter(kind="read").order_by("at").values_list("what__sg", flat=True)
    return list(said)


def test_a_fetch_that_fails_takes_nothing_kept_away(going):
    off(going)
    jug = going.url
    going.goto(jug.split("/jugs/")[0] + "/jugs")
    going.get_by_role("link", name="Shelf").first.click()
    expect(banner(going)).to_contain_text("You are offline.")
    # Longer than what is seen waits to be put by.
    going.wait_for_timeout(3000)
    for place, there in ((jug, "Log"), (jug.split("/jugs/")[0] + "/jugs", "Jugs")):
        going.goto(place)
        expect(going.get_by_role("heading", name=there, exact=True)).to_be_visible()
        going.wait_for_timeout(2500)
    # A cellar has no reception, and nobody was down there before.
    going.get_by_role("link", name="Cellar").first.click()
    expect(going.get_by_role("heading", name="No bottles yet")).to_be_visible()
    on(going)


def test_a_network_that_was_there_for_a_moment_shows_what_was_seen(going):
    """Who one is is answered, and nothing after it."""
    going.context.route(re.compile("/api/(?!session)"), lambda route: route.abort())
    going.goto(going.url.split("/jugs/")[0] + "/jugs")
    expect(going.get_by_role("heading", name="Jugs", exact=True)).to_be_visible()
    expect(going.get_by_text("Pear")).to_be_visible()
    going.context.unroute_all()


OLD = """async jug => {
    const kept = {buster: "of another version", timestamp: Date.now() - 90 * 86400000, clientState: {
        queries: [{queryKey: ["session"], queryHash: "s", state: {data: {signed_in: true, name: "Ada"}}}],
        mutations: [{mutationKey: ["write"], state: {status: "pending", isPaused: true, variables: {
            kind: "reading", jug, said: "1.020",
            body: {id: crypto.randomUUID(), sg: 1.02, cause: null, insist: true, note: "", at: new Date().toISOString()}}}}]}};
    const open = indexedDB.open("amber-jug");
    open.onupgradeneeded = () => open.result.createObjectStore("kept");
    await new Promise(done => (open.onsuccess = done));
    const put = open.result.transaction("kept", "readwrite").objectStore("kept").put(kept, "kitchen");
    await new Promise(done => (put.onsuccess = done));
    open.result.close();
}"""


def test_what_a_version_before_kept_is_sent_however_long_ago(going):
    going.evaluate(OLD, int(going.url.split("/jugs/")[1].split("/")[0]))
    off(going)
    going.reload()
    expect(banner(going)).to_contain_text("Kept here until there is a network: 1.020.")
    on(going)
    expect(banner(going)).to_have_count(0)
    assert readings() == [1.052, 1.02]
    going.reload()
    going.wait_for_timeout(2000)
    assert readings() == [1.052, 1.02]


def sign_in_as(page, person, account):
    person.client.force_login(account)
    cookie = person.client.cookies["sessionid"]
    page.context.add_cookies([{"name": cookie.key, "value": cookie.value, "url": person.home}])


def test_what_one_wrote_waits_unseen_while_another_uses_the_device(going, person):
    off(going)
    read(going, "1.020")
    expect(banner(going)).to_contain_text("1.020")
    ada = Account.objects.get()
    # Whoever was signed in is so no more.
    going.context.clear_cookies()
    going.goto("about:blank")
    on(going)
    sign_in_as(going, person, Account.objects.create_user("Bo"))
    asked = []
    going.on("request", lambda r: asked.append(r) if r.method == "POST" else None)
    going.goto(f"{person.home}/jugs")
    expect(going.get_by_text("Start your first jug")).to_be_visible()
    # What is for another time waits until the page has settled.
    going.wait_for_timeout(5000)
    expect(banner(going)).to_have_count(0)
    assert [r.url for r in asked if r.url.endswith("/readings")] == []
    assert readings() == [1.052]
    # Without a network the other's kitchen does not open either.
    off(going)
    going.reload()
    going.wait_for_timeout(2000)
    expect(going.get_by_text("Pear")).to_have_count(0)
    on(going)
    sign_in_as(going, person, ada)
    going.goto(f"{person.home}/jugs")
    expect(going.get_by_text("Pear")).to_be_visible()
    going.wait_for_timeout(2500)
    assert readings() == [1.052, 1.02]


def test_a_browser_that_keeps_nothing_says_so_and_sends_all_the_same(page, going):
    page.add_init_script("indexedDB.open = () => { throw new Error('blocked') }")
    page.reload()
    expect(page.get_by_role("heading", name="Log", exact=True)).to_be_visible()
    page.wait_for_timeout(2000)
    page.context.set_offline(True)
    read(page, "1.020")
    expect(page.get_by_text("this browser keeps nothing. Leave this page open")).to_be_visible()
    expect(page.get_by_text("kept here, and sent once")).to_have_count(0)
    page.context.set_offline(False)
    expect(banner(page)).to_have_count(0)
    assert readings() == [1.052, 1.02]
