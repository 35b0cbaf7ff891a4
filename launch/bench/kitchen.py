"""The production server over a database of its own, with more in it than anybody has."""

import gzip
import http.client
import os
import subprocess
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime, timedelta
from decimal import Decimal
from typing import Any

import django

from launch.bench.plans import plan_of
from launch.places import PYTHON, ROOT, CannotError
from launch.postgres import free_port

_TOKEN = "x" * 32


@dataclass(frozen=True)
class Kitchen:
    """A running server and who asks it: `session` is the signed-in account's cookie."""

    port: int
    account_id: int
    session: str

    @property
    def home(self) -> str:
        """Its address."""
        return f"http://127.0.0.1:{self.port}"

    def ask(
        self, method: str, path: str, body: bytes | None = None, kind: str = "application/json"
    ) -> bytes:
        """The body of the answer. Raises CannotError for any status but 200."""
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=30)
        headers = {
            "Cookie": f"sessionid={self.session}; csrftoken={_TOKEN}",
            "X-CSRFToken": _TOKEN,
            "Content-Type": kind,
            # As a browser asks.
            "Accept-Encoding": "gzip",
        }
        connection.request(method, path, body, headers)
        answer = connection.getresponse()
        raw = answer.read()
        if answer.status != 200:
            raise CannotError(f"{path} answered {answer.status}: {raw[:200]!r}")
        packed = answer.getheader("Content-Encoding") == "gzip"
        return gzip.decompress(raw) if packed else raw


@contextmanager
def kitchen() -> Iterator[Kitchen]:
    """A server with the demo kitchen in its record."""
    django.setup()
    from django.conf import settings
    from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY
    from django.contrib.sessions.backends.db import SessionStore
    from django.db import connection
    from django.test.utils import get_runner
    from django.utils import timezone

    from server.demo.load import load

    runner = get_runner(settings)(verbosity=0, interactive=False)
    databases = runner.setup_databases()
    try:
        account = load(timezone.now())
        session = SessionStore()
        session[SESSION_KEY] = str(account.pk)
        session[BACKEND_SESSION_KEY] = "django.contrib.auth.backends.ModelBackend"
        session[HASH_SESSION_KEY] = account.get_session_auth_hash()
        session.save()
        own = os.environ["AMBER_DATABASE_URL"].rpartition("/")[0]
        url = f"{own}/{connection.settings_dict['NAME']}"
        port = free_port()
        process = subprocess.Popen(
            [PYTHON, "-m", "server.config.serve", str(port), "2"],
            env={**os.environ, "AMBER_DATABASE_URL": url},
            cwd=ROOT,
        )
        try:
            _wait(port)
            yield Kitchen(port, account.pk, str(session.session_key))
        finally:
            process.terminate()
            process.wait(20)
            # Workers' connections close with them; only then can the database go.
    finally:
        runner.teardown_databases(databases)


def _wait(port: int) -> None:
    for _ in range(200):
        try:
            http.client.HTTPConnection("127.0.0.1", port, timeout=5).connect()
            return
        except OSError:
            time.sleep(0.05)
    raise CannotError("The server to be measured did not start.")


def fill_shelf(account_id: int, products: int) -> None:
    """So many made-up products, judged as any other."""
    from server.accounts.models import Account
    from server.shelf.actions.judge import judge
    from server.shelf.models import Product

    account = Account.objects.get(pk=account_id)
    fruits = ("pear", "plum", "quince", "grape", "raspberry", "pomegranate", "rhubarb", "")
    rows = []
    for i in range(products - account.products.count()):
        product = Product(
            account=account,
            name=f"Made-up {fruits[i % 8] or 'mixed'} {i}",
            kind="juice",
            fruit=fruits[i % 8],
            sugars_g=f"{4 + i % 120 / 10:.1f}",
            per_ml=100,
            pack_ml=(750, 1000, 1500)[i % 3],
            price=Decimal(80 + i % 250) / 100,
            at_home=i % 5 // 4,
            label_text="water, juice, potassium sorbate" if i % 9 == 0 else "",
        )
        judge(product)
        rows.append(product)
    Product.objects.bulk_create(rows)


def clear_shelf(account_id: int) -> None:
    """Nothing on the shelf."""
    from server.shelf.models import Product

    Product.objects.filter(account_id=account_id).delete()


def plan_jug(account_id: int, pours: int) -> int:
    """A jug planned with so many pours; its id."""
    from server.accounts.models import Account
    from server.jugs.actions.begin import begin_with

    account = Account.objects.get(pk=account_id)
    return begin_with(account, f"{pours} pours", plan_of(pours), None).id


def ferment_jugs(account_id: int, jugs: int) -> None:
    """So many jugs, each with eight readings over a fortnight."""
    from django.utils import timezone

    from server.jugs.models import Event

    now = timezone.now()
    for _ in range(jugs):
        jug, began = plan_jug(account_id, 10), now - timedelta(days=14)
        Event.objects.create(jug_id=jug, number=1, at=began, kind="pitched")
        Event.objects.bulk_create(
            Event(
                jug_id=jug,
                number=2 + n,
                at=began + timedelta(days=2 * n),
                kind="read",
                what={"sg": round(1.060 - 0.007 * n, 3), "temperature_c": 20},
            )
            for n in range(8)
        )


def bottle_jugs(account_id: int, jugs: int) -> int:
    """So many batches in bottles, each as the demo's with 24 bottles, eight tastings, and some
    fifty events in all; the last one's id."""
    from server.accounts.models import Account
    from server.jugs.actions.jug_file import brought_in, written
    from server.jugs.journal import with_events
    from server.jugs.rows import renew_all
    from server.jugs.state import JugState

    account = Account.objects.get(pk=account_id)
    named = account.jugs.filter(name="Plum & red grape")
    bottled = with_events(named).first()
    if bottled is None:
        raise CannotError("The demo has no bottled jug.")
    file = written(JugState.load(bottled))
    for event in file["journal"]:
        event.pop("id", None)
    file["journal"] = _busy(file["journal"])
    made = 0
    for number in range(jugs):
        made = brought_in(account, {**file, "name": f"Batch {number}"})[0].id
    renew_all(account.jugs.all())
    return made


def _busy(journal: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """The same with small bottles, the warmth written down again and again, and eight tastings."""
    pitched = next(event["at"] for event in journal if event["kind"] == "pitched")
    filled = next(event for event in journal if event["kind"] == "bottled")
    small = {"size_ml": 150, "bottle": "beer_bottle", "closure": "crown"}
    lots = [{**lot, **small, "count": 12} for lot in filled["what"]["lots"][:2]]
    kept = [event for event in journal if event["kind"] not in ("bottled", "lot_moved", "tasted")]
    began, end = datetime.fromisoformat(pitched), datetime.fromisoformat(filled["at"])
    warm = [
        {
            "at": (began + (end - began) * (n + 1) / 40).isoformat(),
            "kind": "measured",
            "what": {"temperature_c": 19 + n % 3},
        }
        for n in range(28)
    ]
    tasted = [
        {
            "at": (end + timedelta(days=n + 1)).isoformat(),
            "kind": "tasted",
            "what": {"lot": "a", "by": "Ida", "scores": {"overall": 3, "sharp": 3 + n % 2}},
        }
        for n in range(8)
    ]
    bottled = {**filled, "what": {**filled["what"], "lots": lots}}
    return sorted([*kept, *warm, bottled, *tasted], key=lambda event: str(event["at"]))
