"""./amber bench: how fast it is, as figures of one run on one machine.

Needs the test set-up's database in AMBER_DATABASE_URL; makes and drops a database of its own.
"""

import gzip
import http.client
import json
import os
import re
import statistics
import subprocess
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import replace
from decimal import Decimal
from functools import partial
from pathlib import Path
from typing import Any

import django

from core.aim import Aim
from core.glass import Glass, Late, back_to_day_one
from core.plan import evaluate
from core.recipe import read_recipe
from core.shopping import Limits, cheapest
from launch import chromium
from launch.places import BUILT, PYTHON, ROOT, CannotError
from launch.postgres import free_port
from tests.shelves import made_up_shelf

_DRAG = Path(__file__).with_name("bench_drag.js")
_SECONDS_OF_DRAGGING = 5
_POURS_DRAGGED = 12


def _plan(pours: int) -> dict[str, Any]:
    juice = {
        "kind": "juice",
        "fruit": "pear",
        "volume_ml": 400,
        "label": {"sugars_g": "10.8", "per_ml": 100},
        "price": "1.15",
        "pack_ml": 1000,
    }
    drinks = [{**juice, "name": f"Juice {i}"} for i in range(pours - 2)]
    sugar = {"name": "Sugar", "kind": "sugar", "mass_g": 300, "price": "1.19", "pack_g": 1000}
    water = {"name": "Water", "kind": "water", "volume_ml": 500}
    return {
        "pours": [*drinks, sugar, water],
        "vessel": {"volume_ml": 5000, "key": "demijohn_5"},
        "yeast": {"tolerance_abv": 14, "key": "wine"},
    }


def _timed(what: Callable[[], object], times: int) -> list[float]:
    """Milliseconds of each call, after a few to warm up."""
    for _ in range(times // 10 + 1):
        what()
    taken = []
    for _ in range(times):
        began = time.perf_counter()
        what()
        taken.append(1000 * (time.perf_counter() - began))
    return taken


def _p95(taken: list[float]) -> float:
    return statistics.quantiles(taken, n=20)[-1]


def _line(what: str, figure: str, aim: str, met: bool) -> None:
    print(f"{what:<46} {figure:>26}   {aim:<24} {'met' if met else 'NOT MET'}", flush=True)


def bench_core() -> None:
    """The rules alone."""
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **_plan(10)})
    median = statistics.median(_timed(lambda: evaluate(recipe), 500))
    _line("core: evaluate 10 pours, median", f"{median:.2f} ms", "below 1 ms", median < 1)
    aimed = {**_plan(10), "aim": {"abv": 9, "fill_ml": 4500, "solve": ["Sugar", "Water"]}}
    recipe = read_recipe({"format": "amber-jug-recipe", "version": 1, **aimed})
    median = statistics.median(_timed(lambda: evaluate(recipe), 500))
    _line(
        "core: solve two unknowns and evaluate, median",
        f"{median:.2f} ms",
        "below 5 ms",
        median < 5,
    )

    late = Late(420)

    def from_the_glass() -> None:
        first = back_to_day_one(Glass(10.5, 25), 4200, tolerance_abv=14, late=late)
        wanted = Aim(("Sugar", "Water"), abv=first.abv, fill_ml=first.fill_ml)
        evaluate(replace(recipe, aim=wanted))

    median = statistics.median(_timed(from_the_glass, 300))
    _line(
        "core: aim at the glass, to the pours, median",
        f"{median:.2f} ms",
        "below 10 ms",
        median < 10,
    )

    limits = Limits(least_juice_share=0.6, most_kinds=4)
    for products, aim in ((60, 0.5), (300, 1.5)):
        shelf = made_up_shelf(products, products)
        taken = statistics.median(_timed(partial(cheapest, shelf, 11.5, 4500, limits), 5)) / 1000
        _line(
            f"core: cheapest basket of {products} products, median",
            f"{taken:.2f} s",
            f"below {aim} s",
            taken < aim,
        )


def bench_first_load() -> None:
    """JavaScript that the first page asks for."""
    page = (BUILT / "index.html").read_text()
    scripts = re.findall(r"/static/(assets/[^\"]+\.js)", page)
    size = sum(len(gzip.compress((BUILT / script).read_bytes())) for script in scripts) / 1000
    _line("first load: JavaScript, gzip", f"{size:.0f} KB", "below 250 KB", size < 250)


