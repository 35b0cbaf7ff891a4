"""What every test may use. ./amber test starts PostgreSQL and names it in the environment."""

import os
import re
import shutil
import tempfile
from pathlib import Path

import pytest
from django.db import connection
from django.test import TransactionTestCase, override_settings
from hypothesis import settings

from tests import cases

FOUND = Path(__file__).parent / "found"

# Playwright keeps an event loop in this thread; the tests' own queries are synchronous.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

# How long an example takes says more of the machine than of the code.
settings.register_profile("short", deadline=None, derandomize=True)
settings.register_profile("long", deadline=None, max_examples=cases.many(100), print_blob=True)
settings.load_profile("long" if cases.LONG else "short")


def pytest_runtest_logreport(report):
    """What a long run finds is written down, to be made a test of its own."""
    if cases.LONG and report.failed:
        FOUND.mkdir(exist_ok=True)
        name = re.sub(r"\W+", "-", report.nodeid)[-120:]
        again = f"AMBER_FUZZ={cases.TIMES} AMBER_SEED={cases.FIRST} ./amber test '{report.nodeid}'"
        (FOUND / f"{name}.txt").write_text(f"{again}\n\n{report.longreprtext}\n")


def _wipe(_case):
    """Empty what a test wrote: Django truncates every table, and that takes half a second."""
    tables = connection.introspection.django_table_names(only_existing=True, include_views=False)
    kept = ("django_content_type", "auth_permission")
    names = [connection.ops.quote_name(table) for table in tables if table not in kept]
    empty = "".join(f"DELETE FROM {name};" for name in names)  # noqa: S608 - our own names
    with connection.cursor() as cursor:
        # In whatever order: nothing that refers to it is left behind.
        cursor.execute(
            f"SET session_replication_role = replica; {empty} RESET session_replication_role"
        )


@pytest.fixture(autouse=True, scope="session")
def _quick_wiping():
    TransactionTestCase._fixture_teardown = _wipe


@pytest.fixture(autouse=True, scope="session")
def _quick_passwords():
    """Slow hashing guards real passwords; here it would only slow the tests."""
    with override_settings(PASSWORD_HASHERS=["django.contrib.auth.hashers.MD5PasswordHasher"]):
        yield


@pytest.fixture
def password() -> str:
    return "pears-and-plums"


@pytest.fixture
def account(db, django_user_model, password):
    return django_user_model.objects.create_user("mo", password=password)


@pytest.fixture
def other_account(db, django_user_model, password):
    return django_user_model.objects.create_user("bo", password=password)


@pytest.fixture
def kitchen():
    """Where a kitchen started by the real command keeps its state."""
    folder = Path(tempfile.mkdtemp())
    # PostgreSQL runs as another user and has to get in.
    folder.chmod(0o755)
    yield folder / "state"
    try:
        shutil.rmtree(folder)
    except FileNotFoundError:
        # It was going away by itself: PostgreSQL's last file.
        shutil.rmtree(folder)
