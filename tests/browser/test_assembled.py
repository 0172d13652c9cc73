"""Leads that are not one cord between two couplers, made in the real interface."""

from filling import all_kept, begin, pick_end, settle
from playwright.sync_api import expect
from sampling import long_run, some

from euthyne.core.plan import plan_of


@long_run
def test_an_inverter_link_shows_two_strands_and_a_lug_a_pole_on_its_stud(page):
    page.goto("/leads/TR-0014/ends")
    drawing = page.locator("svg.facing")
    expect(drawing.locator(".lug-metal")).to_have_count(8)  # palm and barrel of four lugs
    expect(drawing.locator(".stud-nut")).to_have_count(4)
    expect(drawing).to_contain_text("Battery plus")
    expect(drawing).to_contain_text("on an M8 stud")
    expect(page.locator("svg.facing .turn")).to_have_count(0)
    expect(page.locator("svg.ribbon-page .run")).to_have_count(2)
    page.get_by_label("Stud, inverter").select_option("M10")
    expect(page.locator("#checks")).to_contain_text("The stud is thicker than the hole")
    expect(page.locator("#checks")).to_contain_text("Inverter plus")


@long_run
def test_a_forgotten_black_sleeve_costs_nothing_while_the_far_end_is_bare(page, served):
    _, store = served
    page.goto("/leads/TR-0014/ends")
    settle(page, "ends")
    settle(page, "cut")
    page.goto("/leads/TR-0014/build/bench")
    page.get_by_label("Initials").fill("RM")
    for step in plan_of(store.get("TR-0014").lead).build.steps:
        for box in page.locator('input[name="on"]').all():
            box.check()
        at = page.locator(".bench-top .mono").inner_text()
        page.locator("#bench-done button").last.click()
        expect(page.locator(".bench-top .mono")).not_to_have_text(at)
        if step.key == "A-land--":
            break
    page.goto("/leads/TR-0014/build/forgot?part=A-sleeve--")
    expect(page.locator("body")).to_contain_text("from the other end")
    page.get_by_role("button", name="Go this way").click()
    page.wait_for_url(lambda url: "/forgot" not in url)
    rework = store.get("TR-0014").lead.build.reworks[0]
    assert (rework.how, rework.scrap, rework.length_lost_mm) == ("other-end", (), 0.0)
    assert "A-land-+" in {d.step for d in store.get("TR-0014").lead.build.done}


@long_run
def test_a_repair_keeps_its_old_plug_and_is_not_drawn_from_a_reel(page, served):
    _, store = served
    page.goto("/leads/TR-0030/ends")
    expect(page.locator("svg.facing .not-ours").first).to_be_visible()
    expect(page.get_by_role("link", name="Junction")).to_contain_text("junction")
    settle(page, "ends")
    expect(page.locator("#live")).to_contain_text("Nothing is cut from Stores")
    settle(page, "cut")
    expect(page.locator("body")).not_to_contain_text("Reel")
    parts = {f.id: (f.part, f.existing) for f in store.get("TR-0030").lead.fittings}
    assert parts["supply"] == ("bs1363-plug", True)


@long_run
def test_a_plug_goes_on_an_existing_flex_in_one_short_build(page, served):
    _, store = served
    tag = begin(page, "plug-bs")
    page.locator("#brief-loads-0-draws, [name='brief.loads.0.draws']").first.fill("800 W")
    page.keyboard.press("Tab")
    all_kept(page)
    page.goto(f"/leads/{tag}/conductor")
    page.goto(f"/leads/{tag}/ends")
    expect(page.locator("#checks")).not_to_contain_text("A live contact can be touched")
    expect(page.locator("svg.facing")).to_contain_text("flex, there already")
    keys = [s.key for s in plan_of(store.get(tag).lead).build.steps]
    assert "cut" not in keys
    assert len(keys) == 12


@long_run
def test_a_charger_lead_for_two_cells_sizes_its_taps_apart_and_mates_with_its_pack(page, served):
    _, _store = served
    tag = begin(page, "charger-lead", cells="2", amps="3 A", taps="yes", run_m="1 m")
    page.goto(f"/leads/{tag}/ends")
    expect(page.get_by_role("link", name="Pack, balance plug")).to_contain_text("3 ways")
    expect(page.locator('.core-handle[data-core="T2"]')).to_be_visible()
    expect(page.locator('.core-handle[data-core="T3"]')).to_have_count(0)
    expect(page.locator("#checks")).not_to_contain_text("Holes to holes")
    page.goto(f"/leads/{tag}/cut")
    table = page.locator("table.cables")
    expect(table.locator("tbody tr")).to_have_count(5)
    expect(table.locator("tr", has_text="T1")).to_contain_text("22 AWG")
    page.goto(f"/leads/{tag}/ends")
    pick_end(page, "Pack, T coupler", "T coupler", "holes, battery side")
    expect(page.locator("#checks")).to_contain_text("Holes to holes")


def test_the_map_of_a_switch_box_shows_its_switch_and_its_neutral_joined(page, served):
    _, store = served
    page.goto("/leads/TR-0024/ends")
    expect(page.locator("svg.facing")).to_contain_text("Switch")
    page.locator("#ends-switch_lit").select_option("yes")
    expect(page.locator('.core-handle[data-core="jumper-N.N"]')).to_be_visible()
    nets = plan_of(store.get("TR-0024").lead).ends.positions
    joined = frozenset({("inlet", "N"), ("switch", "N"), ("box", "N")})
    assert all(joined in switched.nets for switched in nets)
    opened = {
        frozenset({("inlet", "L"), ("switch", "in")}),
        frozenset({("switch", "out"), ("box", "L")}),
    }
    assert opened <= set(nets[0].nets)


def test_nothing_runs_off_the_page(page):
    for tag in some(["TR-0014", "TR-0022", "TR-0024", "TR-0028", "TR-0029", "TR-0030"], 2):
        for stage in ("ends", "cut", "build/bench"):
            page.goto(f"/leads/{tag}/{stage}")
            runs_off = "document.documentElement.scrollWidth > window.innerWidth + 1"
            assert not page.evaluate(runs_off), (tag, stage)
