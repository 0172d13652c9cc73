"""After the seal: certificate, labels, re-test, repair, quarantine, scrap, the feed of re-tests."""

import io
from datetime import date

import pytest
from icalendar import Calendar
from leads import AT
from person import words
from PIL import Image
from pypdf import PdfReader

from euthyne.core.plan import Plan
from euthyne.core.trade.practices import taken_up
from euthyne.exchange.certificate import Pictures, certificate_pdf
from euthyne.store.practices import practise, spread_practices
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
CORD = "/leads/TR-0012"


def pdf_words(person, address):
    answer = person.client.get(address)
    assert answer.mimetype == "application/pdf"
    reader = PdfReader(io.BytesIO(answer.data))
    return len(reader.pages), " ".join(p.extract_text() for p in reader.pages)


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_certificate_is_one_page_with_readings_and_where_the_log_ends(person, store, paper):
    pages, text = pdf_words(person, f"{CORD}/certificate.pdf?paper={paper}")
    assert pages == 1
    for said in (
        "TR-0012",
        "3 A",
        "at 230 V, the most it carries; set by 3 A fuse in the plug",
        # drawn end to end, and its map with its colours
        "2 m run",
        "E · green-yellow",
        "live core, end to end",
        "0.066 ohm",
        "500 V",
        "insulation tester, dome drawer",
        "Test again by",
    ):
        assert said in text
    assert store.head().sha256 in text.replace("\n", "")


def test_a_certificate_shows_the_photographs_of_what_was_looked_at(store):
    """As many as there is room for, and never a second page."""
    sealed, pictures = store.seal_of("TR-0012"), []
    for many in (0, 2, 9):
        shown = Pictures(photographs=tuple((f"joint {n}", photograph(n)) for n in range(many)))
        file = certificate_pdf(sealed, "", store.head(), pictures=shown)
        page = PdfReader(io.BytesIO(file)).pages
        assert len(page) == 1
        pictures.append(len(page[0].images))
        assert ("joint 1" in page[0].extract_text()) == (many > 1)
    assert pictures == [0, 2, 3]


def photograph(number):
    out = io.BytesIO()
    Image.new("RGB", (64, 48), (200, 20 * number, 9)).save(out, "JPEG")
    return out.getvalue()


def test_there_is_no_certificate_before_the_seal(person):
    assert "no certificate before the seal" in person.open(
        "/leads/TR-0014/certificate.pdf", code=409
    )
    person.open(f"{CORD}/certificate.pdf?paper=napkin", code=404)


@pytest.mark.parametrize("form", ["tag", "flag", "strip", "run"])
def test_labels_of_each_form_name_the_lead_and_what_it_carries(person, form):
    pages, text = pdf_words(person, f"{CORD}/label.pdf?form={form}")
    assert pages == 1
    assert text.count("TR-0012") == {"flag": 2, "run": 6}.get(form, 1)
    # Along a run it is told from the others of its bundle; at its ends by what it carries too.
    assert ("Mount controller cord" if form == "run" else "3 A") in text
    assert "TR-0012" in person.open(f"{CORD}/label.svg?form={form}")


def test_a_form_of_label_there_is_not_is_not_found(person):
    person.open(f"{CORD}/label.pdf?form=poster", code=404)


@pytest.mark.parametrize(
    ("tag", "said"),
    [
        ("TR-0014", "fuse 175 A at its source"),
        ("TR-0015", "live in daylight"),
        ("TR-0020", "either pole"),
        ("TR-0022", "3 cells, 12.6 V full"),
        ("TR-0026", "1-1"),
    ],
)
def test_the_tag_says_the_facts_of_its_kind(person, tag, said):
    assert said in words(person.open(f"/leads/{tag}/tag"))


def test_a_re_test_follows_the_sealed_lead_and_takes_its_place(person, store):
    person.send(f"{CORD}/follow", why="re-test")
    new = store.all()[0].lead
    assert (new.follows, new.again_for) == ("TR-0012", "re-test")
    assert new.build.done == store.get("TR-0012").lead.build.done
    assert not new.proof.readings
    for end in ("supply", "load", ""):
        person.send(f"/leads/{new.tag}/prove/good", end=end)
    person.send(f"/leads/{new.tag}/prove", **{"proof.tested_volts": "500 V"})
    for key in ("core-L", "core-N", "earth"):
        person.send(f"/leads/{new.tag}/prove", **{f"reading.{key}": "0.066 ohm"})
    for key in ("insulation-E", "insulation-LN"):
        person.send(f"/leads/{new.tag}/prove", **{f"reading.{key}": ">999"})
    while (asked := Plan(store.get(new.tag).lead).prove.next_probe) is not None:
        said = "sounds" if asked.sounds else "silent"
        person.send(f"/leads/{new.tag}/prove/heard", probe=asked.key, heard=said)
    person.send(f"/leads/{new.tag}/tag/seal", initials="RM")
    assert store.seal_of(new.tag).number == 3, "what was said of the first stands between them"
    history = words(person.open(f"{CORD}/history"))
    assert "tested again, sealed" in history
    assert f"followed by {new.tag}" in history
    assert "2 leads, one after the other" in history
    assert "TR-0012" not in person.open("/retests.ics")
    assert store.faults_of_log() == []


