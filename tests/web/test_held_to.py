"""What is taken in is held to what is assumed of it later; one odd lead never takes a list down."""

import json

import pytest
from click.testing import CliRunner
from hypothesis import given, settings
from hypothesis import strategies as st
from leads import made
from person import words
from sqlalchemy import text as sql

from euthyne.cli import DEMO_ORDER, main
from euthyne.core.kinds import KINDS, starts
from euthyne.core.lead.paths import with_value
from euthyne.core.questions import cut, prove
from euthyne.core.stages.tag.seal import Seal, sum_of
from euthyne.exchange.lead_file import kept_lead, lead_values, read_lead, write_lead
from euthyne.exchange.part_file import write_part
from euthyne.store.leads import file_of

LISTS = ("/bench", "/leads", "/leads?q=dome", "/leads/new", "/shelf/practices", "/stores")
pytestmark = pytest.mark.usefixtures("at_tarn_ridge")


def of_loads(load):
    return lambda d: d["lead"]["brief"].update(feeds="loads", loads=[load])


def of_step(at):
    return lambda d: d["lead"]["build"].update(done=[{"step": "lay-out", "at": at, "by": "RM"}])


ODD = [
    ("lead.wanted_by", lambda d: d["lead"].update(wanted_by="Friday")),
    ("lead.wanted_by", lambda d: d["lead"].update(wanted_by="2026-02-30")),
    ("lead.wanted_by", lambda d: d["lead"].update(wanted_by="20261126")),
    ("lead.created_at", lambda d: d["lead"].update(created_at="a week ago or so")),
    ("lead.build.done.0.at", of_step("half past ten today")),
    ("lead.ends.plug_scheme", lambda d: d["lead"]["ends"].update(plug_scheme="rainbow")),
    ("lead.brief.volts", lambda d: d["lead"]["brief"].update(volts=1e-300)),
    ("lead.brief.power_factor", lambda d: d["lead"]["brief"].update(power_factor=1e-300)),
    ("lead.brief.loads.0", of_loads({"name": "lamp"})),
    ("lead.tag", lambda d: d["lead"].update(tag="TR\n1")),
    ("lead.tag", lambda d: d["lead"].update(tag="TR/1")),
    ("lead.tag", lambda d: d["lead"].update(tag="..")),
    ("lead.tag", lambda d: d["lead"].update(tag="TR-\U0001f40d")),
    ("lead.tag", lambda d: d["lead"].update(tag="new")),
    ("lead.kind", lambda d: d["lead"].update(kind="mains cord, more or less")),
]


@pytest.mark.parametrize(("path", "change"), ODD)
def test_an_odd_document_is_refused_with_its_path(folder, store, path, change):
    document = json.loads(write_lead(file_of(store, "TR-0023").lead, None))
    document["lead"]["tag"] = "TR-0099"
    change(document)
    answer = CliRunner().invoke(
        main, ["import", "-", "--data", str(folder)], input=json.dumps(document)
    )
    assert answer.exit_code == 2
    faults = json.loads(answer.output)["errors"]
    assert [f["field"] for f in faults] == [path]
    assert faults[0]["fix"]
    assert len(store.all()) == len(DEMO_ORDER)


ODD_PARTS = [
    ("part.volts", {"volts": "250 V"}),
    ("part.fuse_family", {"fuse_family": "string"}),
    ("part.face", {"face.width": 0}),
    ("part.threaded", {"threaded.0.words": " "}),
    ("part.threaded", {"threaded.0.facing": ""}),
]


@pytest.mark.parametrize(("path", "change"), ODD_PARTS)
def test_an_odd_part_of_ones_own_is_refused(store, path, change):
    from euthyne.core.shelf.parts import shelf

    document = json.loads(write_lead(file_of(store, "TR-0023").lead, None))
    own = json.loads(write_part(shelf()["bs1363-socket-heavy"]))["part"] | {"id": "own-socket"}
    assert own["threaded"]
    for where, value in change.items():
        *way, last = where.split(".")
        held = own
        for step in way:
            held = held[int(step) if step.isdigit() else step]
        held[last] = value
    document["lead"]["tag"] = "TR-0099"
    document["lead"]["ends"]["own"] = [own]
    with pytest.raises(ValueError) as refused:
        read_lead(json.dumps(document))
    assert path.replace("part.", "lead.ends.own.0.") in [f.field for f in refused.value.faults]


@pytest.mark.parametrize("change", ["no tag", "no day", "more on it"])
def test_a_record_made_by_hand_says_what_stood_on_its_tag(store, change):
    document = json.loads(write_lead(file_of(store, "TR-0012").lead, store.seal_of("TR-0012")))
    seal = document["seal"]
    if change == "no tag":
        del seal["record"]["tag"]
    elif change == "no day":
        seal["record"]["tag"]["next_test"] = "in spring"
    else:
        seal["record"]["tag"]["weight_of_the_drum"] = 3
    seal["sha256"] = sum_of(Seal(**seal))
    if change == "more on it":
        assert read_lead(json.dumps(document)).seal is not None
        return
    with pytest.raises(ValueError) as refused:
        read_lead(json.dumps(document))
    assert refused.value.faults[0].field.startswith("seal.record.tag")


