"""Who is let in, and what each role may; nothing of a bench is a stranger's."""

import re
from datetime import timedelta

import pytest
from person import NAMES, PASSPHRASE, Person, words
from sampling import some

from euthyne.core.people.roles import Role
from euthyne.web import access

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
LEAD = "/leads/TR-0019"
SEALED = "/leads/TR-0012"


def status(person, path, /, **fields):
    answer = person.client.post(path, data=fields) if fields else person.client.get(path)
    return answer.status_code


def test_with_nobody_entered_this_machine_may_everything_and_signs_with_initials(person, store):
    assert status(person, "/bench") == 200
    assert status(person, "/people") == 200
    person.send("/who", who="RM")
    person.confirm("TR-0019", "A-cover", initials="RM")
    assert store.get("TR-0019").lead.build.done[-1].by == "RM"


def test_the_first_keeper_is_entered_on_the_machine_itself_and_signed_in_at_once(app, person):
    form = {"name": "Kim Lund", "role": "keeper", "passphrase": PASSPHRASE, "again": PASSPHRASE}
    far = app.test_client().post("/people", data=form, environ_base={"REMOTE_ADDR": "192.0.2.9"})
    assert far.status_code == 409
    assert not app.extensions["people"].known.entered
    assert "first has to be a keeper" in person.send("/people", 422, **(form | {"role": "reader"}))
    assert "not the same" in person.send("/people", 422, **(form | {"again": "another"}))
    assert "Kim Lund" in person.send("/people", **form)
    assert status(person, "/bench") == 200
    assert status(Person(app), "/bench") == 303


ADDRESSES = (
    "/", "/bench", "/leads", f"{LEAD}/brief", f"{LEAD}/build/bench", f"{SEALED}/certificate.pdf",
    f"{LEAD}/document.json", f"{LEAD}/label.svg", "/stores", "/shelf", "/copies", "/retests.ics",
    "/people", "/who", "/at-this-device", f"{LEAD}/pulse?at=brief&known=", f"{SEALED}/facts",
    "/nothing-of-the-kind", "/leads/TR-9999",
)  # fmt: skip


@pytest.mark.parametrize("address", some(ADDRESSES, 3))
def test_a_stranger_is_sent_to_the_sign_in_whatever_is_asked(app, people, address):
    answer = app.test_client().get(address)
    assert (answer.status_code, answer.location.partition("?")[0]) == (303, "/sign-in")
    assert answer.headers["Cache-Control"] == "no-store"


def test_a_strangers_press_changes_nothing_and_what_was_typed_is_shown_again(app, people, store):
    before = store.get("TR-0019").revision
    stranger = Person(app)
    page = stranger.send(f"{LEAD}/brief", 401, **{"brief.run_m": "9.5 m"})
    assert "Nobody is signed in" in words(page) and "9.5 m" in page
    part = stranger.client.post(f"{LEAD}/brief", headers={"HX-Request": "true"})
    assert (part.status_code, part.headers["Sign-In"]) == (401, "/sign-in")
    assert store.get("TR-0019").revision == before


def test_the_sign_in_leads_on_to_where_one_was_going_and_never_away(app, people):
    for back, goes in ((f"{LEAD}/build/bench?step=A-grip", None), ("//evil.example", "/bench")):
        answer = app.test_client().post(
            "/sign-in",
            data={"name": "sam ito", "passphrase": PASSPHRASE, "device": "Telephone", "back": back},
        )
        assert answer.location == (goes or back)


def test_a_wrong_passphrase_says_so_beside_it_and_keeps_the_name(app, people):
    stranger = Person(app)
    given = {"name": "Sam Ito", "passphrase": "not it at all, no", "device": "Telephone"}
    page = stranger.send("/sign-in", 422, **given)
    assert "is not right" in page and 'value="Sam Ito"' in page
    assert given["passphrase"] not in page
    assert "no name" in stranger.send("/sign-in", 422, **(given | {"device": " "}))


