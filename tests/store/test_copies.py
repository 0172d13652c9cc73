"""Copies, recovery, and what is the matter with a data file, each said in words."""

import shutil
import signal
import socket
import sqlite3
import threading
import time
from contextlib import closing
from dataclasses import replace
from datetime import date, timedelta

import pytest
from click.testing import CliRunner
from sampling import LONG

from euthyne.cli import main, open_store
from euthyne.store import database
from euthyne.store.copies import KEPT, Copies, Daily, copy_checked, faults_within
from euthyne.store.database import FILE, HEAD, checkpoint
from euthyne.store.faults import DataFault
from euthyne.web import create_app
from program import Program

AT = "2026-11-26T10:00:00+00:00"


@pytest.fixture
def folder(tmp_path, with_demo):
    with_demo(tmp_path / "data")
    return tmp_path / "data"


def command(*args, say=None):
    """The command, in this process; where it would serve it is told to stop at once."""
    return CliRunner().invoke(main, [str(a) for a in args], input=say)


def rename(store, name, tag="TR-0023"):
    store.change(tag, lambda lead: replace(lead, name=name), AT, "RM", "renamed")


def name_in(folder, tag="TR-0023"):
    return open_store(folder).get(tag).lead.name


def test_a_copy_of_each_day_week_and_month_is_kept_and_no_more(folder):
    copies, day = Copies(folder), date(2026, 1, 1)
    for turn in range(0, 900, 7):
        assert copies.keep(day + timedelta(days=turn)) is not None
    names = [copy.file.name for copy in copies.all()]
    counted = {kind: sum(n.startswith(kind) for n in names) for kind in KEPT}
    assert counted == {"daily": 14, "weekly": 8, "monthly": 24, "before": 0, "taken": 0}
    assert "daily-2028-06-15.sqlite3" in names
    assert all(not faults_within(copy.file) for copy in copies.all()[:4])


def test_a_copy_taken_while_four_write_is_whole(folder, tmp_path):
    store, stop = open_store(folder), threading.Event()

    def write(who):
        turn = 0
        while not stop.is_set():
            turn += 1
            rename(store, f"{who} {turn}", tag=f"TR-00{who}")

    writers = [threading.Thread(target=write, args=(n,)) for n in (14, 19, 22, 23)]
    for one in writers:
        one.start()
    for turn in range(5):
        copy_checked(folder / FILE, tmp_path / f"{turn}.sqlite3")
    stop.set()
    for one in writers:
        one.join()
    for turn in range(5):
        other = tmp_path / f"folder-{turn}"
        other.mkdir()
        shutil.copy(tmp_path / f"{turn}.sqlite3", other / FILE)
        assert len(open_store(other).all()) == len(store.all())


def test_backup_and_restore_bring_the_log_back_and_keep_what_was_there(folder, tmp_path):
    before = name_in(folder)
    assert command("backup", tmp_path / "kept.sqlite3", "--data", folder).exit_code == 0
    rename(open_store(folder), "Spoiled")
    answer = command("restore", tmp_path / "kept.sqlite3", "--data", folder, say="y\n")
    assert answer.exit_code == 0, answer.output
    assert name_in(folder) == before
    (aside,) = folder.glob("replaced-*")
    assert name_in(aside) == "Spoiled"
    assert command("verify-log", "--data", folder).exit_code == 0


def test_restore_asks_first(folder, tmp_path):
    command("backup", tmp_path / "kept.sqlite3", "--data", folder)
    rename(open_store(folder), "Newer")
    answer = command("restore", tmp_path / "kept.sqlite3", "--data", folder, say="n\n")
    assert answer.exit_code == 1
    assert name_in(folder) == "Newer"


def test_backup_writes_over_nothing(folder, tmp_path):
    (tmp_path / "mine").write_text("mine")
    answer = command("backup", tmp_path / "mine", "--data", folder)
    assert "is there already" in answer.output
    assert (tmp_path / "mine").read_text() == "mine"


@pytest.mark.parametrize("length", [0, 10, 5000])
def test_a_copy_that_was_cut_short_is_not_put_in_place(folder, tmp_path, length):
    command("backup", tmp_path / "kept.sqlite3", "--data", folder)
    whole = (tmp_path / "kept.sqlite3").read_bytes()
    (tmp_path / "cut.sqlite3").write_bytes(whole[:length])
    answer = command("restore", tmp_path / "cut.sqlite3", "--yes", "--data", folder)
    assert answer.exit_code == 1
    assert not list(folder.glob("replaced-*"))


def test_a_restore_that_was_cut_short_is_finished_at_the_next_start(folder, tmp_path):
    command("backup", folder / "restored.sqlite3", "--data", folder)
    name = name_in(folder)
    for file in folder.glob(f"{FILE}*"):
        file.rename(tmp_path / file.name)
    assert name_in(folder) == name


