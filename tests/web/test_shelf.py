"""The Shelf: search, parts of one's own, their files; leaflets; the list of checks; `euthyne
check`.
"""

import io
import json
import re
from importlib.resources import files

import pytest
from click.testing import CliRunner
from person import words
from PIL import Image

from euthyne.cli import main, open_store
from euthyne.core.checks import listed
from euthyne.core.shelf.parts import part, shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.exchange.formats import checks_markdown
from euthyne.exchange.part_file import read_part, write_part
from euthyne.store.archive import take_in_archive, write_archive
from euthyne.store.shelf import ShelfStore

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
SHEET = {
    "words": "IEC 60320 C14 plug, as its sheet",
    "amps": "10 A",
    "grip_mm.least": "6 mm",
    "grip_mm.most": "8 mm",
    "terminal_mm2.least": "0.75 mm²",
    "terminal_mm2.most": "1 mm²",
    "strip_mm.least": "5",
    "strip_mm.most": "6",
    "source": "maker's sheet 4, June 2025",
}


def test_every_part_is_on_the_shelf_and_search_narrows_it(person):
    assert f"{len(shelf())} parts" in words(person.open("/shelf"))
    found = words(person.open("/shelf?q=16 A holes"))
    assert "CEE 7/3 trailing socket" in found
    assert "BS 1363 plug" not in found
    assert "No part has all these words" in person.open("/shelf?q=teapot")
    for name in shelf():
        assert "Wiring side" in person.open(f"/shelf/part/{name}")
    assert len(shelf()) == person.open("/shelf/sheet").count('class="piece"')


def test_a_generic_part_is_corrected_from_its_sheet_used_and_taken_away_again(person, store):
    person.send("/shelf/part/c14/correct", **SHEET)
    page = words(person.open("/shelf/part/c14-own-1"))
    assert "corrects c14" in page
    assert "6 to 8 mm" in page
    person.send("/leads/TR-0012/ends", code=409, **{"fit.load": "c14-own-1"})
    person.send("/leads/new", start="cord-bs")
    tag = store.all()[0].lead.tag
    person.send(f"/leads/{tag}/ends", **{"fit.supply": "c14-own-1"})
    lead = store.get(tag).lead
    assert (lead.fittings[0].part, lead.ends.own[0].corrects) == ("c14-own-1", "c14")
    person.send("/shelf/part/c14-own-1/put-away", away="yes")
    person.open("/shelf/part/c14-own-1", code=404)
    assert "Put away" in words(person.open("/shelf"))
    person.send("/shelf/part/c14-own-1/put-away", away="no")
    person.open("/shelf/part/c14-own-1")
    person.send("/shelf/part/c14-own-1/put-away", away="yes")
    person.send("/shelf/part/bs1363-plug/put-away", code=404, away="yes")
    assert "as its sheet" in person.open(f"/leads/{tag}/ends")
    assert "c14-own-1" in person.open(f"/leads/{tag}/document.json")


def test_a_sheet_that_makes_no_sense_is_refused_and_nothing_typed_is_lost(person):
    page = words(
        person.send(
            "/shelf/part/c14/correct", code=422, **SHEET | {"grip_mm.least": "wide", "source": ""}
        )
    )
    assert "part.grip_mm.least" in page
    typed = person.send(
        "/shelf/part/c14/correct", code=422, **SHEET | {"grip_mm.least": "9 mm", "source": ""}
    )
    assert 'value="9 mm"' in typed
    assert "9 to 8 is no range" in words(typed)
    assert "nothing says where the figures are from" in words(typed)
    person.open("/shelf/part/c14-own-1", code=404)


def document(**changes):
    found = json.loads(write_part(part("c14")))
    found["part"] |= {"id": "my-inlet"} | changes
    return found


