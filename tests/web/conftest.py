"""The application on a data folder of its own."""

import shutil

import pytest
from person import NAMES, PASSPHRASE, Person, words

from alike import compiled_once
from euthyne.cli import open_store
from euthyne.cli.demo_job import load_job
from euthyne.core.people.roles import Role
from euthyne.store.jobs import JobStore
from euthyne.web import access, create_app


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "data"


@pytest.fixture
def store(request, folder, begun_once):
    # Before anything is in the folder: then it is a copy.
    for filled in {"at_tarn_ridge", "at_the_tents", "after_years"} & set(request.fixturenames):
        request.getfixturevalue(filled)
    if not folder.exists():
        shutil.copytree(begun_once, folder)
    return open_store(folder)


@pytest.fixture
def app(store, folder):
    app = compiled_once(create_app(store, folder))
    app.config.update(WTF_CSRF_ENABLED=False, TESTING=False)
    return app


@pytest.fixture
def person(app):
    return Person(app)


@pytest.fixture
def at_tarn_ridge(folder, with_demo):
    with_demo(folder)


@pytest.fixture
def at_the_tents(folder, with_demo):
    """The demonstration with its job of six alike and one odd, half of it cut."""
    with_demo(folder)
    load_job(folder)


@pytest.fixture
def jobs(store):
    return JobStore(store.engine)


@pytest.fixture
def after_years(folder, years_once):
    shutil.copytree(years_once, folder)


@pytest.fixture
def people(app):
    """Four people, one of each role."""
    people = app.extensions["people"]
    for name, role in reversed(NAMES.items()):
        people.add(name, Role(role), PASSPHRASE, access.moment())
    return people


@pytest.fixture
def at(app, people):
    """A device of its own with somebody signed in on it."""

    def signed_in(name, **more):
        person = Person(app)
        answer = person.client.post(
            "/sign-in",
            data={"name": name, "passphrase": PASSPHRASE, "device": f"Device of {name}"} | more,
        )
        assert answer.status_code == 303, words(answer.text)
        return person

    return signed_in
