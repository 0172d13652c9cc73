"""Does what a page of the guide says, word by word: every numbered step is pressed, typed and read in a browser.

A step is written in a few turns, each of which this takes literally; a step that has none of them is a fault.
"""

import re
from pathlib import Path

from playwright.sync_api import expect

import euthyne

GUIDE = Path(euthyne.__file__).parent / "guide"
STEP = re.compile(r"^\d+\. (.+?)(?=^\d+\. |^#|^$|\Z)", re.M | re.S)
BOLD = r"\*\*(?P<{}>[^*]+)\*\*"
TURNS = {
    "until": rf"Press {BOLD.format('press')}(?: again and again)? until it says “(?P<said>[^”]+)”",
    "every": rf"Press every {BOLD.format('press')}",
    "press": rf"[Pp]ress {BOLD.format('press')}",
    "type": rf"[Tt]ype `(?P<text>[^`]+)` at {BOLD.format('label')}",
    "choose": rf"[Cc]hoose \*(?P<text>[^*]+)\* at {BOLD.format('label')}",
    "tick": rf"[Tt]ick {BOLD.format('label')}",
    "open": rf"[Oo]pen {BOLD.format('press')}",
    "says": r"[Ii]t says “(?P<said>[^”]+)”",
}


def _named(name, pattern):
    """A turn among all the others: its groups under its own name."""
    told = re.sub(r"P<(\w+)>", lambda group: f"P<{name}_{group[1]}>", pattern)
    return f"(?P<{name}_turn>{told})"


ANY = re.compile("|".join(_named(name, pattern) for name, pattern in TURNS.items()))
SEARCH = "Find a lead, part or tag"
MOST = 90  # presses of one turn, at most


def steps_of(name):
    """The numbered steps of a page of the guide, each in one line."""
    text = (GUIDE / f"{name}.md").read_text("utf-8")
    return [" ".join(step.split()) for step in STEP.findall(text)]


def turns_of(step):
    """What is done in a step: each turn by its name, with its words."""
    found = []
    for match in ANY.finditer(step):
        name = match.lastgroup
        name = next(n for n in TURNS if match[f"{n}_turn"])
        told = {
            k.removeprefix(f"{name}_"): v
            for k, v in match.groupdict().items()
            if v and k.startswith(f"{name}_")
        }
        found.append((name, told))
    return found


def walk(page, name):
    """Do a page of the guide from its first step to its last."""
    for n, step in enumerate(steps_of(name), 1):
        turns = turns_of(step)
        assert turns, f"{name} {n}: nothing of this step can be done: {step}"
        for turn, told in turns:
            try:
                do(page, turn, told)
            except Exception as error:
                heard = page.locator("main").inner_text()[:1500]
                raise AssertionError(
                    f"{name} {n}: {step}\n{turn} {told}\n{page.url}\n{heard}"
                ) from error


def do(page, turn, told):
    """One turn of a step."""
    if turn == "press":
        press(page, told["press"])
    elif turn == "every":
        while (left := found(page, told["press"])) is not None:
            left.click()
            settled(page)
    elif turn == "until":
        for _ in range(MOST):
            if page.get_by_text(told["said"]).first.is_visible():
                break
            press(page, told["press"])
        expect(page.get_by_text(told["said"]).first).to_be_visible()
    elif turn == "open":
        page.locator("summary", has_text=told["press"]).first.click()
    elif turn == "tick":
        page.get_by_label(told["label"], exact=True).first.check()
        settled(page)
    elif turn == "type":
        field = page.get_by_label(told["label"], exact=True).first
        field.fill(told["text"])
        if told["label"] != SEARCH:
            field.press("Tab")
        settled(page)
    elif turn == "choose":
        page.get_by_label(told["label"], exact=True).first.select_option(label=told["text"])
        settled(page)
    else:
        expect(page.get_by_text(told["said"]).locator("visible=true").first).to_be_visible()


def found(page, words):
    """What is pressed by these words: a button or a link that says them, or begins with them; None where none is."""
    for exact in (True, False):
        for role in ("button", "link"):
            for one in page.get_by_role(role, name=words, exact=exact).all():
                if one.is_visible() and one.is_enabled():
                    return one
    return None


def press(page, words):
    """Press what says these words, once it is there."""
    if words in ("space", "Enter"):
        page.keyboard.press(" " if words == "space" else words)
        return settled(page)
    for _ in range(40):
        one = found(page, words)
        if one is not None:
            one.click()
            return settled(page)
        page.wait_for_timeout(100)
    raise AssertionError(f"nothing says {words!r}")


def settled(page):
    """Wait until what was typed or pressed has been answered."""
    page.wait_for_load_state("load")
    expect(page.locator(".htmx-request, .htmx-swapping, .htmx-settling")).to_have_count(0)
