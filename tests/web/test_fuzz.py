"""Whatever is sent, an answer comes that is no fault of ours, and the Bench answers after it.

``./check --long`` sends far more of it, drawn anew each time; the seed is in the name of the failure.
"""

import copy
import json
import random
from importlib.resources import files

import pytest
from odd import FIELDS, ODD, address_of, one_of
from sampling import LONG

from euthyne.cli import DEMO_ORDER

REQUESTS, DOCUMENTS = (100_000, 5_000) if LONG else (200, 60)
SEED = random.SystemRandom().randrange(10**6) if LONG else 13


@pytest.fixture
def log(after_years, store):
    return store


def test_requests_of_every_kind_get_an_answer(log, app, person):
    draw = random.Random(SEED)
    rules = [r for r in app.url_map.iter_rules() if r.endpoint != "static"]
    for turn in range(REQUESTS):
        rule = draw.choice(rules)
        address = address_of(draw, rule, app)
        if address is None:
            continue
        fields = {one_of(draw, FIELDS): draw.choice(ODD) for _ in range(draw.randrange(6))}
        headers = {"HX-Request": "true"} if draw.random() < 0.4 else {}
        if "POST" in rule.methods:
            answer = person.client.post(address, data=fields, headers=headers)
        else:
            answer = person.client.get(address, query_string=fields, headers=headers)
        told = (SEED, turn, rule.endpoint, address, fields)
        assert answer.status_code < 500, told
        assert b"Traceback" not in answer.data, told
        if turn % 25 == 0:
            assert person.client.get("/bench").status_code == 200, told


WRONG = (
    None, True, False, 0, -1, 1, 7, 1e308, 1e-300, 10**30, "", " ", "x", "Friday", "250 V", "\n", "🔌",
    "a/b", "new", "x" * 500, [], {}, [None], [[]], {"a": 1}, "2026-11-26", "2026-11-26T10:00:00", "2.5 mm2",
)  # fmt: skip


def nodes(value, path=()):
    """Every place in a document, as the way to it."""
    yield path
    below = (
        value.items()
        if isinstance(value, dict)
        else enumerate(value)
        if isinstance(value, list)
        else ()
    )
    for key, inner in below:
        yield from nodes(inner, (*path, key))


def mutated(draw, document):
    """A document with one to three places changed, left out, doubled or moved."""
    made = copy.deepcopy(document)
    for _ in range(draw.randint(1, 3)):
        ways = [way for way in nodes(made) if way]
        if not ways:
            return made
        *way, last = draw.choice(ways)
        held = made
        for key in way:
            held = held[key]
        kind = draw.random()
        if kind < 0.5:
            held[last] = copy.deepcopy(draw.choice(WRONG))
        elif kind < 0.65:
            del held[last]
        elif kind < 0.8 and isinstance(held, list):
            held.insert(last, copy.deepcopy(held[last]))
        elif isinstance(held, dict):
            held[draw.choice(("extra", "tag", "volts"))] = held[last]
        if isinstance(held, dict) and isinstance(held.get(last), int | float) and kind > 0.8:
            held[last] = draw.choice((-1, 0, 1e9, 1e-9)) * (held[last] or 1)
    return made


PAGES = (
    "brief",
    "conductor",
    "ends",
    "cut",
    "build",
    "build/bench",
    "prove",
    "tag",
    "log",
    "document.json",
)


def test_documents_gone_wrong_are_refused_or_can_be_opened(at_tarn_ridge, person):
    draw = random.Random(SEED)
    originals = [
        json.loads((files("euthyne.demo") / f"{name}.json").read_text(encoding="utf-8"))
        for name in DEMO_ORDER
    ]
    taken = 0
    for turn in range(DOCUMENTS):
        document = copy.deepcopy(draw.choice(originals))
        document["lead"]["tag"] = f"X-{turn:05d}"
        document = mutated(draw, document)
        told = (SEED, turn)
        said = {"text": json.dumps(document)}
        # As the page sends it, which takes a file as well.
        answer = person.client.post("/leads/import", data=said, content_type="multipart/form-data")
        assert answer.status_code in (303, 422), told
        if answer.status_code == 303:
            taken += 1
            tag = answer.location.split("/")[-1]
            for page in PAGES:
                shown = person.client.get(f"/leads/{tag}/{page}")
                assert shown.status_code < 500, (*told, tag, page)
            shown = person.client.get(f"/leads/{tag}/traveller.pdf") if turn % 10 == 0 else shown
            assert shown.status_code < 500, (*told, tag, "traveller")
        assert person.client.get("/bench").status_code == 200, told
    assert taken
    assert person.client.get("/leads").status_code == 200
