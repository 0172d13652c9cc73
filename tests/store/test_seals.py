"""Whatever is changed of a sealed log, in the file and behind the program's back, is named."""

import json

import pytest
from click.testing import CliRunner
from sqlalchemy import text as sql

from euthyne.cli import main, open_store
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import plan_of
from euthyne.core.stages.tag.seal import digest
from euthyne.exchange.lead_file import file_of_lead, read_lead, write_lead
from euthyne.exchange.record import record_of
from euthyne.store.leads import file_of

LONGER = "update lead set document = replace(document, :old, :new)"
RUN = {"old": '"run_m":2.0', "new": '"run_m":30.0'}


def frozen(lead):
    plan = plan_of(lead)
    return record_of(plan, plan.tag.facts("2026-11-26", "RM"))


@pytest.fixture
def store(tmp_path, with_demo):
    """The demonstration's sealed lead, and three more like it, sealed here."""
    with_demo(tmp_path)
    store = open_store(tmp_path)
    for tag in ("TR-0101", "TR-0102", "TR-0103"):
        lead = with_value(store.get("TR-0012").lead, "tag", tag)
        store.add(file_of_lead(lead), "2026-11-26T09:00:00", "RM", "begun")
        store.seal(tag, "2026-11-26T10:00:00", "RM", frozen)
    return store


def run(folder):
    return CliRunner().invoke(main, ["verify-log", "--data", str(folder)])


def seal_values(store, tag):
    query = "select seal.document from seal join lead on lead.id = lead_id where tag = :t"
    with store.engine.connect() as db:
        return json.loads(db.execute(sql(query), {"t": tag}).scalar())


def put_seal(store, tag, values):
    with store.engine.begin() as db:
        db.execute(
            sql(
                "update seal set document = :d where lead_id = (select id from lead where tag = :t)"
            ),
            {"d": json.dumps(values), "t": tag},
        )


def changed(tag, **values):
    return lambda store: put_seal(store, tag, seal_values(store, tag) | values)


def said(command, **values):
    def tamper(store):
        with store.engine.begin() as db:
            db.execute(sql(command), values)

    return tamper


def swapped(store):
    one, other = seal_values(store, "TR-0101"), seal_values(store, "TR-0102")
    put_seal(store, "TR-0101", other)
    put_seal(store, "TR-0102", one)


def chain_made_again(store):
    """A run is changed, and every sum after it worked out anew by the rule of the first seals."""
    previous = seal_values(store, "TR-0012")["sha256"]
    for tag in ("TR-0101", "TR-0102", "TR-0103"):
        seal = seal_values(store, tag) | {"previous": previous, "covers": "record"}
        seal["record"]["lead"]["brief"]["run_m"] = 30.0
        previous = seal["sha256"] = digest(previous, seal["record"])
        put_seal(store, tag, seal)
    said(LONGER, **RUN)(store)


OF_LAST = "(select id from lead where tag = 'TR-0103')"
TAMPERED = {
    "who": (changed("TR-0102", sealed_by="QQ"), "seal 3, of TR-0102, was changed"),
    "when": (
        changed("TR-0102", sealed_at="2020-01-01T00:00:00"),
        "seal 3, of TR-0102, was changed",
    ),
    "number": (changed("TR-0103", number=9), "was changed"),
    "the lead": (
        said(f"{LONGER} where tag = 'TR-0101'", **RUN),
        "TR-0101 is not the lead that its seal froze",
    ),
    "newest seal gone": (
        said(f"delete from seal where lead_id = {OF_LAST}"),
        "it had reached number 4",
    ),
    "every seal gone": (said("delete from seal"), "it had reached number 4"),
    "seal and mark gone": (
        lambda store: [
            said(f"delete from seal where lead_id = {OF_LAST}")(store),
            said("update lead set sealed = 0 where tag = 'TR-0103'")(store),
        ],
        "TR-0103 was sealed as number 4, as its journal says, and has no seal",
    ),
    "a seal between gone": (
        said("delete from seal where lead_id = (select id from lead where tag = 'TR-0102')"),
        "what was between is gone",
    ),
    "mark": (said("update lead set sealed = 0 where tag = 'TR-0101'"), "not marked as sealed"),
    "not ours": (
        said(f"update seal set own = 0 where lead_id = {OF_LAST}"),
        "it had reached number 4",
    ),
    "journal gone": (
        said(f"delete from journal where lead_id = {OF_LAST}"),
        "says not that it was sealed",
    ),
    "journal changed": (
        said(f"update journal set by = 'QQ' where what = 'begun' and lead_id = {OF_LAST}"),
        "The journal of TR-0103 was changed",
    ),
    "seals swapped": (swapped, "froze another lead"),
    "chain made again": (chain_made_again, "is not the one the log had ended with"),
}


def test_a_log_that_nobody_touched_holds(store, tmp_path):
    answer = run(tmp_path)
    assert answer.exit_code == 0, answer.output
    assert "4 sealed; the log ends at seal 4" in answer.output
    store.put_away("TR-0101", True, "2026-11-27T09:00:00", "RM")
    assert store.faults_of_log() == []


@pytest.mark.parametrize("how", TAMPERED)
def test_every_tampering_is_named(store, tmp_path, how):
    tamper, named = TAMPERED[how]
    tamper(store)
    answer = run(tmp_path)
    assert answer.exit_code == 1
    assert named in answer.output


def test_a_changed_seal_from_another_log_is_named(store, tmp_path):
    other = open_store(tmp_path / "other")
    other.add(read_lead(write_lead(*_file(store))), "2026-11-27T09:00:00", "RM", "imported")
    assert other.faults_of_log() == []
    changed("TR-0103", sealed_by="QQ")(other)
    assert other.faults_of_log() == ["seal 4, of TR-0103, was changed after it was sealed."]


def _file(store):
    file = file_of(store, "TR-0103")
    return file.lead, file.seal


def test_a_folder_without_a_log_is_refused_and_stays_empty(tmp_path):
    folder = tmp_path / "elsewhere"
    answer = run(folder)
    assert answer.exit_code == 1
    assert "There is no log in" in answer.output
    assert not folder.exists()


def test_the_head_is_kept_beside_the_file_and_its_loss_is_said(store, tmp_path):
    (tmp_path / "sealed-head.json").unlink()
    assert "nothing beside the data file says where the log ended" in run(tmp_path).output
