"""Every kind of Tarn Ridge, built, is proven through the pages and sealed."""

import sqlite3
from dataclasses import replace

import pytest
from leads import AT, with_done
from sampling import some

from euthyne.core.kinds import starts
from euthyne.core.lead import Reason, StepDone
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import progress
from euthyne.core.trade.figure import OPEN
from euthyne.store.database import FILE
from in_metric import in_metric

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
# A lead of each kind; the faults that the demonstration shows are put right first.
ONE_OF_EACH = (
    "TR-0042",
    "TR-0039",
    "TR-0034",
    "TR-0031",
    "TR-0030",
    "TR-0029",
    "TR-0028",
    "TR-0027",
    "TR-0026",
    "TR-0025",
    "TR-0024",
    "TR-0033",
    "TR-0032",
    "TR-0035",
    "TR-0014",
    "TR-0015",
    "TR-0020",
    "TR-0022",
    "TR-0021",
    "TR-0016",
)


def plan(store, tag):
    return Plan(store.get(tag).lead)


def built(store, tag):
    """The lead with its ends accepted, its cut settled, every step done, every caution answered."""

    def made(lead):
        lead = replace(
            lead,
            ends=replace(lead.ends, accepted=True),
            cut=replace(lead.cut, accepted=True),
            proof=replace(lead.proof, tested_volts=1000.0),
        )
        p = Plan(lead)
        if lead.conductor.size is None and p.conductor.size_name:
            lead = replace(lead, conductor=replace(lead.conductor, size=p.conductor.size_name))
        p = Plan(lead)
        lead = with_done(lead, tuple(StepDone(s.key, AT, "RM") for s in p.build.steps))
        open_ = [f for f in progress(Plan(lead), False).found if f.level == "caution"]
        given = tuple(
            Reason(
                f.code,
                "looked at, and it holds here",
                AT,
                "RM",
                in_metric(f.text),
                f.about,
                f.kept_figures,
            )
            for f in open_
        )
        return replace(lead, reasons=given)

    store.change(tag=tag, change=made, at=AT, by="RM", what="built")


def typed(line):
    """A sound reading, as it is typed."""
    amps = getattr(line, "amps", None)
    return line.written(line.sound, False, amps)


def prove(person, store, tag):
    for end in {x.end for x in plan(store, tag).prove.looks}:
        person.send(f"/leads/{tag}/prove/good", end=end)
    while (asked := plan(store, tag).prove.next_probe) is not None:
        said = "sounds" if asked.sounds else "silent"
        person.client.post(
            f"/leads/{tag}/prove/heard", data={"probe": asked.key, "heard": said, "bench": "yes"}
        )
    for powered in (False, True):
        lines = [x for x in plan(store, tag).prove.lines if x.powered == powered]
        form = {f"reading.{x.id}": typed(x) for x in lines}
        person.send(f"/leads/{tag}/prove", **form)


def untold(folder):
    """Figures that were written down before they were told: who reads the data file in ten years has no
    key to them. What lists show is worked out anew whenever the program changes, and told there."""
    with sqlite3.connect(folder / FILE) as db:
        tables = {
            name for (name,) in db.execute("select name from sqlite_master where type = 'table'")
        }
        return [
            (table, text)
            for table in tables - {"listed", "need"}
            for row in db.execute(f"select * from {table}")
            for text in row
            if isinstance(text, str) and (OPEN in text or "\\ue000" in text)
        ]


@pytest.mark.parametrize("tag", some(ONE_OF_EACH, 3))
def test_it_goes_to_its_sealed_tag(folder, person, store, tag):
    built(store, tag)
    person.send(f"/leads/{tag}/prove/gangs", gangs="yes")
    prove(person, store, tag)
    p = plan(store, tag)
    assert p.prove.unanswered == ()
    assert [f.title for f in progress(p, False).found if f.open] == []
    person.send(f"/leads/{tag}/tag/seal", initials="AF")
    record = store.seal_of(tag).record
    assert {x["line"] for x in record["proof"]} == {x.id for x in p.prove.lines}
    assert all(x["reading"] and x["verdict"] in ("pass", "watch") for x in record["proof"])
    assert record["looks"] == len(p.prove.looks)
    answer = person.client.get(f"/leads/{tag}/certificate.pdf")
    assert answer.data.startswith(b"%PDF")
    assert store.faults_of_log() == []
    assert untold(folder) == []


def test_one_of_each_kind_is_among_them(store):
    kinds_here = {store.get(tag).lead.kind for tag in ONE_OF_EACH} | {
        store.get("TR-0012").lead.kind
    }
    assert kinds_here == {k.id for k, _ in starts() if k.proof}
