"""Calls made up from the OpenAPI document: no server error, whatever is sent."""

import json
import zlib

import pytest
import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from django.test import Client
from hypothesis import HealthCheck, Phase, settings

from server.config.api import api
from tests.cases import LONG, many
from tests.server.conftest import CARTON, JUG, PLAN

pytestmark = pytest.mark.django_db

_DOCUMENT = api.get_openapi_schema()
# What ends the account's own session ends the run with it.
_LEFT_ALONE = {"/api/session/sign-out", "/api/session/demo", "/api/session/sign-up"}

_KINDS = (
    *["application/json"] * 4,
    "text/plain",
    "application/x-www-form-urlencoded",
    "multipart/form-data; boundary=x",
    "application/octet-stream",
    "",
)

schema = schemathesis.openapi.from_dict(dict(_DOCUMENT))


@pytest.fixture
def signed_in(account):
    """A kitchen with a jug and a carton, so that numbers made up now and then are somebody's."""
    # The test's transaction is the only connection there is.
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    client = Client(raise_request_exception=False)
    client.force_login(account, backend="django.contrib.auth.backends.ModelBackend")
    jug = client.post("/api/jugs", JUG, content_type="application/json").json()
    body = {"based_on": 1, "plan": PLAN}
    client.put(f"/api/jugs/{jug['id']}/plan", body, content_type="application/json")
    client.post("/api/shelf/products", CARTON, content_type="application/json")
    yield client, jug["id"]
    for signal in (request_started, request_finished):
        signal.connect(close_old_connections)


def sent(client, case, jug_id):
    """The made-up call, half of the time about the jug there is."""
    where = case.formatted_path
    if "{jug_id}" in case.path and zlib.crc32(where.encode()) % 2:
        where = case.path.replace("{jug_id}", str(jug_id))
        for name, value in (case.path_parameters or {}).items():
            where = where.replace(f"{{{name}}}", str(value))
    body = case.body if isinstance(case.body, dict | list | str | int | float | bool) else None
    if case.method == "GET":
        return client.get(where, case.query or {})
    text = json.dumps(body).encode("utf-8", "surrogatepass")
    # Whatever it is called, it is the same bytes; most of the time it is called what it is.
    kind = _KINDS[zlib.crc32(text) % len(_KINDS)]
    return client.generic(case.method, where, text, content_type=kind)


@schema.parametrize()
@settings(
    max_examples=many(2),
    derandomize=not LONG,
    phases=[Phase.generate],
    deadline=None,
    suppress_health_check=list(HealthCheck),
)
def test_no_call_is_a_server_error(case, signed_in):
    client, jug_id = signed_in
    if case.path in _LEFT_ALONE:
        return
    try:
        response = sent(client, case, jug_id)
    except (ValueError, TypeError) as error:
        # What the test's own client cannot put on a wire never reaches the server.
        assert "surrogate" in str(error) or "JSON" in str(error) or "encode" in str(error), error
        return
    assert response.status_code < 500, (case.method, case.path, case.body, response.content[:500])
