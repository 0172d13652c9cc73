"""What every test shares: random examples with a fixed seed and no clock; the demonstration loaded
once.
"""

import os
import shutil

import pytest
from argon2 import PasswordHasher
from filelock import FileLock
from hypothesis import settings
from made_up import add_made_up

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


def made_for_all(tmp_path_factory, name, make):
    """A folder that one worker makes and all of a run copy from."""
    root = tmp_path_factory.getbasetemp()
    if "PYTEST_XDIST_WORKER" in os.environ:
        root = root.parent
    folder, made = root / name, root / f"{name}.made"
    with FileLock(root / f"{name}.lock"):
        if not made.exists():
            folder.mkdir()
            make(folder)
            made.touch()
    return folder


@pytest.fixture(scope="session")
def loaded_once(tmp_path_factory):
    return made_for_all(tmp_path_factory, "tarn-ridge", load_demo)


@pytest.fixture(scope="session")
def begun_once(tmp_path_factory):
    """A folder with a data file that nothing is in yet."""
    return made_for_all(
        tmp_path_factory, "begun", lambda folder: open_store(folder).engine.dispose()
    )


@pytest.fixture(scope="session")
def years_once(tmp_path_factory, loaded_once):
    """The demonstration with made-up leads of ten years."""

    def make(folder):
        shutil.copytree(loaded_once, folder, dirs_exist_ok=True)
        store = open_store(folder)
        add_made_up(store, 120)
        store.engine.dispose()

    return made_for_all(tmp_path_factory, "years", make)


@pytest.fixture
def with_demo(loaded_once):
    """Puts the demonstration into a folder: a copy where there is no data file yet."""

    def put(folder):
        if (folder / FILE).exists():
            load_demo(folder)
        else:
            shutil.copytree(loaded_once, folder, dirs_exist_ok=True)

    return put
