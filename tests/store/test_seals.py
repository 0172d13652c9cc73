"""Whatever is changed of a sealed log, in the file and behind the program's back, is named."""

import json
from datetime import UTC, datetime

import pytest
from click.testing import CliRunner
from sampling import some
from sqlalchemy import text as sql

from euthyne.cli import main, open_store
from euthyne.core.lead.paths import with_value
from euthyne.core.people.roles import Role
from euthyne.core.plan import plan_of
from euthyne.core.stages.tag.seal import Seal, digest, sum_of
from euthyne.exchange.lead_file import file_of_lead, read_lead, write_lead
from euthyne.exchange.reading import adapter_for
from euthyne.exchange.record import record_of
from euthyne.store.afterlife import set_aside
from euthyne.store.copies import copy_checked
from euthyne.store.database import FILE
from euthyne.store.leads import file_of
from euthyne.store.people import PeopleStore
from euthyne.store.sealing import head_file
from euthyne.store.shelf import ShelfStore

AT = "2026-11-26T10:00:00"
NOON = datetime(2026, 11, 26, 12, 0, tzinfo=UTC)
JPEG = b"\xff\xd8\xff a photograph"

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


@pytest.fixture
def lived_in(store):
    """The same log some days later: people, a lead in quarantine, one with a photograph sealed."""
    shelf, people = ShelfStore(store.engine), PeopleStore(store.engine)
    people.add("Kim Lund", Role.KEEPER, "gravel sounds over lamp", NOON)
    people.add("Sam Ito", Role.READER, "gravel sounds over lamp", NOON)
    lead = with_value(store.get("TR-0012").lead, "tag", "TR-0104")
    store.add(file_of_lead(lead), "2026-11-27T09:00:00", "RM", "begun")
    shelf.keep_leaflet("TR-0104", "x.jpg", JPEG, "2026-11-27T09:30:00", "RM", "joint-A-L")
    (picture,) = shelf.photographs("TR-0104")

    def with_photograph(lead):
        beside = [{"line": picture.line, "sha256": picture.sha256}]
        return frozen(lead) | {"photographs": beside}

    store.seal("TR-0104", "2026-11-27T10:00:00", "RM", with_photograph)
    set_aside(store.engine, "TR-0102", "quarantine", "scorched", "2026-11-28T10:00:00", "KL")
    assert store.faults_of_log() == []
    return store


def run(folder, *more):
    return CliRunner().invoke(main, ["verify-log", "--data", str(folder), *more])


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
    assert "4 sealed; the log ends at number 4" in answer.output
    store.put_away("TR-0101", True, "2026-11-27T09:00:00", "RM")
    assert store.faults_of_log() == []


@pytest.mark.parametrize("how", TAMPERED)
def test_every_tampering_is_named(store, tmp_path, how):
    tamper, named = TAMPERED[how]
    tamper(store)
    answer = run(tmp_path)
    assert answer.exit_code == 1
    assert named in answer.output


