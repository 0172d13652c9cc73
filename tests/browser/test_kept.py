"""What is typed is kept, or said not to be: through a stopped server, a slow one, a page left at once."""

import time

import pytest
from playwright.sync_api import expect
from sampling import long_run

from euthyne.cli import open_store
from program import Program

LEAD = "/leads/TR-0023"
# A lead of the demo whose ends are not settled yet.
OPEN = "/leads/TR-0014"
# Starting the program again, and the longest wait before it is tried again.
SLOW = 25_000


@pytest.fixture
def program(tmp_path, with_demo):
    with_demo(tmp_path)
    running = Program(tmp_path)
    running.start()
    yield running
    running.end()


@pytest.fixture
def tab(request, chromium):
    """A page of the program itself where it is to be stopped, and else of a server in this process."""
    if "program" in request.fixturenames:
        address = request.getfixturevalue("program").address
    else:
        address, _ = request.getfixturevalue("served")
    context = chromium.new_context(viewport={"width": 1280, "height": 800}, base_url=address)
    context.set_default_timeout(30_000)
    yield context.new_page()
    context.close()


def lead_of(kept, tag="TR-0023"):
    return kept.get(tag).lead


def type_into(tab, field, text):
    tab.locator(field).fill(text)


def slowly(tab, address):
    """Let what is sent to an address wait on its way."""

    def wait(route):
        time.sleep(0.7)
        route.continue_()

    tab.route(address, wait)


def test_nothing_typed_is_lost_while_the_server_is_stopped(tab, program):
    tab.goto(f"{LEAD}/brief")
    type_into(tab, "#made_for", "The pump hut")
    expect(tab.locator("#kept")).to_contain_text("Kept")
    program.kill()
    type_into(tab, "#brief-run_m", "17.5 m")
    expect(tab.locator("#kept")).to_contain_text("Not kept: the program does not answer")
    expect(tab.locator("[data-of='brief.run_m']")).to_have_text("not kept")
    type_into(tab, "#name", "Pump hut supply")
    expect(tab.locator("#kept")).to_contain_text("2 fields are held")
    program.start()
    expect(tab.locator("#kept")).to_contain_text("Kept ", timeout=SLOW)
    lead = lead_of(open_store(program.folder))
    assert (lead.brief.run_m, lead.name) == (17.5, "Pump hut supply")


def test_what_is_held_comes_back_after_a_reload(tab, served):
    def no_answer(route):
        if route.request.method == "POST":
            route.abort()
        else:
            route.continue_()

    tab.goto(f"{LEAD}/brief")
    tab.context.route("**/brief", no_answer)
    type_into(tab, "#brief-run_m", "18.5 m")
    expect(tab.locator("#kept")).to_contain_text("Not kept")
    tab.evaluate("() => { window.fetch = () => new Promise(() => {}); }")
    tab.reload()
    expect(tab.locator("#brief-run_m")).to_have_value("18.5 m")
    expect(tab.locator("#kept")).to_contain_text("Not kept")
    assert lead_of(served[1]).brief.run_m != 18.5
    tab.context.unroute("**/brief")
    expect(tab.locator("#kept")).to_contain_text("Kept ", timeout=SLOW)
    assert lead_of(served[1]).brief.run_m == 18.5


@long_run
def test_what_one_page_could_not_keep_is_kept_by_the_next(tab, program):
    tab.goto(f"{LEAD}/brief")
    program.kill()
    type_into(tab, "#brief-run_m", "19.5 m")
    expect(tab.locator("#kept")).to_contain_text("Not kept")
    program.start()
    tab.goto("/bench")
    for _ in range(50):
        if lead_of(open_store(program.folder)).brief.run_m == 19.5:
            return
        time.sleep(0.1)
    raise AssertionError("the field was not kept")


def test_a_field_left_at_once_is_kept(tab, served):
    tab.goto(f"{LEAD}/brief")
    type_into(tab, "#brief-run_m", "16.5 m")
    tab.get_by_role("link", name="On to the conductor").click()
    tab.wait_for_url("**/conductor")
    expect(tab.locator("#brief-run_m")).to_have_value("16.5 m")


def test_what_is_typed_before_the_script_is_there_is_kept(tab, served):
    asked = []
    tab.route("**/static/js/*", lambda route: asked.append(route))
    tab.goto(f"{LEAD}/brief", wait_until="commit")
    type_into(tab, "#brief-run_m", "14.5 m")
    assert tab.evaluate("typeof Keeper") == "undefined"
    asked[0].continue_()
    expect(tab.locator("#kept")).to_contain_text("Kept ")
    assert lead_of(served[1]).brief.run_m == 14.5


def test_a_link_waits_for_what_is_not_kept_and_a_second_press_goes(tab, program):
    tab.goto(f"{LEAD}/brief")
    program.kill()
    type_into(tab, "#brief-run_m", "15.5 m")
    tab.get_by_role("link", name="On to the conductor").click()
    expect(tab.locator("#kept")).to_contain_text("Press again")
    assert tab.url.endswith("/brief")


