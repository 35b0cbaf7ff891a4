"""The worked example beside each physical relation comes out as its reference or a pencil has it."""

import doctest
import importlib
import pkgutil

import pytest

import core

MODULES = [
    module.name
    for module in pkgutil.walk_packages(core.__path__, "core.")
    if ">>> " in (importlib.import_module(module.name).__loader__.get_source(module.name) or "")
]


@pytest.mark.parametrize("name", MODULES)
def test_worked_examples(name):
    found = doctest.testmod(importlib.import_module(name))
    assert found.attempted > 0
    assert found.failed == 0


def test_two_dozen_relations_have_one():
    finder = doctest.DocTestFinder()
    docs = [test for name in MODULES for test in finder.find(importlib.import_module(name))]
    assert len([test for test in docs if test.examples]) >= 24
