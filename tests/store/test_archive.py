"""A whole log goes out as one archive and comes in again, all of it or nothing."""

import os
import zipfile
from dataclasses import replace

import pytest
from click.testing import CliRunner
from made_up import add_made_up

from euthyne.cli import main, open_store
from euthyne.cli.demo_job import load_job
from euthyne.core.days.days import Days
from euthyne.core.jobs.kit import Promise
from euthyne.core.jobs.quote import Quote
from euthyne.core.shelf.article import FirstArticle
from euthyne.core.stores.lot import Lot
from euthyne.store import days
from euthyne.store.articles import keep_article, kept_articles, photograph_of
from euthyne.store.jobs import JobStore
from euthyne.store.lots import Lent, LotStore
from euthyne.store.shelf import ShelfStore
from euthyne.store.stores import StoresStore

AT = "2026-11-26T10:00:00+00:00"
PLANNED = Days(AT, late=3, least_late=2)
MADE_UP = 1000 if os.environ.get("EUTHYNE_LONG") else 0


def command(*args):
    return CliRunner().invoke(main, [str(a) for a in args])


@pytest.fixture(scope="module")
def log(tmp_path_factory, loaded_once):
    """The demonstration with made-up leads, a leaflet, a part of one's own, drafts, a lead put away."""
    import shutil

    folder = tmp_path_factory.mktemp("log")
    shutil.copytree(loaded_once, folder, dirs_exist_ok=True)
    store = open_store(folder)
    add_made_up(store, MADE_UP)
    shelf = ShelfStore(store.engine)
    shelf.keep_leaflet("TR-0023", "sheet.pdf", b"%PDF-1 a sheet", AT, "RM")
    shelf.keep_leaflet("TR-0022", "the same.pdf", b"%PDF-1 a sheet", AT, "RM")
    shelf.add(own_part(), AT, "RM")
    load_job(folder)
    days.keep_days(store, PLANNED)
    sample = FirstArticle("lug, M8", "35 mm2", "press", "press, die 35", 2300.0, True, AT, "RM")
    keep_article(store.engine, sample, "image/jpeg", b"a section")
    lots = LotStore(store.engine)
    lots.keep("Reel 1", Lot("K 4471", "Fell Cables", "2026-11-02", strands=30))
    lots.bar("K 4471", "aluminium under the plating")
    lots.came_back("K 4471", "TR-0012", True, AT, "RM")
    lots.lend(Lent("Cable shear", "the neighbour", "2026-12-05", AT, "RM"))
    jobs = JobStore(store.engine)
    jobs.promise(1, [Promise(1, "part", "bs1363-plug", 3)], AT, "RM")
    quote = Quote("2026-11-26", "2026-12-26", "EUR", (), (), 25, 20, 60, 9.5)
    jobs.give_quote(1, quote, b"%PDF-1 a quote", AT, "RM")
    store.put_away("TR-0020", True, AT, "RM")
    store.change("TR-0023", lambda lead: replace(lead, name="Éclairage 2"), AT, "RM", "renamed")
    return folder


def own_part():
    from euthyne.core.shelf.parts import shelf

    return replace(shelf()["bs1363-plug"], id="my-plug", words="a plug of our own")


def archive_of(folder, file):
    answer = command("export", "--all", file, "--data", folder)
    assert answer.exit_code == 0, answer.output
    return file.read_bytes()


def test_an_archive_in_and_out_again_is_the_same_bytes(log, tmp_path):
    first = archive_of(log, tmp_path / "one.zip")
    answer = command("import", tmp_path / "one.zip", "--data", tmp_path / "new")
    assert answer.exit_code == 0, answer.output
    assert archive_of(tmp_path / "new", tmp_path / "two.zip") == first


def test_jobs_and_lots_come_along(log, tmp_path):
    archive_of(log, tmp_path / "one.zip")
    command("import", tmp_path / "one.zip", "--data", tmp_path / "new")
    before, after = (JobStore(open_store(f).engine) for f in (log, tmp_path / "new"))
    assert after.get(1) == before.get(1)
    assert (after.cutting(1), after.promises()) == (before.cutting(1), before.promises())
    assert after.quotes(1) == before.quotes(1)
    assert after.quote_page(1, 1) == b"%PDF-1 a quote"
    assert [k.pack for k in after.packs()] == [k.pack for k in before.packs()]
    lots = LotStore(open_store(tmp_path / "new").engine)
    assert lots.of("Reel 1").barred == "aluminium under the plating"
    assert len(lots.with_some("K 4471")) == 3
    (sample,) = kept_articles(open_store(tmp_path / "new").engine)
    assert sample.article.tool == "press, die 35"
    assert photograph_of(open_store(tmp_path / "new").engine, sample.number)[1] == b"a section"
    assert [x.whom for x in lots.lent()] == ["the neighbour"]
    both = [open_store(folder) for folder in (log, tmp_path / "new")]
    assert days.workshop(both[1]) == days.workshop(both[0])
    assert days.days(both[1]) == days.days(both[0]) == PLANNED