def test_quick_changes_on_a_slow_line_all_arrive(tab, served):
    tab.goto(f"{OPEN}/ends")
    slowly(tab, "**/ends")
    tab.locator("select[name^='joint.']").nth(0).select_option(index=2)
    changed = tab.locator("select[name^='joint.']").nth(0).input_value()
    tab.wait_for_timeout(200)
    tab.locator("select[name^='joint.']").nth(2).select_option(index=1)
    other = tab.locator("select[name^='joint.']").nth(2).input_value()
    expect(tab.locator("#kept")).to_contain_text("Kept ", timeout=SLOW)
    tab.unroute("**/ends")
    tab.goto(f"{OPEN}/ends")
    expect(tab.locator("select[name^='joint.']").nth(0)).to_have_value(changed)
    expect(tab.locator("select[name^='joint.']").nth(2)).to_have_value(other)


def test_two_open_pages_both_see_what_was_set(tab, served):
    # On a slow machine the pulse would bring the other page's 44 m before 55 m is typed.
    tab.route("**/pulse?*", lambda route: route.abort())
    tab.goto(f"{LEAD}/brief")
    second = tab.context.new_page()
    second.goto(f"{LEAD}/brief")
    type_into(second, "#brief-run_m", "44 m")
    expect(second.locator("#kept")).to_contain_text("Kept ")
    type_into(tab, "#brief-run_m", "55 m")
    expect(tab.locator("#two-set")).to_contain_text("was set to 44 m by someone else")
    expect(tab.locator("#brief-run_m")).to_have_value("55 m")
    assert lead_of(served[1]).brief.run_m == 44
    tab.get_by_role("button", name="Set 55 m").click()
    expect(tab.locator("#two-set")).to_be_empty()
    assert lead_of(served[1]).brief.run_m == 55
    type_into(second, "#made_for", "The pump hut")
    expect(second.locator("#brief-run_m")).to_have_value("55 m")


def test_the_bench_stays_on_its_page_and_sends_the_step_again(tab, program):
    tab.goto("/leads/TR-0019/build/bench")
    headline = tab.locator("#headline").inner_text()
    tab.locator("#initials").fill("QX")
    for box in tab.locator(".bench-asks input").all():
        box.check()
    program.kill()
    tab.locator("#key-go").click()
    expect(tab.locator("#kept")).to_contain_text("Not kept yet: the program does not answer")
    assert tab.locator("#headline").inner_text() == headline
    program.start()
    expect(tab.locator("#headline")).not_to_have_text(headline, timeout=SLOW)
    done = lead_of(open_store(program.folder), "TR-0019").build.done
    assert [d.by for d in done].count("QX") == 1


def test_a_press_while_what_was_typed_is_being_kept_is_not_lost(tab, served):
    tab.goto(f"{OPEN}/ends")
    slowly(tab, "**/ends")
    with tab.expect_request("**/ends"):
        type_into(tab, "[name='conductor.measured_od_mm']", "17.5 mm")
    tab.get_by_role("button", name="Settle the ends, on to the cut").click()
    tab.wait_for_url("**/cut")
    assert lead_of(served[1], "TR-0014").ends.accepted


def test_a_press_held_down_while_the_page_is_renewed_is_not_lost(tab, served):
    tab.goto(f"{OPEN}/ends")
    slowly(tab, "**/ends")
    with tab.expect_response("**/ends"):
        type_into(tab, "[name='conductor.measured_od_mm']", "17.5 mm")
        tab.get_by_role("button", name="Settle the ends, on to the cut").hover()
        tab.mouse.down()
    expect(tab.locator("#kept")).to_contain_text("Kept ")
    tab.mouse.up()
    tab.wait_for_url("**/cut")
    assert lead_of(served[1], "TR-0014").ends.accepted


def test_a_press_that_is_only_reached_by_tab_is_not_pressed(tab, served):
    tab.goto(f"{OPEN}/ends")
    type_into(tab, "[name='conductor.measured_od_mm']", "17.5 mm")
    tab.get_by_role("button", name="Settle the ends, on to the cut").focus()
    expect(tab.locator("#kept")).to_contain_text("Kept ")
    lead = lead_of(served[1], "TR-0014")
    assert (lead.conductor.measured_od_mm, lead.ends.accepted) == (17.5, False)


def test_a_reason_being_typed_stays_while_something_else_is_kept(tab, served):
    tab.goto(f"{OPEN}/ends")
    slowly(tab, "**/ends")
    type_into(tab, "[name='conductor.measured_od_mm']", "17.5 mm")
    reason = tab.get_by_label("Reason to pass: Bare lugs")
    reason.press_sequentially("boots come")
    expect(tab.locator("#kept")).to_contain_text("Kept ")
    expect(reason).to_have_value("boots come")
