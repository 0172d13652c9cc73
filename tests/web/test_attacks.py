"""Attacks on the doors, repeated: what somebody tried who wanted to be somebody else, or to undo what
others proved.
"""

import json
import re
import sys
from dataclasses import replace
from io import BytesIO
from subprocess import run

import pytest
from person import PASSPHRASE, Person, words
from PIL import Image
from pypdf import PdfReader
from sampling import some

from euthyne.core.people.roles import Role
from euthyne.core.stages.tag.seal import Seal, sum_of
from euthyne.core.trade.fault import Refused
from euthyne.exchange.lead_file import write_lead
from euthyne.exchange.photograph import prepared
from euthyne.exchange.reading import adapter_for
from euthyne.store.leads import file_of
from euthyne.web import access, create_app

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")


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


# ---- what a document brings in


def document(store, tag, **lead):
    """The document of a kept lead under another tag, as somebody may have changed it."""
    file = file_of(store, tag)
    found = json.loads(write_lead(file.lead, file.seal))
    found["lead"] |= {"tag": "TR-0901"} | lead
    return found


def forged(store, tag="TR-0012", by="Kim Lund", on_tag=None, **more):
    """A sealed document with another tag, signed by somebody else, its public sum worked out."""
    found = document(store, tag)
    seal = found["seal"]
    seal["record"]["lead"] = found["lead"]
    seal["record"]["tag"] |= {"tag": "TR-0901"} | (on_tag or {})
    seal |= {"sealed_by": by} | more
    seal["sha256"] = sum_of(adapter_for(Seal).validate_python(seal))
    return found


def take_in(person, found, code=200):
    sent = {"file": (BytesIO(json.dumps(found).encode()), "lead.json")}
    answer = person.client.post("/leads/import", data=sent, follow_redirects=True)
    assert answer.status_code == code, words(answer.text)[-900:]
    return words(answer.text)


def test_a_builder_takes_in_nothing_that_says_it_was_proven(at, store):
    rowan = at("Rowan Marsh")
    for found in (forged(store), document(store, "TR-0012") | {"seal": None}):
        assert "That is for a prover" in take_in(rowan, found, 403)
    assert "TR-0901" not in rowan.open("/leads")
    plain = document(store, "TR-0014")
    assert "TR-0901" in take_in(rowan, plain)


def test_a_seal_from_outside_never_joins_the_chain_and_says_so_everywhere(at, store):
    vera = at("Vera Holt")
    head = store.head()
    copied = {"covers": "record", "number": head.number + 1, "previous": head.sha256}
    said = take_in(vera, forged(store, **copied))
    assert "Sealed in another log, not checked here" in said
    assert "Sealed as number" not in said
    for page in ("/leads/TR-0901/brief", "/leads", "/bench", "/leads/TR-0901/history"):
        assert "n another log, not checked here" in words(vera.open(page)), page
    label = vera.client.get("/leads/TR-0901/label.svg").text
    assert "SEALED IN ANOTHER LOG, NOT CHECKED HERE" in label and "test again by" not in label
    assert "Log ends" not in written(vera.client.get("/leads/TR-0901/certificate.pdf").data)
    assert store.audit().faults == []
    at("Kim Lund").send("/people/rules", rule="open_tags", on="yes")
    shown = words(vera.client.application.test_client().get("/leads/TR-0901").text)
    assert "in another log; not checked here" in shown


def written(pdf):
    """The words of a certificate."""
    pages = PdfReader(BytesIO(pdf)).pages
    return " ".join(" ".join(page.extract_text() for page in pages).split())


@pytest.mark.parametrize(
    ("changed", "told"),
    [
        ({"amps": 32.0}, "amps 32.0"),
        ({"amps_rolled": 32.0}, "amps rolled up 32.0"),
        ({"volts": 400.0}, "volts 400.0"),
        ({"next_test": "2049-01-01"}, "next test 2049-01-01"),
        ({"run_m": 1.0}, "length 1.0"),
    ],
)
def test_a_tag_that_says_otherwise_than_its_own_lead_is_refused(at, store, changed, told):
    said = take_in(at("Vera Holt"), forged(store, on_tag=changed), 422)
    assert f"the record says {told}; its own lead works out at" in said
    assert len(store.all("TR-0901")) == 0


def test_readings_that_came_in_say_who_took_them_in_and_prove_nothing(at, store):
    kim, vera = at("Kim Lund"), at("Vera Holt")
    kim.send("/people/rules", rule="someone_else_proves", on="yes")
    found = document(store, "TR-0012") | {"seal": None}
    for entry in (*found["lead"]["proof"]["readings"], *found["lead"]["proof"]["looks"]):
        entry["by"] = "Kim Lund"
    take_in(vera, found)
    kept = store.get("TR-0901").lead
    assert {x.taken_in_by for x in kept.proof.readings} == {"Vera Holt"}
    shown = words(vera.open("/leads/TR-0901/prove"))
    assert "it came with a document that Vera Holt took in" in shown
    said = words(vera.send("/leads/TR-0901/tag/seal", 422))
    assert "came in with a document that Vera Holt took in" in said
    assert store.seal_of("TR-0901") is None
    kim.send("/people/rules", rule="someone_else_proves", on="no")
    vera.send("/leads/TR-0901/tag/seal")
    assert store.seal_of("TR-0901").record["tag"]["proved_by"] == "elsewhere; taken in by Vera Holt"
    paper = written(vera.client.get("/leads/TR-0901/certificate.pdf").data)
    assert "came in with a document that Vera Holt took in" in paper