# What is done, and by whom it may be done: an address, and the fields of a press.
ACTS = (
    ("reader", f"{LEAD}/brief", {}),
    ("reader", f"{LEAD}/document.json", {}),
    ("reader", "/light", {"light": "sun"}),
    ("builder", f"{LEAD}/brief", {"brief.run_m": "9 m"}),
    ("builder", "/leads/new", {"start": "fan-lead"}),
    ("builder", f"{LEAD}/build/done", {"step": "A-cover"}),
    ("builder", f"{LEAD}/ends/map", {"map": "function"}),
    ("builder", f"{LEAD}/hand-over", {"to": "Kim Lund"}),
    ("builder", "/stores/one/count", {"name": "Reel 1", "left": "4 m"}),
    ("builder", "/leads/put-away", {"tag": "TR-0018", "away": "yes"}),
    ("prover", f"{LEAD}/prove/look", {"look": "A-sheath yes"}),
    ("prover", f"{LEAD}/prove", {"proof.room_c": "18 C"}),
    ("prover", f"{LEAD}/prove/heard", {"probe": "x", "heard": "sounds"}),
    ("prover", f"{LEAD}/tag/seal", {"initials": "XX"}),
    ("prover", f"{SEALED}/aside", {"what": "retired", "why": "worn"}),
    ("keeper", "/copies", {}),
    ("keeper", "/people", {}),
    ("keeper", "/people/rules", {"rule": "open_tags", "on": "yes"}),
    ("keeper", "/measures", {"measures": "gauge"}),
    ("keeper", "/shelf/practices", {"lead": "TR-0019"}),
    ("keeper", f"{LEAD}/tag/address", {"address": "http://tarn.example"}),
)


@pytest.mark.parametrize(("first", "address", "fields"), some(ACTS, 3))
def test_each_may_what_their_role_may_and_is_told_whose_it_is(at, store, first, address, fields):
    allowed = False
    for name, role in NAMES.items():
        allowed = allowed or role == first
        before = [(held.lead.tag, held.revision) for held in store.all()]
        person = at(name)
        found = status(person, address, **fields)
        assert (found == 403) is not allowed, (name, found)
        if not allowed:
            assert before == [(held.lead.tag, held.revision) for held in store.all()]
            said = words(
                person.client.post(address, data=fields).text
                if fields
                else person.open(address, 403)
            )
            assert f"That is for a {first}; {name} is here as a {role}." in said


def test_what_is_signed_carries_the_person_and_not_what_is_typed(at, store):
    at("Rowan Marsh").confirm("TR-0019", "A-cover", initials="Kim Lund")
    lead = store.get("TR-0019").lead
    assert (lead.build.done[-1].step, lead.build.done[-1].by) == ("A-cover", "Rowan Marsh")
    vera = at("Vera Holt")
    vera.send(f"{LEAD}/prove/look", look="A-sheath yes", initials="Kim Lund")
    assert store.get("TR-0019").lead.proof.looks[-1].by == "Vera Holt"
    assert store.journal("TR-0019")[-1].by == "Vera Holt"
    assert "signed" in vera.open(f"{LEAD}/build/bench")
    assert 'name="initials"' not in vera.open(f"{LEAD}/build/bench")
    assert vera.client.post("/who", data={"who": "KL"}).status_code == 409


def test_people_change_at_a_device_by_a_pick_and_a_pin(at, people, store):
    tablet = at("Kim Lund")
    vera = people.named("Vera Holt").id
    assert "No PIN yet" in tablet.open("/at-this-device")
    assert "Vera Holt has no PIN yet" in words(
        tablet.send("/at-this-device", 422, person=vera, pin="4071")
    )
    own = at("Vera Holt")
    assert "PIN is kept" in own.send("/who/pin", pin="4071")
    assert "others would try" in own.send("/who/pin", 422, pin="1234")
    assert "not the PIN of Vera Holt" in words(
        tablet.send("/at-this-device", 422, person=vera, pin="4072")
    )
    assert "Nobody is picked" in tablet.send("/at-this-device", 422, pin="4071")
    tablet.send("/at-this-device", person=vera, pin="4071")
    assert status(tablet, "/copies") == 403, "it is the prover's now, no keeper's"
    tablet.send(f"{LEAD}/prove/look", look="A-sheath yes")
    assert store.get("TR-0019").lead.proof.looks[-1].by == "Vera Holt"


def test_nobody_is_at_a_device_that_was_left_and_it_stays_signed_in(at, people):
    tablet = at("Kim Lund")
    tablet.send("/at-this-device/leave")
    answer = tablet.client.get("/bench")
    assert answer.location.startswith("/at-this-device?back=")
    assert "Pick your name" in tablet.open("/at-this-device")
    assert status(tablet, f"{LEAD}/brief", **{"brief.run_m": "9 m"}) == 401
    tablet.send("/sign-out")
    assert tablet.client.get("/bench").location.startswith("/sign-in")
    assert people.devices(access.moment()) == []


