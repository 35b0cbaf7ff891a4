from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone

from server.accounts.address import address_of
from server.accounts.models import Account, SentOnce
from tests.server.conftest import CARTON, JUG

pytestmark = pytest.mark.django_db

NOBODYS = "00000000-0000-4000-8000-000000000000"
PRIVATE = [
    ("GET", "shelf/products"),
    ("POST", "shelf/products"),
    ("POST", "shelf/products/read"),
    ("PUT", "shelf/products/1"),
    ("DELETE", "shelf/products/1"),
    ("GET", "shelf/products/1"),
    ("POST", "shelf/products/1/restore"),
    ("POST", "shelf/products/1/home"),
    ("POST", "shelf/products/1/measured"),
    ("GET", "shelf/products/1/prices"),
    ("POST", "shelf/products/1/prices"),
    ("POST", "shelf/compare"),
    ("POST", "shelf/labels/read"),
    ("POST", "shelf/pictures/label"),
    ("GET", "shelf/barcodes/2000000001012"),
    ("POST", "shelf/pictures/barcode"),
    ("POST", "shelf/import"),
    ("GET", "shelf/export.csv"),
    ("GET", "shelf/export.json"),
    ("GET", "jugs"),
    ("POST", "jugs"),
    ("POST", "plans/evaluate"),
    ("GET", "jugs/1"),
    ("DELETE", "jugs/1"),
    ("PUT", "jugs/1/plan"),
    ("POST", "jugs/1/readings"),
    ("DELETE", f"jugs/1/readings/{NOBODYS}"),
    ("POST", "jugs/1/events"),
    ("POST", f"jugs/1/events/{NOBODYS}/strike"),
    ("POST", "jugs/1/bottling"),
    ("GET", "reference"),
]


@pytest.mark.parametrize(("method", "path"), PRIVATE)
def test_nothing_without_signing_in(method, path):
    response = getattr(Client(), method.lower())(f"/api/{path}", content_type="application/json")
    assert response.status_code == 401
    assert response.json()["errors"][0]["text"] == "Sign in first."


def test_sign_up_sign_out_sign_in():
    client = Client()
    body = {
        "name": "Ada",
        "password": "plums-and-pears",
        "time_zone": "Europe/Paris",
        "currency": "eur",
    }
    signed = client.post("/api/session/sign-up", body, content_type="application/json").json()
    assert (signed["name"], signed["currency"], signed["time_zone"]) == (
        "Ada",
        "EUR",
        "Europe/Paris",
    )
    assert client.post("/api/session/sign-out").json()["signed_in"] is False
    body = {"name": "Ada", "password": "plums-and-pears"}
    assert client.post("/api/session/sign-in", body, content_type="application/json").json()[
        "signed_in"
    ]


@pytest.mark.parametrize(
    ("body", "at"),
    [
        ({"name": "", "password": "plums-and-pears"}, "name"),
        ({"name": "x" * 200, "password": "plums-and-pears"}, "name"),
        ({"name": "mo", "password": "plums-and-pears"}, "name"),
        ({"name": "new", "password": "short"}, "password"),
        ({"name": "new", "password": "password"}, "password"),
        ({"name": "new"}, "password"),
        ({"name": "new", "password": "plums-and-pears", "currency": "£££"}, "currency"),
    ],
)
def test_accounts_that_cannot_be_opened(account, body, at):
    response = Client().post("/api/session/sign-up", body, content_type="application/json")
    assert response.status_code == 422
    assert response.json()["errors"][0]["at"] == at


def test_a_wrong_password(account):
    body = {"name": "mo", "password": "wrong-wrong"}
    response = Client().post("/api/session/sign-in", body, content_type="application/json")
    assert (response.status_code, response.json()["errors"][0]["at"]) == (422, "password")


@pytest.mark.parametrize("name", ["demo", "DEMO", " Demo ", "d\u0435mo", "dem0", "ａdmin"])
def test_the_houses_own_names_are_nobodys(name):
    body = {"name": name, "password": "plums-and-pears"}
    answer = Client().post("/api/session/sign-up", body, content_type="application/json")
    assert (answer.status_code, answer.json()["errors"][0]["at"]) == (422, "name")


@pytest.mark.parametrize("twin", ["MO", "m\u043e", "m0", "ｍｏ", "m\u200bo"])
def test_a_name_that_looks_like_anothers_is_taken(account, twin):
    body = {"name": twin, "password": "plums-and-pears"}
    answer = Client().post("/api/session/sign-up", body, content_type="application/json")
    assert answer.status_code == 422
    assert Account.objects.count() == 1


def test_a_name_with_a_mark_is_its_own(account):
    body = {"name": "mó", "password": "plums-and-pears"}
    answer = Client().post("/api/session/sign-up", body, content_type="application/json")
    assert answer.json()["name"] == "mó"


def tries(name, given, client=None, **more):
    body = {"name": name, "password": given}
    return (client or Client()).post(
        "/api/session/sign-in", body, content_type="application/json", **more
    )


def test_guessing_is_stopped_and_the_right_password_waits_too(account, password):
    known = Client()
    assert tries("Mo", password, known).status_code == 200
    said = [tries("Mo", f"guess-{n}") for n in range(12)]
    assert "do not belong" in said[0].json()["errors"][0]["text"]
    assert "Too many tries" in said[-1].json()["errors"][0]["text"]
    assert (said[-1].status_code, said[-1]["Retry-After"]) == (429, "900")
    assert tries("Mo", password).status_code == 429
    # Not on a device that the account was signed in from before.
    assert known.post("/api/session/sign-out").status_code == 200
    assert tries("Mo", "a-slip-of-mine", known).status_code == 422
    assert tries("Mo", password, known).status_code == 200
    # Which lets nobody else's be guessed from it.
    other = Account.objects.create_user("bo", password="grapes-and-quinces", name_key="bo")
    assert tries("bo", "guess", known).status_code == 429
    assert (
        tries(other.username, "grapes-and-quinces", REMOTE_ADDR="198.51.100.7").status_code == 200
    )


