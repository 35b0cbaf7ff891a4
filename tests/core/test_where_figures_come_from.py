"""The page that leads from a figure to its rule names what is there."""

import importlib
import re
from pathlib import Path

import pytest

PAGE = Path(__file__).parents[2] / "docs" / "where-figures-come-from.md"
NAMES = re.findall(r"`(core\.[\w.]+)`", PAGE.read_text())


def test_ten_figures_and_more():
    assert len(set(NAMES)) >= 10


@pytest.mark.parametrize("name", NAMES)
def test_the_rule_is_there_and_says_what_it_is(name):
    parts = name.split(".")
    found = importlib.import_module(".".join(parts[:3]))
    for part in parts[3:]:
        found = getattr(found, part)
    assert found.__doc__