@pytest.mark.parametrize(
    ("sent", "told"),
    [
        (document(grip_mm=[9, 6]), "part.grip_mm"),
        (document(id="c13"), "on the shelf already"),
        (document(amps="ten"), "part.amps"),
        (document(colour="red"), "part.colour"),
        (document() | {"version": 2}, "newer than this program knows"),
        ("not json", "this is not JSON"),
    ],
)
def test_a_part_file_with_faults_is_refused_whole(person, sent, told):
    text_ = sent if isinstance(sent, str) else json.dumps(sent)
    assert told in words(person.send("/shelf/import", code=422, text=text_))
    person.open("/shelf/part/my-inlet", code=404)


def test_a_part_goes_out_and_comes_in_again_the_same(person):
    person.send("/shelf/import", text=json.dumps(document(source="sheet 9")))
    sent = person.open("/shelf/part/my-inlet/document.json")
    assert json.loads(sent)["part"]["source"] == "sheet 9"
    assert "on the shelf already" in words(person.send("/shelf/import", code=422, text=sent))


@pytest.mark.parametrize(
    ("content", "code", "told"),
    [
        (b"%PDF-1.7 a leaflet", 200, "plug.pdf"),
        (b"\x89PNG\r\n\x1a\n picture", 422, "no photograph"),
        (b"<script>alert(1)</script>", 422, "neither a picture nor a PDF"),
        (b"%PDF-" + b"0" * 1_600_000, 422, "is too much"),
    ],
)
def test_a_leaflet_is_judged_by_its_content(person, content, code, told):
    data = {"leaflet": (io.BytesIO(content), "plug.pdf")}
    answer = person.client.post("/leads/TR-0023/ends/leaflet", data=data, follow_redirects=True)
    assert answer.status_code == code
    assert told in words(answer.text)
    if code == 200:
        kept = person.client.get("/leads/TR-0023/leaflets/1")
        assert kept.data == content
        assert kept.mimetype == "application/pdf"
        assert person.client.get("/leads/TR-0017/leaflets/1").status_code == 404
        away = "/leads/TR-0023/leaflets/1/put-away"
        assert "1 put away" in person.send(away, away="yes")
        assert "put away" not in person.send(away, away="no")


def test_the_finder_answers_and_says_what_misleads(person):
    page = words(person.open("/shelf/find?shows=pin&count=3&earth=yes"))
    assert "parts agree" in page
    assert "The contact names it, not the housing" in page
    assert "Take one answer back" in person.open("/shelf/find?shows=lug&count=many")
    every, with_teeth = (
        re.search(r"(\d+) parts", words(person.open(address)))[1]
        for address in ("/shelf/find", "/shelf/find?shows=teeth")
    )
    assert with_teeth == every


def test_every_check_is_listed_with_its_reasons_here_and_in_the_docs(person):
    page = person.open("/shelf/checks")
    for check in listed():
        assert f"<code>{check.code}</code>" in page
    assert (files("euthyne").parent.parent / "docs" / "checks.md").read_text(
        encoding="utf-8"
    ) == checks_markdown()


@pytest.mark.parametrize(("name", "status"), [("dome-fan", 1), ("mount-controller", 0)])
def test_the_check_command_tells_what_is_found_and_whether_it_stops(name, status):
    path = str(files("euthyne.demo") / f"{name}.json")
    answer = CliRunner().invoke(main, ["check", path])
    assert answer.exit_code == status
    found = json.loads(answer.output)["found"]
    assert any(f["level"] == "stop" for f in found) == bool(status)
    assert all(f["why"] and f["clears"] for f in found)


def test_the_check_command_lists_every_fault_of_a_document():
    text_ = (
        (files("euthyne.demo") / "dome-fan.json").read_text().replace('"bs1363-plug"', '"teapot"')
    )
    document_ = json.loads(text_)
    document_["lead"]["brief"]["volts"] = -1
    answer = CliRunner().invoke(main, ["check", "-"], input=json.dumps(document_))
    assert answer.exit_code == 2
    assert json.loads(answer.output)["errors"][0]["field"] == "lead.brief.volts"


