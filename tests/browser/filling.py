"""What people do before the part of a browser test that matters: begin a lead, fill its fields."""

import re

from playwright.sync_api import expect

AFTER = {"ends": "cut", "cut": "build"}
PASSPHRASE = "gravel sounds over lamp"


def every_start(page):
    """The page of starts, those unfolded that the bench it is shows last."""
    page.goto("/leads/new")
    unfolded(page)


def unfolded(page):
    """What only an expert opens is open."""
    page.evaluate(
        "document.querySelectorAll('#other-starts, details.more').forEach(e => { e.open = true; })"
    )


def begin(page, start, **brief):
    """A lead begun at a start, its brief filled in field by field; its tag."""
    every_start(page)
    page.locator(f'button[value="{start}"]').first.click()
    page.wait_for_url(re.compile(r"/leads/[^/]+/brief"))
    fill(page, **{f"brief__{name}": text for name, text in brief.items()})
    return page.url.split("/leads/")[1].split("/")[0]


def fill(page, **fields):
    """Fill fields, by their paths with two underlines for a dot, each until it is kept."""
    for path, text in fields.items():
        field = page.locator(f"#{path.replace('__', '-')}")
        field.evaluate("e => { const more = e.closest('details'); if (more) more.open = true; }")
        if field.evaluate("e => e.tagName") == "SELECT":
            field.select_option(text)
        else:
            field.fill(text)
            field.press("Tab")
        all_kept(page)


def settle(page, stage):
    """Settle the ends or the cut by its press, which goes on to the stage after it."""
    page.get_by_role("button", name=f"Settle the {stage}, on to the").click()
    page.wait_for_url(f"**/{AFTER[stage]}")


def take(page, size):
    """Take the size that fits first, by the press that goes on to the ends."""
    page.get_by_role("button", name=f"Take {size}, on to the ends", exact=True).click()
    page.wait_for_url("**/ends")


def pick_end(page, end, typed, called):
    """Pick what is at an end by its face, found by typing."""
    page.get_by_role("link", name=end).click()
    page.get_by_label("Find by typing").press_sequentially(typed)
    page.locator("#tiles .tile", has_text=called).first.click()
    page.wait_for_url("**/ends")


def say_who(page, initials):
    """Say who is at this bench, by initials."""
    page.goto("/who")
    page.get_by_label("Initials").fill(initials)
    page.get_by_role("button", name="These are my initials").click()
    page.wait_for_url(lambda url: "/who" not in url)


def all_kept(page):
    """Wait until the program has kept what was typed."""
    expect(page.locator('#kept[data-state="typed"], #kept[data-state="under-way"]')).to_have_count(
        0
    )
    expect(page.locator(".htmx-request")).to_have_count(0)
