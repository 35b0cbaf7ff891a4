"""./amber start from nothing: it serves the demo kitchen, and leaves nothing behind."""

import json
import os
import signal
import socket
import urllib.request

from launch.postgres import free_port
from tests.kitchens import children, gone, start, wait_for


def test_it_serves_the_demo_with_one_click_and_ctrl_c_ends_all_of_it(kitchen):
    port = free_port()
    process = start(kitchen, port)
    jar, opener = wait_for(port, process)
    token = next(cookie.value for cookie in jar if cookie.name == "csrftoken")
    click = urllib.request.Request(
        f"http://127.0.0.1:{port}/api/session/demo", method="POST", headers={"X-CSRFToken": token}
    )
    assert json.load(opener.open(click))["signed_in"]
    assert len(json.load(opener.open(f"http://127.0.0.1:{port}/api/jugs"))) >= 6
    servers = children(process.pid)
    # PostgreSQL, the product service, what renews the lines of lists, and the web server.
    assert len(servers) == 4
    slow_senders_hold_nobody_up(port, opener)
    process.send_signal(signal.SIGINT)
    assert process.wait(30) == 0
    assert gone(servers)
    assert not (kitchen / "running").exists()


def slow_senders_hold_nobody_up(port, opener):
    """Sixty that have sent half a request and say no more: longer than the patience of the rest."""
    slow = [socket.create_connection(("127.0.0.1", port)) for _ in range(60)]
    for number, each in enumerate(slow):
        head = b"POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n"
        each.sendall(head if number % 2 else head + b"\r\n{")
    for _ in range(8):
        assert opener.open(f"http://127.0.0.1:{port}/api/jugs", timeout=20).status == 200
    for each in slow:
        each.close()


def test_a_worker_that_dies_is_replaced_and_none_outlives_the_server(kitchen):
    port = free_port()
    process = start(kitchen, port)
    _, opener = wait_for(port, process)
    web = next(pid for pid in children(process.pid) if len(children(pid)) == 2)
    before = children(web)
    for pid in before:
        os.kill(pid, signal.SIGKILL)
    assert gone(before)
    assert opener.open(f"http://127.0.0.1:{port}/", timeout=20).status == 200
    workers = children(web)
    os.kill(web, signal.SIGKILL)
    assert gone(workers)
    process.send_signal(signal.SIGTERM)
    process.wait(30)


def test_after_a_kill_nothing_runs_on_and_the_next_start_recovers(kitchen):
    port = free_port()
    first = start(kitchen, port)
    wait_for(port, first)
    servers = children(first.pid)
    first.kill()
    first.wait(10)
    assert gone(servers)
    assert (kitchen / "running").exists()
    second = start(kitchen, port)
    wait_for(port, second)
    second.send_signal(signal.SIGTERM)
    assert second.wait(30) == 0
    assert not (kitchen / "running").exists()