def test_a_lost_data_file_beside_its_copies_is_not_begun_anew(folder):
    Copies(folder).keep(date(2026, 11, 26))
    for file in folder.glob(f"{FILE}*"):
        file.unlink()
    answer = command("export", "TR-0023", "--data", folder)
    assert "though there are copies" in answer.output
    assert not (folder / FILE).exists()


ONE_TABLE_MORE = """
import sqlalchemy as sa
from alembic import op

revision = "0016"
down_revision = "0015"


def upgrade() -> None:
    op.create_table("drawer", sa.Column("id", sa.Integer, primary_key=True))
"""


def test_a_copy_is_kept_before_the_tables_are_changed(folder, tmp_path, monkeypatch):
    migrations = tmp_path / "migrations"
    shutil.copytree(database.MIGRATIONS, migrations)
    (migrations / "versions" / "0016_drawers.py").write_text(ONE_TABLE_MORE)
    for name, value in (
        ("MIGRATIONS", migrations),
        ("HEAD", "0016"),
        ("VERSIONS", ("0013", "0014", "0015", "0016")),
    ):
        monkeypatch.setattr(database, name, value)
    assert name_in(folder) == "Hut to dome extension"
    (kept,) = [c for c in Copies(folder).all() if c.kind == "before"]
    asked = "select name from sqlite_master where name = 'drawer'"
    with closing(sqlite3.connect(folder / FILE)) as now, closing(sqlite3.connect(kept.file)) as old:
        assert now.execute(asked).fetchall() == [("drawer",)]
        assert old.execute(asked).fetchall() == []
        assert old.execute("select version_num from alembic_version").fetchone() == ("0015",)


def spoil(file, what):
    versions = {"newer": "0099", "older": "0005"}
    if what in versions:
        with closing(sqlite3.connect(file)) as db, db:
            db.execute("update alembic_version set version_num = ?", [versions[what]])
    elif what == "foreign":
        file.unlink()
        with closing(sqlite3.connect(file)) as db, db:
            db.execute("create table song (name text)")
    elif what == "empty":
        file.write_bytes(b"")
    elif what == "truncated":
        file.write_bytes(file.read_bytes()[:6000])
    else:
        file.write_bytes(b"PK\x03\x04 something else entirely" * 100)


@pytest.mark.parametrize(
    ("what", "said"),
    [
        ("newer", "written by a newer Euthyne"),
        ("older", "older than this program can read"),
        ("foreign", "data file of another program"),
        ("empty", "not one byte"),
        ("truncated", "The data file is damaged"),
        ("another", "not a data file of this program"),
    ],
)
@pytest.mark.parametrize("asked", ["serve", "export TR-0023", "verify-log"])
def test_a_file_that_will_not_do_is_told_of_in_a_line_and_not_touched(folder, what, said, asked):
    checkpoint(open_store(folder).engine)
    spoil(folder / FILE, what)
    before = (folder / FILE).read_bytes()
    answer = command(*asked.split(), "--data", folder)
    assert answer.exit_code == 1, answer.output
    assert said in answer.output
    assert "Traceback" not in answer.output
    assert (folder / FILE).read_bytes() == before


def test_a_data_folder_that_is_a_file_is_told_of(tmp_path):
    (tmp_path / "data").write_text("a file")
    answer = command("serve", "--data", tmp_path / "data")
    assert "can not be opened" in answer.output


@pytest.mark.parametrize(
    ("what", "said"),
    [("good", "each holds"), ("newer", "newer Euthyne"), ("another", "not a data file")],
)
def test_the_doctor_says_what_it_finds(folder, what, said):
    checkpoint(open_store(folder).engine)
    if what != "good":
        spoil(folder / FILE, what)
    answer = command("doctor", "--data", folder)
    assert said in answer.output
    assert answer.exit_code == (what != "good")


def test_the_doctor_names_a_leaflet_that_was_changed(folder):
    from euthyne.store.shelf import ShelfStore

    shelf = ShelfStore(open_store(folder).engine)
    shelf.keep_leaflet("TR-0023", "sheet.pdf", b"%PDF-1 a sheet", AT, "RM")
    with closing(sqlite3.connect(folder / FILE)) as db, db:
        db.execute("update leaflet set content = ?", (b"%PDF-1 another",))
    answer = command("doctor", "--data", folder)
    assert "sheet.pdf is not as it was kept" in answer.output


def test_a_damaged_file_is_read_and_written_to_no_more(folder):
    store, copies = open_store(folder), Copies(folder)
    with closing(sqlite3.connect(folder / FILE)) as db:
        db.execute("pragma wal_checkpoint(truncate)")
        (page,) = db.execute("select rootpage from sqlite_master where name='movement'").fetchone()
    with (folder / FILE).open("rb+") as file:
        file.seek((page - 1) * 4096)
        file.write(b"\xff" * 4096)
    Daily(store.engine, copies, store.faults_of_log).look(date(2026, 11, 26))
    with pytest.raises(DataFault, match="did not pass its check"):
        rename(store, "Never")
    assert copies.trouble
    client = create_app(store, folder, copies).test_client()
    assert "could not be made" in client.get("/bench").text
    answer = client.post("/who", data={})
    assert answer.status_code < 500


