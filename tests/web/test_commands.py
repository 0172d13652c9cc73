"""The command line: documents in and out, lists, what a build needs, and a port that is taken."""

import json
import re
import socket
from dataclasses import replace

import pytest
from click.testing import CliRunner
from leads import AT
from person import words

from euthyne import __version__
from euthyne.cli import data_folder, load_demo, main, open_store
from euthyne.exchange.lead_file import write_lead
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")


def run(*args, text=None):
    answer = CliRunner().invoke(main, list(args), input=text)
    assert answer.exception is None or isinstance(answer.exception, SystemExit)
    return answer.exit_code, answer.output


def test_steps_come_with_their_numbers_their_judgement_and_what_a_gate_asks(folder):
    _, document = run("export", "TR-0014", "--data", str(folder))
    status, told = run("steps", "-", text=document)
    steps = {s["key"]: s for s in json.loads(told)["steps"]}
    assert status == 0
    figures = steps["A-land-+"]["figures"]
    assert (figures["bare"], figures["presses, narrow die"], figures["die code"]) == (
        "29.1 to 31.1 mm",
        "3",
        "14",
    )
    assert steps["gate-A-land-+"]["asks"] == ["the sleeve on the red wire, plus, battery end"]
    assert "no crack, no gap" in steps["A-land-+"]["judge"]


def test_a_lead_goes_out_and_comes_into_another_folder(folder, tmp_path):
    _, document = run("export", "TR-0023", "--data", str(folder))
    other = tmp_path / "other"
    assert run("import", "-", "--data", str(other), text=document) == (
        0,
        "TR-0023 is in the log.\n",
    )
    assert open_store(other).get("TR-0023").lead == open_store(folder).get("TR-0023").lead
    status, told = run("import", "-", "--data", str(other), text=document)
    assert status == 2
    assert "TR-0023" in told


def test_an_end_with_no_such_part_is_refused_with_its_path(folder):
    _, document = run("export", "TR-0023", "--data", str(folder))
    broken = json.loads(document)
    broken["lead"]["fittings"][1]["part"] = "teapot"
    status, told = run("steps", "-", text=json.dumps(broken))
    assert status == 2
    assert any("lead.fittings.1.part" in e["field"] for e in json.loads(told)["errors"])


def test_a_log_nobody_touched_holds(folder):
    status, told = run("verify-log", "--data", str(folder))
    assert status == 0
    assert told.startswith("1 sealed; the log ends at number 1, ")
    assert told.endswith("Every seal holds.\n")


def test_every_check_is_written_as_markdown():
    status, told = run("checks")
    assert status == 0
    assert told.startswith("# ") and "hammer-crimp" in told


def test_every_document_has_its_schema_in_a_file(tmp_path, store):
    """And a lead that goes out is one by it."""
    assert run("formats", str(tmp_path)) == (0, "")
    page = (tmp_path / "formats.md").read_text("utf-8")
    named = re.findall(r"\]\((schemas/[a-z-]+\.schema\.json)\)", page)
    assert len(named) == len(list((tmp_path / "schemas").iterdir())) > 10
    schema = json.loads((tmp_path / "schemas" / "lead.schema.json").read_text("utf-8"))
    document = json.loads(write_lead(store.get("TR-0014").lead, None))
    assert set(schema["required"]) <= set(document) <= set(schema["properties"])


def test_a_port_that_is_taken_names_another(folder):
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        status, told = run("serve", "--port", str(port), "--data", str(folder))
    assert status == 1
    assert f"Port {port} is taken. Give another: --port {port + 1}" in told


def test_the_demonstration_keeps_apart_from_real_leads(tmp_path):
    assert data_folder(str(tmp_path)) == tmp_path
    assert data_folder(None, demo=True) != data_folder(None)


def test_a_demonstration_that_was_cut_short_is_gone_on_with(tmp_path, monkeypatch):
    """Killed after its leads and three things of its Stores: the next start has all of it, once."""
    add, added = StoresStore.add, []

    def cut_short(stores, stock, *more):
        if len(added) == 3:
            raise KeyboardInterrupt
        added.append(stock)
        add(stores, stock, *more)

    monkeypatch.setattr(StoresStore, "add", cut_short)
    with pytest.raises(KeyboardInterrupt):
        load_demo(tmp_path)
    monkeypatch.undo()
    load_demo(tmp_path)
    whole = tmp_path / "whole"
    load_demo(whole)
    for kept in (lambda s: [h.lead.tag for h in s.all()], lambda s: StoresStore(s.engine).all()):
        assert kept(open_store(tmp_path)) == kept(open_store(whole))
    open_store(tmp_path).change(
        tag="TR-0017", change=lambda lead: replace(lead, name="Own"), at=AT, by="RM", what="named"
    )
    load_demo(tmp_path)
    assert open_store(tmp_path).get("TR-0017").lead.name == "Own"


def test_the_program_says_its_version():
    assert run("--version") == (0, f"euthyne, version {__version__}\n")


def test_a_lead_is_taken_in_through_the_page_or_told_what_is_wrong(person, folder, store):
    _, document = run("export", "TR-0023", "--data", str(folder))
    renamed = document.replace('"TR-0023"', '"TR-9023"')
    person.send("/leads/import", text=renamed)
    assert store.get("TR-9023").lead.name == "Hut to dome extension"
    page = words(person.send("/leads/import", 422, text=renamed))
    assert "TR-9023" in page
    page = person.send("/leads/import", 422, text='{"format": "euthyne-lead"}')
    assert "What would do" in words(page)


def test_a_lead_opens_where_it_was_left_and_a_sealed_one_at_its_tag(person):
    assert "Not right" not in person.open("/leads/TR-0019")
    assert "12 of 22 steps to go" in words(person.open("/leads/TR-0019"))
    assert "Sealed" in words(person.open("/leads/TR-0012"))


def test_a_reason_is_a_few_words_and_can_be_taken_back(person, store):
    assert "A reason is a few words." in words(
        person.send("/leads/TR-0023/reason/drum-use", 409, reason="x")
    )
    person.send("/leads/TR-0023/reason/drum-use", reason="always unwound")
    assert [r.text for r in store.get("TR-0023").lead.reasons if r.check == "drum-use"] == [
        "always unwound"
    ]
    person.send("/leads/TR-0023/reason/drum-use", reason="")
    assert not [r for r in store.get("TR-0023").lead.reasons if r.check == "drum-use"]


def test_a_starting_point_nobody_knows_gets_our_page(person):
    assert "could not be understood" in words(person.send("/leads/new", 400, start="teapot"))
