"""Two people at two tablets work through a job of six, of three in the gate, from its kit to its certificates."""

from io import BytesIO

import pytest
from jobs import proven_and_sealed
from person import Person
from playwright.sync_api import expect
from pypdf import PdfReader
from sampling import LONG
from test_drawings_read import unreadable
from test_eyes_and_ears import serious

from euthyne.cli import open_store
from euthyne.cli.demo_job import load_job
from euthyne.core.jobs.job import is_cut
from euthyne.core.plan import plan_of
from euthyne.core.stores.lot import Lot
from euthyne.store.jobs import JobStore
from euthyne.store.lots import LotStore
from euthyne.store.stores import StoresStore
from euthyne.web import create_app

MANY = 6 if LONG else 3
TABLET = {"width": 820, "height": 1180}


@pytest.fixture
def with_demo(with_demo):
    """The demonstration with its job."""

    def put(folder):
        with_demo(folder)
        load_job(folder)

    return put


@pytest.fixture
def tablets(chromium, served):
    """Two tablets, each with the initials of whoever is at it."""
    found = {}
    for initials in ("AB", "CD"):
        context = chromium.new_context(viewport=TABLET, base_url=served[0])
        context.set_default_timeout(20_000)
        found[initials] = context.new_page()
    yield found
    for page in found.values():
        page.context.close()


def several(tablets):
    """A job of several of the tents' lead, begun on one tablet; its address."""
    a = tablets["AB"]
    a.goto("/leads/TR-0043")
    a.get_by_role("button", name="The same again").click()
    a.wait_for_url("**/leads/TR-0049/**")
    a.goto("/jobs")
    a.get_by_label("What it is called").fill("Some for the fair")
    a.get_by_label("Wanted by").fill("2026-12-20")
    a.get_by_role("button", name="Begin this job").click()
    a.get_by_label("A lead that is there").fill("tr49")
    a.get_by_role("button", name="It is of this job").click()
    a.get_by_label("So many in all").fill(str(MANY))
    a.get_by_role("button", name="Make them").click()
    expect(a.get_by_role("heading", name=f"{MANY} × Tent extension")).to_be_visible()
    return a.url.partition("?")[0]


def ticked(page, initials, job, tags):
    """The step that waits is confirmed on some tags, on one tablet."""
    page.goto(f"{job}/bench?like={tags[0]}")
    page.get_by_label("Initials").fill(initials)
    for tag in tags:
        page.locator(f"#t-{tag}").check()
    page.get_by_role("button", name="Done on those ticked").click()
    page.wait_for_load_state()


def cut_next(page, initials, job):
    page.goto(f"{job}/cutting")
    page.get_by_label("Initials").fill(initials)
    page.get_by_role("button", name="is cut and tagged").click()
    page.wait_for_load_state()


def test_a_job_goes_from_kit_to_certificates_with_a_kink_at_the_third_cut(
    served, tablets, tmp_path
):
    _, store = served
    jobs = JobStore(store.engine)
    a, b = tablets["AB"], tablets["CD"]
    job = several(tablets)
    tags = jobs.get(2).tags
    mine, theirs = tags[: MANY // 2], tags[MANY // 2 :]
    b.goto(job)
    b.get_by_role("button", name="Keep these for it").click()
    expect(b.get_by_role("button", name="Keep nothing for it")).to_be_visible()
    ticked(a, "AB", job, mine)
    ticked(b, "CD", job, theirs)
    a.goto(f"{job}/cutting")
    a.get_by_role("button", name="Make the list").click()
    cut_next(a, "AB", job)
    cut_next(b, "CD", job)
    a.goto(f"{job}/cutting")
    reel = a.locator("#piece").input_value()
    a.get_by_label("What happened").select_option(label="a kink was cut out")
    a.get_by_label("What is left of it").fill("9 m" if MANY > 3 else "3 m")
    a.get_by_role("button", name="Plan the rest anew").click()
    expect(a.get_by_text(f"2 of {MANY} cut")).to_be_visible()
    for n in range(MANY - 2):
        cut_next((a, b)[n % 2], ("AB", "CD")[n % 2], job)
    assert all(is_cut(store.get(tag).lead) for tag in tags)
    assert len({c.piece for c in jobs.cutting(2).cuts}) > 1
    moved = StoresStore(store.engine).movements(reel)
    assert "a kink was cut out" in {m.why for m in moved}
    while any(plan_of(store.get(tag).lead).build.steps_left for tag in tags):
        ticked(a, "AB", job, mine)
        ticked(b, "CD", job, theirs)
    by = {d.by for d in store.get(theirs[-1]).lead.build.done if d.step not in ("cut",)}
    assert by == {"CD"}
    a.goto(f"{job}/bench")
    expect(a.get_by_label("a tag, typed or scanned")).to_be_visible()
    person = Person(create_app(open_store(tmp_path), tmp_path))
    person.client.application.config["WTF_CSRF_ENABLED"] = False
    for tag in tags:
        person.send(f"/leads/{tag}/prove", **{"proof.tested_volts": "500 V"})
        person.send(f"/leads/{tag}/prove/gangs", gangs="yes")
        proven_and_sealed(person, store, tag, [])
    b.goto(job)
    expect(b.get_by_text("All of it is made and sealed.")).to_be_visible()
    papers = b.request.get(f"{job}/certificates.pdf")
    assert len(PdfReader(BytesIO(papers.body())).pages) == MANY + 1


OF_A_JOB = (
    "/jobs",
    "/jobs/1",
    "/jobs/1/cutting",
    "/jobs/1/bench",
    "/jobs/1/cost",
    "/jobs/days",
    "/jobs/hours",
    "/stores/shopping",
    "/stores/one?name=Reel 1",
)


def test_no_page_of_a_job_has_a_serious_fault_of_accessibility(served, tablets):
    page, wrong = tablets["AB"], {}
    LotStore(served[1].engine).keep("Reel 1", Lot("K 4471"))
    listed = served[1].wanted()[0].key
    for address in (
        *OF_A_JOB,
        "/stores/lot?number=K 4471",
        *(f"/stores/shopping?at={listed}&form={form}" for form in ("came", "pack")),
    ):
        if found := serious(page, address):
            wrong[address] = found
    assert wrong == {}


@pytest.mark.parametrize("width", [390, 820, 1280])
def test_every_word_of_a_job_can_be_read(chromium, served, width):
    page = chromium.new_page(viewport={"width": width, "height": 900}, base_url=served[0])
    wrong = {}
    for address in OF_A_JOB:
        page.goto(address)
        if found := unreadable(page, address):
            wrong[address] = found
        wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
        if wide > 0:
            wrong[address] = [*wrong.get(address, []), f"{wide} px wider than the screen"]
    page.close()
    assert wrong == {}
