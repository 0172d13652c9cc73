"""The application on a data folder of its own."""

import pytest
from person import Person

from euthyne.cli import open_store
from euthyne.web import create_app


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "data"


@pytest.fixture
def store(folder):
    return open_store(folder)


@pytest.fixture
def app(store, folder):
    app = create_app(store, folder)
    app.config.update(WTF_CSRF_ENABLED=False, TESTING=False)
    return app


@pytest.fixture
def person(app):
    return Person(app)


@pytest.fixture
def at_tarn_ridge(folder, with_demo):
    with_demo(folder)
