"""A bench in gauge and feet: every figure of every page follows, and nothing that is kept changes."""

import io
import re
from dataclasses import replace
from html import unescape
from urllib.parse import quote

import pypdfium2
import pytest
from flask import Response
from hypothesis import given, settings
from hypothesis import strategies as st
from person import words
from sampling import some

from euthyne.core.kinds import starts
from euthyne.core.plan import Plan
from euthyne.core.trade.figure import CLOSE
from euthyne.web.measures import tell_figures

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
IN_GAUGE = ("TR-0036", "TR-0037", "TR-0038")
# A figure in SI, as a page says it: the test's own reading of it.
NUMBER = r"-?\d{1,9}(?:\.\d{1,9})?"
FIGURES = re.compile(
    rf"(?<![\w.,/+-]){NUMBER}(?:\s?(?:to|by|and|or|–)\s?{NUMBER})*\s*"
    r"(?:mm²|mm2|mm|m|°C|K|N m|N|kg|g|g/m|kg/m|ml|W/m|ohm/m|mohm/m|a metre)(?![\w²/^*·-])"
)
STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag")


@pytest.fixture
def gauged(store, at_tarn_ridge):
    store.set("measures", "gauge")


def shown(page):
    """The words of a page, without what a person wrote and what stands in gauge already."""
    page = re.sub(r"<(script|style|title)\b.*?</\1>", "", page, flags=re.DOTALL)
    page = re.sub(r'<(\w+)[^>]*translate="no"[^>]*>.*?</\1>', "", page, flags=re.DOTALL)
    return unescape(re.sub(r"\s+", " ", re.sub(r"<[^>]+>", " ", page)))


def metric_first(text):
    """Figures in SI that do not stand in brackets beside another."""
    return [
        text[max(0, found.start() - 30) : found.end() + 10]
        for found in FIGURES.finditer(text)
        if not text[: found.start()].rstrip().endswith("(")
    ]


def addresses(store, tag):
    steps = Plan(store.get(tag).lead).build.steps
    yield from (f"/leads/{tag}/{stage}" for stage in (*STAGES, "cost", "log", "history"))
    yield f"/leads/{tag}/prove/bench"
    yield from (f"/leads/{tag}/build/bench?step={quote(s.key)}" for s in steps)


def on_paper(answer):
    pages = pypdfium2.PdfDocument(io.BytesIO(answer.data))
    return " ".join(page.get_textpage().get_text_bounded() for page in pages)


@pytest.mark.usefixtures("gauged")
@pytest.mark.parametrize("tag", IN_GAUGE)
def test_no_page_and_no_step_says_a_metric_figure_first(person, store, tag):
    for address in addresses(store, tag):
        answer = person.client.get(address)
        assert answer.status_code == 200, address
        # A sum multiplies out as it stands: what the metric figure is beside would be in its way.
        page = re.sub(r'<tbody class="workings">.*?</tbody>', "", answer.text, flags=re.DOTALL)
        assert metric_first(shown(page)) == [], address


@pytest.mark.usefixtures("gauged")
@pytest.mark.parametrize("tag", some(IN_GAUGE, 3))
@pytest.mark.parametrize("paper", ["cut/template.pdf", "traveller.pdf", "label.pdf"])
def test_no_paper_says_a_metric_figure_first(person, tag, paper):
    text = on_paper(person.client.get(f"/leads/{tag}/{paper}"))
    # The rule is said in both; a strip's place is measured in both.
    text = text.replace("must measure 100 mm and 4 inches", "")
    assert re.search(r"\d (?:ft|in)\b", text)
    assert metric_first(re.sub(r"\s+", " ", text)) == []


@pytest.mark.parametrize("tag", some(["TR-0012", "TR-0014", "TR-0020", "TR-0023", "TR-0029"], 3))
def test_a_metric_bench_says_no_gauge_and_no_foot_first(person, store, tag):
    for address in addresses(store, tag):
        page = person.client.get(address).text
        # The school of circular mils works in feet.
        text = shown(re.sub(r'<details class="working".*?</details>', "", page, flags=re.DOTALL))
        assert not re.search(r"\d (?:ft|lb-in|lb)\b|°F", text), address
        for found in re.finditer(r"[\d/]+ AWG", text):
            # A gauge stands after the size it is near to, under its column or beside its name.
            assert re.search(
                r"mm²|over|near|to|from", text[max(0, found.start() - 60) : found.start()]
            )


def test_letter_is_offered_first_and_the_label_is_in_feet(person, store):
    page = words(person.open("/leads/TR-0037/cut"))
    assert page.index("A4") < page.index("Letter")
    person.client.post("/measures", data={"measures": "gauge"})
    page = words(person.open("/leads/TR-0037/cut"))
    assert page.index("Letter") < page.index("A4")
    size = pypdfium2.PdfDocument(person.client.get("/leads/TR-0037/cut/template.pdf").data)[0]
    assert size.get_width() == pytest.approx(612, abs=1)
    assert "6 ft" in on_paper(person.client.get("/leads/TR-0037/label.pdf"))
    person.client.post("/measures", data={"measures": "metric"})
    assert "1.83 m" in on_paper(person.client.get("/leads/TR-0037/label.pdf"))
    assert person.client.post("/measures", data={"measures": "cubits"}).status_code == 400


