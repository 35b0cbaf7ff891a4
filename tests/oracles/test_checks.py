"""Every check holds, and docs/verification.md says just what they say."""

import pytest

from tests.oracles.report import AREAS, PAGE, render

ALL = [check for _, checks in AREAS for check in checks]


@pytest.mark.parametrize("check", ALL, ids=lambda check: check.what)
def test_core_agrees_with_the_outside(check):
    assert check.ours == pytest.approx(check.outside, abs=check.tolerance, rel=0)


def test_no_tolerance_is_wider_than_the_figure():
    assert [c.what for c in ALL if c.outside and c.tolerance > 0.2 * abs(c.outside)] == []


def test_the_page_is_fresh():
    assert PAGE.read_text() == render(), "run: .amber/venv/bin/python -m tests.oracles.report"
