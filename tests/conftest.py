"""What every test shares: random examples with a fixed seed and no clock; the demonstration loaded
once.
"""

import os
import shutil

import pytest
from argon2 import PasswordHasher
from hypothesis import settings

from euthyne.cli import load_demo, open_store
from euthyne.store.database import FILE
from euthyne.store.people import PeopleStore

settings.register_profile("no-clock", deadline=None, derandomize=not os.environ.get("EUTHYNE_LONG"))
settings.load_profile("no-clock")


@pytest.fixture(scope="session", autouse=True)
def quickly_hashed():
    """Passphrases of tests are hashed with the least Argon2 takes: what it costs by right is one test's."""
    strong = PeopleStore.hasher
    quick = property(lambda _: PasswordHasher(time_cost=1, memory_cost=8, parallelism=1))
    PeopleStore.hasher = quick
    yield strong
    PeopleStore.hasher = strong


@pytest.fixture(scope="session")
def loaded_once(tmp_path_factory):
    folder = tmp_path_factory.mktemp("tarn-ridge")
    load_demo(folder)
    return folder


@pytest.fixture(scope="session")
def begun_once(tmp_path_factory):
    """A folder with a data file that nothing is in yet."""
    folder = tmp_path_factory.mktemp("begun")
    open_store(folder).engine.dispose()
    return folder


@pytest.fixture
def with_demo(loaded_once):
    """Puts the demonstration into a folder: a copy where there is no data file yet."""

    def put(folder):
        if (folder / FILE).exists():
            load_demo(folder)
        else:
            shutil.copytree(loaded_once, folder, dirs_exist_ok=True)

    return put
