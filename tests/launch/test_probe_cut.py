"""Everything dies while a probe sends: what was answered is in the record."""

import threading
import urllib.error

from launch.postgres import free_port
from tests.kitchens import Caller, cut, family, start, wait_for

BATCH, BATCHES, ENOUGH = 20, 60, 10


def points(first):
    return [
        {"at": f"2026-11-01T{i // 60:02d}:{i % 60:02d}:00Z", "sg": 1.05, "temperature_c": 20}
        for i in range(first, first + BATCH)
    ]


def test_what_was_answered_is_in_the_record(kitchen):
    port = free_port()
    process = start(kitchen, port)
    call = Caller(port, *wait_for(port, process))
    call("POST", "session/demo")
    jug = call("GET", "jugs")[0]["id"]
    probe = call("POST", f"jugs/{jug}/probes", {"name": "Float"})
    bearer = {"Authorization": f"Bearer {probe['token']}"}
    answered = []

    def send():
        for first in range(0, BATCH * BATCHES, BATCH):
            try:
                call("POST", "probes/points", {"points": points(first)}, **bearer)
            except (OSError, urllib.error.URLError, ValueError):
                return
            answered.append(first)

    pids = family(process.pid)
    sender = threading.Thread(target=send)
    sender.start()
    while len(answered) < ENOUGH and sender.is_alive():
        sender.join(0.01)
    cut(process, pids)
    sender.join(30)
    assert ENOUGH <= len(answered) < BATCHES
    again = start(kitchen, port)
    try:
        wait_for(port, again)
        # Sent again, every point of theirs is known.
        for first in answered:
            told = call("POST", "probes/points", {"points": points(first)}, **bearer)
            assert told == {"kept": 0, "known": BATCH}
    finally:
        again.terminate()
        again.wait(30)
