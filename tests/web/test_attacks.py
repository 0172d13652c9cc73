"""Attacks on the doors, repeated: what somebody tried who wanted to be somebody else, or to undo what
others proved.
"""

import pytest
from person import Person, words

from euthyne.core.people.roles import Role
from euthyne.web import access, create_app

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
PASSPHRASE = "gravel sounds over lamp"
NAMES = {"Sam Ito": "reader", "Rowan Marsh": "builder", "Vera Holt": "prover", "Kim Lund": "keeper"}


@pytest.fixture
def people(app):
    people = app.extensions["people"]
    for name, role in reversed(NAMES.items()):
        people.add(name, Role(role), PASSPHRASE, access.moment())
    return people


@pytest.fixture
def at(app, people):
    """A device of its own with somebody signed in on it."""

    def signed_in(name):
        person = Person(app)
        given = {"name": name, "passphrase": PASSPHRASE, "device": f"Device of {name}"}
        assert person.client.post("/sign-in", data=given).status_code == 303
        return person

    return signed_in


def cookie(person):
    (only,) = [c for c in person.client._cookies.values() if c.key.startswith("euthyne")]
    return only.key, only.value


def with_cookie(app, key, value):
    thief = Person(app)
    thief.client.set_cookie(key, value)
    return thief


def test_a_cookie_of_before_they_left_is_nobodys(app, at, people):
    people.set_pin(people.named("Rowan Marsh").id, "4071")
    tablet = at("Kim Lund")
    stolen = with_cookie(app, *cookie(tablet))
    assert stolen.client.get("/people").status_code == 200
    tablet.send("/at-this-device/leave")
    assert stolen.client.get("/people").location.startswith("/at-this-device")
    rowan = str(people.named("Rowan Marsh").id)
    tablet.send("/at-this-device", person=rowan, pin="4071")
    entered = {"name": "Eve Low", "role": "keeper", "passphrase": PASSPHRASE, "again": PASSPHRASE}
    assert stolen.client.post("/people", data=entered).status_code == 401
    assert people.named("Eve Low") is None
    assert tablet.client.get("/bench").status_code == 200


def test_a_changed_passphrase_is_the_end_of_a_stolen_device(at, people):
    stolen, own = at("Kim Lund"), at("Kim Lund")
    new = "candle brick under noon"
    said = own.send("/who/passphrase", now=PASSPHRASE, passphrase=new, again=new)
    assert "Every other device of yours is signed out" in said
    assert stolen.client.get("/bench").status_code == 303
    assert own.client.get("/bench").status_code == 200
    with pytest.raises(AssertionError):
        at("Kim Lund")


def test_somebody_is_told_of_wrong_pins_and_their_passphrase_opens_the_pin(at, people):
    vera = people.named("Vera Holt")
    people.set_pin(vera.id, "4071")
    own = at("Vera Holt")
    assert "tried for you" not in words(own.open("/bench"))
    for guess in range(20):
        sam = at("Sam Ito")
        sam.send("/at-this-device", 422, person=str(vera.id), pin=f"{6100 + guess}")
    for page in ("/bench", "/who"):
        assert "20 wrong PINs were tried for you" in words(own.open(page))
    assert "PIN of Vera Holt shut" in words(at("Kim Lund").open("/people"))
    said = words(sam.send("/at-this-device", 422, person=str(vera.id), pin="4071"))
    assert "PIN of Vera Holt is shut after 20 wrong tries" in said
    assert "The passphrase opens the PIN again" in said
    sam.send("/at-this-device", person=str(vera.id), passphrase=PASSPHRASE)
    sam.send("/at-this-device/leave")
    assert "Vera Holt , prover" in words(
        sam.send("/at-this-device", person=str(vera.id), pin="4071", back="/who")
    )


def test_a_program_others_reach_shuts_when_nobody_is_entered(store, folder):
    app = create_app(store, folder, lets_others_in=True)
    app.config.update(WTF_CSRF_ENABLED=False)
    stranger = Person(app)
    for address in ("/bench", "/people", "/copies", "/leads/TR-0019", "/sign-in", "/retests.ics"):
        assert stranger.client.get(address).status_code == 503, address
    for address in ("/leads/TR-0019/again", "/people", "/leads/import"):
        assert stranger.client.post(address, data={}).status_code == 503, address
    assert "Nobody is entered here who may sign in" in words(stranger.open("/bench", 503))


def test_a_token_of_before_the_sign_in_is_good_for_nothing_after_it(store, folder):
    app = create_app(store, folder)
    people = app.extensions["people"]
    people.add("Kim Lund", Role.KEEPER, PASSPHRASE, access.moment())
    client = app.test_client()

    def token(page):
        return page.text.partition('name="csrf_token"')[2].partition('value="')[2].partition('"')[0]

    before = token(client.get("/sign-in"))
    given = {"name": "Kim Lund", "passphrase": PASSPHRASE, "device": "Desk", "csrf_token": before}
    assert client.post("/sign-in", data=given).status_code == 303
    light = {"light": "dark", "csrf_token": before}
    assert client.post("/light", data=light).status_code == 400
    light["csrf_token"] = token(client.get("/who"))
    assert client.post("/light", data=light).status_code == 303


def test_a_foreign_page_is_neither_linked_nor_shown_back(at, app):
    evil = {"Referer": "https://evil.example/phish"}
    kim = at("Kim Lund").client
    missing = kim.post("/leads/TR-0019/handing", data={"to": ""}, headers=evil)
    assert "evil.example" not in missing.text
    app.config["WTF_CSRF_ENABLED"] = True
    sent = kim.post("/who", data={"who": "Your bench is on fire"}, headers=evil)
    assert sent.status_code == 400
    assert "evil.example" not in sent.text and "on fire" not in sent.text
    ours = {"Referer": "http://localhost/who"}
    assert "on fire" in kim.post("/who", data={"who": "on fire"}, headers=ours).text
