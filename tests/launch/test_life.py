"""./amber start from nothing: it serves the demo kitchen, and leaves nothing behind."""

import json
import signal
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
    # PostgreSQL, the product service and the web server.
    assert len(servers) == 3
    process.send_signal(signal.SIGINT)
    assert process.wait(30) == 0
    assert gone(servers)
    assert not (kitchen / "running").exists()


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
