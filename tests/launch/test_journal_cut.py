"""Everything dies in the middle of hundreds of events: what was acknowledged is there, once."""

import random
import signal
import threading
import urllib.error
from uuid import uuid4

import pytest

from launch.postgres import free_port
from tests.kitchens import Caller, cut, family, start, wait_for

EVENTS, HANDS = 200, 4
WATER = {"pour": {"name": "Water", "kind": "water", "volume_ml": 1}}


def made_up(dice, into):
    """Any event a jug may have many of; one in four pours a little on."""
    return dice.choice(
        [
            {"kind": "added", "what": WATER},
            {"kind": "dosed", "what": {"dose": "nutrient_organic", "mass_g": 0.01}},
            {"kind": "noticed", "what": {"words": "Foam"}},
            {"kind": "transferred", "what": {"into": [{"jug": str(into), "volume_ml": 1}]}},
        ]
    ) | {"id": str(uuid4())}


def test_what_was_acknowledged_is_there_once_and_nothing_is_half_poured(kitchen):
    seed = 4
    print("seed", seed)
    dice = random.Random(seed)  # noqa: S311 - told when it fails
    port = free_port()
    process = start(kitchen, port)
    jar, opener = wait_for(port, process)
    call = Caller(port, jar, opener)
    call("POST", "session/demo")
    giver = next(row["id"] for row in call("GET", "jugs") if row["stage"] == "ferment")
    vessel, yeast = {"volume_ml": 5000}, {"tolerance_abv": 14}
    into = call("POST", "jugs", {"name": "Into", "vessel": vessel, "yeast": yeast})["id"]
    sent = [made_up(dice, into) for _ in range(EVENTS)]
    acknowledged, waiting = [], iter(sent)
    enough = dice.randint(40, 80)

    def send():
        for event in waiting:
            try:
                call("POST", f"jugs/{giver}/events", event)
            except (OSError, urllib.error.URLError, ValueError):
                return
            acknowledged.append(event)

    pids = family(process.pid)
    hands = [threading.Thread(target=send) for _ in range(HANDS)]
    for hand in hands:
        hand.start()
    while len(acknowledged) < enough and any(hand.is_alive() for hand in hands):
        hands[0].join(0.01)
    cut(process, pids)
    for hand in hands:
        hand.join(30)

    again = start(kitchen, port)
    wait_for(port, again)
    journal = call("GET", f"jugs/{giver}")["journal"]
    there = [event["id"] for event in journal]
    assert len(there) == len(set(there))
    assert {event["id"] for event in acknowledged} <= set(there)
    assert len(acknowledged) >= enough
    # What left the one is in the other: a transfer is whole or not at all.
    poured = sum(event["kind"] == "transferred" for event in journal)
    got = call("GET", f"jugs/{into}")["now"]
    assert (got["volume_ml"]["value"] if got else 0) == pytest.approx(poured, rel=0.02)
    # Sent again, what was written stays written once.
    call("POST", f"jugs/{giver}/events", acknowledged[0])
    assert len(call("GET", f"jugs/{giver}")["journal"]) == len(there)
    again.send_signal(signal.SIGTERM)
    assert again.wait(30) == 0
