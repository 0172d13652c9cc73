"""What was read is not read again until somebody writes, and never stays when somebody did."""

import sqlite3

import pytest

from euthyne.store.database import FILE, open_database
from euthyne.store.leads import LeadStore
from euthyne.store.unchanged import Reads


@pytest.fixture
def leads(tmp_path):
    store = LeadStore(open_database(tmp_path))
    store.set("measures", "metric")
    return store


@pytest.fixture
def reads(leads):
    return leads.engine.get_execution_options()["reads"]


def test_what_was_read_is_not_read_again(reads):
    asked = iter(["first", "second"])
    assert [reads.answer("it", lambda: next(asked)) for _ in range(3)] == ["first"] * 3


def test_what_this_program_writes_is_read_at_once(leads):
    for said in ("gauge", "metric", "gauge"):
        leads.set("measures", said)
        assert leads.setting("measures") == said


def test_what_another_program_writes_is_read_at_once(leads, tmp_path):
    assert leads.setting("measures") == "metric"
    other = sqlite3.connect(tmp_path / FILE)
    other.execute("update setting set value = 'gauge' where key = 'measures'")
    assert leads.setting("measures") == "metric"  # not kept yet
    other.commit()
    other.close()
    assert leads.setting("measures") == "gauge"


def test_what_was_written_while_it_was_read_is_for_nobody_after(leads, reads):
    def read():
        leads.set("measures", "gauge")
        return "what stood before"

    assert reads.answer("it", read) == "what stood before"
    assert reads.answer("it", lambda: "what stands now") == "what stands now"


def test_a_reading_that_fails_is_tried_again(reads):
    def fails():
        raise KeyError("not there")

    with pytest.raises(KeyError):
        reads.answer("it", fails)
    assert reads.answer("it", lambda: "there") == "there"


def test_a_file_that_takes_its_place_is_read_anew(tmp_path):
    for name, said in (("one", "metric"), ("two", "gauge")):
        other = LeadStore(open_database(tmp_path / name))
        other.set("measures", said)
        other.engine.dispose()
    reads = Reads(tmp_path / "one" / FILE)
    assert reads.answer("it", lambda: "of the first") == "of the first"
    reads.close()
    assert reads.answer("it", lambda: "of the second") == "of the second"
    reads.close()
