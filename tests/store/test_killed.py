"""Killed at any moment under four writers: nothing acknowledged is lost, every copy opens, the chain of
seals holds. ``./check --long`` kills fifty times over ten thousand acknowledged actions.
"""

import http.client
import random
import re
import shutil
import threading
import time
import urllib.parse
import urllib.request
from http.cookiejar import CookieJar

import pytest
from sampling import LONG

from euthyne.cli import open_store
from euthyne.store.copies import copy_checked, faults_within
from euthyne.store.database import FILE
from program import Program

KILLS, ACTIONS = (50, 10_000) if LONG else (1, 40)
SEED = random.SystemRandom().randrange(10**6) if LONG else 21
TAGS = ("TR-0023", "TR-0022", "TR-0018", "TR-0015")


class Writer(threading.Thread):
    """Sets the length of one lead again and again, and remembers what was acknowledged."""

    def __init__(self, program, tag, wanted):
        super().__init__(daemon=True)
        self.program, self.tag, self.wanted = program, tag, wanted
        self.acknowledged, self.asked, self.wrong = [], 0, []

    def run(self):
        while len(self.acknowledged) < self.wanted:
            try:
                self.write_on()
            except (OSError, http.client.HTTPException):
                time.sleep(0.05)  # it was killed: once it is there again, go on

    def write_on(self):
        jar = urllib.request.HTTPCookieProcessor(CookieJar())
        opener = urllib.request.build_opener(jar, StayHere)
        where = f"{self.program.address}/leads/{self.tag}/brief"
        page = opener.open(where, timeout=20).read().decode()
        token = re.search(r'name="csrf_token" value="([^"]+)"', page)[1]
        while len(self.acknowledged) < self.wanted:
            self.asked += 1
            metres = 1 + self.asked * 0.01
            fields = {"csrf_token": token, "brief.run_m": f"{metres:.2f} m"}
            request = urllib.request.Request(
                where, urllib.parse.urlencode(fields).encode(), {"HX-Request": "true"}
            )
            answer = opener.open(request, timeout=20)
            answer.read()
            if answer.status != 200:
                self.wrong.append(answer.status)
            self.acknowledged.append(round(metres, 2))


class StayHere(urllib.request.HTTPRedirectHandler):
    def redirect_request(self, *_):
        return None


@pytest.fixture
def program(tmp_path, years_once):
    shutil.copytree(years_once, tmp_path / "data")
    running = Program(tmp_path / "data").start()
    yield running
    running.end()


def test_nothing_acknowledged_is_lost_however_often_it_is_killed(program, tmp_path):
    draw = random.Random(SEED)
    writers = [Writer(program, tag, ACTIONS // len(TAGS)) for tag in TAGS]
    for one in writers:
        one.start()
    copies = []
    for kill in range(KILLS):
        share = ACTIONS * (kill + draw.random()) / (KILLS + 1)
        while sum(len(w.acknowledged) for w in writers) < share:
            time.sleep(0.002)
        time.sleep(draw.random() * 0.03)
        if kill % 5 == 0:
            copies.append(tmp_path / f"copy-{kill}.sqlite3")
            copy_checked(program.folder / FILE, copies[-1])
        program.kill()
        program.start()
    for one in writers:
        one.join(timeout=600)
        assert not one.wrong, (SEED, one.wrong)
    program.kill()
    store = open_store(program.folder)
    for one in writers:
        lines = store.journal(one.tag)
        kept = {
            round(change["now"], 2)
            for line in lines
            for change in line.changes
            if change["path"] == ["brief", "run_m"]
        }
        missing = [x for x in one.acknowledged if x not in kept]
        assert not missing, (SEED, one.tag, missing[:5])
        assert store.get(one.tag).lead.brief.run_m in kept
    assert store.faults_of_log() == []
    for copy in copies:
        assert faults_within(copy) == []
        other = tmp_path / copy.stem
        other.mkdir()
        shutil.copy(copy, other / FILE)
        assert len(open_store(other).all()) == len(store.all())
