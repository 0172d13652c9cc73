"""Lots: of which one a reel is, held back until its sample is measured, barred, called back."""

from io import BytesIO

import pytest
from person import words
from pypdf import PdfReader
from tents import JOB, in_a_row, left, tags

from euthyne.cli.demo_job import CUT
from euthyne.core.jobs.job import one_more
from euthyne.core.jobs.kit import Promise
from euthyne.store.clock import now
from euthyne.store.jobs import JobStore
from euthyne.store.lots import LotStore
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_the_tents")


PLUG = "bs1363-plug-heavy"


def on_hand(store):
    return StoresStore(store.engine).all()


@pytest.fixture
def lots(store):
    return LotStore(store.engine)


def test_a_lot_is_said_and_what_cannot_be_is_said_at_its_field(person, lots):
    page = person.send(
        "/stores/one/lot", 422, name="Reel 1", number="K 4471", strands="many", mohm_per_m="dear"
    )
    assert page.count("note-bad") == 2
    assert 'value="many"' in page
    person.send(
        "/stores/one/lot", name="Reel 1", number="K 4471", strands="30", mohm_per_m="12.9 mohm/m"
    )
    lot = lots.of("Reel 1").lot
    assert (lot.number, lot.strands, lot.mohm_per_m) == ("K 4471", 30, 12.9)


def test_nothing_is_cut_from_a_lot_that_waits_for_its_sample(person, jobs, lots):
    person.send("/stores/one/lot", name="Reel 1", number="K 4471", waits="yes")
    assert "its sample is not measured yet" in words(person.open("/stores/one?name=Reel 1"))
    person.send(f"{JOB}/cutting")
    assert "Reel 1" not in {c.piece for c in jobs.cutting(1).left}
    person.send("/stores/one/lot", name="Reel 1", number="K 4471", waits="yes", strands="30")
    person.send(f"{JOB}/cutting")
    assert {c.piece for c in jobs.cutting(1).left} == {"Reel 1"}


def test_a_magnet_that_holds_keeps_a_reel_back(person, lots):
    person.send("/stores/one/lot", name="Reel 1", number="K 4471", magnetic="yes")
    assert "not copper alone" in lots.held_back()["Reel 1"]


def test_a_lot_called_back_names_every_lead_and_those_at_the_bench_stand_still(
    person,
    store,
    jobs,
    lots,
):
    """The sealed cord of the demonstration is said to be of the same lot as the tents' reel."""
    with_it = tags(jobs)[:CUT]
    person.send("/stores/one/lot", name="Reel 1", number="K 4471")
    page = person.send("/stores/lot/bar", 422, number="K 4471", why="")
    assert "no reason is given" in words(page).lower()
    person.send("/stores/lot/bar", number="K 4471", why="aluminium under the plating")
    assert [x.tag for x in lots.with_some("K 4471")] == with_it
    assert "Lots in it: K 4471 (Reel 1)." in words(person.open(f"/leads/{with_it[0]}/history"))
    page = words(person.open("/stores/lot?number=K 4471"))
    assert "Barred: aluminium under the plating" in page
    assert "3 leads have some of it" in page
    bench = words(person.open("/bench"))
    assert f"{with_it[0]} is in quarantine" in bench
    still = person.confirm(with_it[0], "lay-out")
    assert still.status_code == 409
    assert "stands still" in words(still.text)
    row = in_a_row(person, store, with_it, 422)
    assert "stands still" in words(row)
    letter = PdfReader(BytesIO(person.client.get("/stores/lot.pdf?number=K 4471").data))
    assert "aluminium under the plating" in letter.pages[0].extract_text()
    table = person.client.get("/stores/lot.csv?number=K 4471").text
    assert all(tag in table for tag in with_it)


def test_a_count_keeps_why_it_is_not_what_it_should_be(person, store):
    person.send("/stores/one/count", name="Reel 1", left="30 m", why="taken for something else")
    moved = StoresStore(store.engine).movements("Reel 1")[0]
    assert (moved.why, left(store, "Reel 1")) == ("taken for something else", 30.0)


