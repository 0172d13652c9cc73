"""Whatever is sent, by whomever: no fault of ours, and nothing is changed by who may not.

``./check --long`` sends a hundred thousand of them, drawn anew each time.
"""

import random
import sqlite3
from contextlib import closing

import pytest
from odd import FIELDS, ODD, address_of, one_of
from person import Person
from sampling import LONG

from euthyne.core.people.roles import Role, may
from euthyne.store.database import FILE
from euthyne.web import access

PARTS, REQUESTS = (20, 5_000) if LONG else (1, 200)
SEED = random.SystemRandom().randrange(10**6) if LONG else 17
PASSPHRASE = "gravel sounds over lamp"
MORE = (
    "rule",
    "role",
    "away",
    "pin",
    "passphrase",
    "again",
    "device",
    "person",
    "to",
    "note",
    "now",
)
# Refused before it is asked who sends it: what is no address, and what is far too much.
TOO_MUCH = (400, 404, 405, 413, 414)
# What signs somebody in or out, or changes who they are: tried by those who may not, alone.
CHANGES_WHO = ("signin.", "house.", "people.set_")


@pytest.fixture
def app_with_people(after_years, app):
    people = app.extensions["people"]
    for role in reversed(Role):
        people.add(f"The {role}", role, PASSPHRASE, access.moment())
    return app


def signed_in(app, role):
    person = Person(app)
    if role is not None:
        form = {"name": f"The {role}", "passphrase": PASSPHRASE, "device": "Tablet"}
        assert person.client.post("/sign-in", data=form).status_code == 303
    return person


def wanted(role, endpoint, method):
    """The answers that are right for somebody; None where they may."""
    if endpoint in access.OPEN:
        return None
    if role is None:
        return (303, *TOO_MUCH) if method == "GET" else (401, *TOO_MUCH)
    if endpoint in access.OWN or may(role, access.act_of(endpoint, method)):
        return None
    return (403, *TOO_MUCH)


@pytest.mark.parametrize("part", range(PARTS))
def test_nobody_does_what_their_role_may_not(app_with_people, folder, part):
    app, draw = app_with_people, random.Random(SEED + part)
    rules = [r for r in app.url_map.iter_rules() if r.endpoint != "static"]
    everybody = {role: signed_in(app, role) for role in (None, *Role)}
    refused = 0
    with closing(sqlite3.connect(folder / FILE)) as watching:
        for turn in range(REQUESTS):
            role, rule = draw.choice(list(everybody)), draw.choice(rules)
            method = "POST" if "POST" in rule.methods else "GET"
            address, right = address_of(draw, rule, app), wanted(role, rule.endpoint, method)
            if address is None or (right is None and rule.endpoint.startswith(CHANGES_WHO)):
                continue
            fields = {
                one_of(draw, FIELDS + MORE): draw.choice(ODD) for _ in range(draw.randrange(6))
            }
            headers = {"HX-Request": "true"} if method == "POST" and draw.random() < 0.4 else {}
            (before,) = watching.execute("pragma data_version").fetchone()
            send = everybody[role].client.open
            answer = send(address, method=method, headers=headers, **_with(fields, method))
            told = (SEED + part, turn, role, rule.endpoint, address, fields, answer.status_code)
            assert answer.status_code < 500, told
            assert b"Traceback" not in answer.data, told
            if right is not None:
                refused += 1
                assert answer.status_code in right, told
                if answer.status_code == 303:
                    assert answer.location.startswith("/sign-in"), told
                assert watching.execute("pragma data_version").fetchone() == (before,), told
    assert refused > REQUESTS / 5
    assert everybody[Role.READER].client.get("/bench").status_code == 200


def _with(fields, method):
    return {"data": fields} if method == "POST" else {"query_string": fields}
