"""Leads as a log: search, documents out and in, seals, errors, and other people's mistakes."""

import json

import pytest
from click.testing import CliRunner
from person import words

from euthyne.cli import DEMO_ORDER, main
from euthyne.exchange.lead_file import read_lead, write_lead
from euthyne.store.leads import IsSealed, file_of

STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag")
TAGS = (
    "TR-0012",
    "TR-0014",
    "TR-0015",
    "TR-0017",
    "TR-0018",
    "TR-0019",
    "TR-0020",
    "TR-0022",
    "TR-0023",
)
pytestmark = pytest.mark.usefixtures("at_tarn_ridge")


def run(*args, **more):
    return CliRunner().invoke(main, [str(a) for a in args], **more)


@pytest.mark.parametrize("tag", TAGS)
def test_every_stage_of_every_lead_opens(person, tag):
    for stage in STAGES:
        page = person.open(f"/leads/{tag}/{stage}")
        assert "ribbon-page" in page
        assert 'aria-current="step"' in page


def test_one_termination_shows_the_stages_it_has_and_no_other(person):
    page = person.open("/leads/TR-0016/prove")
    assert [f">{n}</tspan>" in page for n in (4, 5)] == [True, False]
    assert "4 Tag" in words(person.open("/leads/TR-0016/tag"))
    for name in ("conductor", "ends", "cut"):
        assert "Nothing is asked here of one termination" in words(
            person.open(f"/leads/TR-0016/{name}")
        )


def test_the_bench_shows_each_lead_and_what_comes_next(person):
    page = words(person.open("/bench"))
    assert "28 leads in hand" in page
    for name, action in (
        ("Hut to dome extension", "Take a size"),
        ("Warm hut bench extension", "Build it"),
        ("Dome fan extension", "Exchanged pair"),
    ):
        assert name in page
        assert action in page
    assert "TR-0012 Mount controller cord" in page


@pytest.mark.parametrize(
    ("asked", "found"),
    [
        ("dome fan", {"TR-0017"}),
        ("TR-0012", {"TR-0012"}),
        ("H07RN-F", {"TR-0018", "TR-0019", "TR-0023"}),
        ("JT", {"TR-0017"}),
        ("zebra", set()),
    ],
)
def test_the_search_finds_tags_names_parts_and_people(person, asked, found):
    page = person.open(f"/leads?q={asked}")
    assert {t for t in TAGS if f"/leads/{t}" in page} == found


@pytest.mark.parametrize("name", DEMO_ORDER)
def test_export_and_import_give_back_the_very_file(name, folder, tmp_path, store):
    from importlib.resources import files

    text = (files("euthyne.demo") / f"{name}.json").read_text()
    tag = json.loads(text)["lead"]["tag"]
    out = run("export", tag, "--data", folder)
    assert out.output == text
    elsewhere = tmp_path / "elsewhere"
    assert run("import", "-", "--data", elsewhere, input=out.output).exit_code == 0
    came = run("export", tag, "--data", elsewhere).output
    assert came.replace('"taken_in_by": "import"', '"taken_in_by": ""') == text
    assert write_lead(read_lead(text).lead, read_lead(text).seal) == text


def test_a_document_with_faults_lists_them_all_and_imports_nothing(person, store):
    document = json.loads(write_lead(file_of(store, "TR-0023").lead, None))
    document["lead"]["tag"] = "TR-0099"
    document["lead"]["brief"]["run_m"] = -4
    document["lead"]["brief"]["place"] = "the moon"
    document["lead"]["ends"]["colour"] = "blue"
    del document["lead"]["name"]
    page = person.send("/leads/import", code=422, text=json.dumps(document))
    for path in ("lead.brief.run_m", "lead.brief.place", "lead.ends.colour", "lead.name"):
        assert path in page
    assert "4 faults" in page
    assert "TR-0099" in page, "what was pasted is still there"
    assert len(store.all()) == len(DEMO_ORDER)


@pytest.mark.parametrize(
    ("change", "path"),
    [
        (lambda d: d["lead"]["fittings"][0].update(part="nail"), "lead.fittings.0.part"),
        (lambda d: d["lead"]["conductor"].update(size="1.7 mm2"), "lead.conductor.size"),
        (
            lambda d: d["lead"]["wires"][0].update(b="load.Q"),
            "lead.wires.0.b",
        ),
        (lambda d: d.update(version=7), "version"),
        (lambda d: d["lead"].update(tag="TR-0012"), "lead.tag"),
        (lambda d: d.clear(), "format"),
    ],
)
def test_a_fault_is_told_with_its_path(folder, store, change, path):
    document = json.loads(write_lead(file_of(store, "TR-0023").lead, None))
    document["lead"]["tag"] = "TR-0099"
    change(document)
    answer = run("import", "-", "--data", folder, input=json.dumps(document))
    assert answer.exit_code == 2
    assert path in [e["field"] for e in json.loads(answer.output)["errors"]]
    assert len(store.all()) == len(DEMO_ORDER)