def test_a_device_that_is_thrown_out_or_old_is_a_stranger(at, people, monkeypatch):
    keeper, lost, old = at("Kim Lund"), at("Rowan Marsh"), at("Vera Holt")
    device = next(d for d in people.devices(access.moment()) if d.name == "Device of Rowan Marsh")
    assert "Device of Rowan Marsh" in keeper.open("/people")
    keeper.send(f"/devices/{device.id}/throw-out", go="yes")
    assert lost.client.get(f"{LEAD}/brief").location.startswith("/sign-in")
    assert status(old, "/bench") == 200
    later = access.moment() + timedelta(days=31)
    monkeypatch.setattr(access, "moment", lambda: later)
    assert old.client.get("/bench").location.startswith("/sign-in")


def test_a_role_taken_away_is_gone_with_the_next_press(at, people):
    keeper, vera = at("Kim Lund"), at("Vera Holt")
    who = people.named("Vera Holt").id
    assert status(vera, f"{LEAD}/prove/look", look="A-sheath yes") == 303
    keeper.send(f"/people/{who}", role="reader")
    assert status(vera, f"{LEAD}/prove/look", look="A-sheath yes") == 403
    keeper.send(f"/people/{who}", away="yes")
    assert vera.client.get("/bench").location.startswith("/sign-in")
    me = people.named("Kim Lund").id
    assert "no keeper left" in words(keeper.send(f"/people/{me}", 422, away="yes"))


def test_a_passphrase_is_changed_by_who_knows_it_or_by_the_keeper(app, at, people):
    sam, new = at("Sam Ito"), "candle brick under noon"
    wrong = {"now": "not it at all, no", "passphrase": new, "again": new}
    assert "not your passphrase" in sam.send("/who/passphrase", 422, **wrong)
    assert "is changed" in sam.send("/who/passphrase", **(wrong | {"now": PASSPHRASE}))
    given = {"name": "Sam Ito", "device": "Telephone"}
    assert status(Person(app), "/sign-in", passphrase=PASSPHRASE, **given) == 422
    assert status(Person(app), "/sign-in", passphrase=new, **given) == 303
    at("Kim Lund").send(f"/people/{people.named('Sam Ito').id}/passphrase", passphrase=PASSPHRASE)
    assert status(Person(app), "/sign-in", passphrase=PASSPHRASE, **given) == 303


def test_a_tags_address_shows_its_facts_and_certificate_alone_where_the_keeper_says_so(app, at):
    stranger = app.test_client()
    assert stranger.get(SEALED).status_code == 303
    at("Kim Lund").send("/people/rules", rule="open_tags", on="yes")
    page = stranger.get(SEALED)
    said = words(page.text)
    assert page.status_code == 200 and "TR-0012" in said and "Test again by" in said
    links = set(re.findall(r'(?:href|action)="(/leads[^"]*)"', page.text))
    assert links == {f"{SEALED}/certificate.pdf"}
    assert stranger.get(f"{SEALED}/certificate.pdf").data[:5] == b"%PDF-"
    for tag in ("TR-0019", "TR-9999"):
        shown = stranger.get(f"/leads/{tag}")
        assert "Nothing is shown" in shown.text
        assert "Warm hut" not in shown.text
        assert stranger.get(f"/leads/{tag}/certificate.pdf").status_code in (404, 409)
    for address in (f"{SEALED}/tag", f"{SEALED}/log", f"{SEALED}/document.json", "/bench"):
        assert stranger.get(address).status_code == 303
    assert stranger.post(f"{SEALED}/aside", data={"what": "lost"}).status_code == 401


def test_a_builder_does_not_pass_their_own_termination_where_that_is_the_rule(at, people, store):
    people.set_role(people.named("Rowan Marsh").id, Role.PROVER)
    rowan, vera = at("Rowan Marsh"), at("Vera Holt")
    rowan.confirm("TR-0019", "A-cover")
    assert status(rowan, f"{LEAD}/prove/look", look="A-sheath yes") == 303, "no rule, no bar"
    at("Kim Lund").send("/people/rules", rule="someone_else_proves", on="yes")
    page = words(rowan.send(f"{LEAD}/prove/look", 409, look="A-pull yes"))
    assert "so it is not yours to pass" in page and "hand it over" in page
    assert status(rowan, f"{LEAD}/prove/good", end="supply") == 409
    assert status(rowan, f"{LEAD}/prove", **{"reading.core-L": "0.1 ohm"}) == 409
    assert status(rowan, f"{LEAD}/prove/probe", pair="supply.L load.L") == 409
    assert status(rowan, f"{LEAD}/prove/look", look="A-sheath no") == 303, (
        "bad may be said by anybody"
    )
    assert status(vera, f"{LEAD}/prove/look", look="A-sheath yes") == 303
    assert {x.by for x in store.get("TR-0019").lead.proof.looks if x.line == "A-sheath"} == {
        "Vera Holt"
    }


