"""Where things lie in a checkout."""

from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATE = ROOT / ".amber"
VENV = STATE / "venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
BUILT = WEB / "dist"


class CannotError(Exception):
    """Something stands in the way; the text says what to do about it."""


def state(*parts: str) -> Path:
    """A path in the checkout's own state folder, which is made when missing."""
    STATE.mkdir(mode=0o755, parents=True, exist_ok=True)
    return STATE.joinpath(*parts)