@pytest.fixture
def client(folder):
    store = open_store(folder)
    app = create_app(store, folder)
    app.config.update(WTF_CSRF_ENABLED=False)
    return app.test_client(), store


def brief(client, text="31 m"):
    return client.post("/leads/TR-0023/brief", data={"brief.run_m": text})


def test_a_full_disk_says_so_and_keeps_what_was(client, folder):
    from sqlalchemy import event

    web, store = client
    run = store.get("TR-0023").lead.brief.run_m
    event.listen(store.engine, "begin", lambda db: db.exec_driver_sql("pragma max_page_count=1"))
    for number in range(40):
        answer = brief(web, f"{number + 40} m")
        if answer.status_code != 303:
            break
    assert answer.status_code == 503
    assert "The disk is full" in answer.text
    assert store.get("TR-0023").lead.brief.run_m in {run, number + 39.0}


def test_a_file_that_can_only_be_read_says_so(client):
    from sqlalchemy import event

    web, store = client
    event.listen(store.engine, "begin", lambda db: db.exec_driver_sql("pragma query_only=on"))
    answer = brief(web)
    assert answer.status_code == 503
    assert "can only be read" in answer.text
    assert web.get("/bench").status_code == 200


def test_a_lock_held_elsewhere_says_so(folder, monkeypatch):
    monkeypatch.setattr(database, "PATIENCE", 0.2)
    store = open_store(folder)
    app = create_app(store, folder)
    app.config.update(WTF_CSRF_ENABLED=False)
    with closing(sqlite3.connect(folder / FILE, isolation_level=None)) as other:
        other.execute("begin immediate")
        answer = brief(app.test_client())
        other.execute("rollback")
    assert answer.status_code == 503
    assert "holds the data file" in answer.text


def test_a_clock_that_was_set_back_is_told_of(client):
    web, store = client
    store.change(
        "TR-0023", lambda lead: replace(lead, name="Later"), "2031-01-01T00:00:00+00:00", "RM", "x"
    )
    assert "clock of this machine stands before" in web.get("/bench").text


def test_the_bench_says_how_old_the_last_copy_is_and_gives_it(client, folder):
    web, _ = client
    assert "No copy yet" in web.get("/bench").text
    copy = Copies(folder).keep(date.today())
    assert "within the last hour" in web.get("/bench").text
    assert "one of fourteen days" in web.get("/copies").text
    assert web.get(f"/copies/{copy.file.name}").data == copy.file.read_bytes()
    for name in ("..%2Fsecret", "secret", "daily-x.sqlite3", f"daily-..%2F..%2F{FILE}"):
        assert web.get(f"/copies/{name}").status_code == 404


def test_a_second_program_on_the_folder_is_refused_and_told_of_the_first(folder):
    first = Program(folder).start()
    try:
        answer = command("serve", "--port", first.port + 1, "--data", folder)
        assert answer.exit_code == 1
        assert f"in use by Euthyne on {first.address}" in answer.output
        assert "in use" in command("restore", folder / FILE, "--yes", "--data", folder).output
    finally:
        first.end()


# Ticks of the processor after which a page is known to be worked at, and is far from done.
WORK = 3


@pytest.mark.parametrize("told", [signal.SIGTERM, signal.SIGHUP] if LONG else [signal.SIGTERM])
def test_told_to_stop_it_finishes_what_it_has_begun_and_folds_its_log_up(folder, told):
    program = Program(folder).start()
    program.settle()  # or what it does by itself is taken for the page
    with socket.create_connection(("127.0.0.1", program.port)) as line:
        line.sendall(b"GET /leads/TR-0022/traveller.pdf HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n")
        begun = program.worked + WORK
        while program.worked < begun:
            time.sleep(0.005)
        assert program.tell(told) == 0
        line.settimeout(10)
        answer = b""
        while part := line.recv(65536):
            answer += part
    assert answer.startswith(b"HTTP/1.1 200")
    assert answer.rstrip().endswith(b"%%EOF")
    assert not (folder / f"{FILE}-wal").exists()
    shutil.copy(folder / FILE, folder / "alone.sqlite3")
    assert faults_within(folder / "alone.sqlite3") == []


def test_the_copy_of_the_day_is_made_by_itself(folder):
    program = Program(folder).start()
    try:
        until = time.monotonic() + 30
        # One after the other: the first is there before the others are.
        while (made := {x.kind for x in Copies(folder).all()}) != {"daily", "weekly", "monthly"}:
            assert time.monotonic() < until, made
            time.sleep(0.2)
    finally:
        program.end()


def test_the_version_of_the_tables_is_the_newest_migration():
    names = sorted(file.name for file in (database.MIGRATIONS / "versions").glob("0*.py"))
    assert names[-1].startswith(HEAD)