def test_a_lead_is_handed_over_and_taken(at, store):
    rowan, vera = at("Rowan Marsh"), at("Vera Holt")
    refused = rowan.send(f"{LEAD}/hand-over", 422, to="Somebody Else")
    assert "nobody here is called" in words(refused).casefold()
    rowan.send(
        f"{LEAD}/hand-over", to="vera holt", note="boot is on, gland is not", back=f"{LEAD}/build"
    )
    assert "boot is on, gland is not" in vera.open("/bench")
    assert "was handed to you" not in rowan.open("/bench")
    assert "Handed to Vera Holt by Rowan Marsh" in words(rowan.open(f"{LEAD}/brief"))
    vera.send(f"{LEAD}/take-over", back="/bench")
    assert "was handed to you" not in vera.open("/bench")
    lines = [(line.by, line.what) for line in store.journal("TR-0019")[-2:]]
    assert lines == [
        ("Rowan Marsh", "Handed to Vera Holt: boot is on, gland is not"),
        ("Vera Holt", "Taken over from Rowan Marsh"),
    ]


def test_what_is_done_about_people_is_written_down(at, people):
    keeper = at("Kim Lund")
    rowan = people.named("Rowan Marsh").id
    keeper.send(f"/people/{rowan}", role="prover")
    keeper.send("/people/rules", rule="open_tags", on="yes")
    keeper.send(f"/devices/{people.devices(access.moment())[0].id}/throw-out", go="yes")
    lines = [(line.by, line.what) for line in people.lines(4)]
    assert lines == [
        ("Kim Lund", "Device of Kim Lund signed out"),
        ("Kim Lund", "A tag's address opens without sign-in: a rule here"),
        ("Kim Lund", "Rowan Marsh made prover"),
        ("Kim Lund", "Device of Kim Lund signed in"),
    ]
    assert "Rowan Marsh made prover" in at("Kim Lund").open("/people")


def test_initials_hand_over_where_nobody_signs_in(person):
    person.send("/who", who="RM")
    person.send(f"{LEAD}/hand-over", to="KL", note="")
    assert "Nobody is named" in words(person.send(f"{LEAD}/hand-over", 422, to=" "))
    person.send("/who", who="KL")
    assert "was handed to you" in person.open("/bench")


def test_a_reader_sees_everything_and_no_field_of_theirs_takes_anything(at):
    sam = at("Sam Ito")
    for stage in ("brief", "conductor", "ends", "cut", "build", "prove", "tag"):
        page = sam.open(f"{LEAD}/{stage}")
        assert "Sam Ito is here as a reader" in words(page)
        assert 'class="only-looked-at" disabled' in page
    assert "a builder confirms steps" in sam.open(f"{LEAD}/build/bench")
    assert 'id="bench-done"' not in sam.open(f"{LEAD}/build/bench")


def test_of_every_page_and_press_it_is_said_whose_it_is(app):
    @app.get("/new-room", endpoint="newroom.show")
    def show():
        return ""

    access.complete(app)  # looking is everybody's

    @app.post("/new-room", endpoint="newroom.save")
    def save():
        return ""

    with pytest.raises(RuntimeError, match=r"nobody said who may POST newroom\.save"):
        access.complete(app)


def test_a_calendar_program_finds_the_re_tests_by_an_address_of_its_own_until_it_is_ended(app, at):
    keeper, stranger = at("Kim Lund"), app.test_client()
    assert status(at("Vera Holt"), "/people/calendar", make="new") == 403
    assert stranger.get("/retests/.ics").status_code in (303, 404)

    def made():
        page = keeper.send("/people/calendar", make="new")
        return re.search(r"http://localhost(/retests/\S+\.ics)", page)[1]

    first = made()
    told = stranger.get(first)
    assert (told.status_code, told.mimetype) == (200, "text/calendar")
    assert "Test TR-0012 again" in told.text
    assert first in keeper.open("/leads")
    second = made()
    assert [stranger.get(a).status_code for a in (first, second)] == [404, 200]
    assert stranger.get(first[:-5] + "é.ics").status_code == 404
    assert "retests/" not in keeper.send("/people/calendar", make="none")
    assert stranger.get(second).status_code == 404
    assert "calendar of re-tests ended" in words(keeper.open("/people"))
    assert status(keeper, "/people/calendar", make="teapot") == 422