@pytest.mark.usefixtures("gauged")
def test_fields_are_in_feet_and_what_was_not_touched_is_not_rounded(person, store):
    before = store.get("TR-0018").lead
    assert "brief.ambient_c" not in before.typed
    page = person.open("/leads/TR-0018/brief")
    form = {
        name: unescape(text)
        for name, text in re.findall(r'<input[^>]*?name="([\w.+-]+)"[^>]*?value="([^"]*)"', page)
    }
    assert form["brief.ambient_c"] == "86 °F"
    assert form["brief.run_m"] == before.typed["brief.run_m"]
    form["brief.run_m"] = "32 ft"
    person.client.post("/leads/TR-0018/brief", data=form)
    after = store.get("TR-0018").lead
    assert after.brief.run_m == pytest.approx(32 * 0.3048)
    assert after.brief.ambient_c == before.brief.ambient_c


@pytest.mark.usefixtures("gauged")
def test_what_a_person_wrote_is_left_as_it_is(person):
    person.send("/leads/TR-0018/brief", name="The 25 m lead, 2.5 mm²")
    page = person.open("/leads/TR-0018/brief")
    assert "The 25 m lead, 2.5 mm²" in words(page)


@pytest.mark.usefixtures("gauged")
def test_starts_are_those_of_north_america_first_and_by_gauge(person, store):
    store.set("shop", "")  # nobody said which plugs go into its wall
    page = person.open("/leads/new")
    assert page.index('value="extension-nema"') < page.index('value="extension-bs"')
    answer = person.client.post("/leads/new", data={"start": "solar-string"})
    lead = store.get(answer.location.split("/")[-2]).lead
    assert (lead.conductor.unit, lead.conductor.cable_type) == ("AWG", "PV-wire")


def test_every_start_in_gauge_is_the_metric_one_but_for_what_is_bought():
    metric = {start.id: start for _, start in starts()}
    for _, start in starts("gauge"):
        was = metric[start.id]
        bought = ("unit", "cable_type", "size")
        cable = {name: getattr(start.conductor, name) for name in bought}
        own = replace(start, conductor=was.conductor, a=was.a, b=was.b)
        assert replace(own, brief=was.brief) == was
        # What is bought by gauge is counted by that country's rule too.
        assert own.brief in (was.brief, was.gauge_brief)
        assert start.conductor == replace(was.conductor, **cable)
        # A signal lead is bought by its cross-section everywhere.
        metric_cable = start.id == "signal-lead"
        assert start.brief.system != "dc" or (start.conductor.unit == "mm2") == metric_cable


def test_changing_how_the_bench_measures_changes_nothing_kept_and_no_verdict(person, store):
    tags = [held.lead.tag for held in store.all()]
    verdict = re.compile(r"check check-\w+|verdict-\w+|class=\"sleeve \w+|found \w+")

    @settings(max_examples=20)
    @given(st.lists(st.tuples(st.sampled_from(tags), st.sampled_from(STAGES)), max_size=3))
    def told(asked):
        for tag, stage in asked:
            seen = []
            for measures in ("gauge", "metric"):
                before = store.get(tag)
                store.set("measures", measures)
                seen.append(verdict.findall(person.client.get(f"/leads/{tag}/{stage}").text))
                assert store.get(tag) == before
            assert seen[0] == seen[1]

    told()


@pytest.mark.usefixtures("gauged")
def test_the_next_step_that_a_press_brings_is_told_as_well(person, store):
    steps = [s.key for s in Plan(store.get("TR-0037").lead).build.steps]
    sent = {"step": steps[0], "initials": "RM"}
    hurried = {"HX-Request": "true"}
    answer = person.client.post("/leads/TR-0037/build/done", data=sent, headers=hurried)
    assert answer.mimetype == "text/html"
    assert metric_first(shown(answer.text)) == []
    assert re.search(r"\d (?:ft|in) \(\d", words(answer.text))


@pytest.mark.usefixtures("gauged")
def test_what_is_sent_back_and_what_is_given_away_stays_as_it_is_kept(person, store):
    """Fields, values of choices and documents are not sentences: they read back as what is kept."""
    before = store.get("TR-0014")
    document = person.client.get("/leads/TR-0014/document.json").text
    assert '"run_m"' in document and " AWG" not in document and " in (" not in document
    page = person.open("/leads/TR-0014/conductor")
    values = re.findall(r'<(?:option|input)[^>]*\bvalue="([^"]*)"', page)
    assert any("mm2" in value for value in values)
    assert not [value for value in values if "about" in value]
    assert store.get("TR-0014") == before


def test_what_is_packed_is_sent_as_it_is_whatever_its_bytes_say(app):
    """Three bytes of a packed sheet may be those of a figure that is not told yet."""
    packed = CLOSE.encode() + b"\x1f\x8b"
    with app.test_request_context("/"):
        sheet = Response(packed, mimetype="text/css", headers={"Content-Encoding": "gzip"})
        assert tell_figures(sheet).get_data() == packed
