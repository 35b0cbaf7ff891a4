"""The server's answers, from a request's first byte to the answer's last."""

import io
import json
import statistics
import time
from concurrent.futures import ThreadPoolExecutor
from functools import partial

from launch.bench.figures import line, p95, quiet, seconds, timed
from launch.bench.kitchen import (
    Kitchen,
    bottle_jugs,
    clear_shelf,
    ferment_jugs,
    fill_shelf,
    plan_jug,
)
from launch.bench.plans import plan_of
from simulated.photographs import photograph

_FORM = "----amber"
_MULTIPART = f"multipart/form-data; boundary={_FORM}"


def bench_evaluate(kitchen: Kitchen) -> None:
    """Evaluate beside an endpoint that only knows who is asking."""
    body = json.dumps(plan_of(10)).encode()
    empty: list[float] = []
    full: list[float] = []
    # Turn about, so that a noisy moment meets both.
    for _ in range(8):
        empty += timed(partial(kitchen.ask, "GET", "/api/session"), 50)
        full += timed(partial(kitchen.ask, "POST", "/api/plans/evaluate", body), 50)
    line(
        "endpoint: empty, p50 / p95",
        f"{statistics.median(empty):.1f} / {p95(empty):.1f} ms",
        "",
        True,
    )
    ratio = p95(full) / p95(empty)
    line(
        "endpoint: evaluate 10 pours, p50 / p95",
        f"{statistics.median(full):.1f} / {p95(full):.1f} ms",
        f"p95 {ratio:.1f} x, below 3 x",
        ratio < 3,
    )


def bench_lists(kitchen: Kitchen) -> None:
    """Long lists: a shelf of 2,000 products, 400 jugs with a fortnight of readings each."""
    fill_shelf(kitchen.account_id, 2000)
    ferment_jugs(kitchen.account_id, 400)
    shelf = "/api/shelf/products?limit=50&"
    for what, path, most in (
        ("2000 products, list", shelf, 100),
        ("2000 products, search", f"{shelf}search=made-up+quince", 100),
        ("2000 products, sort by cheapest sugar", f"{shelf}sort=sugar_price", 100),
        ("2000 products, a verdict by strength", f"{shelf}verdict=ferments&sort=strength", 100),
        ("50 of 400 fermenting jugs", "/api/jugs?limit=50&offset=200", 60),
    ):
        taken = quiet(partial(kitchen.ask, "GET", path), 40)
        line(
            f"endpoint: {what}, p50 / p95",
            f"{statistics.median(taken):.0f} / {p95(taken):.0f} ms",
            f"p95 below {most} ms",
            p95(taken) < most,
        )


def bench_years(kitchen: Kitchen) -> None:
    """Every page of a kitchen after a busy year, and after ten: 60 batches a year, 24 bottles,
    eight tastings and some fifty events each."""
    there = 0
    for years, batches in ((1, 60), (10, 600)):
        jug = bottle_jugs(kitchen.account_id, batches - there)
        there = batches
        of_jug = f"/api/jugs/{jug}"
        for what, path in (
            ("cellar", "/api/cellar"),
            ("jugs", "/api/jugs?limit=50"),
            ("today", "/api/today"),
            ("looking back", "/api/practice"),
            ("a jug", of_jug),
            ("its taste", f"{of_jug}/taste"),
            ("its costs", f"{of_jug}/costs"),
        ):
            taken = quiet(partial(kitchen.ask, "GET", path), 20)
            line(
                f"endpoint: {what} after {years} y, p50 / p95",
                f"{statistics.median(taken):.0f} / {p95(taken):.0f} ms",
                "p95 below 100 ms",
                p95(taken) < 100,
            )


def bench_photographs(kitchen: Kitchen) -> None:
    """A label photographed turned, read once the reader is awake; and what others wait for a small
    answer while pictures are being read."""
    picture = io.BytesIO()
    photograph(3, "en", "turned")[1].save(picture, "JPEG", quality=85)
    body = _form("picture", "picture.jpg", "image/jpeg", picture.getvalue())
    read = partial(kitchen.ask, "POST", "/api/shelf/pictures/label", body, _MULTIPART)
    seconds("endpoint: read a photograph, warm", read, 4)
    ask = partial(kitchen.ask, "GET", "/api/session")
    alone = quiet(ask, 40)
    with ThreadPoolExecutor(1) as hand:
        pictures = [hand.submit(read) for _ in range(4)]
        beside = quiet(ask, 40)
        for each in pictures:
            each.result()
    line(
        "endpoint: empty beside a photograph, p50 / p95",
        f"{statistics.median(beside):.1f} / {p95(beside):.1f} ms",
        f"alone {p95(alone):.1f}, below 100 ms",
        p95(beside) < 100,
    )


def bench_worst_requests(kitchen: Kitchen) -> None:
    """The most that any one request may bring."""
    label = json.dumps({"text": ("per 100 ml " * 2000)[:20_000]}).encode()
    seconds(
        "endpoint: read a label of 20 kB",
        partial(kitchen.ask, "POST", "/api/shelf/labels/read", label),
        0.5,
    )
    aim = {"abv": 4, "fill_ml": 4500, "solve": ["Sugar", "Water"]}
    impossible = json.dumps({**plan_of(200), "aim": aim}).encode()
    seconds(
        "endpoint: the nearest to an aim of 200 pours",
        partial(kitchen.ask, "POST", "/api/plans/nearest", impossible),
        2,
    )
    jug = plan_jug(kitchen.account_id, 200)
    seconds(
        "endpoint: a sheet of 200 pours",
        partial(kitchen.ask, "GET", f"/api/jugs/{jug}/sheet.pdf"),
        3,
    )
    _bench_import(kitchen)


def _bench_import(kitchen: Kitchen) -> None:
    """A whole shelf of 5,000 rows at once; done once, for then they stand there."""
    clear_shelf(kitchen.account_id)
    rows = _rows(5000)
    began = time.perf_counter()
    kitchen.ask("POST", "/api/shelf/import", rows, _MULTIPART)
    taken = time.perf_counter() - began
    line("endpoint: bring in 5,000 rows", f"{taken:.2f} s", "below 5 s", taken < 5)


def _rows(count: int) -> bytes:
    rows = ["name,kind,fruit,sugars_g,per,pack,price"]
    rows += [f"Row {i},juice,pear,{8 + i % 50 / 10},100 ml,1 l,1.15" for i in range(count)]
    table = "\r\n".join(rows)
    return _form("file", "rows.csv", "text/csv", table.encode())


def _form(field: str, name: str, kind: str, content: bytes) -> bytes:
    """A file as a browser's form sends it."""
    head = (
        f'--{_FORM}\r\nContent-Disposition: form-data; name="{field}"; filename="{name}"\r\n'
        f"Content-Type: {kind}\r\n\r\n"
    )
    return head.encode() + content + f"\r\n--{_FORM}--\r\n".encode()
