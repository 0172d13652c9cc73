"""What is said on every page and every paper of a lead, read as text: figures that are told and no longer than
anybody reads them, no name of the program's own, no word twice (law 28).
"""

import io
import json
import re
from html import unescape
from importlib.resources import files
from urllib.parse import quote

import pypdfium2
import pytest
from sampling import some

from euthyne.cli import DEMO_ORDER
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import shelf
from euthyne.core.trade.figure import FACTOR, OPEN

STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag", "cost", "log", "history")
PAPERS = ("cut/template.pdf", "traveller.pdf", "label.pdf", "certificate.pdf")
PLACES = (
    "/bench",
    "/leads",
    "/stores",
    "/shelf",
    "/shelf/checks",
    "/shelf/practices",
    "/envelope/drop",
)
TAGS = sorted(
    json.loads((files("euthyne.demo") / f"{name}.json").read_text("utf-8"))["lead"]["tag"]
    for name in DEMO_ORDER
)
UNITS = "A|V|W|kW|mV|ohm|mohm|milliohm|megohm|K|°C|°F|%|N|kg|lb|J|N m"
FIGURE = re.compile(rf"(?<![\w.,/-])(\d+\.\d+)\s?(?:{UNITS})(?![\w/])")
TWICE = re.compile(r"\b([a-z]{2,}) \1\b", re.IGNORECASE)
# A thing and what is in it, as the program names them among themselves: ``tool-side.L``, ``lug@plus``.
OWN = re.compile(r"\b[a-z]+(?:-[a-z]+)*[.@](?:[A-Z+-]|[ab]\b|plus\b|minus\b)[a-z0-9]*(?![\w.])")
# What a person wrote is left as it is; a working multiplies out as it is printed, and has what that takes.
LEFT = re.compile(
    r"<(script|style)\b.*?</\1>|<(\w+)[^>]*translate=\"no\"[^>]*>.*?</\2>"
    r"|<tbody class=\"workings\">.*?</tbody>|<p class=\"sum-working\">.*?</p>",
    re.DOTALL,
)


def said_on(page):
    """What a page says, each piece of it by itself; what it says to ears as well."""
    page = LEFT.sub(" ", page)
    to_ears = re.findall(r'(?:aria-label|title|alt)="([^"]*)"', page)
    pieces = [*re.split(r"<[^>]+>", page), *to_ears]
    return [unescape(" ".join(piece.split())) for piece in pieces if piece.strip()]


def said_in(paper):
    """What a paper says, line by line."""
    pages = pypdfium2.PdfDocument(io.BytesIO(paper))
    return [x for page in pages for x in page.get_textpage().get_text_bounded().splitlines()]


def wrong_in(piece):
    """What a piece of text should not say."""
    if re.search(f"[{OPEN}-{FACTOR}]", piece):
        return f"a figure that nobody told: {piece}"
    for found in FIGURE.finditer(piece):
        if len(found[1].replace(".", "").lstrip("0")) > 3:
            return f"a figure too long: {piece}"
    if twice := TWICE.search(piece):
        return f"a word twice, {twice[1]}: {piece}"
    if own := OWN.search(piece):
        return f"a name of the program, {own[0]}: {piece}"
    if names := [x for x in re.findall(r"\b[a-z0-9]+(?:-[a-z0-9]+)+\b", piece) if x in shelf()]:
        return f"a name of the program, {names[0]}: {piece}"
    return ""


def test_what_should_not_be_said_is_found():
    assert wrong_in("Carries 216.45 A of it")
    assert wrong_in("The map puts it in in.")
    assert wrong_in("Colour of core tool-side.L")
    assert wrong_in("a bs1363-plug on it")
    assert not wrong_in("0.0193 milliohm at most, 1.85 m to cut, at 230 V by tables 4F3A and E.2.")


@pytest.mark.usefixtures("at_tarn_ridge")
@pytest.mark.parametrize(
    ("measures", "tag"),
    [
        *(("metric", tag) for tag in some(TAGS, 9)),
        *(("gauge", tag) for tag in some(TAGS[2:-1], 11)),
    ],
)
def test_every_sentence_of_a_lead_can_be_said(person, store, measures, tag):
    store.set("measures", measures)
    steps = Plan(store.get(tag).lead).build.steps
    addresses = [
        *(f"/leads/{tag}/{stage}" for stage in STAGES),
        f"/leads/{tag}/prove/bench",
        f"/leads/{tag}/label.svg",
        f"/leads/{tag}/build/wrong?step=cut",
        *(f"/leads/{tag}/build/bench?step={quote(s.key)}" for s in steps),
    ]
    pieces = {(x, a) for a in addresses for x in said_on(person.client.get(a).text)}
    for name in PAPERS:
        answer = person.client.get(f"/leads/{tag}/{name}")
        if answer.data.startswith(b"%PDF"):
            pieces |= {(x, name) for x in said_in(answer.data)}
    assert len(pieces) > 200
    assert sorted({(wrong, a) for x, a in pieces if (wrong := wrong_in(x))}) == []


@pytest.mark.usefixtures("at_tarn_ridge")
@pytest.mark.parametrize("measures", ["metric", "gauge"])
def test_every_sentence_beside_the_leads_can_be_said(person, store, measures):
    store.set("measures", measures)
    pieces = {(x, a) for a in PLACES for x in said_on(person.client.get(a).text)}
    assert sorted({(wrong, a) for x, a in pieces if (wrong := wrong_in(x))}) == []


@pytest.mark.usefixtures("at_tarn_ridge")
def test_no_figure_that_is_given_away_is_left_untold(person, store):
    for tag in ("TR-0014", "TR-0029", "TR-0037"):
        for name in ("document.json", "prove/readings.csv"):
            text = person.client.get(f"/leads/{tag}/{name}").text
            assert not re.search(f"[{OPEN}-{FACTOR}]", text), name
