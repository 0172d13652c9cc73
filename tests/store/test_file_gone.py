"""The data file goes, is exchanged, cut or damaged under the program: nothing is acknowledged that would be
lost with it, and what is damaged is named and takes nothing else with it.
"""

import json
import os
import random
import shutil
import sqlite3
from contextlib import closing

import pytest
from click.testing import CliRunner
from sqlalchemy import text as sql

from euthyne.cli import main, open_store
from euthyne.core.lead.paths import with_value
from euthyne.store.copies import Copies
from euthyne.store.database import FILE
from euthyne.store.faults import DataFault
from euthyne.store.kept import Unreadable
from euthyne.store.reached import fallen_back
from euthyne.web import create_app

AT = "2026-11-30T09:00:00"


@pytest.fixture
def folder(tmp_path, with_demo):
    with_demo(tmp_path / "data")
    return tmp_path / "data"


@pytest.fixture
def store(folder):
    store = open_store(folder)
    longer(store, 5.0)
    return store


def longer(store, metres):
    store.change("TR-0023", lambda x: with_value(x, "brief.run_m", metres), AT, "RM", "longer")


def deleted(file):
    file.unlink()


def moved(file):
    file.parent.rename(file.parent.with_name("elsewhere"))


def replaced(file):
    file.unlink()
    file.touch()


def another(file):
    shutil.copy(file, file.with_name("copy"))
    file.with_name("copy").replace(file)


