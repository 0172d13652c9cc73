"""The scripts of a page by themselves: what is held in a browser, what is said, what becomes of news."""

from pathlib import Path

import pytest

import euthyne.web

SCRIPTS = Path(euthyne.web.__file__).parent / "static" / "js"
BLANK = """<meta charset="utf-8"><meta name="csrf" content="token"><title>Brief · Euthyne</title>
<p id="kept"></p><form><label>Run <input name="run" value="3 m"></label></form>"""
HERE = "http://scripts.test"


@pytest.fixture
def blank(chromium):
    """A page with nothing of the program on it but the scripts under test, and what was sent from it."""
    context = chromium.new_context()
    page = context.new_page()
    page.sent = []

    def answer(route):
        if route.request.method == "POST":
            page.sent.append((route.request.url, route.request.post_data))
            route.fulfill(status=500 if "refuses" in route.request.url else 200)
        else:
            route.fulfill(body=BLANK, content_type="text/html")

    page.route(f"{HERE}/**", answer)
    page.goto(f"{HERE}/brief")
    for name in ("said", "held", "news"):
        page.add_script_tag(path=SCRIPTS / f"{name}.js")
    yield page
    context.close()


def test_what_is_held_comes_back_and_is_gone_once_there_is_nothing(blank):
    field = {"run": {"text": "5 m", "seen": "abc"}}
    found = blank.evaluate(
        "(field) => { Held.put('/brief', field); return Held.at('/brief'); }", field
    )
    assert found == {"page": "/brief", "name": "Brief", "fields": field}
    assert blank.evaluate("() => { Held.put('/brief', {}); return Held.at('/brief'); }") is None


def test_what_is_no_document_is_nothing_held(blank):
    blank.evaluate("localStorage.setItem('typed /brief', 'half of it {')")
    assert blank.evaluate("Held.at('/brief')") is None


def test_a_field_held_before_keeps_the_sum_it_was_opened_with(blank):
    fields = blank.evaluate(
        """() => Held.fields([{name: "run", value: "6 m"}, {name: "volts", value: "24"}],
        {fields: {run: {text: "5 m", seen: "first"}}}, {run: "later", volts: "now"})"""
    )
    assert fields == {
        "run": {"text": "6 m", "seen": "first"},
        "volts": {"text": "24", "seen": "now"},
    }


def test_what_other_pages_held_is_sent_and_what_is_refused_is_told_and_stays(blank):
    told = blank.evaluate(
        """async () => {
        for (const address of ["/brief", "/ends", "/refuses"])
          Held.put(address, {run: {text: address, seen: "s"}});
        const told = [];
        await Held.sendOthers("/brief", (old) => told.push(old.fields.run.text));
        return told;
        }"""
    )
    assert told == ["/refuses"]
    assert sorted(url for url, _ in blank.sent) == [f"{HERE}/ends", f"{HERE}/refuses"]
    assert all("token" in body and '{"run":"s"}' in body for _, body in blank.sent)
    held = blank.evaluate("['/brief', '/ends', '/refuses'].map((x) => Boolean(Held.at(x)))")
    assert held == [True, False, True]


@pytest.mark.parametrize(
    ("typed", "news", "opened", "was", "becomes"),
    [
        ("3 m", "3 m", "2 m", "sum", "same"),
        ("2 m", "3 m", "2 m", "sum", "take"),
        ("4 m", "3 m", "2 m", "sum", "ours"),
        ("4 m", "3 m", "2 m", None, "same as before"),
    ],
)
def test_news_of_a_field_is_taken_only_where_nothing_was_typed(
    blank, typed, news, opened, was, becomes
):
    assert blank.evaluate("(x) => News.of(...x)", [typed, news, opened, was]) == becomes


def test_a_word_beside_a_field_is_changed_and_taken_away(blank):
    said = blank.evaluate(
        """() => {
        const one = document.querySelector("input");
        const words = () => [...document.querySelectorAll(".kept-mark")].map((x) => x.textContent);
        const found = [];
        Said.beside(one, "not kept", "not"); found.push(words());
        Said.beside(one, "kept", "kept"); found.push(words());
        Said.beside(one, "", ""); found.push(words());
        return found;
        }"""
    )
    assert said == [["not kept"], ["kept"], []]


def test_what_is_not_kept_stays_said_while_more_is_typed(blank):
    blank.evaluate("() => { Said.line('Not kept: no answer.', 'not'); Said.typed(); }")
    assert blank.evaluate("Said.isNot()")
    blank.evaluate("() => { Said.line('Kept 10:00', 'kept'); Said.typed(); }")
    assert blank.locator("#kept").get_attribute("data-state") == "typed"
