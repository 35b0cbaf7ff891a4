"""docs/verification.md, written from the checks: python -m tests.oracles.report"""

import math
from collections import Counter
from pathlib import Path

from tests.oracles import acid, bottle, density, gas, must, refraction, units, usda
from tests.oracles.check import KINDS, Check
from tests.oracles.recalled import NOT_FOLLOWED, RECALLED

PAGE = Path(__file__).parents[2] / "docs" / "verification.md"

AREAS: list[tuple[str, list[Check]]] = [
    ("Scales and density", density.CHECKS),
    ("Refraction", refraction.CHECKS),
    ("Fruit and juice", usda.CHECKS),
    ("Musts, strength and ends", must.CHECKS),
    ("Acid, preservatives and nutrient", acid.CHECKS),
    ("Gas", gas.CHECKS),
    ("Bottles, bicarbonate and intervals", bottle.CHECKS),
    ("Kitchen amounts", units.CHECKS),
]

_HEAD = """\
# Verification

Core held against things outside the project. Written by `python -m tests.oracles.report` from
`tests/oracles`; the tests fail when a check does not hold or this page is not what they say.
"memory" marks a value that was recalled, "common practice" one that nobody publishes.
"""


def _figure(value: float, tolerance: float) -> str:
    """With one digit more than the tolerance can tell."""
    digits = max(0, 1 - math.floor(math.log10(tolerance))) if tolerance else 4
    return f"{value:.{min(digits, 7)}f}"


def render() -> str:
    """The page."""
    lines = [_HEAD, *(f"* *{kind}*: {meaning}" for kind, meaning in KINDS.items()), ""]
    for area, checks in AREAS:
        lines += [
            f"## {area}",
            "",
            "| what | ours | outside | difference | tolerance | unit | kind | source |",
            "|---|--:|--:|--:|--:|---|---|---|",
        ]
        for check in checks:
            ours, outside, difference = (
                _figure(value, check.tolerance)
                for value in (check.ours, check.outside, check.ours - check.outside)
            )
            lines.append(
                f"| {check.what} | {ours} | {outside} | {difference} | {check.tolerance:g}"
                f" | {check.unit} | {check.kind} | {check.source} |"
            )
        lines.append("")
    count = sum(len(checks) for _, checks in AREAS)
    kinds = Counter(check.kind for _, checks in AREAS for check in checks)
    lines.append(f"{count} checks: " + ", ".join(f"{kinds[kind]} {kind}" for kind in KINDS) + ".")
    lines += _two_columns("Recalled constants", "constant", "second route", RECALLED)
    lines += _two_columns(
        "In common use, and not followed", "formula or figure", "why", NOT_FOLLOWED
    )
    return "\n".join(lines) + "\n"


def _two_columns(title: str, first: str, second: str, rows: list[tuple[str, str]]) -> list[str]:
    head = ["", f"## {title}", "", f"| {first} | {second} |", "|---|---|"]
    return [*head, *(f"| {one} | {other} |" for one, other in rows)]


if __name__ == "__main__":
    PAGE.write_text(render())
