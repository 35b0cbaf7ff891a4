"""./amber words: every text that a brewer can meet, each with its place, to be read in one go."""

import ast
import subprocess
from collections.abc import Iterator
from pathlib import Path

from launch import provision
from launch.places import ROOT, WEB

_SPOKEN = ("core", "server")
# Migrations and settings speak to nobody.
_SILENT = ("migrations", "config/settings.py", "demo")


def words() -> int:
    """Print them: the page's, then the rules' and the record's, then the tables' names."""
    node = provision.node_packages()
    done = subprocess.run(["node", "tools/words.mjs"], cwd=WEB, env=node)
    for folder in _SPOKEN:
        for path in sorted((ROOT / folder).rglob("*.py")):
            place = path.relative_to(ROOT)
            if not any(part in str(place) for part in _SILENT):
                for line, text in spoken(path):
                    print(f"{place}:{line}: {text}")
    return done.returncode


def spoken(path: Path) -> Iterator[tuple[int, str]]:
    """Texts of a module that read like something said: not docstrings, not keys."""
    tree = ast.parse(path.read_text())
    docs = {
        id(node.value)
        for node in ast.walk(tree)
        if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
    }
    inside = {
        id(part)
        for node in ast.walk(tree)
        if isinstance(node, ast.JoinedStr)
        for part in node.values
    }
    for node in ast.walk(tree):
        text = None
        if isinstance(node, ast.JoinedStr):
            text = "".join(
                str(part.value) if isinstance(part, ast.Constant) else "…" for part in node.values
            )
        elif isinstance(node, ast.Constant) and isinstance(node.value, str):
            text = node.value if id(node) not in docs | inside else None
        if text and _is_said(text):
            yield getattr(node, "lineno", 0), " ".join(text.split())


def _is_said(text: str) -> bool:
    """A sentence or a name: letters, and a space or a capital to begin with."""
    bare = text.strip()
    if not any(letter.isalpha() for letter in bare) or any(sign in bare for sign in "\\<>|^_{}"):
        return False
    return " " in bare or (bare[:1].isupper() and bare[1:].islower() and len(bare) > 2)