def test_a_sheets_own_strip_path_and_torque_decide(person, store):
    typed = {**SHEET, "path.L": "18 mm", "path.E": "30 mm", "torque": "0.8 N m"}
    person.send("/shelf/part/c14/correct", **typed)
    page = words(person.open("/shelf/part/c14-own-1"))
    assert "L 18 mm, N 16 mm, E 30 mm" in page
    assert "screw, pillar or clamp, 0.8 N m" in page
    person.send("/leads/new", start="cord-bs")
    tag = store.all()[0].lead.tag
    person.send(f"/leads/{tag}/ends", **{"fit.load": "c14-own-1"})
    person.send(f"/leads/{tag}/brief", **{"brief.run_m": "2 m", "brief.loads.0.draws": "40 W"})
    steps = json.loads(
        CliRunner().invoke(main, ["steps", "-"], person.open(f"/leads/{tag}/document.json")).output
    )
    torques = [
        s["figures"].get("torque, your sheet")
        for s in steps["steps"]
        if s["kind"] == "land" and s["end"] == "B"
    ]
    assert torques == ["0.8 N m"] * 3


def test_lugs_with_a_sheet_of_their_own_are_stripped_as_it_says(person):
    as_is = {**SHEET, "words": "short lugs", "strip_mm.least": "8 mm", "strip_mm.most": "10 mm"}
    person.send("/shelf/part/lug-m8/correct", **as_is)
    page = words(person.open("/shelf/part/lug-m8-own-1"))
    assert "as deep as its size" in page
    assert "50 mm² 10 14.5 28 29.1 to 31.1 3 14" in page
    person.send(
        "/shelf/part/lug-m8/correct",
        **{**as_is, "strip_mm.least": "22 mm", "strip_mm.most": "24 mm"},
    )
    page = words(person.open("/shelf/part/lug-m8-own-2"))
    assert "as deep as its size" not in page
    assert "22 to 24 mm" in page


@pytest.mark.parametrize(
    ("field", "typed", "told"),
    [
        ("torque", "tight", "is not a torque"),
        ("path.L", "-4 mm", "too small"),
        ("strip_mm.least", "9 mm", "no range"),
    ],
)
def test_a_dimension_that_can_not_be_is_told_and_stays_typed(person, field, typed, told):
    page = person.send("/shelf/part/c14/correct", code=422, **{**SHEET, field: typed})
    assert told in words(page)
    assert f'value="{typed}"' in page


def test_every_finish_stands_beside_the_terminations_good_and_bad(person):
    page = words(person.open("/shelf/terminations"))
    for said in (
        "stud joint",
        "nut tilted: cross-threaded",
        "a washer under the lug",
        "clip the wrong way round",
    ):
        assert said in page
    assert page.count("The mistake:") == len(TERMINATIONS) + len(FINISHES)


LOOSE = """grommet; 9 mm; its groove to the tip
back shell; 9.5 mm; wide end to the tip
lock ring; 12 mm; teeth to the tip"""


def test_a_part_of_ones_own_says_its_loose_parts_in_order_and_how_it_closes(person, store):
    page = person.open("/shelf/part/c14")
    assert "grommet; 9.5 mm; its groove to the tip" in page
    said = words(
        person.send("/shelf/part/c14/correct", **SHEET, loose=LOOSE, closing="plain", ip="IP44")
    )
    assert "lock ring, bore 12 mm, teeth to the tip" in said
    assert "closes as it was made to" in said
    assert "IP44" in said
    own = added_part("c14-own-1", person)
    assert [t.id for t in own.threaded] == ["grommet", "backshell", "lockring"]
    assert own.threaded[0].mistake, "a loose part that keeps its name keeps what is known of it"


@pytest.mark.parametrize(
    ("loose", "said"),
    [
        ("grommet", "does not say all of it"),
        ("grommet; wide; its groove to the tip", "not a length"),
        ("grommet; 3 mm; its groove to the tip", "a bore at least as wide as the grip"),
    ],
)
def test_loose_parts_that_can_not_be_are_said_and_stay_typed(person, loose, said):
    page = person.send("/shelf/part/c14/correct", code=422, **SHEET, loose=loose)
    assert said in words(page)
    assert loose in words(page)


