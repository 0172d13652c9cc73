"""What every test shares: random examples with a fixed seed and no clock; the demonstration loaded
once.
"""

import os
import shutil

import pytest
from hypothesis import settings

from euthyne.cli import load_demo
from euthyne.store.database import FILE

settings.register_profile("no-clock", deadline=None, derandomize=not os.environ.get("EUTHYNE_LONG"))
settings.load_profile("no-clock")


@pytest.fixture(scope="session")
def loaded_once(tmp_path_factory):
    folder = tmp_path_factory.mktemp("tarn-ridge")
    load_demo(folder)
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