def test_the_shopping_list_is_in_packs_by_supplier_and_what_came_is_in_stores(person, store, lots):
    page = words(person.open("/stores/shopping"))
    assert "Fell Cables" in page
    assert "3 short 1 of 5, 21.50" in page
    what = next(p.pack.what for p in JobStore(store.engine).packs() if p.pack.kind == "part")
    table = person.client.get("/stores/shopping.csv").text
    assert 'Fell Cables,"BS 1363 trailing socket, 13 A, rubber, hooded",3,1 of 5,21.50,3' in table
    paper = PdfReader(BytesIO(person.client.get("/stores/shopping.pdf").data))
    assert "Fell Cables" in paper.pages[0].extract_text()
    page = person.send("/stores/shopping/came", 422, kind="part", what=what, left="a bag")
    assert 'value="a bag"' in page
    person.send(
        "/stores/shopping/came", kind="part", what=what, left="5", name="Socket bag", number="S 9"
    )
    assert left(store, "Socket bag") == 5
    assert lots.of("Socket bag").lot.number == "S 9"
    assert "3 short 1 of 5" not in words(person.open("/stores/shopping"))


@pytest.mark.parametrize(
    ("typed", "said"),
    [({"amount": "0"}, "pack"), ({"price": "-3"}, "price"), ({"days": "soon"}, "days")],
)
def test_a_pack_that_cannot_be_is_said_at_its_field(person, typed, said):
    told = {"kind": "cable", "what": "H07RN-F 3G2.5", "amount": "25 m", "price": "30"} | typed
    page = person.send("/stores/shopping/pack", 422, **told)
    assert page.count("note-bad") == 1
    assert said in words(page)


def test_what_is_promised_is_asked_for_before_another_takes_it_and_counted_it_stands_on_the_bench(
    person,
    store,
    jobs,
):
    """The plugs of the job's three open leads are kept; a lead of no job wants one of them."""
    person.send(f"{JOB}/keep", keep="yes")
    other = store.get(tags(jobs)[-1]).lead
    store.begin(lambda tag: one_more(other, tag, now()), now(), "AB", "the same for nobody")
    tag = max(h.lead.tag for h in store.all())
    asked = words(person.confirm(tag, "lay-out").text)
    assert "This is kept for another job" in asked
    assert not store.get(tag).lead.build.done
    person.confirm(tag, "lay-out", promised="yes")
    assert store.get(tag).lead.build.done
    assert f"were taken for {tag}" in jobs.log(1)[0].what
    bench = words(person.open("/bench"))
    assert "Leads for the visitor tents was promised BS 1363 plug" in bench


def test_a_tool_that_is_lent_is_said_where_a_step_wants_it_and_on_the_bench(person, store, lots):
    page = person.send("/stores/one/lend", 422, name="Cable shear", whom="", back_on="soon")
    assert page.count("note-bad") == 2
    person.send("/stores/one/lend", name="Cable shear", whom="the neighbour", back_on="2026-11-20")
    tag = "TR-0046"
    assert "Cable shear: lent to the neighbour, back on 2026-11-20" in words(
        person.open(f"/leads/{tag}/build")
    )
    assert "Cable shear is not back: lent to the neighbour" in words(person.open("/bench"))
    person.send("/stores/one/lend", name="Cable shear", back="yes")
    assert not lots.lent()
    assert "lent to the neighbour" not in words(person.open(f"/leads/{tag}/build"))


def test_several_that_take_what_is_kept_together_are_asked_though_each_alone_would_not(
    person, store, jobs
):
    """Three plugs are there and two are kept for another job: one is free, not one for each of three."""
    person.send("/jobs", name="Another")
    jobs.promise(2, [Promise(2, "part", PLUG, 2)], now(), "AB")
    three = tags(jobs)[CUT:]
    assert left(store, next(s.name for s in on_hand(store) if s.what == PLUG)) == 3
    page = words(in_a_row(person, store, three))
    assert "This is kept for another job" in page
    assert not any(store.get(tag).lead.build.done for tag in three)
    in_a_row(person, store, three[:1])
    assert store.get(three[0]).lead.build.done
