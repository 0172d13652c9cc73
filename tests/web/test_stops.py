"""A stop stops: at the bench, on every page of paper, at the press that settles; what is saved is
never blocked.
"""

import io
import json

import pytest
from person import words
from pypdf import PdfReader

from euthyne.cli import main
from euthyne.core.lead.paths import with_value

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
TAG = "TR-0023"
PINS = "Pins on both ends"


@pytest.fixture
def pins_on_both(store):
    """A lead with a plug on each end, nothing cut yet."""
    store.change(
        TAG,
        lambda lead: with_value(lead, "fit.load", lead.fittings[0].part),
        "2026-11-20T10:00:00",
        "RM",
        "plug",
    )
    return TAG


def test_no_step_is_confirmed_while_a_stop_stands(person, store, pins_on_both):
    bench = person.open(f"/leads/{TAG}/build/bench")
    assert 'id="bench-done"' not in bench
    assert "Not to be built" in words(bench)
    assert PINS in words(bench)
    assert "Clears it:" in words(bench)
    page = person.send(f"/leads/{TAG}/build/done", code=409, step="lay-out", initials="RM")
    assert PINS in words(page)
    assert store.get(TAG).lead.build.done == ()


def test_every_step_and_the_whole_build_name_the_stop(person, pins_on_both):
    assert PINS in words(person.open(f"/leads/{TAG}/build"))
    for step in ("cut", "A-land-L"):
        assert PINS in words(person.open(f"/leads/{TAG}/build/bench?step={step}"))


def test_the_ends_are_not_settled_and_yet_everything_else_is_saved(person, store, pins_on_both):
    store.change(
        TAG,
        lambda lead: with_value(lead, "ends.accepted", False),
        "2026-11-20T10:01:00",
        "RM",
        "open",
    )
    page = person.send(f"/leads/{TAG}/ends/settle", code=409)
    assert "not settled while a stop stands" in words(page)
    assert not store.get(TAG).lead.ends.accepted
    person.send(f"/leads/{TAG}/brief", brief__run_m="24 m")
    assert store.get(TAG).lead.brief.run_m == 24


def test_a_lead_half_built_goes_no_further_but_its_way_back_stays_open(person, store):
    tag = "TR-0019"
    store.change(
        tag,
        lambda lead: with_value(lead, "fit.load", lead.fittings[0].part),
        "2026-11-20T10:00:00",
        "RM",
        "plug",
    )
    before = len(store.get(tag).lead.build.done)
    bench = person.open(f"/leads/{tag}/build/bench")
    assert "Not to be built any further" in words(bench)
    person.send(f"/leads/{tag}/build/back")
    assert len(store.get(tag).lead.build.done) == before - 1


def test_paper_says_on_every_page_that_it_is_not_to_be_built(person, pins_on_both):
    for name in ("cut/template.pdf", "traveller.pdf"):
        pdf = PdfReader(io.BytesIO(person.client.get(f"/leads/{TAG}/{name}").data))
        assert all("Not to be built" in page.extract_text() for page in pdf.pages), name
        assert PINS in pdf.pages[0].extract_text()
    assert PINS in person.client.get(f"/leads/{TAG}/cut/template-1.svg").text


def test_paper_of_a_lead_without_a_stop_says_nothing_of_the_kind(person):
    pdf = PdfReader(io.BytesIO(person.client.get(f"/leads/{TAG}/traveller.pdf").data))
    assert not any("Not to be built" in page.extract_text() for page in pdf.pages)


def test_cautions_that_nobody_passed_are_printed(person, store):
    store.change(
        TAG, lambda lead: with_value(lead, "reasons", ()), "2026-11-20T10:00:00", "RM", "reasons"
    )
    store.change(
        TAG,
        lambda lead: with_value(lead, "brief.generator", True),
        "2026-11-20T10:00:00",
        "RM",
        "gen",
    )
    pdf = PdfReader(io.BytesIO(person.client.get(f"/leads/{TAG}/traveller.pdf").data))
    assert "Cautions nobody has passed" in pdf.pages[0].extract_text()
    assert "Fed from a generator" in pdf.pages[0].extract_text()


def test_the_steps_as_a_document_name_the_stop_too(store, pins_on_both, tmp_path):
    from click.testing import CliRunner

    from euthyne.exchange.lead_file import write_lead

    path = tmp_path / "lead.json"
    path.write_text(write_lead(store.get(TAG).lead, None))
    answer = json.loads(CliRunner().invoke(main, ["steps", str(path)]).output)
    assert any(PINS in said for said in answer["not_to_be_built"])
