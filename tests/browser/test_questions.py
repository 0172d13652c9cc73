"""The questions of a page: each explains its word where it stands."""

from playwright.sync_api import expect


def test_what_a_question_means_is_drawn_when_it_is_opened_and_nothing_else_moves(page):
    page.goto("/leads/TR-0023/brief")
    loop = page.locator("svg.loop")
    expect(loop).to_be_visible()
    expect(page.locator(".what svg")).to_have_count(0)
    page.get_by_label("What is: breaker").click()
    expect(page.get_by_role("img", name="breaker, drawn")).to_be_visible()
    expect(loop).to_be_visible()
    page.get_by_label("What is: breaker").click()
    expect(page.get_by_role("img", name="breaker, drawn")).not_to_be_visible()
