"""Killed in the midst of cutting and ticking: nothing acknowledged is lost, and Stores, the list and the leads
agree at every moment.
"""

import http.client
import random
import re
import threading
import time
import urllib.parse
import urllib.request
from http.cookiejar import CookieJar

import pytest
from sampling import LONG

from euthyne.cli import open_store
from euthyne.cli.demo_job import load_job
from euthyne.cli.demo_job import with_next_step as withwith_next_step
from euthyne.core.jobs.job import is_cut, one_more
from euthyne.store.clock import now
from euthyne.store.jobs import JobStore
from euthyne.store.stores import StoresStore
from program import Program

KILLS, MANY = (20, 60) if LONG else (2, 12)
SEED = random.SystemRandom().randrange(10**6) if LONG else 33
LONG_REEL_M = 600.0


@pytest.fixture
def program(tmp_path, with_demo):
    """Many leads of one job, laid out and listed, on one long reel."""
    folder = tmp_path / "data"
    with_demo(folder)
    load_job(folder)
    store = open_store(folder)
    jobs = JobStore(store.engine)
    StoresStore(store.engine).count("Reel 1", LONG_REEL_M, now(), "AB")
    like = store.get(jobs.get(1).tags[-1]).lead
    made = [lambda tag: one_more(like, tag, now())] * MANY
    tags = jobs.make(store, 1, made, now(), "AB", "the same")
    for tag in tags:
        store.change(tag, withwith_next_step, now(), "AB", "laid out")
    store.engine.dispose()
    running = Program(folder).start()
    running.tags = tags
    yield running
    running.end()


class Cutter(threading.Thread):
    """Presses one tag after the other, and remembers what was acknowledged."""

    def __init__(self, program):
        super().__init__(daemon=True)
        self.program, self.acknowledged, self.wrong = program, [], []

    def run(self):
        while len(self.acknowledged) < len(self.program.tags):
            try:
                self.cut_on()
            except (OSError, http.client.HTTPException):
                time.sleep(0.05)  # it was killed: once it is there again, go on

    def cut_on(self):
        jar = urllib.request.HTTPCookieProcessor(CookieJar())
        opener = urllib.request.build_opener(jar)
        where = f"{self.program.address}/jobs/1/cutting"
        page = opener.open(where, timeout=20).read().decode()
        token = re.search(r'name="csrf_token" value="([^"]+)"', page)[1]
        if not self.acknowledged:
            self.send(opener, where, token)
        for tag in self.program.tags[len(self.acknowledged) :]:
            try:
                self.send(
                    opener, f"{self.program.address}/jobs/1/cut", token, tag=tag, initials="AB"
                )
            except urllib.error.HTTPError as error:
                if error.code != 409:  # it was cut, and killed before it could say so
                    self.wrong.append((tag, error.code))
            self.acknowledged.append(tag)

    def send(self, opener, where, token, **fields):
        told = urllib.parse.urlencode({"csrf_token": token, **fields}).encode()
        opener.open(urllib.request.Request(where, told), timeout=60).read()


def in_step(folder, acknowledged):
    """Of every lead: it is cut where its cuts are ticked, and the reel gave exactly those lengths."""
    store = open_store(folder)
    jobs, stores = JobStore(store.engine), StoresStore(store.engine)
    listed = jobs.cutting(1)
    cut = {t for t in jobs.get(1).tags if is_cut(store.get(t).lead)}
    assert set(acknowledged) <= cut
    assert {c.tag for c in listed.cuts if c.done} == cut
    moves = [m for m in stores.movements("Reel 1") if m.change < 0 and m.tag]
    assert sorted(m.tag for m in moves) == sorted(cut)
    taken = sum(m.change for m in moves if m.tag in acknowledged)
    now_cut = [c for c in listed.cuts if c.done and not c.earlier]
    trim = now_cut[0].trim_mm if now_cut else 0
    lengths = sum(c.length_mm for c in now_cut if c.tag in acknowledged)
    assert -taken == pytest.approx((lengths + trim) / 1000) or not now_cut
    store.engine.dispose()


def test_cutting_goes_on_where_it_was_however_often_it_is_killed(program):
    draw = random.Random(SEED)
    cutter = Cutter(program)
    cutter.start()
    for kill in range(KILLS):
        share = MANY * (kill + draw.random()) / (KILLS + 1)
        deadline = time.monotonic() + 120
        while len(cutter.acknowledged) < share and time.monotonic() < deadline:
            time.sleep(0.002)
        time.sleep(draw.random() * 0.03)
        program.kill()
        in_step(program.folder, list(cutter.acknowledged))
        program.start()
    cutter.join(240)
    assert not cutter.is_alive(), SEED
    assert cutter.wrong == []
    program.kill()
    in_step(program.folder, cutter.acknowledged)
    assert sorted(cutter.acknowledged) == sorted(program.tags)
