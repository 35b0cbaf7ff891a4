"""./amber start and ./amber stop."""

import contextlib
import os
import secrets
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path

from launch import provision
from launch.places import PYTHON, ROOT, CannotError, state
from launch.postgres import Postgres, dies_with_parent, free_port

DEFAULT_PORT = 8010
_WORKERS = 2


def server_environment(database_url: str) -> dict[str, str]:
    """The environment Django runs in: where the record is, and the checkout's secret."""
    key = state("secret-key")
    if not key.exists():
        key.touch(mode=0o600)
        key.write_text(secrets.token_urlsafe(50))
    return {
        "AMBER_SECRET_KEY": key.read_text(),
        **os.environ,
        "AMBER_DATABASE_URL": database_url,
        "DJANGO_SETTINGS_MODULE": "server.config.settings",
        "PYTHONPATH": str(ROOT),
    }


@contextlib.contextmanager
def database(name: str, *, durable: bool = True) -> Iterator[tuple[str, Postgres | None]]:
    """The URL to use, and our own server when AMBER_DATABASE_URL names no other."""
    elsewhere = os.environ.get("AMBER_DATABASE_URL")
    if elsewhere:
        yield elsewhere, None
        return
    with Postgres(name, durable=durable) as own:
        yield own.url, own


@contextlib.contextmanager
def product_service(environment: dict[str, str]) -> Iterator[str]:
    """The address of the product service: the simulated one, unless another is named."""
    elsewhere = os.environ.get("AMBER_PRODUCT_SERVICE")
    if elsewhere is not None:
        yield elsewhere
        return
    port = free_port()
    own = subprocess.Popen(
        [PYTHON, "-m", "simulated.product_service", str(port)],
        env=environment,
        cwd=ROOT,
        start_new_session=True,
        preexec_fn=lambda: dies_with_parent(signal.SIGTERM),
    )
    try:
        yield f"http://127.0.0.1:{port}"
    finally:
        own.terminate()
        own.wait(10)


@contextlib.contextmanager
def renewing(environment: dict[str, str]) -> Iterator[None]:
    """Beside the server, what lists show is made anew: after a new version, and day by day."""
    own = subprocess.Popen(
        [PYTHON, "-m", "server.manage", "renew"],
        env=environment,
        cwd=ROOT,
        start_new_session=True,
        preexec_fn=lambda: dies_with_parent(signal.SIGTERM),
    )
    try:
        yield
    finally:
        own.terminate()
        own.wait(10)


def _started() -> tuple[int, str] | None:
    """Process and address of a running ./amber start of this checkout."""
    note = state("running")
    try:
        pid_text, address = note.read_text().split()
        pid = int(pid_text)
        command = Path(f"/proc/{pid}/cmdline").read_bytes()
    except (OSError, ValueError):
        return None
    return (pid, address) if b"amber" in command and b"start" in command else None


def _check_port(port: int) -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            raise CannotError(
                f"Port {port} is in use by something else. Take another:"
                f" ./amber start --port {port + 1}"
            ) from None


def start(port: int, demo: bool, photos: bool) -> int:
    """Set up, start everything, and stay until Ctrl-C or ./amber stop."""
    running = _started()
    if running:
        print(f"Amber Jug is already running at {running[1]} (./amber stop ends it).")
        return 0
    _check_port(port)
    provision.debian_packages(*provision.FOR_START)
    provision.python_packages(provision.WITH_PHOTOS if photos else provision.TO_RUN)
    provision.front_end()
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    # A shell that starts us in the background has SIGINT ignored; it must end us all the same.
    signal.signal(signal.SIGINT, signal.default_int_handler)
    address = f"http://127.0.0.1:{port}/"
    note = state("running")
    with contextlib.ExitStack() as stack:
        url, own = stack.enter_context(database("data"))
        environment = server_environment(url)
        if demo:
            environment["AMBER_DEMO"] = "1"
        services = stack.enter_context(product_service(environment))
        environment["AMBER_PRODUCT_SERVICE"] = services
        note.write_text(f"{os.getpid()} {address}")
        try:
            _ready(environment)
            stack.enter_context(renewing(environment))
            return _serve(port, address, environment, own)
        except KeyboardInterrupt:
            return 0
        finally:
            note.unlink(missing_ok=True)


def _ready(environment: dict[str, str]) -> None:
    """Migrate."""
    done = subprocess.run(
        [PYTHON, "-m", "server.manage", "migrate", "--verbosity", "0", "--no-input"],
        env=environment,
        cwd=ROOT,
        start_new_session=True,
    )
    if done.returncode:
        raise CannotError("The database could not be brought up to date (see above).")


def _serve(port: int, address: str, environment: dict[str, str], own: Postgres | None) -> int:
    web = subprocess.Popen(
        [
            PYTHON,
            "-m",
            "server.config.serve",
            str(port),
            str(_WORKERS),
        ],
        env=environment,
        cwd=ROOT,
        start_new_session=True,
        preexec_fn=lambda: dies_with_parent(signal.SIGTERM),
    )
    try:
        for _ in range(200):
            with socket.socket() as probe:
                if probe.connect_ex(("127.0.0.1", port)) == 0:
                    break
            if web.poll() is not None:
                raise CannotError("The web server did not start (see above).")
            time.sleep(0.05)
        print(f"\n  Amber Jug is at {address}\n  Ctrl-C stops it.\n", flush=True)
        while web.poll() is None and (own is None or own.alive()):
            time.sleep(0.3)
        print("A server stopped by itself; ending. Start again with ./amber start.")
        return 1
    finally:
        if web.poll() is None:
            web.terminate()
            web.wait(20)


def stop() -> int:
    """End the ./amber start of this checkout, if one runs."""
    running = _started()
    if running is None:
        print("Amber Jug is not running.")
        return 0
    pid = running[0]
    os.kill(pid, signal.SIGTERM)
    for _ in range(300):
        if _started() is None:
            print("Stopped.")
            return 0
        time.sleep(0.1)
    raise CannotError(f"Process {pid} does not stop.")
