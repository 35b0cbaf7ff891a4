"""Probes: a long chart, and a thousand points a minute from many senders."""

import http.client
import json
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from functools import partial

from launch.bench.figures import line, p95, quiet
from launch.bench.kitchen import Kitchen, plan_jug

_POINTS = 200_000
_EVERY = timedelta(seconds=30)
_SENT, _BATCH, _SENDERS = 5000, 25, 4
_MINUTES = 5


def bench_probes(kitchen: Kitchen) -> None:
    """A jug's chart with so many points on it, and five minutes' worth of points in one go."""
    jug, token = _long_probe(kitchen.account_id)
    path = f"/api/jugs/{jug}/probes"
    taken = quiet(partial(kitchen.ask, "GET", path), 20)
    size = len(kitchen.ask("GET", path)) / 1000
    line(
        "probes: chart of 200,000 points, p95",
        f"{p95(taken):.0f} ms, {size:.0f} kB",
        "below 150 ms and 200 kB",
        p95(taken) < 150 and size < 200,
    )
    batches = [(token, first) for first in range(0, _SENT, _BATCH)]
    began = time.perf_counter()
    with ThreadPoolExecutor(_SENDERS) as senders:
        # Each twice, as a probe does that was not answered.
        kept = sum(senders.map(partial(_send, kitchen.port), batches + batches))
    took = time.perf_counter() - began
    line(
        "probes: 5,000 points sent twice by four senders",
        f"{kept} kept in {took:.1f} s",
        "5000 kept within 5 min",
        kept == _SENT and took < 60 * _MINUTES,
    )


def _send(port: int, batch: tuple[str, int]) -> int:
    """How many of a batch were kept."""
    token, first = batch
    points = [
        {"at": f"2026-06-{1 + i // 1440:02d}T{i // 60 % 24:02d}:{i % 60:02d}:00Z", "sg": 1.05}
        for i in range(first, first + _BATCH)
    ]
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    headers = {"Authorization": f"Bearer {token}", "Content-Type": "application/json"}
    connection.request("POST", "/api/probes/points", json.dumps({"points": points}), headers)
    answer = json.loads(connection.getresponse().read())
    return int(answer["kept"])


def _long_probe(account_id: int) -> tuple[int, str]:
    """A jug with a probe that has sent for months, and one that has not; the second's token."""
    from django.utils import timezone

    from server.accounts.models import Account
    from server.jugs.models import Jug
    from server.probes.actions.keep_probe import add_probe
    from server.probes.models import Probe, ProbePoint
    from server.probes.schemas import ProbeIn

    account = Account.objects.get(pk=account_id)
    jug = Jug.objects.get(pk=plan_jug(account_id, 4))
    other = Jug.objects.get(pk=plan_jug(account_id, 4))
    probe, _ = add_probe(account, jug, ProbeIn(name="Long", low_c=None, high_c=None))
    now = timezone.now()
    for first in range(0, _POINTS, 20_000):
        times = [now - _EVERY * (first + n) for n in range(20_000)]
        ProbePoint.objects.bulk_create(
            ProbePoint(probe=probe, said_at=at, at=at, sg=1.0 + n % 80 / 1000, temperature_c=20.0)
            for n, at in enumerate(times)
        )
    Probe.objects.filter(id=probe.id).update(last_at=now)
    _, token = add_probe(account, other, ProbeIn(name="New", low_c=None, high_c=None))
    return jug.id, token