def test_many_names_from_one_address_are_slowed_and_no_other_address_is(account, password):
    said = [tries(f"guest {n}", "guess").status_code for n in range(40)]
    assert said.count(429) >= 28
    assert tries("Mo", password, REMOTE_ADDR="198.51.100.7").status_code == 200


@pytest.mark.parametrize(
    ("proxies", "remote", "told", "address"),
    [
        ([], "10.0.0.1", "198.51.100.7", "10.0.0.1"),
        (["10.0.0.0/8"], "10.0.0.1", "198.51.100.7", "198.51.100.7"),
        # What the caller wrote before the proxy's own word is anybody's.
        (["10.0.0.0/8"], "10.0.0.1", "1.2.3.4, 198.51.100.7", "198.51.100.7"),
        (["10.0.0.0/8"], "10.0.0.1", "198.51.100.7, 10.0.0.2", "198.51.100.7"),
        (["10.0.0.0/8"], "203.0.113.9", "198.51.100.7", "203.0.113.9"),
        (["10.0.0.1"], "10.0.0.1", "", "10.0.0.1"),
        (["10.0.0.1"], "10.0.0.1", "nonsense", ""),
        (["fd00::/8"], "fd00::1", "2001:db8::7", "2001:db8::7"),
    ],
)
def test_an_address_is_told_by_trusted_proxies_alone(settings, rf, proxies, remote, told, address):
    settings.AMBER_TRUSTED_PROXIES = proxies
    asked = rf.get("/", REMOTE_ADDR=remote, headers={"X-Forwarded-For": told})
    assert address_of(asked) == address


def test_accounts_are_not_opened_by_the_hundred(db, settings):
    settings.AMBER_TRUSTED_PROXIES = ["127.0.0.1"]

    def opened(n, address):
        body = {"name": f"visitor {n} {address[-1]}", "password": "plums-and-pears"}
        return Client().post(
            "/api/session/sign-up",
            body,
            content_type="application/json",
            headers={"X-Forwarded-For": address},
        )

    said = [opened(n, "198.51.100.7") for n in range(22)]
    assert [each.status_code for each in said] == [200] * 20 + [429] * 2
    assert said[-1]["Retry-After"] == "3600"
    # One address keeps no other from it.
    assert opened(1, "198.51.100.8").status_code == 200


def test_the_demo_is_only_where_it_is_offered(db):
    assert Client().post("/api/session/demo").status_code == 422


@pytest.mark.parametrize("path", ["session/sign-in", "session/sign-up", "session/demo", "jugs"])
def test_a_forged_request_is_refused(account, path):
    client = Client(enforce_csrf_checks=True)
    client.force_login(account)
    response = client.post(f"/api/{path}", {"name": "x"}, content_type="application/json")
    assert response.status_code in (401, 403)


def test_one_account_never_sees_anothers(call, other_call):
    product = call.ok("POST", "shelf/products", CARTON)
    jug = call.ok("POST", "jugs", JUG)
    assert other_call.ok("GET", "shelf/products")["items"] == []
    assert other_call.ok("GET", "jugs") == []
    for method, path, body in [
        ("GET", f"jugs/{jug['id']}", None),
        ("DELETE", f"jugs/{jug['id']}", None),
        ("POST", f"jugs/{jug['id']}/readings", {"sg": 1.08}),
        ("PUT", f"jugs/{jug['id']}/plan", {"based_on": 1, "plan": {"pours": []}}),
        ("PUT", f"shelf/products/{product['id']}", CARTON),
        ("DELETE", f"shelf/products/{product['id']}", None),
        ("POST", f"shelf/products/{product['id']}/restore", None),
        ("GET", f"shelf/products/{product['id']}", None),
        ("POST", f"shelf/products/{product['id']}/home", {"at_home": "1"}),
        ("POST", f"shelf/products/{product['id']}/measured", {"sg": 1.05}),
        ("GET", f"shelf/products/{product['id']}/prices", None),
        ("POST", f"shelf/products/{product['id']}/prices", {"amount": "1"}),
    ]:
        status, data = other_call(method, path, body)
        assert status == 404, (method, path)
        assert "not yours" in data["errors"][0]["text"]
    assert len(call.ok("GET", "jugs")) == 1


def test_each_account_numbers_its_own_jugs(call, other_call):
    assert [call.ok("POST", "jugs", JUG)["number"] for _ in range(2)] == [1, 2]
    assert other_call.ok("POST", "jugs", JUG)["number"] == 1


def test_the_page_asks_no_other_host(client):
    policy = client.get("/anything").headers["Content-Security-Policy"]
    assert "default-src 'self'" in policy
    assert "unsafe" not in policy
    assert "http" not in policy


def test_a_senders_keys_are_kept_for_a_day(call, account, other_account):
    def write(key):
        headers = {"Idempotency-Key": key}
        call.client.post("/api/jugs", JUG, content_type="application/json", headers=headers)

    write("of-yesterday")
    SentOnce.objects.update(at=timezone.now() - timedelta(hours=25))
    SentOnce.objects.create(account=other_account, key="of-another")
    write("of-today")
    assert set(SentOnce.objects.values_list("key", flat=True)) == {"of-today", "of-another"}
