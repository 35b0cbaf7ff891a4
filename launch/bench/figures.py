"""Times, and the lines that say them."""

import statistics
import time
from collections.abc import Callable


def timed(what: Callable[[], object], times: int) -> list[float]:
    """Milliseconds of each call, after a few to warm up."""
    for _ in range(times // 10 + 1):
        what()
    taken = []
    for _ in range(times):
        began = time.perf_counter()
        what()
        taken.append(1000 * (time.perf_counter() - began))
    return taken


def p95(taken: list[float]) -> float:
    """The time that one call in twenty exceeds."""
    return statistics.quantiles(taken, n=20)[-1]


def typical(what: Callable[[], object], times: int) -> float:
    """Milliseconds of a call: the median of so many, in the best of five goes."""
    return min(statistics.median(timed(what, times)) for _ in range(5))


def quiet(what: Callable[[], object], times: int) -> list[float]:
    """Milliseconds of each of so many calls, in the go of five with the least p95."""
    return min((timed(what, times) for _ in range(5)), key=p95)


def line(what: str, figure: str, aim: str, met: bool) -> None:
    """One figure beside its aim."""
    print(f"{what:<52} {figure:>24}   {aim:<24} {'met' if met else 'NOT MET'}", flush=True)


def seconds(what: str, done: Callable[[], object], aim: float, times: int = 5) -> None:
    """The best of a few: what the machine can do when nothing disturbs it."""
    taken = min(timed(done, times)) / 1000
    line(what, f"{taken:.2f} s", f"below {aim:g} s", taken < aim)
