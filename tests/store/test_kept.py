"""Nothing acknowledged is ever lost, whenever the server dies; old data is migrated, not dropped."""

import random
import re
import subprocess
import sys
import urllib.parse
import urllib.request
from http.cookiejar import CookieJar

import pytest
from sampling import LONG

from euthyne.cli import load_demo, open_store
from euthyne.store.database import HEAD, open_database
from program import Program


class Bench:
    """A tablet at the bench: confirms and takes back steps, and remembers what was answered."""

    def __init__(self, port):
        self.base = f"http://127.0.0.1:{port}/leads/TR-0019/build"
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))

    def page(self, where="bench"):
        return self.opener.open(f"{self.base}/{where}", timeout=10).read().decode()

    def press(self, page, where, **fields):
        token = re.search(r'name="csrf_token" value="([^"]+)"', page)[1]
        data = urllib.parse.urlencode({"csrf_token": token, **fields}).encode()
        return self.opener.open(f"{self.base}/{where}", data, timeout=10).read().decode()


CONFIRMED = 50 if LONG else 8


def test_killing_the_server_during_confirmations_loses_none(tmp_path, with_demo):
    with_demo(tmp_path)
    program, dice = Program(tmp_path).start(), random.Random(5)
    expected, confirmed = 10, 0
    bench = Bench(program.port)
    page = bench.page()
    while confirmed < CONFIRMED:
        if expected == 21:
            page = bench.press(bench.page("wrong"), "back")
            expected -= 1
            continue
        step = re.search(r'type="hidden" name="step" value="([\w-]+)"', page)[1]
        page = bench.press(page, "done", step=step, initials="RM")
        expected, confirmed = expected + 1, confirmed + 1
        if dice.random() < 0.12 or confirmed == CONFIRMED:
            program.kill()
            assert len(open_store(tmp_path).get("TR-0019").lead.build.done) == expected
            program.start()
            page = bench.page()
    program.end()


def test_the_data_file_writes_ahead_and_syncs_fully(tmp_path):
    with open_database(tmp_path).connect() as db:
        assert db.exec_driver_sql("pragma journal_mode").scalar() == "wal"
        assert db.exec_driver_sql("pragma synchronous").scalar() == 2
        assert db.exec_driver_sql("pragma foreign_keys").scalar() == 1
        assert db.exec_driver_sql("select version_num from alembic_version").scalar() == HEAD


def test_opening_again_keeps_what_was_there(tmp_path, with_demo):
    with_demo(tmp_path)
    before = [(h.lead, h.revision) for h in open_store(tmp_path).all()]
    load_demo(tmp_path)
    assert [(h.lead, h.revision) for h in open_store(tmp_path).all()] == before


def test_the_tables_are_as_the_migrations_left_them(tmp_path):
    from alembic.autogenerate import compare_metadata
    from alembic.migration import MigrationContext

    from euthyne.store.models import Base

    with open_database(tmp_path).connect() as db:
        # The index of words is no table of ours: SQLite keeps it in some of its own.
        ours = {"include_name": lambda name, kind, _: kind != "table" or "found" not in name}
        assert compare_metadata(MigrationContext.configure(db, opts=ours), Base.metadata) == []


def test_two_people_at_once_lose_nothing(tmp_path, with_demo):
    import threading
    from dataclasses import replace

    from euthyne.core.lead import Reason

    with_demo(tmp_path)
    store = open_store(tmp_path)

    def add(name):
        for i in range(20):
            reason = Reason(f"{name}-{i}", "counted", "2026-11-23T12:00:00", name)
            store.change(
                "TR-0023",
                lambda lead, r=reason: replace(lead, reasons=(*lead.reasons, r)),
                "2026-11-23T12:00:00",
                name,
                "counted",
            )

    people = [threading.Thread(target=add, args=(n,)) for n in ("RM", "AF")]
    for p in people:
        p.start()
    for p in people:
        p.join()
    assert len(store.get("TR-0023").lead.reasons) == 40


@pytest.mark.parametrize("command", ["export", "size", "serve"])
def test_a_command_that_goes_wrong_says_so_in_a_sentence(tmp_path, command):
    args = {
        "export": ["export", "TR-9", "--data", str(tmp_path)],
        "size": ["size", str(tmp_path / "none.json")],
        "serve": ["serve", "--port", "1x"],
    }[command]
    answer = subprocess.run(
        [sys.executable, "-m", "euthyne", *args], capture_output=True, text=True, timeout=60
    )
    assert answer.returncode != 0
    assert "Traceback" not in answer.stderr
    assert answer.stderr.strip()