@contextmanager
def _server() -> Iterator[tuple[int, str]]:
    """The production server over a database of its own; its port and a session cookie."""
    django.setup()
    from django.conf import settings
    from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY
    from django.contrib.sessions.backends.db import SessionStore
    from django.db import connection
    from django.test.utils import get_runner
    from django.utils import timezone

    from server.accounts.models import Account
    from server.demo.load import load

    runner = get_runner(settings)(verbosity=0, interactive=False)
    databases = runner.setup_databases()
    try:
        load(timezone.now())
        account = Account.objects.get()
        session = SessionStore()
        session[SESSION_KEY] = str(account.pk)
        session[BACKEND_SESSION_KEY] = "django.contrib.auth.backends.ModelBackend"
        session[HASH_SESSION_KEY] = account.get_session_auth_hash()
        session.save()
        own = os.environ["AMBER_DATABASE_URL"].rpartition("/")[0]
        url = f"{own}/{connection.settings_dict['NAME']}"
        port = free_port()
        process = subprocess.Popen(
            [PYTHON, "-m", "gunicorn", "server.config.wsgi", f"--bind=127.0.0.1:{port}",
             "--workers=2", "--preload", "--log-level=warning"],
            env={**os.environ, "AMBER_DATABASE_URL": url},
            cwd=ROOT,
        )  # fmt: skip
        try:
            _wait(port)
            yield port, str(session.session_key)
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


def bench_endpoints(port: int, session: str) -> None:
    """Evaluate beside an endpoint that only knows who is asking."""
    token = "x" * 32
    headers = {
        "Cookie": f"sessionid={session}; csrftoken={token}",
        "X-CSRFToken": token,
        "Content-Type": "application/json",
    }

    def ask(method: str, path: str, body: bytes | None = None) -> None:
        connection = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
        connection.request(method, path, body, headers)
        answer = connection.getresponse()
        answer.read()
        if answer.status != 200:
            raise CannotError(f"{path} answered {answer.status}.")

    body = json.dumps(_plan(10)).encode()
    empty: list[float] = []
    full: list[float] = []
    # Turn about, so that a noisy moment meets both.
    for _ in range(8):
        empty += _timed(lambda: ask("GET", "/api/session"), 50)
        full += _timed(lambda: ask("POST", "/api/bench/evaluate", body), 50)
    _line(
        "endpoint: empty, p50 / p95",
        f"{statistics.median(empty):.1f} / {_p95(empty):.1f} ms",
        "",
        True,
    )
    ratio = _p95(full) / _p95(empty)
    _line(
        "endpoint: evaluate 10 pours, p50 / p95",
        f"{statistics.median(full):.1f} / {_p95(full):.1f} ms",
        f"p95 {ratio:.1f} x, below 3 x",
        ratio < 3,
    )


def _stock_shelf(products: int) -> None:
    """A shelf of so many made-up products for the demo account, judged as any other."""
    from server.accounts.models import Account
    from server.shelf.actions.judge import judge
    from server.shelf.models import Product

    account = Account.objects.get()
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


def bench_shelf(port: int, session: str) -> None:
    """List, search and sort a long shelf."""
    _stock_shelf(2000)

    def ask(query: str) -> None:
        connection = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
        connection.request(
            "GET", f"/api/shelf/products?limit=50&{query}", None, {"Cookie": f"sessionid={session}"}
        )
        answer = connection.getresponse()
        answer.read()
        if answer.status != 200:
            raise CannotError(f"The shelf answered {answer.status}.")

    for what, query in (
        ("list", ""),
        ("search", "search=made-up+quince"),
        ("sort by cheapest sugar", "sort=sugar_price"),
        ("filter by verdict, sort by strength", "verdict=ferments&sort=strength"),
    ):
        taken = _timed(partial(ask, query), 100)
        _line(
            f"endpoint: 2000 products, {what}",
            f"{statistics.median(taken):.0f} / {_p95(taken):.0f} ms",
            "p95 below 100 ms",
            _p95(taken) < 100,
        )


def _planned_jug(pours: int) -> int:
    """A jug of the demo account's with so many pours."""
    from server.accounts.models import Account
    from server.jugs.actions.begin import begin_with

    return begin_with(Account.objects.get(), f"{pours} pours", _plan(pours), None).id


def bench_drag(port: int, session: str) -> None:
    """A bar dragged at 60 moves a second: from each move to a painted answer as new as it."""
    from playwright.sync_api import sync_playwright

    planned = _planned_jug(_POURS_DRAGGED)
    home = f"http://127.0.0.1:{port}"
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=chromium.PROGRAM, args=chromium.FLAGS)
        context = browser.new_context(viewport={"width": 1280, "height": 800})
        context.add_cookies([{"name": "sessionid", "value": session, "url": home}])
        page = context.new_page()
        page.add_init_script(path=_DRAG)
        page.goto(f"{home}/jugs/{planned}/plan")
        page.get_by_text("at the till").wait_for()
        result = page.evaluate("seconds => amberDrag(seconds)", _SECONDS_OF_DRAGGING)
        browser.close()
    p95 = _p95(result["waits"])
    _line(
        f"browser: drag of {_POURS_DRAGGED} pours, {len(result['waits'])} moves, p50 / p95",
        f"{statistics.median(result['waits']):.0f} / {p95:.0f} ms",
        "p95 below 100 ms",
        p95 < 100,
    )
    _line(
        "browser: requests in flight, most", str(result["most"]), "at most 1", result["most"] <= 1
    )


def main() -> None:
    """Print everything."""
    bench_core()
    bench_first_load()
    with _server() as (port, session):
        bench_endpoints(port, session)
        bench_shelf(port, session)
        bench_drag(port, session)


if __name__ == "__main__":
    main()
