"""What is installed is the whole program: its tables, pages and pictures with it; and it runs where nothing else is."""

import json
import os
import subprocess
import sys
import time
import tomllib
import urllib.request
from pathlib import Path

import pytest
from sampling import long_run

import euthyne

ROOT = Path(__file__).parent.parent
PACKAGE = Path(euthyne.__file__).parent
PORT = 8467
SHOWN = {
    "/bench": "On the bench",
    "/guide/first-lead": "Your first lead",
    "/jobs/days": "Can start now",
}


def test_every_file_beside_the_code_is_packed():
    """A pattern of package-data in pyproject.toml is to name it."""
    told = tomllib.loads((ROOT / "pyproject.toml").read_text("utf-8"))
    patterns = told["tool"]["setuptools"]["package-data"]["euthyne"]
    packed = {path for pattern in patterns for path in PACKAGE.glob(pattern)}
    beside = {p for p in PACKAGE.rglob("*") if p.is_file() and p.suffix not in (".py", ".pyc")}
    assert beside - packed == set()


def test_the_version_that_runs_is_the_newest_of_the_changelog():
    heads = [
        x for x in (ROOT / "CHANGELOG.md").read_text("utf-8").splitlines() if x.startswith("## ")
    ]
    assert heads[0].startswith(f"## {euthyne.__version__}, ")


def done(*command, **more):
    told = subprocess.run(command, capture_output=True, text=True, check=False, **more)
    assert told.returncode == 0, f"{command}: {told.stdout[-800:]}{told.stderr[-1500:]}"
    return told.stdout


@pytest.fixture(scope="module")
def bare(tmp_path_factory):
    """An environment with nothing in it but the program, from its wheel; and where the wheel lies."""
    folder = tmp_path_factory.mktemp("bare")
    tree = folder / "tree"
    done("git", "clone", "-q", str(ROOT), str(tree))
    done(sys.executable, "-m", "venv", str(folder / "builds"))
    builds = str(folder / "builds/bin/python")
    done(builds, "-m", "pip", "install", "-q", "setuptools>=77")
    hooks = "import setuptools.build_meta as b; b.build_sdist('dist'); b.build_wheel('dist')"
    done(builds, "-c", hooks, cwd=tree)
    done(sys.executable, "-m", "venv", str(folder / "env"))
    wheel = next((tree / "dist").glob("*.whl"))
    pinned = str(ROOT / "constraints.txt")
    done(str(folder / "env/bin/python"), "-m", "pip", "install", "-q", "-c", pinned, str(wheel))
    return folder, tree / "dist"


@long_run
def test_the_wheel_installed_elsewhere_runs_the_demo_and_keeps_its_log(bare, tmp_path):
    folder, dist = bare
    program = str(folder / "env/bin/euthyne")
    assert {path.suffix for path in dist.iterdir()} == {".whl", ".gz"}
    assert euthyne.__version__ in done(program, "--version", cwd=tmp_path)
    data = str(tmp_path / "data")
    env = {k: v for k, v in os.environ.items() if k != "PYTHONPATH"}
    server = subprocess.Popen(
        [program, "demo", "--port", str(PORT), "--data", data], cwd=tmp_path, env=env
    )
    try:
        for address, said in (
            ("/bench", "On the bench"),
            ("/guide/first-lead", "Your first lead"),
            ("/jobs/days", "Can start now"),
        ):
            assert said in _opened(address)
    finally:
        server.terminate()
        server.wait(30)
    assert "1 seal" in done(program, "verify-log", "--data", data, cwd=tmp_path)
    done(program, "backup", "copy.sqlite3", "--data", data, cwd=tmp_path)
    done(
        program, "restore", "copy.sqlite3", "--yes", "--data", str(tmp_path / "other"), cwd=tmp_path
    )
    one, other = (
        json.loads(done(program, "export", "TR-0012", "--data", place, cwd=tmp_path))
        for place in (data, str(tmp_path / "other"))
    )
    assert one == other


def _opened(address):
    for _ in range(120):
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{PORT}{address}") as answer:
                return answer.read().decode()
        except OSError:
            time.sleep(0.5)
    raise AssertionError("it did not start")
