"""Each benchmark still runs, small: what it prints then means nothing."""

import runpy
import shutil
import sys
from pathlib import Path

import bench
import pytest
from sampling import LONG

SCRIPTS = Path(bench.__file__).parent
# What only lends itself to others, and what is begun on a folder of its own.
NO_SCRIPTS = {"bench", "made_up", "made_up_weeks"}
# Whole programs and ten thousand leads: not for the gate.
LARGE = {"eight", "years"}
NAMES = sorted(path.stem for path in SCRIPTS.glob("*.py"))


@pytest.mark.parametrize(
    "name", [n for n in NAMES if n not in NO_SCRIPTS and (LONG or n not in LARGE)]
)
def test_it_runs_and_says_how_long_it_took(name, loaded_once, monkeypatch, capsys):
    monkeypatch.setenv(bench.SMALL, "yes")
    monkeypatch.setattr(
        bench, "load_demo", lambda folder: shutil.copytree(loaded_once, folder, dirs_exist_ok=True)
    )
    monkeypatch.setattr(sys, "argv", [name, *(["60"] if name == "years" else [])])
    runpy.run_path(str(SCRIPTS / f"{name}.py"), run_name="__main__")
    assert " ms" in capsys.readouterr().out
