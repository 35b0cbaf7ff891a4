"""What every test may use. ./amber test starts PostgreSQL and names it in the environment."""

import os
import shutil
import tempfile
from pathlib import Path

import pytest
from django.test import override_settings
from hypothesis import settings

# Playwright keeps an event loop in this thread; the tests' own queries are synchronous.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

# How long an example takes says more of the machine than of the code.
settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")


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
