"""./amber test: every check there is, cheapest first."""

import subprocess
import time
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from launch import provision
from launch.places import PYTHON, ROOT, VENV, WEB
from launch.serve import database, server_environment

_NPM = ["npm", "run", "--silent"]
# Each has a database and a browser of its own; one that is out of tests takes over from the other.
# Python 3.11 cannot parse a failing test for its traceback where a browser is driven beside it.
_TWO_AT_A_TIME = ["-n", "2", "--dist", "worksteal", "--tb", "native", "--durations", "10"]


@dataclass(frozen=True)
class _Step:
    """One check: passes when its command exits with 0."""

    name: str
    command: Sequence[str | Path]
    environment: dict[str, str]
    folder: Path = ROOT

    def passes(self) -> bool:
        """Run it, saying how it went and how long it took."""
        began = time.monotonic()
        print(f"--- {self.name}", flush=True)
        done = subprocess.run(self.command, cwd=self.folder, env=self.environment)
        word = "FAILED" if done.returncode else "ok"
        print(f"--- {self.name}: {word}, {time.monotonic() - began:.0f} s", flush=True)
        return done.returncode == 0


def _set_up() -> dict[str, str]:
    """Everything the checks need; returns the environment for node's tools."""
    provision.debian_packages(*provision.FOR_TESTS)
    provision.python_packages(provision.FOR_CHECKS)
    environment = provision.node_packages()
    provision.front_end()
    return environment


def test(pytest_arguments: list[str]) -> int:
    """All checks; with arguments, pytest alone with those arguments."""
    node = _set_up()
    programs = VENV / "bin"
    with database("test", durable=False) as (url, _):
        environment = server_environment(url)
        if pytest_arguments:
            pytest: list[str | Path] = [PYTHON, "-m", "pytest", *pytest_arguments]
            return subprocess.run(pytest, cwd=ROOT, env=environment).returncode
        failed = [
            step.name
            for step in (
                _Step("format", [programs / "ruff", "format", "--check", "."], environment),
                _Step("lint", [programs / "ruff", "check", "."], environment),
                _Step("import contracts", [programs / "lint-imports", "--no-logo"], environment),
                _Step("types", [programs / "mypy", "core", "server", "launch"], environment),
                _Step("front-end lint and types", [*_NPM, "check"], node, WEB),
                _Step("front-end unit tests", [*_NPM, "test"], node, WEB),
                _Step("generated client", [PYTHON, "-m", "launch.client", "--check"], environment),
                _Step("pytest", [PYTHON, "-m", "pytest", *_TWO_AT_A_TIME], environment),
            )
            if not step.passes()
        ]
    if failed:
        print(f"\nNot passed: {', '.join(failed)}.")
        return 1
    print("\nAll checks passed.")
    return 0


def bench() -> int:
    """Timings of the core, the endpoints and the drawing; see launch/bench."""
    _set_up()
    with database("test") as (url, _):
        environment = {**server_environment(url), "DJANGO_ALLOW_ASYNC_UNSAFE": "1"}
        command: list[str | Path] = [PYTHON, "-m", "launch.bench"]
        return subprocess.run(command, cwd=ROOT, env=environment).returncode