LINE = "(select max(id) from journal where what like 'in quarantine%')"
LATER = {
    "quarantine lifted": (
        said("update lead set set_aside = '' where tag = 'TR-0102'"),
        "TR-0102 stands as 'in use'; the last entry left it as 'quarantine: scorched'",
    ),
    "quarantine lifted, and its line": (
        lambda store: [
            said(f"delete from journal where id = {LINE}")(store),
            said("update lead set set_aside = '' where tag = 'TR-0102'")(store),
        ],
        "The journal of TR-0102 was changed after its seal",
    ),
    "quarantine lifted, its line and its entry": (
        lambda store: [
            said(f"delete from journal where id = {LINE}")(store),
            said("update lead set set_aside = '' where tag = 'TR-0102'")(store),
            said("delete from chained where number = (select max(number) from chained)")(store),
        ],
        "it had reached number",
    ),
    "who quarantined": (
        said(f"update journal set by = 'QQ' where id = {LINE}"),
        "The journal of TR-0102 was changed after its seal",
    ),
    "who quarantined, in the entry": (
        said("update chained set document = replace(document, '\"KL\"', '\"QQ\"')"),
        "of TR-0102, was changed after it was written",
    ),
    "bytes of a photograph": (
        said("update leaflet set content = cast(content || 'x' as blob)"),
        "TR-0104: 1 of its 1 pictures is gone or not as it was sealed",
    ),
    "bytes of a photograph, and its sum": (
        said("update leaflet set content = x'FFD8FF00', sha256 = 'of that'"),
        "TR-0104: 1 of its 1 pictures",
    ),
    "photograph gone": (said("delete from leaflet"), "TR-0104: 1 of its 1 pictures"),
    "photograph put away": (
        said("update leaflet set put_away = 1"),
        "TR-0104: 1 of its 1 pictures",
    ),
    "head emptied": (
        lambda store: head_file(store.engine).write_text(
            json.dumps({"number": 0, "sha256": "0" * 64})
        ),
        "says that nothing was sealed yet, and there are seals",
    ),
    "name in the lists": (
        said("update lead set name = 'Another' where tag = 'TR-0102'"),
        "TR-0102: the lists say otherwise than its record: its name, 'Another'",
    ),
    "next test in the lists": (
        said("update listed set next_test = '2049-01-01' where sealed"),
        "its next test, 2049-01-01",
    ),
    "person renamed": (
        said("update person set name = 'Eve Low' where name = 'Kim Lund'"),
        "Kim Lund is not as the log of the house left them: name",
    ),
    "role raised": (
        said("update person set role = 'keeper' where name = 'Sam Ito'"),
        "Sam Ito is not as the log of the house left them: role",
    ),
    "hash replaced": (
        said("update person set passphrase = 'another' where name = 'Kim Lund'"),
        "Kim Lund is not as the log of the house left them: passphrase",
    ),
    "person gone": (said("delete from person where name = 'Sam Ito'"), "Sam Ito, who was entered"),
    "person put in": (
        said(
            "insert into person (name, known_as, role, passphrase, added_at) "
            "values ('Eve Low', 'eve low', 'keeper', 'x', '2026-11-27T09:00:00')"
        ),
        "Eve Low stands among the people, and nobody entered them",
    ),
    "log of the house emptied": (said("delete from house_line"), "log of the house was changed"),
    "log of the house changed": (
        said("update house_line set by = 'QQ'"),
        "log of the house was changed",
    ),
    "a reading, its seal summed anew": (
        lambda store: put_seal(store, "TR-0102", summed_anew(seal_values(store, "TR-0102"))),
        "seal 3, of TR-0102, is not the one that number 4 goes on from",
    ),
    "an entry between gone": (
        said("delete from chained where number = (select min(number) from chained)"),
        "what was between is gone",
    ),
}


def summed_anew(values):
    values["record"]["proof"][0]["reading"] = "0.001 ohm"
    values["sha256"] = sum_of(adapter_for(Seal).validate_python(values | {"sha256": ""}))
    return values


@pytest.mark.parametrize("how", some(LATER, 3))
def test_what_came_after_the_seal_is_held_as_well(lived_in, tmp_path, how):
    tamper, named = LATER[how]
    tamper(lived_in)
    answer = run(tmp_path)
    assert answer.exit_code == 1
    assert named in answer.output, answer.output


def test_a_head_on_paper_tells_what_nothing_in_the_folder_can(lived_in, tmp_path):
    """Everything from a reading on summed anew, and the head beside it: only paper knows."""
    printed = lived_in.head()
    told = f"{printed.number}:{printed.sha256}"
    assert run(tmp_path, "--head", told).exit_code == 0
    newest = "(select max(number) from chained)"
    said(f"delete from journal where id = {LINE}")(lived_in)
    said("update lead set set_aside = '' where tag = 'TR-0102'")(lived_in)
    said(
        "update listed set next_test = (select next_test from listed join lead on lead.id = lead_id "
        "where tag = 'TR-0101') where lead_id = (select id from lead where tag = 'TR-0102')"
    )(lived_in)
    said(f"delete from chained where number = {newest}")(lived_in)
    lived_in.keep_head()
    assert run(tmp_path).exit_code == 0, "no log without a secret elsewhere can tell"
    answer = run(tmp_path, "--head", told)
    assert answer.exit_code == 1
    assert f"it had reached number {printed.number}" in answer.output
    assert "no end of a log" in run(tmp_path, "--head", "twelve").output


def test_a_copy_of_before_beside_the_head_of_now_is_told(lived_in, tmp_path):
    copy_checked(tmp_path / FILE, tmp_path / "before.sqlite3")
    set_aside(lived_in.engine, "TR-0101", "scrapped", "burnt", "2026-11-29T10:00:00", "KL")
    head = head_file(lived_in.engine).read_bytes()
    lived_in.engine.dispose()
    for name in (FILE, f"{FILE}-wal", f"{FILE}-shm"):
        (tmp_path / name).unlink(missing_ok=True)
    (tmp_path / "before.sqlite3").rename(tmp_path / FILE)
    head_file(lived_in.engine).write_bytes(head)
    assert "it had reached number" in run(tmp_path).output


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