def test_the_shelf_says_what_is_made_of_a_body(person):
    page = words(person.open("/shelf/part/bayonet-pin"))
    assert "copper sleeve is on; no metal can be touched" in page
    assert "boot of this half, bore 18 mm, wide end to the tip" in page


def added_part(name, person):
    """A part that was put on the shelf, as its document has it."""
    return read_part(person.client.get(f"/shelf/part/{name}/document.json").text)


def test_a_part_of_ones_own_says_terminals_ingress_and_volume_of_its_own(person):
    typed = {**SHEET, "strip.E": "9 to 11 mm", "ip_unmated": "IP20", "volume": "0.2 l"}
    person.send("/shelf/part/c14/correct", **typed)
    page = words(person.open("/shelf/part/c14-own-1"))
    for said in ("Bare copper at E 9 to 11 mm", "unmated IP20", "Holds 200 ml"):
        assert said in page
    for field, wrong, said in (
        ("strip.E", "a lot", "strips_mm.E"),
        ("strip.E", "11 to 9 mm", "no range"),
        ("ip_unmated", "dry", "no ingress protection"),
        ("volume", "5 mm", "volume"),
    ):
        page = person.send("/shelf/part/c14/correct", code=422, **{**typed, field: wrong})
        assert said in words(page)
        assert f'value="{wrong}"' in page


def test_a_salvaged_piece_says_what_is_left_of_it(person, store):
    person.send("/leads/new", start="welding-extension")
    tag = store.all()[0].lead.tag
    person.send(f"/leads/{tag}/brief", **{"brief.run_m": "5 m", "brief.amps": "100 A"})
    person.send(f"/leads/{tag}/conductor", **{"cable.salvaged": "yes"})
    assert "The salvaged piece, as found" in person.open(f"/leads/{tag}/cut")
    found = {"cable.length_m": "5.4 m", "cable.cut_back_mm": "600 mm"}
    page = words(person.send(f"/leads/{tag}/cut", **found))
    assert "Too little is left of the salvaged piece" in page
    assert "4.80 m are left" in page
    page = words(person.send(f"/leads/{tag}/cut", **{"cable.cut_back_mm": "60 mm"}))
    assert "Too little is left" not in page


def test_a_part_of_ones_own_keeps_its_leaflet_and_goes_out_and_in_with_it(person, store, tmp_path):
    person.send("/shelf/part/c14/correct", **SHEET)
    picture = io.BytesIO()
    Image.new("RGB", (2400, 900), "white").save(picture, "PNG")
    for name, content in (("sheet.pdf", b"%PDF-1.7 a sheet"), ("page.png", picture.getvalue())):
        data = {"leaflet": (io.BytesIO(content), name)}
        address = "/shelf/part/c14-own-1/leaflet"
        assert person.client.post(address, data=data, follow_redirects=True).status_code == 200
    assert "sheet.pdf" in person.open("/shelf/part/c14-own-1")
    assert person.client.get("/shelf/part/c14-own-1/leaflet/1").data == b"%PDF-1.7 a sheet"
    assert person.client.get("/shelf/part/c14-own-1/leaflet/2").mimetype == "image/jpeg"
    person.open("/shelf/part/c14/leaflet/1", code=404)
    for name, content in (("c14", b"%PDF-1.7"), ("c14-own-1", b"<script>")):
        data = {"leaflet": (io.BytesIO(content), "x")}
        assert person.client.post(f"/shelf/part/{name}/leaflet", data=data).status_code == 422
    write_archive(store, tmp_path / "log.zip")
    there = open_store(tmp_path / "other")
    take_in_archive(there, tmp_path / "log.zip", "2026-11-26T15:00:00+00:00", print)
    assert ShelfStore(there.engine).sheet("c14-own-1", 1) == (
        "application/pdf",
        b"%PDF-1.7 a sheet",
    )
