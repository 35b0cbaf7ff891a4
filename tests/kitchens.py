"""A kitchen of its own, started by the real command, for tests of how it lives and dies."""

import contextlib
import http.cookiejar
import json
import os
import signal
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

ROOT = Path(__file__).parents[1]
PATIENCE_S = 60

# The real command with a state folder of its own, so that a running kitchen is left alone.
START = """
import sys
from pathlib import Path
from launch import places
places.STATE = Path(sys.argv[1])
from launch import serve
try:
    sys.exit(serve.start(int(sys.argv[2]), demo=True, photos=False))
except places.CannotError as error:
    sys.exit(str(error))
"""


def start(state: Path, port: int) -> subprocess.Popen:
    environment = {k: v for k, v in os.environ.items() if not k.startswith(("AMBER_", "DJANGO_"))}
    return subprocess.Popen(
        [sys.executable, "-c", START, str(state), str(port)],
        cwd=ROOT,
        env=environment,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
    )


def browser():
    jar = http.cookiejar.CookieJar()
    return jar, urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))


def wait_for(port: int, process: subprocess.Popen):
    """Open the page once it answers; returns the cookies and the opener."""
    jar, opener = browser()
    for _ in range(PATIENCE_S * 10):
        assert process.poll() is None, process.stdout.read()
        try:
            page = opener.open(f"http://127.0.0.1:{port}/").read().decode()
        except OSError:
            time.sleep(0.1)
            continue
        assert "Amber Jug" in page
        assert "{{" not in page
        return jar, opener
    raise AssertionError("it never answered")


class Caller:
    """JSON in, JSON out, as the person whose cookies these are."""

    def __init__(self, port, jar, opener):
        self.home, self.jar, self.opener = f"http://127.0.0.1:{port}/api", jar, opener

    def __call__(self, method, path, body=None, **headers):
        token = next(cookie.value for cookie in self.jar if cookie.name == "csrftoken")
        request = urllib.request.Request(  # noqa: S310 - our own server
            f"{self.home}/{path}",
            None if body is None else json.dumps(body).encode(),
            {"X-CSRFToken": token, "Content-Type": "application/json", **headers},
            method=method,
        )
        return json.load(self.opener.open(request, timeout=30))


def children(pid: int) -> list[int]:
    found = []
    for status in Path("/proc").glob("[0-9]*/stat"):
        try:
            fields = status.read_text().rpartition(")")[2].split()
        except OSError:
            continue
        if int(fields[1]) == pid:
            found.append(int(status.parent.name))
    return found


def gone(pids: list[int]) -> bool:
    for _ in range(150):
        alive = [pid for pid in pids if Path(f"/proc/{pid}").exists() and _runs(pid)]
        if not alive:
            return True
        time.sleep(0.1)
    return False


def _runs(pid: int) -> bool:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[0] != "Z"
    except OSError:
        return False


def family(pid):
    """A process and all that it began."""
    return [pid, *(one for child in children(pid) for one in family(child))]


def cut(process, pids):
    """Everything dies at once, as when the fuse goes."""
    for pid in pids:
        # A helper that has ended by itself since needs no killing.
        with contextlib.suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)
    process.wait(10)
    assert gone(pids)
    _reaped(pids)


def _reaped(pids: list[int]):
    """Wait a little for the dead to be taken from the list: until then they seem to run, and a
    database that looks whether its last process does will not start."""
    for _ in range(100):
        if not any(Path(f"/proc/{pid}").exists() for pid in pids):
            return
        time.sleep(0.1)


def remade():
    """The lines of all jugs made anew, as the command beside the server does it."""
    from server.jugs.models import Jug
    from server.jugs.rows import renew_all

    Jug.objects.update(row_of="")
    renew_all(Jug.objects.all())
