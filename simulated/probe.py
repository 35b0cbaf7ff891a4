"""A floating probe with the faults of one: it drifts, is noisy, drops out, sends again, and its
clock is off.

    python -m simulated.probe TOKEN [--home http://127.0.0.1:8010] [--days 12] [--every 0.2]

Sends a ferment of so many days in a few seconds, as a probe does that was out of reach, then a
point every so often until it is ended. docs/formats/probes.md says what it sends.
"""

import argparse
import json
import math
import random
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta

STEP = timedelta(minutes=15)
_BATCH = 400
_START, _END = 1.080, 0.996
_MIDDLE_DAYS, _STEEP = 4.0, 1.1


def gravity(days: float) -> float:
    """What is in the jug so many days after the yeast."""
    return _END + (_START - _END) / (1 + math.exp(_STEEP * (days - _MIDDLE_DAYS)))


def points(days: float, until: datetime, seed: int = 1) -> Iterator[dict[str, object]]:
    """What the probe measures over so many days, with its faults."""
    chance = random.Random(seed)  # noqa: S311 - a demonstration needs no secrets
    count = int(days * 86_400 / STEP.total_seconds())
    for index in range(count + 1):
        at = until - (count - index) * STEP
        since = index * STEP.total_seconds() / 86_400
        # It was calibrated on another table, and creeps as yeast settles on it.
        off = 0.004 + 0.0002 * since
        if chance.random() < 0.03:
            continue
        spike = 0.03 if chance.random() < 0.002 else 0.0
        yield {
            "at": at.isoformat(),
            "sg": round(gravity(since) + off + spike + chance.gauss(0, 0.0008), 4),
            "temperature_c": round(20 + 1.5 * math.sin(2 * math.pi * since), 2),
        }
        if chance.random() < 0.02:
            # Nobody answered, so it sends that one again.
            yield {"at": at.isoformat(), "sg": round(gravity(since) + off, 4)}


def send(
    home: str, token: str, batch: list[dict[str, object]], clock: datetime, battery: float
) -> dict[str, int]:
    """Send points, by a clock that may be off; returns how many were kept, and known."""
    body = {"points": batch, "sent_at": clock.isoformat(), "battery": round(battery, 3)}
    request = urllib.request.Request(  # noqa: S310 - the address is the caller's own
        f"{home}/api/probes/points",
        json.dumps(body).encode(),
        {"Authorization": f"Bearer {token}", "Content-Type": "application/json"},
    )
    with urllib.request.urlopen(request, timeout=30) as answer:  # noqa: S310
        found: dict[str, int] = json.load(answer)
    return found


def main() -> None:
    """Send what was measured while out of reach, then one point at a time."""
    parser = argparse.ArgumentParser(prog="simulated.probe")
    parser.add_argument("token")
    parser.add_argument("--home", default="http://127.0.0.1:8010")
    parser.add_argument("--days", type=float, default=12.0)
    parser.add_argument("--every", type=float, default=2.0)
    parser.add_argument("--once", action="store_true")
    asked = parser.parse_args()
    # Its clock began anew when its battery was charged: three hours behind.
    behind = timedelta(hours=3)
    battery = 1.0

    def clock() -> datetime:
        return datetime.now(UTC) - behind  # noqa: TID251

    measured = list(points(asked.days, clock()))
    while True:
        for first in range(0, len(measured), _BATCH):
            batch = measured[first : first + _BATCH]
            battery = max(battery - 0.002 * len(batch) / 10, 0.0)
            try:
                print(send(asked.home, asked.token, batch, clock(), battery), flush=True)
            except urllib.error.URLError as error:
                print(f"not answered, sent again later: {error}", flush=True)
        if asked.once or battery <= 0:
            print("battery empty" if battery <= 0 else "sent", flush=True)
            return
        time.sleep(asked.every)
        measured = [
            {"at": clock().isoformat(), "sg": round(_END + 0.004, 4), "temperature_c": 20.0}
        ]


if __name__ == "__main__":
    main()
