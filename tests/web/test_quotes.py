"""What a job costs by heading, and its quotes: kept as they were given."""

from io import BytesIO

import pytest
from person import words
from pypdf import PdfReader
from tents import JOB, tags

from euthyne.core.plan import plan_of
from euthyne.core.stores.needs import needs
from euthyne.web.cost import rates

pytestmark = pytest.mark.usefixtures("at_the_tents")


def test_a_job_is_summed_by_heading_and_says_what_has_no_price(person, app):
    person.send(f"{JOB}/join", tag="TR-0036")  # of a wire that Stores have none of
    page = words(person.open(f"{JOB}/cost"))
    assert "Cable" in page
    assert "without a price" in page
    with app.test_request_context():
        assert rates().money in page
    refused = person.send(f"{JOB}/quote", 409, margin="25", tax="20", valid_until="2099-01-31")
    assert "There is no quote while a price lacks" in words(refused)


@pytest.fixture
def quoted(person, store, jobs):
    """A job of one of the tents' leads, everything of which has a price."""
    person.send("/jobs", name="Tents again", made_for="Visitor field")
    person.send("/jobs/2/join", tag=tags(jobs)[0])
    for what in ("part", "consumable"):
        for need in kit_of(store, tags(jobs)[0], what):
            told = {
                "kind": what,
                "what": need,
                "left": "9",
                "price": "4.20",
                "name": f"{need} bag"[:40],
            }
            person.send("/stores", **told)
    return "/jobs/2"


def kit_of(store, tag, kind):
    lead = store.get(tag).lead
    return [n.what for n in needs(plan_of(lead)) if n.kind == kind]


def give(person, job, **more):
    told = {"margin": "25", "tax": "20", "valid_until": "2099-01-31", "included": "delivery"} | more
    return person.send(f"{job}/quote", **told)


def test_a_quote_stays_as_it_was_given_and_a_later_one_says_what_differs(person, jobs, quoted):
    give(person, quoted)
    first = jobs.quotes(2)[0]
    assert first.quote.price == pytest.approx(first.quote.cost * 1.25 * 1.2, abs=0.02)
    page = PdfReader(BytesIO(person.client.get(f"{quoted}/quote-{first.number}.pdf").data))
    text = page.pages[0].extract_text()
    assert len(page.pages) == 1
    assert f"{first.quote.price:.2f}" in text
    assert "Included: delivery" in text
    kept = jobs.quote_page(2, first.number)
    give(person, quoted, margin="40")
    second = jobs.quotes(2)[0]
    text = PdfReader(BytesIO(jobs.quote_page(2, second.number))).pages[0].extract_text()
    assert "margin: 40 %, was 25 %" in text
    assert jobs.quote_page(2, first.number) == kept
    assert jobs.quotes(2)[1] == first
    assert "Actual:" in words(person.open(f"{quoted}/cost"))


@pytest.mark.parametrize(
    "typed", [{"margin": "much"}, {"tax": "120"}, {"valid_until": "2001-01-01"}]
)
def test_what_a_quote_cannot_be_is_said_at_its_field(person, jobs, quoted, typed):
    told = {"margin": "25", "tax": "20", "valid_until": "2099-01-31"} | typed
    page = person.send(f"{quoted}/quote", 422, **told)
    assert page.count("note-bad") == 1
    assert all(f'value="{text}"' in page for text in typed.values())
    assert not jobs.quotes(2)
