"""What one file is enough for: a kind, a check; and that nothing else in the program names a kind."""

import ast
import subprocess
import sys
from dataclasses import replace
from importlib.resources import files
from pathlib import Path

import pytest
from leads import extension

from euthyne.core.kinds import KINDS, Trait, kind_named
from euthyne.core.kinds.kind import Kind, faults_in
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.prove.readings import TESTS
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.colours import schemes
from euthyne.core.trade.fault import Refused

SOURCE = Path(str(files("euthyne")))

MADE_UP_KIND = '''
"""A kind for this test."""
from dataclasses import dataclass, replace
from euthyne.core.kinds.kind import Caution, QuestionGroup, Start, Trait
from euthyne.core.kinds.mains_cord import KIND as CORD
from euthyne.core.lead import Brief, Conductor
from euthyne.core.lead.stage import Stage
from euthyne.core.trade.question import Question

@dataclass(frozen=True)
class KettleBrief(Brief):
    """What is asked of a kettle."""

    cups: int | None = None  # how many it boils

CUPS = Question("brief.cups", "Cups it boils", "whole", bounds=(1, 20), optional=True)
BRIEF = KettleBrief(feeds="loads", upstream_family="breaker-iec")

KIND = replace(
    CORD,
    id="kettle-tail",
    name="Kettle tail",
    groups=(*CORD.groups, QuestionGroup("The kettle", (CUPS,))),
    starts=(Start("kettle-tail", "Kettle tail", "bs1363-plug", "c15", BRIEF, Conductor()),),
    cautions=(
        Caution(
            code="hot-kettle",
            level="caution",
            stage=Stage.TAG,
            watches="A kettle is hot.",
            title="A hot kettle",
            text="It boils.",
            why="It scalds.",
            clears="Waiting.",
        ),
    ),
)
'''
MADE_UP_CHECK = '''
"""A check for this test."""
from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage

@check("caution", Stage.CUT, why="Nobody walks so far.", clears="A shorter lead.")
def farther_than_anyone_walks(plan):
    """A lead is shorter than a walk."""
    run = plan.lead.brief.run_m or 0.0
    return Said("A long walk", f"{run:g} m.") if run > 1000 else None
'''
LOOK = """
import sys
from pathlib import Path
import euthyne.core.kinds, importlib.util
kinds, checks, folder = sys.argv[1:]
for name, extra in (("kinds", kinds), ("checks", checks)):
    package = f"euthyne.core.{name}"
    sys.modules.pop(package, None)
    spec = importlib.util.find_spec(package)
    spec.submodule_search_locations.append(extra)
    module = importlib.util.module_from_spec(spec)
    sys.modules[package] = module
    spec.loader.exec_module(module)
from euthyne.cli import open_store
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.exchange.formats import checks_markdown
from euthyne.exchange.lead_file import file_of_lead, read_lead
from euthyne.web import create_app
store = open_store(Path(folder))
client = create_app(store, Path(folder)).test_client()
page = client.get("/leads/new")
print(page.status_code, page.text, checks_markdown())
at = "2026-11-02T09:00:00"
kettle = next(pair for pair in starts() if pair[1].id == "kettle-tail")
lead = changed(new_lead(*kettle, "TR-0001", at), [("brief.cups", 6)])
store.add(file_of_lead(lead), at, "RM", "begun")
print(client.get("/leads/TR-0001/brief").text)
print(read_lead(client.get("/leads/TR-0001/document.json").data).lead.brief)
"""


def test_a_made_up_kind_and_check_in_one_file_each_are_found_everywhere(tmp_path):
    for folder, name, text in (
        ("kinds", "kettle_tail.py", MADE_UP_KIND),
        ("checks", "walking.py", MADE_UP_CHECK),
    ):
        (tmp_path / folder).mkdir()
        (tmp_path / folder / name).write_text(text)
    told = subprocess.run(
        [sys.executable, "-c", LOOK, tmp_path / "kinds", tmp_path / "checks", tmp_path / "data"],
        capture_output=True,
        text=True,
        check=False,
    )
    assert told.stdout.startswith("200 "), told.stderr
    assert 'value="kettle-tail"' in told.stdout
    assert "Cups it boils" in told.stdout
    assert "KettleBrief(feeds='loads'" in told.stdout
    assert "cups=6" in told.stdout
    assert "IEC 60320 holes" in " ".join(told.stdout.split())
    assert "| `farther-than-anyone-walks` | caution | Cut |  | A lead is shorter" in told.stdout
    assert "| `hot-kettle` | caution | Tag |  | A kettle is hot." in told.stdout


def strings_in(path):
    return {
        n.value
        for n in ast.walk(ast.parse(path.read_text(encoding="utf-8")))
        if isinstance(n, ast.Constant) and isinstance(n.value, str)
    }


def test_nothing_but_its_own_file_names_a_kind():
    own = {SOURCE / "core/kinds" / f"{kind.replace('-', '_')}.py" for kind in KINDS}
    assert all(path.exists() for path in own)
    elsewhere = [p for p in SOURCE.rglob("*.py") if p not in own and "migrations" not in p.parts]
    astray = {p.name: named for p in elsewhere if (named := strings_in(p) & set(KINDS))}
    templates = [p.read_text() for p in SOURCE.rglob("*.html")]
    assert astray == {}
    assert not [k for k in KINDS for text in templates if f"'{k}'" in text or f'"{k}"' in text]


@pytest.mark.parametrize(
    ("changes", "fault"),
    [
        ({"headline": ""}, "it has no headline"),
        ({"starts": ()}, "it has no starts"),
        ({"traits": frozenset()}, "moved about, lies still"),
        ({"traits": frozenset({Trait.MOVED, Trait.LIES_STILL})}, "moved about, lies still"),
        ({"groups": KINDS["extension"].groups * 2}, "it asks brief.already_m twice"),
        ({"starts": KINDS["extension"].starts + KINDS["conversion"].starts}, "direct current"),
    ],
)
def test_a_kind_with_something_missing_is_refused(changes, fault):
    assert fault in faults_in(replace(KINDS["extension"], **changes))[0]


def test_a_kind_has_no_defaults():
    with pytest.raises(TypeError, match="missing 13"):
        Kind(id="half")


@pytest.mark.parametrize("kind", KINDS.values(), ids=lambda k: k.id)
def test_everything_a_kind_names_is_there(kind):
    assert faults_in(kind) == []
    for start in kind.starts:
        assert {start.a, start.b} <= set(shelf())
        assert start.scheme in schemes()
        assert start.conductor.cable_type in cable_types()
    assert set(kind.proof) <= set(TESTS)
    assert kind.cables == "every cord" or set(kind.cables) <= set(cable_types())


def test_an_unknown_kind_is_an_error_at_once_and_not_a_mains_cord():
    with pytest.raises(Refused, match="no kind of lead called 'rope'"):
        kind_named("rope")
    with pytest.raises(Refused, match="no kind of lead called 'rope'"):
        Plan(extension(kind="rope"))
