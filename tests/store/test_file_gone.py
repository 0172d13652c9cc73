"""The data file goes, is exchanged, cut or damaged under the program: nothing is acknowledged that would be
lost with it, and what is damaged is named and takes nothing else with it.
"""

import json
import os
import random
import shutil
import sqlite3
import zipfile
from contextlib import closing
from datetime import UTC, datetime

import pytest
from click.testing import CliRunner
from sqlalchemy import text as sql

from euthyne.cli import main, open_store
from euthyne.core.lead.paths import with_value
from euthyne.core.people.roles import Role
from euthyne.store.afterlife import set_aside
from euthyne.store.copies import Copies, copy_checked
from euthyne.store.database import FILE
from euthyne.store.faults import DataFault
from euthyne.store.kept import Unreadable
from euthyne.store.people import PeopleStore
from euthyne.store.reached import fallen_back
from euthyne.web import create_app
from program import Program

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


def rights(folder):
    """Who beside its owner may anything with what lies in a folder."""
    return {
        x.relative_to(folder.parent): oct(x.stat().st_mode & 0o077)
        for x in (folder, *folder.rglob("*"))
        if x.stat().st_mode & 0o077
    }


def test_a_data_folder_is_for_whoever_runs_the_program_alone(tmp_path):
    """One of before, open to all of the machine, is closed when it is opened; a new one is so at once."""
    program = Program(tmp_path / "data").start()
    program.end()
    assert rights(tmp_path / "data") == {}
    copy_checked(
        tmp_path / "data" / FILE, tmp_path / "data" / "copies" / "daily-2026-11-30.sqlite3"
    )
    (tmp_path / "data" / "out-tray").mkdir(exist_ok=True)
    (tmp_path / "data" / "out-tray" / "TR-0012 tag.pdf").write_bytes(b"%PDF-1")
    for path in (tmp_path / "data", *(tmp_path / "data").rglob("*")):
        path.chmod(0o755 if path.is_dir() else 0o644)
    assert rights(tmp_path / "data")
    open_store(tmp_path / "data").engine.dispose()
    assert rights(tmp_path / "data") == {}


def test_a_folder_of_everybody_keeps_its_rights(tmp_path):
    tmp_path.chmod(0o1777)
    open_store(tmp_path).engine.dispose()
    assert tmp_path.stat().st_mode & 0o7777 == 0o1777
    assert (tmp_path / FILE).stat().st_mode & 0o077 == 0


def test_a_copy_of_this_moment_is_made_and_taken_away(store, folder, tmp_path):
    longer(store, 9.25)
    app = create_app(store, folder)
    app.config["WTF_CSRF_ENABLED"] = False
    answer = app.test_client().post("/copies/now")
    assert answer.status_code == 200
    (tmp_path / "taken.sqlite3").write_bytes(answer.data)
    (tmp_path / "there").mkdir()
    (tmp_path / "taken.sqlite3").rename(tmp_path / "there" / FILE)
    assert open_store(tmp_path / "there").get("TR-0023").lead.brief.run_m == 9.25
    assert [x.kind for x in Copies(folder).all()] == ["taken"]


def test_addresses_keys_and_open_tags_do_not_travel(store, folder, tmp_path):
    for key, value in SECRETS.items():
        store.set(key, value)
    archive = tmp_path / "all.zip"
    assert command("export", "--all", archive, "--data", folder).exit_code == 0
    with zipfile.ZipFile(archive) as made:
        assert not SECRETS.keys() & json.loads(made.read("archive.json"))["settings"].keys()
        members = {name: made.read(name) for name in made.namelist()}
    head = json.loads(members["archive.json"])
    head["settings"] |= SECRETS
    members["archive.json"] = json.dumps(head).encode()
    with zipfile.ZipFile(tmp_path / "evil.zip", "w") as made:
        for name, content in members.items():
            made.writestr(name, content)
    assert command("import", tmp_path / "evil.zip", "--data", tmp_path / "new").exit_code == 0
    new = open_store(tmp_path / "new")
    assert {key: new.setting(key) for key in SECRETS} == dict.fromkeys(SECRETS, "")


SECRETS = {
    "calendar_key": "attacker-knows-this-key",
    "open_tags": "yes",
    "address": "http://evil.example",
}


def test_people_and_what_became_of_leads_come_along_with_an_archive_as_it_was_written(
    store, folder, tmp_path
):
    people = PeopleStore(store.engine)
    people.add(
        "Kim Lund", Role.KEEPER, "gravel sounds over lamp", datetime(2026, 11, 30, tzinfo=UTC)
    )
    set_aside(store.engine, "TR-0012", "quarantine", "scorched", AT, "KL")
    archive = tmp_path / "all.zip"
    assert command("export", "--all", archive, "--data", folder).exit_code == 0
    assert command("import", archive, "--data", tmp_path / "new").exit_code == 0
    new = open_store(tmp_path / "new")
    assert new.audit().faults == []
    assert not PeopleStore(new.engine).known.entered
    PeopleStore(new.engine).add(
        "Vera Holt", Role.KEEPER, "gravel sounds over lamp", datetime(2026, 11, 30, tzinfo=UTC)
    )
    assert new.audit().faults == []
    with new.engine.begin() as db:
        db.execute(sql("update lead set set_aside = '' where tag = 'TR-0012'"))
    assert any("TR-0012 stands as 'in use'" in fault for fault in new.audit().faults)