RUINED = [
    '{"tag": "TR-0023"',
    '{"tag": "TR-0023", "kind": "extension"}',
    "null",
    ("wanted_by", "Friday"),
    ("kind", "no such kind"),
]


@pytest.mark.parametrize("ruin", RUINED)
def test_a_lead_ruined_in_the_file_is_named_and_every_list_goes_on(person, store, ruin):
    document = ruin
    if isinstance(ruin, tuple):
        document = json.dumps(lead_values(store.get("TR-0023").lead) | {ruin[0]: ruin[1]})
    with store.engine.begin() as db:
        db.execute(sql("update lead set document = :d where tag = 'TR-0023'"), {"d": document})
    for address in LISTS:
        page = person.open(address)
        if address in ("/bench", "/leads"):
            assert "TR-0023 Hut to dome extension" in words(page)
            assert "This lead cannot be read" in page
            assert "/leads/TR-0012" in page
    assert person.client.get("/leads/document?tag=TR-0023").text == document
    person.send("/leads/put-away", tag="TR-0023", away="yes")
    assert "cannot be read" not in person.open("/bench")
    assert "TR-0023" in person.open("/leads?away=")


def test_a_lead_that_cannot_be_read_says_why_and_hands_out_its_document(person, store):
    values = lead_values(store.get("TR-0023").lead) | {"wanted_by": "Friday"}
    with store.engine.begin() as db:
        db.execute(
            sql("update lead set document = :d where tag = 'TR-0023'"), {"d": json.dumps(values)}
        )
    page = words(person.open("/leads/TR-0023/brief", code=422))
    assert "TR-0023 cannot be read" in page
    assert "'Friday' is no day" in page
    person.send("/leads/TR-0023/name", code=404, name="x")
    assert json.loads(person.client.get("/leads/document?tag=TR-0023").text) == values


def test_a_lead_is_put_away_and_taken_out_again(person, store):
    person.send("/leads/put-away", tag="TR-0018", away="yes")
    assert "TR-0018" not in person.open("/bench")
    assert "TR-0018" not in person.open("/leads?q=welder")
    assert "put away: it stands on no list but" in words(person.open("/leads/TR-0018/brief"))
    person.send("/leads/put-away", tag="TR-0018", away="no")
    assert "TR-0018" in person.open("/bench")
    assert [line.what for line in store.journal("TR-0018")][-2:] == ["put away", "taken out again"]
    person.send("/leads/put-away", code=404, tag="TR-9999", away="yes")


def measured_questions():
    """Each, with a kind that asks it."""
    asked = {q.path: (k.id, q) for k in KINDS.values() for q in k.questions if q.measure}
    asked |= {q.path: ("extension", q) for q in (*prove.FIELDS, *cut.FIELDS) if q.measure}
    return [x for path, x in asked.items() if path.split(".")[0] in ("brief", "proof", "cut")]


@pytest.mark.parametrize(
    ("kind", "question"), measured_questions(), ids=lambda x: getattr(x, "path", "")
)
def test_what_a_form_takes_a_document_takes(kind, question):
    lead = made(KINDS[kind].starts[0].id)
    for value in (question.measure.low, question.measure.high):
        changed = with_value(lead, question.path, float(value))
        assert kept_lead(lead_values(changed)) == changed


@settings(max_examples=60, deadline=None)
@given(st.text(max_size=30))
def test_a_tag_that_is_taken_can_be_opened_by_its_address(tag):
    from urllib.parse import quote, unquote

    from euthyne.core.trade.worded import WillNotDo, is_tag

    try:
        is_tag(tag)
    except WillNotDo as told:
        assert told.fix
        return
    assert "/" not in tag
    assert tag.strip(". ") != ""
    assert unquote(quote(tag)) == tag


def test_leads_begun_at_once_each_get_a_tag(app, store):
    from concurrent.futures import ThreadPoolExecutor

    start = starts()[0][1].id

    def begin(_):
        return app.test_client().post("/leads/new", data={"start": start}).status_code

    with ThreadPoolExecutor(8) as many:
        codes = list(many.map(begin, range(20)))
    assert codes == [303] * 20
    assert len(store.all()) == len(DEMO_ORDER) + 20


def test_a_document_shows_what_it_computes_whatever_it_says_was_typed(person, store):
    document = json.loads(write_lead(file_of(store, "TR-0023").lead, None))
    document["lead"]["tag"] = "TR-0099"
    document["lead"]["brief"] |= {
        "run_m": 80.0,
        "feeds": "loads",
        "loads": [{"name": "kettle", "watts": 2000.0}],
    }
    document["lead"]["typed"] = {"brief.run_m": "8 m", "brief.loads.0.draws": "20 W"}
    person.send("/leads/import", text=json.dumps(document))
    page = person.open("/leads/TR-0099/brief")
    assert 'value="80 m"' in page
    assert 'value="8 m"' not in page
    assert 'value="2000 W"' in page
    document["lead"] |= {"tag": "TR-0098", "typed": {"brief.run_m": "8000 cm"}}
    person.send("/leads/import", text=json.dumps(document))
    assert 'value="8000 cm"' in person.open("/leads/TR-0098/brief")