def test_a_lead_without_a_size_has_no_label(person):
    answer = person.client.post("/leads/new", data={"start": "extension-bs"})
    tag = answer.headers["Location"].split("/")[2]
    assert "no label of this lead yet" in words(person.open(f"/leads/{tag}/label.pdf", code=409))


@pytest.mark.parametrize("text", ["", "{", "[]", "null", '"lead"', "[" * 100000])
def test_what_is_no_document_is_refused_in_words(folder, text):
    answer = run("import", "-", "--data", folder, input=text)
    assert answer.exit_code == 2
    assert "errors" in json.loads(answer.output)


def test_a_sealed_record_that_was_changed_is_not_taken_in(folder, tmp_path):
    text = run("export", "TR-0012", "--data", folder).output
    answer = run(
        "import",
        "-",
        "--data",
        tmp_path / "other",
        input=text.replace("Mount controller", "Kettle"),
    )
    assert answer.exit_code == 2
    assert "seal.sha256" in answer.output


def test_a_sealed_lead_changes_no_more(person, store):
    page = person.send("/leads/TR-0012/brief", code=409, brief__run_m="30 m")
    assert "TR-0012 is sealed" in words(page)
    with pytest.raises(IsSealed):
        store.change("TR-0012", lambda lead: lead, "2026-11-23T12:00:00", "RM", "x")
    assert "disabled" in person.open("/leads/TR-0012/brief")


def test_a_changed_seal_shows(folder, store):
    assert "Every seal holds" in run("verify-log", "--data", folder).output
    with store.engine.connect().execution_options(writing=True) as db:
        db.exec_driver_sql("update seal set document = replace(document, 'Mount', 'Mounted')")
        db.commit()
    answer = run("verify-log", "--data", folder)
    assert answer.exit_code == 1
    assert "1" in answer.output


def test_a_seal_is_refused_while_anything_stands(person):
    page = person.send("/leads/TR-0017/tag/seal", code=409, initials="AF")
    assert "can not be sealed yet" in page
    assert "initials" in words(person.send("/leads/TR-0017/tag/seal", code=409, initials=" "))


def test_the_label_comes_as_svg_and_as_a_pdf_of_its_own_size(person):
    from io import BytesIO

    from pypdf import PdfReader

    svg = person.client.get("/leads/TR-0012/label.svg")
    assert svg.mimetype == "image/svg+xml"
    assert 'width="96mm"' in svg.text
    page = PdfReader(BytesIO(person.client.get("/leads/TR-0012/label.pdf").data)).pages[0]
    assert float(page.mediabox.width) == pytest.approx(96 / 25.4 * 72, abs=0.1)
    for piece in ("TR-0012", "3 A", "test again by 2028-10-03", "H05VV-F 3G0.75"):
        assert piece in page.extract_text()


@pytest.mark.parametrize(
    ("address", "code", "said"),
    [
        ("/leads/TR-4444", 404, "No lead is tagged TR-4444"),
        ("/leads/TR-4444/build/bench", 404, "No lead is tagged TR-4444"),
        ("/leads/TR-0012/polish", 404, "nothing at this address"),
        ("/leads/TR-0019/build/bench?step=B-nail", 409, "not in the plan any more"),
        ("/nowhere", 404, "nothing at this address"),
    ],
)
def test_a_wrong_address_gets_a_page_that_says_what_to_do(person, address, code, said):
    page = words(person.open(address, code=code))
    assert said in page
    assert "Traceback" not in page


def test_a_form_from_before_a_restart_keeps_what_was_typed(app, person):
    app.config["WTF_CSRF_ENABLED"] = True
    page = person.send("/leads/TR-0023/brief", code=400, brief__run_m="31 m")
    assert "grown old" in page
    assert "31 m" in page


def test_our_own_fault_shows_no_traceback(app, person, monkeypatch):
    monkeypatch.setattr("euthyne.web.bench.store", lambda: 1 / 0)
    page = person.open("/bench", code=500)
    assert "our fault" in page
    assert "ZeroDivision" not in page