def test_nothing_is_missing_in_the_new_log(log, tmp_path):
    archive_of(log, tmp_path / "one.zip")
    command("import", tmp_path / "one.zip", "--data", tmp_path / "new")
    old, new = open_store(log), open_store(tmp_path / "new")
    assert [(h.lead, h.sealed, h.revision) for h in new.all()] == [
        (h.lead, h.sealed, h.revision) for h in old.all()
    ]
    assert command("verify-log", "--data", tmp_path / "new").exit_code == 0
    assert [x.what for x in new.journal("TR-0023")] == [x.what for x in old.journal("TR-0023")]
    assert new.practices() == old.practices()
    assert new.next_tag() == old.next_tag()
    assert new.groups() == old.groups()
    shelf = ShelfStore(new.engine)
    assert shelf.parts()["my-plug"] == own_part()
    (leaflet,) = shelf.leaflets("TR-0022")
    assert shelf.leaflet("TR-0022", leaflet.id) == ("application/pdf", b"%PDF-1 a sheet")
    stores, was = StoresStore(new.engine), StoresStore(old.engine)
    assert stores.all() == was.all()
    assert stores.movements("Reel 3") == was.movements("Reel 3")
    assert not [h for h in new.all() if h.lead.tag == "TR-0020"]


def test_it_goes_into_an_empty_log_only(log, tmp_path, with_demo):
    archive_of(log, tmp_path / "one.zip")
    with_demo(tmp_path / "used")
    answer = command("import", tmp_path / "one.zip", "--data", tmp_path / "used")
    assert answer.exit_code == 2
    assert "this log is in use" in answer.output


def test_export_writes_over_nothing_and_wants_one_thing(log, tmp_path):
    (tmp_path / "mine.zip").write_text("mine")
    assert "is there already" in command("export", "--all", tmp_path / "mine.zip").output
    assert "not both" in command("export", "TR-1", "--all", tmp_path / "x.zip").output


def spoiled(file, how, name="leads/0000003.json"):
    """The archive with one member changed, left out, or the whole cut short."""
    if how == "cut short":
        file.write_bytes(file.read_bytes()[:-200])
        return
    members = {}
    with zipfile.ZipFile(file) as archive:
        members = {n: archive.read(n) for n in archive.namelist()}
    if how == "left out":
        del members[name]
    elif how == "a lead twice":
        members[name] = members["leads/0000002.json"]
    elif how == "a seal less":
        sealed = next(n for n, c in members.items() if n[:5] == "leads" and b'"seal": {' in c)
        members[sealed] = members[sealed].replace(b'"own": true', b'"own": false')
    elif how == "a leaflet changed":
        name = next(n for n in members if n.startswith("leaflets/"))
        members[name] = b"%PDF-1 another"
    else:
        members[name] = members[name].replace(*how)
    with zipfile.ZipFile(file, "w") as archive:
        for n, content in members.items():
            archive.writestr(n, content)


@pytest.mark.parametrize(
    ("how", "said"),
    [
        ("cut short", "no archive"),
        ("left out", "should be"),
        ("a lead twice", "is there twice"),
        ("a seal less", "The journal of TR-0012 was changed after its seal"),
        ("a leaflet changed", "not what its name says"),
        ((b'"revision":', b'"revisions":'), "leads/0000003.json: revision"),
        ((b'"put_away": false', b'"put_away": "no"'), "put_away"),
        ((b"{", b"["), "not JSON"),
        ((b'begin\\":510', b'begin\\":-5'), "settings.workshop"),
    ],
)
def test_an_archive_with_a_fault_is_not_taken_in_at_all(log, tmp_path, how, said):
    archive_of(log, tmp_path / "one.zip")
    name = "archive.json" if said.startswith("settings") else "leads/0000003.json"
    spoiled(tmp_path / "one.zip", how, name)
    answer = command("import", tmp_path / "one.zip", "--data", tmp_path / "new")
    assert answer.exit_code == 2, answer.output
    assert said in answer.output
    assert open_store(tmp_path / "new").newest() is None


def test_a_part_the_shelf_has_by_now_stays_as_it_was(tmp_path, with_demo):
    """A later program ships a part of the id that somebody gave theirs."""
    import sqlite3
    from contextlib import closing

    from euthyne.store.database import FILE
    from euthyne.web import create_app

    with_demo(tmp_path)
    store = open_store(tmp_path)
    ShelfStore(store.engine).add(own_part(), AT, "RM")
    with closing(sqlite3.connect(tmp_path / FILE)) as db, db:
        db.execute(
            "update part set id = 'bs1363-plug', document = replace(document, 'my-plug', 'bs1363-plug')"
        )
    client = create_app(store, tmp_path).test_client()
    for page in ("/shelf", "/leads/TR-0023/ends", "/shelf/part/bs1363-plug"):
        assert client.get(page, follow_redirects=True).status_code == 200, page