def cut(file):
    os.truncate(file, file.stat().st_size // 2)


def log_deleted(file):
    file.with_name(f"{FILE}-wal").unlink()


WAYS = {
    deleted: "is gone", moved: "is gone", replaced: "is not the one that was opened",
    another: "is not the one that was opened", cut: "was cut short", log_deleted: "write-ahead log",
}  # fmt: skip


@pytest.mark.parametrize("how", WAYS)
def test_nothing_is_acknowledged_into_a_file_that_is_gone(store, folder, how):
    person = create_app(store, folder).test_client()
    how(folder / FILE)
    for press in range(3):
        with pytest.raises(DataFault, match=WAYS[how]) as told:
            longer(store, 6.0 + press)
        assert "Stop this program" in told.value.to_do
        answer = person.post("/leads/put-away", data={"tag": "TR-0023", "away": "yes"})
        assert answer.status_code in (400, 503), "never as if it were done"


def flip(folder, tag):
    """The top bit of a letter within a lead's document."""
    with closing(sqlite3.connect(folder / FILE)) as db, db:
        text = db.execute("select document from lead where tag = ?", (tag,)).fetchone()[0].encode()
        at = text.index(b'"name"') + 12
        spoiled = text[:at] + bytes([text[at] | 0x80]) + text[at + 1 :]
        db.execute("update lead set document = cast(? as text) where tag = ?", (spoiled, tag))


def command(*args):
    return CliRunner().invoke(main, [str(x) for x in args])


def test_one_damaged_document_is_named_and_takes_nothing_else_with_it(store, folder, tmp_path):
    store.engine.dispose()
    flip(folder, "TR-0019")
    store = open_store(folder)
    person = create_app(store, folder).test_client()
    for page in (
        "/bench",
        "/leads",
        "/leads?q=cord",
        "/leads?q=TR-0019",
        "/stores",
        "/retests.ics",
    ):
        answer = person.get(page)
        assert answer.status_code == 200, page
    assert (
        "TR-0019" in person.get("/bench").text
        and "a byte of it is no letter" in person.get("/leads").text
    )
    assert person.get("/leads/document?tag=TR-0019").status_code == 200
    assert person.get("/leads/TR-0019/brief").status_code == 422
    with pytest.raises(Unreadable):
        store.get("TR-0019")
    longer(store, 8.0)
    assert store.get("TR-0023").lead.brief.run_m == 8.0
    doctor = command("doctor", "--data", folder)
    assert doctor.exit_code == 1 and "TR-0019 cannot be read: a byte of it" in doctor.output
    assert command("verify-log", "--data", folder).exit_code == 0
    archive = tmp_path / "all.zip"
    assert command("export", "--all", archive, "--data", folder).exit_code == 0
    assert command("import", archive, "--data", tmp_path / "new").exit_code == 0
    assert "TR-0019" in command("doctor", "--data", tmp_path / "new").output


def test_a_damaged_seal_is_named_by_its_lead(store, folder):
    with store.engine.begin() as db:
        db.execute(sql("update seal set document = substr(document, 1, 200)"))
    store.engine.dispose()
    answer = command("verify-log", "--data", folder)
    assert answer.exit_code == 1 and "TR-0012" in answer.output and "Traceback" not in answer.output


def test_a_log_that_came_back_at_an_earlier_state_says_from_when(store, folder, tmp_path):
    """Killed, and the end of its write-ahead log lost with the disk's own memory."""
    for press in range(6):
        longer(store, 6.0 + press)
    crashed = tmp_path / "crashed"
    shutil.copytree(folder, crashed)
    log = crashed / f"{FILE}-wal"
    os.truncate(log, log.stat().st_size * 2 // 3)
    again = open_store(crashed)
    assert again.get("TR-0023").lead.brief.run_m < 11.0
    told = fallen_back(again.engine)
    assert "came back at an earlier state" in told and AT in told
    copies = Copies(crashed)
    copies.fell_back = told
    page = create_app(again, crashed, copies).test_client().get("/bench").text
    assert "came back at an earlier state" in page
    assert "how far it goes" in command("doctor", "--data", crashed).output
    whole = tmp_path / "whole"
    shutil.copytree(folder, whole)
    assert fallen_back(open_store(whole).engine) == ""


def test_random_flips_of_a_bit_are_told_or_change_nothing_that_is_read(folder, tmp_path):
    """Of each it is known what it did: the doctor says so, or every lead reads as it did."""
    draw = random.Random(26)
    before = leads_of(folder)
    for number in range(20):
        spoiled = tmp_path / f"spoiled-{number}"
        shutil.copytree(folder, spoiled)
        content = bytearray((spoiled / FILE).read_bytes())
        at = draw.randrange(200, len(content))
        content[at] ^= 1 << draw.randrange(8)
        (spoiled / FILE).write_bytes(content)
        answer = command("doctor", "--data", spoiled)
        assert answer.exception is None or isinstance(answer.exception, SystemExit), (
            answer.exception
        )
        if answer.exit_code == 0:
            assert leads_of(spoiled).keys() == before.keys()


def leads_of(folder):
    with closing(sqlite3.connect(folder / FILE)) as db:
        return dict(db.execute("select tag, document from lead"))


def test_the_doctor_does_not_call_a_log_on_a_read_only_disk_another_programs(folder, monkeypatch):
    def refuse(*_args, **_more):
        raise sqlite3.OperationalError("unable to open database file")

    monkeypatch.setattr("euthyne.store.copies.sqlite3.connect", refuse)
    answer = command("doctor", "--data", folder)
    assert "is no data file of this program" not in answer.output
    assert "The data file can not be opened" in answer.output


def test_a_document_is_not_taken_into_a_folder_in_use(store, folder, tmp_path):
    from euthyne.store.lock import take

    text = store.kept_text("TR-0014")
    (tmp_path / "lead.json").write_text(
        json.dumps(
            {"format": "euthyne-lead", "version": 2, "lead": json.loads(text) | {"tag": "X-1"}}
        )
    )
    with take(folder, "Euthyne on http://127.0.0.1:8460"):
        answer = command("import", tmp_path / "lead.json", "--data", folder)
    assert answer.exit_code == 1 and "is in use by Euthyne on" in answer.output
    assert command("import", tmp_path / "lead.json", "--data", folder).exit_code == 0
