"""Kitchens that were packed up and changed on their way: no server error, and all of it or none."""

import io
import json
import random
import zipfile

import pytest
from django.test import Client
from django.utils import timezone

from server.accounts.models import Account
from server.demo.load import load
from tests.cases import FIRST, many

pytestmark = pytest.mark.django_db
_ODD = (
    None, True, -1, 0, 10**30, 1e308, "", "x" * 300, "\ud800", "\x00", "=1+1", [], {}, [[]],
    {"a": 1}, "2026-13-40T99:00:00Z", "../../etc", "constructor", "£", [None] * 300,
)  # fmt: skip


@pytest.fixture
def kitchen(db):
    """The demo kitchen packed up, as its files by name."""
    client = Client()
    client.force_login(load(timezone.now()))
    with zipfile.ZipFile(io.BytesIO(client.get("/api/kitchen/export.zip").content)) as archive:
        return {name: archive.read(name) for name in archive.namelist()}


def changed(data, dice):
    """The same document with one thing in it otherwise."""
    places = list(_places(data))
    into, key = dice.choice(places)
    match dice.randrange(4):
        case 0:
            into[key] = dice.choice(_ODD)
        case 1 if isinstance(into, dict):
            del into[key]
        case 2 if isinstance(into, dict):
            into[f"{key}x"] = into.pop(key)
        case _ if isinstance(into, list):
            into.append(into[key])
        case _:
            into[key] = [into[key]]
    return data


def _places(item):
    pairs = item.items() if isinstance(item, dict) else enumerate(item)
    for key, value in list(pairs):
        yield item, key
        if isinstance(value, dict | list):
            yield from _places(value)


def packed(files, dice):
    """A zip of it, a few bytes of which are others now and then."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, raw in files.items():
            archive.writestr(name, raw)
    raw = bytearray(out.getvalue())
    if dice.random() < 0.2:
        for _ in range(dice.randrange(1, 6)):
            raw[dice.randrange(len(raw))] = dice.randrange(256)
    return bytes(raw)


def test_no_kitchen_that_comes_in_is_a_server_error(kitchen, other_account):
    client = Client(raise_request_exception=False)
    client.force_login(other_account)
    dice = random.Random(FIRST + 24)  # noqa: S311 - no secret
    jugs = Account.objects.get(id=other_account.id).jugs
    for number in range(many(25)):
        files = dict(kitchen)
        for name in dice.sample(sorted(files), dice.randrange(1, 4)):
            if name.endswith(".json"):
                data = changed(json.loads(files[name]), dice)
                files[name] = json.dumps(data).encode("utf-8", "surrogatepass")
            elif dice.random() < 0.5:
                del files[name]
        upload = io.BytesIO(packed(files, dice))
        upload.name = "kitchen.zip"
        before = jugs.count()
        response = client.post("/api/kitchen/import", {"file": upload})
        assert response.status_code in (200, 422), (number, response.content[:500])
        if response.status_code == 422:
            assert response.json()["errors"][0]["text"], number
            assert jugs.count() == before, number
        else:
            # It goes out again, and the next one meets an empty kitchen.
            assert client.get("/api/kitchen/export.zip").status_code == 200, number
            jugs.all().delete()
