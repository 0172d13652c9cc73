"""Archives, copies, readings and pictures with bytes changed, cut out or put in: each is taken or refused in
words, never with a traceback, and nothing of what is refused is kept.
"""

import random
import shutil
from io import BytesIO

import pytest
from click.testing import CliRunner
from PIL import Image
from sampling import LONG

from euthyne.cli import main, open_store
from euthyne.core.plan import plan_of
from euthyne.core.trade.fault import Refused
from euthyne.exchange.photograph import leaflet, prepared
from euthyne.exchange.readings_file import read_readings, written
from euthyne.store.copies import copy_checked
from euthyne.store.database import FILE

MANY = 24 if LONG else 1
SEED = random.SystemRandom().randrange(10**6) if LONG else 26


def spoiled(content, draw):
    """Bytes as a bad disk, a bad cable or a bad hand leaves them."""
    made = bytearray(content)
    for _ in range(draw.choice((1, 1, 3, 20))):
        at = draw.randrange(max(len(made), 1))
        how = draw.randrange(5)
        if how == 0:
            made[at : at + 1] = bytes([draw.randrange(256)])
        elif how == 1:
            made[at : at + draw.randrange(1, 200)] = b""
        elif how == 2:
            made[at:at] = draw.randbytes(draw.randrange(1, 60))
        elif how == 3:
            made[at : at + 4] = b"\xff\xff\xff\xff"
        else:
            made = made[: max(at, 20)]
    return bytes(made) or b"x"


def command(*args):
    answer = CliRunner().invoke(main, [str(x) for x in args])
    kind = type(answer.exception)
    assert kind in (type(None), SystemExit), (args, answer.exception, SEED)
    assert "Traceback" not in answer.output
    return answer


@pytest.fixture
def log(tmp_path, with_demo):
    with_demo(tmp_path / "log")
    return tmp_path / "log"


def test_spoiled_archives(log, tmp_path):
    draw = random.Random(SEED)
    command("export", "--all", tmp_path / "all.zip", "--data", log)
    content, taken = (tmp_path / "all.zip").read_bytes(), 0
    for number in range(10 * MANY):
        (tmp_path / "bad.zip").write_bytes(spoiled(content, draw))
        there = tmp_path / f"new-{number}"
        answer = command("import", tmp_path / "bad.zip", "--data", there)
        taken += answer.exit_code == 0
        if answer.exit_code:
            assert open_store(there).newest() is None, "nothing of it is kept"
        shutil.rmtree(there, ignore_errors=True)
    assert taken < 24 * MANY


def test_spoiled_copies(log, tmp_path):
    draw = random.Random(SEED)
    copy_checked(log / FILE, tmp_path / "copy.sqlite3")
    content = (tmp_path / "copy.sqlite3").read_bytes()
    for number in range(10 * MANY):
        bad = tmp_path / "bad.sqlite3"
        bad.write_bytes(spoiled(content, draw))
        there = tmp_path / f"new-{number}"
        if command("restore", "--yes", bad, "--data", there).exit_code == 0:
            for what in ("verify-log", "doctor"):
                command(what, "--data", there)
            command("export", "--all", tmp_path / f"{number}.zip", "--data", there)
        shutil.rmtree(there, ignore_errors=True)


@pytest.mark.parametrize(
    ("name", "spoiled_name"),
    [
        (b"\tpin ", b"\tpiq "),
        (b"CREATE TABLE stock", b"CREATE TABLE st\xff\xffk"),
        (b"\tkind ", b"\tki\xff\xff "),
    ],
    ids=["another column", "a name of no letters", "a column of no letters"],
)
def test_a_copy_whose_tables_are_not_as_they_were_made_takes_the_place_of_nothing(
    log, tmp_path, name, spoiled_name
):
    copy_checked(log / FILE, tmp_path / "copy.sqlite3")
    content = (tmp_path / "copy.sqlite3").read_bytes()
    assert name in content
    bad = tmp_path / "bad.sqlite3"
    bad.write_bytes(content.replace(name, spoiled_name))
    before = (log / FILE).read_bytes()
    answer = command("restore", "--yes", bad, "--data", log)
    assert answer.exit_code == 1
    assert (log / FILE).read_bytes() == before
    assert not list(log.glob("trial-*")) and not list(log.glob("replaced-*"))
    assert command("verify-log", "--data", log).exit_code == 0


def test_spoiled_readings(log):
    draw = random.Random(SEED)
    plan = plan_of(open_store(log).get("TR-0012").lead)
    content = written(plan.prove.lines).replace(",\n", ",0.07 ohm\n").encode()
    for _ in range(16 * MANY):
        text = spoiled(content, draw).decode("utf-8", "replace")
        for ending in ("\n", "\r", "\r\n", "\0"):
            try:
                read_readings(text.replace("\n", ending), plan.prove.lines)
            except Refused as refused:
                assert all(fault.problem for fault in refused.faults)


def test_spoiled_pictures():
    draw = random.Random(SEED)
    for kind in ("JPEG", "PNG", "WEBP", "TIFF", "GIF"):
        out = BytesIO()
        Image.effect_noise((90, 60), 80).convert("RGB").save(out, kind)
        for _ in range(3 * MANY):
            for make in (prepared, leaflet):
                try:
                    assert make(spoiled(out.getvalue(), draw))
                except Refused as refused:
                    assert refused.faults[0].fix
