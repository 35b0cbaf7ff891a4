"""./amber test: every check there is, cheapest first."""

import subprocess
import time
from pathlib import Path

from launch import provision
from launch.places import PYTHON, ROOT, VENV, WEB
from launch.serve import database, server_environment

_PYTHON_DIRS = ["core", "server", "launch", "tests"]


def _step(name: str, command: list[str | Path], environment: dict[str, str], cwd: Path) -> bool:
    began = time.monotonic()
    print(f"--- {name}", flush=True)
    passed = subprocess.run(command, cwd=cwd, env=environment).returncode == 0
    print(
        f"--- {name}: {'ok' if passed else 'FAILED'}, {time.monotonic() - began:.0f} s", flush=True
    )
    return passed


def _set_up() -> dict[str, str]:
    """Everything the checks need; returns the environment for node's tools."""
    provision.debian_packages(*provision.FOR_TESTS)
    provision.python_packages(for_tests=True)
    environment = provision.node_packages()
    provision.front_end()
    return environment


def test(pytest_arguments: list[str]) -> int:
    """All checks; with arguments, pytest alone with those arguments."""
    node = _set_up()
    programs = VENV / "bin"
    with database("test") as (url, _):
        environment = server_environment(url)
        if pytest_arguments:
            pytest: list[str | Path] = [PYTHON, "-m", "pytest", *pytest_arguments]
            return subprocess.run(pytest, cwd=ROOT, env=environment).returncode
        steps: list[tuple[str, list[str | Path], dict[str, str], Path]] = [
            ("format", [programs / "ruff", "format", "--check", "."], environment, ROOT),
            ("lint", [programs / "ruff", "check", "."], environment, ROOT),
            ("import contracts", [programs / "lint-imports", "--no-logo"], environment, ROOT),
            ("types", [programs / "mypy", *_PYTHON_DIRS], environment, ROOT),
            ("front-end lint and types", ["npm", "run", "--silent", "check"], node, WEB),
            ("front-end unit tests", ["npm", "run", "--silent", "test"], node, WEB),
            ("generated client", [PYTHON, "-m", "launch.client", "--check"], environment, ROOT),
            ("pytest", [PYTHON, "-m", "pytest"], environment, ROOT),
        ]
        failed = [name for name, *rest in steps if not _step(name, *rest)]
    if failed:
        print(f"\nNot passed: {', '.join(failed)}.")
        return 1
    print("\nAll checks passed.")
    return 0


def bench() -> int:
    """Timings of the core, the endpoints and the drawing; see launch/bench.py."""
    _set_up()
    with database("test") as (url, _):
        environment = {**server_environment(url), "DJANGO_ALLOW_ASYNC_UNSAFE": "1"}
        command: list[str | Path] = [PYTHON, "-m", "launch.bench"]
        return subprocess.run(command, cwd=ROOT, env=environment).returncode
