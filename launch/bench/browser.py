"""What a user's machine sees, in the browser that the tests drive."""

import statistics
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import partial
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from launch import chromium
from launch.bench.figures import line, p95
from launch.bench.kitchen import Kitchen, plan_jug

_DRAG = Path(__file__).with_name("drag.js")
_SECONDS_OF_DRAGGING = 5
_POURS_DRAGGED = 12
# A cheap phone beside this machine.
_SLOWER = 4
_BEST_OF = 5


@contextmanager
def _chromium() -> Iterator[Browser]:
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=chromium.PROGRAM, args=chromium.FLAGS)
        try:
            yield browser
        finally:
            browser.close()


def _fresh(browser: Browser, kitchen: Kitchen, signed_in: bool) -> Page:
    """A page with nothing in its cache."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    if signed_in:
        context.add_cookies([{"name": "sessionid", "value": kitchen.session, "url": kitchen.home}])
    return context.new_page()


def bench_first_load(kitchen: Kitchen) -> None:
    """Scripts and styles over the wire, and how soon a cheap phone can be used."""
    planned = plan_jug(kitchen.account_id, _POURS_DRAGGED)
    with _chromium() as browser:
        for what, path, usable, signed_in, most_kb, most_requests in (
            ("welcome", "/", "Create account", False, 240, 8),
            ("plan", f"/jugs/{planned}/plan", "Next: pitch the yeast", True, 300, 14),
        ):
            page = _fresh(browser, kitchen, signed_in)
            asked = _wire(page, partial(_open, page, kitchen, path, usable))
            of_code = [size for kind, size in asked if kind in ("Script", "Stylesheet")]
            size = sum(of_code) / 1000
            met = size <= most_kb and len(of_code) <= most_requests
            line(
                f"browser: {what} page, scripts and styles on the wire",
                f"{size:.0f} kB in {len(of_code)}",
                f"{most_kb} kB in {most_requests} at most",
                met,
            )
            rest = sum(size for kind, size in asked if kind == "Font") / 1000
            line("    and fonts", f"{rest:.0f} kB", "", True)
            page.context.close()
            taken = []
            for _ in range(_BEST_OF):
                page = _fresh(browser, kitchen, signed_in)
                devtools = page.context.new_cdp_session(page)
                devtools.send("Emulation.setCPUThrottlingRate", {"rate": _SLOWER})
                began = time.perf_counter()
                _open(page, kitchen, path, usable)
                taken.append(time.perf_counter() - began)
                page.context.close()
            line(
                f"browser: {what} page usable, {_SLOWER} x slower",
                f"{min(taken):.2f} s",
                "below 2.5 s",
                min(taken) < 2.5,
            )


def _open(page: Page, kitchen: Kitchen, path: str, usable: str) -> None:
    page.goto(kitchen.home + path, wait_until="commit")
    page.get_by_role("button", name=usable).wait_for()


def _wire(page: Page, opens: Callable[[], None]) -> list[tuple[str, float]]:
    """Each request's kind, and its bytes as they came."""
    devtools = page.context.new_cdp_session(page)
    kinds: dict[str, str] = {}
    sizes: dict[str, float] = {}
    devtools.on("Network.responseReceived", lambda e: kinds.update({e["requestId"]: e["type"]}))
    devtools.on(
        "Network.loadingFinished", lambda e: sizes.update({e["requestId"]: e["encodedDataLength"]})
    )
    devtools.send("Network.enable")
    opens()
    page.wait_for_load_state("networkidle")
    return [(kinds.get(request, ""), size) for request, size in sizes.items()]


def bench_drag(kitchen: Kitchen) -> None:
    """A bar dragged at 60 moves a second: from each move to a painted answer as new as it."""
    planned = plan_jug(kitchen.account_id, _POURS_DRAGGED)
    with _chromium() as browser:
        page = _fresh(browser, kitchen, signed_in=True)
        page.add_init_script(path=_DRAG)
        page.goto(f"{kitchen.home}/jugs/{planned}/plan")
        page.get_by_text("at the till").wait_for()
        result = page.evaluate("seconds => amberDrag(seconds)", _SECONDS_OF_DRAGGING)
    slow = p95(result["waits"])
    line(
        f"browser: drag of {_POURS_DRAGGED} pours, {len(result['waits'])} moves, p50 / p95",
        f"{statistics.median(result['waits']):.0f} / {slow:.0f} ms",
        "p95 below 100 ms",
        slow < 100,
    )
    line("browser: requests in flight, most", str(result["most"]), "at most 1", result["most"] <= 1)