def test_a_repair_is_a_build_that_inherits_the_history(person, store):
    person.send(f"{CORD}/follow", why="mended")
    new = store.all()[0].lead
    assert (new.follows, new.again_for) == ("TR-0012", "mended")
    assert new.build.done == store.get("TR-0012").lead.build.done, (
        "all of it is built until it is said"
    )
    assert new.proof.looks == () and new.proof.readings == ()
    assert "is not right any more" in words(person.open(f"/leads/{new.tag}/build"))
    person.client.post(
        f"/leads/{new.tag}/build/wrong",
        data={"step": "A-land-N", "initials": "RM", "why": "loose by the third winter"},
    )
    after = store.get(new.tag).lead
    opened = {d.step for d in new.build.done} - {d.step for d in after.build.done}
    assert "A-land-N" in opened and not [key for key in opened if key.startswith("B-")]
    assert "repaired" in person.open(f"{CORD}/history")
    person.send(f"{CORD}/follow", why="teapot", code=409)
    person.send("/leads/TR-0014/follow", why="mended", code=409)


def test_quarantine_is_seen_on_the_bench_until_it_is_taken_up(person):
    person.send(f"{CORD}/aside", what="quarantine", why="", code=422)
    person.send(f"{CORD}/aside", what="quarantine", why="sheath cut near the plug")
    assert "is in quarantine: sheath cut near the plug" in words(person.open("/bench"))
    assert "TR-0012" not in person.open("/retests.ics")
    person.send(f"{CORD}/aside", what="back", why="only the tape was cut")
    assert "in quarantine" not in person.open("/bench")
    assert "TR-0012" in person.open("/retests.ics")
    person.send("/leads/TR-0014/aside", what="quarantine", why="not sealed yet", code=409)
    person.send(f"{CORD}/aside", what="teapot", why="short and stout", code=409)


def test_a_scrapped_lead_gives_its_good_parts_back_to_stores(person, store):
    said = {"what": "scrapped", "why": "crushed by the dome", "part": "c13"}
    assert person.client.post(f"{CORD}/aside", data=said).status_code == 303
    back = [x for x in StoresStore(store.engine).all() if x.name == "c13 from TR-0012"]
    assert [(x.what, x.left) for x in back] == [("c13", 1)]
    person.send(f"{CORD}/aside", what="back", why="perhaps it is good", code=422)


def test_the_feed_holds_each_re_test_on_its_day(person, store):
    calendar = Calendar.from_ical(person.client.get("/retests.ics").data)
    events = {str(e["summary"]): e["dtstart"].dt for e in calendar.walk("VEVENT")}
    wanted = store.seal_of("TR-0012").record["tag"]["next_test"]
    assert events == {"Test TR-0012 again: Mount controller cord": date.fromisoformat(wanted)}


def test_a_correction_points_back_and_is_sealed_in_its_own_right(person, store):
    person.send(f"{CORD}/follow", why="corrected")
    new, before = store.get("TR-0043").lead, store.get("TR-0012").lead
    assert (new.follows, new.again_for) == ("TR-0012", "corrected")
    assert (new.build, new.proof, new.reasons) == (before.build, before.proof, before.reasons)
    person.send("/leads/TR-0043/brief", made_for="Tarn Ridge Observatory, west dome")
    assert store.seal_of("TR-0012").record["lead"]["made_for"] == before.made_for
    history = words(person.open("/leads/TR-0043/history"))
    assert "TR-0043 corrected" in history and "TR-0012 built" in history
    assert store.faults_of_log() == []


def test_a_re_test_is_due_next_by_what_the_bench_says_now(person, store):
    taken = taken_up(store.practices(), "tested_again", "3")
    practise(store, taken, AT, "RM", "Practices: tested again")
    spread_practices(store)
    before = store.get("TR-0012").lead
    person.send(f"{CORD}/follow", why="re-test")
    new = store.get("TR-0043").lead
    assert new.build.practices.tested_again == "3"
    assert Plan(new).build.stamp == Plan(before).build.stamp
    assert Plan(new).tag.facts("2027-01-31", "RM").next_test == "2027-04-30"
