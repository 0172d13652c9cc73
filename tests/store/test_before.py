"""What was written by the programs before this one goes on opening: a data file, and documents."""

import gzip
import json
import shutil
from pathlib import Path

import pytest

from euthyne.cli import open_store
from euthyne.core.checks import checks
from euthyne.core.plan import plan_of
from euthyne.core.stages.tag.seal import holds
from euthyne.exchange.lead_file import read_lead, write_lead
from euthyne.store.database import FILE
from euthyne.web import create_app

BEFORE = Path(__file__).parent / "before"


@pytest.fixture
def folder(tmp_path):
    (tmp_path / FILE).write_bytes(gzip.decompress((BEFORE / "data-file.sqlite3.gz").read_bytes()))
    shutil.copy(BEFORE / "sealed-head.json", tmp_path)
    return tmp_path


def test_a_data_file_of_before_opens_with_all_that_was_in_it(folder):
    store = open_store(folder)
    assert {h.lead.tag for h in store.all()} == {"TR-0015", "TR-0017", "TR-0025"}
    assert store.audit().faults == []
    assert store.get("TR-0025").drafts == {"brief.run_m": "as long as it is"}
    assert store.get("TR-0025").lead.made_for == "The pump hut"
    assert [h.lead.tag for h in store.all("pump hut")] == ["TR-0025"]
    sealed = store.get("TR-0015")
    assert sealed.sealed
    assert sealed.lead.reasons
    assert holds(store.seal_of("TR-0015"))
    app = create_app(store, folder)
    assert [p.name for p in app.extensions["people"].all()] == ["Kim Lund"]


def test_a_build_of_before_keeps_its_ticks(folder):
    lead = open_store(folder).get("TR-0017").lead
    build = plan_of(lead).build
    assert len(lead.build.done) == 19
    assert {d.step for d in lead.build.done} <= {s.key for s in build.steps}
    assert "plan-changed-after-build" not in {f.code for f in checks(plan_of(lead))}


@pytest.mark.parametrize("name", ["TR-0015", "TR-0017"])
def test_a_document_of_before_is_read_and_stays_the_same_from_then_on(name):
    text = (BEFORE / f"{name}.json").read_text()
    found = read_lead(text)
    assert json.loads(text)["lead"]["build"]["rule"] == 2  # which nothing asks for any more
    again = write_lead(found.lead, found.seal)
    assert read_lead(again) == found
    assert "rule" not in json.loads(again)["lead"]["build"]
    if found.seal is not None:
        assert holds(found.seal)
        assert found.seal.record == json.loads(text)["seal"]["record"]
