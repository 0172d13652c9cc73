"""Prove's screens with one hand at the lead: by a pedal, by a thumb, by keys."""

import pytest
from built import made
from playwright.sync_api import expect
from sampling import some

from euthyne.core.plan import plan_of

TAG = "TR-0019"


@pytest.fixture
def built(served):
    """A lead that somebody built, none of it looked at."""
    return made(served[1], TAG)


def say_good(page, how):
    """Answer what is shown as good, by a way of pressing."""
    headline = page.locator("#headline").inner_text()
    how(page)
    expect(page.locator("#headline")).not_to_have_text(headline)


def pedal(page):
    page.keyboard.press("PageDown")


def thumb(page):
    page.locator(".bench-go").tap()


def key(page):
    page.keyboard.press("Space")


def plan(store):
    return plan_of(store.get(TAG).lead)


@pytest.mark.parametrize("how", some([pedal, thumb, key], 1))
def test_a_whole_proof_is_given_by_pedal_by_thumb_or_by_keys(browser_of, served, built, how):
    address, store = served
    page = browser_of(820, 1180, touched=how is thumb)
    page.goto(f"{address}/leads/{TAG}/prove/bench")
    looks = len(plan(store).prove.looks)
    for _ in range(looks):
        say_good(page, how)
    assert len(plan(store).lead.proof.looks) == looks
    while plan(store).prove.next_probe is not None:
        if plan(store).prove.next_probe.sounds:
            say_good(page, how)
        elif how is thumb:
            say_good(page, lambda at: at.locator(".bench-silent").tap())
        else:
            say_good(page, lambda at: at.keyboard.press("PageUp" if how is pedal else "x"))
    how(page)
    # A reading is typed: its field has the hand already; Enter keeps it, and the pedal.
    line = next(x for x in plan(store).prove.lines if x.mandatory)
    field = page.get_by_label("The meter says")
    expect(field).to_be_focused() if how is not thumb else field.tap()
    page.keyboard.type(line.written(line.sound, False))
    page.keyboard.press("PageDown" if how is pedal else "Enter")
    expect(page.locator(".verdict-pass")).to_be_visible()
    expect(page.locator("#headline")).to_be_focused()  # the field has let go of the keys
    say_good(page, how)
    assert plan(store).prove.reading(line.id) is not None


def test_what_is_not_good_stays_and_is_told_of_until_it_is_looked_at_again(page, served, built):
    store = served[1]
    page.goto(f"/leads/{TAG}/prove/bench")
    page.keyboard.press("PageUp")
    expect(page.locator(".on-bad")).to_contain_text("Not good.")
    first = plan(store).prove.looks[0].id
    assert [look.good for look in plan(store).lead.proof.looks] == [False]
    page.keyboard.press("PageDown")
    expect(page.locator(".on-bad")).to_have_count(0)
    assert [(look.line, look.good) for look in plan(store).lead.proof.looks] == [(first, True)]


def test_a_look_a_probe_and_a_reading_are_said_with_both_hands_full(page, served, built):
    store = served[1]
    page.goto(f"/leads/{TAG}/prove/bench")
    page.get_by_text("Hands full").click()
    told = page.get_by_label("Say, by the device's own dictation, or type")

    def say(words):
        told.fill(words)
        told.press("Enter")

    say("teapot")
    expect(page.locator("#told-answer")).to_contain_text("is none of: good, not good")
    for number in range(len(plan(store).prove.looks)):
        say_good(page, lambda _: say("Good."))
        assert len(plan(store).lead.proof.looks) == number + 1
    while (asked := plan(store).prove.next_probe) is not None:
        say_good(page, lambda _, asked=asked: say("sounds" if asked.sounds else "silent"))
    say_good(page, lambda _: say("on"))
    line = next(x for x in plan(store).prove.lines if x.mandatory)
    say(line.written(line.sound, False))
    expect(page.locator(".verdict-pass")).to_be_visible()
    assert plan(store).prove.reading(line.id) is not None