# ---- photographs of a proof


def picture(size=(40, 30), kind="JPEG", **more):
    out = BytesIO()
    Image.new("RGB", size, "teal").save(out, kind, **more)
    return out.getvalue()


def keep_photograph(person, lead, code=303):
    line = re.search(r'<option value="([^"]+)">', person.open(f"/leads/{lead}/prove"))[1]
    sent = {"line": line, "photograph": (BytesIO(picture()), "joint.jpg")}
    assert person.client.post(f"/leads/{lead}/prove/photograph", data=sent).status_code == code


def test_a_photograph_of_the_proof_is_the_provers_and_stays_once_sealed(at, store):
    rowan, vera = at("Rowan Marsh"), at("Vera Holt")
    lead = "TR-0014"
    keep_photograph(rowan, lead, 403)
    keep_photograph(vera, lead)
    shelf = vera.client.application.extensions["shelf"]
    (kept,) = shelf.photographs(lead)
    own = f"/leads/{lead}/prove/photograph/{kept.id}/put-away"
    assert rowan.client.post(own).status_code == 403
    assert rowan.client.post(f"/leads/{lead}/leaflets/{kept.id}/put-away").status_code == 404
    assert shelf.photographs(lead) == [kept]
    vera.send(own)
    assert shelf.photographs(lead) == []
    assert [x.what for x in store.journal(lead)][-2:] == [
        f"photograph of {kept.line} kept",
        f"photograph of {kept.line} put away",
    ]
    shelf.keep_leaflet("TR-0014", "x.jpg", picture(), "2026-11-30T09:00:00", "RM", kept.line)
    sealed = document(store, "TR-0012") | {"seal": None}
    take_in(vera, sealed)
    keep_photograph(vera, "TR-0901")
    vera.send("/leads/TR-0901/tag/seal")
    (frozen,) = shelf.photographs("TR-0901")
    vera.send(f"/leads/TR-0901/prove/photograph/{frozen.id}/put-away", 409)
    assert shelf.photographs("TR-0901") == [frozen]
    assert store.faults_of_log() == []


# ---- what is sent


def test_a_leaflet_of_a_lead_keeps_neither_camera_nor_place(person, app):
    exif = Image.Exif()
    exif[0x010F], exif[0x9286] = "A camera of somebody", "comment of somebody"
    exif.get_ifd(0x8825)[1] = "N"
    sent = {"leaflet": (BytesIO(picture(exif=exif)), "sheet.jpg")}
    assert person.client.post("/leads/TR-0019/ends/leaflet", data=sent).status_code == 303
    (kept,) = app.extensions["shelf"].leaflets("TR-0019")
    content = person.client.get(f"/leads/TR-0019/leaflets/{kept.id}").data
    assert b"somebody" not in content and b"Exif" not in content


@pytest.mark.parametrize(
    "text", ["line,reading\rcore-L,0.07 ohm\r", "line,reading\r\ncore-L,0.07 ohm\r\n"]
)
def test_readings_of_old_spreadsheets_are_read(person, store, text):
    sent = {"readings": (BytesIO(text.encode()), "readings.csv")}
    assert person.client.post("/leads/TR-0023/prove/readings.csv", data=sent).status_code in (
        303,
        422,
    )


def test_a_cell_without_end_is_refused_in_words(person):
    sent = {"readings": (BytesIO(b"line,reading\ncore-L," + b"9" * 140_000), "readings.csv")}
    answer = person.client.post("/leads/TR-0014/prove/readings.csv", data=sent)
    assert answer.status_code == 422 and "cannot be read as CSV" in words(answer.text)


@pytest.mark.parametrize("tag", ["TR-0017", "TR-0034", "TR-0031"])
def test_a_lead_whose_wires_are_all_off_has_a_traveller(person, store, tag):
    lead = store.get(tag).lead
    off = tuple(replace(w, a=None, b=None) for w in lead.wires)
    store.change(tag, lambda x: replace(x, wires=off), "2026-11-30T09:00:00", "RM", "all off")
    for page in ("ends", "cut", "traveller.pdf"):
        assert person.client.get(f"/leads/{tag}/{page}").status_code == 200, page


MEMORY = """
import sys
from resource import RUSAGE_SELF, getrusage
from threading import Thread
from euthyne.exchange.photograph import prepared
import PIL.Image

content = sys.stdin.buffer.read()
before = getrusage(RUSAGE_SELF).ru_maxrss
both = [Thread(target=prepared, args=(content,)) for _ in range(2)]
[x.start() for x in both], [x.join() for x in both]
print((getrusage(RUSAGE_SELF).ru_maxrss - before) / 1024)
"""


@pytest.mark.parametrize(
    ("size", "kind", "colours"),
    some(
        [
            ((7071, 7071), "JPEG", "RGB"),
            ((4000, 4000), "WEBP", "RGB"),
            ((4898, 4898), "PNG", "RGBA"),
        ],
        3,
    ),
)
def test_two_pictures_at_once_take_less_than_300_mb_whatever_they_are(size, kind, colours):
    out = BytesIO()
    Image.new(colours, size, "teal").save(out, kind)
    told = run(
        [sys.executable, "-c", MEMORY], input=out.getvalue(), capture_output=True, check=True
    )
    assert float(told.stdout) < 300


def test_a_picture_of_more_dots_is_not_opened():
    with pytest.raises(Refused, match="5000 by 5000 is too much"):
        prepared(picture((5000, 5000), "PNG"))
