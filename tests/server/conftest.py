"""A signed-in caller of the API, and a jug to call it about."""

from dataclasses import dataclass

import pytest
from django.test import Client

PEAR = {
    "name": "Pear",
    "kind": "juice",
    "fruit": "pear",
    "volume_ml": 3000,
    "label": {"sugars_g": "10.8", "per_ml": 100},
    "price": "1.15",
    "pack_ml": 1000,
}
SUGAR = {"name": "Sugar", "kind": "sugar", "mass_g": 450, "price": "1.19", "pack_g": 1000}
WATER = {"name": "Water", "kind": "water", "volume_ml": 800}
PLAN = {
    "pours": [PEAR, SUGAR, WATER],
    "vessel": {"volume_ml": 5000, "key": "demijohn_5"},
    "yeast": {"tolerance_abv": 14, "key": "wine"},
}
CORK = {"bottle": "wine_bottle", "closure": "cork"}
CROWN = {"bottle": "beer_bottle", "closure": "crown"}
JUG = {"name": "Pear", "vessel": PLAN["vessel"], "yeast": PLAN["yeast"]}
CARTON = {
    "name": "Pear",
    "kind": "juice",
    "fruit": "pear",
    "sugars_g": "10.8",
    "per_ml": 100,
    "pack_ml": 1000,
    "price": "1.15",
}


@dataclass
class Caller:
    """JSON in, status and JSON out."""

    client: Client

    def __call__(self, method, path, body=None):
        response = (
            self.client.generic(
                method,
                f"/api/{path}",
                b"" if body is None else body,
                content_type="application/json",
            )
            if isinstance(body, bytes)
            else getattr(self.client, method.lower())(
                f"/api/{path}", body, content_type="application/json"
            )
        )
        return response.status_code, response.json()

    def ok(self, method, path, body=None):
        status, data = self(method, path, body)
        assert status == 200, data
        return data


@pytest.fixture
def call(account):
    client = Client()
    client.force_login(account)
    return Caller(client)


@pytest.fixture
def other_call(other_account):
    client = Client()
    client.force_login(other_account)
    return Caller(client)


@pytest.fixture
def planned(call):
    """A jug with a kept plan, about 1.0805."""
    jug = call.ok("POST", "jugs", JUG)
    call.ok("PUT", f"jugs/{jug['id']}/plan", {"based_on": 1, "plan": PLAN})
    return call.ok("GET", f"jugs/{jug['id']}")
